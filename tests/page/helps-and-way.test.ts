import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { placeAt, wayBetween } from '$core/earth/geodesic';
import { worlds } from '$core/radio/world-catalogue';
import { PersonsHands } from '$lib/controls/hands.svelte';
import { chartProjection } from '$lib/draw/chart-projection';
import type { FlightSession } from '$lib/worker/flight-session.svelte';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { planOf } from '../core/flown';
import { chartPoints } from '../../src/routes/charts/chart-points';
import type { AttemptUnderWay } from '../../src/routes/fly/[lesson]/attempt-under-way.svelte';
import { FlownWay } from '../../src/routes/fly/[lesson]/flown-way.svelte';
import { Helps } from '../../src/routes/fly/[lesson]/helps.svelte';

const readings = { pitch_deg: 2.4, bank_deg: -3, heading_deg: 87, altitude_ft: 3040 };

/** A trainer with nothing behind it: what it was told stands in `noted` and `ran`. */
function trainer(changes: Partial<LessonPlan> = {}) {
  const lesson = lessonOf(planOf({ corridors: 'hints', assist: 'autopilot', ...changes }));
  const hands = new PersonsHands(lesson.aircraft);
  const noted: unknown[] = [];
  const ran: boolean[] = [];
  const session = {
    state: 'running',
    frame: { readings, hint: null as null | { words: string; time_s: number; corrects: boolean } },
    note: (what: unknown) => noted.push(what),
    run(on: boolean) {
      ran.push(on);
      this.state = on ? 'running' : 'paused';
    }
  };
  const underWay = { session, frame: session.frame, note: '' };
  const helps = new Helps(lesson, hands, underWay as unknown as AttemptUnderWay);
  const follow = () => helps.follow(session as unknown as FlightSession);
  return { helps, hands, session, underWay, noted, ran, follow };
}

beforeEach(() => {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value)
  });
});
afterEach(() => vi.unstubAllGlobals());

describe('with me', () => {
  test('time stops at what the coach corrects, once for each, and goes on at a press', () => {
    const { helps, session, ran, follow } = trainer();
    helps.restore(true);
    session.frame.hint = { words: 'Now down to 3,000', time_s: 5, corrects: false };
    follow();
    expect(ran).toEqual([]);
    session.frame.hint = { words: 'Lower the nose', time_s: 9, corrects: true };
    follow();
    follow();
    expect([ran, helps.held]).toEqual([[false], 'Lower the nose']);
    session.run(true);
    follow();
    expect([ran, helps.held]).toEqual([[false, true], null]);
    session.frame.hint = { words: 'Lower the nose', time_s: 31, corrects: true };
    follow();
    expect(helps.held).toBe('Lower the nose');
    helps.begin();
    expect(helps.held).toBeNull();
  });

  test.each([
    ['in a test nobody speaks', { corridors: 'test' as const }, true],
    ['alone', {}, false]
  ])('%s: it does not stop', (_, changes, asked) => {
    const { helps, session, ran, follow } = trainer(changes);
    helps.restore(asked);
    session.frame.hint = { words: 'Lower the nose', time_s: 9, corrects: true };
    follow();
    expect([ran, helps.held]).toEqual([[], null]);
  });
});

