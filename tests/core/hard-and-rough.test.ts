import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import type { ChannelId } from '$core/flight/channels';
import { courseChannels } from '$core/flight/course-watch';
import { detectPhases } from '$core/flight/detected-phases';
import { asJudged } from '$core/flight/judged-channels';
import { gradeFlight } from '$core/grade/grade';
import { needleMiles } from '$core/grade/needle-miles';
import { flown } from './flown';
import { planned } from './planned-approach';

const inAir = (turbulence: 'light' | 'moderate') =>
  planned('xvlb-ils-24', { transition: null }, { turbulence });

describe('what must not happen on a final', () => {
  const plan = inAir('light');
  const flight = flown(plan);
  const lesson = lessonOf(plan);
  const spans = detectPhases(flight, lesson).spans;
  /** Findings of a flight whose needle stands elsewhere for a while in the middle of a phase. */
  const movedTo = (channel: ChannelId, share: number, for_s: number, part: 'inbound' | 'final') => {
    const span = spans.findLast(
      ({ phaseId }) => lesson.drill.phases.find(({ id }) => id === phaseId)!.segment === part
    )!;
    const values = Float64Array.from(flight.columns.get(channel)!);
    const from = Math.round(((span.start_s + span.end_s) / 2) * flight.rate_hz);
    values.fill(share, from, from + for_s * flight.rate_hz);
    const grade = gradeFlight({ ...flight, columns: new Map([...flight.columns, [channel, values]]) }, plan);
    return {
      verdict: grade.verdict,
      hard: grade.findings.filter(({ severity }) => severity === 'hard').map(({ title }) => title)
    };
  };
  test.each([
    ['courseShare', 1.05, 5, 'final', ['Full scale off the course on the final']],
    ['courseShare', -1.05, 5, 'final', ['Full scale off the course on the final']],
    ['pathShare', -1.2, 5, 'final', ['Full scale off the path on the final']],
    ['courseShare', 0.95, 5, 'final', []],
    ['courseShare', 1.05, 2, 'final', []],
    ['courseShare', 1.05, 5, 'inbound', []]
  ] as const)('%s at %s for %d s, %s: hard are %j', (channel, share, for_s, part, hard) => {
    const found = movedTo(channel, share, for_s, part);
    expect(found.hard).toEqual(hard);
    if (hard.length > 0) expect(found.verdict).toBe('not met');
  });
});

test('no power where the final ends is late of whoever was on the final; of whoever never was, the course is what there is to say', () => {
  const plan = inAir('light');
  const flight = flown(plan);
  const { drill } = lessonOf(plan);
  const begins_s = (part: 'final' | 'missed') =>
    detectPhases(flight, lessonOf(plan)).spans.find(
      ({ phaseId }) => drill.phases.find(({ id }) => id === phaseId)!.segment === part
    )!.start_s;
  const found = (share: number | null) => {
    const columns = new Map(flight.columns);
    const change = (channel: ChannelId, value: number, from_s: number, to_s: number) =>
      columns.set(channel, Float64Array.from(columns.get(channel)!).fill(value, from_s * 10, to_s * 10));
    change('throttle', 0.4, begins_s('missed') - 30, begins_s('missed') + 60);
    if (share !== null) change('courseShare', share, begins_s('final'), begins_s('missed'));
    return gradeFlight({ ...flight, columns }, plan).findings.map(({ kind }) => kind);
  };
  expect(found(null)).toContain('late-power');
  expect(found(0.9)).toContain('late-power');
  expect(found(-1.5)).not.toContain('late-power');
  expect(found(-1.5)[0]).toBe('full-scale');
});

