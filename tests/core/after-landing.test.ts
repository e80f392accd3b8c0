import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { holdClearance } from '$core/drill/hold-clearance';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreaById } from '$core/earth/training-area';
import { circumstancesOf, underCircumstances } from '$core/grade/circumstances';
import { circumstancesFlown } from '$core/grade/weather-that-came';
import { finding, type Finding } from '$core/finding/finding';
import { findingKinds } from '$core/finding/finding-kind';
import type { CorridorChannel } from '$core/drill/corridor';
import { nextStep } from '$core/grade/next-step';
import { HEADLINES, orderFindings } from '$core/grade/order-findings';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import type { Flight } from '$core/flight/flight';
import { climbedFromCircle_s } from '$core/grade/gone-around';
import { lessonFor } from './drawn-flight';
import { madeFlight, planOf } from './flown';
import { planned } from './planned-approach';

const excursion = (channel: CorridorChannel, start_s: number, end_s: number, worth: number, failed = false) =>
  finding('exceedance', 'fault', `${channel} out`, { moment_s: start_s, start_s, end_s }, '', {
    channel,
    side: 'below',
    worth,
    failed
  });
const titles = (findings: readonly Finding[]) =>
  findings.filter(({ under }) => under === null).map(({ title }) => title);

describe('what is said first', () => {
  test('what must not happen, what failed, then by size and time; a guess after them, what was good last', () => {
    const bust = finding('below-decision-altitude', 'hard', 'bust', { moment_s: 300 }, '');
    const failed = finding('late-decision', 'fault', 'failed', { moment_s: 200 }, '', {
      failed: true,
      worth: 1
    });
    const guess = finding('fixation', 'fault', 'guess', { moment_s: 10 }, '', { inferred: true, worth: 900 });
    const good = finding('held-well', 'good', 'good', { moment_s: 0 }, '', { worth: 999 });
    const small = excursion('ias_kt', 10, 14, 5);
    const large = excursion('heading_deg', 20, 60, 80);
    const all = [good, guess, small, large, failed, bust];
    const wanted = ['bust', 'failed', 'heading_deg out', 'ias_kt out', 'guess', 'good'];
    expect(titles(orderFindings(all))).toEqual(wanted);
    expect(titles(orderFindings([...all].reverse()))).toEqual(wanted);
  });

  test('one deviation once: the way of flying takes in its excursions, a moment what follows from it', () => {
    const pumping = finding('pumping', 'fault', 'pumping', { moment_s: 10, start_s: 10, end_s: 100 }, '', {
      channel: 'verticalSpeed_fpm',
      worth: 20
    });
    const moments = [20, 40, 60, 80].map((at) => excursion('verticalSpeed_fpm', at, at + 8, 30));
    const late = finding('level-off-overshoot', 'fault', 'late', { moment_s: 200 }, '', {
      channel: 'altitude_ft',
      side: 'above'
    });
    const ordered = orderFindings([...moments, pumping, late, excursion('altitude_ft', 205, 230, 40)]);
    expect(titles(ordered)).toEqual(['pumping', 'late']);
    expect(ordered.filter(({ under }) => under === 0)).toHaveLength(4);
    expect(ordered.filter(({ under }) => under === 1)).toHaveLength(1);
    // Another quantity at the same time, and the same one long after, stand by themselves.
    expect(titles(orderFindings([pumping, excursion('heading_deg', 20, 60, 5)]))).toHaveLength(2);
    expect(titles(orderFindings([late, excursion('altitude_ft', 400, 430, 5)]))).toHaveLength(2);
    // Levelled off so late that it was below a minimum: that is said, and the other stands beneath.
    const through = { ...late, side: 'below' as const };
    const hard = finding('below-minimum', 'hard', 'below', { moment_s: 212, start_s: 208, end_s: 219 }, '', {
      channel: 'altitude_ft',
      side: 'below'
    });
    expect(titles(orderFindings([through, hard]))).toEqual(['below']);
    expect(titles(orderFindings([late, hard]))).toHaveLength(2);
    // Who never turns back to a fix is off every course that follows; long after, that is another matter.
    const lost = finding(
      'not-back-over-fix',
      'fault',
      'lost',
      { moment_s: 100, start_s: 100, end_s: 520 },
      '',
      {
        failed: true
      }
    );
    const off = (from_s: number) => excursion('courseShare', from_s, from_s + 700, 3000, true);
    expect(titles(orderFindings([off(530), lost]))).toEqual(['lost']);
    expect(titles(orderFindings([off(600), lost]))).toHaveLength(2);
    expect(HEADLINES).toBe(5);
  });

  test('what is left in one part and still left in the next is said once; back for more than a second, or on the other side, twice', () => {
    const first = finding('lost-while-busy', 'fault', 'low while briefing', { moment_s: 15, start_s: 10, end_s: 20 }, '', { channel: 'altitude_ft', side: 'below', worth: 30 }); // prettier-ignore
    const high = { ...excursion('altitude_ft', 20.5, 40, 60), side: 'above' as const };
    const said = (next: Finding) => titles(orderFindings([first, next])).length;
    expect([20.5, 21, 21.1].map((from_s) => said(excursion('altitude_ft', from_s, 40, 60)))).toEqual([1, 1, 2]); // prettier-ignore
    expect([said(high), said(excursion('ias_kt', 20.5, 40, 60))]).toEqual([2, 2]);
  });

  test('one act once: power that came late and the climb that came late of it, not those of another go-around', () => {
    const power = (at_s: number) =>
      finding('late-power', 'fault', 'power late', { moment_s: at_s }, '', { failed: true, worth: 20 });
    const climb = finding(
      'late-decision',
      'fault',
      'climb late',
      { moment_s: 803, start_s: 803, end_s: 811 },
      '',
      {
        channel: 'altitude_ft',
        failed: true,
        worth: 40
      }
    );
    expect(titles(orderFindings([power(805), climb]))).toEqual(['climb late']);
    expect(titles(orderFindings([climb, power(1900)]))).toEqual(['climb late', 'power late']);
  });

  test('who goes around because it is not stable, or off the scale, does not decide early', () => {
    const moment = (kind: 'early-decision' | 'not-stabilised' | 'full-scale', at_s: number) =>
      finding(kind, 'fault', kind, { moment_s: at_s }, '', { failed: true, worth: 3 });
    const early = moment('early-decision', 400);
    expect(titles(orderFindings([early]))).toEqual(['early-decision']);
    for (const reason of ['not-stabilised', 'full-scale'] as const) {
      expect(titles(orderFindings([early, moment(reason, 380)]))).toEqual([reason]);
      // What came after it was no reason for it.
      expect(titles(orderFindings([early, moment(reason, 420)]))).toContain('early-decision');
    }
  });
});

