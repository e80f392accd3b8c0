import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { placeAt, wayBetween } from '$core/earth/geodesic';
import type { Place } from '$core/earth/local-plane';
import { worldFrom } from '$core/format/world-file';
import { worldToGeoJson } from '$core/format/world-geojson';
import { normaliseSigned } from '$core/measure/angle';
import { parse } from '$core/measure/validation';
import { glideSlopeNeedle } from '$core/radio/glide-slope';
import { DOT_S, identTones, morseOf } from '$core/radio/morse';
import { byPathLine, heightAlong_ft, pathScale_ft, type PathLine } from '$core/radio/path-line';
import { mainNeedle } from '$core/radio/navigation-shown';
import { frequencyProblem, namesOf, strangeRadios, waypointProblem } from '$core/radio/radio-settings';
import { receivers } from '$core/radio/receivers';
import { computedPathNeedle, finalScale_nm, serviceOf, type RnavFinal } from '$core/radio/rnav-final';
import {
  adfPointer,
  dmeDistance,
  dmeGroundspeed,
  isReceived,
  localizerNeedle,
  markerHeard,
  rnavDeflection,
  vorDeflection,
  vorNeedle
} from '$core/radio/receiver';
import {
  lineOfSight,
  localizerById,
  placeByName,
  placeOfFix,
  radialAt,
  slantRange,
  stationById,
  type Vor
} from '$core/radio/station-geometry';
import { World, type Station } from '$core/radio/world';
import { isOnRadio, withWaiting } from '$core/radio/station-on-radio';
import { worldById, worlds } from '$core/radio/world-catalogue';
import { worldProblems } from '$core/radio/world-check';
import { even } from './even';

const vesterlund = worldById('vesterlund');
const vlb = stationById(vesterlund, 'VLB') as Vor;
const from = (
  station: Station,
  magneticRadial: number,
  alignment: number,
  distance_nm: number,
  altitude_ft = 4000
) => ({ ...placeAt(station, magneticRadial + alignment, distance_nm), altitude_ft });
const angle = even(0, 360);

