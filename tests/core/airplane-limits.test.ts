import { describe, expect, test } from 'vitest';
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

describe('what the airplane allows', () => {
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
