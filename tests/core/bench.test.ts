import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { nextLevel, type GivenAnswer } from '$core/bench/level';
import { panelQuestion } from '$core/bench/panel-question';
import { answerTime_s, panelQuestionKinds } from '$core/bench/question';
import { dueKinds } from '$core/bench/repetition';
import { sumQuestion } from '$core/bench/sum-bench';
import { isPowerThere } from '$core/bench/input-question';
import { isRight, pick, sumKinds } from '$core/bench/sum-question';
import { drillFileById } from '$core/drill/catalogue/catalogue';
import { normaliseSigned } from '$core/measure/angle';
import type { ChannelId } from '$core/flight/channels';
import { column, sampleAt } from '$core/flight/flight';
import { readingsAt } from '$core/flight/replayed-readings';
import { aircraftById } from '$core/aircraft/catalogue';
import { momentIn } from '$core/bench/choosing';
import { lessonOf } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import type { SeededNoise } from '$core/measure/seeded-noise';
import { madeFlight, planOf } from './flown';

describe('questions about a panel', () => {
  const cases = panelQuestionKinds.flatMap((kind) =>
    ([1, 3, 5] as const).map((level) => [kind, level] as const)
  );
  test.each(cases)(
    '%s at level %i: from the seed, one right answer among others, with its working',
    (kind, level) => {
      const q = panelQuestion(kind, level, 76 + level, 'dials', 'primary and supporting');
      const again = panelQuestion(kind, level, 76 + level, 'dials', 'primary and supporting');
      expect(again.options).toEqual(q.options);
      expect(new Set(q.options).size).toBe(q.options.length);
      expect(q.options[q.answer]).toBeDefined();
      expect(q.working.length).toBeGreaterThan(30);
      expect(q.within_s).toBe(answerTime_s(kind, level));
      expect(q.clip.to_s).toBeGreaterThanOrEqual(q.clip.from_s);
      // Which way the nose must go is said by the needles there, and they are not part of the question.
      expect(drillFileById(q.clip.plan.drill).navigation).toBeUndefined();
      expect([q.clip.plan.heading_deg % 10, q.clip.plan.heading_deg >= 10, q.clip.plan.heading_deg <= 360]).toEqual([0, true, true]); // prettier-ignore
    }
  );

  test('the liar’s panel differs from the truth in the one instrument that is the answer', () => {
    const keys = { airspeed: 'ias_kt', attitude: 'bank_deg', altimeter: 'altitude_ft', 'turn and slip': 'turnRate_degps', 'heading indicator': 'heading_deg', 'vertical speed': 'verticalSpeed_fpm' } as const; // prettier-ignore
    for (let seed = 1; seed <= 4; seed++) {
      const { clip, options, answer } = panelQuestion('liar', 2, seed, 'dials', 'primary and supporting');
      const aircraft = aircraftById(clip.plan.aircraft);
      const truth = readingsAt(clip.flight, clip.to_s, { plan: clip.plan, aircraft });
      const shown = clip.lying!(truth, clip.to_s);
      const changed = Object.entries(keys).filter(([, key]) => Math.abs(shown[key] - truth[key]) > 1e-9);
      expect(changed.map(([name]) => name)).toEqual([options[answer]]);
    }
  });

  const asked = (kind: (typeof panelQuestionKinds)[number], level: number, seeds: readonly number[], panel: 'dials' | 'tapes' = 'dials') =>
    seeds.map((seed) => panelQuestion(kind, level, seed, panel, 'primary and supporting')); // prettier-ignore
  const seen = ({ clip: { flight, to_s } }: ReturnType<typeof panelQuestion>, id: ChannelId) =>
    column(flight, id)[sampleAt(flight, to_s)]!;

  test('what the airplane does: one thing where it is easy, two or three where it is not, and as its panel shows it', () => {
    const wrong: string[][][] = [];
    const answers: number[] = [];
    for (const level of [1, 2, 3, 4, 5])
      for (const q of asked('doing', level, [21, 22, 23])) {
        const [vertical, lateral, speed] = q.options[q.answer]!.split(', ');
        const things = [vertical !== 'level', lateral !== 'straight', speed !== 'steady speed'];
        const count = things.filter(Boolean).length;
        expect(level <= 2 ? count === 1 : count >= 2).toBe(true);
        expect(q.options).toHaveLength(level <= 2 ? 4 : 5);
        const rate = seen(q, 'verticalSpeed_fpm');
        expect(vertical).toBe(rate >= 250 ? 'climbing' : rate <= -250 ? 'descending' : 'level');
        expect(vertical === 'level' && Math.abs(rate) > 120).toBe(false);
        const turn = seen(q, 'turnRate_degps');
        expect(lateral).toBe(turn >= 1.3 ? 'turning right' : turn <= -1.3 ? 'turning left' : 'straight');
        expect(lateral === 'straight' && Math.abs(turn) > 0.6).toBe(false);
        // A panel that stands still at the even levels, five seconds of it at the others.
        expect(q.clip.to_s - q.clip.from_s).toBeCloseTo(level % 2 === 0 ? 0 : 5, 9);
        const before = column(q.clip.flight, 'ias_kt')[sampleAt(q.clip.flight, q.clip.to_s - 5)]!;
        const gained = (seen(q, 'ias_kt') - before) / 5;
        expect(speed).toBe(gained >= 0.55 ? 'speeding up' : gained <= -0.55 ? 'slowing' : 'steady speed');
        // Its working reads the panel out as it stands.
        const [, fpm, degps, knots] =
          /^Vertical speed ([+−]?[\d,]+) ft\/min, turn ([+−]?[\d.]+)°\/s on \d{3}°, ([\d]+) kt/.exec(
            q.working
          )!;
        const number = (text: string) => Number(text.replace('−', '-').replace(/[,+]/g, ''));
        expect(number(fpm!)).toBeCloseTo(rate, -1);
        expect(Math.abs(number(degps!) - turn)).toBeLessThanOrEqual(0.051);
        expect(Math.abs(number(knots!) - seen(q, 'ias_kt'))).toBeLessThanOrEqual(0.51);
        // Neither the speed of all the others gives the right one away, nor the height or the turn.
        wrong.push(q.options.map((option) => option.split(', ')));
        answers.push(q.answer);
      }
    for (const part of [0, 1, 2]) {
      const others = wrong.flatMap((options, index) =>
        options.filter((_, k) => k !== answers[index]).map((o) => o[part] === options[answers[index]!]![part])
      );
      expect(new Set(others)).toEqual(new Set([true, false]));
    }
    expect(new Set(answers).size).toBeGreaterThan(2);
  }, 120_000);

  test('the lying instrument shows what its failure makes it show: a frozen altitude, no rate, no speed, no turn', () => {
    const plainly: Record<string, number> = { airspeed: 40, altimeter: 500, 'vertical speed': 600, attitude: 20, 'heading indicator': 35, 'turn and slip': 2.5 }; // prettier-ignore
    const hardest: Record<string, number> = { airspeed: 12, altimeter: 150, 'vertical speed': 300, attitude: 6, 'heading indicator': 12, 'turn and slip': 1.3 }; // prettier-ignore
    const lied = new Set<string>();
    for (const [level, seeds] of [
      [1, [31, 32, 33, 34, 35, 36, 37, 38]],
      [4, [44, 45, 46, 47]],
      [5, [39, 40, 41, 42, 43]]
    ] as const)
      // prettier-ignore
      for (const q of asked('liar', level, seeds)) {
        const { clip } = q;
        const aircraft = aircraftById(clip.plan.aircraft);
        const at = (time_s: number) => {
          const truth = readingsAt(clip.flight, time_s, { plan: clip.plan, aircraft });
          return { truth, shown: clip.lying!(truth, time_s) };
        };
        const { truth, shown } = at(clip.to_s);
        const liar = q.options[q.answer]!;
        lied.add(liar);
        const off: Record<string, number> = {
          airspeed: shown.ias_kt - truth.ias_kt,
          altimeter: shown.altitude_ft - truth.altitude_ft,
          'vertical speed': shown.verticalSpeed_fpm - truth.verticalSpeed_fpm,
          attitude: shown.bank_deg - truth.bank_deg,
          'heading indicator': normaliseSigned(shown.heading_deg - truth.heading_deg),
          'turn and slip': shown.turnRate_degps - truth.turnRate_degps
        };
        if (level === 1) expect(Math.abs(off[liar]!)).toBeGreaterThanOrEqual(plainly[liar]!);
        // The hardest may be off by less, and by no more than is missed at a glance.
        else {
          const limit = level === 5 ? hardest[liar]! : plainly[liar]! + 0.75 * (hardest[liar]! - plainly[liar]!);
          expect(Math.abs(off[liar]!)).toBeGreaterThanOrEqual(limit);
          expect(Math.abs(off[liar]!)).toBeLessThanOrEqual(4 * limit);
        }
        const then = at(clip.from_s).shown;
        if (liar === 'altimeter') expect(shown.altitude_ft).toBe(then.altitude_ft);
        if (liar === 'vertical speed') expect(Math.abs(shown.verticalSpeed_fpm)).toBeLessThan(30);
        if (liar === 'airspeed') expect(shown.ias_kt).toBeLessThan(truth.ias_kt);
        // Fifteen seconds after its power went a gyro turns at e^(−15/8) of its speed, and shows that much of the turn.
        if (liar === 'turn and slip')
          expect(Math.abs(shown.turnRate_degps)).toBeLessThan(0.16 * Math.abs(truth.turnRate_degps) + 0.3);
        // Headings are said in three digits, a rate of turn to a tenth, everything else in whole figures.
        const figure = { 'heading indicator': '\\d{3}°', 'turn and slip': '−?\\d+\\.\\d' }[liar] ?? '−?[\\d,]+';
        expect(q.working).toMatch(new RegExp(`^The ${liar} showed ${figure} where the airplane had ${figure}: `));
        expect(clip.to_s - clip.from_s).toBeCloseTo(10, 9);
      }
    expect(lied.size).toBeGreaterThanOrEqual(3);
    // Tapes have no gyros to run down.
    for (const q of asked('liar', 3, [41, 42, 43], 'tapes'))
      expect(q.options[q.answer]).not.toMatch(/attitude|heading/);
  }, 120_000);

  test('the roles: the first one alone at first, both later; harder, the condition is not told and one more is offered', () => {
    const roleOf = ({ prompt }: { prompt: string }) =>
      /Which is (\w+) for (pitch|bank|power)\?/.exec(prompt)!.slice(1);
    const at = [1, 2, 3, 4, 5].map((level) => asked('primary', level, [51, 52, 53, 54, 55, 56]));
    for (const q of at[0]!) expect(roleOf(q)[0]).toBe('primary');
    expect(new Set(at.flat().map((q) => roleOf(q)[0]))).toEqual(new Set(['primary', 'supporting']));
    expect(new Set(at.flat().map((q) => roleOf(q)[1]))).toEqual(new Set(['pitch', 'bank', 'power']));
    at.forEach((questions, index) => {
      for (const q of questions) {
        const level = index + 1;
        expect(q.options).toHaveLength(level >= 3 ? 5 : 4);
        expect(q.asked === null).toBe(level >= 4);
        expect(q.clip.to_s - q.clip.from_s).toBeCloseTo(level >= 4 ? 0 : 4, 9);
        const [role] = roleOf(q);
        const entering = q.working.startsWith('Entering');
        expect(q.working).toContain(
          role === 'supporting'
            ? 'It confirms what the primary one says.'
            : entering
              ? 'comes first, then the one that is to stand still.'
              : 'It is the one that is supposed to stand still.'
        );
      }
    });
    expect(new Set(at[1]!.map((q) => roleOf(q)[0])).size).toBe(2);
    // A transition is entered by one instrument and held by another, and that is said.
    const working = Array.from({ length: 30 }, (_, k) => asked('primary', 1, [60 + k])[0]!.working);
    const entering = working.filter((text) => text.startsWith('Entering'));
    expect(entering.length).toBeGreaterThan(0);
    for (const text of working)
      expect(
        text.endsWith(
          'In a transition the one by which it is entered comes first, then the one that is to stand still.'
        )
      ).toBe(text.startsWith('Entering'));
    const other = panelQuestion('primary', 1, 57, 'dials', 'control and performance');
    expect([roleOf(other)[0], other.working]).toEqual([
      'control',
      expect.stringContaining('It is where the airplane is set.')
    ]);
  }, 120_000);

  test('there is a tenth more time for the first level than plain, and 12 % of it less for each above', () => {
    expect([1, 3, 5].map((level) => answerTime_s('liar', level))).toEqual([28, 22, 16]);
    expect([1, 2, 5].map((level) => answerTime_s('doing', level))).toEqual([13, 12, 7]);
  });

  test('what to do next: waiting is offered from the third level on, the panel stands still from the fourth', () => {
    for (const level of [1, 2, 3, 4])
      for (const q of asked('input', level, [61, 62])) {
        expect(q.options.includes('nothing: wait')).toBe(level >= 3);
        expect(q.options).toHaveLength(level >= 3 ? 7 : 6);
        if (level >= 4) expect(q.clip.from_s).toBe(q.clip.to_s);
        else expect(q.clip.to_s - q.clip.from_s).toBeCloseTo(6, 9);
        // A heading and an altitude or a rate are asked for: in a turn, or at a speed alone, other things are off.
        expect(q.asked).toMatch(/heading \d{3}°/);
        expect(q.asked).toMatch(/altitude [\d,]+ ft|(?:rate|vertical speed) [+−\d,]+ ft/);
        expect(q.asked).not.toMatch(/bank|turn/);
        const throttle = seen(q, 'throttle');
        if (q.options[q.answer] === 'less power') expect(throttle).toBeGreaterThanOrEqual(0.12);
        if (q.options[q.answer] === 'more power') expect(throttle).toBeLessThanOrEqual(0.88);
      }
  }, 120_000);

  test('both schools are asked in their own words', () => {
    const words = [1, 2, 3].map(
      (seed) => panelQuestion('primary', 2, seed, 'tapes', 'control and performance').prompt
    );
    expect(words.every((prompt) => /control|performance/.test(prompt))).toBe(true);
  });
});