describe('worlds', () => {
  test.each(worlds.map((world) => [world.id, world] as const))(
    '%s fits its schema, names nothing twice, leads nowhere, and leaves as GeoJSON',
    (_, world) => {
      expect(parse(World, JSON.parse(JSON.stringify(world)))).toEqual(world);
      expect(worldProblems(world)).toEqual([]);
      const { features } = worldToGeoJson(world);
      expect(features).toHaveLength(world.stations.length + world.fixes.length + world.runways.length);
      expect(features.every(({ geometry }) => geometry.coordinates.every(Number.isFinite))).toBe(true);
    }
  );

  test('what is wrong with a world is said at its place', () => {
    const bad = structuredClone(vesterlund) as World;
    bad.stations[1] = { ...(bad.stations[1] as Vor), frequency_MHz: 113.4 };
    bad.fixes[0] = { id: 'TOLVA', at: { station: 'QQQ', radial_deg: 10, distance_nm: 5 } };
    bad.fixes[1] = { id: 'SKARN', at: { station: 'VLB', radial_deg: 30, other: 'SDH', otherRadial_deg: 20 } };
    bad.fixes[4] = { id: 'DRUVO', at: { station: 'TS', radial_deg: 10, distance_nm: 5 } };
    const said = worldProblems(bad).map(({ field, message }) => `${field} ${message}`);
    expect(said.join('\n')).toMatch(/stations\.1\.frequency .*113\.40 MHz.*NM apart/);
    expect(said.join('\n')).toMatch(/fixes\.0\.at\.station .*one of VLB/);
    expect(said.join('\n')).toMatch(/fixes\.2\.id SKARN is the name/);
    expect(said.join('\n')).toMatch(/fixes\.4\.at\.station .*only a VOR has radials/);
    expect(() => parse(World, { ...vesterlund, stations: [{ ...vlb, frequency_MHz: 120 }] })).toThrow(
      /stations\.0/
    );
  });

  test('two markers have no frequency to share', () => {
    const om = stationById(vesterlund, 'OM');
    const another = { ...om, id: 'IM', ...placeAt(om, 60, 0.2) };
    expect(worldProblems({ ...vesterlund, stations: [...vesterlund.stations, another] })).toEqual([]);
  });

  test('a fix on a radial lies on it, at its distance; on two radials, on both', () => {
    const tolva = placeByName(vesterlund, 'TOLVA');
    expect(radialAt(vlb, tolva)).toBeCloseTo(65, 6);
    expect(wayBetween(vlb, tolva).distance_nm).toBeCloseTo(12, 9);
    const mista = placeOfFix(
      vesterlund,
      vesterlund.fixes.find((f) => f.id === 'MISTA')!
    );
    expect(radialAt(stationById(vesterlund, 'SDH') as Vor, mista)).toBeCloseTo(180, 4);
    expect(radialAt(stationById(vesterlund, 'KOR') as Vor, mista)).toBeCloseTo(20, 4);
  });

  test('two radials cross ahead of both stations or nowhere, and at more than fifteen degrees or with a warning', () => {
    // B lies twenty miles east of A, and both read true.
    const at = (place: Place) => ({ ...vlb, ...place, alignment_deg: 0 });
    const a = at(placeAt(vlb, 0, 0));
    const b = { ...at(placeAt(a, 90, 20)), id: 'KOR', frequency_MHz: 115.8 };
    const crossing = (radial_deg: number, otherRadial_deg: number): World => ({
      ...vesterlund,
      runways: [],
      stations: [a, b],
      fixes: [{ id: 'CROSS', at: { station: 'VLB', radial_deg, other: 'KOR', otherRadial_deg } }]
    });
    const placed = ([fix]: World['fixes'], world: World) => placeOfFix(world, fix!);
    const right = crossing(45, 315);
    // Forty-five degrees from either end: half way, ten miles up.
    expect(wayBetween(a, placed(right.fixes, right)).distance_nm).toBeCloseTo(10 * Math.SQRT2, 0);
    expect(worldProblems(right)).toEqual([]);
    // The reciprocal of the second would cross there; the radial itself leads away from it.
    const away = crossing(45, 135);
    expect(() => placed(away.fixes, away)).toThrow(/two radials that cross/);
    expect(worldProblems(away).map(({ field }) => field)).toEqual(['fixes.0.at']);
    // Between the radials of a triangle the angle at its top is what is left of 180: 14°, 16°, and the same past them.
    const warned = (one: number, other: number) =>
      worldProblems(crossing(one, other)).some(({ message }) => /less than 15°/.test(message));
    expect([warned(83, 277), warned(82, 278), warned(30, 16), warned(30, 14)]).toEqual([
      true,
      false,
      true,
      false
    ]);
  });

  // GeographicLib's own example: JFK to LHR, 5551.76 km, 51.378° and 107.982°.
  test('geodesics: a published line, and there and back', () => {
    const jfk = { latitude_deg: 40.6, longitude_deg: -73.8 };
    const lhr = { latitude_deg: 51.6, longitude_deg: -0.5 };
    const way = wayBetween(jfk, lhr);
    expect(way.distance_nm * 1.852).toBeCloseTo(5551.759, 2);
    expect(way.azimuth_deg).toBeCloseTo(51.19888, 4);
    fc.assert(
      fc.property(angle, even(0.01, 150), (azimuth, distance) => {
        const there = wayBetween(vlb, placeAt(vlb, azimuth, distance));
        expect(there.distance_nm).toBeCloseTo(distance, 8);
        expect(normaliseSigned(there.azimuth_deg - azimuth)).toBeCloseTo(0, 6);
      })
    );
  });
});

