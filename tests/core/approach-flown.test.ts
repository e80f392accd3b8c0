import { describe, expect, test } from 'vitest';
import { isApproach, type PlannedApproach } from '$core/drill/approach/approach-drill';
import type { ApproachPlan } from '$core/drill/approach/approach-plan';
import { chartOfPlan } from '$core/drill/approach/chart-of-plan';
import { circlesOf } from '$core/drill/approach/circle';
import { profileAt } from '$core/drill/corridor';
import { phaseById } from '$core/drill/drill';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { problemsOf } from '$core/drill/plan-check';
import { isByRadio, radiosFor } from '$core/drill/reference-radios';
import { placeAt, wayBetween } from '$core/earth/geodesic';
import { trainingAreas } from '$core/earth/training-area';
import type { ChannelId } from '$core/flight/channels';
import { courseChannels } from '$core/flight/course-watch';
import { briefingDone } from '$core/flight/briefing-done';
import { column } from '$core/flight/flight';
import { startingRadios } from '$core/flight/navigation-values';
import type { FindingKind } from '$core/finding/finding-kind';
import { pathHint } from '$core/grade/coach/path-hint';
import { withCourse } from '$core/flight/derived-columns';
import { detectPhases } from '$core/flight/detected-phases';
import { gradeFlight } from '$core/grade/grade';
import type { Habits } from '$core/pilot/habits';
import { approaches, approachById } from '$core/procedure/approach/approach-catalogue';
import { approachProblems } from '$core/procedure/approach/approach-check';
import { seenAtMinimum } from '$core/procedure/approach/what-is-seen';
import { foundFrom, foundText } from '$core/procedure/approach/found-text';
import { plainApproach } from '$core/procedure/approach/plain-approach';
import { glideSlopeNeedle } from '$core/radio/glide-slope';
import { byPathLine, pathOfGlideSlope } from '$core/radio/path-line';
import { finalScale_nm, type RnavFinal } from '$core/radio/rnav-final';
import { localizerById } from '$core/radio/station-geometry';
import { worldById, worlds } from '$core/radio/world-catalogue';
import { flown } from './flown';
import { planned } from './planned-approach';

const kindsOf = (plan: PlannedApproach, habits: Partial<Habits> = {}) =>
  gradeFlight(flown(plan, habits), plan)
    .findings.filter(({ severity }) => severity !== 'good')
    .map(({ kind }) => kind);

describe('an approach as a drill', () => {
  const ways = approaches.flatMap((approach) =>
    [...approach.transitions.map(({ id }) => id), null].flatMap((transition) =>
      (['continuous', 'step-down'] as const).map((technique) => ({ id: approach.id, transition, technique }))
    )
  );
  test.each(ways)(
    '$id by $transition, $technique: can be planned, comes down step by step, ends in the hold',
    (way) => {
      const plan = planned(way.id, { transition: way.transition, technique: way.technique });
      expect(problemsOf(plan)).toEqual([]);
      const { phases } = lessonOf(plan).drill;
      const names = phases.map(({ segment }) => segment);
      expect([...new Set(names)]).toEqual(['inbound', 'final', 'missed']);
      // Going in nobody is asked down and up again, and the last of it is at the minimum or on the way to it.
      const inward = phases.filter(({ segment }) => segment === 'final');
      inward.reduce(
        (before, { ends_ft }) => (expect(ends_ft).toBeLessThanOrEqual(before), ends_ft),
        Infinity
      );
      const minimum = Math.min(...inward.map(({ ends_ft }) => ends_ft));
      const published = approachById(way.id).minimums.map(({ A }) => A?.altitude_ft ?? Infinity);
      expect(minimum).toBeGreaterThanOrEqual(Math.min(...published));
      // Every floor asked for on the way is one the chart has, or the minimum.
      for (const { corridors } of inward)
        for (const { channel, target, above } of corridors)
          if (channel === 'altitude_ft' && above === null && typeof target !== 'number')
            expect(profileAt(target, 0)).toBeGreaterThanOrEqual(Math.min(...published));
      expect(phases.at(-1)!.goal.lateral.kind).toBe('hold');
      expect(phases.at(-1)!.ends_ft).toBeGreaterThan(minimum + 500);
    }
  );

  test('what the world has not, or nothing authorises, is refused at its field', () => {
    expect(problemsOf(planned('xvlb-ils-24', { transition: 'moon' }))[0]!.message).toContain('elska, tolva');
    expect(problemsOf(planned('xvlb-ils-24', { line: 'LPV' }))[0]!.field).toBe('approach.line');
    const elsewhere = problemsOf({ ...planned('xvlb-ils-24'), area: 'morrow-reach' });
    expect(elsewhere[0]!.field).toBe('area');
    const broken = planned('xvlb-ils-24');
    const high = structuredClone(broken);
    high.approach.approach.minimums[1]!.A!.altitude_ft = 5000;
    expect(problemsOf(high)[0]!.field).toBe('approach');
    expect(isApproach({ ...broken, drill: 'vor-hold' })).toBe(false);
  });
});

test('turns on the way in lead onto the final course', () => {
  for (const approach of approaches)
    for (const { id } of approach.transitions) {
      const { phases } = lessonOf(planned(approach.id, { transition: id })).drill;
      for (const { goal, reference, segment } of phases) {
        const { lateral } = goal;
        if (segment !== 'inbound' || (lateral.kind !== 'reversal' && lateral.kind !== 'hold')) continue;
        const inbound_deg =
          lateral.kind === 'hold' ? lateral.hold.inboundCourse_deg : lateral.reversal.inboundCourse_deg;
        const off = inbound_deg + reference!.north_deg - approach.finalCourse_deg - approach.variation_deg;
        expect(Math.abs(((off + 540) % 360) - 180), `${approach.id} by ${id}`).toBeLessThan(5);
      }
    }
});

