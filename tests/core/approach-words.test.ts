import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { Rejection } from '$core/measure/rejection';
import { approachCard, plainDay } from '$core/procedure/approach/approach-card';
import type { Found, Leg } from '$core/procedure/approach/approach';
import { approachById, approaches } from '$core/procedure/approach/approach-catalogue';
import { layApproach } from '$core/procedure/approach/approach-path';
import { foundFrom, foundText } from '$core/procedure/approach/found-text';
import { altitudeWords, foundWords, legName, legWords } from '$core/procedure/approach/leg-words';
import { flyArc } from '$core/procedure/dme-arc';
import { worldById } from '$core/radio/world-catalogue';

describe('a leg read out', () => {
  const leg = (part: Partial<Leg>) => part as Leg;
  test.each([
    [leg({ type: 'IF', fix: 'NORIN', altitude: { above_ft: 2400 } }), 'NORIN, at or above 2400 ft'],
    [leg({ type: 'TF', fix: 'VESKA', guide: 'waypoints' }), 'to VESKA, by waypoints'],
    [leg({ type: 'TF', fix: 'VESKA', guide: 'localizer', station: 'IVL' }), 'to VESKA, on the localizer IVL'],
    [leg({ type: 'TF', fix: 'VESKA', guide: 'localizer' }), 'to VESKA, on the localizer'],
    [leg({ type: 'CF', fix: 'VLB', course_deg: 5, guide: 'vor', station: 'VLB' }), 'course 005° to VLB'],
    [
      leg({
        type: 'CF',
        fix: 'VESKA',
        course_deg: 240,
        guide: 'vor',
        station: 'VLB',
        altitude: { below_ft: 3000 }
      }),
      'course 240° to VESKA, by VLB, at or below 3000 ft'
    ],
    [leg({ type: 'CF', fix: 'VESKA', course_deg: 240, guide: 'vor' }), 'course 240° to VESKA, by the VOR'],
    [
      leg({ type: 'CF', fix: 'VESKA', course_deg: 240, guide: 'ndb', station: 'SDH' }),
      'course 240° to VESKA, by the beacon SDH'
    ],
    [leg({ type: 'CF', fix: 'VESKA', course_deg: 240, guide: 'ndb' }), 'course 240° to VESKA, by the beacon'],
    [leg({ type: 'CF', fix: 'VESKA', course_deg: 240, guide: 'heading' }), 'course 240° to VESKA'],
    [
      leg({ type: 'DF', fix: 'SDH', turn: 'left', guide: 'arc', station: 'VLB' }),
      'direct to SDH, left turn, arc about VLB'
    ],
    [leg({ type: 'DF', fix: 'SDH', guide: 'arc' }), 'direct to SDH, arc about the station'],
    [leg({ type: 'AF', fix: 'TOLVA', about: 'VLB' }), 'arc about VLB, right turn, to TOLVA'],
    [
      leg({
        type: 'RF',
        fix: 'TOLVA',
        about: 'ABCDE',
        turn: 'left',
        altitude: { above_ft: 2000, below_ft: 3000 }
      }),
      'arc about ABCDE, left turn, to TOLVA, 2000 to 3000 ft'
    ],
    [
      leg({ type: 'FA', fix: 'VLB', course_deg: 90, altitude: { above_ft: 2500 } }),
      'from VLB on 090° to 2500 ft'
    ],
    [
      leg({ type: 'CA', course_deg: 240, altitude: { above_ft: 12000 } }),
      'climb on course 240° to 12\u2009000 ft'
    ],
    [leg({ type: 'VA', course_deg: 360, altitude: { above_ft: 900 } }), 'climb on heading 360° to 900 ft'],
    [
      leg({ type: 'VI', course_deg: 30, turn: 'right' }),
      'heading 030° until the next course is reached, right turn'
    ],
    [
      leg({ type: 'VM', course_deg: 30, altitude: { above_ft: 3000, below_ft: 3000 } }),
      'heading 030° until told otherwise, 3000 ft'
    ],
    [
      leg({ type: 'PI', fix: 'VLB', course_deg: 60, turn: 'left' }),
      'procedure turn at VLB, outbound 060°, 45/180, left turn, within 10 NM'
    ],
    [
      leg({ type: 'PI', fix: 'VLB', course_deg: 60, reversal: '80/260', within_nm: 8 }),
      'procedure turn at VLB, outbound 060°, 80/260, within 8 NM'
    ],
    [leg({ type: 'HM', fix: 'SDH', course_deg: 210 }), 'hold at SDH, inbound 210°, right turns, 60 s'],
    [
      leg({ type: 'HF', fix: 'SDH', course_deg: 210, turn: 'left', leg_nm: 4 }),
      'once round the hold at SDH, inbound 210°, left turns, 4 NM'
    ],
    [
      leg({ type: 'HA', fix: 'SDH', course_deg: 210, leg_s: 90, altitude: { above_ft: 4000 } }),
      'hold at SDH, inbound 210°, right turns, 90 s, at or above 4000 ft'
    ]
  ] as [Leg, string][])('%#: %s', (read, words) => expect(legWords(read)).toBe(words));

  test('its type is told with the code the industry has for it; altitudes and fixes as they stand on a chart', () => {
    expect(legName('AF')).toBe('arc to a fix (AF)');
    expect(altitudeWords({ below_ft: 3000 })).toBe('at or below 3000 ft');
    expect(foundWords({ by: 'distance', station: 'IVL', nm: 5.75 })).toMatch(/^IVL 5\.[78] NM$/);
    expect(foundWords({ by: 'radial', station: 'KOR', deg: 9 })).toBe('KOR radial 009°');
    expect(foundWords({ by: 'marker', marker: 'outer' } as Found)).toBe('outer marker');
  });
});

