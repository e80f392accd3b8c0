import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import type { ApproachPlan } from '$core/drill/approach/approach-plan';
import { chartOfPlan } from '$core/drill/approach/chart-of-plan';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { placeAt } from '$core/earth/geodesic';
import { startingBugs } from '$core/flight/flight-bugs';
import { gradeFlight } from '$core/grade/grade';
import { radiosFor, isByRadio } from '$core/drill/reference-radios';
import { mainNeedle } from '$core/radio/navigation-shown';
import { receivers } from '$core/radio/receivers';
import type { RadioSettings } from '$core/radio/radio-settings';
import { flown } from './flown';
import { planned } from './planned-approach';

const without = (id: string, asked: Partial<ApproachPlan>) =>
  planned(id, { transition: null, technique: 'step-down', ...asked });

describe('a path that is lost on the way', () => {
  const plan = without('xvlb-rnav-24', { pathLost: true });
  const lesson = lessonOf(plan);
  const { final, world } = lesson.navigation!;
  const settings: RadioSettings = {
    ...radiosFor(lesson.drill.phases.filter(isByRadio).at(-1)!),
    source: 'rnav',
    rnav: { legs: ['GRIMA', final!.to, 'SKARN'], course_deg: null }
  };
  const inbound_deg = plan.approach.approach.finalCourse_deg + plan.approach.approach.variation_deg;
  /** On the final course so far before the threshold, moved to the right by a tenth of a mile. */
  const at = (before_nm: number, course_deg = inbound_deg) => ({
    ...placeAt(placeAt(final!.threshold, course_deg + 180, before_nm), course_deg + 90, 0.1),
    altitude_ft: 1600,
    shownAltitude_ft: 1600,
    shownHeading_deg: course_deg,
    trueHeading_deg: course_deg,
    bank_deg: 0,
    groundspeed_kt: 90
  });

  test('is received until three miles before the final fix, then flagged; the needle keeps the wider scale of a final without', () => {
    const sound = receivers(world, [], -9, {
      final: { ...final!, pathLost: undefined } as never,
      curves: []
    });
    const losing = receivers(world, [], -9, { final, curves: [] });
    const shownAt = (radio: typeof losing, before_nm: number) => {
      radio.step(settings, at(before_nm), 0, 0.1);
      const { path, waypoint } = radio.shown();
      return { valid: path?.valid, service: waypoint?.service, scale_nm: waypoint?.fullScale_nm };
    };
    const far = final!.finalFix_nm + 3.2;
    expect(shownAt(losing, far)).toEqual(shownAt(sound, far));
    expect(shownAt(losing, far)).toMatchObject({ valid: true, service: 'LPV', scale_nm: 1 });
    expect(shownAt(losing, final!.finalFix_nm + 2.8)).toMatchObject({ valid: false, service: 'LNAV' });
    expect(shownAt(losing, 2)).toEqual({ valid: false, service: 'LNAV', scale_nm: 0.3 });
    // 350 ft and two degrees over two miles: 0.1274 NM.
    expect(shownAt(sound, 2)).toMatchObject({ valid: true, service: 'LPV' });
    expect(shownAt(sound, 2).scale_nm).toBeCloseTo(350 / 6076.12 + 2 * Math.tan(Math.PI / 90), 3);
  });

  test('past the end of the final the missed approach waits until one goes on', () => {
    const radio = receivers(world, [], -9, { final, curves: [] });
    for (let k = 0; k < 40; k++) radio.step(settings, at(8 - k / 4), k, 1);
    expect(radio.shown().waypoint).toMatchObject({ id: final!.to, onward: 'SKARN' });
    expect(mainNeedle(radio.shown()).toFrom).toBe('from');
    radio.step({ ...settings, rnav: { legs: ['SKARN'], course_deg: null } }, at(-2), 50, 1);
    expect(radio.shown().waypoint).toMatchObject({ id: 'SKARN', onward: null });
    expect(mainNeedle(radio.shown()).toFrom).toBe('to');
  });

  test('a course that is set holds its waypoint, as long as it is set', () => {
    const radio = receivers(world, [], -9, { final, curves: [] });
    const held = { ...settings, rnav: { legs: ['GRIMA', final!.to], course_deg: 240 } };
    for (let k = 0; k < 24; k++) radio.step(held, at(8 - k / 4), k, 1);
    expect(radio.shown().waypoint).toMatchObject({ id: 'GRIMA', onward: final!.to });
    expect(mainNeedle(radio.shown()).toFrom).toBe('from');
    radio.step({ ...held, rnav: { ...held.rnav, course_deg: null } }, at(2), 30, 1);
    radio.step({ ...held, rnav: { ...held.rnav, course_deg: null } }, at(2), 31, 1);
    expect(radio.shown().waypoint).toMatchObject({ id: final!.to, onward: null });
    expect(mainNeedle(radio.shown()).toFrom).toBe('to');
  });

  test('a glide slope goes off the air for good, its localizer does not; never received it is flagged throughout', () => {
    const receivedOn = (asked: Partial<ApproachPlan>) => {
      const lesson = lessonOf(without('xvlb-ils-24', asked));
      const { world, glideSlopeOutage } = lesson.navigation!;
      const radio = receivers(world, [], -9, undefined, glideSlopeOutage);
      const onFinal = lesson.drill.phases.filter(isByRadio).find(({ segment }) => segment === 'final')!;
      const tuned = radiosFor(onFinal);
      return (before_nm: number) => {
        radio.step(
          { ...tuned, source: 'nav1' },
          { ...at(before_nm), altitude_ft: 90 + 318 * before_nm },
          0,
          0.1
        );
        const { path, needles } = radio.shown();
        return [path?.valid, needles.nav1.valid];
      };
    };
    const miles = [9.5, 7.8, 7.4, 4, 1];
    const sound = [true, true];
    const flagged = [false, true];
    // GRIMA, its final fix, lies 4.6 NM before the threshold.
    expect(miles.map(receivedOn({ pathLost: true }))).toEqual([sound, sound, flagged, flagged, flagged]);
    expect(miles.map(receivedOn({ withoutPath: true }))).toEqual(miles.map(() => flagged));
    expect(miles.map(receivedOn({}))).toEqual(miles.map(() => sound));
  });

  test.each([
    ['xvlb-rnav-24', 'LPV', 560, 'LNAV'],
    ['xvlb-ils-24', 'ILS', 520, 'LOC']
  ])(
    '%s is flown on as without a path, to the minimum without; the card briefs what was expected',
    (id, line, lower_ft, without_line) => {
      const plan = without(id, { pathLost: true });
      const phases = (of: typeof plan) => lessonOf(of).drill.phases.map(({ name, goal }) => ({ name, goal }));
      expect(phases(plan)).toEqual(phases(without(id, { withoutPath: true })));
      expect(phases(plan)).not.toEqual(phases(without(id, {})));
      expect(chartOfPlan(plan, aircraftCatalogue[0]!).card.minimum?.line).toBe(line);
      const flight = flown(plan);
      const marked = (minimum_ft: number) =>
        gradeFlight(
          {
            ...flight,
            events: [
              ...flight.events.filter(({ kind }) => kind !== 'bugs'),
              { time_s: 5, kind: 'bugs', bugs: { heading_deg: null, altitude_ft: null, minimum_ft } }
            ]
          },
          plan
        );
      expect(
        startingBugs(lessonOf({ ...plan, approach: { ...plan.approach, radios: 'ready' } })).minimum_ft
      ).toBe(chartOfPlan(plan, aircraftCatalogue[0]!).card.minimum!.set_ft);
      const lnav_ft = lessonOf(plan).drill.checks.find((check) => check.kind === 'minimum-set')!;
      expect(lnav_ft).toMatchObject({ minimum_ft: lower_ft });
      const old = marked(chartOfPlan(plan, aircraftCatalogue[0]!).card.minimum!.set_ft);
      expect(old.findings.find(({ kind }) => kind === 'minimum-not-set')?.evidence).toContain(
        `${lower_ft} ft is the figure without the path, which was lost on the way.`
      );
      expect(old.verdict).toBe('not met');
      const reset = marked(lower_ft);
      expect(reset.verdict).not.toBe('not met');
      expect(reset.story!.map(({ words }) => words).join(' ')).toContain(
        `The path was lost before the final fix; the minimum from there on was ${lower_ft} ft (${without_line}).`
      );
    }
  );

  test.each(['xvlb-vor-dme-06', 'xvna-rnav-31'])('%s has no path to lose', (id) => {
    expect(problemsOf(without(id, { pathLost: true }))[0]?.field).toBe('approach.pathLost');
  });
});