describe('receivers', () => {
  test('a VOR’s radial is right to 0.05° and its needle to a hundredth of full scale, anywhere in range', () => {
    fc.assert(
      fc.property(angle, even(3, 60), angle, (radial, distance, course) => {
        const n = vorNeedle(vlb, from(vlb, radial, vlb.alignment_deg, distance), course);
        expect(Math.abs(normaliseSigned(n.radial_deg - radial))).toBeLessThan(0.05);
        const off = normaliseSigned(radial - course);
        const inside = Math.abs(off) <= 90 ? -off : normaliseSigned(off - 180);
        expect(n.deflection).toBeCloseTo(Math.max(-1, Math.min(1, inside / 10)), 2);
        if (Math.abs(Math.abs(off) - 90) > 0.1) expect(n.toFrom).toBe(Math.abs(off) > 90 ? 'to' : 'from');
      })
    );
  });

  test('TO and FROM come from course and radial, not from the heading; the needle shows where the course is', () => {
    // South of the station, course north: TO; east of the line the needle stands left.
    expect(vorDeflection(175, 0)).toMatchObject({ toFrom: 'to', deflection: expect.closeTo(-0.5, 6) });
    expect(vorDeflection(185, 0)).toMatchObject({ toFrom: 'to', deflection: expect.closeTo(0.5, 6) });
    expect(vorDeflection(5, 0)).toMatchObject({ toFrom: 'from', deflection: expect.closeTo(-0.5, 6) });
    expect(vorDeflection(355, 0).deflection).toBeCloseTo(0.5, 6);
  });

  test('a degree is a mile at sixty; the cone, the horizon and the service range put the flag out', () => {
    expect(60 * Math.sin(Math.PI / 180)).toBeCloseTo(1.047, 3);
    expect(vorNeedle(vlb, from(vlb, 90, -10, 0.2, 6000), 90).valid).toBe(false);
    expect(vorNeedle(vlb, from(vlb, 90, -10, 3, 6000), 90).valid).toBe(true);
    expect(vorNeedle(vlb, from(vlb, 90, -10, 99, 200), 90)).toMatchObject({ valid: false, toFrom: null });
    expect(vorNeedle(vlb, from(vlb, 90, -10, 101, 20000), 90).valid).toBe(false);
    expect(lineOfSight(vlb, 10000)).toBeCloseTo(1.23 * (Math.sqrt(140) + 100), 6);
  });

  test('DME is the slant: over the station it reads the height', () => {
    const over = from(vlb, 0, -10, 0, 6216);
    expect(dmeDistance(vlb, over)).toBeCloseTo((6216 - 140) / 6076.12, 3);
    expect(slantRange(vlb, from(vlb, 40, -10, 3, 24444), 24444)).toBeCloseTo(5, 2);
    expect(dmeDistance(stationById(vesterlund, 'SDH'), over)).toBeNull();
    expect(dmeGroundspeed(10, 9.5, 15)).toBeCloseTo(120, 9);
  });

  test('a localizer: centred on its course, full scale at its half width, reversed behind, whatever is selected', () => {
    const ivl = stationById(vesterlund, 'IVL') as Extract<Station, { kind: 'localizer' }>;
    const at = (off: number, distance: number) => ({
      ...placeAt(ivl, ivl.course_deg - 10 + 180 + off, distance),
      altitude_ft: 2000
    });
    const needle = (off: number, distance = 8) => localizerNeedle(ivl, at(off, distance), -10);
    expect(needle(0).deflection).toBeCloseTo(0, 6);
    // Clockwise of the approach side is left of course: fly right.
    expect(needle(1.4).deflection).toBeCloseTo(0.5, 2);
    expect(needle(-5).deflection).toBe(-1);
    expect(needle(180 + 1.4).deflection).toBeCloseTo(-0.5, 2);
    expect([needle(50).valid, needle(2).valid, needle(0, 25).valid]).toEqual([false, true, false]);
  });

  test('along the runway: the localizer and its threshold lie in line, and full scale there is 350 ft', () => {
    const ivl = stationById(vesterlund, 'IVL') as Extract<Station, { kind: 'localizer' }>;
    const threshold = vesterlund.runways.find((r) => r.airport === 'XVLB' && r.name === '24')!;
    const over = { ...threshold, altitude_ft: 150 };
    expect(Math.abs(localizerNeedle(ivl, over, -9).deflection)).toBeLessThan(0.01);
    const aside = { ...placeAt(threshold, ivl.course_deg - 9 + 90, 350 / 6076.12), altitude_ft: 150 };
    expect(localizerNeedle(ivl, aside, -9).deflection).toBeCloseTo(-1, 1);
  });

  describe('a glide slope', () => {
    const ivl = stationById(vesterlund, 'IVL') as Extract<Station, { kind: 'localizer' }>;
    const threshold = vesterlund.runways.find((r) => r.airport === 'XVLB' && r.name === '24')!;
    /** On the final course so far before the threshold, so high above it. */
    const out = (before_nm: number, height_ft: number, aside_nm = 0) => ({
      ...placeAt(placeAt(threshold, 240 - 9 + 180, before_nm), 240 - 9 + 90, aside_nm),
      altitude_ft: threshold.elevation_ft + height_ft
    });
    const needle = (...place: Parameters<typeof out>) => glideSlopeNeedle(ivl, out(...place), -9)!;
    // 50 ft over the threshold, then 318.4 ft a mile, and what the earth falls away as radio sees it.
    const onPath = (before_nm: number) => 50 + before_nm * 318.44 + 0.66 * before_nm ** 2;

    test('is in the middle at the heights its chart publishes, and leads over the threshold at 52 ft', () => {
      for (const before_nm of [1, 2, 4.6, 7, 9.5])
        expect(Math.abs(needle(before_nm, onPath(before_nm)).deflection), `${before_nm}`).toBeLessThan(0.02);
      // The antenna stands 300 ft beside the runway and 954 ft in: 3° at its 1000 ft are 52 ft.
      expect(needle(0, 52.4).deflection).toBeCloseTo(0, 1);
    });

    test('0.7° is full scale, half of it half; below the path says fly up', () => {
      // At 5 NM a degree is 530 ft.
      const degree_ft = (5 * 6076.12 + 954) * Math.tan(Math.PI / 180);
      expect(needle(5, onPath(5) - 0.35 * degree_ft).deflection).toBeCloseTo(0.5, 1);
      expect(needle(5, onPath(5) + 0.35 * degree_ft).deflection).toBeCloseTo(-0.5, 1);
      expect(needle(5, onPath(5) + 0.65 * degree_ft).deflection).toBeGreaterThan(-1);
      expect(needle(5, onPath(5) + 0.75 * degree_ft).deflection).toBe(-1);
      expect(needle(5, onPath(5) - 0.8 * degree_ft).deflection).toBe(1);
    });

    test('a false path lies at three times the angle, with the senses changed', () => {
      const at = (angle: number) =>
        needle(3, 3 * 6076.12 * Math.tan((angle * Math.PI) / 180) + 954 * Math.tan((angle * Math.PI) / 180))
          .deflection;
      expect(at(6)).toBe(-1);
      expect(Math.abs(at(9.01))).toBeLessThan(0.1);
      expect(at(8.8)).toBeLessThan(0);
      expect(at(9.3)).toBeGreaterThan(0);
    });

    test('the flag is out beyond 10 NM, to the side, behind, and close to the ground; a VOR has none', () => {
      expect(needle(5, onPath(5)).valid).toBe(true);
      expect(needle(10.5, onPath(10.5)).valid).toBe(false);
      expect(needle(5, onPath(5), 0.6).valid).toBe(true);
      expect(needle(5, onPath(5), 0.9).valid).toBe(false);
      expect(needle(-5, 1600).valid).toBe(false);
      expect(needle(5, 200).valid).toBe(false);
      expect(glideSlopeNeedle({ ...ivl, glideSlope: undefined } as typeof ivl, out(5, 1600), -9)).toBeNull();
    });

    test('the radios show it for what feeds the needle, and say what the needle’s edge means', () => {
      const radios = { ...strangeRadios, nav1: { active_MHz: 110.3, standby_MHz: 113.4, course_deg: 240 } };
      const set = receivers(vesterlund, [], -9);
      const antennas = { ...out(5, onPath(5)), trueHeading_deg: 231, shownHeading_deg: 240, bank_deg: 0 };
      set.step({ ...radios, source: 'nav1' }, antennas, 0, 0.1);
      expect(set.shown().path).toEqual({ deflection: expect.closeTo(0, 1), valid: true });
      expect(mainNeedle(set.shown()).fullScale_deg).toBe(ivl.halfWidth_deg);
      set.step(
        { ...radios, nav2: { active_MHz: 113.4, standby_MHz: 110.3, course_deg: 240 }, source: 'nav2' },
        antennas,
        1,
        0.1
      );
      expect(set.shown().path).toBeNull();
      expect(mainNeedle(set.shown()).fullScale_deg).toBe(10);
    });
  });

  test('a localizer and its path know no north: across it they read as anywhere else', () => {
    const ivl = localizerById(vesterlund, 'IVL', 'station');
    for (const course_deg of [2, 178, 240, 358]) {
      const turned = { ...ivl, course_deg };
      for (const off_deg of [-1, 0, 1]) {
        // From the approach's side: back along the course, and a little off it.
        const place = from(turned, course_deg + 180 + off_deg, -10, 6, 2000);
        expect(localizerNeedle(turned, place, -10).deflection).toBeCloseTo(off_deg / ivl.halfWidth_deg, 2);
        const atPath = { ...placeAt(ivl.glideSlope!, course_deg + 180 + 5 - 10, 5), altitude_ft: 1700 };
        expect(glideSlopeNeedle(turned, atPath, -10)!.valid).toBe(true);
        const aside = { ...placeAt(ivl.glideSlope!, course_deg + 180 + 20 - 10, 5), altitude_ft: 1700 };
        expect(glideSlopeNeedle(turned, aside, -10)!.valid).toBe(false);
      }
    }
    expect(() => localizerById(vesterlund, 'VLB', 'station')).toThrow(/station: "VLB".*a localizer/);
  });

  test('a final’s needle narrows from a mile to its own over the two miles before the final fix', () => {
    const threshold = vesterlund.runways[0]!;
    const final = { threshold, finalFix_nm: 5, scale: 'linear', path: null } as unknown as RnavFinal;
    // One mile, halfway 0.65, three tenths; LPV: ±2° to ±350 ft, 0.232 NM at five miles.
    const scales = [9, 7, 6, 5, 3, 0].map((nm) => finalScale_nm(final, nm));
    expect(scales).toEqual([1, 1, 0.65, 0.3, 0.3, 0.3].map((nm) => expect.closeTo(nm, 9)));
    const angular = { ...final, scale: 'angular' as const };
    expect(finalScale_nm(angular, 5)).toBeCloseTo(350 / 6076.12 + 5 * Math.tan(Math.PI / 90), 4);
    expect(finalScale_nm(angular, 0) * 6076.12).toBeCloseTo(350, 0);
    const path = { angle_deg: 3, crossing_ft: 50 } as never;
    expect(serviceOf(final)).toBe('LNAV');
    expect(serviceOf({ ...final, path })).toBe('LNAV/VNAV');
    expect(serviceOf({ ...angular, path })).toBe('LPV');
    // Its path is shown from five miles before the final fix on.
    const aim = { ...threshold, aim: threshold, angle_deg: 3, fullScale_deg: 0.75, by: 'space' } as never;
    const shown = (nm: number) =>
      computedPathNeedle({ ...final, path: aim }, { ...placeAt(threshold, 60, nm), altitude_ft: 3000 });
    expect([shown(9.9)!.valid, shown(10.1)!.valid]).toEqual([true, false]);
    expect(computedPathNeedle(final, { ...placeAt(threshold, 60, 3), altitude_ft: 3000 })).toBeNull();
  });

  test('the ADF points at the beacon, and dips toward the low wing', () => {
    const ts = stationById(vesterlund, 'TS');
    const place = { ...placeAt(ts, 180, 10), altitude_ft: 5000 };
    expect(adfPointer(ts, place, 0, 0)).toBeCloseTo(0, 1);
    expect(adfPointer(ts, place, 270, 0)).toBeCloseTo(90, 1);
    expect(adfPointer(ts, place, 0, 25)!).toBeGreaterThan(1);
    expect(adfPointer(ts, place, 0, -25)!).toBeLessThan(-1);
    expect(adfPointer(ts, { ...placeAt(ts, 180, 60), altitude_ft: 5000 }, 0, 0)).toBeNull();
  });

  test('markers are heard overhead, RNAV needles are linear, idents are Morse', () => {
    const om = stationById(vesterlund, 'OM');
    expect(markerHeard(om, { ...placeAt(om, 0, 0.1), altitude_ft: 1500 })).toBe(true);
    expect(markerHeard(om, { ...placeAt(om, 0, 0.9), altitude_ft: 1500 })).toBe(false);
    expect(rnavDeflection(0.5, 1)).toBe(-0.5);
    expect(rnavDeflection(-3, 2)).toBe(1);
    expect(rnavDeflection(0.15, 0.3)).toBeCloseTo(-0.5, 9);
    expect(rnavDeflection(-0.5, 2)).toBeCloseTo(0.25, 9);
    expect(morseOf('VLB')).toBe('...- .-.. -...');
    const tones = identTones('SO');
    expect(tones.map((t) => Math.round((t.to_s - t.from_s) / DOT_S))).toEqual([1, 1, 1, 3, 3, 3]);
    expect(tones[3]!.from_s - tones[2]!.to_s).toBeCloseTo(3 * DOT_S, 9);
  });
});

