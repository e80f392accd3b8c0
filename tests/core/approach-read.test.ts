import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { placeAt, wayBetween } from '$core/earth/geodesic';
import type { Approach, Leg, MinimumLine } from '$core/procedure/approach/approach';
import { approachCard, plainDay, type ApproachDay } from '$core/procedure/approach/approach-card';
import { approachById, approaches } from '$core/procedure/approach/approach-catalogue';
import { finalProfile } from '$core/procedure/approach/approach-profile';
import { briefOnPanel } from '$core/procedure/approach/brief-on-panel';
import { strangeRadios } from '$core/radio/radio-settings';
import { briefItems } from '$core/procedure/approach/card-words';
import { approachPicture } from '$core/procedure/approach/approach-picture';
import { plainApproach } from '$core/procedure/approach/plain-approach';
import { isFixAhead } from '$core/procedure/fix-ahead';
import { flyArc } from '$core/procedure/dme-arc';
import { approachProblems } from '$core/procedure/approach/approach-check';
import { layApproach, legsOf, turnBetween, type LaidLeg } from '$core/procedure/approach/approach-path';
import { applicableMinimum, stepDownsOf } from '$core/procedure/approach/minimum';
import { lowestMark_ft, minimumMark } from '$core/procedure/approach/set-minimum';
import { placeNamed, runwayOf } from '$core/procedure/approach/approach-place';
import { approachInMaking, briefedApproach } from '$core/procedure/approach/briefed-approach';
import { layersOf, seenAtMinimum, type Outlook } from '$core/procedure/approach/what-is-seen';
import type { World } from '$core/radio/world';
import { worldById } from '$core/radio/world-catalogue';
import { refused } from './refused';

const worldOf = ({ world }: Approach) => worldById(world);
const ils = approachById('xvlb-ils-24');
const altered = (approach: Approach, change: (copy: Approach) => void): Approach => {
  const copy = structuredClone(approach) as Approach;
  change(copy);
  return copy;
};

/** Days on which something on the chart applies that does not on a plain one. */
const days: Record<string, Partial<ApproachDay>> = {
  'plain, quartering headwind': {},
  'cold, remote altimeter, lights out': { temperature_C: -25, altimeter: 'remote', approachLights: 'out', wind: { from_deg: 200, speed_kt: 8 } }, // prettier-ignore
  'hot, tailwind, no path, levelled off': { temperature_C: 34, withoutPath: true, technique: 'step-down', roundTo_ft: 20 }, // prettier-ignore
  'circling by vectors, hot, the step-down not told': { line: 'circling', transition: null, temperature_C: 30, withoutFixes: ['MARGU', 'GUNBA', 'DOMKI'] } // prettier-ignore
};

test('briefings, word by word: read once by a person, held against what was read', async () => {
  const read: string[] = [];
  for (const [k, approach] of approaches.entries())
    for (const [i, [what, changes]] of Object.entries(days).entries()) {
      if (approach !== ils && i !== k % 4) continue;
      const aircraft = aircraftById(i % 2 === 0 ? 'sandling-160' : 'tarnvik-200');
      const along = i === 2 ? approach.finalCourse_deg + 180 : approach.finalCourse_deg - 40;
      const day = {
        ...plainDay(approach, aircraft),
        wind: { from_deg: along, speed_kt: 14 },
        ...changes
      };
      const { items, problem, card } = briefedApproach(worldOf(approach), approach, day);
      read.push(`# ${approach.id}, ${aircraft.name}: ${what}`, ...(problem ? [problem] : []));
      for (const { title, lines } of items) read.push(title, ...lines.map((line) => `  ${line}`));
      if (!card) continue;
      const rounded = card.table.map((row) => `${row.distance_nm} NM ${Math.round(row.altitude_ft)}`);
      read.push(`Table: ${rounded.join(', ') || 'none'}`);
      for (const { from, to, lose_ft, rate_fpm } of card.stepDowns)
        read.push(`Step: ${from} to ${to}, ${lose_ft} ft at ${Math.round(rate_fpm)} ft/min`);
      for (const { name, correction_ft, rule_ft, corrected_ft } of card.cold)
        read.push(`Cold: ${name} +${Math.round(correction_ft)} (${Math.round(rule_ft)}) = ${corrected_ft}`);
      read.push('');
    }
  await expect(read.join('\n')).toMatchFileSnapshot('briefings-as-read.txt');
});

