import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { circleOf, circlesOf } from '$core/drill/approach/circle';
import { minimumOf } from '$core/drill/approach/approach-minimum';
import { rnavFinalOf } from '$core/drill/approach/approach-references';
import { clearedPhase, directFixes } from '$core/drill/cleared-phase';
import { drillFileById } from '$core/drill/catalogue/catalogue';
import { oilPressure, type Distraction } from '$core/drill/distraction';
import { drillShaped } from '$core/drill/drill-shape';
import { lessonOf } from '$core/drill/lesson';
import { areaOf, placeOfWorld, worldOf } from '$core/drill/lesson-place';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { changedPlan } from '$core/drill/plan-change';
import { problemsOf, withoutPlace } from '$core/drill/plan-check';
import { outsideWords, plannedCloud } from '$core/drill/planned-cloud';
import { quantityFrom } from '$core/drill/quantity-text';
import { onPanel } from '$core/drill/reference';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { resolvedProfile } from '$core/drill/tolerance-profile';
import { approachById } from '$core/procedure/approach/approach-catalogue';
import { worldById } from '$core/radio/world-catalogue';
import { refused } from './refused';
import { lessonFor } from './drawn-flight';
import { aircraft, area, planOf } from './flown';
import { planned } from './planned-approach';

const vesterlund = worldById('vesterlund');
const vorA = approachById('xvna-vor-a');
const ils = approachById('xvlb-ils-24');

describe('a circle to land', () => {
  test('is to a runway of the airport, on a side the chart authorises; into the wind first', () => {
    const asked = (circle: object | undefined, approach = vorA) => circleOf(vesterlund, { approach, circle } as never); // prettier-ignore
    expect(asked({ runway: '13', turn: 'right' })).toMatchObject({ runway: { name: '13', airport: 'XVNA' }, turn: 'right', lost: null }); // prettier-ignore
    expect(asked({ runway: '31', turn: 'left', lost: 'base' })).toMatchObject({ runway: { name: '31' }, lost: 'base' }); // prettier-ignore
    expect([asked(undefined), asked({ runway: '24', turn: 'left' }, ils)]).toEqual([null, null]);
    expect(refused(() => asked({ runway: '24', turn: 'left' }))).toMatchObject({ field: 'approach.circle.runway', value: '24', message: expect.stringMatching(/a runway of XVNA: 13, 31|a runway of XVNA: 31, 13/) }); // prettier-ignore
    expect(refused(() => asked({ runway: '13', turn: 'left' }))).toMatchObject({ field: 'approach.circle.turn', message: expect.stringContaining('right turns: on the other side of runway 13') }); // prettier-ignore
    expect(circlesOf(vesterlund, vorA, 130)).toEqual([{ runway: '13', turn: 'right' }, { runway: '31', turn: 'left' }]); // prettier-ignore
    expect(circlesOf(vesterlund, vorA, 310)[0]!.runway).toBe('31');
    expect(circlesOf(vesterlund, ils, 130)).toEqual([]);
  });

  test('is flown by where the field is lost: it ends there, and the missed approach comes', () => {
    const flown = (lost?: 'downwind' | 'base') => lessonOf(planned('xvna-vor-a', { ends: 'landing', circle: { runway: '13', turn: 'right', ...(lost ? { lost } : {}) } })).drill.phases; // prettier-ignore
    const hasBase = (lost?: 'downwind' | 'base') => flown(lost).some(({ name }) => name.startsWith('Base'));
    const isMissed = (lost?: 'downwind' | 'base') => flown(lost).some(({ segment }) => segment === 'missed');
    expect([hasBase('downwind'), hasBase('base'), hasBase()]).toEqual([false, true, true]);
    expect([isMissed('downwind'), isMissed('base'), isMissed()]).toEqual([true, true, false]);
  });
});

