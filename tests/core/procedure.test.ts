import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { windVelocity } from '$core/air/wind';
import { normaliseSigned } from '$core/measure/angle';
import { airPath, byCourse } from '$core/procedure/air-path';
import { planReversal, reversalKinds, rollOutWords } from '$core/procedure/course-reversal';
import { arcBank, flyArc, leadRadialRule, planArc } from '$core/procedure/dme-arc';
import {
  holdCircuit,
  holdExtent,
  sideOf,
  solveHold,
  type Hold,
  type HoldAir,
  type HoldSolution
} from '$core/procedure/hold';
import { holdError, holdRules } from '$core/procedure/hold-rules';
import { entryHeading, entryHeadingInWind, entryPath, holdEntry } from '$core/procedure/hold-entry';
import { holdingLimitAt, holdingLimits } from '$core/procedure/holding-limits';
import { planIntercept } from '$core/procedure/intercept';
import { stationTime } from '$core/procedure/station-time';
import { turnRadius } from '$core/air/level-turn';
import { procedureTurnRate } from '$core/procedure/turn';
import { maximumDrift, windTriangle } from '$core/procedure/wind-triangle';
import { airWalk } from './air-walk';
import { even } from './even';

const angle = even(0, 360);
const speed = (low: number, high: number) => even(low, high);

/** Flies a circuit by a solution's heading and time, and times it as a pilot does. */
function flown(hold: Hold, { tas_kt, wind }: HoldAir, s: HoldSolution) {
  const side = sideOf(hold);
  const fix = { north_nm: 0, east_nm: 0, heading_deg: s.inbound.heading_deg };
  const walk = airWalk(fix, tas_kt, wind, procedureTurnRate(tas_kt));
  const byFix = () => byCourse(walk.at, hold.inboundCourse_deg);
  walk.turnTo(side, s.outboundHeading_deg);
  const [wingsLevel_s, wingsLevel] = [walk.at.time_s, byFix()];
  walk.straight(s.outbound_s);
  const [turned_s, turned] = [walk.at.time_s, byFix()];
  walk.turnTo(side, s.inbound.heading_deg);
  const [rollOut_s, rollOut] = [walk.at.time_s, byFix()];
  walk.until(() => byFix().along_nm >= 0);
  const outbound = walk.way.filter(({ time_s }) => time_s >= wingsLevel_s && time_s <= turned_s);
  return {
    rollOutAside_m: rollOut.right_nm * 1852,
    inbound_s: walk.at.time_s - rollOut_s,
    turned_nm: Math.hypot(turned.along_nm, turned.right_nm),
    fixAside_m: byFix().right_nm * 1852,
    circuit_s: walk.at.time_s,
    wingsLevelAlong_nm: wingsLevel.along_nm,
    /** From the moment abeam to the turn inbound; undefined where abeam was passed in the turn. */
    fromAbeam_s: outbound
      .filter((point) => byCourse(point, hold.inboundCourse_deg).along_nm <= 0)
      .map(({ time_s }) => turned_s - time_s)[0],
    extent: walk.way
      .map((point) => byCourse(point, hold.inboundCourse_deg))
      .reduce(
        ([beyond, out, own, other], { along_nm, right_nm }) => [Math.max(beyond!, along_nm), Math.max(out!, -along_nm), Math.max(own!, side * right_nm), Math.max(other!, -side * right_nm)], // prettier-ignore
        [0, 0, 0, 0]
      )
  };
}