describe('flown by the reference pilot', () => {
  test.each([
    ['xvlb-ils-24', { transition: null }, 0],
    ['xvlb-rnav-24', { ends: 'landing' }, 1],
    ['xvlb-vor-dme-06', { transition: null, technique: 'step-down' }, 2],
    ['xvlb-back-course-06', { transition: null }, 1],
    ['xvna-ndb-13', { transition: null }, 2],
    ['xvko-ils-17', { transition: null, ends: 'landing', configure: 'on the path' }, 0]
  ] as const)('%s %o, airplane %i: inside the standard, no hard finding', (id, asked, airplane) => {
    const plan = planned(id, asked, {}, airplane);
    const grade = gradeFlight(flown(plan), plan);
    expect(grade.verdict).not.toBe('not met');
    expect(grade.findings.filter(({ severity }) => severity === 'hard')).toEqual([]);
    expect(grade.segments!.map(({ verdict }) => verdict)).not.toContain('not met');
    expect(grade.story!.length).toBeGreaterThanOrEqual(4);
  });
});

describe('each slip is found', () => {
  const circling = (lost?: 'downwind'): Partial<ApproachPlan> => ({
    ends: 'landing',
    circle: { runway: '31', turn: 'left', ...(lost ? { lost } : {}) }
  });
  const slips: [keyof Habits, string, FindingKind[], Partial<ApproachPlan>?][] = [
    ['continuesBelow', 'xvlb-ils-24', ['below-decision-altitude']],
    ['timidGoAround', 'xvlb-ils-24', ['late-power']],
    ['turnsFromRunway', 'xvna-vor-a', ['turned-from-runway'], circling('downwind')],
    ['circlesWide', 'xvna-vor-a', ['circled-beyond'], circling()],
    ['turnsBeforeClimb', 'xvlb-ils-24', ['turn-before-climb']],
    ['configuresLate', 'xvlb-ils-24', ['not-stabilised'], { ends: 'landing' }],
    // Going down while the briefing is said, and on, it is below the minimum of the next leg, and low on average.
    ['descendsEarly', 'xvlb-ils-24', ['below-minimum', 'bias-to-one-side'], { ends: 'landing' }],
    ['forgetsClock', 'xvna-ndb-13', ['no-final-clock']],
    ['laysOffTwice', 'xvlb-ils-24', ['entry-heading'], { transition: 'hesti', ends: 'landing' }],
    ['startsClockLate', 'xvlb-ils-24', ['hold-timing'], { transition: 'hesti', ends: 'landing' }],
    ['tunesMissedLate', 'xvlb-ils-24', ['missed-station-late']],
    ['losesAltitudeTalking', 'xvna-rnav-31', ['lost-while-busy'], { transition: 'balte', ends: 'landing' }],
    ['turnsByBank', 'xvna-vor-a', ['turned-by-bank'], { transition: 'tolva' }],
    ['leansRight', 'xvko-rnav-35', ['bias-to-one-side'], { ends: 'landing' }],
    ['fliesOutOfTrim', 'xvko-rnav-35', ['not-trimmed'], { ends: 'landing' }],
    [
      'forgetsAltimeter',
      'xvko-ils-17',
      ['altimeter-not-set'],
      { planted: 'old altimeter setting', ends: 'landing' }
    ]
  ];
  test.each(slips)('%s on %s', (habit, id, kinds, asked) => {
    const plan = planned(id, { transition: null, ...asked });
    const found = kindsOf(plan, { [habit]: 1 });
    for (const kind of kinds) expect(found).toContain(kind);
    // And of nobody who does not do it: the others’ kinds are not among them.
    for (const [, , others] of slips.filter(([other]) => other !== habit && habit !== 'continuesBelow'))
      for (const kind of others)
        if (!kinds.includes(kind) && kind !== 'exceedance') expect(found).not.toContain(kind);
  });
});

test.each([
  ['keepsTurning', 'xvko-ils-17', 2, 1_700_392, 'still-turning'],
  ['keepsTurning', 'xvko-ils-17', 2, 5, 'still-turning'],
  ['chasesNeedle', 'xvlb-back-course-06', 1, 5, 'chasing-needle']
] as const)(
  '%s on %s, airplane %d, seed %d, so that the course is held late or never: said with what it came from, and nothing of a decision that was not come to',
  (habit, id, airplane, seed, kind) => {
    const plan = planned(id, { transition: null }, { windSpeed_kt: 0, seed }, airplane);
    const found = kindsOf(plan, { [habit]: 1 });
    expect(found).toEqual(expect.arrayContaining([kind]));
    expect(found).not.toContain('early-decision');
  }
);

test.each([
  [0.6, 'Above the path: down now'],
  [0.1, 'On the path: down at'],
  [-0.6, 'Below the path: hold this altitude']
])('as the descent is due, at %s of full scale, the coach says where the path is', (share, words) => {
  const lesson = lessonOf(planned('xvlb-ils-24'));
  const phaseIndex = lesson.drill.phases.findIndex(({ goal }) => goal.vertical.kind === 'path');
  const values = new Map<ChannelId, number>([
    ['pathShare', share],
    ['altitude_ft', 1600]
  ]);
  expect(pathHint(lesson).look([{ time_s: 0, inPhase_s: 1, phaseIndex, values }])?.words).toContain(words);
});

test('a clock started late is one that was not started on time', () => {
  const plan = planned('xvna-ndb-13', { transition: null });
  const flight = flown(plan);
  const found = (late_s: number) =>
    gradeFlight(
      {
        ...flight,
        events: flight.events.map((event) =>
          event.kind === 'timer' ? { ...event, time_s: event.time_s + late_s } : event
        )
      },
      plan
    ).findings.some(({ kind }) => kind === 'no-final-clock');
  expect([0, 8, 15].map(found)).toEqual([false, false, true]);
});

