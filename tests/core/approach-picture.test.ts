import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { placeAt } from '$core/earth/geodesic';
import { normaliseSigned } from '$core/measure/angle';
import type { Approach } from '$core/procedure/approach/approach';
import { approachCard, plainDay, type ApproachDay } from '$core/procedure/approach/approach-card';
import { approachById, approaches } from '$core/procedure/approach/approach-catalogue';
import { approachProblems } from '$core/procedure/approach/approach-check';
import { approachPicture } from '$core/procedure/approach/approach-picture';
import { layApproach } from '$core/procedure/approach/approach-path';
import { aboutThreshold, alongFinal, type ThresholdPoint } from '$core/procedure/approach/approach-place';
import { minimumMark } from '$core/procedure/approach/set-minimum';
import { plainApproach } from '$core/procedure/approach/plain-approach';
import type { World } from '$core/radio/world';
import { worldById } from '$core/radio/world-catalogue';

const worldOf = ({ world }: Approach) => worldById(world);
const degrees = 180 / Math.PI;
const away = ({ north_nm, east_nm }: ThresholdPoint) => Math.hypot(north_nm, east_nm);
const bearing = ({ north_nm, east_nm }: ThresholdPoint) =>
  (Math.atan2(east_nm, north_nm) * degrees + 360) % 360;
const between = (a: ThresholdPoint, b: ThresholdPoint) =>
  Math.hypot(a.north_nm - b.north_nm, a.east_nm - b.east_nm);
const length = (points: readonly ThresholdPoint[]) =>
  points.slice(1).reduce((sum, point, k) => sum + between(points[k]!, point), 0);
/** A point about the threshold by the final course: how far before it, and how far to the right of who comes in. */
const byFinal = ({ finalCourse_deg }: Approach, point: ThresholdPoint) => {
  const off = (bearing(point) - finalCourse_deg) / degrees;
  return { before_nm: -away(point) * Math.cos(off), right_nm: away(point) * Math.sin(off) };
};
const drawn = (id: string, transition: string | null = null, tas_kt = 90) => {
  const approach = approachById(id);
  return { approach, picture: approachPicture(worldOf(approach), approach, transition, tas_kt) };
};

test('a point about the threshold lies by the final where polar coordinates have it', () => {
  for (const id of ['xvlb-ils-24', 'xvna-rnav-31', 'xmor-vor-dme-27']) {
    const approach = approachById(id);
    const threshold = worldOf(approach).runways.find(({ airport, name }) => airport === approach.airport && name === approach.runway)!; // prettier-ignore
    for (const [azimuth_deg, nm] of [
      [10, 0.5],
      [100, 3],
      [200, 8],
      [305, 15]
    ] as const) {
      const place = placeAt(threshold, azimuth_deg, nm);
      const point = aboutThreshold(worldOf(approach), approach, place);
      const along = alongFinal(approach, point);
      const polar = byFinal(approach, point);
      expect(along.before_nm).toBeCloseTo(polar.before_nm, 9);
      expect(along.right_nm).toBeCloseTo(polar.right_nm, 9);
    }
  }
});

