import { describe, expect, test } from 'vitest';
import { chartOfPlan } from '$core/drill/approach/chart-of-plan';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { lessonOf } from '$core/drill/lesson';
import { missedStationOfLesson } from '$core/drill/approach/missed-station-of-lesson';
import { busyTimes } from '$core/flight/busy-times';
import { detectPhases } from '$core/flight/detected-phases';
import type { ChannelId } from '$core/flight/channels';
import type { Flight } from '$core/flight/flight';
import type { FlightEvent } from '$core/flight/flight-event';
import { startingRadios } from '$core/flight/navigation-values';
import { missedStationHint } from '$core/grade/coach/set-up-hint';
import { gradeFlight } from '$core/grade/grade';
import { turnByBankOf } from '$core/grade/habits/turn-by-bank';
import { noHabits, type Habits } from '$core/pilot/habits';
import { radioHands } from '$core/pilot/radio-hands';
import { withPlanted } from '$core/drill/approach/planted-fault';
import { strangeRadios, type RadioSettings } from '$core/radio/radio-settings';
import { flown, madeFlight } from './flown';
import { planned } from './planned-approach';

const plan = planned('xvlb-ils-24', { transition: null });
const lesson = lessonOf(plan);
const flight = flown(plan);
const finalFix_s = detectPhases(flight, lesson).spans.find(
  ({ phaseId }) => lesson.drill.phases.find(({ id }) => id === phaseId)!.segment === 'final'
)!.start_s;
const inOrder = (events: readonly FlightEvent[]) => [...events].sort((a, b) => a.time_s - b.time_s);
const findingsOf = (of: Flight, kind: string, by: LessonPlan = plan) =>
  gradeFlight(of, by).findings.filter((finding) => finding.kind === kind);