describe('how a fix is found, typed in', () => {
  test.each([
    ['IVL 5.8', [{ by: 'distance', station: 'IVL', nm: 5.8 }]],
    ['ivl 12 nm', [{ by: 'distance', station: 'IVL', nm: 12 }]],
    ['IVL 5,8 DME', [{ by: 'distance', station: 'IVL', nm: 5.8 }]],
    ['VLB 8D; SDH 210 deg', [{ by: 'distance', station: 'VLB', nm: 8 }, { by: 'radial', station: 'SDH', deg: 210 }]], // prettier-ignore
    ['KOR  R 321 °', [{ by: 'radial', station: 'KOR', deg: 321 }]],
    ['KOR R9°', [{ by: 'radial', station: 'KOR', deg: 9 }]],
    ['Outer marker, middle', [{ by: 'marker', marker: 'outer' }, { by: 'marker', marker: 'middle' }]], // prettier-ignore
    [' , ', []]
  ] as [string, Found[]][])('“%s”', (text, found) => {
    expect(foundFrom(text)).toEqual(found);
    expect(foundFrom(foundText(found))).toEqual(found);
  });

  test.each([
    'IVL',
    '5.8',
    'TOOLONGNAME 5',
    'KOR 3210°',
    'KOR 321° 5',
    'x KOR 321°',
    'outer space',
    'IVL 5.8 km',
    'outer marker ring'
  ])('“%s” is none of it, and is said', (text) => {
    expect(() => foundFrom(`VLB 8, ${text}`, 'fixes.2.found')).toThrow(Rejection);
    expect(() => foundFrom(`VLB 8, ${text}`, 'fixes.2.found')).toThrow(
      /^fixes\.2\.found.*a distance like IVL 5\.8/
    );
  });
});