describe('holds', () => {
  const timed = fc.record({
    inboundCourse_deg: angle,
    turn: fc.constantFrom('right' as const, 'left' as const),
    leg: fc.constantFrom(60, 90).map((seconds) => ({ kind: 'time' as const, seconds }))
  });
  const byEither = fc.tuple(timed, fc.option(speed(4, 8))).map(([hold, nm]): Hold => (nm === null ? hold : { ...hold, leg: { kind: 'distance', nm } })); // prettier-ignore
  const air = fc.record({
    tas_kt: speed(70, 250),
    wind: fc.record({ from_deg: angle, speed_kt: speed(0, 60) })
  });

  test('the exact solution closes to a tenth of a second and five metres wherever there is one; where none is, it says why', () => {
    let [solved, waited] = [0, 0];
    fc.assert(
      fc.property(timed, air, (hold, conditions) => {
        const s = solveHold(hold, conditions);
        if (s.kind === 'impossible') {
          expect(s.reason.length).toBeGreaterThan(30);
          // Only strong winds leave no pattern.
          expect(conditions.wind.speed_kt / conditions.tas_kt).toBeGreaterThan(0.3);
          return;
        }
        solved += 1;
        const f = flown(hold, conditions, s);
        expect(Math.abs(f.rollOutAside_m)).toBeLessThan(5);
        expect(Math.abs(f.fixAside_m)).toBeLessThan(5);
        expect(Math.abs(f.inbound_s - hold.leg.seconds)).toBeLessThan(0.1);
        expect(Math.abs(s.circuit_s - f.circuit_s)).toBeLessThan(0.2);
        expect(s.turnsAt_nm).toBeCloseTo(f.turned_nm, 2);
        // The clock: at wings level, or abeam where that comes later.
        if (Math.abs(f.wingsLevelAlong_nm) > 0.01) {
          const later = f.wingsLevelAlong_nm > 0 && f.fromAbeam_s !== undefined;
          expect(s.timedFrom).toBe(later ? 'abeam' : 'wings level');
          expect(Math.abs(s.timed_s - (later ? f.fromAbeam_s! : s.outbound_s))).toBeLessThan(0.25);
          if (later) waited += 1;
        }
        const extent = holdExtent(holdCircuit(hold, conditions, s), hold);
        [extent.beyond_nm, extent.out_nm, extent.holdingSide_nm, extent.otherSide_nm].forEach((nm, i) =>
          expect(Math.abs(nm - f.extent[i]!), `${i}`).toBeLessThan(0.02)
        );
        if (s.multiple !== null)
          expect(s.multiple * s.inbound.windCorrectionAngle_deg).toBeCloseTo(-s.outboundCorrection_deg, 9);
      }),
      { numRuns: 60 }
    );
    expect(solved).toBeGreaterThan(30);
    expect(waited).toBeGreaterThan(3);
  });

  test('the bank a rule allows makes the turns: still-air circuits take their textbook times', () => {
    const hold = {
      inboundCourse_deg: 270,
      turn: 'right' as const,
      leg: { kind: 'time' as const, seconds: 60 }
    };
    for (const { bank_deg } of holdingLimits)
      for (const tas_kt of [90, 150, 230]) {
        // ω = g·tan φ / V, with g = 9.80665 m/s² and a knot of 1852/3600 m/s; never more than 3°/s.
        const free =
          ((9.80665 * Math.tan((bank_deg * Math.PI) / 180)) / ((tas_kt * 1852) / 3600)) * (180 / Math.PI);
        const solution = solveHold(hold, {
          tas_kt,
          wind: { from_deg: 0, speed_kt: 0 },
          bankLimit_deg: bank_deg
        });
        if (solution.kind !== 'solved') throw new Error(solution.reason);
        expect(solution.turnRate_degps).toBeCloseTo(Math.min(3, free), 6);
        expect(solution.circuit_s).toBeCloseTo(120 + 360 / Math.min(3, free), 3);
      }
    expect(holdingLimits.map(({ id, bank_deg }) => [id, bank_deg])).toEqual([
      ['faa', 30],
      ['icao', 25]
    ]);
  });

  test('a leg by distance turns at that distance and rolls out on the course', () => {
    fc.assert(
      fc.property(
        timed,
        fc.record({ tas_kt: speed(80, 200), wind: fc.record({ from_deg: angle, speed_kt: speed(0, 30) }) }),
        speed(2, 8),
        (base, conditions, nm) => {
          const hold: Hold = { ...base, leg: { kind: 'distance', nm } };
          const s = solveHold(hold, conditions);
          if (s.kind === 'impossible') return;
          const f = flown(hold, conditions, s);
          expect(f.turned_nm).toBeCloseTo(nm, 2);
          expect(Math.abs(f.rollOutAside_m)).toBeLessThan(10);
          expect(Math.abs(s.circuit_s - f.circuit_s)).toBeLessThan(0.2);
          expect(Math.abs(s.inbound_s - f.inbound_s)).toBeLessThan(0.2);
          expect(Math.min(s.inbound_s, s.outbound_s, s.timed_s)).toBeGreaterThan(0);
        }
      ),
      { numRuns: 40 }
    );
    // Without wind the leg is parallel to the course, and a diameter of the turns beside it.
    const still = { tas_kt: 120, wind: { from_deg: 0, speed_kt: 0 } };
    const inNoWind = (nm: number) => solveHold({ inboundCourse_deg: 40, turn: 'left', leg: { kind: 'distance', nm } }, still); // prettier-ignore
    expect(inNoWind(5)).toMatchObject({
      outboundHeading_deg: expect.closeTo(220, 3),
      outbound_s: expect.closeTo(Math.sqrt(25 - (2 * turnRadius(120, 3)) ** 2) * 30, 2)
    });
    expect(inNoWind(0.8)).toMatchObject({ kind: 'impossible', reason: expect.stringMatching(/at 0.8 NM; the turns and the wind need more room/) }); // prettier-ignore
    // Round and round over the fix is no hold.
    expect(inNoWind(1.2)).toMatchObject({ kind: 'impossible', reason: expect.stringMatching(/need more room/) }); // prettier-ignore
    expect(inNoWind(1.4).kind).toBe('solved');
  });

  test('what a rule of thumb leaves is what comes of flying it', () => {
    fc.assert(
      fc.property(timed, fc.record({ tas_kt: speed(80, 200), wind: fc.record({ from_deg: angle, speed_kt: speed(0, 25) }) }), (hold, conditions) => {
        const s = solveHold(hold, conditions);
        if (s.kind === 'impossible') throw new Error(s.reason);
        const { windCorrectionAngle_deg, headwind_kt } = s.inbound;
        const bySecond_s = Math.max(0, hold.leg.seconds - headwind_kt);
        const due: [number, number][] = [[3, bySecond_s], [2, bySecond_s], [3, s.outbound_s], [0, hold.leg.seconds]];
        const rules = holdRules(hold, conditions, s);
        expect(rules).toHaveLength(4);
        rules.forEach(({ error }, i) => {
          const [multiple, outbound_s] = due[i]!;
          const outboundHeading_deg = hold.inboundCourse_deg + 180 - multiple * windCorrectionAngle_deg;
          const f = flown(hold, conditions, { ...s, outboundHeading_deg, outbound_s });
          expect(Math.abs(error.aside_m - f.rollOutAside_m)).toBeLessThan(6);
          if (f.inbound_s > 1) expect(Math.abs(error.inbound_s - (f.inbound_s - hold.leg.seconds))).toBeLessThan(0.3);
        });
      }),
      { numRuns: 25 }
    ); // prettier-ignore
    const s = solveHold({ inboundCourse_deg: 40, turn: 'left', leg: { kind: 'distance', nm: 4 } }, { tas_kt: 120, wind: { from_deg: 0, speed_kt: 0 } }) as HoldSolution; // prettier-ignore
    expect(holdRules({ inboundCourse_deg: 40, turn: 'left', leg: { kind: 'distance', nm: 4 } }, { tas_kt: 120, wind: { from_deg: 0, speed_kt: 0 } }, s)).toEqual([]); // prettier-ignore
  });

  test('left is right in a mirror, and the whole figure turns with its course and wind', () => {
    fc.assert(
      fc.property(byEither, air, angle, (hold, conditions, by) => {
        const s = solveHold(hold, conditions);
        const mirrored = solveHold(
          {
            ...hold,
            turn: hold.turn === 'right' ? 'left' : 'right',
            inboundCourse_deg: 360 - hold.inboundCourse_deg
          },
          { ...conditions, wind: { ...conditions.wind, from_deg: 360 - conditions.wind.from_deg } }
        );
        const turned = solveHold(
          { ...hold, inboundCourse_deg: hold.inboundCourse_deg + by },
          { ...conditions, wind: { ...conditions.wind, from_deg: conditions.wind.from_deg + by } }
        );
        expect([mirrored.kind, turned.kind]).toEqual([s.kind, s.kind]);
        if (s.kind === 'impossible' || mirrored.kind === 'impossible' || turned.kind === 'impossible') return;
        expect(mirrored.outbound_s).toBeCloseTo(s.outbound_s, 3);
        expect(mirrored.outboundCorrection_deg).toBeCloseTo(-s.outboundCorrection_deg, 3);
        expect(turned.outbound_s).toBeCloseTo(s.outbound_s, 3);
        expect(turned.outboundCorrection_deg).toBeCloseTo(s.outboundCorrection_deg, 3);
      }),
      { numRuns: 80 }
    );
  });

  // Along the course the outbound time is 60(V − 3h)/(V + h); across it the right multiple tends to 1 + 120/t for small winds.
  const east: Hold = { inboundCourse_deg: 270, turn: 'right', leg: { kind: 'time', seconds: 60 } };
  test.each([
    [20, 20],
    [-20, 120],
    [0, 60],
    [30, 60 * (10 / 130)]
  ])('a headwind of %i kt inbound at 100 kt: %f s outbound', (headwind, seconds) => {
    const wind = { from_deg: headwind >= 0 ? 270 : 90, speed_kt: Math.abs(headwind) };
    const s = solveHold(east, { tas_kt: 100, wind }) as HoldSolution;
    expect(s.outbound_s).toBeCloseTo(seconds, 9);
    expect(s.inbound_s).toBeCloseTo(60, 9);
  });
  test('a pure crosswind asks for about three times the correction at a minute, and beyond a third of the airspeed ahead nothing closes', () => {
    const s = solveHold(east, { tas_kt: 100, wind: { from_deg: 360, speed_kt: 2 } }) as HoldSolution;
    expect(s.multiple!).toBeCloseTo(1 + 120 / s.outbound_s, 1);
    expect(
      holdRules(east, { tas_kt: 100, wind: { from_deg: 360, speed_kt: 2 } }, s)[0]!.error.overshot_m
    ).toBeCloseTo(0, -1);
    expect(solveHold(east, { tas_kt: 100, wind: { from_deg: 270, speed_kt: 34 } })).toMatchObject({
      kind: 'impossible',
      reason: expect.stringMatching(/third of the airspeed/)
    });
    expect(solveHold(east, { tas_kt: 100, wind: { from_deg: 360, speed_kt: 120 } })).toMatchObject({
      kind: 'impossible',
      reason: expect.stringMatching(/crosswind of 120 kt/)
    });
    // From behind inbound the course can be held, but what is faster than the airplane takes it away.
    expect(solveHold(east, { tas_kt: 60, wind: { from_deg: 90, speed_kt: 66 } })).toMatchObject({ kind: 'impossible', reason: 'a wind of 66 kt carries the airplane away at 60 kt' }); // prettier-ignore
  });
  test('in still air every rule is exact and the pattern stays on its side', () => {
    const still = { tas_kt: 90, wind: { from_deg: 0, speed_kt: 0 } };
    const s = solveHold(east, still) as HoldSolution;
    for (const { error } of holdRules(east, still, s))
      expect([error.inbound_s, error.overshot_m].every((e) => Math.abs(e) < 1e-6)).toBe(true);
    const extent = holdExtent(holdCircuit(east, still, s), east);
    expect(extent.otherSide_nm).toBeLessThan(1e-6);
    expect(extent.holdingSide_nm).toBeCloseTo(2 * turnRadius(90, 3), 2);
  });
});