describe('one thing set wrongly beforehand', () => {
  test.each([
    ['wrong course', 'wrong-course'],
    ['wrong source', 'wrong-source'],
    ['wrong station', 'not-tuned'],
    ['old altimeter setting', 'altimeter-not-set'],
    ['no minimum', 'minimum-not-set']
  ] as const)('%s: put right it is not spoken of, left alone it is found', (fault, kind) => {
    const plan = planned('xvlb-back-course-06', { transition: null, planted: fault, ends: 'missed' });
    const flight = flown(plan);
    const found = (events: typeof flight.events) =>
      gradeFlight({ ...flight, events }, plan).findings.map((f) => f.kind);
    expect(found(flight.events)).not.toContain(kind);
    const standing = flight.events.find(({ kind: k }) => k === 'radio');
    const marked = flight.events.find(({ kind: k }) => k === 'bugs');
    const untouched = flight.events.filter(
      (event) =>
        event.kind !== 'altimeter' &&
        (event.kind !== 'radio' || event === standing) &&
        (event.kind !== 'bugs' || event === marked)
    );
    const left = standing?.kind === 'radio' ? { ...standing, radios: startingRadios(lessonOf(plan)) } : null;
    expect(found(untouched.map((event) => (event === standing && left ? left : event)))).toContain(kind);
  });
});