describe('an approach as it is planned', () => {
  test('begins at the height of its first fix, or a thousand feet over the final fix, or so much over the runway', () => {
    const start = (change: (copy: typeof ils) => void) => {
      const approach = structuredClone(ils) as typeof ils;
      change(approach);
      return planned('xvlb-ils-24', { approach, transition: null }).startAltitude_ft;
    };
    expect(start(() => {})).toBe(3000);
    expect(start((a) => (a.final[0]!.altitude = { below_ft: 2800 }))).toBe(2800);
    expect(start((a) => delete a.final[0]!.altitude)).toBe(2600);
    expect(start((a) => { delete a.final[0]!.altitude; delete a.final[2]!.altitude; })).toBe(88 + 2500); // prettier-ignore
  });

  test('with the path lost on the way its minimum is that without one; a final by waypoints has a path only where one is shown', () => {
    expect(minimumOf(planned('xvlb-ils-24', { pathLost: true }), aircraft)).toMatchObject({ line: 'LOC', kind: 'MDA' }); // prettier-ignore
    const final = (id: string, change: object = {}) => rnavFinalOf(worldById(approachById(id).world), { approach: approachById(id), withoutPath: false, ...change } as never); // prettier-ignore
    expect(final('xvlb-ils-24')).toBeNull();
    expect(final('xvlb-rnav-24')).toMatchObject({ to: 'RW24', scale: 'angular', path: { by: 'space' } });
    expect(final('xvna-rnav-13')).toMatchObject({ scale: 'linear', path: { by: 'altimeter' } });
    expect([final('xvna-rnav-31')!.path, final('xvlb-rnav-24', { withoutPath: true })!.path]).toEqual([null, null]); // prettier-ignore
    expect(final('xvlb-rnav-24', { withoutPath: true })!.scale).toBe('linear');
    expect(final('xvlb-rnav-24', { pathLost: true })).toMatchObject({ pathLost: true });
    expect(final('xvlb-rnav-24')).not.toHaveProperty('pathLost');
  });
});

describe('what is asked for on the way', () => {
  const lesson = lessonFor('vor-tracking', {});
  const shown = { altitude_ft: 4030, heading_deg: 60 };

  test('a speed the airplane cannot fly is refused; the speed that changes has the time it takes', () => {
    const cleared = (clearance: object) => clearedPhase(lesson, lesson.drill.phases[0]!, '', { does: 'clear', ...clearance } as never, shown, 1); // prettier-ignore
    expect(refused(() => cleared({ heading_deg: 90, speed_kt: 30 }))).toMatchObject({ field: 'speed_kt', value: 30 }); // prettier-ignore
    const { ias_kt } = lesson.drill.phases[0]!.goal;
    const settles = (speed_kt: number) => cleared({ heading_deg: 60, speed_kt }).settling.find(({ channel }) => channel === 'ias_kt')?.atLatest_s ?? 0; // prettier-ignore
    expect(settles(ias_kt + 20)).toBeGreaterThan(settles(ias_kt + 10));
    expect(settles(ias_kt - 20)).toBe(settles(ias_kt + 20));
    expect(cleared({ heading_deg: 60, speed_kt: ias_kt })).toMatchObject({ then: null, goal: { ias_kt } });
  });

  test('direct to waypoints and beacons, where there are radios', () => {
    const fixes = directFixes(lesson);
    expect(fixes).toContain('TOLVA');
    expect(fixes).toContain('TS');
    expect(directFixes(lessonOf(planOf()))).toEqual([]);
  });
});

test('oil pressure stands in the green until its moment, and falls from there', () => {
  const gauge = [
    { at_s: 20, kind: 'call' },
    { at_s: 60, kind: 'gauge' }
  ] as Distraction[];
  const steady = oilPressure([], 100);
  expect([oilPressure(gauge, 20), oilPressure(gauge, 60)]).toEqual([steady, steady]);
  const [soon, later, last] = [62, 90, 900].map((time_s) => oilPressure(gauge, time_s)) as [number, number, number]; // prettier-ignore
  expect(soon).toBeLessThan(steady);
  expect(soon).toBeGreaterThan(0.8 * steady);
  expect(later).toBeLessThan(soon);
  expect(last).toBeGreaterThan(0);
  expect(last).toBeLessThan(0.5 * steady);
});

