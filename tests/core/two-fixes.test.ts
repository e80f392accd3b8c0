import { describe, expect, test } from 'vitest';
import { drillFileById } from '$core/drill/catalogue/catalogue';
import type { DrillFile } from '$core/drill/drill-file';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { navigationBrief } from '$core/drill/navigation-brief';
import { withOtherFixes } from '$core/drill/other-fixes';
import { problemsOf } from '$core/drill/plan-check';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { wayBetween } from '$core/earth/geodesic';
import { planPicture, planProjection } from '$core/flight/plan-picture';
import { coach } from '$core/grade/coach';
import { gradeFlight } from '$core/grade/grade';
import { placeByName } from '$core/radio/station-geometry';
import { aircraft, area, flown, planOf } from './flown';

const shipped = drillFileById('arc-and-hold');
/** The arc to the right about a VOR, then to a beacon of another frequency and kind, and a hold to the left there. */
const toBeacon: DrillFile = {
  ...shipped,
  id: 'arc-and-beacon',
  figures: shipped.figures.filter(({ id }) => id === 'circuits'),
  navigation: {
    by: 'vor',
    usualFixes: ['VLB'],
    others: [{ id: 'hold', name: 'Hold', by: 'ndb', usualFixes: ['TS'], turn: 'left' }],
    start: { radial_deg: 355, distance_nm: 9, heading_deg: 355 }
  },
  phases: [
    { ...shipped.phases[0]!, course: { course_deg: 355, way: 'from' }, until: { is: 'above', channel: 'fixDistance_nm', value: 11.4, for_s: 0 } },
    { ...shipped.phases[1]!, arc: { radius_nm: 12, to_radial_deg: 40 } },
    { id: 'to-beacon', name: 'To the beacon', about: 'hold', call: 'To {fix} on {course}', course: { course_deg: 110, way: 'to', intercept_deg: 30 } },
    { id: 'inbound', name: 'Inbound', course: { course_deg: 110, way: 'to' } },
    { id: 'hold', name: 'Hold', call: 'Hold at {fix}, {turn} turns', hold: { inbound_deg: 110, leg_s: 60, circuits: { figure: 'circuits' } } }
  ]
}; // prettier-ignore
const planWith = (ownDrill: DrillFile, changes: Partial<LessonPlan> = {}): LessonPlan => ({
  ...sensiblePlan(aircraft, area, ownDrill.id),
  startSpeed_kt: 90,
  drill: ownDrill.id,
  ownDrill,
  turbulence: 'smooth',
  ...changes
});

describe('an arc to the right about one fix, a hold to the left about another', () => {
  const plan = planWith(toBeacon);
  const lesson = lessonOf(plan);
  const [, arc, , , hold] = lesson.drill.phases;

  test('each phase says its own fix and turns; what is briefed and called names it', () => {
    expect(problemsOf(plan)).toEqual([]);
    expect([arc!.reference!.fix, arc!.goal.lateral]).toMatchObject(['VLB', { kind: 'arc', direction: 1 }]);
    expect([hold!.reference!.fix, hold!.goal.lateral]).toMatchObject([
      'TS',
      { kind: 'hold', hold: { turn: 'left', inboundCourse_deg: 110 } }
    ]);
    expect(hold!.call).toBe('Hold at TS, left turns');
    expect(navigationBrief(lesson).filter(({ name }) => name === 'Fix')).toEqual([
      { name: 'Fix', words: expect.stringMatching(/^VLB 113\.40/) },
      { name: 'Fix', words: expect.stringMatching(/^TS \d{3}/) }
    ]);
  });

  test('it is drawn about both, where they really are', () => {
    const picture = planPicture(lesson)!;
    const project = planProjection(lesson);
    const beacon = placeByName(lesson.navigation!.world, 'TS');
    const { about, points } = picture.ideals.find(({ phaseId }) => phaseId === 'hold')!;
    expect(about.north_nm).toBeCloseTo(project(beacon).north_nm, 6);
    expect(about.east_nm).toBeCloseTo(project(beacon).east_nm, 6);
    // The distance on paper is that on the ellipsoid, and the hold's circuit begins and ends at its fix.
    const vor = lesson.navigation!.origin.place;
    expect(Math.hypot(about.north_nm, about.east_nm)).toBeCloseTo(wayBetween(vor, beacon).distance_nm, 4);
    expect(Math.hypot(points[0]!.north_nm - about.north_nm, points[0]!.east_nm - about.east_nm)).toBeLessThan(
      0.05
    );
  });

  test('the reference pilot flies it and retunes; it is measured about the fix of each phase, and graded', () => {
    const flight = flown(plan);
    const grade = gradeFlight(flight, plan);
    expect(grade.phases.map(({ phaseId, complete }) => [phaseId, complete])).toEqual(
      lesson.drill.phases.map(({ id }) => [id, true])
    );
    expect(grade.findings.map(({ kind }) => kind)).toContain('right-entry');
    const arcFlown = grade.elements.find(({ name }) => name.startsWith('Arc'));
    expect(arcFlown).toMatchObject({ verdict: 'met' });
    const held = grade.checks.find((check) => check.kind === 'hold')!;
    expect(held.circuits.map(({ inbound_s }) => Math.abs(inbound_s! - 60))).toSatisfy((off: number[]) =>
      off.every((seconds) => seconds < 12)
    );
    const radios = flight.events.flatMap((event) => (event.kind === 'radio' ? [event.radios] : []));
    expect([radios[0]!.pointer, radios.at(-1)!.pointer]).toEqual(['nav1', 'adf']);
    // At each sample the distance is to the fix of its phase.
    const place = (k: number) => ({
      latitude_deg: flight.columns.get('latitude_deg')![k]!,
      longitude_deg: flight.columns.get('longitude_deg')![k]!
    });
    for (const { phaseId, start_s, end_s } of grade.phases) {
      const k = Math.round(((start_s + end_s) / 2) * flight.rate_hz);
      const { reference } = lesson.drill.phases.find(({ id }) => id === phaseId)!;
      expect(flight.columns.get('fixDistance_nm')![k]).toBeCloseTo(
        wayBetween(reference!.place, place(k)).distance_nm,
        2
      );
    }
  });

  test('the coach speaks of the fix ahead', () => {
    const voice = coach(lessonOf({ ...plan, corridors: 'hints' }));
    const said: (string | null)[] = [];
    const onPanel = 110 + hold!.reference!.north_deg - lesson.area.variation_deg;
    for (let k = 0; k <= 600; k++)
      said.push(
        voice.watch(k / 10, 3, (channel) => {
          if (channel === 'heading_deg' || channel === 'track_deg') return onPanel;
          if (channel === 'groundspeed_kt' || channel === 'tas_kt' || channel === 'ias_kt') return 90;
          if (channel === 'altitude_ft') return plan.startAltitude_ft;
          if (channel === 'fixRadial_deg') return 290;
          return channel === 'fixDistance_nm' ? 1.4 - k / 600 : channel === 'along_nm' ? k / 600 - 1.4 : 0;
        })
      );
    expect(said.filter(Boolean)).toContainEqual(
      expect.stringMatching(/^Direct entry: over the fix turn left to/)
    );
  });
});

