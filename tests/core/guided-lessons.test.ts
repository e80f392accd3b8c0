import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { guidedPlan, guidedStageAfter, type GuidedFlight } from '$core/drill/approach/guided-lesson';
import {
  guidedLessons,
  guidedStages,
  type GuidedLesson,
  type GuidedStage
} from '$core/drill/approach/guided-step';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { channelDefinitions, type ChannelId } from '$core/flight/channels';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { simulatedHands } from '$core/flight/simulated-flight';
import { coach } from '$core/grade/coach';
import { noHabits, type Habits } from '$core/pilot/habits';

/** Flown by a simulated pilot with the coach listening: what it says, and what was read just then. */
function heard(lesson: GuidedLesson, stage: GuidedStage, habits: Partial<Habits> = {}, airplane = 0) {
  const plan = guidedPlan({ lesson, stage }, aircraftCatalogue[airplane]!, 4);
  const made = lessonOf(plan);
  const loop = flightLoop(made);
  const flown = flyDrill(loop, made);
  const hands = simulatedHands(made, flown, { ...noHabits, ...habits }, 4);
  const voice = coach(made);
  const said: { words: string; at_s: number; read: Record<ChannelId, number> }[] = [];
  for (let step = 1; flown.ended() === null && step < 130_000; step++) {
    flown.step(hands());
    if (step % 10 !== 0) continue;
    const words = voice.watch(loop.time_s(), flown.phase().index, flown.read);
    if (words === null) continue;
    const read = Object.fromEntries(channelDefinitions.map(({ id }) => [id, flown.read(id)]));
    said.push({ words, at_s: loop.time_s(), read: read as Record<ChannelId, number> });
  }
  expect(flown.ended()).toBe('flown');
  return said;
}

describe('a guided lesson', () => {
  test.each(guidedLessons.flatMap((lesson) => aircraftCatalogue.map((aircraft) => ({ lesson, aircraft }))))(
    '$lesson in the $aircraft.name can be planned at every stage',
    ({ lesson, aircraft }) => {
      for (const stage of guidedStages)
        expect(problemsOf(guidedPlan({ lesson, stage }, aircraft, 1))).toEqual([]);
    }
  );

  test.each([0, 2])(
    'the first ILS, airplane %d: everything is explained once, in its order, as it is so',
    (airplane) => {
      const said = heard('first-ils', 'shown', {}, airplane);
      const at = (part: string) => {
        const found = said.filter(({ words }) => words.includes(part));
        expect([part, found.length]).toEqual([part, 1]);
        return found[0]!;
      };
      const hold = at('nothing to chase');
      const alive = at('localizer is alive');
      const centred = at('keeps the needle still');
      const waits = at('The path is alive');
      const comes = at('path is nearly there');
      const finer = at('finer toward the runway');
      const decides = at('you decide');
      const order = [hold, alive, centred, waits, comes, finer, decides].map(({ at_s }) => at_s);
      expect(order).toEqual([...order].sort((a, b) => a - b));
      expect(Math.abs(hold.read.courseShare)).toBeGreaterThan(0.9);
      expect(Math.abs(alive.read.courseShare)).toBeLessThan(0.96);
      expect(Math.abs(centred.read.courseShare)).toBeLessThan(0.3);
      expect(comes.read.pathNeedle).toBeGreaterThan(0);
      expect(comes.read.pathNeedle).toBeLessThan(0.4);
      expect(decides.read.altitude_ft).toBeLessThan(900);
      // The heading it names for this wind is the one that is then flown.
      const named = Number(/about (\d+)°/.exec(centred.words)![1]);
      expect(Math.abs(((finer.read.heading_deg - named + 540) % 360) - 180)).toBeLessThan(3);
      // What is shown is not corrected.
      expect(said.filter(({ words }) => /Above the path|Below the path/.test(words))).toEqual([]);
    }
  );

  test('known numbers: the figures it names are those the airplane then flies with', () => {
    const said = heard('known-numbers', 'shown');
    const words = said.map((each) => each.words);
    // What is named as the airplane's numbers is what is standing on its gauges.
    const numbers = (text: string) =>
      /(\d+) RPM, pitch ([+−][\d.]+)°/
        .exec(text)!
        .slice(1)
        .map((n) => Number(n.replace('−', '-')));
    const [level_rpm, level_deg] = numbers(words[0]!);
    expect(Math.abs(said[0]!.read.rpm - level_rpm!)).toBeLessThan(40);
    expect(Math.abs(said[0]!.read.pitch_deg - level_deg!)).toBeLessThan(0.6);
    const [down_rpm, down_deg] = numbers(words.find((w) => w.startsWith('Down the path is'))!);
    const rate = /makes this path (\d+) feet a minute/.exec(
      words.find((w) => w.includes('makes this path'))!
    )!;
    const needles = said.find((each) => each.words.includes('check the numbers'))!;
    expect(Math.abs(-needles.read.verticalSpeed_fpm - Number(rate[1]))).toBeLessThan(120);
    expect(Math.abs(needles.read.rpm - down_rpm!)).toBeLessThan(120);
    expect(Math.abs(needles.read.pitch_deg - down_deg!)).toBeLessThan(1);
    // At the minimum the path is no longer spoken of.
    expect(words.at(-1)).toMatch(/you decide/);
  });

  test('with few hints nothing is explained, and less is said of the same flight', () => {
    const chases = { chasesNeedle: 1 } as Partial<Habits>;
    const [every, few, none] = (['every hint', 'few hints', 'test'] as const).map((stage) =>
      heard('first-ils', stage, chases)
    );
    expect(every!.length).toBeGreaterThan(few!.length + 3);
    expect(few!.some(({ words }) => words.includes('nothing to chase'))).toBe(false);
    expect(none).toEqual([]);
  });

  test.each<[string, [GuidedStage, boolean, string | null][], GuidedStage, boolean]>([
    ['nothing yet', [], 'shown', false],
    ['planned, not begun', [['shown', false, null]], 'shown', false],
    ['seen', [['shown', true, null]], 'every hint', false],
    [
      'flown, not met',
      [
        ['every hint', true, 'not met'],
        ['shown', true, null]
      ],
      'every hint',
      false
    ],
    ['met', [['every hint', true, 'met with prompt correction']], 'few hints', false],
    [
      'once not met with few',
      [
        ['few hints', true, 'not met'],
        ['every hint', true, 'met']
      ],
      'few hints',
      false
    ],
    [
      'twice',
      [
        ['few hints', true, 'not met'],
        ['few hints', true, 'not met']
      ],
      'every hint',
      false
    ],
    ['met with few', [['few hints', true, 'met']], 'test', false],
    [
      'begun and left',
      [
        ['test', true, null],
        ['few hints', true, 'met']
      ],
      'test',
      false
    ],
    ['test not met', [['test', true, 'not met']], 'few hints', false],
    ['passed', [['test', true, 'met']], 'test', true],
    [
      'passed once, not met since',
      [
        ['test', true, 'not met'],
        ['test', true, 'met']
      ],
      'few hints',
      true
    ]
  ])('%s: where one stands', (_, flights, next, passed) => {
    const history = flights.map(([stage, begun, verdict]): GuidedFlight => ({ stage, begun, verdict }));
    expect(guidedStageAfter(history)).toEqual({ next, passed });
  });
});