test('laid off ten degrees away from the course, a minute comes out so far short of it, on either side', () => {
  for (const turn of ['right', 'left'] as const) {
    const hold = { inboundCourse_deg: 90, turn, leg: { kind: 'time' as const, seconds: 60 } };
    const air = { tas_kt: 90, wind: { from_deg: 0, speed_kt: 0 } };
    const inbound = windTriangle(90, 90, air.wind);
    if (inbound.kind === 'impossible') throw new Error(inbound.reason);
    const side = turn === 'right' ? 1 : -1;
    // Ten degrees less turned, and the leg leads away from the course, which lies on the side of the turns.
    const { overshot_m, aside_m } = holdError(hold, air, 270 - 10 * side, 60, inbound);
    // 1.5 NM × sin 10°, in metres.
    expect(overshot_m).toBeLessThan(-400);
    expect(overshot_m).toBeGreaterThan(-560);
    expect(aside_m).toBeCloseTo(-side * overshot_m, 6);
  }
});

describe('hold entries', () => {
  const east = { inboundCourse_deg: 90, turn: 'right' as const };
  // O = 270; r = O − heading for right turns.
  test.each([
    [90, 'direct'],
    [270, 'teardrop'],
    [240, 'teardrop'],
    [201, 'teardrop'],
    [199, 'direct'],
    [300, 'parallel'],
    [19, 'parallel'],
    [21, 'direct']
  ])('arriving on %i: %s', (heading, entry) => {
    expect(holdEntry(east, heading).entry).toBe(entry);
  });

  test('the sectors are 70, 110 and 180 degrees, mirrored for left turns, with either entry within 5° of a boundary', () => {
    const count = { direct: 0, teardrop: 0, parallel: 0 };
    for (let h = 0.5; h < 360; h++) count[holdEntry(east, h).entry] += 1;
    expect(count).toEqual({ direct: 180, teardrop: 70, parallel: 110 });
    fc.assert(
      fc.property(angle, angle, (course, heading) => {
        const right = holdEntry({ inboundCourse_deg: course, turn: 'right' }, heading);
        const left = holdEntry({ inboundCourse_deg: 360 - course, turn: 'left' }, 360 - heading);
        expect(normaliseSigned(left.relative_deg - right.relative_deg)).toBeCloseTo(0, 9);
        // On a boundary itself the last bit decides.
        const at = (boundary: number) => Math.abs(right.relative_deg - boundary) < 1e-6;
        if (![0, 70, -110].some(at)) expect(left.entry).toBe(right.entry);
        const edge = Math.min(...[0, 70, -110].map((at) => Math.abs(right.relative_deg - at)));
        if (Math.abs(edge - 5) > 1e-6) expect(right.alternative !== null).toBe(edge <= 5);
        // The entry of the other side of that boundary.
        if (right.alternative) {
          const across = [0, 70, -110].find((at) => Math.abs(right.relative_deg - at) <= 5)!;
          const other = 2 * across - right.relative_deg;
          if (Math.abs(other - across) > 1e-6)
            expect(holdEntry({ inboundCourse_deg: course, turn: 'right' }, course + 180 - other).entry).toBe(
              right.alternative
            );
        }
      })
    );
  });

  test('every entry, flown in wind, comes back over the fix inbound, near the course', () => {
    const hold: Hold = { inboundCourse_deg: 90, turn: 'right', leg: { kind: 'time', seconds: 60 } };
    const air = { tas_kt: 100, wind: { from_deg: 150, speed_kt: 12 } };
    const s = solveHold(hold, air) as HoldSolution;
    for (let heading = 0; heading < 360; heading += 15) {
      const { entry } = holdEntry(hold, heading);
      const path = entryPath(hold, air, s, entry, heading);
      const end = byCourse(path.points.at(-1)!, 90);
      expect(Math.abs(end.along_nm), `${heading} ${entry}`).toBeLessThan(0.02);
      expect(Math.abs(end.right_nm), `${heading} ${entry}`).toBeLessThan(0.35);
      expect(path.steps.reduce((sum, step) => sum + step.seconds, 0)).toBeCloseTo(path.total_s, 1);
      expect(path.total_s).toBeLessThan(330);
    }
    expect(entryHeading(hold, 'teardrop')).toBe(240);
    expect(entryHeading(hold, 'parallel')).toBe(270);
    expect(entryHeading(hold, 'direct')).toBeNull();
    // In the wind a parallel leg holds the outbound course as any course is held; a teardrop is laid off by as much.
    const out = windTriangle(270, 100, air.wind);
    if (out.kind === 'impossible') throw new Error(out.reason);
    expect(entryHeadingInWind(hold, 'parallel', s)).toBeCloseTo(out.heading_deg, 6);
    expect(entryHeadingInWind(hold, 'teardrop', s)).toBeCloseTo(out.heading_deg - 30, 6);
    expect(entryHeadingInWind(hold, 'direct', s)).toBeNull();
  });

  test('an entry read out: which way it turns, on to what, and no step that takes no time', () => {
    const still = { tas_kt: 100, wind: { from_deg: 0, speed_kt: 0 } };
    const read = (turn: 'right' | 'left', heading: number) => {
      const hold: Hold = { inboundCourse_deg: 90, turn, leg: { kind: 'time', seconds: 60 } };
      const s = solveHold(hold, still) as HoldSolution;
      const { steps } = entryPath(hold, still, s, holdEntry(hold, heading).entry, heading);
      expect(Math.min(...steps.map(({ seconds }) => seconds))).toBeGreaterThan(0.05);
      return steps.slice(0, 2).map(({ words, seconds }) => `${words} ${Math.round(seconds)}`);
    };
    // Direct: half round at standard rate, and its minute.
    expect(read('right', 90)).toEqual(['turn right to 270° 60', 'outbound 60']);
    expect(read('left', 90)).toEqual(['turn left to 270° 60', 'outbound 60']);
    // Teardrop: outbound less thirty to the side of the hold, by the shorter way; parallel: outbound itself.
    expect(read('right', 270)).toEqual(['turn left to 240° 10', 'hold 240° 60']);
    expect(read('left', 270)).toEqual(['turn right to 300° 10', 'hold 300° 60']);
    expect(read('right', 300)).toEqual(['turn left to 270° 10', 'hold 270° 60']);
    expect(read('right', 240)[0]).toBe('hold 240° 60');
  });

  test('speed limits are data by height', () => {
    const faa = holdingLimits.find((set) => set.id === 'faa')!;
    expect([5000, 6000, 6001, 14000, 20000].map((ft) => holdingLimitAt(faa, ft)!.ias_kt)).toEqual([
      200, 200, 230, 230, 265
    ]);
  });
});