describe('fixes of a drill', () => {
  test('a plan chooses each; one that cannot serve is refused at its own field', () => {
    const navigation = { fix: 'VLB', turn: 'right' as const, radios: 'ready' as const, errors: [] };
    const asked = (fix: string) =>
      planWith(toBeacon, { navigation: { ...navigation, others: { hold: { fix, turn: 'right' } } } });
    expect(lessonOf(asked('OD')).drill.phases.at(-1)).toMatchObject({
      reference: { fix: 'OD', turn: 'right' },
      goal: { lateral: { hold: { turn: 'right' } } }
    });
    expect(problemsOf(asked('VLB'))).toMatchObject([{ field: 'navigation.others.hold.fix' }]);
    // A plan from before a drill had more fixes takes the usual ones.
    expect(lessonOf(planWith(toBeacon, { navigation })).drill.phases.at(-1)!.reference!.fix).toBe('TS');
  });

  test('a phase about a fix there is none of says so at its place', () => {
    const lost = {
      ...toBeacon,
      phases: toBeacon.phases.map((p) => (p.about ? { ...p, about: 'elsewhere' } : p))
    };
    expect(problemsOf(planWith(lost))).toMatchObject([
      { message: expect.stringMatching(/elsewhere.*main, hold/s) }
    ]);
  });

  test('renamed and removed in the editor, the phases follow', () => {
    // Phases and figures go by the id, which a new name leaves alone.
    const [hold] = shipped.navigation!.others!;
    const renamed = withOtherFixes(shipped, [{ ...hold!, name: 'Beacon' }]);
    expect(renamed.phases).toEqual(shipped.phases);
    expect(problemsOf(planWith({ ...renamed, id: 'renamed' }))).toEqual([]);
    const removed = withOtherFixes(toBeacon, []);
    expect(removed.navigation!.others).toBeUndefined();
    expect(removed.phases.every(({ about }) => about === undefined)).toBe(true);
  });
});

test.each([1, 2, 3])(
  'a hold in 25 kt of wind is learnt, not unlearnt: five circuits, every leg on time (seed %i)',
  (seed) => {
    const plan = planOf({
      drill: 'vor-hold',
      seed,
      windSpeed_kt: 25,
      windFrom_deg: 330,
      figures: { circuits: 5 }
    });
    const hold = gradeFlight(flown(plan), plan).checks.find((check) => check.kind === 'hold')!;
    const legs = hold.circuits.slice(hold.firstCircuit).map(({ inbound_s }) => inbound_s!);
    expect(legs.length).toBeGreaterThanOrEqual(4);
    for (const leg_s of legs) expect(Math.abs(leg_s - 60)).toBeLessThanOrEqual(10);
  }
);
