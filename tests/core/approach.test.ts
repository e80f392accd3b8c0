import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
import { placeAt, wayBetween } from '$core/earth/geodesic';
import type { Rejection } from '$core/measure/rejection';
import { parse } from '$core/measure/validation';
import { Approach } from '$core/procedure/approach/approach';
import { approachCard, plainDay, type ApproachDay } from '$core/procedure/approach/approach-card';
import { approachById, approaches } from '$core/procedure/approach/approach-catalogue';
import { categoryOf, categoryOfSpeed } from '$core/procedure/approach/approach-category';
import { approachProblems } from '$core/procedure/approach/approach-check';
import { flyByDistance, layApproach, turnBetween } from '$core/procedure/approach/approach-path';
import { finalProfile, floorsOf } from '$core/procedure/approach/approach-profile';
import { timeFor, visualDescentPoint } from '$core/procedure/approach/approach-timing';
import { byFinal, placeOnFinal } from '$core/procedure/approach/approach-place';
import { briefOnPanel } from '$core/procedure/approach/brief-on-panel';
import { briefItems } from '$core/procedure/approach/card-words';
import { coldCorrection, coldRule } from '$core/procedure/approach/cold-correction';
import { roundedUp } from '$core/procedure/approach/minimum';
import { feetPerMile, heightOnPath, rateBetween, rateOnPath } from '$core/procedure/approach/vertical-path';
import { visibilityWords } from '$core/procedure/approach/visibility-words';
import { strangeRadios, type NeedleSource, type RadioSettings } from '$core/radio/radio-settings';
import { worldById } from '$core/radio/world-catalogue';
import { even } from './even';

const worldOf = ({ world }: Approach) => worldById(world);
const ils = approachById('xvlb-ils-24');
const sandling = aircraftById('sandling-160');
const cardOf = (approach: Approach, changes: Partial<ApproachDay> = {}, aircraft = sandling) => {
  const day = { ...plainDay(approach, aircraft), ...changes };
  return { day, card: approachCard(worldOf(approach), approach, day) };
};
/** An approach with something changed deep inside. */
const altered = (approach: Approach, change: (copy: Approach) => void): Approach => {
  const copy = structuredClone(approach) as Approach;
  change(copy);
  return copy;
};
const wrongAt = (approach: Approach) =>
  approachProblems(worldOf(approach), approach).map(({ field, severity }) => `${severity} ${field}`);

describe('the arithmetic of a path', () => {
  const path = { angle_deg: 3, crossing_ft: 50 };

  test('heights, rates and times as they are published', () => {
    // 3°: 318 ft a mile; 90 kt: 478 ft/min; 120 kt: 637 ft/min; 5 NM at 90 kt: 3:20.
    expect(feetPerMile(3)).toBeCloseTo(318.4, 1);
    expect(heightOnPath(path, 5)).toBeCloseTo(1642.2, 1);
    expect(rateOnPath(3, 90)).toBeCloseTo(477.7, 0);
    expect(rateOnPath(3, 120)).toBeCloseTo(636.9, 0);
    expect(timeFor(5, 90)).toBe(200);
    expect(timeFor(4.6, 105)).toBeCloseTo(157.7, 1);
    expect(rateBetween(900, 3, 90)).toBe(450);
    // The earth falls away 88 ft in 10 NM by geometry, 66 ft as light and radio see it.
    expect(heightOnPath(path, 10, 'geometric') - heightOnPath(path, 10)).toBeCloseTo(88, 0);
    expect(heightOnPath(path, 10, 'refracted') - heightOnPath(path, 10)).toBeCloseTo(66, 0);
  });

  test('the earth’s curvature is d² ÷ 2R, with R from the ellipsoid’s mean radius', () => {
    const dropOver10Nm_ft = 18520 ** 2 / (2 * 6371008.8) / 0.3048;
    expect(heightOnPath(path, 10, 'geometric') - heightOnPath(path, 10)).toBeCloseTo(dropOver10Nm_ft, 0);
  });

  test('the visual descent point: height above touchdown over 318 ft a mile', () => {
    const found = visualDescentPoint(500, 100, path, 5, 90)!;
    expect(found.distance_nm).toBeCloseTo(350 / 318.4, 2);
    expect(found.fromFinalFix_s).toBeCloseTo(timeFor(5 - 350 / 318.4, 90), 0);
    expect(visualDescentPoint(140, 100, path, 5, 90)).toBeNull();
    expect(visualDescentPoint(2000, 100, path, 5, 90)!.fromFinalFix_s).toBeNull();
  });

  test('a fly-by turn of 90° begins a radius before its fix, one of 60° 0.58 of it', () => {
    expect(flyByDistance(1, 90)).toBeCloseTo(1, 9);
    expect(flyByDistance(1, -60)).toBeCloseTo(0.5774, 4);
  });
});