describe('an arc in the wind', () => {
  const arc = { radius_nm: 10, fromRadial_deg: 0, toRadial_deg: 90, direction: 'clockwise' } as const;
  const mirrored = { ...arc, fromRadial_deg: 90, toRadial_deg: 0, direction: 'counter-clockwise' } as const;

  test('one shallow bank is a circle in the air, carried along with it: how far inside and outside follows from that alone', () => {
    for (const from_deg of [20, 135, 200, 290]) {
      const wind = { from_deg, speed_kt: 20 };
      const { north, east } = windVelocity(wind);
      const tas_kt = 120;
      const triangle = windTriangle(90, tas_kt, wind);
      if (triangle.kind === 'impossible') throw new Error(triangle.reason);
      // Begun on the radial with the drift allowed for, the bank is that of ten miles in still air.
      const radians = (angle: number) => (angle * Math.PI) / 180;
      const omega = tas_kt / 3600 / 10;
      let [inside, outside] = [0, 0];
      for (let t = 0; t < 900; t++) {
        const heading = radians(triangle.heading_deg) + omega * t;
        const start = radians(triangle.heading_deg);
        const n = 10 + 10 * (Math.sin(heading) - Math.sin(start)) + (north * t) / 3600;
        const e = 10 * (Math.cos(start) - Math.cos(heading)) + (east * t) / 3600;
        if (Math.atan2(e, n) >= Math.PI / 2) break;
        inside = Math.max(inside, 10 - Math.hypot(n, e));
        outside = Math.max(outside, Math.hypot(n, e) - 10);
      }
      const flown = flyArc(arc, 'continuous bank', tas_kt, wind);
      expect(Math.abs(flown.inside_nm - inside), `${from_deg}`).toBeLessThan(0.03);
      expect(Math.abs(flown.outside_nm - outside), `${from_deg}`).toBeLessThan(0.03);
      // Round the other way in the mirrored wind it is the same.
      const other = flyArc(mirrored, 'continuous bank', tas_kt, { from_deg: 90 - from_deg, speed_kt: 20 });
      expect(other.inside_nm).toBeCloseTo(flown.inside_nm, 2);
      expect(other.outside_nm).toBeCloseTo(flown.outside_nm, 2);
    }
  });

  test('blown back over its first radial it is not once round; all the way round it ends', () => {
    // So strong from ahead that the first steps lead backward.
    const back = flyArc(arc, 'continuous bank', 60, { from_deg: 90, speed_kt: 66 });
    expect(back.points.length).toBeGreaterThan(1);
    const round = flyArc({ ...arc, toRadial_deg: 359 }, 'ten-degree steps', 120, {
      from_deg: 0,
      speed_kt: 0
    });
    // 2π × 10 NM at two miles a minute, a point each four seconds.
    expect(round.points.length).toBeGreaterThan(460);
    expect(round.points.length).toBeLessThan(480);
  });
});