test('a moment is drawn inside its phase: not before it has settled, not after the flight is over', () => {
  const lesson = lessonOf(planOf());
  const { phases } = lesson.drill;
  const flight = madeFlight(60, {});
  const from = (span: Partial<PhaseSpan>, inside_s: number, uniform: number) =>
    momentIn(
      { uniform: () => uniform } as SeededNoise,
      {
        lesson,
        plan: lesson.plan,
        flight,
        spans: [{ phaseId: phases[1]!.id, start_s: 10, end_s: 40, ...span } as PhaseSpan]
      },
      inside_s
    );
  expect(from({}, 6, 0)).toEqual({ time_s: 16, phase: phases[1], before: phases[0] });
  expect(from({}, 6, 0.999999)!.time_s).toBeCloseTo(39, 3);
  expect(from({ phaseId: phases[0]!.id }, 6, 0)!.before).toBeNull();
  // The flight ends at 60 s, whatever the phase was to last.
  expect(from({ end_s: 500 }, 6, 0.999999)!.time_s).toBeCloseTo(59, 3);
  expect(from({}, 28, 0)!.time_s).toBe(38);
  expect(from({}, 28.1, 0)).toBeNull();
});

test('what a heading has to do with it is said where a heading is told, and only there', () => {
  for (let seed = 1; seed <= 30; seed++)
    for (const level of [1, 2, 3, 5]) {
      const { prompt, working } = sumQuestion('quadrant', level, seed);
      expect(/your heading is \d{3}°/.test(prompt)).toBe(level >= 3);
      expect(working.endsWith('; the heading does not matter.')).toBe(level >= 3);
    }
});

