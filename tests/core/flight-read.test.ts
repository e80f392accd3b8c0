import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreas } from '$core/earth/training-area';
import { commandWords, whenWords } from '$core/flight/command-words';
import { planInMaking } from '$core/flight/plan-in-making';
import { navigationAt } from '$core/flight/replayed-navigation';
import { runwayWords } from '$core/flight/runway-in-sight';
import { proposedLines } from '$core/flight/steady-stretch';
import type { Runway } from '$core/radio/world';
import { madeFlight } from './flown';

describe('what is said of a flight', () => {
  test('who has control, what was said and done, and when it comes', () => {
    expect(commandWords({ does: 'control', by: 'instructor' })).toBe('the instructor has control');
    expect(commandWords({ does: 'control', by: 'student' })).toBe('the student has control');
    expect(commandWords({ does: 'call', words: 'Cleared to land.' })).toBe('“Cleared to land.”');
    expect(commandWords({ does: 'go around' })).toBe('sent around');
    expect(commandWords({ does: 'end' })).toBe('flight ended');
    expect(whenWords({ after_s: 20 })).toBe('in 20 s');
    expect(whenWords({ below_ft: 1200 })).toBe('below 1200 ft');
    expect(whenWords({ above_ft: 900 })).toBe('above 900 ft');
    expect(whenWords({ within_nm: 2.5, of: 'VLB' })).toBe('within 2.5 NM of VLB');
  });

  test('a change of the weather is said as it comes; nothing changed is as it was', () => {
    const words = (change: object) => commandWords({ does: 'weather', over_s: 0, ...change } as Parameters<typeof commandWords>[0]); // prettier-ignore
    expect(words({})).toBe('weather: as it was');
    expect(words({ wind: { from_deg: 5, speed_kt: 20 }, gust_kt: 0, over_s: 60 })).toBe('weather: wind 005° 20 kt, no gusts, over 60 s'); // prettier-ignore
    expect(words({ gust_kt: 8, turbulence: 'smooth' })).toBe('weather: gusts of 8 kt, smooth air');
    expect(words({ turbulence: 'moderate', altimeterSetting_hPa: 1004 })).toBe('weather: moderate turbulence, 1004 hPa'); // prettier-ignore
    expect(words({ base_ft: 300, top_ft: null })).toBe('weather: cloud base 300 ft above touchdown, cloud up to above the airplane'); // prettier-ignore
    expect(words({ top_ft: 2000, visibility_sm: 0.75, precipitation: 'none' })).toBe('weather: cloud top 2000 ft above touchdown, visibility 0.75 SM, nothing falls'); // prettier-ignore
    expect(words({ visibility_sm: 3, when: { below_ft: 800 } })).toBe(
      'weather: visibility 3 SM, below 800 ft'
    );
  });

  test('a runway in sight: where from the nose, how far, and on which side of its middle', () => {
    const runway = { name: '24' } as Runway;
    const said = (fromNose_deg: number, aside_m: number) => runwayWords(runway, { fromNose_deg, aside_m, distance_nm: 1.24 } as Parameters<typeof runwayWords>[1]); // prettier-ignore
    expect(said(1.4, 11)).toBe('Runway 24 in sight ahead, 1.2 NM: in line with it.');
    expect(said(-20, 84)).toBe('Runway 24 in sight 20° left of the nose, 1.2 NM: 80 m right of its middle.');
    expect(said(1.5, -12)).toBe('Runway 24 in sight 2° right of the nose, 1.2 NM: 10 m left of its middle.');
  });
});

describe('a flight shown again', () => {
  const shown = (channels: Record<string, number>) =>
    navigationAt(
      madeFlight(20, Object.fromEntries(Object.entries(channels).map(([id, value]) => [id, () => value]))),
      10
    );

  test('a bearing of north is a bearing; one that was not shown, no distance and no path are none', () => {
    expect(shown({ needleSource: 1, toFrom: 1, bearing_deg: 0, heading_deg: 350 })!.pointer).toMatchObject({
      bearing_deg: 0,
      relative_deg: 10
    });
    const nothing = shown({ needleSource: 1, bearing_deg: -1, distance_nm: -1, pathNeedle: -9 })!;
    expect([nothing.pointer, nothing.distance, nothing.path]).toEqual([null, null, null]);
    expect(nothing.needles.nav1).toMatchObject({ valid: false, toFrom: null });
    const there = shown({ needleSource: 1, toFrom: -1, needle: 0.5, distance_nm: 0, pathNeedle: 0.25 })!;
    expect(there.needles.nav1).toMatchObject({ valid: true, toFrom: 'from', deflection: 0.5 });
    expect([there.distance!.kind, there.distance!.nm, there.path!.deflection]).toEqual(['dme', 0, 0.25]);
    expect(shown({ needleSource: 3, toFrom: 1, distance_nm: 4 })!.distance!.kind).toBe('rnav');
  });
});

test('the card from flights takes propeller and gear from those that recorded them, and else the usual', () => {
  const aircraft = aircraftCatalogue[1]!;
  const level = { ias_kt: () => 100, propeller: () => 0.7, gear: () => 0, throttle: () => 0.5 };
  const whole = madeFlight(120, level);
  const without = { ...whole, columns: new Map([...whole.columns].filter(([id]) => id !== 'propeller')) };
  const propeller = (...flights: (typeof whole)[]) =>
    proposedLines(aircraft, flights.map((flight, i) => ({ attemptId: `${i}`, flight }))).map((line) => line.propeller); // prettier-ignore
  expect(propeller(whole)).toEqual([expect.closeTo(0.7, 2)]);
  expect(propeller(whole, without)).toEqual([expect.closeTo(0.7, 2)]);
  expect(propeller(without)).toEqual([1]);
});

test('a field that was emptied is asked for at its place; one that may be empty is not', () => {
  const plan = sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!);
  const problemsOf = (change: object) =>
    planInMaking({ ...plan, ...change } as LessonPlan, { drills: [], profiles: [] }).problems;
  const needed = (field: string) => ({ field, message: 'A number is needed here.' });
  expect(problemsOf({})).toEqual([]);
  expect(problemsOf({ cloudBase_ft: null })).toEqual([]);
  expect(problemsOf({ windSpeed_kt: NaN })).toContainEqual(needed('windSpeed_kt'));
  expect(problemsOf({ startAltitude_ft: null })).toContainEqual(needed('startAltitude_ft'));
  expect(problemsOf({ figures: { targetSpeed_kt: null } })).toContainEqual(needed('figures.targetSpeed_kt'));
});