describe('a path through the air', () => {
  const path = (heading_deg = 90) => airPath({ north_nm: 1, east_nm: 2, heading_deg }, 120, { from_deg: 0, speed_kt: 30 }, 3); // prettier-ignore

  test('turns the way it is told, all the way round where that is meant, and not at all onto a heading that is held', () => {
    fc.assert(
      fc.property(angle, angle, fc.constantFrom(1 as const, -1 as const), (from, to, direction) => {
        const walk = airWalk({ north_nm: 1, east_nm: 2, heading_deg: from }, 120, { from_deg: 0, speed_kt: 30 }, 3).turnTo(direction, to); // prettier-ignore
        const { points, here } = path(from).turn(direction, to);
        expect(Math.hypot(here().north_nm - walk.at.north_nm, here().east_nm - walk.at.east_nm)).toBeLessThan(0.002); // prettier-ignore
        expect(Math.abs(here().time_s - walk.at.time_s)).toBeLessThan(0.02);
        expect(Math.abs(normaliseSigned(here().heading_deg - to))).toBeLessThan(1e-6);
        // Drawn finely, each moment once.
        points.slice(1).forEach(({ time_s }, i) => {
          expect(time_s - points[i]!.time_s).toBeGreaterThan(0);
          expect(time_s - points[i]!.time_s).toBeLessThanOrEqual(2 + 1e-9);
        });
      }),
      { numRuns: 30 }
    );
    expect(path(90).turn(1, 90).points).toHaveLength(1);
    expect(path(90).turn(-1, 450).points).toHaveLength(1);
    expect(path(90).turn(1, 90 - 1e-10).points).toHaveLength(1);
  });

  test('goes straight on until something is so, to the moment; no longer than its limit', () => {
    const east = path().until(({ east_nm }) => east_nm >= 3, 60);
    // A mile at two a minute, thirty knots drift south.
    expect(east.here()).toMatchObject({ time_s: expect.closeTo(30, 6), east_nm: expect.closeTo(3, 6), north_nm: expect.closeTo(0.75, 6) }); // prettier-ignore
    expect(
      path()
        .until(({ east_nm }) => east_nm >= 3, 30)
        .here().time_s
    ).toBeCloseTo(30, 6);
    expect(path().until(() => false, 12).here()).toMatchObject({ time_s: 12, east_nm: expect.closeTo(2.4, 9) }); // prettier-ignore
    expect(
      path()
        .until(({ time_s }) => time_s >= 0.1, 12)
        .here().time_s
    ).toBeCloseTo(0.1, 6);
    expect(path().straight(0).points).toHaveLength(1);
    expect(path().straight(-5).points).toHaveLength(1);
  });
});