test('power is taken off where there is some, and added where there is room', () => {
  const there = (input: Parameters<typeof isPowerThere>[0]) =>
    [0, 0.11, 0.12, 0.5, 0.88, 0.89, 1].map((throttle) => isPowerThere(input, throttle));
  expect(there('less power')).toEqual([false, false, true, true, true, true, true]);
  expect(there('more power')).toEqual([true, true, true, true, true, false, false]);
  expect(there('nose up a little')).toEqual(Array(7).fill(true));
});

describe('a sum’s own working', () => {
  const sums = (kind: Parameters<typeof sumQuestion>[0], level: number) =>
    Array.from({ length: 60 }, (_, seed) => sumQuestion(kind, level, seed + 1));

  test('of a reciprocal comes out between 1 and 360 as it is written, either way', () => {
    const said = [1, 3, 5].flatMap((level) => sums('reciprocal', level));
    for (const { working, answer } of said) {
      const [, course, first, second, value] = /^(\d+) ([+−] 200) ([+−] 20) = (\d{3})°\.$/.exec(working)!;
      const added = [first!, second!].map((part) => Number(part.replace('−', '-').replace(' ', '')));
      expect(Number(course) + added[0]! + added[1]!).toBe(Number(value));
      expect(answer).toMatchObject({ kind: 'number', value: Number(value) });
      // A half turn is never more than 360.
      expect(added[0]! > 0).toBe(Number(course) <= 180);
    }
  });

  test('of an entry has the dial to look at while it is easy, marked and with its turn', () => {
    for (const level of [1, 2, 3, 4, 5])
      for (const { prompt, picture, working } of sums('hold-entry', level)) {
        const [, inbound, turn, arriving] =
          /inbound (\d{3})°, (right|left) turns; you arrive on (\d{3})°/.exec(prompt)!;
        expect(picture).toEqual({
          kind: 'heading dial',
          heading_deg: Number(arriving) % 360 || 360,
          mark_deg: level <= 2 ? (Number(inbound) + 180) % 360 || 360 : null,
          turn: level <= 2 ? turn : null
        });
        // Left turns come in at the second level.
        if (level === 1) expect(turn).toBe('right');
        const side = normaliseSigned(Number(inbound) + 180 - Number(arriving));
        const [, off, said] = /stands (\d+)° (right|left) of the nose/.exec(working)!;
        expect([Number(off), said]).toEqual([Math.abs(side), side >= 0 ? 'right' : 'left']);
      }
    expect(new Set(sums('hold-entry', 2).map(({ prompt }) => /left turns/.test(prompt))).size).toBe(2);
  });

  test('of a time to the missed approach point is let be off by two seconds while it is easy, by six later', () => {
    for (const level of [1, 2, 3, 4, 5])
      for (const { prompt, answer } of sums('missed-approach-time', level)) {
        if (answer.kind !== 'number') throw new Error('a number');
        expect([answer.angle, answer.tolerance]).toEqual([false, level <= 2 ? 2 : 6]);
        const [, nm, kt] = /^([\d.]+) NM .* at (\d+) kt/.exec(prompt)!;
        expect(answer.value).toBe(Math.round((Number(nm) / Number(kt)) * 3600));
        expect(isRight(answer, answer.value + answer.tolerance)).toBe(true);
        expect(isRight(answer, answer.value + answer.tolerance + 1)).toBe(false);
        // Nor is it an angle: a whole turn more is another time.
        expect(isRight(answer, answer.value + 360)).toBe(false);
      }
  });

  test('numbers are picked from the first to the last step, each as often', () => {
    const at = (uniform: number) => pick({ uniform: () => uniform } as SeededNoise, 30, 50, 5);
    expect([0, 0.199, 0.2, 0.5, 0.999, 1].map(at)).toEqual([30, 30, 35, 40, 50, 50]);
  });
});