describe('what was made harder on purpose', () => {
  const vacuum = planOf({ faults: [{ kind: 'vacuum', at_s: 90 }], covered: ['attitude'] });

  test('is named, and told apart from the student’s own: only what it falsifies, and only from then on', () => {
    const lesson = lessonOf(vacuum);
    expect(circumstancesOf(lesson)).toEqual(['Attitude covered', 'Vacuum lost from 1:30']);
    const again = (...times: number[]) => ({
      ...lesson,
      plan: { ...lesson.plan, faults: times.map((at_s) => ({ kind: 'vacuum' as const, at_s })) }
    });
    for (const times of [
      [90, 200],
      [200, 90, 300],
      [90, 90]
    ])
      expect(circumstancesOf(again(...times))).toEqual(['Attitude covered', 'Vacuum lost from 1:30']);
    const [before, after, other] = underCircumstances(
      lesson,
      [
        excursion('heading_deg', 10, 30, 5),
        excursion('heading_deg', 120, 130, 5),
        excursion('ias_kt', 120, 130, 5)
      ],
      []
    ).map(({ evidence }) => evidence);
    expect([before, after, other]).toEqual(['', expect.stringContaining('With the vacuum lost'), '']);
  });

  test('on tapes the current takes the attitude with it, on dials only the turn needle', () => {
    const said = (panel: 'dials' | 'tapes', channel: CorridorChannel) =>
      underCircumstances(
        lessonOf(planOf({ panel, faults: [{ kind: 'electrical', at_s: 0 }] })),
        [excursion(channel, 10, 20, 5)],
        []
      )[0]!.evidence !== '';
    expect([said('tapes', 'heading_deg'), said('dials', 'heading_deg')]).toEqual([true, false]);
    expect(said('dials', 'turnRate_degps')).toBe(true);
  });

  test('weather that came is named; what began as the wind was changed says so, and what nobody is blown off does not', () => {
    const lesson = lessonOf(planOf());
    const weather = (asked: object) => ({
      at_s: 100,
      change: { does: 'weather' as const, over_s: 20, ...asked }
    });
    const shear = [weather({ wind: { from_deg: 70, speed_kt: 6 } })];
    expect(circumstancesFlown(lesson, shear)).toEqual(['Wind 070° 6 kt, over 20 s, from 1:40']);
    const rough = lessonOf(planOf({ turbulence: 'moderate' }));
    expect(circumstancesFlown(rough, shear)[0]).toBe('Moderate turbulence');
    const came = circumstancesFlown(rough, [weather({ turbulence: 'moderate' })]);
    expect(came).toEqual(['Moderate turbulence, over 20 s, from 1:40']);
    const said = (excursions: Finding[], changes = shear) =>
      underCircumstances(lesson, excursions, changes).map(({ evidence }) => evidence);
    const blown = ['ias_kt', 'courseShare', 'heading_deg'] as const;
    expect(said(blown.map((channel) => excursion(channel, 110, 140, 5)))).toEqual([
      ' As the wind was changed.',
      ' As the wind was changed.',
      ''
    ]);
    const begun = [95, 100, 135, 136].map((start_s) => excursion('ias_kt', start_s, start_s + 20, 5));
    expect(said(begun).map((words) => words !== '')).toEqual([false, true, true, false]);
    expect(said(begun, [weather({ turbulence: 'light' })]).join('')).toBe('');
  });
});