describe('wind, intercepts, time to the station', () => {
  test('the lead of an intercept is by the turn over the ground: radius times one less its cosine', () => {
    const wind = { from_deg: 0, speed_kt: 0 };
    for (const [course, crossTrack_nm] of [
      [350, 3],
      [10, -3],
      [180, 3]
    ] as const) {
      const plan = planIntercept({ course_deg: course, crossTrack_nm, angle_deg: 60 }, 120, wind);
      if (plan.kind === 'impossible') throw new Error(plan.reason);
      expect(plan.leadTurn_nm).toBeCloseTo((120 / 60 / Math.PI) * (1 - Math.cos(Math.PI / 3)), 3);
    }
  });

  test('the triangle closes: heading and airspeed with the wind make the course and groundspeed', () => {
    fc.assert(
      fc.property(angle, speed(60, 300), angle, speed(0, 50), (course, tas_kt, from_deg, speed_kt) => {
        const t = windTriangle(course, tas_kt, { from_deg, speed_kt });
        if (t.kind === 'impossible') return;
        const air = windVelocity({ from_deg, speed_kt });
        const h = (t.heading_deg * Math.PI) / 180;
        const [north, east] = [tas_kt * Math.cos(h) + air.north, tas_kt * Math.sin(h) + air.east];
        const made = byCourse({ north_nm: north, east_nm: east }, course);
        expect(made.along_nm).toBeCloseTo(t.groundspeed_kt, 6);
        expect(made.right_nm).toBeCloseTo(0, 6);
        expect(Math.abs(t.windCorrectionAngle_deg)).toBeLessThanOrEqual(
          maximumDrift(tas_kt, speed_kt).exact_deg + 1e-9
        );
      })
    );
    expect(maximumDrift(100, 50)).toEqual({ exact_deg: expect.closeTo(30, 9), rule_deg: 30 });
    expect([100, 120].map((wind_kt) => maximumDrift(100, wind_kt).exact_deg)).toEqual([90, 90]);
    expect(windTriangle(0, 90, { from_deg: 90, speed_kt: 95 })).toMatchObject({
      kind: 'impossible',
      reason: expect.stringMatching(/crosswind of 95 kt/)
    });
    expect(windTriangle(0, 90, { from_deg: 0, speed_kt: 95 })).toMatchObject({
      kind: 'impossible',
      reason: expect.stringMatching(/headwind/)
    });
  });

  test('an intercept reaches the course when it says; steeper is sooner, and wind can forbid it', () => {
    const still = { from_deg: 0, speed_kt: 0 };
    const plan = (angle_deg: number, crossTrack_nm = -2) =>
      planIntercept({ course_deg: 90, crossTrack_nm, angle_deg }, 120, still);
    expect(plan(90)).toMatchObject({
      heading_deg: 180,
      time_s: expect.closeTo(60, 6),
      along_nm: expect.closeTo(0, 6)
    });
    expect(plan(30)).toMatchObject({
      heading_deg: 120,
      time_s: expect.closeTo(120, 6),
      along_nm: expect.closeTo(2 * Math.sqrt(3), 6)
    });
    expect(plan(30, 2)).toMatchObject({ heading_deg: 60 });
    expect(
      planIntercept({ course_deg: 90, crossTrack_nm: -2, angle_deg: 20 }, 90, { from_deg: 180, speed_kt: 40 })
    ).toMatchObject({ kind: 'impossible' });
  });

  test('time and distance to a station: the rule beside the truth', () => {
    const t = stationTime(2, 10, 120);
    expect(t).toMatchObject({ rule_min: 12, rule_nm: 24 });
    expect(t.exact_nm).toBeCloseTo(4 / Math.tan(Math.PI / 18), 9);
    expect(t.exact_min).toBeCloseTo(2 / Math.tan(Math.PI / 18), 9);
    // With another speed over the ground the way is longer, the time is not.
    expect(stationTime(2, 10, 120, 150)).toMatchObject({ rule_nm: 24, exact_nm: expect.closeTo(t.exact_nm * 1.25, 9), exact_min: expect.closeTo(t.exact_min, 9) }); // prettier-ignore
  });
});