describe('a circle to land', () => {
  const circled = (runway: string, turn: 'left' | 'right', airplane = 0, changes = {}) =>
    planned('xvna-vor-a', { transition: null, ends: 'landing', circle: { runway, turn } }, changes, airplane);
  test.each<[string, 'left' | 'right', number, Partial<LessonPlan>?]>([
    ['31', 'left', 0],
    ['13', 'right', 0],
    ['31', 'left', 1],
    ['31', 'left', 2],
    ['13', 'right', 2],
    ['31', 'left', 2, { windFrom_deg: 247, windSpeed_kt: 19, seed: 8 }],
    ['13', 'right', 2, { windFrom_deg: 120, windSpeed_kt: 17, seed: 9 }],
    ['13', 'right', 1, { windFrom_deg: 56, windSpeed_kt: 22, seed: 10 }]
  ])(
    'to runway %s by %s turns, airplane %d: stays close and above the minimum, and comes to the threshold',
    (runway, turn, airplane, changes = {}) => {
      const plan = circled(runway, turn, airplane, changes);
      expect(problemsOf(plan)).toEqual([]);
      const { findings, story, checks } = gradeFlight(flown(plan), plan);
      const kinds = findings.map(({ kind }) => kind);
      expect(kinds).toContain('circled-well');
      const at = checks.find((check) => check.kind === 'threshold');
      expect(at?.kind === 'threshold' && Math.abs(at.aside_m)).toBeLessThan(45);
      expect(kinds).toContain('over-threshold');
      expect(findings.filter(({ severity }) => severity === 'hard')).toEqual([]);
      expect(story!.map(({ words }) => words).join(' ')).toContain(
        `Circled to runway ${runway} by ${turn} turns`
      );
    }
  );

  test.each([
    ['31', 'left', 'downwind', 0, 40],
    ['13', 'right', 'base', 1, 130]
  ] as const)(
    'to runway %s by %s turns, the field lost on %s: climbs, turning toward it, and flies the missed approach',
    (runway, turn, lost, airplane, toward_deg) => {
      const plan = planned(
        'xvna-vor-a',
        { transition: null, ends: 'landing', circle: { runway, turn, lost } },
        {},
        airplane
      );
      expect(problemsOf(plan)).toEqual([]);
      const { drill } = lessonOf(plan);
      const begun = drill.phases.find(({ segment }) => segment === 'missed')!;
      expect(begun.call).toContain(`turning ${turn} toward the runway`);
      expect(begun.goal.lateral).toMatchObject({ kind: 'turn', direction: turn === 'left' ? -1 : 1 });
      const { lateral } = begun.goal;
      expect(Math.abs((lateral.kind === 'turn' ? lateral.to_deg! : NaN) - toward_deg)).toBeLessThan(3);
      const flight = flown(plan);
      const found = (bank: (value: number) => number, heads?: number) => {
        const from = detectPhases(flight, lessonOf(plan)).spans.find(
          ({ phaseId }) => phaseId === begun.id
        )!.start_s;
        const columns = new Map([...flight.columns].map(([id, values]) => [id, Float64Array.from(values)]));
        const banks = columns.get('bank_deg')!;
        banks.forEach((value, k) => k >= from * flight.rate_hz && (banks[k] = bank(value)));
        // Until a moment before, so that the phase is found where it was.
        if (heads !== undefined)
          columns
            .get('heading_deg')!
            .fill(heads, Math.round(from * flight.rate_hz), Math.round(from * flight.rate_hz) + 5);
        return gradeFlight({ ...flight, columns }, plan).findings.find(
          ({ kind }) => kind === 'turned-from-runway'
        )?.title;
      };
      expect([(b: number) => b, (b: number) => -b, () => 0].map(found)).toEqual([
        undefined,
        'Turned away from the runway',
        'No turn toward the runway'
      ]);
      // Who heads for the runway already needs no turn.
      expect(found(() => 0, toward_deg)).toBeUndefined();
      const { findings, story } = gradeFlight(flight, plan);
      expect(findings.filter(({ severity }) => severity === 'hard')).toEqual([]);
      expect(findings.map(({ kind }) => kind)).toContain('circled-well');
      expect(story!.map(({ words }) => words).join(' ')).toContain('the field lost on');
    }
  );

  test.each([
    ['still climbing', 4000],
    ['level at 2000 ft', 2000]
  ])(
    'who goes around out of it, %s where the threshold would be, has not circled and is told so',
    (_, most_ft) => {
      const plan = circled('13', 'right');
      const lesson = lessonOf(plan);
      const flight = flown(plan);
      const { phases } = lesson.drill.checks.find((check) => check.kind === 'circle')!;
      const { start_s } = detectPhases(flight, lesson).spans.find(({ phaseId }) => phaseId === phases[0])!;
      const since_s = (k: number) => Math.max(0, k / flight.rate_hz - start_s - 2);
      const columns = new Map(flight.columns);
      columns.set(
        'altitude_ft',
        column(flight, 'altitude_ft').map((feet, k) =>
          since_s(k) > 0 ? Math.min(most_ft, 720 + 14 * since_s(k)) : feet
        )
      );
      columns.set(
        'climbRate_fpm',
        column(flight, 'climbRate_fpm').map((fpm, k) =>
          since_s(k) > 0 ? (720 + 14 * since_s(k) < most_ft ? 840 : 0) : fpm
        )
      );
      const { findings, story } = gradeFlight({ ...flight, columns }, plan);
      const kinds = findings.map(({ kind }) => kind);
      expect(kinds).toContain('missed-though-seen');
      for (const said of ['circled-well', 'circled-beyond', 'over-threshold', 'not-in-position'])
        expect(kinds).not.toContain(said);
      const words = story!.map((sentence) => sentence.words).join(' ');
      // Slower than the circle is flown, as one climbs.
      expect(findings.filter(({ title }) => title.startsWith('Too slow'))).toEqual([]);
      expect(words).toContain('The approach was not continued, although the runway could be seen');
      expect(words).not.toContain('Circled');
    }
  );

  test.each([
    [0, 0, 'over-threshold', /^Over the threshold at \d+ ft, (?:\d+ m (?:left|right) of|in) the middle\.$/],
    [0, 120, 'not-in-position', /^Abeam the threshold at \d+ ft, 1[12]\d m right of the middle\.$/],
    [0.8, 0, 'came-down-beside', /^It came down to 30 ft, 0\.8 NM before the threshold, /],
    [
      0.5,
      -900,
      'came-down-beside',
      /^It came down to 30 ft, 0\.5 NM before the threshold, [89]\d\d m left of the runway’s middle\.$/
    ]
  ] as const)('moved %d NM back and %d m right where it ends: %s', (back_nm, right_m, kind, words) => {
    const plan = circled('13', 'right');
    const flight = flown(plan);
    const runway = worldById('vesterlund').runways.find(
      ({ airport, name }) => airport === 'XVNA' && name === '13'
    )!;
    const course = runway.course_deg - 9;
    const columns = new Map(
      [...flight.columns].map(([id, values]) => [id, Float64Array.from(values)] as const)
    );
    // From the last two seconds on, as far as the threshold is judged: the circle itself stays where it was.
    for (let k = flight.length - 15; k < flight.length; k++) {
      const here = {
        latitude_deg: columns.get('latitude_deg')![k]!,
        longitude_deg: columns.get('longitude_deg')![k]!
      };
      const moved = placeAt(placeAt(here, course + 180, back_nm), course + 90, right_m / 1852);
      columns.get('latitude_deg')![k] = moved.latitude_deg;
      columns.get('longitude_deg')![k] = moved.longitude_deg;
      if (back_nm > 0) columns.get('altitude_ft')![k] = runway.elevation_ft + 30;
    }
    const { findings, story } = gradeFlight({ ...flight, columns }, plan);
    expect(findings.map((finding) => finding.kind)).toContain(kind);
    expect(findings.find((finding) => finding.kind === 'came-down-beside')?.severity).toBe(
      kind === 'came-down-beside' ? 'hard' : undefined
    );
    expect(story!.map((sentence) => sentence.words).find((said) => /threshold/.test(said))).toMatch(words);
  });

  test('over the threshold the speed may have come down to 1.3 times the landing stall, and is told when it is less or more', () => {
    const plan = circled('13', 'right');
    const flight = flown(plan);
    const { aircraft } = lessonOf(plan);
    const reference_kt = 1.3 * aircraft.speeds.stallFlaps_kt;
    expect(reference_kt).toBeLessThan(plan.approach.speed_kt - 8);
    const found = (ias_kt: number) => {
      const columns = new Map([...flight.columns, ['ias_kt', column(flight, 'ias_kt').map((as, k) => (k < flight.length - 80 ? as : ias_kt))] as const]); // prettier-ignore
      return gradeFlight({ ...flight, columns }, plan).findings.find(({ kind }) => kind === 'not-in-position')
        ?.evidence;
    };
    expect([reference_kt, reference_kt - 4, plan.approach.speed_kt + 9].map(found)).toEqual([
      undefined,
      undefined,
      undefined
    ]);
    expect(found(reference_kt - 8)).toMatch(/At the threshold 8 kt slow\.$/);
    expect(found(plan.approach.speed_kt + 12)).toMatch(/At the threshold 12 kt fast\.$/);
  });

  test('the side the chart bars, from either end, and a runway that is not there are refused at their field', () => {
    const refused = (runway: string, turn: 'left' | 'right') => problemsOf(circled(runway, turn))[0]?.field;
    expect([refused('13', 'left'), refused('31', 'right')]).toEqual([
      'approach.circle.turn',
      'approach.circle.turn'
    ]);
    expect(refused('06', 'left')).toBe('approach.circle.runway');
    // Into the wind first.
    const offered = (windFrom_deg: number) =>
      circlesOf(worldById('vesterlund'), approachById('xvna-vor-a'), windFrom_deg);
    expect(offered(100)).toEqual([
      { runway: '13', turn: 'right' },
      { runway: '31', turn: 'left' }
    ]);
    expect(offered(350)[0]).toEqual({ runway: '31', turn: 'left' });
    expect(circlesOf(worldById('vesterlund'), approachById('xvlb-ils-24'), 100)).toEqual([]);
  });

  test('who comes down on the other runway hears of that first; where there is none, of the surface; who lands out of it hears nothing', () => {
    const asked = circled('31', 'left');
    const lesson = lessonOf(asked);
    const { phases } = lesson.drill.checks.find((check) => check.kind === 'circle')!;
    const runways = worldById('vesterlund').runways.filter(({ airport }) => airport === 'XVNA');
    const flight = flown(asked);
    const begins_s = detectPhases(flight, lesson).spans.find(({ phaseId }) => phaseId === phases[0])!.start_s;
    /** From the downwind on a straight way down to a place, ending there on a heading. */
    const downAt = (
      runway: (typeof runways)[number],
      aside_m: number,
      heading_deg: number,
      heightEnd_ft = 3
    ) => {
      const from = Math.round((begins_s + 8) * flight.rate_hz);
      const length = from + 60 * flight.rate_hz;
      const course = runway.course_deg + lesson.area.variation_deg;
      const end = placeAt(placeAt(runway, course, 0.2), course + 90, aside_m / 1852);
      const columns = new Map(
        [...flight.columns].map(([id, values]) => [id, Float64Array.from({ length }, (_, k) => values[Math.min(k, from)]!)] as const)
      ); // prettier-ignore
      const put = (id: ChannelId, value: (share: number, before: number) => number) => {
        const values = columns.get(id)!;
        for (let k = from; k < length; k++)
          values[k] = value((k - from) / (length - 1 - from), values[from]!);
      };
      const start_ft = columns.get('trueAltitude_ft')![from]!;
      put('latitude_deg', (share) => end.latitude_deg + (1 - share) * 0.01);
      put('longitude_deg', () => end.longitude_deg);
      for (const id of ['altitude_ft', 'trueAltitude_ft'] as const)
        put(id, (share) => start_ft + share * (lesson.area.groundElevation_ft + heightEnd_ft - start_ft));
      put('verticalSpeed_fpm', () => -500);
      put('bank_deg', () => 2);
      put('heading_deg', () => heading_deg);
      const { findings } = gradeFlight({ ...flight, columns, length }, asked);
      return findings.find(({ under }) => under === null)!;
    };
    const [r13, r31] = ['13', '31'].map((name) => runways.find((runway) => runway.name === name)!) as [
      (typeof runways)[number],
      (typeof runways)[number]
    ];
    expect(downAt(r13, 10, r13.course_deg + 4)).toMatchObject({ kind: 'other-runway', severity: 'hard' });
    expect(downAt(r13, 10, r13.course_deg + 4).evidence).toMatch(
      /^At \d+:\d\d the airplane came down on runway 13; the circle was to lead to runway 31\.$/
    );
    expect(downAt(r31, 10, r31.course_deg).kind).not.toMatch(/other-runway|met-the-surface/);
    for (const [aside_m, heading] of [
      [70, 0],
      [0, 60]
    ] as const)
      // prettier-ignore
      expect(downAt(r13, aside_m, r13.course_deg + heading).kind).toBe('met-the-surface');
    expect(downAt(r13, 0, r13.course_deg, 120).kind).not.toMatch(/other-runway|met-the-surface/);
  });

  test('the other side, too wide and too steep are each found in a flight moved or banked so', () => {
    const plan = circled('31', 'left');
    const flight = flown(plan);
    const evidence = (change: (columns: Map<ChannelId, Float64Array>) => void) => {
      const columns = new Map(
        [...flight.columns].map(([id, values]) => [id, Float64Array.from(values)] as const)
      );
      change(columns);
      return gradeFlight({ ...flight, columns }, plan).findings.find(({ kind }) => kind === 'circled-beyond')
        ?.evidence;
    };
    expect(evidence(() => {})).toBeUndefined();
    const banks = Array.from(flight.columns.get('bank_deg')!);
    const steepest = banks.reduce((most, bank, k) => (Math.abs(bank) > Math.abs(banks[most]!) ? k : most), 0);
    expect(evidence((columns) => columns.get('bank_deg')!.fill(-38, steepest - 15, steepest + 15))).toContain(
      '38° of bank, 30° at most'
    );
    // So far south that the circuit's far side lies beyond the protected mile and a third.
    expect(
      evidence((columns) => columns.get('latitude_deg')!.forEach((_, k, all) => (all[k]! -= 0.02)))
    ).toMatch(/1\.[4-9] NM|2\.\d NM/);
    expect(
      evidence((columns) => columns.get('latitude_deg')!.forEach((_, k, all) => (all[k]! += 0.03)))
    ).toContain('on the other side of the runway than that of left turns');
  });
});