describe('what leads the missed approach', () => {
  const set = (change: (radios: RadioSettings) => RadioSettings, at_s: number): FlightEvent => ({
    time_s: at_s,
    kind: 'radio',
    radios: change(strangeRadios)
  });
  const nothing = set((radios) => radios, 1);
  const first = (radios: RadioSettings) => ({ ...radios, nav1: { ...radios.nav1, standby_MHz: 113.4 } });
  const second = (radios: RadioSettings) => ({ ...radios, nav2: { ...radios.nav2, active_MHz: 113.4 } });
  /** What is said of a flight whose radios were set so. */
  const said = (...radios: FlightEvent[]) =>
    findingsOf(
      {
        ...flight,
        events: inOrder([...flight.events.filter(({ kind }) => kind !== 'radio'), ...radios])
      },
      'missed-station-late'
    ).map(({ title, evidence }) => `${title}: ${evidence}`);

  test('is to be on a radio by the final fix, wherever it waits', () => {
    expect(missedStationOfLesson(lesson)).toMatchObject({ id: 'VLB', frequency_MHz: 113.4 });
    expect(said(nothing, set(first, finalFix_s - 1))).toEqual([]);
    expect(said(nothing, set(second, 60))).toEqual([]);
    expect(said(nothing, set(first, finalFix_s + 50))).toEqual([
      'The missed approach’s station was tuned late: VLB, 113.40 MHz, was on no radio when the final began, not even waiting on a standby; set 50 s later, on the way down.'
    ]);
    // Set, and turned away again before the fix, it is not there.
    expect(
      said(
        set(first, 1),
        set((radios) => radios, finalFix_s - 20)
      )
    ).toEqual([
      'The missed approach’s station was not tuned: VLB, 113.40 MHz, was on no radio when the final began, not even waiting on a standby; nor was it set later.'
    ]);
    const missed_s = detectPhases(flight, lesson).spans.at(-1)!.start_s;
    expect(said(nothing, set(first, missed_s))[0]).toMatch(/s later, in the missed approach itself\.$/);
    // A recording without radios says nothing of them.
    expect(said()).toEqual([]);
  });

  test('is the ADF’s where a beacon leads there, and nothing where the final’s own station does', () => {
    const leads = (id: string) => missedStationOfLesson(lessonOf(planned(id)))?.id ?? null;
    expect(['xmor-ils-09', 'xvko-ils-17', 'xvna-vor-a', 'xvlb-rnav-24'].map(leads)).toEqual([
      'PL',
      'KOR',
      null,
      null
    ]);
  });

  test('waits where the radios are found ready, and beside what was planted wrong', () => {
    const ready = (asked: Parameters<typeof planned>[1]) =>
      startingRadios(lessonOf(planned('xvlb-ils-24', asked)));
    expect(ready({ radios: 'ready' }).nav1.standby_MHz).toBe(113.4);
    expect(ready({ radios: 'cold' })).toEqual(strangeRadios);
    const wrong = ready({ transition: null, planted: 'wrong station' });
    expect([wrong.nav1.standby_MHz, wrong.nav2.standby_MHz]).toEqual([110.3, 113.4]);
  });

  test('a course planted wrong is thirty degrees off, round by north, and nothing else with it', () => {
    const { rnav, nav1 } = strangeRadios;
    const legs = ['TOLVA', 'BRENK'];
    const byWaypoint = (course_deg: number | null) =>
      withPlanted({ ...strangeRadios, source: 'rnav', rnav: { ...rnav, legs, course_deg } }, 'wrong course');
    expect([340, 100, null].map((course) => byWaypoint(course).rnav)).toEqual(
      [10, 130, 30].map((course_deg) => ({ ...rnav, legs, course_deg }))
    );
    expect(byWaypoint(100).nav1).toEqual(nav1);
    const byStation = { ...strangeRadios, source: 'nav1' as const, nav1: { ...nav1, course_deg: 345 } };
    expect(withPlanted(byStation, 'wrong course')).toEqual({
      ...byStation,
      nav1: { ...nav1, course_deg: 15 }
    });
  });

  test('is briefed with its frequency, and asked for by the coach while there is time', () => {
    const { items } = chartOfPlan(plan, lesson.aircraft);
    expect(items.find(({ id }) => id === 'missed')!.lines).toContain(
      'VLB, 113.40 MHz, leads it: on a standby before the final fix.'
    );
    const level = lesson.drill.phases.findLastIndex(
      ({ segment, goal }) => segment === 'inbound' && goal.vertical.kind === 'level'
    );
    const says = (radios: RadioSettings, phaseIndex: number, inPhase_s: number) => {
      const hint = missedStationHint(lesson);
      hint.heard!({ time_s: 0, kind: 'radio', radios });
      return hint.look([{ time_s: 500, inPhase_s, phaseIndex, values: new Map() }])?.words;
    };
    expect(says(strangeRadios, level, 21)).toBe('For the missed approach: VLB, 113.40 MHz, on a standby.');
    expect(says(strangeRadios, level, 15)).toBeUndefined();
    expect(says(strangeRadios, 0, 60)).toBeUndefined();
    expect(says(first(strangeRadios), level, 60)).toBeUndefined();
    expect(says(strangeRadios, level + 1, 60)).toBeUndefined();
  });

  test('is set with the rest by who thinks ahead, and on the way down by who does not', () => {
    const phases = lesson.drill.phases;
    const final = phases.findIndex(({ segment }) => segment === 'final');
    const standby = (habits: Partial<Habits>, at: readonly (readonly [number, number])[]) => {
      const hands = radioHands(lesson, { ...noHabits, ...habits }, () => {});
      return at.map(([time_s, step]) => hands(time_s, step)!.nav1.standby_MHz);
    };
    const moments = [
      [6, 0],
      [60, 0],
      [400, final],
      [450, final]
    ] as const;
    expect(standby({}, moments)).toEqual([113.4, 113.4, 113.4, 113.4]);
    expect(standby({ tunesMissedLate: 1 }, moments)).toEqual([108, 108, 108, 113.4]);
  });
});