test('who flies on level past the missed approach point, with the power of level flight, has begun nothing', () => {
  const plan = planned('xvna-vor-a', { transition: null });
  const flight = flown(plan);
  const { drill } = lessonOf(plan);
  const check = drill.checks.find((one) => one.kind === 'missed')!;
  const point = Math.round(
    detectPhases(flight, lessonOf(plan)).spans.find(({ phaseId }) => phaseId === check.phase)!.start_s *
      flight.rate_hz
  );
  /** From a minute before the point on: level but for the air, or climbing after so long. */
  const found = (climbsAfter_s: number, throttle: number, ends_s = Infinity) => {
    const from = point - 60 * flight.rate_hz;
    const level_ft = flight.columns.get('altitude_ft')![from]!;
    const put = (id: ChannelId, value: (s: number) => number) =>
      Float64Array.from(flight.columns.get(id)!, (was, k) =>
        k < from ? was : value((k - point) / flight.rate_hz)
      );
    const climbed_s = (s: number) => Math.max(0, s - climbsAfter_s);
    const columns = new Map([
      ...flight.columns,
      ['altitude_ft', put('altitude_ft', (s) => level_ft + 20 * Math.sin(s / 3) + 12 * climbed_s(s))],
      ['climbRate_fpm', put('climbRate_fpm', (s) => 400 * Math.cos(s / 3) + (climbed_s(s) > 0 ? 720 : 0))],
      ['throttle', put('throttle', (s) => (climbed_s(s) > 0 ? 1 : throttle))],
      ['flaps_deg', put('flaps_deg', (s) => (s < 5 ? 10 : 0))]
    ] as const);
    const length = Math.min(flight.length, point + ends_s * flight.rate_hz);
    const cut = new Map([...columns].map(([id, values]) => [id, values.slice(0, length)] as const));
    const { findings, elements } = gradeFlight({ ...flight, length, columns: cut }, plan);
    return {
      titles: findings
        .filter(({ kind }) => kind === 'late-power' || kind === 'cleaned-up-early')
        .map(({ title }) => title),
      evidence: findings.find(({ kind }) => kind === 'late-power')?.evidence,
      verdict: elements.find(({ name }) => name === 'Missed approach: order')?.verdict
    };
  };
  for (const throttle of [0.5, 0.7, 1])
    expect(found(Infinity, throttle)).toEqual({
      titles: ['No missed approach begun'],
      evidence: 'No climb within 30 s of where it begins.',
      verdict: 'not met'
    });
  // Of a flight that ends twelve seconds after the point, come to three minutes late, nobody knows.
  expect(found(Infinity, 0.5, 194)).toEqual({
    titles: [],
    evidence: undefined,
    verdict: undefined
  });
  // Who climbs late has begun it late: 12 s after the clock has run out.
  expect(found(check.timed!.time_s - 115, 0.5).titles).not.toContain('No missed approach begun');
});

test('who comes to the end of the path high, and goes down from there, hears how long that took, and is not told of the minimum twice', () => {
  const plan = inAir('light');
  const flight = flown(plan);
  const { drill } = lessonOf(plan);
  const check = drill.checks.find((one) => one.kind === 'decision')!;
  const end = Math.round(
    detectPhases(flight, lessonOf(plan)).spans.find(({ phaseId }) => phaseId === check.phase)!.start_s *
      flight.rate_hz
  );
  // Five hundred feet above the path over the threshold, on down to the minimum beyond it, and up from there.
  const over_ft = 500;
  const lowest_s = 100;
  const high_ft = (s: number, was: number) => was + over_ft * Math.min(1, Math.max(0, (s + 120) / 100));
  const after_ft = (s: number) => check.altitude_ft + over_ft - 5 * s;
  const lowest_ft = check.altitude_ft - 3;
  const columns = new Map(
    [...flight.columns]
      .map(([id, values]) => [id, Float64Array.from(values)] as const)
      .filter(([id]) => !courseChannels.includes(id as never))
  );
  const put = (id: ChannelId, value: (s: number, was: number) => number) =>
    columns.set(
      id,
      columns.get(id)!.map((was, k) => value((k - end) / flight.rate_hz, was))
    );
  const down = (s: number) => Math.max(lowest_ft, after_ft(s));
  for (const id of ['altitude_ft', 'trueAltitude_ft'] as const)
    put(id, (s, was) =>
      s < 0 ? high_ft(s, was) : s < lowest_s + 5 ? down(s) : lowest_ft + 12 * (s - lowest_s - 5)
    );
  for (const id of ['verticalSpeed_fpm', 'climbRate_fpm'] as const)
    put(id, (s, was) => (s < 0 ? was : s < lowest_s + 5 ? -480 : 720));
  const { findings, story } = gradeFlight({ ...flight, columns }, plan);
  const words = story!.map((sentence) => sentence.words).join(' ');
  expect(words).toMatch(
    /From the end of the path, at 6\d\d ft, it took \d\d\.\d s to a climb; lowest 387 ft\./
  );
  expect(words).not.toMatch(/never came down|At the minimum of/);
  expect(findings.find(({ kind }) => kind === 'late-decision')?.evidence).toMatch(
    /^From the end of the path, at 6\d\d ft, it took \d\d\.\d s to a positive climb; 5 s allowed\. Lowest 387 ft\.$/
  );
  expect(findings.some(({ kind }) => kind === 'prompt-decision')).toBe(false);
});