describe('arcs and reversals', () => {
  const arc = { radius_nm: 10, fromRadial_deg: 350, toRadial_deg: 80, direction: 'clockwise' as const };
  test('an arc in still air: square to the radials, length and time by hand, lead by a half per cent', () => {
    const p = planArc(arc, 120, { from_deg: 0, speed_kt: 0 });
    if (p.kind === 'impossible') throw new Error(p.reason);
    expect(p.radials.map((r) => Math.round(r.heading_deg))).toEqual([
      80, 90, 100, 110, 120, 130, 140, 150, 160, 170
    ]);
    expect(p.length_nm).toBeCloseTo(5 * Math.PI, 9);
    expect(p.time_s).toBeCloseTo((5 * Math.PI * 3600) / 120, 6);
    // The circles that touch, in closed form (domain notes, section 10), with r = 120/188.5 NM.
    const r = 120 / 3600 / ((3 * Math.PI) / 180);
    expect(p.leadOnInbound_nm).toBeCloseTo(Math.sqrt(100 + 20 * r) - 10, 3);
    expect(p.leadOnOutbound_nm).toBeCloseTo(10 - Math.sqrt(100 - 20 * r), 3);
    expect(p.leadOut_deg).toBeCloseTo((Math.asin(r / (10 - r)) * 180) / Math.PI, 3);
    expect(p.leadOnRule_nm).toBeCloseTo(0.6, 9);
    expect(leadRadialRule(10, 120, 3)).toBeCloseTo(57.3 * (120 / 188.5 / 10), 2);
    expect(p.leadRadial_deg).toBeCloseTo(80 - p.leadOut_deg, 9);
  });

  test('in a wind the leads are flown: the turn begun there touches the arc, or comes out on the radial', () => {
    fc.assert(
      fc.property(
        speed(5, 20),
        angle,
        fc.constantFrom('clockwise' as const, 'counter-clockwise' as const),
        speed(80, 180),
        fc.record({ from_deg: angle, speed_kt: speed(0, 30) }),
        (radius_nm, fromRadial_deg, direction, tas_kt, wind) => {
          const side = direction === 'clockwise' ? 1 : -1;
          const toRadial_deg = fromRadial_deg + side * 90;
          const p = planArc({ radius_nm, fromRadial_deg, toRadial_deg, direction }, tas_kt, wind);
          if (p.kind === 'impossible') throw new Error(p.reason);
          const on = (radial_deg: number, distance_nm: number, heading_deg: number) =>
            airWalk(
              {
                north_nm: distance_nm * Math.cos((radial_deg * Math.PI) / 180),
                east_nm: distance_nm * Math.sin((radial_deg * Math.PI) / 180),
                heading_deg
              },
              tas_kt,
              wind,
              procedureTurnRate(tas_kt)
            );
          const along = (course_deg: number) => {
            const triangle = windTriangle(course_deg, tas_kt, wind);
            return triangle.kind === 'impossible' ? NaN : triangle.heading_deg;
          };
          const distances = ({ way }: ReturnType<typeof airWalk>) => way.map(({ north_nm, east_nm }) => Math.hypot(north_nm, east_nm)); // prettier-ignore
          const inbound = along(fromRadial_deg + 180);
          const fromOutside = on(fromRadial_deg, radius_nm + p.leadOnInbound_nm, inbound).turnTo(side === 1 ? -1 : 1, inbound - side * 170); // prettier-ignore
          expect(Math.abs(Math.min(...distances(fromOutside)) - radius_nm)).toBeLessThan(0.01);
          const outbound = along(fromRadial_deg);
          const fromInside = on(fromRadial_deg, radius_nm - p.leadOnOutbound_nm, outbound).turnTo(side, outbound + side * 170); // prettier-ignore
          expect(Math.abs(Math.max(...distances(fromInside)) - radius_nm)).toBeLessThan(0.01);
          const off = on(p.leadRadial_deg, radius_nm, along(p.leadRadial_deg + side * 90)).turnTo(side, along(toRadial_deg + 180)); // prettier-ignore
          expect(Math.abs(byCourse(off.at, toRadial_deg + 180).right_nm)).toBeLessThan(0.01);
          // Round the arc a degree at a time, each by its own triangle.
          let time_s = 0;
          for (let at = 0.5; at < 90; at++) {
            const course_deg = fromRadial_deg + side * (at + 90);
            const nose = (along(course_deg) * Math.PI) / 180;
            const { north, east } = windVelocity(wind);
            const made = byCourse({ north_nm: tas_kt * Math.cos(nose) + north, east_nm: tas_kt * Math.sin(nose) + east }, course_deg); // prettier-ignore
            time_s += (((Math.PI / 180) * radius_nm) / made.along_nm) * 3600;
          }
          expect(Math.abs(p.time_s / time_s - 1)).toBeLessThan(0.002);
          // The bearing of the station by the nose, from its wing tip.
          for (const { radial_deg, heading_deg, pointerAhead_deg } of p.radials)
            expect(pointerAhead_deg).toBeCloseTo(90 - Math.abs(normaliseSigned(radial_deg + 180 - heading_deg)), 6); // prettier-ignore
        }
      ),
      { numRuns: 25 }
    );
  });

  test('an arc that cannot be flown in the wind says so, wherever on the way it cannot', () => {
    const strong = (from_deg: number) => planArc(arc, 60, { from_deg, speed_kt: 70 });
    for (let from_deg = 0; from_deg < 360; from_deg += 30)
      expect(strong(from_deg)).toMatchObject({ kind: 'impossible', reason: expect.stringMatching(/kt/) });
    // A wind as fast as the airplane that blows from the arc's way on leaves its way back alone.
    expect(planArc({ ...arc, toRadial_deg: 20 }, 60, { from_deg: 275, speed_kt: 58 }).kind).toBe('planned');
  });

  test('the pointer is kept ahead of the wing tip where the wind blows outward, behind where it blows inward', () => {
    for (const direction of ['clockwise', 'counter-clockwise'] as const) {
      const p = planArc(
        { ...arc, fromRadial_deg: 0, toRadial_deg: direction === 'clockwise' ? 359 : 1, direction },
        100,
        { from_deg: 180, speed_kt: 20 }
      );
      if (p.kind === 'impossible') throw new Error(p.reason);
      // The wind blows north: outward north of the station, inward south of it.
      for (const r of p.radials) {
        const outward = Math.cos((r.radial_deg * Math.PI) / 180);
        if (Math.abs(outward) > 0.2)
          expect(Math.sign(r.pointerAhead_deg), `${direction} ${r.radial_deg}`).toBe(Math.sign(outward));
      }
    }
  });

  test('both schools leave what they leave: steps stay close in any wind, a still-air bank only without one', () => {
    const error = (school: 'ten-degree steps' | 'continuous bank', speed_kt: number) => {
      const { inside_nm, outside_nm } = flyArc(arc, school, 100, { from_deg: 300, speed_kt });
      return Math.max(inside_nm, outside_nm);
    };
    expect(error('ten-degree steps', 0)).toBeLessThan(0.1);
    expect(error('ten-degree steps', 25)).toBeLessThan(0.12);
    expect(error('continuous bank', 0)).toBeLessThan(0.02);
    expect(error('continuous bank', 25)).toBeGreaterThan(0.5);
  });

  test.each(reversalKinds)('%s: just within its limit in any wind, rolled out on the course', (kind) => {
    fc.assert(
      fc.property(
        angle,
        fc.constantFrom('left' as const, 'right' as const),
        angle,
        speed(0, 25),
        (inboundCourse_deg, side, from_deg, speed_kt) => {
          const p = planReversal({ kind, inboundCourse_deg, side, within_nm: 10 }, 100, {
            from_deg,
            speed_kt
          });
          if (p.kind === 'impossible') throw new Error(p.reason);
          // What takes no time to speak of is no step.
          const said_s = p.steps.reduce((sum, { seconds }) => sum + seconds, 0);
          expect(Math.abs(p.points.at(-1)!.time_s - said_s)).toBeLessThan(0.1);
          expect(p.steps.every(({ seconds }) => seconds > 0.05)).toBe(true);
          expect(p.farthest_nm).toBeLessThanOrEqual(10 + 1e-6);
          expect(p.farthest_nm).toBeGreaterThan(9.98);
          expect(Math.abs(p.aside_nm)).toBeLessThan(0.5);
          expect(p.left_nm).toBeCloseTo(-byCourse(p.points.at(-1)!, inboundCourse_deg).along_nm, 9);
          expect(normaliseSigned(p.points.at(-1)!.heading_deg - inboundCourse_deg)).toBeLessThan(20);
        }
      ),
      { numRuns: 25 }
    );
    // In still air the rule knows all there is to know, but for where a turn leads aside.
    const still = planReversal({ kind, inboundCourse_deg: 90, side: 'left', within_nm: 10 }, 100, { from_deg: 0, speed_kt: 0 }); // prettier-ignore
    expect(Math.abs(still.kind === 'planned' ? still.ruleOutbound_s - still.outbound_s : NaN)).toBeLessThan(
      3
    );
    expect(
      planReversal({ kind, inboundCourse_deg: 90, side: 'left', within_nm: 1 }, 150, {
        from_deg: 0,
        speed_kt: 0
      })
    ).toMatchObject({ kind: 'impossible' });
  });
});