describe('the radios together', () => {
  const ts = stationById(vesterlund, 'TS');
  const sdh = stationById(vesterlund, 'SDH') as Vor;
  /** Ten miles south of the beacon, heading north. */
  const here = {
    ...placeAt(ts, 180, 10),
    altitude_ft: 4000,
    trueHeading_deg: 0,
    shownHeading_deg: 9,
    bank_deg: 0
  };
  const set = {
    ...strangeRadios,
    nav1: { ...strangeRadios.nav1, active_MHz: vlb.frequency_MHz },
    nav2: { ...strangeRadios.nav2, active_MHz: sdh.frequency_MHz },
    adf: { active_kHz: 342, standby_kHz: 250 },
    rnav: { legs: ['TOLVA', 'SKARN'], course_deg: null }
  };
  const VARIATION_DEG = -9;
  const bearing = (place: Parameters<typeof wayBetween>[1]) =>
    (wayBetween(here, place).azimuth_deg - VARIATION_DEG + 360) % 360;

  test('the pointer points at what it is set to, at once when it has been parked, and then with its lag', () => {
    const radios = receivers(vesterlund, [], VARIATION_DEG);
    const points = (pointer: 'nav1' | 'nav2' | 'rnav' | 'adf', time_s: number, place = here) => {
      radios.step({ ...set, pointer }, place, time_s, 0.1);
      return radios.shown().pointer!.bearing_deg;
    };
    const silent = { ...here, ...placeAt(ts, 180, 60) };
    expect(Math.abs(normaliseSigned(points('nav2', 0) - bearing(sdh)))).toBeLessThan(2);
    // From one bearing to another it turns: after a time constant of 1.2 s it is 63 % there.
    const was = points('nav2', 0);
    const fresh = receivers(vesterlund, [], VARIATION_DEG);
    fresh.step({ ...set, pointer: 'nav1' }, here, 0, 0.1);
    const to = fresh.shown().pointer!.bearing_deg;
    expect(Math.abs(normaliseSigned(to - bearing(vlb)))).toBeLessThan(2);
    for (let k = 1; k <= 12; k++) points('nav1', k / 10);
    const turned = normaliseSigned(radios.shown().pointer!.bearing_deg - was);
    expect(turned / normaliseSigned(to - was)).toBeCloseTo(1 - Math.exp(-1), 1);
    for (let k = 13; k <= 160; k++) points('nav1', k / 10);
    expect(points('nav1', 16.1)).toBeCloseTo(to, 0);
    // The beacon is too far away: parked; back in its range the pointer is there at once.
    radios.step({ ...set, pointer: 'adf' }, silent, 17, 0.1);
    expect(radios.shown().pointer).toBeNull();
    expect(points('adf', 17.1)).toBeCloseTo(here.shownHeading_deg, 0);
    expect(receiversPointing('rnav')).toBeCloseTo(bearing(placeByName(vesterlund, 'TOLVA')), 0);
  });
  /** What a set that has just been switched on points at. */
  function receiversPointing(pointer: 'rnav') {
    const radios = receivers(vesterlund, [], VARIATION_DEG);
    radios.step({ ...set, pointer }, here, 0, 0.1);
    return radios.shown().pointer!.bearing_deg;
  }

  test('a beacon’s pointer knows where the nose is, a station’s its bearing; either way the two differ by the heading', () => {
    for (const pointer of ['nav1', 'adf'] as const)
      for (const shownHeading_deg of [9, 120, 300]) {
        const radios = receivers(vesterlund, [], VARIATION_DEG);
        const at = { ...here, shownHeading_deg, trueHeading_deg: shownHeading_deg + VARIATION_DEG };
        radios.step({ ...set, pointer }, at, 0, 0.1);
        const { bearing_deg, relative_deg } = radios.shown().pointer!;
        expect(Math.abs(normaliseSigned(bearing_deg - shownHeading_deg - relative_deg))).toBeLessThan(1e-6);
        const to_deg = bearing(pointer === 'adf' ? ts : vlb);
        expect(Math.abs(normaliseSigned(bearing_deg - to_deg))).toBeLessThan(2);
      }
    // With no waypoint there is nothing to fly to, and nothing to point at.
    const radios = receivers(vesterlund, [], VARIATION_DEG);
    radios.step({ ...set, pointer: 'rnav', rnav: { legs: [], course_deg: null } }, here, 0, 0.1);
    expect(radios.shown()).toMatchObject({ pointer: null, needles: { rnav: { valid: false } } });
  });

  test('what goes wrong with a station goes wrong with that one, from its moment on; a stuck needle sticks', () => {
    const errors = [
      { kind: 'off the air', station: 'VLB', at_s: 20 },
      { kind: 'wrong ident', station: 'SDH', at_s: 10 },
      { kind: 'stuck needle', station: 'VLB', at_s: 30 }
    ] as const;
    const idents = (time_s: number) => {
      const radios = receivers(vesterlund, errors, VARIATION_DEG);
      radios.step(set, here, time_s, 0.1);
      return radios.shown().idents;
    };
    expect(idents(9.9)).toEqual({ nav1: 'VLB', nav2: 'SDH', adf: 'TS' });
    expect(idents(10)).toEqual({ nav1: 'VLB', nav2: 'TST', adf: 'TS' });
    expect(idents(19.9).nav1).toBe('VLB');
    expect(idents(20).nav1).toBeNull();

    const radios = receivers(vesterlund, errors.slice(2), VARIATION_DEG);
    const to_deg = Math.round(bearing(vlb));
    const needle = (off_deg: number, time_s: number) => {
      const course_deg = to_deg + off_deg;
      radios.step({ ...set, nav1: { ...set.nav1, course_deg } }, here, time_s, 0.1);
      return radios.shown().needles.nav1.deflection;
    };
    expect(Math.abs(needle(4, 0) + 0.4)).toBeLessThan(0.15);
    for (let k = 1; k < 100; k++) needle(-4, k / 10);
    const left = needle(-4, 10);
    expect(Math.abs(left - 0.4)).toBeLessThan(0.15);
    expect(needle(4, 31)).toBe(left);
  });

  test('the distance is of what feeds the needle; a glide slope on a radio that feeds nothing is not shown', () => {
    const ivl = localizerById(vesterlund, 'IVL', 'station');
    const final = { ...placeAt(ivl, ivl.course_deg + VARIATION_DEG + 180, 5), altitude_ft: 1600 };
    const on = (source: 'nav1' | 'nav2' | 'rnav', place = here) => {
      const radios = receivers(vesterlund, [], VARIATION_DEG);
      const nav2 = place === here ? set.nav2 : { ...set.nav2, active_MHz: ivl.frequency_MHz };
      radios.step({ ...set, nav2, source }, place, 0, 0.1);
      return radios.shown();
    };
    expect(on('nav1').distance).toMatchObject({
      kind: 'dme',
      nm: expect.closeTo(dmeDistance(vlb, here)!, 6)
    });
    // A station without a DME: the first radio’s is not shown instead.
    expect(on('nav2').distance).toBeNull();
    expect(on('rnav').distance).toMatchObject({
      kind: 'rnav',
      nm: expect.closeTo(wayBetween(here, placeByName(vesterlund, 'TOLVA')).distance_nm, 2)
    });
    const down = { ...here, ...final };
    expect([on('nav2', down).path === null, on('rnav', down).path]).toEqual([false, null]);
  });

  test('what is on a radio, in use or waiting; what is not waits on the first standby that is free', () => {
    const [first, second, beacon, om] = [vlb, sdh, ts, stationById(vesterlund, 'OM')];
    expect([first, second, beacon, om].map((station) => isOnRadio(station, set))).toEqual([
      true,
      true,
      true,
      false
    ]);
    expect([first, second, beacon].map((station) => isOnRadio(station, strangeRadios))).toEqual([
      false,
      false,
      false
    ]);
    const one = withWaiting(strangeRadios, first);
    expect(one.nav1).toMatchObject({ ...strangeRadios.nav1, standby_MHz: 113.4 });
    expect(withWaiting(one, second)).toEqual({
      ...one,
      nav2: { ...one.nav2, standby_MHz: sdh.frequency_MHz }
    });
    expect(withWaiting(one, beacon)).toEqual({ ...one, adf: { ...one.adf, standby_kHz: 342 } });
    expect(isOnRadio(beacon, withWaiting(one, beacon))).toBe(true);
    for (const station of [first, om, null]) expect(withWaiting(one, station)).toBe(one);
  });

  test('VHF ends at the horizon, a beacon does not', () => {
    // 1.23 √h: at 100 ft over a station at 30 ft some nineteen miles.
    const low = { ...placeAt(ts, 180, 40), altitude_ft: 100 };
    expect(isReceived(ts, low)).toBe(true);
    expect(isReceived({ ...vlb, latitude_deg: ts.latitude_deg, longitude_deg: ts.longitude_deg }, low)).toBe(
      false
    );
  });

  test('a waypoint’s course is magnetic, from where one was; how far along it counts the way made good', () => {
    const radios = receivers(vesterlund, [], VARIATION_DEG);
    radios.step({ ...set, rnav: { legs: ['TOLVA'], course_deg: null } }, here, 0, 0.1);
    const course_deg = radios.shown().needles.rnav.course_deg;
    expect(Math.abs(normaliseSigned(course_deg - bearing(placeByName(vesterlund, 'TOLVA'))))).toBeLessThan(2);
    expect(radios.shown().needles.rnav.toFrom).toBe('to');
  });

  test('a marker is heard by the set as by the ear', () => {
    const om = stationById(vesterlund, 'OM');
    const heard = (away_nm: number) => {
      const radios = receivers(vesterlund, [], VARIATION_DEG);
      radios.step(set, { ...here, ...placeAt(om, 0, away_nm), altitude_ft: 1500 }, 0, 0.1);
      return radios.shown().marker;
    };
    expect(heard(0.1)).toBe('outer');
    expect(heard(0.9)).toBeNull();
  });
});