test('a mark on the altimeter fails something only where it would lead too low, and is not asked of a recording without', () => {
  const plan = planned('xvlb-ils-24', { transition: null });
  const flight = flown(plan);
  const { set_ft, altitude_ft } = chartOfPlan(plan, lessonOf(plan).aircraft).card.minimum!;
  const graded = (minimum_ft: number | null) => {
    const events = flight.events.map((event) =>
      event.kind === 'bugs' ? { ...event, bugs: { ...event.bugs, minimum_ft } } : event
    );
    const { findings, elements } = gradeFlight({ ...flight, events }, plan);
    const found = findings.find(({ kind }) => kind === 'minimum-not-set');
    return [found?.title, elements.find(({ name }) => name.includes('Minimum marked'))?.verdict];
  };
  expect(graded(set_ft)).toEqual([undefined, 'met']);
  expect(graded(altitude_ft)).toEqual([undefined, 'met']);
  expect(graded(null)).toEqual(['The minimum was not marked', undefined]);
  expect(graded(altitude_ft - 40)).toEqual(['The minimum was marked too low', 'not met']);
  expect(graded(set_ft + 200)).toEqual(['The minimum was marked too high', undefined]);
  const without = { ...flight, events: flight.events.filter(({ kind }) => kind !== 'bugs') };
  expect(gradeFlight(without, plan).findings.map(({ kind }) => kind)).not.toContain('minimum-not-set');
});

