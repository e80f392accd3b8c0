import { describe, expect, test } from 'vitest';
import type { Lesson } from '$core/drill/lesson';
import { lessonOf } from '$core/drill/lesson';
import type { ChannelId } from '$core/flight/channels';
import { coach } from '$core/grade/coach';
import type { Advice, CoachMoment, Hint } from '$core/grade/coach/coach-moment';
import { corridorHint } from '$core/grade/coach/corridor-hint';
import { directHint } from '$core/grade/coach/direct-hint';
import { fullScaleHint } from '$core/grade/coach/full-scale-hint';
import { momentHint } from '$core/grade/coach/moment-hint';
import { pathHint } from '$core/grade/coach/path-hint';
import { praiseHint } from '$core/grade/coach/praise-hint';
import { missedStationHint, setUpHint } from '$core/grade/coach/set-up-hint';
import { strangeRadios, type RadioSettings } from '$core/radio/radio-settings';
import { firstByRadio, radiosFor } from '$core/drill/reference-radios';
import { pathScale_ft } from '$core/radio/path-line';
import { lessonFor } from './drawn-flight';
import { planned } from './planned-approach';

type Values = Partial<Record<ChannelId, number>>;
const indexOf = ({ drill }: Lesson, name: string) => drill.phases.findIndex((phase) => phase.name === name || phase.id === name); // prettier-ignore
const moment = (phaseIndex: number, time_s: number, values: Values, inPhase_s = time_s): CoachMoment => ({ time_s, inPhase_s, phaseIndex, values: new Map(Object.entries(values)) as CoachMoment['values'] }); // prettier-ignore
/** What is said now, of how things were some seconds ago and how they are. */
const look = (hint: Hint, phaseIndex: number, now: Values, was: Values = now, seconds = 5, inPhase_s = 60): Advice | null => hint.look([moment(phaseIndex, 100 - seconds, was, inPhase_s - seconds), moment(phaseIndex, 100, now, inPhase_s)]); // prettier-ignore

describe('of full scale on a final', () => {
  const ils = lessonOf(planned('xvlb-ils-24', { transition: null }));
  const final = ils.drill.phases.findIndex(({ segment }) => segment === 'final');
  const hint = () => {
    const one = fullScaleHint(ils);
    /** Three seconds and a half of it, ending at this moment of the phase. */
    return (values: Values, inPhase_s = 20, phase = final) => one.look([3.5, 2.5, 1, 0].map((ago_s) => moment(phase, 100 - ago_s, values, inPhase_s - ago_s)))?.words; // prettier-ignore
  };

  test('who was on it and is at its edge is to go around, by either needle; who climbs has begun to', () => {
    const look = hint();
    expect(look({ courseShare: 0.99 })).toBeUndefined();
    expect(look({ courseShare: 1 })).toBe('Full scale off the course: go around.');
    expect(look({ courseShare: -1.4 })).toBe('Full scale off the course: go around.');
    expect(look({ courseShare: 1, verticalSpeed_fpm: 310 })).toBeUndefined();
    expect(look({ pathShare: -1 })).toBe('Full scale off the path: go around.');
    expect(fullScaleHint(ils).look([moment(final, 100, { pathShare: 1 }, 60)])).toBeNull();
  });

  test('who flies on all the same hears it again after ten seconds, then each time after twice as long; once back, as at first', () => {
    const values = { courseShare: 1, pathShare: 0 };
    const heard: number[] = [];
    const said = coach(ils);
    // Ten samples a second, of a final that begins on the course.
    const watch = (from_s: number, to_s: number, of: Values) => {
      for (let k = from_s * 10; k <= to_s * 10; k++)
        if (said.watch(k / 10, final, (channel) => of[channel] ?? 0)?.endsWith('course: go around.')) heard.push(k / 10); // prettier-ignore
    };
    watch(0, 20, { ...values, courseShare: 0 });
    watch(21, 200, values);
    // To the nearest ten seconds: three of it are seen before a word, and two looks a second are taken.
    expect(heard.map((at, i) => Math.round((at - (heard[i - 1] ?? 21)) / 10) * 10)).toEqual([0, 10, 20, 40, 80]); // prettier-ignore
    watch(201, 210, { ...values, courseShare: 0 });
    heard.length = 0;
    watch(211, 226, values);
    expect(heard).toHaveLength(2);
  });

  test('who comes onto it beside has three quarters of a minute, and on the way in there is time', () => {
    const look = hint();
    expect(look({ courseShare: 3 }, 45)).toBeUndefined();
    expect(look({ courseShare: 3 }, 45.1)).toBe('Full scale off the course: go around.');
    expect(look({ courseShare: 0.2 }, 50)).toBeUndefined();
    expect(look({ courseShare: 3 }, 90, final - 1)).toBeUndefined();
    // Begun anew it has not been on it yet.
    expect(look({ courseShare: 3 }, 20)).toBeUndefined();
    // Over the beacon that the final leads to the needle runs away from anybody.
    const ndb = lessonOf(planned('xvna-ndb-13', { transition: null }));
    const toBeacon = ndb.drill.phases.findIndex(({ segment, goal }) => segment === 'final' && goal.vertical.kind === 'level'); // prettier-ignore
    const said = (fixDistance_nm: number) => fullScaleHint(ndb).look([96.5, 98, 100].map((time_s) => moment(toBeacon, time_s, { courseShare: 2, fixDistance_nm }, time_s)))?.words; // prettier-ignore
    expect([said(0.69), said(0.71)]).toEqual([undefined, 'Full scale off the course: go around.']);
  });
});