describe('an altitude that is lost over something else', () => {
  const quiet = { ...flight, events: flight.events.filter(({ kind }) => kind !== 'briefed') };
  const briefed = (...times: number[]): FlightEvent[] =>
    times.map((time_s) => ({ time_s, kind: 'briefed', detail: 'path' }));
  /** 130 ft low between 60 and 90 s on the way to the first fix, with what was said. */
  const low = (said: readonly FlightEvent[], by: number = -130) => {
    const values = flight.columns
      .get('altitude_ft')!
      .map((was, k) => was + by * Math.max(0, Math.min(1, (k / 10 - 55) / 5, (90 - k / 10) / 5)));
    return {
      ...quiet,
      events: inOrder([...quiet.events, ...said]),
      columns: new Map([...flight.columns, ['altitude_ft', values] as const])
    };
  };
  const own = planned('xvlb-ils-24', { transition: 'elska' });
  const there = flown(own);

  test('is said with what was being done as it was left; otherwise it is only low', () => {
    const found = (said: readonly FlightEvent[]) =>
      gradeFlight(low(said), plan).findings.flatMap(({ kind, title, channel }) =>
        channel === 'altitude_ft' && /^(Low|High) /.test(title) ? [`${kind}: ${title}`] : []
      );
    expect(found(briefed(52, 58, 66))).toEqual([
      'lost-while-busy: Low in “Onto the final course”, while briefing'
    ]);
    expect(found([])).toEqual(['exceedance: Low in “Onto the final course”']);
    // Briefed before and after it, or one look at the card: nobody knows that it was that.
    expect(found(briefed(20, 26, 32))).toEqual(['exceedance: Low in “Onto the final course”']);
    expect(found(briefed(80, 86))).toEqual(['exceedance: Low in “Onto the final course”']);
    expect(found(briefed(60))).toEqual(['exceedance: Low in “Onto the final course”']);
    // The wing has let go: what is lost now is not lost over a line of a briefing; what was lost before it was.
    const stalledAt = (at_s: number) => {
      const { columns, ...one } = low(briefed(52, 58, 66));
      const angle = Float64Array.from(columns.get('angleOfAttack_deg')!);
      angle.fill(lesson.aircraft.lift.stallAngle_deg + 1, at_s * 10, at_s * 10 + 20);
      const found = gradeFlight({ ...one, columns: new Map([...columns, ['angleOfAttack_deg', angle]]) }, plan).findings; // prettier-ignore
      return found.flatMap(({ kind, title }) => (/^Low |^Stalled/.test(title) ? [kind] : []));
    };
    expect(stalledAt(57)).toEqual(['stalled', 'exceedance']);
    expect(stalledAt(75)).toEqual(['stalled', 'lost-while-busy']);
    // Down to the altitude past the next fix it is still what was lost, and not gone down to.
    const lost = gradeFlight(low(briefed(52, 58, 66), -520), plan).findings.find(
      ({ kind }) => kind === 'lost-while-busy'
    )!;
    expect(lost.evidence).not.toContain('past');
    const sum: FlightEvent = {
      time_s: 64,
      kind: 'answer',
      answer: { to: 'sum', sum: 'rate', right: true, took_s: 12 }
    };
    expect(found([sum])[0]).toMatch(/, while working a sum$/);
  });

  test('times of a briefing are one where its items follow each other', () => {
    const times = (said: readonly FlightEvent[]) =>
      busyTimes({ ...quiet, events: [...said] }, lesson).map(({ doing, from_s, to_s }) => [
        doing,
        from_s,
        to_s
      ]);
    expect(times(briefed(3, 20, 40))).toEqual([['briefing', 0, 40]]);
    expect(times(briefed(30, 40, 100, 110))).toEqual([
      ['briefing', 22, 40],
      ['briefing', 92, 110]
    ]);
    expect(times(briefed(30, 100))).toEqual([]);
  });

  test('the reference pilot briefs on the way in, on the level, and loses nothing over it', () => {
    const said = there.events.filter(({ kind }) => kind === 'briefed');
    expect(said.length).toBeGreaterThanOrEqual(8);
    expect(findingsOf(there, 'lost-while-busy', own)).toEqual([]);
  });
});