test('a briefing is done by saying it and by what is set; where nobody said anything, nothing is told', () => {
  const plan = planned('xvlb-ils-24', { transition: null });
  const briefed = flown(plan);
  const flight = { ...briefed, events: briefed.events.filter(({ kind }) => kind !== 'briefed') };
  const chart = chartOfPlan(plan, lessonOf(plan).aircraft);
  const says = (ids: string[], at_s = 30) => ({
    ...flight,
    events: [
      ...flight.events,
      ...ids.map((detail) => ({ time_s: at_s, kind: 'briefed' as const, detail }))
    ].sort((a, b) => a.time_s - b.time_s)
  });
  expect(briefingDone(flight, chart, 200)).toBeNull();
  const { done, left } = briefingDone(says(['fixes', 'missed']), chart, 200)!;
  expect(done).toEqual(expect.arrayContaining(['guidance', 'final course', 'minimum', 'missed approach']));
  expect(left).toContain('path');
  // Said is not set: what the panel shows decides where it can.
  expect(briefingDone(says(['fixes', 'guidance', 'minimum'], 1), chart, 2)!.left).toEqual(
    expect.arrayContaining(['guidance', 'minimum'])
  );
});

describe('against what is published', () => {
  test('the path judged by is the path the needle shows, within its linear part', () => {
    const world = worldById('vesterlund');
    const localizer = localizerById(world, 'IVL', 'station');
    const path = pathOfGlideSlope(localizer)!;
    const { glideSlope } = localizer;
    for (const distance_nm of [1, 3, 6, 9])
      for (const off_deg of [-0.35, -0.1, 0, 0.2, 0.4]) {
        const place = placeAt(glideSlope!, localizer.course_deg + 180 - 9, distance_nm);
        const { distance_nm: d } = wayBetween(glideSlope!, place);
        // 6076.12 ft a mile, the earth 0.66 ft a square mile away.
        const altitude_ft =
          glideSlope!.elevation_ft + d * 6076.12 * Math.tan(((3 + off_deg) * Math.PI) / 180) + 0.66 * d * d;
        expect(byPathLine(path, place, altitude_ft).share).toBeCloseTo(off_deg / 0.7, 1);
        const needle = glideSlopeNeedle(localizer, { ...place, altitude_ft }, -9)!;
        expect(needle.deflection).toBeCloseTo(-off_deg / 0.7, 1);
      }
  });

  test('the needle of a final by waypoints narrows as it is published', () => {
    const final = (scale: RnavFinal['scale']): RnavFinal => ({
      to: 'RW24',
      threshold: { latitude_deg: 0, longitude_deg: 0 },
      finalFix_nm: 5,
      scale,
      path: null
    });
    // ±1 NM until 2 NM before the final fix, ±0.3 NM from there on.
    expect([12, 7, 6, 5, 3, 0].map((nm) => Number(finalScale_nm(final('linear'), nm).toFixed(2)))).toEqual([
      1, 1, 0.65, 0.3, 0.3, 0.3
    ]);
    // ±350 ft at the threshold, opening by 2°.
    expect(finalScale_nm(final('angular'), 0) * 6076.12).toBeCloseTo(350, 0);
    expect(finalScale_nm(final('angular'), 4)).toBeCloseTo(
      350 / 6076.12 + 4 * Math.tan((2 * Math.PI) / 180),
      4
    );
    expect(finalScale_nm(final('angular'), 40)).toBe(1);
  });

  test('an imported flight of places and altitudes gets the same path share as the recorded one', () => {
    const plan = planned(
      'xvko-ils-17',
      { transition: null, ends: 'landing' },
      { turbulence: 'smooth', windSpeed_kt: 0 }
    );
    const flight = flown(plan);
    const share = column(flight, 'pathShare');
    const inside = gradeFlight(flight, plan).measures.find(({ channel }) => channel === 'pathShare')!;
    expect(inside.shareInside).toBe(1);
    const columns = new Map(flight.columns);
    columns.delete('pathShare');
    const again = gradeFlight({ ...flight, columns }, plan).measures.find(
      ({ channel }) => channel === 'pathShare'
    )!;
    expect(again.worst).toBeCloseTo(inside.worst, 2);
    expect(Math.max(...share)).toBeGreaterThan(0);
  });
});

describe('what can be seen at a minimum', () => {
  const ils = approachById('xvlb-ils-24');
  const at = (base_ft: number, visibility_sm: number, lights: 'on' | 'out' = 'on') =>
    seenAtMinimum(ils, { set_ft: 288, visibility_sm: 0.5 }, lights, { base_ft, visibility_sm });
  test('by base and visibility, along the line of sight', () => {
    // 200 ft up on 3° over 50 ft one is 2,862 ft before the threshold, 2,869 ft along the line of sight: 0.543 SM.
    expect(at(300, 0.55)).toMatchObject({ what: 'the runway', goesOn: true });
    expect(at(300, 0.54)).toMatchObject({ what: 'the approach lights', goesOn: true });
    expect(at(300, 0.54, 'out')).toMatchObject({ what: 'nothing', goesOn: false });
    expect(at(300, 0.25)).toMatchObject({ what: 'the approach lights', goesOn: false });
    expect(at(300, 0.25).words).toContain('less than the ½ SM published');
    expect(at(199, 5)).toMatchObject({ what: 'nothing', goesOn: false });
    expect(at(200, 5)).toMatchObject({ what: 'the runway', goesOn: true });
  });
  test('decides what the drill goes on with, and is told in the debrief', () => {
    const drill = (weather: Partial<ApproachPlan>) =>
      lessonOf(planned('xvlb-ils-24', { transition: 'elska', ends: 'as seen', ...weather })).drill;
    const kinds = (weather: Partial<ApproachPlan>) => drill(weather).checks.map(({ kind }) => kind);
    expect(kinds({ base_ft: 250, visibility_sm: 1 })).toContain('threshold');
    expect(kinds({ base_ft: 150, visibility_sm: 1 })).toContain('missed');
    // Left out, the weather is just what is published.
    expect(kinds({})).toContain('threshold');
  });
});