describe('of a corridor', () => {
  const lesson = lessonFor('constant-rate-climb', {});
  const turns = lessonFor('standard-rate-turns', {});
  const climb = indexOf(lesson, 'Climb');
  const { goal } = lesson.drill.phases[climb]!;
  const [ias, rate] = [goal.ias_kt, (goal.vertical as { verticalSpeed_fpm: number }).verticalSpeed_fpm];
  const usual: Values = { ias_kt: ias, verticalSpeed_fpm: rate, heading_deg: 210 };
  const said = (now: Values, was: Values = now, inPhase_s = 60) => look(corridorHint(lesson), climb, { ...usual, ...now }, { ...usual, ...was }, 3, inPhase_s); // prettier-ignore

  test('who has slowed down and goes down by himself is in the descent, and not low; too fast, or sagging, he is low', () => {
    const descent = lessonFor('rate-and-speed-descent', {});
    const slowing = indexOf(descent, 'Slowing');
    const slow_kt = descent.drill.phases[slowing]!.goal.ias_kt;
    const low = (of: Values, phase = slowing) => look(corridorHint(descent), phase, { altitude_ft: 3900, heading_deg: 210, ias_kt: slow_kt, ...of }, { altitude_ft: 3930, heading_deg: 210, ias_kt: slow_kt }, 3)?.words; // prettier-ignore
    expect(low({ verticalSpeed_fpm: -500, ias_kt: slow_kt + 4 })).toBeUndefined();
    expect(low({ verticalSpeed_fpm: -500, ias_kt: slow_kt + 6 })).toBe('Low: a touch of nose up.');
    expect(low({ verticalSpeed_fpm: -150 })).toBe('Low: a touch of nose up.');
    // Where it is told when to go down, going down is early.
    const called = lessonFor('constant-rate-climb', {});
    expect(look(corridorHint(called), indexOf(called, 'Steady'), { altitude_ft: 3880, heading_deg: 210, ias_kt: 90, verticalSpeed_fpm: -500 }, { altitude_ft: 3910, heading_deg: 210, ias_kt: 90 }, 3)?.words).toMatch(/^Low/); // prettier-ignore
  });

  test('near an edge and going there, or beyond it and not coming back; the worst of several', () => {
    expect(said({ ias_kt: ias + 7.6 }, { ias_kt: ias + 7 })).toEqual({ words: 'Fast: a little power off.', hand: 'power', weight: expect.closeTo(0.76, 6) }); // prettier-ignore
    expect(said({ ias_kt: ias - 7.6 }, { ias_kt: ias - 7 })!.words).toBe('Slow: a little power.');
    // Not yet near enough, on the way back, and come from the other side.
    expect(said({ ias_kt: ias + 7.4 }, { ias_kt: ias + 7 })).toBeNull();
    expect(said({ ias_kt: ias + 7.6 }, { ias_kt: ias + 8 })).toBeNull();
    expect(said({ ias_kt: ias + 7.6 }, { ias_kt: ias - 7 })).toBeNull();
    // Outside it has to come back by an eighth of the tolerance.
    expect(said({ ias_kt: ias + 12 }, { ias_kt: ias + 13 })!.weight).toBeCloseTo(1.2, 6);
    expect(said({ ias_kt: ias + 12 }, { ias_kt: ias + 13.3 })).toBeNull();
    expect(said({ ias_kt: ias + 8, verticalSpeed_fpm: rate + 150 })!.words).toBe('The rate: half a degree of nose down, then wait.'); // prettier-ignore
    expect(said({ verticalSpeed_fpm: rate - 150 })!.words).toBe('The rate: half a degree of nose up, then wait.'); // prettier-ignore
    expect(said({ heading_deg: 219 })!.words).toBe('Come left to 210° and hold it.');
    expect(said({ heading_deg: 201 })!.words).toBe('Come right to 210° and hold it.');
    // The first seconds are for settling.
    expect(said({ heading_deg: 219 }, { heading_deg: 219 }, 14.9)).toBeNull();
    expect(said({ heading_deg: 219 }, { heading_deg: 219 }, 15)).not.toBeNull();
  });

  test('altitude by the nose, speed by the nose where the power is given, bank by its own side', () => {
    const level = (now: Values) => look(corridorHint(lesson), indexOf(lesson, 'Level'), { altitude_ft: 4000, ias_kt: 105, heading_deg: 210, ...now }); // prettier-ignore
    const ft = lesson.plan.startAltitude_ft;
    const { ias_kt } = lesson.drill.phases[0]!.goal;
    expect(level({ altitude_ft: ft + 90, ias_kt })!).toMatchObject({ words: 'High: ease the nose down a touch.', hand: 'pitch' }); // prettier-ignore
    expect(level({ altitude_ft: ft - 90, ias_kt })!.words).toBe('Low: a touch of nose up.');
    const speedClimb = lessonFor('constant-speed-climb', {});
    const up = indexOf(speedClimb, 'Climb');
    const asked = speedClimb.drill.phases[up]!.goal.ias_kt;
    const bySpeed = (ias_kt: number) => look(corridorHint(speedClimb), up, { ias_kt, heading_deg: 210 });
    expect(bySpeed(asked + 9)).toMatchObject({ words: 'Fast: a touch of nose up.', hand: 'pitch' });
    expect(bySpeed(asked - 9)!.words).toBe('Slow: ease the nose down a touch.');
    for (const [name, way] of [
      ['Right turn', 1],
      ['Left turn', -1]
    ] as const) {
      const index = indexOf(turns, name);
      const { corridors, goal: turn } = turns.drill.phases[index]!;
      const bank = corridors.find(({ channel }) => channel === 'bank_deg')!.target as number;
      const banked = (bank_deg: number) => look(corridorHint(turns), index, { altitude_ft: turns.plan.startAltitude_ft, ias_kt: turn.ias_kt, bank_deg })?.words; // prettier-ignore
      expect(Math.sign(bank)).toBe(way);
      expect(banked(bank + 4.5 * way)).toBe(`Too steep: ${Math.round(Math.abs(bank))} degrees of bank.`);
      expect(banked(bank - 4.5 * way)).toBe(`Too shallow: ${Math.round(Math.abs(bank))} degrees of bank.`);
    }
  });

  test('well held for thirty-five seconds within half of everything, once a phase and not again for four minutes', () => {
    const hint = praiseHint(lesson);
    const held = (until_s: number, phase = climb, now: Values = {}, from_s = until_s - 40) => hint.look(Array.from({ length: (until_s - from_s) * 2 + 1 }, (_, k) => moment(phase, from_s + k / 2, { ...usual, ...now }))); // prettier-ignore
    expect(held(100, climb, { ias_kt: ias + 5.1 })).toBeNull();
    expect(held(100, climb, {}, 66)).toBeNull();
    const praise = held(100, climb, { ias_kt: ias + 5 })!;
    expect(praise).toMatchObject({ words: 'Rate, speed and heading well held.', weight: 0, hand: 'other' });
    // Until it is really said it is offered again.
    expect(held(110)).not.toBeNull();
    held(120)!.onsaid!();
    expect(held(400)).toBeNull();
    const next = climb + 1;
    const level: Values = { altitude_ft: (lesson.drill.phases[next]!.goal.vertical as { altitude_ft: number }).altitude_ft, verticalSpeed_fpm: 0 }; // prettier-ignore
    expect(held(359, next, level)).toBeNull();
    expect(held(360, next, level)!.words).toBe('Altitude, speed and heading well held.');
  });
});

