import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { completedPlan } from '$core/drill/completed-plan';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { lessonOf } from '$core/drill/lesson';
import { toleranceProfiles } from '$core/drill/tolerance-profile';
import { flightLoop } from '$core/flight/flight-loop';
import { asJudged } from '$core/flight/judged-channels';
import { keptArray, keptFields, restoreFrom, snapshotOf } from '$core/flight/snapshot';
import { withDerived } from '$core/flight/derived-columns';
import { channelDefinitions, channelIndex } from '$core/flight/channels';
import { flightFromChunks } from '$core/flight/recorder';
import { chunksBefore, packedStates } from '$lib/server/heavy/packed-states';
import { chunksOf, flown, planOf } from './flown';

describe('a state that is gone on from', () => {
  test('is told and taken up in one order, whatever it is made of; a torn one changes nothing', () => {
    const numbers = fc.array(fc.double({ noNaN: true, noDefaultInfinity: true }), {
      minLength: 5,
      maxLength: 5
    });
    fc.assert(
      fc.property(numbers, numbers, (first, then) => {
        const array = Float64Array.from(first.slice(0, 3));
        const fields = { a: first[3]!, b: first[4]! };
        const parts = [keptArray(array), keptFields(fields, 'b', 'a')];
        const before = snapshotOf(parts);
        expect(before).toEqual([...first.slice(0, 3), first[4], first[3]]);
        array.set(then.slice(0, 3));
        fields.a = then[3]!;
        fields.b = then[4]!;
        const torn = snapshotOf(parts);
        for (const odd of [before.slice(1), [...before, 0], before.with(2, NaN)])
          expect(() => restoreFrom(odd, parts)).toThrow(/snapshot: \d .*5 finite numbers/);
        expect(snapshotOf(parts)).toEqual(torn);
        // A state of before there was a last part: the part stays as it is.
        const later = { x: 7 };
        restoreFrom(torn, [...parts, { ...keptFields(later, 'x'), mayBeMissing: true }]);
        expect(later).toEqual({ x: 7 });
        restoreFrom(before, parts);
        expect([...array, fields.a, fields.b]).toEqual(first);
      })
    );
  });

  test.each([
    ['gusts and turbulence', { gust_kt: 15, turbulence: 'moderate' as const }],
    ['radios and needles', { drill: 'vor-tracking' }],
    ['an autopilot engaged', { assist: 'autopilot' as const }]
  ])('%s: a second loop from the snapshot flies on to the bit', (_, changes) => {
    const lesson = lessonOf(planOf({ drill: 'straight-and-level', seed: 5, ...changes }));
    const one = flightLoop(lesson);
    const stick =
      changes && 'assist' in changes
        ? {
            kind: 'autopilot' as const,
            modes: {
              heading_deg: 240,
              course: 'off' as const,
              vertical: { mode: 'altitude' as const, altitude_ft: 4000 }
            }
          }
        : { kind: 'attitude' as const, pitch_deg: 2, bank_deg: 8 };
    const hands = { ...one.hands(), stick } as Parameters<typeof one.step>[0];
    for (let i = 0; i < 1240; i++) one.step(hands);
    const two = flightLoop(lesson);
    two.restore(one.snapshot());
    expect(two.snapshot()).toEqual(one.snapshot());
    // One of before the autopilot smoothed its heading.
    flightLoop(lesson).restore(one.snapshot().slice(0, -1));
    // The gust that stands in the air at that very moment is the same, too.
    const [here, there] = [one, two].map((loop) => {
      const counts = new Int32Array(channelDefinitions.length);
      loop.sample(counts);
      return (['tas_kt', 'groundspeed_kt', 'track_deg'] as const).map((id) => counts[channelIndex(id)]);
    });
    expect(there).toEqual(here);
    for (let i = 0; i < 777; i++) {
      one.step(hands);
      two.step(hands);
    }
    expect(two.snapshot()).toEqual(one.snapshot());
    expect(two.readings()).toEqual(one.readings());
  });
});

test('a plan takes the school’s own drill and profile as they are today, whatever came under their names', () => {
  const own = { ...drillCatalogue[0]!, id: 'own', name: 'As it is today' };
  const profile = { ...toleranceProfiles[0]!, id: 'strict', altitude_ft: 40 };
  const sent = planOf({ drill: 'own', toleranceProfile: 'strict' });
  const forged = { ...sent, ownDrill: { ...own, name: 'As it was sent' } };
  const plan = completedPlan(forged, { drills: [own], profiles: [profile] });
  expect([plan.ownDrill, plan.ownTolerance]).toEqual([own, profile]);
  const shipped = completedPlan(
    { ...forged, drill: drillCatalogue[1]!.id },
    { drills: [own], profiles: [profile] }
  );
  expect(shipped).not.toHaveProperty('ownDrill');
  // Nobody puts something of his own under the name of what ships.
  const taken = { ...own, id: drillCatalogue[1]!.id };
  expect(
    completedPlan({ ...sent, drill: taken.id }, { drills: [taken], profiles: [profile] })
  ).not.toHaveProperty('ownDrill');
});

test('a flight of an earlier release is taken over with every channel in its place, or not at all', () => {
  const plan = planOf({ drill: 'vor-tracking', seed: 8 });
  const lesson = lessonOf(plan);
  const chunks = chunksOf(plan);
  const flight = flightFromChunks(chunks);
  const { bytes, length } = packedStates(chunks)!;
  const columns = new Map(flight.columns);
  // Until 0.6.0 courses and arcs shared a channel that is not read any more.
  columns.delete('courseShare');
  columns.delete('arcError_nm');
  const older = { ...flight, columns };
  expect(chunksBefore(older, bytes, length, 60)).toBeNull();
  const again = chunksBefore(withDerived(older, lesson), bytes, length, 60)!;
  expect(again).toHaveLength(30);
  again.forEach((chunk, i) => {
    expect(chunk.snapshot).toEqual(chunks[i]!.snapshot);
    chunk.counts.forEach((values, channel) =>
      values.forEach((value, k) => {
        const off = Math.abs(value - chunks[i]!.counts[channel]![k]!);
        expect(off, channelDefinitions[channel]!.id).toBeLessThanOrEqual(1);
      })
    );
  });
});

test('a flight as it is judged is judged the same again', () => {
  const plan = planOf({ faults: [{ kind: 'static-blocked', at_s: 30 }], covered: ['heading'] });
  const lesson = lessonOf(plan);
  const once = asJudged(flown(plan), lesson);
  expect(asJudged(once, lesson)).toEqual(once);
  expect(once.columns.get('altitude_ft')).toEqual(once.columns.get('trueAltitude_ft'));
  expect(once.columns.get('heading_deg')).toEqual(once.columns.get('trueHeading_deg'));
});
