import { expect, test } from 'vitest';
import type { PlannedApproach } from '$core/drill/approach/approach-drill';
import { lessonOf } from '$core/drill/lesson';
import { detectPhases } from '$core/flight/detected-phases';
import { courseChannels } from '$core/flight/course-watch';
import { withCourse } from '$core/flight/derived-columns';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { gradeFlight } from '$core/grade/grade';
import { noHabits } from '$core/pilot/habits';
import type { Leg } from '$core/procedure/approach/approach';
import { flown } from './flown';
import { planned } from './planned-approach';

/** The chart says: straight to 1200 ft, then right, direct to the station, which then lies 160° to the left. */
const asPublished = planned('xvlb-ils-24', { transition: null });
const [climb, direct, hold] = asPublished.approach.approach.missed.legs as [Leg, Leg, Leg];
/** A flight by another missed approach, as who misreads the chart flies. */
const misread = (...legs: Leg[]): PlannedApproach => {
  const { approach } = asPublished.approach;
  return {
    ...asPublished,
    approach: { ...asPublished.approach, approach: { ...approach, missed: { ...approach.missed, legs } } }
  };
};
const KINDS = ['not-headed-for-fix', 'wrong-way-round', 'turned-late'];
/** A flight by one chart judged by another: what is recorded about a fix is made again about the other's. */
const said = (flight = flown(asPublished), by = asPublished) => {
  const columns = new Map([...flight.columns].filter(([id]) => !courseChannels.some((own) => own === id)));
  const grade = gradeFlight(withCourse({ ...flight, columns }, lessonOf(by)), by);
  return {
    missed: grade.segments!.find(({ segment }) => segment === 'missed')!.verdict,
    found: grade.findings
      .filter(({ kind }) => KINDS.includes(kind))
      .map(({ kind, severity, evidence }) => ({ kind, severity, evidence })),
    turn: grade.checks.find(({ kind }) => kind === 'to-fix') as { made: string; begun_s: number }
  };
};

test('the reference pilot turns the published way, though it is the longer', () => {
  const { turn, found, missed } = said();
  expect(turn).toMatchObject({ fix: 'VLB', turn: 'right', made: 'right' });
  expect(turn.begun_s).toBeLessThan(5);
  expect(found).toEqual([]);
  expect(missed).toBe('met');
});

test.each([0, 2])(
  'to a beacon close behind, airplane %d turns back as published, and only then is it in the hold',
  (airplane) => {
    const plan = planned('xvna-ndb-13', { transition: null }, { seed: 7 }, airplane);
    const { phases, checks } = gradeFlight(flown(plan), plan);
    const { drill } = lessonOf(plan);
    const took_s = (name: string) => {
      const { id } = drill.phases.find((phase) => phase.name.startsWith(name))!;
      const span = phases.find(({ phaseId }) => phaseId === id)!;
      return span.end_s - span.start_s;
    };
    // Half of a circle at standard rate takes a minute.
    expect(took_s('Climb to 2400, direct NH') + took_s('2400, direct NH')).toBeGreaterThan(60);
    expect(checks.find(({ kind }) => kind === 'to-fix')).toMatchObject({
      fix: 'NH',
      turn: 'left',
      made: 'left'
    });
    expect(checks.find(({ kind }) => kind === 'hold')).toMatchObject({ entryRight: true });
  }
);

// VLB is come to from the inbound side: to fly over it is to arrive, and the hold is flown after that.
test('a hold that is arrived at along its course is flown: outbound, and back over the fix', () => {
  const { phases, checks, findings } = gradeFlight(flown(asPublished), asPublished);
  const last = phases.at(-1)!;
  expect(checks.find(({ kind }) => kind === 'hold')).toMatchObject({
    phaseId: last.phaseId,
    due: { entry: 'direct' },
    entry: 'direct',
    outOfTime: false,
    circuits: [{ end_s: expect.closeTo(last.end_s, 0) }]
  });
  // Two turns of a minute and two legs of about one.
  expect(last.end_s - last.start_s).toBeGreaterThan(200);
  expect(findings.map(({ title }) => title)).toContain('Direct entry, as due');
});

test('the shorter way round is hard where the other is published, and nothing where none is', () => {
  const shorter = flown(misread(climb, { ...direct, turn: 'left' }, hold));
  expect(said(shorter).found).toEqual([
    {
      kind: 'wrong-way-round',
      severity: 'hard',
      evidence: 'A right turn was asked for; the first went left.'
    }
  ]);
  expect(said(shorter).missed).toBe('not met');
  const { turn: _, ...either } = direct;
  expect(said(shorter, misread(climb, either, hold)).found).toEqual([]);
});

test('straight on above the altitude for the turn: late when it is made, never where it is not', () => {
  const on = misread({ ...climb, altitude: { above_ft: 2000 } }, direct, hold);
  const late = said(flown(on));
  expect(late.found.map(({ kind, severity }) => [kind, severity])).toEqual([['turned-late', 'fault']]);
  // 800 ft at the climb's six to nine hundred feet a minute.
  expect(late.turn.begun_s).toBeGreaterThan(50);
  expect(late.turn.begun_s).toBeLessThan(85);
  const begins_s = detectPhases(flown(on), lessonOf(asPublished)).spans.find(
    ({ phaseId }) => phaseId === (late.turn as { phaseId?: string }).phaseId
  )!.start_s;
  const until = (after_s: number) =>
    flightFromChunks(
      simulateFlight(
        lessonOf(misread({ ...climb, altitude: { above_ft: 4000 } }, direct, hold)),
        noHabits,
        asPublished.seed,
        {},
        begins_s + after_s
      )
    );
  // Of a flight that ends so soon nobody knows.
  expect(said(until(40)).found).toEqual([]);
  const never = said(until(120));
  expect(never.found).toMatchObject([{ kind: 'not-headed-for-fix', severity: 'hard' }]);
  expect(never.found[0]!.evidence).toMatch(
    /^For 1:5\d from \d+:\d\d on no turn was made toward VLB: (\d\.\d) NM away at first, (\d\.\d) NM at the end\.$/
  );
  expect(never.missed).toBe('not met');
});

test('to another fix: no track led to the one on the chart', () => {
  const elsewhere = { fix: 'SKARN', guide: 'waypoints' } as const;
  const { station: _, ...to } = direct;
  const { station: __, ...about } = hold;
  const { found } = said(flown(misread(climb, { ...to, ...elsewhere }, { ...about, ...elsewhere })));
  expect(found).toMatchObject([{ kind: 'not-headed-for-fix', severity: 'hard' }]);
  expect(found[0]!.evidence).toContain('no track led toward VLB');
});