describe('a path down to a runway', () => {
  const aim = { latitude_deg: 44, longitude_deg: -33 };
  const path = (by: PathLine['by']): PathLine => ({
    aim,
    elevation_ft: 500,
    angle_deg: 3,
    fullScale_deg: 0.7,
    by
  });
  const at = (distance_nm: number) => placeAt(aim, 200, distance_nm);

  test('is 318 ft higher each mile; through space the earth falls away under it, 0.66 ft for each square mile', () => {
    // 6,076.12 ft × tan 3° = 318.44 ft.
    expect(heightAlong_ft(path('space'), 10)).toBeCloseTo(500 + 3184.4, 0);
    expect(byPathLine(path('altimeter'), at(10), 500 + 3184.4).above_ft).toBeCloseTo(0, 0);
    expect(byPathLine(path('space'), at(10), 500 + 3184.4).above_ft).toBeCloseTo(-66, 0);
    expect(byPathLine(path('space'), at(5), 500 + 1592.2 + 16.5).above_ft).toBeCloseTo(0, 0);
    expect(byPathLine(path('space'), at(5), 2000).distance_nm).toBeCloseTo(5, 9);
  });

  test('full scale is 0.7° either way: 372 ft at five miles, no narrower than at half a mile', () => {
    expect(pathScale_ft(path('space'), 5)).toBeCloseTo(371.2, 0);
    expect(byPathLine(path('altimeter'), at(5), 500 + 1592.2 + 371.2).share).toBeCloseTo(1, 2);
    expect(byPathLine(path('altimeter'), at(5), 500 + 1592.2 - 185.6).share).toBeCloseTo(-0.5, 2);
    expect(pathScale_ft(path('space'), 0.1)).toBe(pathScale_ft(path('space'), 0.5));
    expect(byPathLine(path('altimeter'), at(0.25), 500 + 79.6 + 37.1).share).toBeCloseTo(1, 2);
  });
});