describe('what is told of a chart says what and how much, and nothing just inside', () => {
  const vor = approachById('xvlb-vor-dme-06');
  const rnav = approachById('xvna-rnav-13');
  const told = (approach: Approach) =>
    approachProblems(worldById('vesterlund'), approach).map(
      ({ field, severity, message }) => `${severity} ${field}: ${message}`
    );
  const set = (approach: Approach, change: (copy: Approach) => void) => told(altered(approach, change));
  const fixAt = (copy: Approach, id: string, onFinal_nm: number) =>
    (copy.fixes.find((fix) => fix.id === id)!.at = { onFinal_nm });

  test.each<[string, Approach, (copy: Approach) => void, string[]]>([
    ['another world', ils, (a) => (a.world = 'nowhere'), ['wrong world: This approach belongs to the world nowhere, not to vesterlund.']], // prettier-ignore
    ['a fix named twice', ils, (a) => a.fixes.push(a.fixes[4]!), ['wrong fixes.5.id: GRIMA is named twice.']],
    ['a transition named twice', rnav, (a) => a.transitions.push(a.transitions[0]!), ['wrong transitions.1.id: There are two transitions called eskor.']], // prettier-ignore
    ['no such station on the final', ils, (a) => (a.station = 'QQQ'), ['wrong station: The Vesterlund archipelago has no station QQQ.']], // prettier-ignore
    ['no such station of a way of finding', ils, (a) => (a.final[2]!.found![1] = { by: 'distance', station: 'QQQ', nm: 5.8 }), ['wrong final.2.found.1.station: The Vesterlund archipelago has no station QQQ.']], // prettier-ignore
    ['no such station in the missed approach', ils, (a) => (a.missed.legs[2]!.station = 'QQQ'), ['wrong missed.legs.2.station: The Vesterlund archipelago has no station QQQ.']], // prettier-ignore
    ['no such station on a way in', ils, (a) => (a.transitions[0]!.legs[1]!.station = 'QQQ'), ['wrong transitions.0.legs.1.station: The Vesterlund archipelago has no station QQQ.']], // prettier-ignore
    ['above and below', ils, (a) => (a.missed.legs[1]!.altitude = { above_ft: 2500, below_ft: 2400 }), ['wrong missed.legs.1.altitude: At or above 2500 ft and at or below 2400 ft exclude each other.']], // prettier-ignore
    ['a procedure turn without a limit', approachById('xvlb-back-course-06'), (a) => delete a.transitions[0]!.legs[2]!.within_nm, ['wrong transitions.0.legs.2.within_nm: A procedure turn has a distance to remain within.']], // prettier-ignore
    ['a line for nobody', rnav, (a) => a.minimums.push({ line: 'LPV', kind: 'DA', A: null, B: null, C: null, D: null }), ['wrong minimums.3: LPV is authorised for no category.']], // prettier-ignore
    ['a line by a way in there is not', ils, (a) => (a.minimums[0]!.needsTransition = 'north'), ['wrong minimums.0.needsTransition: There is no transition north.']], // prettier-ignore
    ['a minimum as low as the runway', ils, (a) => (a.minimums[1]!.B = { altitude_ft: 88, visibility_sm: 1 }), ['wrong minimums.1.B.altitude_ft: The minimum of 88 ft is not above the runway, 88 ft.']], // prettier-ignore
    ['a minimum as high as the final fix', ils, (a) => (a.minimums[3]!.D = { altitude_ft: 1600, visibility_sm: 1 }), ['wrong minimums.3.D.altitude_ft: The minimum of 1600 ft is not below the 1600 ft of the final fix.']], // prettier-ignore
    ['a DA in the air', ils, (a) => (a.path = null), ['wrong minimums.0.kind: ILS has a DA, and the approach has no vertical path.', 'wrong minimums.1.kind: ILS has a DA, and the approach has no vertical path.']], // prettier-ignore
    ['no final fix', rnav, (a) => delete a.final[1]!.role, ['wrong final: No leg ends at a final fix: give one the role final.']], // prettier-ignore
    ['too steep before the final fix', rnav, (a) => (a.final[0]!.altitude = { above_ft: 4250 }), ['wrong final.1.altitude: From ESKOR to FJALU it falls 510 ft/NM; more than 500 is too steep.']], // prettier-ignore
    ['just not too steep', rnav, (a) => (a.final[0]!.altitude = { above_ft: 4195 }), []],
    ['too steep after it', rnav, (a) => (a.final[2]!.altitude = { above_ft: 650 }), ['wrong final.2.altitude: From FJALU to GUNBA it falls 404 ft/NM; more than 400 is too steep.']], // prettier-ignore
    ['just not', rnav, (a) => (a.final[2]!.altitude = { above_ft: 665 }), []],
    ['rising', rnav, (a) => (a.final[2]!.altitude = { above_ft: 1701 }), ['doubt final.2.altitude: The path passes GUNBA at 879 ft, below its 1701 ft.', 'wrong final.2.altitude: The altitude rises toward the runway: 1700 ft at FJALU, 1701 ft at GUNBA.']], // prettier-ignore
    ['level', rnav, (a) => (a.final[0]!.altitude = { above_ft: 1700 }), []],
    ['a path that passes its final fix elsewhere', ils, (a) => (a.final[2]!.altitude = { above_ft: 1510 }), ['doubt final.2: At GRIMA the path is at 1617 ft, and the chart says 1510 ft.']], // prettier-ignore
    ['nearly there', ils, (a) => (a.final[2]!.altitude = { above_ft: 1520 }), []],
    ['a step on the path to the foot', rnav, (a) => (a.final[2]!.altitude = { above_ft: 879 }), []],
    ['a foot above it and more', rnav, (a) => (a.final[2]!.altitude = { above_ft: 881 }), ['doubt final.2.altitude: The path passes GUNBA at 879 ft, below its 881 ft.']], // prettier-ignore
    ['out of order', rnav, (a) => fixAt(a, 'GUNBA', 5), ['wrong final.2.fix: This leg has no length: it ends where it begins.', 'wrong final.2.fix: GUNBA is not nearer the runway than FJALU: the legs are out of order.']], // prettier-ignore
    ['no fix to begin with', ils, (a) => (a.transitions[0]!.legs[0]!.type = 'DF'), ['wrong transitions.0.legs.0.type: An approach begins with a fix (IF), not with DF.']], // prettier-ignore
    ['a course five degrees off', vor, (a) => (a.final[1]!.course_deg = 82), ['wrong final.1.course_deg: From the fix before, FELDU lies on 077°, not on 082°.']], // prettier-ignore
    ['two', vor, (a) => (a.final[1]!.course_deg = 79), []],
    ['an arc that comes nearer', vor, (a) => (a.fixes[1]!.at = placeAt(worldOf(a).stations.find(({ id }) => id === 'VLB')!, 249, 11.6)), ['wrong transitions.0.legs.1.about: The arc begins 12.0 NM from VLB and ends 11.6 NM from it.']], // prettier-ignore
    ['a little', vor, (a) => (a.fixes[1]!.at = placeAt(worldOf(a).stations.find(({ id }) => id === 'VLB')!, 248.7, 11.8)), []] // prettier-ignore
  ])('%s', (_, from, change, expected) => {
    const found = set(from, change);
    if (expected.length === 0) expect(found).toEqual([]);
    else for (const each of expected) expect(found).toContain(each);
  });

  test('a gap is told from half a mile, by how far it is', () => {
    const gap = (nm: number) =>
      set(rnav, (a) => {
        a.transitions[0]!.legs = [{ type: 'IF', fix: 'AWAYY' }];
        a.fixes.push({ id: 'AWAYY', at: placeAt(placeNamed(worldOf(a), a, 'ESKOR', ''), 40, nm) });
      });
    expect(gap(0.6)).toEqual(['wrong final.0.fix: There is a gap of 0.6 NM between the leg before and ESKOR.']); // prettier-ignore
    expect(gap(0.4)).toEqual([]);
  });

  test('a turn before a fix needs room: its radius by the tangent of half of it, at the speed published or 150 kt', () => {
    const turned = (turn_deg: number, first_nm: number, speed_kt?: number, flyOver = false) =>
      set(rnav, (a) => {
        const fix = placeNamed(worldOf(a), a, 'ESKOR', '');
        a.fixes.push({ id: 'AWAYY', at: placeAt(fix, 123 + 180 - turn_deg, first_nm) });
        a.transitions[0]!.legs = [
          { type: 'IF', fix: 'AWAYY' },
          { type: 'TF', fix: 'ESKOR', altitude: { above_ft: 2400 } },
          ...a.final.slice(1).map((leg) => ({ ...leg, ...(flyOver ? { flyOver } : {}), ...(speed_kt ? { speed_kt } : {}) })) // prettier-ignore
        ].slice(0, 3) as Leg[];
        a.final = a.final.slice(1);
      }).filter((line) => line.includes('needs'));
    // 150 kt at 3°/s: a radius of 150 ÷ 60π = 0.796 NM.
    expect(turned(90, 0.7)).toEqual(['doubt transitions.0.legs.2.fix: The turn of 90° before this leg needs 0.8 NM at 150 kt, and there are 0.7 NM.']); // prettier-ignore
    expect(turned(-90, 0.7)[0]).toContain('The turn of 90°');
    expect(turned(90, 0.9)).toEqual([]);
    expect(turned(90, 0.7, 120)).toEqual([]);
    expect(turned(90, 0.9, 200)[0]).toContain('needs 1.1 NM at 200 kt, and there are 0.9 NM');
    expect(turned(90, 0.7, undefined, true)).toEqual([]);
    // A tenth of a turn is none, and half a turn is a reversal.
    expect(turned(8, 0.05)).toEqual([]);
    expect(turned(160, 3)).toEqual([]);
  });
});