describe('of a moment', () => {
  const lesson = lessonFor('rate-and-speed-descent', {});
  const levels = lessonFor('constant-speed-climb', {});
  const said = (of: Lesson, name: string, now: Values, inPhase_s = 60) => look(momentHint(of), indexOf(of, name), now, now, 5, inPhase_s); // prettier-ignore
  const flaps = (of: Lesson, name: string) => of.drill.phases[indexOf(of, name)]!.goal.flaps_deg;

  test('the decision: from twenty feet above it, still going down', () => {
    const down = indexOf(lesson, 'Decision');
    const { altitude_ft } = lesson.drill.checks.find(({ kind }) => kind === 'decision') as { altitude_ft: number }; // prettier-ignore
    const at = (above: number, rate: number) => look(momentHint(lesson), down, { altitude_ft: altitude_ft + above, verticalSpeed_fpm: rate })?.words; // prettier-ignore
    expect([at(19, -101), at(21, -500), at(19, -99)]).toEqual(['Decision altitude: climb now.', undefined, undefined]); // prettier-ignore
  });

  test('a level-off is led by a tenth of the rate, and called through when it went on', () => {
    const climb = (levels.drill.phases[indexOf(levels, 'Climb')]!.goal.vertical as { to_ft: number }).to_ft;
    const up = (below: number, rate = 700) => said(levels, 'Climb', { altitude_ft: climb - below, verticalSpeed_fpm: rate })?.words; // prettier-ignore
    expect([up(71), up(69), up(29, 260), up(31, 240), up(-59), up(-61), up(-1001)]).toEqual([
      undefined,
      '5000 feet: begin to level off.',
      '5000 feet: begin to level off.',
      undefined,
      undefined,
      'Through 5000 feet: level off.',
      undefined
    ]);
    const down = (above: number, rate = -500) => said(levels, 'Descend', { altitude_ft: 4000 + above, verticalSpeed_fpm: rate })?.words; // prettier-ignore
    expect([down(51), down(49), down(-61)]).toEqual([undefined, '4000 feet: begin to level off.', 'Through 4000 feet: level off.']); // prettier-ignore
    // The phase may have ended on the way: the level after a climb is still to be come to.
    expect(said(levels, 'Level high', { altitude_ft: climb + 61, verticalSpeed_fpm: 300 })!.words).toBe('Through 5000 feet: level off.'); // prettier-ignore
    expect(said(levels, 'Level high', { altitude_ft: climb - 20, verticalSpeed_fpm: 300 })).toBeNull();
  });

  test('who has held the altitude and leaves it again is not told that it is come through; in the next level one is', () => {
    const high = indexOf(levels, 'Level high');
    const hint = momentHint(levels);
    const memory: CoachMoment[] = [];
    const flown = (above_ft: number, verticalSpeed_fpm: number) => {
      memory.push(moment(high, 100 + memory.length, { altitude_ft: 5000 + above_ft, verticalSpeed_fpm }));
      return hint.look(memory)?.words;
    };
    expect(flown(-61, 700)).toBeUndefined();
    // It goes by at its rate, and has not been held.
    expect([flown(10, 300), flown(61, 300)]).toEqual([undefined, 'Through 5000 feet: level off.']);
    expect([flown(59, 200), flown(61, 300), flown(200, 600)]).toEqual([undefined, undefined, undefined]);
    memory.length = 0;
    expect(flown(61, 300)).toBe('Through 5000 feet: level off.');
  });

  test('flaps and gear once they have had twelve seconds, the gear only where there is one to move', () => {
    expect(flaps(lesson, 'Descent')).toBe(10);
    expect(said(lesson, 'Descent', { altitude_ft: 3500, flaps_deg: 6.9 }, 12.1)!.words).toBe('Flaps 10.');
    expect(said(lesson, 'Descent', { altitude_ft: 3500, flaps_deg: 6.9 }, 12)).toBeNull();
    expect(said(lesson, 'Descent', { altitude_ft: 3500, flaps_deg: 7 })).toBeNull();
    expect(said(lesson, 'Level-off', { altitude_ft: 3600, flaps_deg: 10 })!.words).toBe('Flaps up.');
    // Out ahead for the next phase, as far as it asks for and no farther.
    const level = { altitude_ft: 4000, verticalSpeed_fpm: 0 };
    expect(said(lesson, 'Level', { ...level, flaps_deg: 10 })).toBeNull();
    expect(said(lesson, 'Level', { ...level, flaps_deg: 20 })!.words).toBe('Flaps up.');
    const retractable = lessonOf(planned('xvlb-ils-24', {}, {}, 1));
    expect(retractable.aircraft.gear.retractable).toBe(true);
    const index = retractable.drill.phases.findIndex(({ goal }) => goal.gear === 1);
    const asked = retractable.drill.phases[index]!.goal;
    const geared = (gear: number, at = index) => look(momentHint(retractable), at, { altitude_ft: 9000, gear, flaps_deg: retractable.drill.phases[at]!.goal.flaps_deg })?.words; // prettier-ignore
    expect(asked.gear).toBe(1);
    expect([geared(0.4), geared(0.6), geared(0.6, 0), geared(0.4, 0)]).toEqual(['Gear down.', undefined, 'Gear up.', undefined]); // prettier-ignore
    expect(geared(0.6, index - 1)).toBeUndefined();
  });
});