test('a visibility is written as on charts, what has no quarter in figures', () => {
  expect([0, 0.5, 0.75, 1, 1.25, 3, 0.3].map(visibilityWords)).toEqual(['0 SM', '½ SM', '¾ SM', '1 SM', '1 ¼ SM', '3 SM', '0.30 SM']); // prettier-ignore
});

test('a track turns right and left by its legs; where one has no length it turns by nothing', () => {
  const fix = { latitude_deg: 60, longitude_deg: 20 };
  const leg = (...points: unknown[]) => ({ points }) as unknown as Parameters<typeof turnBetween>[0];
  const into = leg(placeAt(fix, 180, 5), fix);
  for (const [azimuth_deg, turn_deg] of [
    [90, 90],
    [270, -90],
    [30, 30],
    [0, 0]
  ] as const)
    expect(turnBetween(into, leg(fix, placeAt(fix, azimuth_deg, 5)))).toBeCloseTo(turn_deg, 1);
  expect(turnBetween(into, leg(fix, fix))).toBe(0);
});

test('the settings are read out: level where it is, down with its rate', () => {
  const { card, day } = cardOf(approachById('xvlb-ils-24'));
  const { lines } = briefItems(approachById('xvlb-ils-24'), card, day).find(({ id }) => id === 'numbers')!;
  expect(lines.map((words) => /^(\w+): \d+ kt, .*, (level|[+−]\d+0 ft\/min)/.exec(words)?.slice(1))).toEqual([
    ['Level', 'level'],
    ['Down', expect.stringMatching(/^−[3-7]\d0 ft/)],
    ['Missed', expect.stringMatching(/^\+\d+0 ft/)]
  ]);
});