describe('typed in from a chart', () => {
  test('the plain approach to begin with has no problems, to any runway', () => {
    for (const world of worlds)
      for (const runway of world.runways) {
        const { variation_deg } = trainingAreas.find((area) => area.world === world.id)!;
        expect(approachProblems(world, plainApproach(world, runway, Math.round(variation_deg)))).toEqual([]);
      }
  });

  test('how a fix is told is read as it is written, and refused in words', () => {
    const found = foundFrom('IVL 5.8, KOR 321°, outer marker; vlb 12 DME');
    expect(found).toEqual([
      { by: 'distance', station: 'IVL', nm: 5.8 },
      { by: 'radial', station: 'KOR', deg: 321 },
      { by: 'marker', marker: 'outer' },
      { by: 'distance', station: 'VLB', nm: 12 }
    ]);
    for (const approach of approaches)
      for (const leg of approach.final) expect(foundFrom(foundText(leg.found))).toEqual(leg.found ?? []);
    expect(() => foundFrom('somewhere near Korrin')).toThrow(
      /IVL 5\.8, a radial like KOR 321°, or outer marker/
    );
  });
});

test('who passes a fix high is told so, once, and is not said to have held the altitudes', () => {
  const plan = planned('xvna-vor-a');
  const flight = flown(plan);
  const { drill } = lessonOf(plan);
  const step = drill.checks.find(({ kind }) => kind === 'step-down')!;
  const passed = detectPhases(flight, lessonOf(plan)).spans.find(({ phaseId }) => phaseId === step.phase)!;
  const courses: readonly ChannelId[] = courseChannels;
  // The station at 1,500 ft: drawn anew, 400 ft above it until it is passed.
  const graded = (above_ft: number) => {
    // What depends on the phase is made again from places: the phases begin elsewhere.
    const columns = new Map([...flight.columns].filter(([id]) => !courses.includes(id)));
    columns.set(
      'altitude_ft',
      column(flight, 'altitude_ft').map((altitude, k) =>
        k <= (passed.start_s + 1) * flight.rate_hz ? Math.max(altitude, 1500 + above_ft) : altitude
      )
    );
    const { findings, story, segments } = gradeFlight({ ...flight, columns }, plan);
    const high = findings.filter(({ kind }) => kind === 'high-at-fix');
    return [
      high.map(({ title }) => title),
      story!.some(({ words }) => words.includes('the altitudes were held')),
      high.length > 0 && high[0]!.evidence,
      segments!.find(({ segment }) => segment === 'final')!.verdict === 'not met'
    ] as const;
  };
  expect(step).toMatchObject({ altitude_ft: 1500, fix: 'SDH' });
  expect(graded(0)).toEqual([[], true, false, false]);
  const [titles, held, evidence, failed] = graded(400);
  expect(titles).toEqual(['High at SDH']);
  expect(held).toBe(false);
  expect(failed).toBe(true);
  expect(evidence).toContain('at 1900 ft, 400 ft above the 1500 ft that may be flown before it');
});

test('who loses the way on the procedure turn is not said to have flown to the final fix, or a final', () => {
  const plan = planned('xvna-ndb-13');
  const flight = flown(plan);
  const turn = detectPhases(flight, lessonOf(plan)).spans[1]!;
  const lost = Math.round((turn.start_s + 120) * flight.rate_hz);
  const onward = (id: 'latitude_deg' | 'longitude_deg') => {
    const values = column(flight, id);
    const a_sample = (values[lost]! - values[lost - 600]!) / 600;
    return values.map((value, k) => (k <= lost ? value : values[lost]! + a_sample * (k - lost)));
  };
  const courses: readonly ChannelId[] = courseChannels;
  const columns = new Map([...flight.columns].filter(([id]) => !courses.includes(id)));
  for (const id of ['latitude_deg', 'longitude_deg'] as const) columns.set(id, onward(id));
  const words = (of: typeof flight) =>
    gradeFlight(of, plan)
      .story!.map((sentence) => sentence.words)
      .join(' ');
  expect(words(flight)).toMatch(/To the final fix .* Lowest on the final/);
  expect(words({ ...flight, columns })).toContain('On the way in ');
  expect(words({ ...flight, columns })).not.toMatch(/To the final fix|[Oo]n the final/);
  const { segments, findings } = gradeFlight({ ...flight, columns }, plan);
  expect(segments!.map(({ segment }) => segment)).not.toContain('final');
  const ofAFinal = ['no-final-clock', 'minimum-not-set', 'late-power', 'not-stabilised', 'turn-before-climb'];
  expect(findings.filter(({ kind }) => ofAFinal.includes(kind))).toEqual([]);
});

test('who stays level over every step and the runway is not said to have come down on the path, or to have missed', () => {
  const plan = planned('xvko-rnav-35', { transition: null });
  const flight = flown(plan);
  const { spans } = detectPhases(flight, lessonOf(plan));
  const at = (name: string) =>
    spans.find(({ phaseId }) => phaseById(lessonOf(plan).drill, phaseId).name === name)!;
  const level_ft = 4300;
  const levelled = column(flight, 'altitude_ft').findIndex((altitude) => altitude < level_ft);
  const courses: readonly ChannelId[] = courseChannels;
  const columns = new Map([...flight.columns].filter(([id]) => !courses.includes(id)));
  const last = Math.round((at('Down the path').end_s + 60) * flight.rate_hz);
  for (const [id, value] of [
    ['altitude_ft', level_ft],
    ['trueAltitude_ft', level_ft],
    ['verticalSpeed_fpm', 0]
  ] as const)
    columns.set(
      id,
      column(flight, id).map((as, k) => (k < levelled ? as : value))
    );
  // Nobody lowers the nose: what the power does is for the speed.
  columns.set(
    'pitch_deg',
    column(flight, 'pitch_deg').map((as, k) => (k < levelled ? as : 2))
  );
  for (const [id, values] of columns) columns.set(id, values.slice(0, last));
  const { story, segments, findings } = gradeFlight({ ...flight, columns, length: last }, plan);
  const words = story!.map((sentence) => sentence.words).join(' ');
  expect(words).not.toContain('it came down on the path');
  expect(words).toContain(
    'It never came down to the minimum: lowest on the final 4300 ft, 2150 ft above it.'
  );
  expect(segments!.at(-1)).toMatchObject({ segment: 'missed', unfinished: true });
  expect(segments![0]).not.toHaveProperty('unfinished');
  const offPath = findings.find(({ kind, channel }) => kind === 'full-scale' && channel === 'pathShare')!;
  expect(offPath.evidence).toMatch(/still outside at the end of the phase\./);
});