test('the bank of a still-air arc is that of a circle of its radius: tan φ = V² ÷ (g R)', () => {
  for (const [radius_nm, tas_kt] of [[10, 120], [3, 90], [15, 240]] as const) {
    const speed_mps = (tas_kt * 1852) / 3600;
    const due = (Math.atan(speed_mps ** 2 / (9.80665 * radius_nm * 1852)) * 180) / Math.PI;
    expect(arcBank(radius_nm, tas_kt)).toBeCloseTo(due, 6);
  } // prettier-ignore
});

test('where a reversal comes out, said as it is; too near the fix or too far aside the course is not joined', () => {
  const said = (left_nm: number, aside_nm: number) => rollOutWords({ left_nm, aside_nm });
  expect(said(4.24, 0.02)).toEqual({ words: '4.2 NM before the fix, on the course', joins: true });
  expect(said(0.5, -0.3)).toEqual({ words: '0.5 NM before the fix, 0.3 NM left of the course', joins: true });
  expect(said(2, 0.4)).toEqual({ words: '2.0 NM before the fix, 0.4 NM right of the course', joins: false });
  expect(said(0.45, 0)).toMatchObject({ joins: false });
  expect([said(0.02, 0).words, said(-0.6, 0).words]).toEqual(['at the fix, on the course', '0.6 NM past the fix, on the course']); // prettier-ignore
  // Thirty knots across at 75: seven miles do for a racetrack into the wind, four and a half do not.
  const racetrack = (within_nm: number) => planReversal({ kind: 'racetrack', inboundCourse_deg: 0, side: 'right', within_nm }, 75, { from_deg: 134, speed_kt: 32 }); // prettier-ignore
  const joins = (within_nm: number) => {
    const plan = racetrack(within_nm);
    if (plan.kind === 'impossible') throw new Error(plan.reason);
    return rollOutWords(plan).joins;
  };
  expect([joins(4.5), joins(10)]).toEqual([false, true]);
});

test('a reversal read out in still air: which way it turns, on to what, and for how long', () => {
  const still = { from_deg: 0, speed_kt: 0 };
  const read = (kind: (typeof reversalKinds)[number], side: 'right' | 'left') => {
    const plan = planReversal({ kind, inboundCourse_deg: 90, side, within_nm: 8 }, 90, still);
    if (plan.kind === 'impossible') throw new Error(plan.reason);
    expect(plan.steps.reduce((sum, { seconds }) => sum + seconds, 0)).toBeCloseTo(plan.total_s, 1);
    return plan.steps.map(({ words, heading_deg, seconds }) => `${words}: ${Math.round(heading_deg)}, ${Math.round(seconds)}`); // prettier-ignore
  };
  // 45° at 3°/s is a quarter of a minute; from 225° over the left to cut 45° into 090° is 180°.
  expect(read('45/180', 'left').slice(1, 4)).toEqual(['turn left 45°: 225, 15', 'hold for a minute: 225, 60', 'turn right to intercept: 45, 60']); // prettier-ignore
  expect(read('45/180', 'right').slice(1, 4)).toEqual(['turn right 45°: 315, 15', 'hold for a minute: 315, 60', 'turn left to intercept: 135, 60']); // prettier-ignore
  // 80° one way and at once 260° the other: it comes out on the course, a diameter and a bit of which were turned off it.
  for (const side of ['right', 'left'] as const) {
    const [out, off, back] = read('80/260', side);
    const way = side === 'right' ? 1 : -1;
    expect(out).toMatch(/^outbound: 270, \d+$/);
    expect(off).toBe(`turn ${side} 80°: ${270 + 80 * way === 350 ? 350 : 190}, 27`);
    expect(back).toMatch(new RegExp(`^turn ${side === 'right' ? 'left' : 'right'} `));
    const [racetrack, along] = read('racetrack', side);
    expect(racetrack).toBe(`turn ${side} outbound: 270, 60`);
    expect(along).toMatch(/^outbound: 270, \d+$/);
    const [diverging, leg] = read('teardrop', side);
    expect(diverging).toMatch(
      new RegExp(`^turn ${side} \\d+°: ${side === 'right' ? '2[78]' : '2[56]'}\\d, `)
    );
    expect(leg).toMatch(/^outbound: /);
  }
});