test('where a plan is flown: a place of one’s own where it is meant, and what the chart’s is otherwise', () => {
  const own = placeOfWorld({ ...vesterlund, id: 'a-world-with-a-name-that-is-longer-than-sixty-letters-altogether' }, new Date('2026-06-01')); // prettier-ignore
  expect(own.area.id).toBe('own-a-world-with-a-name-that-is-longer-than-sixty-letters-al');
  expect(own.area.id).toHaveLength(60);
  const at = (id: string) => ({ area: id, ownPlace: own });
  expect([areaOf(at(own.area.id)), areaOf(at(area.id)).id]).toEqual([own.area, area.id]);
  expect([worldOf(at(own.area.id)), worldOf(at(area.id)).id]).toEqual([own.world, 'vesterlund']);
  expect(refused(() => placeOfWorld({ ...vesterlund, stations: [], runways: [] }, new Date())).field).toBe('stations'); // prettier-ignore
  expect(placeOfWorld({ ...vesterlund, stations: [] }, new Date('2026-06-01')).area.latitude_deg).toBe(vesterlund.runways[0]!.latitude_deg); // prettier-ignore
});

test('another drill keeps the speed, but for one that is flown by radio where the last was not, and back', () => {
  const speed = (from: string, to: string, startSpeed_kt = 111) => changedPlan({ ...sensiblePlan(aircraft, area, from), startSpeed_kt }, { kind: 'drill', id: to } as never, [])!.startSpeed_kt; // prettier-ignore
  const usual = (drill: string) => sensiblePlan(aircraft, area, drill).startSpeed_kt;
  expect(speed('straight-and-level', 'standard-rate-turns')).toBe(111);
  expect(speed('vor-tracking', 'vor-hold')).toBe(111);
  expect(speed('straight-and-level', 'vor-hold')).toBe(usual('vor-hold'));
  expect(speed('vor-hold', 'straight-and-level')).toBe(usual('straight-and-level'));
  const approach = { ...planned('xvlb-ils-24'), startSpeed_kt: 111 };
  const after = changedPlan(approach, { kind: 'drill', id: 'vor-hold' } as never, [])!;
  expect(after).toMatchObject({ startSpeed_kt: 111, drill: 'vor-hold', figures: {} });
  expect(after).not.toHaveProperty('approach');
  expect(changedPlan(approach, { kind: 'drill', id: 'straight-and-level' } as never, [])!.startSpeed_kt).toBe(usual('straight-and-level')); // prettier-ignore
});

test('what is outside in words: clear, one layer or two, by the airport’s height', () => {
  const outside = (change: object) => outsideWords({ ...sensiblePlan(aircraft, area), ...change } as LessonPlan); // prettier-ignore
  expect(outside({ cloudBase_ft: null })).toBe('view-limiting device');
  expect(outside({ cloudBase_ft: 1200 })).toBe('cloud above 1200 ft');
  expect(outside({ cloudBase_ft: 1200, cloudTop_ft: 6000 })).toBe('cloud from 1200 to 6000 ft');
  expect(plannedCloud({ cloudBase_ft: 0 })).toEqual({ base_ft: 0, top_ft: Infinity });
  const approach = (change: object) => outsideWords(planned('xvlb-ils-24', change));
  expect(approach({ ends: 'as seen' })).toBe('view-limiting device');
  expect(approach({ ends: 'missed', top_ft: 3000 })).toBe('view-limiting device');
  expect(approach({ ends: 'as seen', top_ft: 3000 })).toBe('cloud tops 3088 ft');
  expect(approach({ ends: 'as seen', top_ft: 3000, upper: { base_ft: 4000, top_ft: 6000 } })).toBe('cloud tops 3088 ft, a second layer from 4088 to 6088 ft'); // prettier-ignore
});