describe('of a path', () => {
  const lesson = lessonOf(planned('xvlb-ils-24'));
  const before = indexOf(lesson, '1600 to GRIMA');
  const down = indexOf(lesson, 'Down the path');
  const on: Values = { altitude_ft: 1500, fixDistance_nm: 4 };

  test('it is alive between its stop and nearly there, once; beside the course it is not the matter', () => {
    const hint = pathHint(lesson);
    const at = (pathShare: number, courseShare = 0) => look(hint, before, { ...on, pathShare, courseShare });
    expect([at(-0.96), at(-0.34), at(-0.6, 1.1)]).toEqual([null, null, null]);
    const alive = at(-0.94)!;
    expect(alive.words).toBe('The path is alive: hold the altitude, and let it come down to you.');
    expect(at(-0.36)).not.toBeNull();
    alive.onsaid!();
    expect(at(-0.6)).toBeNull();
  });

  test('as the descent is due: wait for it, catch it, or go down; then by how much to change the rate', () => {
    const begins = (pathShare: number) => look(pathHint(lesson), down, { ...on, pathShare }, { ...on, pathShare }, 5, 7)?.words; // prettier-ignore
    expect(begins(-0.31)).toBe('Below the path: hold this altitude until it comes.');
    expect(begins(0.31)).toBe(
      'Above the path: down now, a little more than 440 feet a minute until it comes.'
    );
    expect(begins(0.29)).toBe('On the path: down at 440 feet a minute, and leave the power there.');
    const changes = (pathShare: number, was: number, now: Values = {}) => look(pathHint(lesson), down, { ...on, ...now, pathShare }, { ...on, pathShare: was }); // prettier-ignore
    const { path } = lesson.drill.phases[down]!.goal.vertical as Extract<Lesson['drill']['phases'][number]['goal']['vertical'], { kind: 'path' }>; // prettier-ignore
    const change = (share: number) => Math.min(200, Math.max(50, Math.round((share * pathScale_ft(path, 4)) / 50) * 50)); // prettier-ignore
    expect(changes(0.6, 0.6)).toMatchObject({ words: `Above the path: ${change(0.6)} feet a minute more until it comes, then back to 440.`, weight: 1.6, hand: 'pitch' }); // prettier-ignore
    expect(changes(-0.4, -0.4)!.words).toBe(`Below the path: ${change(0.4)} feet a minute less until it comes, then back to 440.`); // prettier-ignore
    // On the way back, nearly on it, or come from the other side.
    expect([changes(0.6, 0.65), changes(0.3, 0.3), changes(0.6, -0.6)]).toEqual([null, null, null]);
    // Fifty feet over the minimum it is decided, and stays so.
    const hint = pathHint(lesson);
    const late = (altitude_ft: number) => look(hint, down, { ...on, altitude_ft, pathShare: 0.6 });
    expect([late(341) === null, late(339), late(341)]).toEqual([false, null, null]);
    // By eye the last two hundred feet are flown to the runway.
    const landing = lessonOf(planned('xvlb-ils-24', { transition: null, ends: 'landing' }));
    const byEye = indexOf(landing, 'By eye to the threshold');
    const { to_ft } = landing.drill.phases[byEye]!.goal.vertical as { to_ft: number };
    const high = (over_ft: number) => look(pathHint(landing), byEye, { altitude_ft: to_ft + over_ft, fixDistance_nm: 1, pathShare: 0.6 })?.words; // prettier-ignore
    expect([high(199), high(201)]).toEqual([undefined, expect.stringMatching(/^Above the path/)]);
  });

  test('the turn to the fix of the missed approach, its way round, when it is time', () => {
    const direct = indexOf(lesson, '2500, direct VLB');
    const { reference } = lesson.drill.phases[direct]!;
    const turn = reference!.north_deg - lesson.area.variation_deg;
    // The fix due east by the panel, so many degrees to the right of the nose.
    const at = (off: number, bank_deg: number, inPhase_s = 20) => { const now = { fixRadial_deg: 270 - turn, heading_deg: 90 - off, bank_deg }; return look(directHint(lesson), direct, now, now, 5, inPhase_s); }; // prettier-ignore
    expect([at(46, 0)!.words, at(44, 0), at(46, 8), at(46, 7)!.words]).toEqual(['Right now, to VLB.', null, null, 'Right now, to VLB.']); // prettier-ignore
    expect(at(-120, -9)!.words).toBe('The turn to VLB goes right.');
    expect([at(46, 0, 8), at(46, 0, 8.1)?.words]).toEqual([null, 'Right now, to VLB.']);
  });
});