test('who goes down to the next altitude before its fix hears which fix that is; who is only low does not', () => {
  const plan = planned('xvlb-ils-24', { transition: 'elska' });
  const briefed = flown(plan);
  const flight = { ...briefed, events: briefed.events.filter(({ kind }) => kind !== 'briefed') };
  /** Down to an altitude from half a minute on, by eight feet a second, until the flight itself is there. */
  const found = (to_ft: number) => {
    const values = flight.columns
      .get('altitude_ft')!
      .map((was, k) => Math.min(was, Math.max(to_ft, was - 8 * Math.max(0, k / flight.rate_hz - 30))));
    const columns = new Map([...flight.columns, ['altitude_ft', values] as const]);
    return gradeFlight({ ...flight, columns }, plan).findings.find(
      ({ severity, channel }) => severity !== 'good' && channel === 'altitude_ft'
    )!;
  };
  const soon = found(3000);
  expect(soon).toMatchObject({ kind: 'down-too-soon', title: 'Down too soon in “To ELSKA”', failed: true });
  expect(soon.evidence).toMatch(/^Up to 5\d\d ft below 3500 ft .*; 3000 ft is the altitude past ELSKA\.$/);
  expect(soon.cure).toMatch(/^Down only past the fix/);
  // Down at once to the altitude after the next: below the minimum of a leg, which is said first, and all of it once.
  expect(found(2200)).toMatchObject({ severity: 'hard', under: null });
  expect(found(2200).evidence).toMatch(/; 2200 ft is the altitude past VESKA\.$/);
  expect(found(3250)).toMatchObject({ kind: 'exceedance', title: 'Low in “To ELSKA”' });
});

describe('below what a leg is charted at', () => {
  const asCharted = planned('xvna-vor-a');
  const charted = asCharted.approach.approach;
  const [way, ...others] = charted.transitions;
  /** The second leg, 23.7 NM to the station, at another altitude; flown as asked, its altitudes then that much lower. */
  const hard = (altitude: { above_ft?: number; below_ft?: number }, lower_ft: number) => {
    const legs = way!.legs.map((leg, i) => (i === 1 ? { ...leg, altitude } : leg));
    const approach = { ...charted, transitions: [{ ...way!, legs }, ...others] };
    const plan = { ...asCharted, approach: { ...asCharted.approach, approach } };
    const lesson = lessonOf(plan);
    const flight = flown(plan);
    const level = detectPhases(flight, lesson).spans.find(
      ({ phaseId }) => lesson.drill.phases.find(({ id }) => id === phaseId)!.name === '2200 to SDH'
    )!;
    const altitudes = Float64Array.from(flight.columns.get('altitude_ft')!, (feet, k) =>
      k > (level.start_s + 60) * 10 && k < (level.end_s - 60) * 10 ? feet - lower_ft : feet
    );
    const { findings } = gradeFlight(
      { ...flight, columns: new Map([...flight.columns, ['altitude_ft', altitudes]]) },
      plan
    );
    return findings
      .filter(({ kind, under }) => kind === 'below-minimum' && under === null)
      .map(({ severity }) => severity);
  };
  test.each([
    [{ above_ft: 2200 }, 250, ['hard']],
    [{ above_ft: 2200 }, 60, []],
    [{ above_ft: 2200, below_ft: 2200 }, 250, ['hard']],
    [{ below_ft: 2200 }, 250, []]
  ])('%o, flown %d ft lower: %j', (altitude, lower_ft, said) => {
    expect(hard(altitude, lower_ft)).toEqual(said);
  });
});