test('the level goes up after two right in time, down after a miss, and stays within one and five', () => {
  const given = (...marks: string[]): GivenAnswer[] => {
    const answers: GivenAnswer[] = [];
    for (const mark of marks)
      answers.push({ level: nextLevel(answers), right: mark !== 'x', prompt: mark === 'o' });
    return answers;
  };
  expect(nextLevel([])).toBe(1);
  expect(nextLevel(given('o', 'o'))).toBe(2);
  expect(nextLevel(given('o', 'o', 'o', 'o', 'x'))).toBe(2);
  expect(nextLevel(given('o', 'slow', 'o'))).toBe(1);
  expect(nextLevel(given(...Array<string>(30).fill('o')))).toBe(5);
  expect(nextLevel(given('x', 'x', 'x'))).toBe(1);
});

test('what is to be done next is against what is off and stays off, for the reason that is given', () => {
  const channels = { altitude: 'altitude_ft', heading: 'heading_deg', speed: 'ias_kt', rate: 'verticalSpeed_fpm' } as const; // prettier-ignore
  const shrinks = { altitude: 7, heading: 1, speed: 1, rate: 51 };
  for (const level of [1, 3, 5] as const)
    for (const seed of [11, 13, 15, 16]) {
      const q = panelQuestion('input', level, seed, 'dials', 'control and performance');
      const [, name, side] = /^The (\w+) is [\d.]+ ?\S+ (.+) and not coming back/.exec(q.working)!;
      const right = q.options[q.answer]!;
      const reason = right.startsWith('nose') ? 'The nose holds' : right.includes('power') ? 'Power holds' : 'Bank no more'; // prettier-ignore
      expect(q.working).toContain(reason);
      const quantity = name as keyof typeof channels;
      const isMore = /up|fast|high|right/.test(side!);
      expect(right).toMatch({ altitude: /nose/, rate: /nose/, speed: /power/, heading: /bank/ }[quantity]);
      expect(/down|less|left/.test(right)).toBe(isMore);
      // Over the last three seconds it has not begun to shrink by more than a needle shows.
      const { flight, to_s } = q.clip;
      const values = flight.columns.get(channels[quantity])!;
      const at = Math.round(to_s * flight.rate_hz);
      const moved = values[at]! - values[at - 3 * flight.rate_hz]!;
      const change = quantity === 'heading' ? normaliseSigned(moved) : moved;
      expect(change * (isMore ? 1 : -1)).toBeGreaterThan(-shrinks[quantity]);
      // Measured again by what is asked for: it is off by its share of the tolerance, and nothing else by more than 0.4 of its own.
      const profile = lessonOf(q.clip.plan).tolerance;
      const allowed = (what: string, off: number) =>
        ({
          altitude: profile.altitude_ft,
          heading: profile.heading_deg,
          speed: off > 0 ? profile.speedAbove_kt : profile.speedBelow_kt,
          rate: profile.verticalSpeed_fpm
        })[what]!;
      const shares = q.asked!.split(', ').map((part) => {
        const [, what, figure] = /^(altitude|heading|speed|rate) ([+−]?[\d,]+)(?:°| ft| kt| ft\/min)$/.exec(
          part
        )!;
        const target = Number(figure!.replace('−', '-').replace(',', ''));
        const shown = flight.columns.get(channels[what as keyof typeof channels])![at]!;
        const off = what === 'heading' ? normaliseSigned(shown - target) : shown - target;
        return { what, share: Math.abs(off) / allowed(what!, off) };
      });
      shares.sort((a, b) => b.share - a.share);
      expect(shares[0]!.what).toBe(quantity);
      expect(shares[0]!.share).toBeGreaterThanOrEqual({ 1: 0.95, 3: 0.75, 5: 0.55 }[level] - 0.02);
      for (const { share } of shares.slice(1)) expect(share).toBeLessThanOrEqual(0.42);
    }
});