describe('approaches as they are laid out', () => {
  test('a missed approach only ever climbs, each leg from where the one before has come to', () => {
    for (const approach of approaches) {
      const missed = layApproach(worldById(approach.world), approach, null).filter(
        ({ part }) => part === 'missed'
      );
      expect(missed.length, approach.id).toBeGreaterThan(0);
      const climbs = missed.flatMap(({ climbs_ft }) => (climbs_ft === null ? [] : [climbs_ft]));
      expect(climbs, approach.id).toEqual([...climbs].sort((a, b) => a - b));
    }
    // Two climbs one after the other: the second is as long as what is left to climb asks for, at its gradient.
    const twice = structuredClone(approachById('xvlb-ils-24'));
    twice.missed.climb_ftpnm = 250;
    const climb = (to_ft: number) =>
      ({ type: 'CA', course_deg: twice.finalCourse_deg, altitude: { above_ft: to_ft } }) as Leg;
    const lengthOf = (legs: Leg[]) => {
      twice.missed.legs = legs;
      return layApproach(worldById(twice.world), twice, null).filter(({ part }) => part === 'missed').map(({ length_nm }) => length_nm); // prettier-ignore
    };
    const [first, second] = lengthOf([climb(1500), climb(2500)]);
    expect(second).toBeCloseTo(1000 / 250, 1);
    const [whole] = lengthOf([climb(2500)]);
    expect(first! + second!).toBeCloseTo(whole!, 1);
  });

  test('a card names where a step leads, and a visual descent point only where the way down has not ended before it', () => {
    const sandling = aircraftById('sandling-160');
    let last = 0;
    for (const approach of approaches) {
      const card = approachCard(worldById(approach.world), approach, plainDay(approach, sandling));
      for (const step of card.stepDowns)
        expect(step.to.length, `${approach.id} ${step.from}`).toBeGreaterThan(2);
      last += card.stepDowns.filter(({ to }) => to === 'the missed approach point').length;
      const { visualDescentPoint: visual } = card;
      if (visual) expect(visual.distance_nm, approach.id).toBeGreaterThan(0);
    }
    expect(last).toBeGreaterThan(0);
    const visuals = approaches.flatMap((approach) => {
      const { visualDescentPoint, minimum } = approachCard(worldById(approach.world), approach, plainDay(approach, sandling)); // prettier-ignore
      return visualDescentPoint ? [{ approach, minimum: minimum!, visual: visualDescentPoint }] : [];
    });
    expect(visuals.length).toBeGreaterThan(0);
    for (const { approach, minimum, visual } of visuals) {
      const above_ft = minimum.altitude_ft - approach.touchdownElevation_ft - approach.path!.crossing_ft;
      const angle = (approach.path!.angle_deg * Math.PI) / 180;
      expect(visual.distance_nm, approach.id).toBeCloseTo(above_ft / (6076.12 * Math.tan(angle)), 1);
    }
  });

  test('an arc flown by its picture: points four seconds apart, each with its own error, from the first radial on', () => {
    const arc = { radius_nm: 10, fromRadial_deg: 90, toRadial_deg: 150, direction: 'clockwise' } as const;
    const { points, inside_nm, outside_nm } = flyArc(arc, 'ten-degree steps', 120, {
      from_deg: 360,
      speed_kt: 20
    });
    expect(points[0]).toMatchObject({ error_nm: 0 });
    expect(points[0]!.east_nm).toBeCloseTo(10, 9);
    for (const { north_nm, east_nm, error_nm } of points)
      expect(Math.hypot(north_nm, east_nm) - 10).toBeCloseTo(error_nm, 9);
    expect(Math.max(...points.map(({ error_nm }) => error_nm))).toBeLessThanOrEqual(outside_nm);
    expect(Math.min(...points.map(({ error_nm }) => error_nm))).toBeGreaterThanOrEqual(-inside_nm);
    // Round 60° of 10 NM at about two miles a minute, a point each four seconds.
    const steps = points
      .slice(1)
      .map((to, i) => Math.hypot(to.north_nm - points[i]!.north_nm, to.east_nm - points[i]!.east_nm));
    expect(Math.max(...steps)).toBeLessThan((145 * 4) / 3600);
    expect(Math.min(...steps)).toBeGreaterThan((95 * 4) / 3600);
  });
});