test('what can be flown to are the fixes and the stations all round, not a runway’s localizer', () => {
  const names = namesOf(vesterlund);
  const ofKind = (...kinds: string[]) =>
    vesterlund.stations.filter(({ kind }) => kinds.includes(kind)).map(({ id }) => id);
  expect(ofKind('localizer').length).toBeGreaterThan(0);
  expect([...names].sort()).toEqual(
    [...vesterlund.fixes.map(({ id }) => id), ...ofKind('vor', 'ndb')].sort()
  );
  expect(waypointProblem(names.slice(0, 3), vesterlund)).toBeNull();
  expect(waypointProblem([names[0]!, ofKind('localizer')[0]!], vesterlund)).toMatch(/^There is no /);
  expect(
    waypointProblem(
      Array.from({ length: 40 }, () => names[0]!),
      vesterlund
    )
  ).toMatch(/^At most/);
});

test.each([
  [108, 'MHz', true],
  [117.95, 'MHz', true],
  [107.95, 'MHz', false],
  [118, 'MHz', false],
  [NaN, 'MHz', false],
  [190, 'kHz', true],
  [189, 'kHz', false]
] as const)('%d %s can be tuned: %s', (frequency, unit, can) => {
  expect(frequencyProblem(frequency, unit) === null).toBe(can);
});