describe('cold', () => {
  // Published table: station at sea level, heights above it in hundreds of feet; corrections in ft.
  const HEIGHTS = [200, 300, 400, 500, 600, 700, 800, 900, 1000, 1500, 2000, 3000, 4000, 5000];
  const TABLE: [celsius: number, ...corrections: number[]][] = [
    [0, 20, 20, 30, 30, 40, 40, 50, 50, 60, 90, 120, 170, 230, 280],
    [-10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 150, 200, 290, 390, 490],
    [-20, 30, 50, 60, 70, 90, 100, 120, 130, 140, 210, 280, 420, 570, 710],
    [-30, 40, 60, 80, 100, 120, 140, 150, 170, 190, 280, 380, 570, 760, 950],
    [-40, 50, 80, 100, 120, 150, 170, 190, 220, 240, 360, 480, 720, 970, 1210],
    [-50, 60, 90, 120, 150, 180, 210, 240, 270, 300, 450, 590, 890, 1190, 1500]
  ];

  test('rounded up to the next ten feet it is the published table, within its own rounding', () => {
    const off = TABLE.flatMap(([celsius, ...corrections]) =>
      corrections.map((published, i) => roundedUp(coldCorrection(HEIGHTS[i]!, celsius, 0), 10) - published)
    );
    expect(Math.max(...off.map(Math.abs))).toBeLessThanOrEqual(10);
    expect(off.filter((difference) => difference === 0).length / off.length).toBeGreaterThan(0.8);
  });

  test('the rule is within a twentieth of it, there is none when it is warm, and a station higher up counts from itself', () => {
    expect(coldRule(1000, -10, 0) / coldCorrection(1000, -10, 0)).toBeCloseTo(1, 1);
    expect(coldCorrection(1000, 20, 0)).toBe(0);
    expect(coldCorrection(-50, -20, 0)).toBe(0);
    expect(coldCorrection(1000, -20, 5000)).toBeLessThan(coldCorrection(1000, -20, 0));
  });

  test('on the card: heights rise only from the note’s temperature down, the minimum with them; a path in the air reads higher', () => {
    const rnav = approachById('xvko-rnav-35');
    const { card } = cardOf(rnav, { temperature_C: -20 });
    expect(cardOf(rnav, { temperature_C: -9 }).card.cold).toEqual([]);
    const [note] = rnav.notes.flatMap((one) => (one.kind === 'cold' ? [one.below_C] : []));
    expect([note! + 1, note!].map((temperature_C) => cardOf(rnav, { temperature_C }).card.cold.length)).toEqual([0, 5]); // prettier-ignore
    expect(card.cold.map(({ name }) => name)).toEqual(['SOLVE', 'TARBI', 'UKSAN', 'VEDRO', 'Minimum']);
    const vedro = card.cold.find(({ name }) => name === 'VEDRO')!;
    // 3600 − 1842 = 1758 ft over the station, −20 °C where −16.4 °C at sea level is 31.4 below standard: about 12.2 %.
    expect(vedro.correction_ft).toBeGreaterThan(0.115 * 1758);
    expect(vedro.correction_ft).toBeLessThan(0.13 * 1758);
    expect(vedro.corrected_ft).toBe(roundedUp(3600 + vedro.correction_ft, 10));
    expect(card.minimum!.set_ft).toBe(roundedUp(2142 + card.minimum!.cold_ft, 10));
    expect(card.minimum!.cold_ft).toBeGreaterThan(25);
    expect(card.checkAltitude!.reads_ft - card.checkAltitude!.altitude_ft).toBeGreaterThan(180);
    const warm = cardOf(rnav, { temperature_C: 30 }).card.checkAltitude!;
    expect(warm.reads_ft).toBeLessThan(warm.altitude_ft);
    // A path that is made from the altimeter is as wrong as it is: it reads what the chart says.
    const barometric = cardOf(approachById('xvna-rnav-13'), { temperature_C: -25 }).card.checkAltitude!;
    expect(barometric.reads_ft).toBe(barometric.altitude_ft);
  });
});