describe('what is typed and what is asked', () => {
  test('a quantity: a number, a figure, and what is made of it', () => {
    const read = (text: string) => quantityFrom(text, 'to_ft');
    expect(read('')).toBeUndefined();
    expect([read('−300'), read('12.5')]).toEqual([-300, 12.5]);
    expect(read('rate_fpm')).toEqual({ figure: 'rate_fpm' });
    expect(read('rate_fpm × 0.5')).toEqual({ figure: 'rate_fpm', times: 0.5 });
    expect(read('startAltitude_ft + 500')).toEqual({ figure: 'startAltitude_ft', plus: 500 });
    expect(read('startAltitude_ft × 2 − 500')).toEqual({ figure: 'startAltitude_ft', times: 2, plus: -500 });
    expect(refused(() => read('+ 500')).field).toBe('to_ft');
  });

  test('manoeuvring speed is one and three quarters of the clean stall, to five knots', () => {
    for (const id of ['sandling-160', 'tarnvik-200'])
      expect(sensiblePlan(aircraftById(id), area, 'unusual-attitudes').startSpeed_kt % 5).toBe(0);
    const steep = lessonFor('steep-turns', {}).drill.phases[0]!.goal.ias_kt;
    const { stallClean_kt, maximumCruise_kt } = aircraft.speeds;
    expect(steep).toBeLessThanOrEqual(maximumCruise_kt);
    expect(steep).toBeGreaterThan(1.4 * stallClean_kt);
  });

  test('a drill needs ids and names; a bearing on the panel is the fix’s, turned by what their norths differ by', () => {
    const file = structuredClone(drillFileById('straight-and-level')) as unknown as Record<string, unknown>;
    expect(drillShaped(file)).toBe(file);
    const phases = file['phases'] as object[];
    expect(refused(() => drillShaped({ ...file, phases: [...phases, { id: 'x' }] })).field).toBe('phases');
    expect(refused(() => drillShaped({ ...file, phases: [...phases, phases[0]] }))).toMatchObject({ field: 'phases', message: expect.stringContaining('an id of its own') }); // prettier-ignore
    const { reference } = lessonFor('vor-tracking', {}).drill.phases[0]!;
    expect(onPanel(10, reference, { variation_deg: reference!.north_deg - 3 })).toBeCloseTo(13, 6);
    expect(onPanel(10, reference, { variation_deg: reference!.north_deg + 12 })).toBeCloseTo(358, 6);
    expect(withoutPlace({ field: 'to_ft', message: 'to_ft: 9 is not accepted' })).toBe('9 is not accepted');
    expect(withoutPlace({ field: 'to_ft', message: 'too high' })).toBe('too high');
  });

  test('a speed may be the most the airplane cruises at, and no more', () => {
    const most = aircraft.speeds.maximumCruise_kt;
    const told = (startSpeed_kt: number) => problemsOf({ ...sensiblePlan(aircraft, area, 'straight-and-level'), startSpeed_kt, figures: {} }).map(({ message }) => message).filter((message) => message.includes('cruises')); // prettier-ignore
    expect(told(most)).toEqual([]);
    expect(told(most + 1)[0]).toContain(`above the most it cruises at, ${most} kt`);
  });

  test('a profile inherits from the nearest, and never from itself, however far round', () => {
    const named = (id: string, inherits: string, changes: object = {}) => ({ id, name: id, inherits, changes }) as never; // prettier-ignore
    const own = [named('mild', 'easa-ir', { altitude_ft: 150 }), named('first', 'second'), named('second', 'first')]; // prettier-ignore
    expect(resolvedProfile(named('ours', 'mild', { heading_deg: 15 }), own)).toMatchObject({ id: 'ours', altitude_ft: 150, heading_deg: 15 }); // prettier-ignore
    expect(refused(() => resolvedProfile(own[1]!, own))).toMatchObject({ field: 'inherits', message: expect.stringContaining('first → second → first') }); // prettier-ignore
  });
});