describe('turns by the bank', () => {
  const G = 9.80665;
  const KNOT = 1852 / 3600;
  /** Turns of 180° each at a bank and speed, wings level between: the rate by g·tan φ / V. */
  function turning(turns: readonly [bank_deg: number, tas_kt: number][], wobble_deg = 0): Flight {
    const each_s = 100;
    const at = (t: number) => {
      const [bank_deg, tas_kt] = turns[Math.min(turns.length - 1, Math.floor(t / each_s))]!;
      const rate = ((G * Math.tan((bank_deg * Math.PI) / 180)) / (tas_kt * KNOT)) * (180 / Math.PI);
      return { bank_deg, tas_kt, rate, in_s: t % each_s, lasts_s: 180 / Math.abs(rate) };
    };
    const headings: number[] = [0];
    const isTurning = (t: number) => at(t).in_s >= 5 && at(t).in_s < 5 + at(t).lasts_s;
    for (let k = 1; k <= turns.length * each_s * 10; k++)
      headings.push((headings[k - 1]! + (isTurning(k / 10) ? at(k / 10).rate / 10 : 0) + 720) % 360);
    return madeFlight(turns.length * each_s, {
      tas_kt: (t) => at(t).tas_kt,
      heading_deg: (t) => headings[Math.round(t * 10)]!,
      bank_deg: (t) =>
        isTurning(t) ? at(t).bank_deg * (1 + (wobble_deg / 25) * Math.sign(Math.sin(t / 2))) : 0
    });
  }
  const found = (made: Flight) => turnByBankOf(made, [[0, made.length - 1, 100]]);

  test('too steep or too shallow for standard rate, to either side, by the law of the level turn', () => {
    for (const way of [1, -1]) {
      const steep = found(
        turning([
          [27 * way, 100],
          [27 * way, 100],
          [14 * way, 100]
        ])
      )!;
      expect(steep).toMatchObject({ turns: 3, off: 2, side: 'above' });
      expect(steep.bank_deg).toBeCloseTo(27, 0);
      // 27° at 100 kt: 5.6°/s; standard rate there takes 15.4°.
      expect(steep.rate_degps).toBeCloseTo(5.57, 1);
      expect(steep.due_degps).toBe(3);
      expect(
        found(
          turning([
            [9 * way, 120],
            [9 * way, 120]
          ])
        )
      ).toMatchObject({ off: 2, side: 'below' });
    }
  });

  test('not of standard rate, of one turn in two, of a fast airplane at thirty degrees, or of a bank that was not held', () => {
    expect(
      found(
        turning([
          [15.4, 100],
          [-15.4, 100],
          [17, 100]
        ])
      )
    ).toBeNull();
    expect(
      found(
        turning([
          [27, 100],
          [15.4, 100]
        ])
      )
    ).toBeNull();
    expect(found(turning([[27, 100]]))).toBeNull();
    expect(
      found(
        turning([
          [30, 260],
          [30, 260]
        ])
      )
    ).toBeNull();
    expect(
      found(
        turning(
          [
            [27, 100],
            [27, 100]
          ],
          10
        )
      )
    ).toBeNull();
  });
});

describe('a final that was never come to', () => {
  /** From the end of the way in on: so far beside the course, the needle where that puts it, and so high. */
  const astray = (aside_nm: number, share: number, lowest_ft: number) => {
    const from = Math.round(finalFix_s * flight.rate_hz) - 50;
    const put = (id: ChannelId, value: (was: number) => number) =>
      [id, flight.columns.get(id)!.map((was, k) => (k < from ? was : value(was)))] as const;
    const columns = new Map([
      ...flight.columns,
      put('crossTrack_nm', () => aside_nm),
      put('courseShare', () => share),
      put('altitude_ft', (was) => Math.max(was, lowest_ft))
    ]);
    return gradeFlight({ ...flight, columns }, plan);
  };

  test('is told as not flown, and not as one flown at full scale; nothing is said of its minimum or its decision', () => {
    const { findings, story, segments, verdict } = astray(9, 1.6, 1600);
    const kinds = findings.map(({ kind }) => kind);
    expect(verdict).toBe('not met');
    for (const kind of ['full-scale', 'minimum-not-set', 'early-decision', 'prompt-decision', 'late-power'])
      expect(kinds).not.toContain(kind);
    expect(segments!.map(({ segment }) => segment)).not.toContain('final');
    expect(story!.map(({ words }) => words)).toContain('The final was not flown.');
    expect(findings.find(({ kind }) => kind === 'not-flown')!.evidence).toContain('“Down the path”');
  });

  test('near its course, within the needle, or lower than where it begins it is flown, and judged', () => {
    for (const [aside_nm, share, lowest_ft] of [
      [1.5, 1.6, 1600],
      [9, 1.6, 1200]
    ] as const)
      expect(astray(aside_nm, share, lowest_ft).findings.map(({ kind }) => kind)).toContain('full-scale');
    expect(astray(9, 0.5, 1600).segments!.map(({ segment }) => segment)).toContain('final');
  });
});