describe('a world from a file', () => {
  type Changed = {
    type: string;
    features: { geometry: Record<string, unknown>; properties: Record<string, unknown> }[];
  };
  const geo = () => JSON.parse(JSON.stringify(worldToGeoJson(vesterlund))) as Changed;
  const named = { id: 'mine', name: 'My world' };
  const broken = (change: (world: ReturnType<typeof geo>) => void) => {
    const world = geo();
    change(world);
    return () => worldFrom(JSON.stringify(world), named);
  };
  test('is the world that was written, its name given where the file has none', () => {
    const back = worldFrom(JSON.stringify(geo()), named);
    expect(back).toMatchObject(named);
    for (const list of ['stations', 'fixes', 'runways'] as const)
      expect(back[list]).toEqual(vesterlund[list]);
    expect(worldFrom(JSON.stringify({ ...geo(), id: 'own', name: 'Its own' }), named)).toMatchObject({
      id: 'own',
      name: 'Its own'
    });
  });

  test.each([
    [() => worldFrom('{', named), /^file: "\{" is not accepted; a world as JSON or GeoJSON/],
    [broken((w) => (w.features[3]!.geometry.type = 'Polygon')), /^features\.3\.geometry: "Polygon"/],
    [broken((w) => (w.features[3]!.geometry.coordinates = null)), /^features\.3\.geometry/],
    [broken((w) => (w.features[3]!.geometry.coordinates = ['x', 44])), /^features\.3\.geometry/],
    [broken((w) => (w.features[3]!.geometry.coordinates = [-33, null])), /^features\.3\.geometry/],
    [broken((w) => (w.features[3]!.geometry = null as never)), /^features\.3\.geometry/],
    [broken((w) => (w.features[2] = null as never)), /^features\.2\.geometry/],
    [
      broken((w) => (w.features[2]!.properties.feature = 'lamp')),
      /^features\.2\.properties\.feature: "lamp" is not accepted; station, fix or runway/
    ],
    [broken((w) => w.features.push(w.features[0]!)), /\.id/],
    [() => worldFrom(JSON.stringify({ type: 'FeatureCollection', features: 5 }), named), /./]
  ] as [() => unknown, RegExp][])('%#: is refused where it does not fit', (read, words) =>
    expect(read).toThrow(words)
  );
});