describe('legs laid on the earth', () => {
  const world = worldOf(ils);
  const lay = (legs: Leg[]) =>
    layApproach(world, altered(ils, (a) => (a.missed.legs = legs)), null).filter(({ part }) => part === 'missed'); // prettier-ignore

  test('a transition that is not there is told with those that are', () => {
    expect(refused(() => legsOf(ils, 'north'))).toMatchObject({ field: 'transition', value: 'north' });
    expect(refused(() => legsOf(ils, 'north')).message).toContain('elska, tolva, hesti');
    const none = altered(ils, (a) => (a.transitions = []));
    expect(refused(() => legsOf(none, 'north')).message).toContain('none: this approach has none');
    expect(legsOf(none, null)[0]).toMatchObject({ part: 'final', field: 'final.0' });
    expect(legsOf(ils, 'tolva')[0]).toMatchObject({ part: 'transition', field: 'transitions.1.legs.0' });
  });

  test('what a leg lacks is told by its place', () => {
    const lacks = (leg: Partial<Leg>) => refused(() => lay([leg as Leg]));
    expect(lacks({ type: 'DF' })).toMatchObject({ field: 'missed.legs.0.fix', message: expect.stringContaining('the fix of a leg of type DF') }); // prettier-ignore
    expect(lacks({ type: 'RF', fix: 'VLB' })).toMatchObject({ field: 'missed.legs.0.about', message: expect.stringContaining('the centre of a leg of type RF') }); // prettier-ignore
    expect(lacks({ type: 'VM' })).toMatchObject({ field: 'missed.legs.0.course_deg', message: expect.stringContaining('the course of a leg of type VM') }); // prettier-ignore
    expect(lacks({ type: 'CA', course_deg: 10 })).toMatchObject({ field: 'missed.legs.0.altitude', message: expect.stringContaining('the altitude that ends a leg of type CA') }); // prettier-ignore
  });

  test('on a heading four miles, true by the variation; from a fix from there; holds at their fix, climbing only up to one', () => {
    const [manual, from, hold, stays] = lay([
      { type: 'VM', course_deg: 300 },
      { type: 'FA', fix: 'VLB', course_deg: 30, altitude: { above_ft: 888 } },
      { type: 'HA', fix: 'VLB', course_deg: 60, altitude: { above_ft: 2500 } },
      { type: 'HM', fix: 'VLB', course_deg: 60, altitude: { above_ft: 2500 } }
    ]);
    expect(manual).toMatchObject({ length_nm: expect.closeTo(4, 6), course_deg: expect.closeTo(300, 6), climbs_ft: null }); // prettier-ignore
    expect(wayBetween(manual!.from, manual!.to).azimuth_deg).toBeCloseTo(291, 6);
    // 600 ft over the minimum of 288 at 200 ft a mile, from the fix wherever one comes from.
    expect(wayBetween(placeNamed(world, ils, 'VLB', ''), from!.to)).toMatchObject({ distance_nm: expect.closeTo(3, 6), azimuth_deg: expect.closeTo(21, 6) }); // prettier-ignore
    expect(from!.points).toHaveLength(3);
    expect([hold!.climbs_ft, stays!.climbs_ft]).toEqual([2500, null]);
    expect(stays).toMatchObject({ length_nm: expect.closeTo(0, 6), course_deg: null });
    expect(hold!.to).toEqual(placeNamed(world, ils, 'VLB', ''));
    // A climb that is published steeper is the shorter.
    const steep = altered(ils, (a) => { a.missed.climb_ftpnm = 400; a.missed.legs = [{ type: 'CA', course_deg: 240, altitude: { above_ft: 1288 } }]; }); // prettier-ignore
    expect(layApproach(world, steep, null).at(-1)!.length_nm).toBeCloseTo(2.5, 6);
    // What was climbed to in a hold on the way in is gone by the missed approach.
    const heldHigh = altered(ils, (a) => { a.final.unshift({ type: 'HA', fix: 'VLB', course_deg: 60, turn: 'right', altitude: { above_ft: 5000 } } as Leg); a.missed.legs = [{ type: 'CA', course_deg: 240, altitude: { above_ft: 1288 } }]; }); // prettier-ignore
    expect(layApproach(world, heldHigh, null)[0]!.climbs_ft).toBe(5000);
    expect(layApproach(world, heldHigh, null).at(-1)!.length_nm).toBeCloseTo(5, 6);
    // Where category A has no minimum a climb begins 500 ft over touchdown, wherever the course turns.
    const without = altered(ils, (a) => { a.minimums[0]!.A = null; a.missed.legs = [{ type: 'CA', course_deg: 9, altitude: { above_ft: 1088 } }]; }); // prettier-ignore
    expect(layApproach(world, without, null).at(-1)).toMatchObject({ length_nm: expect.closeTo(2.5, 6), course_deg: expect.closeTo(9, 6) }); // prettier-ignore
  });

  test('an arc goes round its centre by its side, the radius changing evenly where its ends differ', () => {
    const centre = placeNamed(world, ils, 'VLB', '');
    const start = placeAt(centre, 90, 8);
    const approach = altered(ils, (a) => {
      a.fixes.push({ id: 'START', at: start }, { id: 'STOPS', at: placeAt(centre, 180, 10) });
      a.missed.legs = [
        { type: 'DF', fix: 'START' },
        { type: 'AF', fix: 'STOPS', about: 'VLB' },
        { type: 'AF', fix: 'START', about: 'VLB', turn: 'left' }
      ];
    });
    const [, right, back] = layApproach(world, approach, null).filter(({ part }) => part === 'missed');
    const of = (leg: typeof right) => leg!.points.map((place) => wayBetween(centre, place));
    const way = of(right);
    expect(way).toHaveLength(31);
    way.forEach(({ azimuth_deg, distance_nm }, k) => {
      expect(azimuth_deg).toBeCloseTo(90 + 3 * k, 4);
      expect(distance_nm).toBeCloseTo(8 + (2 * k) / 30, 4);
    });
    expect(of(back)[15]!.azimuth_deg).toBeCloseTo(135, 4);
    // A quarter of a spiral from 8 to 10 miles: a quarter of the mean circle, and a little.
    expect(right!.length_nm).toBeCloseTo((Math.PI / 2) * 9, 0);
  });

  test('the runway an approach names, or the airport’s first; none is told with those there are', () => {
    const first = world.runways.find(({ airport }) => airport === 'XVLB')!;
    expect(runwayOf(world, { ...ils, runway: null })).toBe(first);
    expect(refused(() => runwayOf(world, { ...ils, runway: '18' }))).toMatchObject({ field: 'runway', value: '18', message: expect.stringContaining('XVLB 24') }); // prettier-ignore
    expect(refused(() => runwayOf(world, { ...ils, airport: 'XNIX' }))).toMatchObject({ field: 'airport', value: 'XNIX' }); // prettier-ignore
    expect(refused(() => runwayOf({ ...world, runways: [] } as World, ils)).message).toContain('a runway of this world, which has none'); // prettier-ignore
    expect(refused(() => placeNamed(world, ils, 'NIXIE', 'final.1.fix'))).toMatchObject({ field: 'final.1.fix', value: 'NIXIE', message: expect.stringContaining('a fix of this approach, or a fix or station of The Vesterlund archipelago') }); // prettier-ignore
  });
});