describe('an approach from above', () => {
  test.each(approaches.filter(({ runway }) => runway !== null).map(({ id }) => id))(
    '%s: its lane lies about the final course, and its runway ahead',
    (id) => {
      const { approach, picture } = drawn(id);
      const lane = picture.lane.map((point) => byFinal(approach, point));
      expect(lane).toHaveLength(26);
      const [right, left] = [lane.slice(0, 13), lane.slice(13).reverse()];
      // Where the course is offset, its line passes beside the threshold; the lane is about the line.
      const beside = (right[0]!.right_nm + left[0]!.right_nm) / 2;
      right.forEach((point, k) => {
        expect(point.before_nm).toBeCloseTo(left[k]!.before_nm, 2);
        expect(point.right_nm - beside).toBeGreaterThan(0);
        expect(point.right_nm + left[k]!.right_nm).toBeCloseTo(2 * beside, 1);
        if (k > 0) expect(point.before_nm).toBeGreaterThan(right[k - 1]!.before_nm);
      });
      expect(right[0]!.before_nm).toBeCloseTo(0, 2);
      const [threshold, farEnd] = picture.runway.ends;
      expect(away(threshold)).toBe(0);
      const runway = worldOf(approach).runways.find(
        ({ airport, name }) => airport === approach.airport && name === approach.runway
      )!;
      expect(away(farEnd) * 6076.12).toBeCloseTo(runway.length_ft, 0);
      expect(normaliseSigned(bearing(farEnd) - runway.course_deg)).toBeCloseTo(0, 6);
    }
  );

  test('full scale: 350 ft of a localizer at its threshold, ten degrees of a VOR, 0.3 NM of waypoints', () => {
    const half = (id: string, at: number) => {
      const { approach, picture } = drawn(id);
      const { right_nm } = byFinal(approach, picture.lane[at]!);
      const left = byFinal(approach, picture.lane[25 - at]!).right_nm;
      return (right_nm - left) / 2;
    };
    // A localizer is made so wide that its full scale is 350 ft to a side at the threshold.
    expect(half('xvlb-ils-24', 0) * 6076.12).toBeGreaterThan(300);
    expect(half('xvlb-ils-24', 0) * 6076.12).toBeLessThan(450);
    // Wherever its station stands, before the threshold or beyond it: by its distance, ten degrees of a VOR.
    for (const id of ['xmor-vor-dme-27', 'xvlb-vor-dme-06', 'xvlb-back-course-06']) {
      const { approach, picture } = drawn(id);
      const station = worldOf(approach).stations.find((one) => one.id === approach.station)!;
      const at = aboutThreshold(worldOf(approach), approach, station);
      const angle = station.kind === 'localizer' ? station.halfWidth_deg : 10;
      for (const k of [0, 4, 12]) {
        const [right, left] = [picture.lane[k]!, picture.lane[25 - k]!];
        const middle = {
          north_nm: (right.north_nm + left.north_nm) / 2,
          east_nm: (right.east_nm + left.east_nm) / 2
        };
        expect(half(id, k)).toBeCloseTo(Math.max(0.05, between(middle, at)) * Math.tan(angle / degrees), 2);
      }
    }
    expect(half('xvna-rnav-31', 0)).toBeCloseTo(0.3, 2);
  });

  test('every fix stands once, where it is said to be', () => {
    const { approach, picture } = drawn('xvlb-ils-24', 'elska');
    const names = picture.fixes.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    expect(names.some((name) => name.startsWith('RW'))).toBe(false);
    let onFinal = 0;
    for (const { id, at } of approach.fixes) {
      if (!('onFinal_nm' in at)) continue;
      const shown = picture.fixes.find(({ name }) => name === id);
      if (!shown) continue;
      onFinal += 1;
      const { before_nm, right_nm } = byFinal(approach, shown.at);
      expect(before_nm).toBeCloseTo(at.onFinal_nm, 2);
      expect(right_nm).toBeCloseTo(0, 2);
    }
    expect(onFinal).toBeGreaterThan(0);
    expect(picture.fixes.find(({ role }) => role === 'final')!.part).toBe('final');
  });

  test('a hold of a minute a leg is a way of four minutes about its fix; a procedure turn comes back to it', () => {
    const holds = (id: string, tas_kt: number) => {
      const { approach, picture } = drawn(id, null, tas_kt);
      const hold = layApproach(worldOf(approach), approach, null).find(({ leg }) => leg.type === 'HM')!;
      const way = picture.ways.filter(({ field }) => field === hold.field).at(-1)!;
      return { hold, way, fix: picture.fixes.find(({ name }) => name === hold.leg.fix)!.at };
    };
    for (const { id } of approaches) {
      const approach = approachById(id);
      const legs = layApproach(worldOf(approach), approach, null);
      if (!legs.some(({ leg }) => leg.type === 'HM' && leg.leg_nm === undefined && leg.leg_s === 60))
        continue;
      const { way, fix, hold } = holds(id, 90);
      expect(length(way.points)).toBeCloseTo((90 * 240) / 3600, 1);
      expect(between(way.points[0]!, way.points.at(-1)!)).toBeLessThan(0.05);
      expect(Math.min(...way.points.map((point) => between(point, fix)))).toBeLessThan(0.05);
      // All of it lies before the fix or beside it, on the side of its turns.
      const side = hold.leg.turn === 'left' ? -1 : 1;
      const aside = way.points.map((point) => {
        const from = { north_nm: point.north_nm - fix.north_nm, east_nm: point.east_nm - fix.east_nm };
        return away(from) * Math.sin((bearing(from) - hold.leg.course_deg!) / degrees) * side;
      });
      expect(Math.min(...aside)).toBeGreaterThan(-0.05);
      expect(Math.max(...aside)).toBeCloseTo((2 * 90) / 3600 / ((3 * Math.PI) / 180), 1);
    }
  });
});