test('where the clock tells the missed approach point, its running out is the moment, and not a place that nobody can see', () => {
  const plan = planned('xvna-vor-a', { transition: null });
  const { drill } = lessonOf(plan);
  const check = drill.checks.find((one) => one.kind === 'missed')!;
  // By hand: 3.4 NM of final at 90 kt indicated, some 92 true, in a wind from 290° at 12 kt: 38° off the nose, 9.5 kt of headwind.
  expect(check.timed!.time_s).toBeGreaterThan((3.35 / (92 - 9)) * 3600);
  expect(check.timed!.time_s).toBeLessThan((3.45 / (91 - 10)) * 3600);
  const flight = flown(plan);
  const began_s = (id: string) =>
    detectPhases(flight, lessonOf(plan)).spans.find(({ phaseId }) => phaseId === id)!.start_s;
  const fix_s = began_s(check.timed!.from);
  const point_s = began_s(check.phase);
  /** The clock started so long after the fix, climb power so long after it has run out. */
  const found = (started_s: number | null, power_s: number) => {
    const due_s = fix_s + (started_s ?? 0) + check.timed!.time_s;
    expect(due_s).toBeGreaterThan(point_s - 6);
    const throttle = Float64Array.from(flight.columns.get('throttle')!);
    throttle.fill(0.4, (point_s - 30) * 10, Math.round((due_s + power_s) * 10));
    const events = flight.events.filter(({ kind }) => kind !== 'timer');
    const start = { time_s: fix_s + (started_s ?? 0), kind: 'timer' as const, detail: 'start' };
    return gradeFlight(
      {
        ...flight,
        events: started_s === null ? events : [...events, start],
        columns: new Map([...flight.columns, ['throttle', throttle]])
      },
      plan
    ).findings.find(({ kind }) => kind === 'late-power')?.evidence;
  };
  expect(found(8, 2)).toBeUndefined();
  expect(found(8, 9)).toBe('9.0 s to climb power; 3 s allowed.');
  expect(found(40, 2)).toBeUndefined();
  expect(found(null, 12)).toMatch(/^1\d\.\d s to climb power/);
});

test('a path that was left for a climb is judged to where the climb began, however late it is known for one', () => {
  const plan = inAir('light');
  const flight = flown(plan);
  const path = detectPhases(flight, lessonOf(plan)).spans.find(
    ({ phaseId }) =>
      lessonOf(plan).drill.phases.find(({ id }) => id === phaseId)!.goal.vertical.kind === 'path'
  )!;
  /** Away from the path for its last twelve seconds, climbing or level. */
  const found = (climbs: boolean) => {
    const from = Math.round((path.end_s - 12) * flight.rate_hz);
    const changed = (id: ChannelId, value: (s: number, was: number) => number) =>
      Float64Array.from(flight.columns.get(id)!, (was, k) =>
        k < from || k > path.end_s * flight.rate_hz + 5 ? was : value((k - from) / flight.rate_hz, was)
      );
    const begun_ft = flight.columns.get('altitude_ft')![from]!;
    const columns = new Map([
      ...flight.columns,
      ['pathShare', changed('pathShare', (s) => 0.3 * s)] as const,
      ['climbRate_fpm', changed('climbRate_fpm', () => (climbs ? 600 : 0))] as const,
      ['altitude_ft', changed('altitude_ft', (s) => (climbs ? begun_ft + 10 * s : begun_ft))] as const
    ]);
    return gradeFlight({ ...flight, columns }, plan).findings.map(({ kind }) => kind);
  };
  expect(found(false)).toContain('full-scale');
  expect(found(true)).not.toContain('full-scale');
});

