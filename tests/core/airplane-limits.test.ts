import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import type { ChannelId } from '$core/flight/channels';
import { lessonOf } from '$core/drill/lesson';
import { detectPhases } from '$core/flight/detected-phases';
import { gradeFlight } from '$core/grade/grade';
import { flown } from './flown';
import { planned } from './planned-approach';

const KINDS = ['flaps-too-fast', 'gear-too-fast'];

/** A flown ILS in which flaps or gear are out at this speed for so long, a minute after the final course was come to. */
function found(
  airplane: number,
  out: Partial<Record<'flaps_deg' | 'gear', number>>,
  ias_kt: number,
  for_s: number
) {
  const plan = planned('xvlb-ils-24', { transition: null }, { turbulence: 'smooth' }, airplane);
  const flight = flown(plan);
  const from_s = detectPhases(flight, lessonOf(plan)).spans[1]!.start_s + 5;
  const put = (id: ChannelId, value: number) =>
    [
      id,
      Float64Array.from(flight.columns.get(id)!).fill(
        value,
        from_s * 10,
        Math.round((from_s + for_s) * 10) + 1
      )
    ] as const;
  const columns = new Map([
    ...flight.columns,
    put('ias_kt', ias_kt),
    ...Object.entries(out).map(([id, value]) => put(id as ChannelId, value))
  ]);
  return gradeFlight({ ...flight, columns }, plan)
    .findings.filter(({ kind }) => KINDS.includes(kind))
    .map(({ title, severity, evidence }) => `${severity} ${title}: ${evidence}`);
}

/** The same flight with channels put otherwise from a minute on the final course, each [value, seconds, after seconds]. */
function foundWith(put: Partial<Record<ChannelId, [value: number, for_s: number, after_s?: number][]>>) {
  const plan = planned('xvlb-ils-24', { transition: null }, { turbulence: 'smooth' });
  const flight = flown(plan);
  const at_s = detectPhases(flight, lessonOf(plan)).spans[1]!.start_s + 5;
  const changed = Object.entries(put).map(([id, times]) => {
    const values = Float64Array.from(flight.columns.get(id as ChannelId)!);
    for (const [value, for_s, after_s = 0] of times)
      values.fill(value, (at_s + after_s) * 10, Math.round((at_s + after_s + for_s) * 10) + 1);
    return [id as ChannelId, values] as const;
  });
  return gradeFlight({ ...flight, columns: new Map([...flight.columns, ...changed]) }, plan).findings.map(
    ({ kind, severity, evidence, under }) => ({ kind, severity, evidence, under })
  );
}

describe('what the airplane allows', () => {
  const { lift, speeds } = aircraftCatalogue[0]!;
  test('a wing past its angle is a stall, with its speed, its bank and what it cost; a gust is none', () => {
    const angle = lift.stallAngle_deg + 1;
    const stalled = foundWith({
      angleOfAttack_deg: [[angle, 3], [angle, 2, 12]],
      ias_kt: [[58, 14]],
      trueBank_deg: [[-21, 14]],
      trueAltitude_ft: [[3000, 0], [2630, 1, 15]]
    }); // prettier-ignore
    const [first, ...others] = stalled.filter(({ kind }) => kind === 'stalled');
    expect(others).toEqual([]);
    expect(first).toEqual({
      kind: 'stalled',
      severity: 'hard',
      evidence: 'The wing stalled at 58 kt, banked 21°, and once again within 12 s, 370 ft lost.',
      under: null
    });
    // Too slow is the same deviation.
    expect(stalled.find(({ kind, evidence }) => kind === 'exceedance' && /below \d+ kt/.test(evidence))?.under).toBe(stalled.indexOf(first!)); // prettier-ignore
    const kinds = (found: typeof stalled) => found.map(({ kind }) => kind);
    expect(kinds(foundWith({ angleOfAttack_deg: [[angle, 0.8]] }))).not.toContain('stalled');
    expect(kinds(foundWith({ angleOfAttack_deg: [[lift.stallAngle_deg - 0.5, 20]] }))).not.toContain(
      'stalled'
    );
  });

  test('above the never-exceed speed: hard from the first knot that no gust makes', () => {
    const over = foundWith({ ias_kt: [[speeds.neverExceed_kt + 3, 4]] });
    expect(over.find(({ kind }) => kind === 'overspeed')).toMatchObject({
      severity: 'hard',
      evidence: `Flown at ${speeds.neverExceed_kt + 3} kt, where ${speeds.neverExceed_kt} kt is the most; above it for 4 s.`
    });
    const under = foundWith({ ias_kt: [[speeds.neverExceed_kt + 1, 4]] });
    expect(under.find(({ kind }) => kind === 'overspeed')).toBeUndefined();
  });

  // 105 kt with flaps in the first airplane; in the third 165 kt with the gear.
  test('flaps out above their speed: hard from five knots over, nothing of a gust', () => {
    expect(found(0, { flaps_deg: 10 }, 118, 14)).toEqual([
      'hard Flaps out above their speed: Flaps 10° at 118 kt, where 105 kt is the most; above it for 14 s.'
    ]);
    expect(found(0, { flaps_deg: 10 }, 109, 14)).toEqual([
      'fault Flaps out above their speed: Flaps 10° at 109 kt, where 105 kt is the most; above it for 14 s.'
    ]);
    expect(found(0, { flaps_deg: 10 }, 118, 1)).toEqual([]);
    expect(found(0, { flaps_deg: 10 }, 106, 14)).toEqual([]);
    expect(found(0, { flaps_deg: 0 }, 118, 14)).toEqual([]);
  });

  test('gear that can be moved has its own; one that is fixed has none', () => {
    const [said, ...others] = found(2, { gear: 1, flaps_deg: 0 }, 190, 20);
    expect(others).toEqual([]);
    expect(said).toMatch(
      /^hard Gear out above its speed: Gear out at 190 kt, where \d+ kt is the most; above it for 20 s\.$/
    );
    expect(found(2, { gear: 0, flaps_deg: 0 }, 190, 20)).toEqual([]);
    expect(found(0, { gear: 1, flaps_deg: 0 }, 118, 20)).toEqual([]);
  });
});