describe('help that is chosen', () => {
  test('goes round what the lesson allows, stands in the flight, and takes the attitude as it is, to a step of the keys', () => {
    const { helps, hands, noted } = trainer();
    helps.restore(false);
    const round = [hands.assist];
    for (let k = 0; k < 3; k++) {
      helps.nextAssist();
      round.push(hands.assist);
    }
    expect(new Set(round.slice(0, 3)).size).toBe(3);
    expect(round[3]).toBe(round[0]);
    expect(noted.map((one) => (one as { detail: string }).detail)).toEqual(round.slice(1));
    helps.setAssist('attitude-hold');
    expect([hands.pitch_deg, hands.bank_deg]).toEqual([2.5, -2.5]);
  });

  test('what the lesson is flown without is not to be had, and that is said', () => {
    const { helps, hands, underWay, noted } = trainer({ assist: 'direct' });
    helps.restore(false);
    expect(hands.assist).toBe('direct');
    helps.setAssist('autopilot');
    expect([hands.assist, noted, underWay.note]).toEqual([
      'direct',
      [],
      'This lesson is flown without that help.'
    ]);
    helps.nextAssist();
    expect(hands.assist).toBe('direct');
  });

  test('covers go on and off, and are the lesson’s again at a new beginning', () => {
    const { helps, noted } = trainer({ covered: ['attitude'] } as Partial<LessonPlan>);
    const before = [...helps.covered];
    helps.toggleCover('heading');
    expect(helps.covered).toEqual([...before, 'heading']);
    for (const id of before) helps.toggleCover(id);
    expect(helps.covered).toEqual(['heading']);
    expect(noted).toContainEqual({ kind: 'cover', detail: 'heading covered' });
    helps.begin();
    expect(helps.covered).toEqual(before);
  });

  test('which way is up is remembered by this browser', () => {
    const { helps, hands } = trainer();
    helps.chooseDown(true);
    hands.downIsNoseUp = false;
    helps.restore(false);
    expect(hands.downIsNoseUp).toBe(true);
    helps.chooseDown(false);
    helps.restore(false);
    expect(hands.downIsNoseUp).toBe(false);
  });
});

test('the way flown has a point a second, at eight times the speed too, and knows which way it goes', () => {
  const way = new FlownWay();
  for (let k = 0; k <= 100; k++) way.add(k / 10, { north_nm: 0, east_nm: k / 400 });
  expect(way.points).toHaveLength(11);
  expect(way.track_deg).toBeCloseTo(90, 6);
  for (let k = 1; k <= 5; k++) way.add(10 + 8 * k, { north_nm: -k / 4, east_nm: 0.25 });
  expect(way.points).toHaveLength(51);
  expect(way.track_deg).toBeCloseTo(180, 6);
  // It stands still: the way it went is the way it goes.
  way.add(51, { north_nm: -5 / 4, east_nm: 0.25 });
  expect(way.track_deg).toBeCloseTo(180, 6);
  way.begin();
  expect([way.points, way.track_deg]).toEqual([[], null]);
});

describe.each(worlds.map((world) => [world.id, world] as const))('the chart of %s', (_, world) => {
  test('has every station and fix once, told by what it is tuned on or how it lies', () => {
    const points = chartPoints(world);
    expect(points.map(({ id }) => id)).toEqual([...world.stations, ...world.fixes].map(({ id }) => id));
    for (const { kind, words } of points)
      expect(words).toMatch(
        kind === 'fix' ? /NM$| and |by its place/ : kind === 'marker' ? /marker$/ : /\d (MHz|kHz)/
      );
  });

  test('is drawn to scale: miles and directions from its middle are those of the earth', () => {
    const [width, height] = [900, 600];
    const { project, pixelsPerMile } = chartProjection(world, width, height);
    const [longitude_deg, latitude_deg] = project.invert!([width / 2, height / 2])!;
    const middle = { latitude_deg, longitude_deg };
    for (const { place } of chartPoints(world)) {
      const [x, y] = project([place.longitude_deg, place.latitude_deg])!;
      const { distance_nm, azimuth_deg } = wayBetween(middle, place);
      const drawn_nm = Math.hypot(x - width / 2, y - height / 2) / pixelsPerMile;
      // A sphere for the ellipsoid: within the third of a percent by which they differ.
      expect(Math.abs(drawn_nm - distance_nm)).toBeLessThan(0.0035 * distance_nm + 0.01);
      const drawn_deg = (Math.atan2(x - width / 2, height / 2 - y) * 180) / Math.PI;
      if (distance_nm > 1) expect(Math.abs(((drawn_deg - azimuth_deg + 540) % 360) - 180)).toBeLessThan(0.35);
    }
    // Every station is on it, with room for its name.
    for (const station of world.stations) {
      const [x, y] = project([station.longitude_deg, station.latitude_deg])!;
      expect(x > 40 && x < width - 40 && y > 40 && y < height - 40, station.id).toBe(true);
    }
    const north = placeAt(middle, 0, 10);
    expect(project([north.longitude_deg, north.latitude_deg])![0]).toBeCloseTo(width / 2, 3);
  });
});