test('a hold by distance is drawn by its miles, a procedure turn within its limit; every other leg is the line it is', () => {
  const ils = structuredClone(approachById('xvlb-ils-24'));
  const hold = ils.missed.legs.at(-1)!;
  const drawnWith = (change: object) => {
    ils.missed.legs[ils.missed.legs.length - 1] = { ...hold, ...change } as typeof hold;
    const { ways } = approachPicture(worldOf(ils), ils, null, 90);
    return ways.filter(({ field }) => field === `missed.legs.${ils.missed.legs.length - 1}`);
  };
  // Two half circles at 3°/s, and twice the miles.
  const RADIUS_NM = 90 / (60 * Math.PI);
  for (const type of ['HM', 'HF', 'HA'] as const) {
    const [round, ...more] = drawnWith({ type, leg_s: undefined, leg_nm: 4 });
    expect(more).toEqual([]);
    expect(length(round!.points)).toBeCloseTo(8 + 2 * Math.PI * RADIUS_NM, 0);
  }
  const [turned] = drawnWith({ type: 'PI', reversal: '45/180', course_deg: 60, within_nm: 8 });
  const fix = turned!.points[0]!;
  expect(Math.max(...turned!.points.map((point) => between(point, fix)))).toBeCloseTo(8, 1);
  // Straight to where one is already.
  expect(drawnWith({ type: 'DF' }).map(({ points }) => length(points))).toEqual([0]);
});

test('a climb begins where the one before it has ended: 200 ft a mile, and no less than three tenths', () => {
  const ils = structuredClone(approachById('xvlb-ils-24'));
  const climb = (course_deg: number, above_ft: number) => ({ ...ils.missed.legs[0]!, type: 'CA' as const, course_deg, altitude: { above_ft } }); // prettier-ignore
  delete ils.missed.climb_ftpnm;
  ils.missed.legs = [climb(240, 1288), climb(90, 2288), climb(90, 1000)];
  const lengths = layApproach(worldOf(ils), ils, null).filter(({ part }) => part === 'missed').map(({ length_nm }) => length_nm); // prettier-ignore
  // From the decision altitude of 288 ft.
  expect(lengths).toEqual([5, 5, 0.3].map((nm) => expect.closeTo(nm, 6)));
});

describe('a plain approach to begin with', () => {
  const every = ['XVLB', 'XVKO', 'XMOR'].flatMap((airport) =>
    approaches
      .filter((one) => one.airport === airport)
      .slice(0, 1)
      .flatMap((one) =>
        worldOf(one)
          .runways.filter((runway) => runway.airport === airport)
          .map((runway) => ({ world: worldOf(one), runway, variation_deg: one.variation_deg }))
      )
  );

  test('three degrees from five miles, higher farther out, back to the first fix', () => {
    expect(every.length).toBeGreaterThan(3);
    for (const { world, runway, variation_deg } of every) {
      const made = plainApproach(world, runway, variation_deg);
      const [first, final, point] = made.final;
      expect(made.id).toMatch(/^[a-z0-9]+-(ils|rnav)-[a-z0-9]+-own$/);
      const angle = made.path!.angle_deg;
      // At a final fix five miles out a path of three degrees is 1,640 ft up.
      const published = runway.elevation_ft + 50 + 5 * 6076.12 * Math.tan(angle / degrees);
      expect(Math.abs((final!.altitude as { above_ft: number }).above_ft - published)).toBeLessThanOrEqual(
        65
      );
      expect((first!.altitude as { above_ft: number }).above_ft).toBe(
        (final!.altitude as { above_ft: number }).above_ft + 900
      );
      expect(point).not.toHaveProperty('altitude');
      expect(point!.fix).toBe(`RW${runway.name}`);
      expect(made.missed.legs.map(({ type }) => type)).toEqual(['CA', 'DF', 'HM']);
      // A thousand feet over the airport before any turn, to the hundred.
      const straight_ft = (made.missed.legs[0]!.altitude as { above_ft: number }).above_ft;
      expect(straight_ft % 100).toBe(0);
      expect(Math.abs(straight_ft - runway.elevation_ft - 1000)).toBeLessThanOrEqual(50);
      const lines = made.minimums.map(({ line, kind, A }) => [
        line,
        kind,
        A!.altitude_ft - made.airportElevation_ft
      ]);
      if (made.kind === 'ils')
        expect(lines).toEqual([
          ['ILS', 'DA', 200],
          ['LOC', 'MDA', 500]
        ]);
      else expect(lines).toEqual([[made.kind === 'localizer' ? 'LOC' : 'LNAV', 'MDA', 500]]);
    }
  });

  test('a localizer whose glide slope is gone is one with an MDA alone', () => {
    const { world, runway, variation_deg } = every.find(
      (one) => plainApproach(one.world, one.runway, one.variation_deg).kind === 'ils'
    )!;
    const silent: World = {
      ...world,
      stations: world.stations.map((station) => {
        if (station.kind !== 'localizer') return station;
        const { glideSlope: _gone, ...rest } = station;
        return rest;
      })
    };
    const made = plainApproach(silent, runway, variation_deg);
    expect(made.kind).toBe('localizer');
    expect(made.name).toBe(`LOC ${runway.name}`);
    expect(made.minimums.map(({ line, kind }) => `${line} ${kind}`)).toEqual(['LOC MDA']);
    expect(approachProblems(silent, made)).toEqual([]);
  });
});