describe('which minimum, and why', () => {
  test('categories: A below 91 kt, B below 121, C below 141, D below 166; the faster of stall and flown', () => {
    expect([90.9, 91, 120.9, 121, 140.9, 141, 165.9, 166].map(categoryOfSpeed)).toEqual(
      ['A', 'B', 'B', 'C', 'C', 'D', 'D', null] // prettier-ignore
    );
    expect(categoryOf(60, 80)).toEqual({ category: 'A', reference_kt: 78, flown_kt: null });
    expect(categoryOf(60, 95)).toMatchObject({ category: 'B', flown_kt: 95 });
    expect(categoryOf(80, 80)).toMatchObject({ category: 'B', flown_kt: null });
    expect(categoryOf(60, 170)).toBeNull();
  });

  test('it depends on the way in, on what is received, on the path, the altimeter and the lights', () => {
    const minimum = (changes: Partial<ApproachDay>, approach = ils) =>
      cardOf(approach, changes).card.minimum!;
    expect(minimum({ transition: 'elska' })).toMatchObject({ line: 'ILS', altitude_ft: 288, set_ft: 290 });
    const fromTolva = minimum({ transition: 'tolva' });
    expect(fromTolva.altitude_ft).toBe(388);
    expect(fromTolva.because.join()).toContain('only by way of ELSKA');
    expect(minimum({ transition: null }).altitude_ft).toBe(388);
    expect(minimum({ withoutPath: true })).toMatchObject({ line: 'LOC', kind: 'MDA', altitude_ft: 520 });
    expect(minimum({ altimeter: 'remote', approachLights: 'out' })).toMatchObject({
      altitude_ft: 368,
      visibility_sm: 1
    });
    expect(minimum({ line: 'circling' })).toMatchObject({ altitude_ft: 600, addOn_ft: 0 });
    const lnav = approachById('xvna-rnav-31');
    expect(minimum({}, lnav)).toMatchObject({ altitude_ft: 480, addOn_ft: 50, set_ft: 530 });
    expect(minimum({ technique: 'step-down' }, lnav)).toMatchObject({ addOn_ft: 0, set_ft: 480 });
    expect(minimum({ withoutFixes: ['DOMKI'] }, lnav).altitude_ft).toBe(840);
    // Nothing for category D at Korrin: said, not guessed.
    expect(cardOf(approachById('xvko-rnav-35'), { speed_kt: 145 }).card.minimum).toBeNull();
  });

  test('a category is briefed with what it comes from, and an add-on with what it is for', () => {
    const line = (changes: Partial<ApproachDay>, approach: Approach, part: RegExp) => {
      const { day, card } = cardOf(approach, changes);
      return briefItems(approach, card, day)
        .find(({ id }) => id === 'minimum')!
        .lines.find((words) => part.test(words));
    };
    expect(line({}, ils, /^Category/)).toMatch(
      /^Category A: 1\.3 × the stall speed in landing configuration is \d\d kt\.$/
    );
    expect(line({ speed_kt: 95 }, ils, /^Category/)).toMatch(
      /^Category B, because it is flown at 95 kt; 1\.3 × the stall speed would be \d\d kt\.$/
    );
    const lnav = approachById('xvna-rnav-31');
    expect(line({}, lnav, /added/)).toBe('50 ft added: one straight descent goes around at it as at a DA.');
    expect(line({ technique: 'step-down' }, lnav, /added/)).toBeUndefined();
  });

  test('what the panel shows of a briefing: by the radio that feeds the needle, either end of a back course, the beacon, the waypoints', () => {
    const shown = (id: string, change: (radios: RadioSettings) => RadioSettings) => {
      const approach = approachById(id);
      const { card } = cardOf(approach);
      return briefOnPanel(approach, card, change(strangeRadios), { heading_deg: null, altitude_ft: null, minimum_ft: card.minimum!.set_ft }); // prettier-ignore
    };
    const on = (active_MHz: number, course_deg: number, radio: 'nav1' | 'nav2', source: NeedleSource) => (radios: RadioSettings): RadioSettings => ({ ...radios, [radio]: { ...radios[radio], active_MHz, course_deg }, source }); // prettier-ignore
    expect(shown('xvlb-ils-24', on(110.3, 241, 'nav1', 'nav1'))).toEqual({ guidance: true, course: true, minimum: true }); // prettier-ignore
    expect(shown('xvlb-ils-24', on(110.3, 240, 'nav2', 'nav2'))).toMatchObject({ guidance: true, course: true }); // prettier-ignore
    // Tuned on the other radio, off by two degrees, the wrong end, or not fed at all, it is not.
    expect(shown('xvlb-ils-24', on(110.3, 240, 'nav2', 'nav1'))).toMatchObject({ guidance: false, course: false }); // prettier-ignore
    expect(shown('xvlb-ils-24', on(110.3, 242, 'nav1', 'nav1')).course).toBe(false);
    expect(shown('xvlb-ils-24', on(110.3, 60, 'nav1', 'nav1')).course).toBe(false);
    expect(shown('xvlb-ils-24', on(110.3, 240, 'nav1', 'rnav'))).toMatchObject({ guidance: false, course: false }); // prettier-ignore
    for (const course_deg of [60, 240])
      expect(shown('xvlb-back-course-06', on(110.3, course_deg, 'nav1', 'nav1')).course).toBe(true);
    expect(shown('xvlb-back-course-06', on(110.3, 150, 'nav1', 'nav1')).course).toBe(false);
    const beacon = (active_kHz: number) => (radios: RadioSettings) => ({ ...radios, adf: { ...radios.adf, active_kHz } }); // prettier-ignore
    expect(shown('xvna-ndb-13', beacon(407))).toEqual({ guidance: true, minimum: true });
    expect(shown('xvna-ndb-13', beacon(406)).guidance).toBe(false);
    const loaded = (legs: string[], source: NeedleSource = 'rnav') => (radios: RadioSettings) => ({ ...radios, source, rnav: { legs, course_deg: null } }); // prettier-ignore
    expect(shown('xvlb-rnav-24', loaded(['GRIMA', 'RW24'])).guidance).toBe(true);
    expect(shown('xvlb-rnav-24', loaded(['GRIMA'])).guidance).toBe(false);
    expect(shown('xvlb-rnav-24', loaded(['RW24'], 'nav1')).guidance).toBe(false);
  });

  test('the way in is briefed leg by leg, with its heading in today’s wind; vectors have none', () => {
    const wayIn = (changes: Partial<ApproachDay>) => {
      const { day, card } = cardOf(ils, changes);
      return briefItems(ils, card, day).find(({ id }) => id === 'way in')?.lines;
    };
    // Along the radial of 321°: 9 NM, a wind from the left takes the nose left.
    expect(wayIn({})![1]).toMatch(/^To VESKA, by KOR, at or above 3000 ft: heading 32\d°, 9\.0 NM$/);
    expect(wayIn({ wind: { from_deg: 230, speed_kt: 20 } })![1]).toMatch(/heading 3(07|08|09)°/);
    expect(wayIn({ transition: null })).toBeUndefined();
  });

  test('circling only is said as that, and a retractable is cleaned up in order', () => {
    expect(cardOf(approachById('xvna-vor-a')).card.minimum!.because).toEqual(['circling only, category A']);
    const missed = (id: string) => {
      const { day, card } = cardOf(ils, {}, aircraftById(id));
      return briefItems(ils, card, day).find((item) => item.id === 'missed')!.lines[0];
    };
    expect(missed('sandling-160')).toBe('Power, nose up, positive climb, flaps up: 75 kt');
    expect(missed('tarnvik-200')).toMatch(/positive climb, gear up, flaps up: \d+ kt$/);
  });

  test('the climb of a missed approach: what it needs over the ground, and whether this airplane has it', () => {
    const { day, card } = cardOf(ils);
    const last = (canClimb_fpm: number | null, rate_fpm = 254) =>
      briefItems(ils, { ...card, missed: { ...card.missed, climb_ftpnm: 200, rate_fpm, canClimb_fpm } }, day)
        .find((item) => item.id === 'missed')!
        .lines.at(-1);
    expect(last(null)).toBe('Needs 200 ft/NM: 254 ft/min');
    expect(last(253)).toBe('Needs 200 ft/NM: 254 ft/min; this airplane climbs only 253');
    expect(last(254)).toBe('Needs 200 ft/NM: 254 ft/min; this airplane climbs 254');
    // Over the ground: 40 kt more of it is 40 ÷ 60 of a mile a minute, each with its feet.
    const inWindFrom = (from_deg: number) => cardOf(ils, { wind: { from_deg, speed_kt: 20 } }).card.missed;
    const [ahead, behind] = [inWindFrom(ils.finalCourse_deg), inWindFrom(ils.finalCourse_deg + 180)];
    expect(behind.rate_fpm - ahead.rate_fpm).toBeCloseTo((behind.climb_ftpnm * 40) / 60, -1);
  });

  test('rounding goes up to the next mark, and leaves a round figure alone', () => {
    expect([288, 290, 291].map((ft) => roundedUp(ft, 10))).toEqual([290, 290, 300]);
    expect(roundedUp(288, 20)).toBe(300);
    expect(roundedUp(288, 1)).toBe(288);
  });
});