describe('the day and the chart between them', () => {
  const sandling = aircraftById('sandling-160');
  const cardOf = (approach: Approach, changes: Partial<ApproachDay> = {}) => {
    const day = { ...plainDay(approach, sandling), ...changes };
    const card = approachCard(worldOf(approach), approach, day);
    return { card, fixes: briefItems(approach, card, day).find(({ id }) => id === 'fixes')!.lines };
  };

  test('a missed approach is begun by steps of the flaps only where there are steps', () => {
    const first = (flaps_deg: number, aircraft = sandling) => {
      const card = aircraft.card.map((line) =>
        line.id === 'approach-descent' ? { ...line, flaps_deg } : line
      );
      const day = { ...plainDay(ils, aircraft), aircraft: { ...aircraft, card } };
      return briefItems(ils, approachCard(worldOf(ils), ils, day), day).find(({ id }) => id === 'missed')!.lines[0]; // prettier-ignore
    };
    expect(first(10)).toBe('Power, nose up, positive climb, flaps up: 75 kt');
    expect(first(20)).toBe('Power, nose up, first flaps, positive climb, the rest of the flaps: 75 kt');
    expect(first(0)).toBe('Power, nose up, positive climb: 75 kt');
    expect(first(25, aircraftById('tarnvik-200'))).toBe('Power, nose up, first flaps, positive climb, gear up, the rest of the flaps: 88 kt'); // prettier-ignore
  });

  test('clouds rise: the lowest, to wherever its top is, and a second one above it; none without a base', () => {
    const upper = { base_ft: 6000, top_ft: 9000 };
    expect(layersOf({ base_ft: Infinity, visibility_sm: 5 })).toEqual([]);
    expect(layersOf({ base_ft: Infinity, visibility_sm: 5, upper })).toEqual([upper]);
    expect(layersOf({ base_ft: 400, visibility_sm: 5 })).toEqual([{ base_ft: 400, top_ft: Infinity }]);
    expect(layersOf({ base_ft: 400, top_ft: 3000, visibility_sm: 5, upper })).toEqual([{ base_ft: 400, top_ft: 3000 }, upper]); // prettier-ignore
  });

  test('limits of a fix: above, below, at and between', () => {
    const limited = (altitude: Leg['altitude']) => cardOf(altered(ils, (a) => (a.final[1]!.altitude = altitude!))).fixes[1]!; // prettier-ignore
    expect(limited({ below_ft: 2500 })).toContain('· at or below 2500 ft ·');
    expect(limited({ above_ft: 2200, below_ft: 2500 })).toContain('· 2200 to 2500 ft ·');
    expect(limited({ above_ft: 2200, below_ft: 2200 })).toContain('· 2200 ft ·');
  });

  test('without a final fix the table begins ten miles out and nothing is timed; nor where only a DA counts', () => {
    const open = cardOf(altered(ils, (a) => delete a.final[2]!.role)).card;
    expect(open.table.map(({ distance_nm }) => distance_nm)).toEqual([10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
    expect([open.timing, open.checkAltitude, open.visualDescentPoint]).toEqual([null, null, null]);
    expect(cardOf(altered(ils, (a) => a.minimums.splice(2))).card.timing).toBeNull();
  });

  test('reasons: none for a step-down as high as the minimum, none for circling; lights count for straight in alone', () => {
    const vor = approachById('xvlb-vor-dme-06');
    const minimum = (approach: Approach, changes: Partial<ApproachDay>) => cardOf(approach, changes).card.minimum!; // prettier-ignore
    expect(minimum(vor, { withoutFixes: ['MARGU'] }).because).toEqual(['VOR/DME is the lowest that can be used, category A', 'VOR/DME MDA not usable: MARGU is not received']); // prettier-ignore
    const uncircled = altered(ils, (a) => (a.minimums[3]!.A = null));
    expect(minimum(uncircled, {}).because).toEqual(['ILS is the lowest that can be used, category A']);
    expect(minimum(ils, { approachLights: 'out', line: 'circling' })).toMatchObject({ visibility_sm: 1, because: ['circling was chosen, category A'] }); // prettier-ignore
    expect(minimum(ils, { approachLights: 'out' }).visibility_sm).toBe(0.75);
  });

  test('the lowest line is found in whatever order a chart has them, and only a lower one or one for others is explained', () => {
    const day = { category: 'A' as const, transition: null, withoutFixes: [], altimeter: 'local' as const, approachLights: 'on' as const, withoutPath: false, line: null }; // prettier-ignore
    const line = (name: string, kind: 'DA' | 'MDA', altitude_ft: number | null, more: Partial<MinimumLine> = {}): MinimumLine => {
      const each = altitude_ft === null ? null : { altitude_ft, visibility_sm: 1 };
      return { line: name, kind, A: each, B: each, C: each, D: { altitude_ft: 900, visibility_sm: 2 }, ...more };
    }; // prettier-ignore
    const chart = (minimums: MinimumLine[]) => altered(ils, (a) => (a.minimums = minimums));
    const lines = [line('LOC', 'MDA', 480), line('circling', 'MDA', 300), line('ILS', 'DA', 290), line('LOC', 'MDA', 420, { needsFix: 'MARGU' }), line('LNAV', 'MDA', null)]; // prettier-ignore
    for (let turned = 0; turned < lines.length; turned++) {
      const some = chart([...lines.slice(turned), ...lines.slice(0, turned)]);
      expect(applicableMinimum(some, day)).toMatchObject({ line: 'ILS', published_ft: 290 });
      const found = applicableMinimum(some, { ...day, withoutPath: true, withoutFixes: ['MARGU'] })!;
      expect(found).toMatchObject({ line: 'LOC', altitude_ft: 480 });
      expect([...found.because].sort()).toEqual(['ILS DA not usable: there is no path', 'LNAV MDA not usable: not authorised for category A', 'LOC MDA not usable: MARGU is not received', 'LOC is the lowest that can be used, category A']); // prettier-ignore
    }
    // A higher line that cannot be used explains nothing.
    expect(applicableMinimum(chart([lines[2]!, line('LOC', 'MDA', 480, { needsFix: 'MARGU' })]), { ...day, withoutFixes: ['MARGU'] })!.because).toEqual(['ILS is the lowest that can be used, category A']); // prettier-ignore
    expect(applicableMinimum(chart([lines[1]!]), day)).toMatchObject({ line: 'circling', because: ['circling only, category A'] }); // prettier-ignore
  });

  test('the figures of a card by hand: rates about the groundspeed, descents from step to step, the climb that is asked for', () => {
    const wind = { from_deg: ils.finalCourse_deg, speed_kt: 12 };
    const { card } = cardOf(ils, { wind });
    expect(card.groundspeed_kt).toBeCloseTo(card.tas_kt - 12, 6);
    expect(card.rates!.map(({ groundspeed_kt }) => groundspeed_kt - card.groundspeed_kt)).toEqual([
      -10, 0, 10
    ]);
    for (const { groundspeed_kt, rate_fpm, rule_fpm } of card.rates!) {
      // A knot is 101.27 ft/min.
      expect(rate_fpm / (groundspeed_kt * 101.27 * Math.tan((ils.path!.angle_deg * Math.PI) / 180))).toBeCloseTo(1, 3); // prettier-ignore
      expect(rule_fpm).toBeCloseTo(5 * groundspeed_kt, 6);
    }
    expect(card.stepDowns.at(-1)?.to).not.toBe('the missed approach point');
    // Without the path the last descent is to the minimum, and what is not received is no step of it.
    const vor = approachById('xvlb-vor-dme-06');
    const steps = (withoutFixes: string[]) => cardOf(vor, { withoutFixes, wind }).card;
    const all = steps([]);
    for (const { from, to, lose_ft, distance_nm, rate_fpm } of all.stepDowns) {
      const [a, b] = [from, to].map((name) => all.profile.points.find((point) => point.name === name));
      const [low_ft, end_nm] = b
        ? [b.above_ft!, b.before_nm]
        : [all.minimum!.altitude_ft, all.profile.missedPoint_nm];
      expect([lose_ft, distance_nm]).toEqual([a!.above_ft! - low_ft, a!.before_nm - end_nm]);
      expect(rate_fpm).toBeCloseTo((lose_ft / distance_nm) * (all.groundspeed_kt / 60), 6);
    }
    expect(all.stepDowns.at(-1)!.to).toBe('the missed approach point');
    const last = all.stepDowns.at(-1)!.from;
    expect(steps([last]).stepDowns.map(({ from }) => from)).not.toContain(last);
    // The climb over the ground, by what the airplane makes of the climb’s own speed in this wind.
    const { climb_ftpnm, rate_fpm, canClimb_fpm } = card.missed;
    const climb = sandling.card.find(({ id }) => id === 'missed-approach')!;
    const climbTas_kt = card.tas_kt * (climb.ias_kt! / plainDay(ils, sandling).speed_kt);
    expect(rate_fpm / ((climb_ftpnm * (climbTas_kt - 12)) / 60)).toBeCloseTo(1, 2);
    expect(canClimb_fpm).toBeGreaterThan(rate_fpm);
    // A point one would have to see the runway from beyond the missed approach point is none.
    const morren = approachById('xmor-vor-dme-27');
    const visual = (altitude_ft: number) => cardOf(altered(morren, (a) => (a.minimums[0]!.A = { altitude_ft, visibility_sm: 1 }))).card.visualDescentPoint; // prettier-ignore
    expect([visual(520) !== null, visual(420)]).toEqual([true, null]);
    const bare = { ...sandling, card: sandling.card.filter(({ id }) => id !== 'approach-descent') };
    expect(plainDay(ils, bare).speed_kt).toBe(Math.round(1.4 * sandling.speeds.stallFlaps_kt));
  });

  test('a step-down fix that is not received holds what is levelled off at, and no path', () => {
    const leg = (role: Leg['role'], fix: string | undefined, above_ft?: number): Leg => ({ type: 'CF', course_deg: 246, role, ...(fix === undefined ? {} : { fix }), ...(above_ft === undefined ? {} : { altitude: { above_ft } }) }) as Leg; // prettier-ignore
    const final = [leg('intermediate', 'MARGU', 3000), leg('step-down', 'EARLY', 2500), leg('final', 'GUNBA', 2000), leg('step-down', 'DOMKI', 900), leg('step-down', 'OPEN'), leg('step-down', undefined, 700), leg('missed approach point', 'RW24', 600)]; // prettier-ignore
    expect(stepDownsOf({ final })).toEqual([{ fix: 'DOMKI', above_ft: 900 }]);
    const chart = altered(ils, (a) => (a.final = final));
    const day = { category: 'A' as const, transition: null, altimeter: 'local' as const, approachLights: 'on' as const, line: null }; // prettier-ignore
    const without = (fixes: string[], withoutPath: boolean) => applicableMinimum(chart, { ...day, withoutFixes: fixes, withoutPath })!; // prettier-ignore
    expect(without(['DOMKI'], true)).toMatchObject({ kind: 'MDA', altitude_ft: 900, because: expect.arrayContaining(['DOMKI is not received: not below its 900 ft']) }); // prettier-ignore
    expect(without(['EARLY', 'GUNBA'], true).altitude_ft).toBeLessThan(900);
    const path = without(['DOMKI'], false);
    expect(path).toMatchObject({ kind: 'DA', altitude_ft: path.published_ft });
  });

  test('a mark on the altimeter reminds of the minimum corrected for cold, and of nothing fifty feet above it', () => {
    const cold = altered(ils, (a) => a.notes.push({ kind: 'cold', below_C: -5 }));
    const found = cardOf(cold, { temperature_C: -25 }).card.minimum!;
    expect(found.cold_ft).toBeGreaterThan(10);
    const least_ft = lowestMark_ft(found);
    expect(least_ft).toBe(Math.floor(found.altitude_ft + found.cold_ft));
    const { set_ft } = found;
    expect([null, least_ft - 1, least_ft, set_ft + 50, set_ft + 51].map((at) => minimumMark(at, { set_ft, least_ft }))).toEqual(['not', 'too low', 'right', 'right', 'too high']); // prettier-ignore
  });

  test('how far a track turns between two legs is told where they meet', () => {
    const at = (bearing_deg: number, nm: number, from = { latitude_deg: 60, longitude_deg: 5 }) => placeAt(from, bearing_deg, nm); // prettier-ignore
    const start = { latitude_deg: 60, longitude_deg: 5 };
    const laid = (...points: (typeof start)[]) => ({ points }) as unknown as LaidLeg;
    const bend = at(90, 5);
    // Along a bent leg its last piece counts, and of the next one its first.
    const on = at(0, 5, bend);
    const next = laid(on, at(45, 3, on), at(200, 3, on));
    expect(turnBetween(laid(start, bend, on), next)).toBeCloseTo(45, 1);
    expect(turnBetween(laid(start, bend), laid(bend, on))).toBeCloseTo(-90, 0);
    expect(turnBetween(laid(start), next)).toBe(0);
    expect(turnBetween(laid(start, bend), laid(bend))).toBe(0);
    expect(turnBetween(laid(bend, at(10, 0.005, bend)), next)).toBe(0);
    expect(turnBetween(laid(start, bend), laid(bend, at(10, 0.005, bend)))).toBe(0);
  });

  test('what is not there is not said: a point before the final fix, more visibility, a minimum on the panel', () => {
    const vor = approachById('xvlb-vor-dme-06');
    const timing = (altitude_ft: number) => {
      const approach = altered(
        vor,
        (a) => (a.minimums = [{ ...a.minimums[0]!, A: { altitude_ft, visibility_sm: 1 } }])
      );
      const day = { ...plainDay(approach, sandling), addOn_ft: 0 };
      return briefItems(approach, approachCard(worldOf(approach), approach, day), day).find(({ id }) => id === 'timing')!.lines.at(-1); // prettier-ignore
    };
    expect(timing(480)).toMatch(
      /^Visual descent point 1\.1 NM before the threshold, \d:\d\d after the final fix$/
    );
    expect(timing(1910)).toMatch(/^Visual descent point 5\.6 NM before the threshold$/);
    const dry = altered(ils, (a) => (a.notes = [{ kind: 'remote altimeter', source: 'Korrin', add_ft: 80, addVisibility_sm: 0 }])); // prettier-ignore
    expect(cardOf(dry, { altimeter: 'remote' }).card.minimum!.because.at(-1)).toBe('altimeter setting of Korrin: 80 ft more'); // prettier-ignore
    const korrin = approachById('xvko-rnav-35');
    const { card } = cardOf(korrin, { speed_kt: 145 });
    expect(briefOnPanel(korrin, card, strangeRadios, { heading_deg: null, altitude_ft: null, minimum_ft: 500 })).not.toHaveProperty('minimum'); // prettier-ignore
  });

  test('without a missed approach point the last fix is it; a curve keeps its radius as an arc does', () => {
    const open = altered(ils, (a) => { delete a.final[3]!.role; a.final[3]!.fix = 'GRIMA'; a.final.splice(2, 1); }); // prettier-ignore
    expect(finalProfile(worldOf(open), open).missedPoint_nm).toBeCloseTo(4.6, 6);
    const rnav = approachById('xvlb-rnav-24');
    const bent = altered(rnav, (a) => (a.fixes.find(({ id }) => id === 'ARKEN')!.at = placeAt(placeNamed(worldOf(a), a, 'ARKEN', ''), 60, 0.6))); // prettier-ignore
    expect(approachProblems(worldOf(bent), bent).map(({ field }) => field)).toContain('transitions.0.legs.2.about'); // prettier-ignore
  });

  test('without transitions the final itself is looked at', () => {
    const alone = altered(ils, (a) => { a.transitions = []; a.minimums.splice(0, 1); a.final[1]!.course_deg = 200; }); // prettier-ignore
    expect(approachProblems(worldOf(ils), alone).map(({ field }) => field)).toEqual(['final.1.course_deg']);
    // What is wrong is shown with its value, where it has one; what is missing has none.
    const lost = altered(ils, (a) => { a.final[1]!.fix = 'NIXIE'; }); // prettier-ignore
    expect(approachProblems(worldOf(lost), lost).find(({ field }) => field === 'final.1.fix')).toMatchObject({ value: 'NIXIE', severity: 'wrong' }); // prettier-ignore
    expect(approachProblems(worldOf(ils), alone)[0]).not.toHaveProperty('value');
  });

  test('drawn: the way to a hold and its round apart; a turn that keeps no limit is only its fix; a fix alone is no way', () => {
    const ways = (change: (copy: Approach) => void) => { const approach = altered(ils, change); return approachPicture(worldOf(approach), approach, 'elska', 90).ways; }; // prettier-ignore
    const hold = ways((a) => a.missed.legs.splice(1, 1)).filter(({ field }) => field === 'missed.legs.1');
    expect(hold.map(({ points }) => points.length > 2)).toEqual([false, true]);
    expect(ways(() => {}).filter(({ field }) => field === 'missed.legs.2')).toHaveLength(1);
    expect(ways(() => {}).some(({ field }) => field === 'transitions.0.legs.0')).toBe(false);
    const turn = ways((a) => (a.transitions[0]!.legs[2] = { type: 'PI', fix: 'VESKA', course_deg: 60, within_nm: 0.5 })); // prettier-ignore
    expect(turn.filter(({ field }) => field === 'transitions.0.legs.2').map(({ points }) => points.length)).toEqual([2]); // prettier-ignore
  });

  test('a plain approach takes a localizer of its runway: within ten degrees of it and three miles', () => {
    const world = worldOf(ils);
    const runway = runwayOf(world, ils);
    const made = (change: (station: { course_deg: number; latitude_deg: number; longitude_deg: number }) => object) =>
      plainApproach({ ...world, stations: world.stations.map((station) => (station.id === 'IVL' ? { ...station, ...change(station as never) } : station)) } as World, runway, ils.variation_deg); // prettier-ignore
    const moved = (nm: number) => made(() => placeAt(runway, 30, nm)).kind;
    const turned = (by_deg: number) => made(() => ({ course_deg: runway.course_deg + by_deg })).kind;
    expect([moved(2.9), moved(3.1), turned(9.5), turned(-9.5), turned(10.5)]).toEqual(['ils', 'lnav', 'ils', 'ils', 'lnav']); // prettier-ignore
    const { missed, final } = made(() => ({}));
    expect(missed.legs[2]!.altitude).toEqual(final[0]!.altitude);
  });

  test('where the wind leaves no heading for an arc it is begun along its tangent', () => {
    const arc = { radius_nm: 10, fromRadial_deg: 90, toRadial_deg: 180, direction: 'clockwise' } as const;
    const { points } = flyArc(arc, 'ten-degree steps', 90, { from_deg: 90, speed_kt: 120 });
    // Four seconds south at 90 kt, and west with the wind.
    expect(points[1]!.north_nm).toBeCloseTo(-0.1, 2);
    expect(points[1]!.east_nm).toBeCloseTo(10 - 120 / 900, 1.5);
  });
});

test('an approach being typed in shows what it can: problems, picture and card each by themselves', () => {
  const whole = approachInMaking(worldOf(ils), ils);
  expect(whole.problems).toEqual([]);
  expect(whole.picture).not.toBeNull();
  expect(whole.card!.minimum!.altitude_ft).toBe(288);
  const broken = approachInMaking(worldOf(ils), altered(ils, (a) => (a.runway = '18'))); // prettier-ignore
  expect(broken.problems[0]).toMatchObject({ field: 'runway', severity: 'wrong' });
  expect([broken.picture, broken.card]).toEqual([null, null]);
  const storm = briefedApproach(worldOf(ils), ils, { ...plainDay(ils, aircraftById('sandling-160')), wind: { from_deg: 240, speed_kt: 120 } }); // prettier-ignore
  expect(storm.card).toBeNull();
  expect(storm.problem).toMatch(/headwind of 120 kt/);
  expect(storm.items).toEqual([]);
  expect(storm.picture.ways.length).toBeGreaterThan(0);
});

test('what is seen at the minimum: cloud, then the line of sight to the threshold or to lights 2,400 ft before it', () => {
  // 200 ft on a path of 3° over 50 ft: 150 ÷ tan 3° = 2,862 ft before the threshold, and 2,869 along the line of sight.
  const minimum = { set_ft: 288, visibility_sm: 0.5 };
  const seen = (outlook: Partial<Outlook>, lights: 'on' | 'out' = 'on') =>
    seenAtMinimum(ils, minimum, lights, { base_ft: 300, visibility_sm: 1, ...outlook });
  expect(seen({})).toEqual({ what: 'the runway', goesOn: true, words: 'The runway was in sight at the minimum (base 300 ft, visibility 1 SM).' }); // prettier-ignore
  const edge = 2869 / 5280;
  expect(seen({ visibility_sm: edge + 0.005 }, 'out').what).toBe('the runway');
  expect(seen({ visibility_sm: edge - 0.005 }, 'out')).toMatchObject({ what: 'nothing', goesOn: false });
  expect(seen({ visibility_sm: 0.5 })).toEqual({ what: 'the approach lights', goesOn: true, words: 'The approach lights were in sight at the minimum (base 300 ft, visibility ½ SM).' }); // prettier-ignore
  // 2,862 − 2,400 = 462 ft along, 200 down: 503 ft.
  expect(seen({ visibility_sm: 0.1 })).toMatchObject({ what: 'the approach lights', goesOn: false, words: expect.stringMatching(/, but less than the ½ SM published\.$/) }); // prettier-ignore
  expect(seen({ visibility_sm: 503 / 5280 - 0.002 }).words).toMatch(/^Nothing was in sight at the minimum/);
  expect(seen({ visibility_sm: 503 / 5280 + 0.002 }).what).toBe('the approach lights');
  expect(seen({ base_ft: 199 }).words).toBe('The minimum lay in cloud (base 199 ft, visibility 1 SM).');
  expect(seen({ base_ft: 200 }).what).toBe('the runway');
  expect(seen({ base_ft: 50, top_ft: 200 }).words).toBe('The minimum lay above a cloud (base 50 ft, visibility 1 SM, top 200 ft).'); // prettier-ignore
  // Below the path's own height over the threshold the threshold is abeam: only the height is left.
  expect(seenAtMinimum(ils, { set_ft: 128, visibility_sm: 0.5 }, 'out', { base_ft: 300, visibility_sm: 0.01 }).what).toBe('the runway'); // prettier-ignore
});

test('a fix is ahead while it lies before the wings and farther than a tenth of a mile', () => {
  const ahead = (radial_deg: number, heading_deg: number, distance_nm = 5) => isFixAhead({ radial_deg, heading_deg, distance_nm }); // prettier-ignore
  // On the radial of 350 the fix lies on 170.
  expect([170, 259, 261, 81, 79, 350].map((heading_deg) => ahead(350, heading_deg))).toEqual([true, true, false, true, false, false]); // prettier-ignore
  expect([ahead(350, 170, 0.11), ahead(350, 170, 0.1)]).toEqual([true, false]);
});

test('a turn of a missed approach the long way round is doubted with how far it goes, where its fix is far enough to tell', () => {
  const rnav = approachById('xvna-rnav-13');
  const turn = (change: (copy: Approach) => void) => approachProblems(worldOf(rnav), altered(rnav, change)).filter(({ field }) => field === 'missed.legs.1.turn').map(({ message }) => message); // prettier-ignore
  expect(turn(() => {})).toEqual([]);
  const [told] = turn((a) => (a.missed.legs[1]!.turn = 'left'));
  const [, other, round] = /^From the climb on 132°, MISTA lies (\d+)° to the other side: a left turn goes (\d+)° round\.$/.exec(told!)!; // prettier-ignore
  expect(Number(other) + Number(round)).toBe(360);
  expect(Number(round)).toBeGreaterThan(270);
  expect(turn((a) => delete a.missed.legs[1]!.turn)).toEqual([]);
  const near = (nm: number) => turn((a) => { a.fixes.push({ id: 'NEARY', at: placeAt(placeNamed(worldOf(a), a, 'RW13', ''), 163, nm) }); a.missed.legs[0]!.altitude = { above_ft: 430 }; a.missed.legs[1] = { ...a.missed.legs[1]!, fix: 'NEARY', turn: 'left' }; }).length; // prettier-ignore
  expect([near(3), near(6)]).toEqual([0, 1]);
});