describe('the sums', () => {
  test('each side, and each way, is asked for: nobody learns that it is always the right', () => {
    const ways = [['left', 'right'], ['TO', 'FROM'], ['above', 'below'], ['clockwise', 'counterclockwise'], ['teardrop', 'parallel']] as const; // prettier-ignore
    for (const kind of sumKinds) {
      const asked = Array.from(
        { length: 80 },
        (_, seed) => sumQuestion(kind, 1 + (seed % 5), seed + 1).prompt
      );
      for (const pair of ways) {
        const [one, other] = pair.map((word) => asked.filter((text) => new RegExp(`\\b${word}\\b`).test(text)).length) as [number, number]; // prettier-ignore
        // Where a sum is told by one of a pair alone, in every prompt, it is about that one.
        if (one === asked.length || other === asked.length || one + other === 0) continue;
        expect([kind, pair, Math.min(one, other) > 8]).toEqual([kind, pair, true]);
      }
    }
  });

  test.each(sumKinds)(
    '%s: at every level from any seed, a whole answer that its own working states',
    (kind) => {
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 1e9 }), (level, seed) => {
          const q = sumQuestion(kind, level, seed);
          expect(sumQuestion(kind, level, seed)).toEqual(q);
          expect(q.prompt).toMatch(/\?$/);
          expect(q.prompt + q.working).not.toMatch(/NaN|undefined|Infinity/);
          if (q.answer.kind === 'choice') {
            expect(isRight(q.answer, q.answer.right)).toBe(true);
            expect(isRight(q.answer, (q.answer.right + 1) % q.answer.options.length)).toBe(false);
            expect(q.working).toContain(q.answer.options[q.answer.right]!);
          } else {
            expect(Number.isInteger(q.answer.value)).toBe(true);
            expect(q.working).toContain(String(q.answer.value));
            expect(isRight(q.answer, q.answer.value + q.answer.tolerance + 1)).toBe(false);
            if (q.answer.angle) {
              expect(q.answer.value).toBeGreaterThanOrEqual(1);
              expect(q.answer.value).toBeLessThanOrEqual(360);
              expect(isRight(q.answer, q.answer.value - 360)).toBe(true);
            }
          }
        }),
        { numRuns: 60 }
      );
    }
  );

  test('what was missed comes back first, what was right waits longer each time, what is new stands between', () => {
    const answer = (kind: string, right: boolean, day: number) => ({
      kind,
      right,
      prompt: true,
      givenAt: `2026-03-${String(day).padStart(2, '0')}T10:00:00.000Z`
    });
    const now = '2026-03-20T10:00:00.000Z';
    const due = dueKinds(
      ['a', 'b', 'c'],
      [answer('a', true, 1), answer('a', true, 4), answer('a', true, 12), answer('b', false, 19)],
      now
    );
    expect(due.map((d) => d.kind)).toEqual(['b', 'c', 'a']);
    const once = dueKinds(['a'], [answer('a', true, 1)], now)[0]!;
    const thrice = dueKinds(
      ['a'],
      [answer('a', true, 1), answer('a', true, 4), answer('a', true, 12)],
      now
    )[0]!;
    expect(Date.parse(thrice.due!) - Date.parse('2026-03-12T10:00:00Z')).toBeGreaterThan(
      Date.parse(once.due!) - Date.parse('2026-03-01T10:00:00Z')
    );
  });
});