test('in rough air what swings is not put down to the hands; the same flight in light air would be', () => {
  const rough = inAir('moderate');
  const flight = flown(rough);
  const HANDS = ['pumping', 'power-hunting', 'over-correcting', 'chasing-needle', 'over-correcting-course'];
  const said = (plan: typeof rough) =>
    gradeFlight(flight, plan).findings.filter(({ kind }) => HANDS.includes(kind)).length;
  expect(said(rough)).toBe(0);
  expect(said({ ...rough, turbulence: 'light' })).toBeGreaterThan(0);
  expect(gradeFlight(flight, rough).circumstances).toContain('Moderate turbulence');
});

test('mile by mile the needles are the share of scale times the scale there; of a flight without places nothing is told', () => {
  const plan = inAir('light');
  const lesson = lessonOf(plan);
  const flight = asJudged(flown(plan), lesson);
  const spans = detectPhases(flight, lesson).spans;
  const miles = needleMiles(flight, lesson, spans);
  expect(miles.map(({ to_nm }) => to_nm)).toEqual([4, 3, 2, 1, 0].slice(5 - miles.length));
  expect(miles.map(({ aim }) => aim).slice(-2)).toEqual([1 / 2, 1 / 3]);
  // Farther out no more than what the profile allows, or three quarters where it says nothing.
  const farOut = (courseNeedle?: number) => {
    const { courseNeedle: _, ...tolerance } = lesson.tolerance;
    return needleMiles(flight, { ...lesson, tolerance: courseNeedle === undefined ? tolerance : { ...tolerance, courseNeedle } }, spans)[0]!.aim; // prettier-ignore
  };
  expect([farOut(), farOut(0.6)]).toEqual([0.75, 0.6]);
  // A localizer of 350 ft at the threshold, its antenna a runway’s length behind: the nearer, the fewer metres a share is.
  const metres = miles.map(({ aside_m, course }) => aside_m / course);
  for (const [i, now] of metres.entries()) if (i > 0) expect(now).toBeLessThan(metres[i - 1]!);
  // ± 0.7° of path: between one and half a mile before the threshold, 1.16 and 0.66 NM from the antenna, full scale is 86 to 49 ft.
  const last = miles.at(-1)!;
  expect(last.to_nm).toBe(0);
  expect(last.offPath_ft! / last.path!).toBeGreaterThan(49);
  expect(last.offPath_ft! / last.path!).toBeLessThan(86);
  const doubled = new Map(flight.columns);
  for (const id of ['courseShare', 'crossTrack_nm'] as const)
    doubled.set(
      id,
      Float64Array.from(flight.columns.get(id)!, (value) => 2 * value)
    );
  needleMiles({ ...flight, columns: doubled }, lesson, spans).forEach((mile, i) => {
    expect(mile.course).toBeCloseTo(2 * miles[i]!.course, 6);
    expect(mile.aside_m).toBeCloseTo(2 * miles[i]!.aside_m, 3);
  });
  doubled.delete('pathShare');
  for (const { path, offPath_ft } of needleMiles({ ...flight, columns: doubled }, lesson, spans))
    expect([path, offPath_ft]).toEqual([null, null]);
  doubled.delete('latitude_deg');
  expect(needleMiles({ ...flight, columns: doubled }, lesson, spans)).toEqual([]);
});