describe('the approaches that ship', () => {
  test('a place by the final course: so far before the threshold, and on its side', () => {
    const world = worldOf(ils);
    for (const before_nm of [8, 3, -2]) {
      const on = placeOnFinal(world, ils, before_nm);
      const place = placeAt(on, ils.finalCourse_deg + ils.variation_deg + 90, 1.5);
      expect(byFinal(world, ils, on).before_nm).toBeCloseTo(before_nm, 2);
      expect(byFinal(world, ils, on).right_nm).toBeCloseTo(0, 1);
      expect(byFinal(world, ils, place).before_nm).toBeCloseTo(before_nm, 1);
      expect(byFinal(world, ils, place).right_nm).toBeCloseTo(1.5, 1);
    }
  });

  test.each(approaches.map((approach) => [approach.id, approach] as const))(
    '%s fits its schema, and nothing about it is to be objected to by any transition',
    (_, approach) => {
      expect(parse(Approach, approach)).toBe(approach);
      expect(approachProblems(worldOf(approach), approach)).toEqual([]);
      expect(approach.airport).toMatch(/^X/);
    }
  );

  test('their final courses lead along the runway, or pass it as far off as their notes say', () => {
    for (const approach of approaches.filter(({ runway }) => runway !== null)) {
      const world = worldOf(approach);
      const runway = world.runways.find((r) => r.airport === approach.airport && r.name === approach.runway)!;
      const off = Math.abs(runway.course_deg - approach.finalCourse_deg);
      expect(off, approach.id).toBeLessThanOrEqual(30);
      // The fix a mile out by the profile is really a mile out, on the course through what guides.
      const { points } = finalProfile(world, approach);
      const [far, near] = [points[0]!, points.at(-1)!];
      const laid = layApproach(world, approach, approach.transitions[0]?.id ?? null).filter(
        ({ part }) => part === 'final'
      );
      const length = laid.reduce((sum, leg) => sum + leg.length_nm, 0);
      expect(length, approach.id).toBeCloseTo(far.before_nm - near.before_nm, 0);
    }
  });

  test('an arc keeps its distance, and a curve ends on the final course', () => {
    const arc = approachById('xvlb-vor-dme-06');
    const centre = worldOf(arc).stations.find(({ id }) => id === 'VLB')!;
    const leg = layApproach(worldOf(arc), arc, 'arlak').find(({ leg: { type } }) => type === 'AF')!;
    for (const place of leg.points) expect(wayBetween(centre, place).distance_nm).toBeCloseTo(12, 2);
    // From radial 330 to 258, 72° of 12 NM.
    expect(leg.length_nm).toBeCloseTo((72 / 360) * 2 * Math.PI * 12, 1);
    const curve = approachById('xvlb-rnav-24');
    const rf = layApproach(worldOf(curve), curve, 'kesto').find(({ leg: { type } }) => type === 'RF')!;
    const [before, last] = rf.points.slice(-2) as [(typeof rf.points)[0], (typeof rf.points)[0]];
    expect(wayBetween(before, last).azimuth_deg).toBeCloseTo(240 - 9, -0.5);
  });

  test('floors: an altitude may be left only past its fix, and none is under the minimum', () => {
    const vor = approachById('xvlb-vor-dme-06');
    const floors = floorsOf(finalProfile(worldOf(vor), vor), 480);
    expect(floors.map(({ altitude_ft }) => altitude_ft)).toEqual([1900, 800, 480]);
    floors.slice(1).forEach((floor, i) => expect(floor.from_nm).toBe(floors[i]!.to_nm));
  });

  test('every card can be read out in every airplane and wind: each line whole, no figure missing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...approaches),
        fc.constantFrom(...aircraftCatalogue),
        even(0, 360),
        even(0, 35),
        even(-30, 35),
        (approach, aircraft, from_deg, speed_kt, temperature_C) => {
          const { day, card } = cardOf(approach, { wind: { from_deg, speed_kt }, temperature_C }, aircraft);
          const items = briefItems(approach, card, day);
          const text = items.flatMap(({ title, lines }) => [title, ...lines]);
          const linesOf = (id: string) => items.find((item) => item.id === id)?.lines.length ?? 0;
          expect(linesOf('timing')).toBe(
            Number(card.timing !== null) + Number(card.visualDescentPoint !== null)
          );
          if (card.minimum) {
            const { because, cold_ft, addOn_ft } = card.minimum;
            expect(linesOf('minimum')).toBe(2 + because.length + Number(cold_ft > 0) + Number(addOn_ft > 0));
          }
          for (const line of text) expect(line).not.toMatch(/NaN|undefined|null|Infinity|^\s*$/);
          // A headwind costs what it costs: the time to the missed approach point is its distance at that groundspeed.
          if (card.timing)
            expect(card.timing.time_s).toBeCloseTo((card.timing.distance_nm / card.groundspeed_kt) * 3600, 6);
          expect(card.groundspeed_kt).toBeGreaterThan(card.tas_kt - speed_kt - 1e-6);
          expect(card.groundspeed_kt).toBeLessThan(card.tas_kt + speed_kt + 1e-6);
        }
      ),
      { numRuns: 40 }
    );
  });
});