describe('the next step', () => {
  test('after any finding, in any airplane, it can be flown, and nothing wrong asks for more', () => {
    for (const aircraft of ['sandling-160', 'tarnvik-200', 'korvane-750'])
      for (const drill of ['straight-and-level', 'vor-hold']) {
        const plan = sensiblePlan(aircraftById(aircraft), trainingAreaById('vesterlund-bay'), drill);
        for (const kind of findingKinds) {
          const step = nextStep(plan, [finding(kind, 'fault', 'Something', { moment_s: 0 }, '')]);
          expect(problemsOf(step.plan), `${aircraft} ${drill} ${kind}`).toEqual([]);
          expect(drillCatalogue.map(({ id }) => id)).toContain(step.plan.drill);
        }
      }
    // The worst that stands by itself is mended, and not what was good, or only belongs to another.
    const tracking = sensiblePlan(
      aircraftById('sandling-160'),
      trainingAreaById('vesterlund-bay'),
      'vor-tracking'
    );
    const good = finding('exceedance', 'good', 'Held well', { moment_s: 0 }, '', { channel: 'altitude_ft' });
    const under = { ...good, severity: 'fault' as const, title: 'Belongs to the turn', under: 2 };
    const own = finding('exceedance', 'fault', 'Speed out', { moment_s: 0 }, '', { channel: 'ias_kt' });
    const next = nextStep(tracking, [good, under, own]);
    expect(next).toEqual(nextStep(tracking, [own]));
    expect(next.why).toBe('Level speed changes trains this: speed out.');
    // Nothing wrong: without hints, then more wind, then rougher air, then no more.
    let plan = { ...planOf({ windSpeed_kt: 12, turbulence: 'smooth' }) };
    const words: string[] = [];
    for (let n = 0; n < 6; n++) {
      const step = nextStep(plan, []);
      words.push(step.words);
      plan = step.plan;
    }
    expect(words).toEqual([
      'Fly it without hints',
      'Fly it in more wind',
      'Fly it in rougher air',
      'Fly it in rougher air',
      'Fly this drill again',
      'Fly this drill again'
    ]);
  });
});

test('a hold is cleared as a controller would: side, what it is on, turns, legs', () => {
  const cleared = (drill: string, figures: Record<string, number>) => {
    const lesson = lessonFor(drill, { figures });
    return lesson.drill.phases.map((phase) => holdClearance(phase)).filter((words) => words !== null)[0];
  };
  expect(cleared('vor-hold', { course_deg: 60 })).toBe(
    'Hold southwest of VLB on the 240° radial, right turns, one-minute legs.'
  );
  expect(cleared('vor-hold', { course_deg: 181 })).toMatch(/^Hold north of VLB on the 001° radial/);
  expect(cleared('ndb-hold', { course_deg: 60 })).toMatch(/on the 240° bearing from it/);
});

test('a standard asks for other headings when a course is tracked; a school’s own profile says what it says', () => {
  const heading_deg = (drill: string) => lessonFor(drill, {}).tolerance.heading_deg;
  expect([heading_deg('straight-and-level'), heading_deg('vor-tracking'), heading_deg('vor-hold')]).toEqual([
    10, 5, 10
  ]);
});

test('a climb away counts from where the circle was begun, by three hundred feet, and only where the field is not lost', () => {
  const circling = (lost?: 'downwind') =>
    lessonOf(
      planned('xvna-vor-a', {
        transition: null,
        ends: 'landing',
        circle: { runway: '31', turn: 'left', ...(lost ? { lost } : {}) }
      })
    );
  const lesson = circling();
  const check = lesson.drill.checks.find(({ kind }) => kind === 'circle')! as unknown as { phases: string[] };
  const spans = (circle: string): PhaseSpan[] =>
    [['p01', 0, 100] as const, [circle, 100, 300] as const].map(([phaseId, start_s, end_s]) => ({ phaseId, start_s, end_s, settled_s: {}, complete: true })); // prettier-ignore
  // Up by four hundred feet long before it; then level, and up again at two hundred seconds.
  const to = (top_ft: number) =>
    madeFlight(300, {
      altitude_ft: (t) => (t < 50 ? 300 + 8 * t : t < 200 ? 700 : Math.min(top_ft, 700 + 10 * (t - 200)))
    });
  const began = (flight: Flight, of = lesson) => climbedFromCircle_s(flight, of, spans(check.phases[0]!));
  expect(began(to(1010))!).toBeCloseTo(200, -0.7);
  expect(began(to(1000))).toBeNull();
  expect(climbedFromCircle_s(to(1010), lesson, spans('p02'))).toBeNull();
  expect(began(to(1010), circling('downwind'))).toBeNull();
});