describe('of the radios', () => {
  const hears = (hint: Hint, radios: RadioSettings) => hint.heard!({ time_s: 1, kind: 'radio', radios });

  test('tune, identify, course, source: the next of them that is missing, each in its time', () => {
    const { origin, errors } = lessonFor('centring-and-identifying', {}).navigation!;
    const lesson = lessonFor('centring-and-identifying', { navigation: { fix: origin.fix, radios: 'cold', errors: [...errors], turn: 'right' } }); // prettier-ignore
    const phase = lesson.drill.phases.findIndex(({ id }) => lesson.drill.checks.some((check) => check.kind === 'set-up' && check.phase === id)); // prettier-ignore
    const wanted = radiosFor(firstByRadio(lesson.drill.phases)!);
    const said = (radios: RadioSettings, inPhase_s: number) => {
      const hint = setUpHint(lesson);
      hears(hint, radios);
      return look(hint, phase, {}, {}, 5, inPhase_s)?.words;
    };
    const tuned = { ...strangeRadios, nav1: { ...wanted.nav1, course_deg: (wanted.nav1.course_deg + 6) % 360 } }; // prettier-ignore
    const listened = { ...tuned, listening: 'nav1' as const };
    const turnedTo = { ...listened, nav1: wanted.nav1 };
    expect([said(strangeRadios, 15), said(strangeRadios, 15.1)]).toEqual([undefined, expect.stringMatching(/^Tune VLB: 113\.40 MHz\.$/)]); // prettier-ignore
    expect([said(tuned, 25), said(tuned, 25.1)]).toEqual([undefined, 'Identify it before you use it: listen to the ident.']); // prettier-ignore
    expect([said(listened, 38), said(listened, 38.1)]).toEqual([undefined, 'Turn the course until the needle is in the middle with TO.']); // prettier-ignore
    expect([said(turnedTo, 48), said(turnedTo, 48.1)]).toEqual([undefined, 'Now the source: what feeds this needle?']); // prettier-ignore
    expect(said({ ...turnedTo, source: 'nav1' }, 60)).toBeUndefined();
    // Nobody is told to set what is set for them, what was never heard of, or what this phase does not ask for.
    const ready = setUpHint({ ...lesson, navigation: { ...lesson.navigation!, radios: 'ready' } });
    hears(ready, strangeRadios);
    const elsewhere = setUpHint(lesson);
    hears(elsewhere, strangeRadios);
    const unasked = lesson.drill.phases.findIndex(({ id }) => lesson.drill.checks.every((check) => check.kind !== 'set-up' || check.phase !== id)); // prettier-ignore
    expect([look(ready, phase, {}), look(setUpHint(lesson), phase, {}), look(elsewhere, unasked, {})]).toEqual([null, null, null]); // prettier-ignore
  });

  test('what leads the missed approach, on the way in and level, until it waits somewhere', () => {
    const lesson = lessonOf(planned('xvlb-ils-24'));
    const hint = missedStationHint(lesson);
    const level = indexOf(lesson, '3000 to VESKA');
    const at = (phase: number, inPhase_s: number) => look(hint, phase, {}, {}, 5, inPhase_s)?.words;
    expect(at(level, 30)).toBeUndefined();
    hears(hint, strangeRadios);
    const words = 'For the missed approach: VLB, 113.40 MHz, on a standby.';
    expect([at(level, 19), at(level, 20), at(0, 30), at(level - 1, 30), at(indexOf(lesson, 'Down the path'), 30)]).toEqual([undefined, words, undefined, undefined, undefined]); // prettier-ignore
    hears(hint, { ...strangeRadios, nav2: { ...strangeRadios.nav2, standby_MHz: 113.4 } });
    expect(at(level, 30)).toBeUndefined();
  });
});