describe('what cannot be is told at its place', () => {
  const cases: [what: string, change: (copy: Approach) => void, at: string, from?: Approach][] = [
    ['legs out of order', (a) => a.final.splice(1, 2, a.final[2]!, a.final[1]!), 'wrong final.2.fix'],
    ['an unknown station', (a) => (a.final[1]!.station = 'QQQ'), 'wrong final.1.station'],
    ['an unknown fix', (a) => (a.final[1]!.fix = 'NOSUC'), 'wrong final.1.fix'],
    [
      'a minimum above the final fix',
      (a) => (a.minimums[2]!.A = { altitude_ft: 1700, visibility_sm: 1 }),
      'wrong minimums.2.A.altitude_ft'
    ],
    [
      'a minimum below the runway',
      (a) => (a.minimums[0]!.A = { altitude_ft: 80, visibility_sm: 1 }),
      'wrong minimums.0.A.altitude_ft'
    ],
    [
      'altitudes that exclude each other',
      (a) => (a.final[1]!.altitude = { above_ft: 2400, below_ft: 2200 }),
      'wrong final.1.altitude'
    ],
    ['an altitude that rises', (a) => (a.final[1]!.altitude = { above_ft: 3200 }), 'wrong final.1.altitude'],
    [
      'a descent too steep',
      (a) => (a.fixes.find(({ id }) => id === 'NORIN')!.at = { onFinal_nm: 10.5 }),
      'wrong final.1.altitude'
    ],
    ['a curve without a centre', (a) => delete a.transitions[0]!.legs[2]!.about, 'wrong transitions.0.legs.2.about', approachById('xvlb-rnav-24')], // prettier-ignore
    [
      'a turn of the missed approach the long way round',
      (a) => (a.missed.legs[1]!.turn = 'left'),
      'doubt missed.legs.1.turn',
      approachById('xvna-rnav-13')
    ],
    [
      'an arc that is none',
      (a) => (a.transitions[0]!.legs[1]!.about = 'KOR'),
      'wrong transitions.0.legs.1.about',
      approachById('xvlb-vor-dme-06')
    ],
    ['a leg of no length', (a) => a.final.splice(2, 0, { ...a.final[1]! }), 'wrong final.2.fix'],
    ['a DA without a path', (a) => (a.path = null), 'wrong minimums.0.kind'],
    ['a climb without an end', (a) => delete a.missed.legs[0]!.altitude, 'wrong missed.legs.0.altitude'],
    ['a gap', (a) => (a.transitions[0]!.legs = a.transitions[0]!.legs.slice(0, 1)), 'wrong final.0.fix'],
    ['no final fix', (a) => delete a.final[2]!.role, 'wrong final'],
    ['a runway that is not there', (a) => (a.runway = '18'), 'wrong runway'],
    ['a course that leads elsewhere', (a) => (a.final[1]!.course_deg = 200), 'wrong final.1.course_deg'],
    ['a path under a step', (a) => (a.final[2]!.altitude = { above_ft: 1100 }), 'doubt final.2.altitude', approachById('xvna-rnav-31')] // prettier-ignore
  ];

  test.each(cases)('%s', (_, change, at, from = ils) => {
    expect(wrongAt(altered(from, change))).toContain(at);
  });

  test('at one altitude, neither above nor below, excludes nothing', () => {
    const at = altered(ils, (a) => (a.final[1]!.altitude = { above_ft: 2200, below_ft: 2200 }));
    expect(wrongAt(at).filter((told) => told.startsWith('wrong'))).toEqual([]);
  });

  test('no missed approach, five hundred legs, a path that digs in: the schema refuses them by name', () => {
    const refused = (change: (copy: Approach) => void) => {
      try {
        parse(Approach, altered(ils, change));
      } catch (error) {
        return (error as Rejection).field;
      }
      return null;
    };
    expect(refused((a) => (a.missed.legs = []))).toBe('missed.legs');
    expect(refused((a) => (a.final = Array.from({ length: 500 }, () => a.final[0]!)))).toBe('final');
    expect(refused((a) => (a.path = { angle_deg: 3, crossing_ft: 0 }))).toBe('path.crossing_ft');
    expect(refused((a) => (a.minimums = []))).toBe('minimums');
    expect(refused(() => {})).toBeNull();
  });
});