test('who weaves across the course, and is never established on it, comes to its first fix all the same', () => {
  const plan = planned('xvko-rnav-35', { transition: null });
  const lesson = lessonOf(plan);
  const flight = flown(plan);
  const courses: readonly ChannelId[] = courseChannels;
  const columns = new Map([...flight.columns].filter(([id]) => !courses.includes(id)));
  // Half a minute to one side, half a minute to the other, along the same way.
  const asFlown = detectPhases(flight, lesson).spans;
  columns.set(
    'track_deg',
    column(flight, 'track_deg').map((track, k) => {
      const time_s = k / flight.rate_hz;
      if (time_s > asFlown[1]!.end_s + 60) return track;
      return 355 + 25 * Math.sign(Math.sin((time_s / 30) * Math.PI) || 1);
    })
  );
  const weaving = withCourse({ ...flight, columns }, lesson);
  const [joining, onto, down] = detectPhases(weaving, lesson).spans;
  // At the first fix, where the others are who joined it long before.
  expect(joining!.end_s).toBeCloseTo(asFlown[1]!.end_s, 0);
  expect([joining!.phaseId, onto!.phaseId, down!.phaseId]).toEqual(
    asFlown.slice(0, 3).map(({ phaseId }) => phaseId)
  );
  expect(down!.start_s - joining!.end_s).toBeLessThan(1);
  expect(gradeFlight(weaving, plan).findings.filter(({ kind }) => kind === 'below-minimum')).toEqual([]);
});

test('who stalls and comes down into the sea hears that first, and of no altitude besides; who lands hears of neither', () => {
  const plan = planned('xvlb-vor-dme-06', { transition: 'arlak' });
  const flight = flown(plan);
  const lesson = lessonOf(plan);
  const level = detectPhases(flight, lesson).spans.find(
    ({ phaseId }) => phaseById(lesson.drill, phaseId).name === '1900 to FELDU'
  )!;
  // From its fifth second on it falls a hundred feet a second.
  const from = Math.round((level.start_s + 5) * flight.rate_hz);
  const height_ft = column(flight, 'trueAltitude_ft')[from]!;
  const length = from + Math.ceil((height_ft / 100) * flight.rate_hz);
  const columns = new Map([...flight.columns].map(([id, values]) => [id, values.slice(0, length)] as const));
  const fall = (id: ChannelId, value: (s: number, before: number) => number) =>
    columns.set(
      id,
      columns.get(id)!.map((before, k) => (k < from ? before : value((k - from) / flight.rate_hz, before)))
    );
  fall('trueAltitude_ft', (s) => height_ft - 100 * s);
  fall('altitude_ft', (s, before) => before - 100 * s);
  fall('verticalSpeed_fpm', () => -6000);
  fall('bank_deg', () => -40);
  fall('ias_kt', () => 61);
  fall('angleOfAttack_deg', (s) => (s < 2 ? 22 : 10));
  const { findings, story, verdict } = gradeFlight({ ...flight, columns, length }, plan);
  const said = findings.filter(({ under }) => under === null);
  expect(said[0]).toMatchObject({ kind: 'met-the-surface', severity: 'hard' });
  expect(said[0]!.evidence).toMatch(
    /came down to the surface at 6000 ft\/min, banked 40°\. The wing had stalled at \d+:\d\d, at 61 kt\.$/
  );
  expect(said.filter(({ kind }) => kind === 'below-minimum')).toEqual([]);
  expect(verdict).toBe('not met');
  expect(story!.at(-1)!.words).toBe('First to work on: flown into the surface.');
  // Nor did who had been down for a while: a recording that goes on after a landing, low ground in an area with high.
  const rolled = Math.round(6 * flight.rate_hz);
  const held = new Map([...columns].map(([id, values]) => [id, Float64Array.from({ length: length + rolled }, (_, k) => values[Math.min(k, length - 1)]!)] as const)); // prettier-ignore
  const onTheGround = gradeFlight({ ...flight, columns: held, length: length + rolled }, plan);
  expect(onTheGround.findings.some(({ kind }) => kind === 'met-the-surface')).toBe(false);
  // As high as it was when it ended, it did not.
  const above = { ...flight, columns: new Map([...columns, ['trueAltitude_ft', columns.get('trueAltitude_ft')!.map((value) => value + 60)] as const]), length }; // prettier-ignore
  expect(gradeFlight(above, plan).findings.some(({ kind }) => kind === 'met-the-surface')).toBe(false);
  expect(gradeFlight(flight, plan).findings.some(({ kind }) => kind === 'met-the-surface')).toBe(false);
});

test('on the way to an arc the course that is joined from it may be set ahead; another one is wrong', () => {
  const plan = planned('xvlb-vor-dme-06', { transition: 'arlak', radios: 'cold' });
  const flight = flown(plan);
  const set = (course_deg: number) => {
    const events = flight.events.map((event) =>
      event.kind === 'radio' && event.time_s < 60
        ? { ...event, radios: { ...event.radios, nav1: { ...event.radios.nav1, course_deg } } }
        : event
    );
    return gradeFlight({ ...flight, events }, plan).findings.filter(({ kind }) => kind === 'wrong-course');
  };
  const { drill } = lessonOf(plan);
  const [to, joined] = drill.phases.filter(isByRadio).filter(({ goal }) => goal.lateral.kind === 'course');
  expect(set(radiosFor(to!).nav1.course_deg)).toEqual([]);
  expect(set(radiosFor(joined!).nav1.course_deg)).toEqual([]);
  expect(set(200)).toHaveLength(1);
});