describe('the card', () => {
  const aircraft = aircraftById('sandling-160');
  const cardOf = (id: string, changes: Partial<ApproachDay> = {}) => {
    const approach = approachById(id);
    const day = { ...plainDay(approach, aircraft), ...changes };
    return { approach, day, card: approachCard(worldOf(approach), approach, day) };
  };

  test('rates for ten knots less and more; the missed approach’s own legs', () => {
    const { approach, card } = cardOf('xvlb-ils-24');
    const rates = card.rates!;
    expect(rates.map(({ groundspeed_kt }) => groundspeed_kt - card.groundspeed_kt)).toEqual([-10, 0, 10]);
    for (const { groundspeed_kt, rate_fpm } of rates)
      expect(rate_fpm).toBeCloseTo(
        (groundspeed_kt * 6076.12 * Math.tan(approach.path!.angle_deg / degrees)) / 60,
        0
      );
    expect(card.missed.legs).toHaveLength(approach.missed.legs.length);
    expect(card.missed.legs.every(({ part }) => part === 'missed')).toBe(true);
  });

  test('steps down from altitude to altitude and to the minimum; where there is a path the last descent is the path', () => {
    const steps = (id: string) => cardOf(id).card.stepDowns.map(({ from, to, lose_ft, distance_nm }) => [from, to, lose_ft, Math.round(10 * distance_nm) / 10]); // prettier-ignore
    expect(steps('xvlb-vor-dme-06')).toEqual([
      ['BOSKI', 'FELDU', 700, 4],
      ['FELDU', 'MARGU', 1100, 3.4],
      ['MARGU', 'the missed approach point', 320, 2.1]
    ]);
    expect(steps('xvlb-ils-24')).toEqual([
      ['VESKA', 'NORIN', 800, 3.4],
      ['NORIN', 'GRIMA', 600, 3.2]
    ]);
    for (const { id } of approaches) {
      const { card } = cardOf(id);
      for (const { lose_ft, distance_nm, rate_fpm } of card.stepDowns)
        expect(rate_fpm).toBeCloseTo((lose_ft / distance_nm / 60) * card.groundspeed_kt, 6);
    }
    // What is as high as the fix before asks for no descent.
    const flat = structuredClone(approachById('xvlb-vor-dme-06'));
    flat.final.find(({ fix }) => fix === 'FELDU')!.altitude = { above_ft: 2600 };
    expect(approachCard(worldOf(flat), flat, plainDay(flat, aircraft)).stepDowns.map(({ from }) => from)).toEqual(['FELDU', 'MARGU']); // prettier-ignore
  });

  test('on a cold field the airplane is slower through the air than it shows, on a hot one faster', () => {
    // Standard, and 30° either side: the root of 288 over 258 is 6 %.
    const tas = (offset: number) => cardOf('xvlb-ils-24', { temperature_C: 15 + offset }).card.tas_kt;
    expect(tas(30) / tas(0)).toBeCloseTo(Math.sqrt(318 / 288), 2);
    expect(tas(-30) / tas(0)).toBeCloseTo(Math.sqrt(258 / 288), 2);
  });

  test('says of each lower line why it cannot be used, and of no other', () => {
    const because = (changes: Partial<ApproachDay>) => cardOf('xvlb-ils-24', changes).card.minimum!.because;
    expect(because({ transition: 'elska' })).toHaveLength(1);
    const withoutPath = because({ transition: 'elska', withoutPath: true });
    expect(withoutPath.filter((one) => one.includes('there is no path')).length).toBeGreaterThan(0);
    expect(withoutPath.join()).not.toMatch(/circling/i);
  });

  test('a mark on the altimeter: up to fifty feet above what is set reminds in time', () => {
    const minimum = { set_ft: 600, least_ft: 560 };
    expect([null, 559, 560, 600, 650, 651].map((marked) => minimumMark(marked, minimum))).toEqual(
      ['not', 'too low', 'right', 'right', 'right', 'too high'] // prettier-ignore
    );
  });
});
