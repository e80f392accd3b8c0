import { describe, expect, test } from 'vitest';
import geodesic from 'geographiclib-geodesic';
import { gustIntensity, calmTurbulence, stepTurbulence } from '$core/air/turbulence';
import { windAt } from '$core/air/wind';
import type { Controls } from '$core/aircraft/airplane-state';
import { STATE, STATE_LENGTH, attitudeOf } from '$core/aircraft/airplane-state';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { RATE_LENGTH, rigidBody } from '$core/aircraft/rigid-body';
import { stillAir, trim, type Trim } from '$core/aircraft/trim';
import { windAtStart } from '$core/drill/plan-wind';
import { lessonOf } from '$core/drill/lesson';
import { placeOnPlane } from '$core/earth/local-plane';
import { compassAtRollOut, leftByReading } from '$core/instrument/compass-turn';
import { normaliseSigned } from '$core/measure/angle';
import { seededNoise } from '$core/measure/seeded-noise';
import { leadOffArc, leadOntoArc } from '$core/procedure/arc-leads';
import { upsetFrom } from '$core/pilot/upset';
import { vorNeedle } from '$core/radio/receiver';
import type { Vor } from '$core/radio/station-geometry';
import { planOf } from './flown';

const every = aircraftCatalogue.map((file) => [file.name, file] as const);
const clean = { flaps_deg: 0, pressureAltitude_ft: 0 };
const hands = (changes: Partial<Controls> = {}): Controls => ({
  aileron: 0, elevator: 0, rudder: 0, throttle: 0, trim: 0, flapsTarget_deg: 0, gearTarget: 0, propeller: 1, ...changes
}); // prettier-ignore

/** Slowest speed at which some angle of attack still carries the weight, kt, straight from the equations of motion at idle. */
function slowestFlown(file: (typeof aircraftCatalogue)[number], flaps_deg: number): number {
  const body = rigidBody(file);
  const rate = new Float64Array(RATE_LENGTH);
  for (let kt = 100; kt > 30; kt -= 0.1) {
    let most = 0;
    for (let alpha = 0.1; alpha < 0.4; alpha += 0.004) {
      const state = new Float64Array(STATE_LENGTH);
      const v = kt * (1852 / 3600);
      state[STATE.forward] = v * Math.cos(alpha);
      state[STATE.down] = v * Math.sin(alpha);
      state[6] = 1;
      state[STATE.engineSpeed] = 15;
      state[STATE.flaps] = flaps_deg;
      state[STATE.fuel] = file.fuel.capacity_kg;
      body.derivatives(state, hands({ flapsTarget_deg: flaps_deg }), stillAir(1.225), rate);
      most = Math.max(most, -rate[20]! * Math.cos(alpha) + rate[18]! * Math.sin(alpha));
    }
    if (most < 9.80665) return kt;
  }
  return 0;
}

describe('airplanes as handbooks of their kind describe them', () => {
  test.each(every)('%s: the stall speeds stated are those flown, within a knot and a half', (_, file) => {
    const most = file.flaps.positions_deg.at(-1)!;
    expect(Math.abs(slowestFlown(file, 0) - file.speeds.stallClean_kt)).toBeLessThan(1.5);
    expect(Math.abs(slowestFlown(file, most) - file.speeds.stallFlaps_kt)).toBeLessThan(2);
  });

  test('best glide, propeller windmilling: 10 to 11 to one, less for the turboprop at flight idle', () => {
    const best = aircraftCatalogue.map((file) => {
      let ratio = 0;
      for (let ias_kt = file.speeds.stallClean_kt + 5; ias_kt < file.speeds.maximumCruise_kt; ias_kt += 4) {
        let [low, high] = [-3000, -200];
        while (high - low > 2) {
          const verticalSpeed_fpm = (low + high) / 2;
          const found = trim(file, { ...clean, gear: 0, ias_kt, verticalSpeed_fpm });
          if (found.kind === 'trimmed') high = verticalSpeed_fpm;
          else low = verticalSpeed_fpm;
        }
        ratio = Math.max(ratio, (ias_kt * 101.27) / -high);
      }
      return [file.propulsion.kind, ratio] as const;
    });
    for (const [kind, ratio] of best) expect(ratio, kind).toBeGreaterThan(9);
    for (const [kind, ratio] of best) expect(ratio, kind).toBeLessThan(11.3);
    const of = (kind: string) => best.find(([k]) => k === kind)![1];
    expect(of('turboprop')).toBeLessThan(of('constant-speed'));
  });

  test.each(every)(
    '%s: at full power in the climb it wants a clear right rudder, in cruise none',
    (_, file) => {
      const climb = trim(file, {
        ...clean,
        gear: 0,
        ias_kt: file.speeds.bestClimb_kt,
        verticalSpeed_fpm: null
      }) as Trim;
      expect(climb.controls.rudder).toBeGreaterThan(0.12);
      expect(climb.controls.rudder).toBeLessThan(0.45);
      const cruise = trim(file, { ...clean, ...file.card[0]! }) as Trim;
      expect(Math.abs(cruise.controls.rudder)).toBeLessThan(0.08);
      // Without that rudder the slip shows: more than half a ball to the right (0.09 g is its stop).
      const body = rigidBody(file);
      const state = climb.state.slice();
      const held = { ...climb.controls, rudder: 0 };
      for (let i = 0; i < 300; i++) {
        // Wings held level by the ailerons, as anybody would.
        const { bank_rad } = attitudeOf(state);
        held.aileron = climb.controls.aileron - 2 * bank_rad - 0.8 * state[STATE.rollRate]!;
        body.step(state, held, stillAir(1.225), 0.01);
      }
      expect(-body.specificForce_mps2[1]! / 9.80665).toBeGreaterThan(0.02);
    }
  );

  test('a fixed pitch turns near its rated speed at full throttle in level flight', () => {
    const file = aircraftCatalogue.find((f) => f.propulsion.kind === 'fixed-pitch')!;
    let ias_kt = 100;
    for (; ; ias_kt += 0.5) {
      const more = trim(file, { ...clean, ias_kt: ias_kt + 0.5, verticalSpeed_fpm: 0 });
      if (more.kind !== 'trimmed') break;
    }
    const { rpm } = trim(file, { ...clean, ias_kt, verticalSpeed_fpm: 0 }) as Trim;
    expect(rpm / (60 * 45)).toBeGreaterThan(0.97);
    expect(rpm / (60 * 45)).toBeLessThan(1.03);
  });

  test.each(every)(
    '%s: a pull first dips, then rises; held into the stall the nose or a wing drops',
    (_, file) => {
      const level = trim(file, {
        ...clean,
        gear: 0,
        ias_kt: 1.5 * file.speeds.stallClean_kt,
        verticalSpeed_fpm: 0
      }) as Trim;
      const body = rigidBody(file);
      const state = level.state.slice();
      const start = state[STATE.altitude]!;
      const pull = { ...level.controls, elevator: 0.3 };
      let lowest = 0;
      for (let i = 0; i < 150; i++) {
        body.step(state, pull, stillAir(1.225), 0.01);
        lowest = Math.min(lowest, state[STATE.altitude]! - start);
      }
      expect(lowest).toBeLessThan(-0.001);
      expect(lowest).toBeGreaterThan(-0.5);
      expect(state[STATE.altitude]! - start).toBeGreaterThan(0.5);
      // Idle, the stick brought all the way back over 20 s and held there.
      const idle = { ...level.controls, throttle: 0, elevator: 0 };
      let highest = 0;
      let dropped = 0;
      for (let i = 0; i < 6000; i++) {
        idle.elevator = Math.min(1, i / 2000);
        body.step(state, idle, stillAir(1.225), 0.01);
        const { pitch_rad, bank_rad } = attitudeOf(state);
        highest = Math.max(highest, pitch_rad);
        dropped = Math.max(dropped, highest - pitch_rad, Math.abs(bank_rad));
      }
      expect((dropped * 180) / Math.PI).toBeGreaterThan(12);
    }
  );
});

describe('turbulence by the standard', () => {
  test('moderate and severe grow with height as the table says, light does not; rolling gusts have the standard’s strength', () => {
    expect(gustIntensity('moderate', 3750) / 0.3048).toBeCloseTo(10.6, 5);
    expect(gustIntensity('severe', 7500) / 0.3048).toBeCloseTo(23.6, 5);
    expect(gustIntensity('severe', 500)).toBeCloseTo(4.5 * 0.514444, 5);
    expect(gustIntensity('light', 500)).toBe(gustIntensity('light', 9000));
    const memory = calmTurbulence();
    const gust = new Float64Array(4);
    const noise = seededNoise(5);
    let squares = 0;
    const steps = 200_000;
    for (let i = 0; i < steps; i++) {
      stepTurbulence(memory, 'moderate', 50, 3750, 10, 0.05, noise, gust);
      squares += gust[3]! ** 2;
    }
    // σp = 1.9 σw / √(Lw b): 10.6 ft/s, 1,750 ft, 32.8 ft.
    expect(Math.sqrt(squares / steps)).toBeCloseTo((1.9 * 10.6) / Math.sqrt(1750 * (10 / 0.3048)), 2);
  });
});

describe('geometry', () => {
  test('a place on the plane is the geodesic’s, within 3 m at 20 NM all round', () => {
    for (const latitude_deg of [-44, 10, 44, 58])
      for (let azimuth = 0; azimuth < 360; azimuth += 30) {
        const s = 20 * 1852;
        const angle = (azimuth * Math.PI) / 180;
        const made = placeOnPlane(
          { latitude_deg, longitude_deg: -33 },
          s * Math.cos(angle),
          s * Math.sin(angle)
        );
        const true_ = geodesic.Geodesic.WGS84.Direct(latitude_deg, -33, azimuth, s);
        const off = geodesic.Geodesic.WGS84.Inverse(
          made.latitude_deg,
          made.longitude_deg,
          true_.lat2!,
          true_.lon2!
        );
        expect(off.s12, `${latitude_deg} ${azimuth}`).toBeLessThan(3);
      }
  });

  test('leads onto and off an arc in still air are those of the circles that touch', () => {
    for (const tas of [90, 120, 150])
      for (const D of [7, 10, 15]) {
        const r = tas / 3600 / ((3 * Math.PI) / 180);
        const at = { radius_nm: D, radial_deg: 217, side: 1 as const };
        const calm = { from_deg: 0, speed_kt: 0 };
        expect(leadOntoArc(at, 'inbound', tas, calm)).toBeCloseTo(Math.sqrt(D * D + 2 * D * r) - D, 3);
        expect(leadOntoArc(at, 'outbound', tas, calm)).toBeCloseTo(D - Math.sqrt(D * D - 2 * D * r), 3);
        expect(leadOffArc(at, tas, calm)).toBeCloseTo((Math.asin(r / (D - r)) * 180) / Math.PI, 2);
      }
  });

  test('flown with its lead by a point stepped through the wind, the turn ends within 0.03 NM of the arc', () => {
    const D = 10;
    const tas = 110;
    for (let k = 0; k < 60; k++) {
      const wind = { from_deg: (k * 67) % 360, speed_kt: [10, 20, 30][k % 3]! };
      const side = k % 2 ? 1 : -1;
      const inbound = k % 4 < 2;
      const lead = leadOntoArc(
        { radius_nm: D, radial_deg: 0, side: side as 1 | -1 },
        inbound ? 'inbound' : 'outbound',
        tas,
        wind
      ) as number;
      const [wn, we] = [
        -wind.speed_kt * Math.cos((wind.from_deg * Math.PI) / 180),
        -wind.speed_kt * Math.sin((wind.from_deg * Math.PI) / 180)
      ];
      let [north, east] = [inbound ? D + lead : D - lead, 0];
      let heading = (inbound ? Math.PI : 0) + (inbound ? 1 : -1) * Math.asin(we / tas);
      const turn = inbound ? -side : side;
      let nearest = Infinity;
      let farthest = 0;
      for (let t = 0; t < 50; t += 0.02) {
        heading += (turn * 3 * Math.PI * 0.02) / 180;
        north += ((tas * Math.cos(heading) + wn) * 0.02) / 3600;
        east += ((tas * Math.sin(heading) + we) * 0.02) / 3600;
        nearest = Math.min(nearest, Math.hypot(north, east));
        farthest = Math.max(farthest, Math.hypot(north, east));
        // Past the place where it runs along the arc the turn goes away from it again.
        const outward = north * (tas * Math.cos(heading) + wn) + east * (tas * Math.sin(heading) + we);
        if (inbound ? outward > 0 : outward < 0) break;
      }
      expect(Math.abs((inbound ? nearest : farthest) - D), JSON.stringify(wind)).toBeLessThan(0.03);
    }
  });

  test('over a VOR at 4,000 ft and 90 kt the flag shows for seconds, TO turns to FROM at the passage', () => {
    const vor = {
      kind: 'vor',
      id: 'XAB',
      name: 'x',
      latitude_deg: 44,
      longitude_deg: -33,
      elevation_ft: 0,
      range_nm: 60,
      alignment_deg: 0,
      frequency_MHz: 112,
      dme: true
    } as unknown as Vor;
    let flag_s = 0;
    const shown: (string | null)[] = [];
    for (let t = -60; t <= 60; t += 0.1) {
      const place = placeOnPlane(vor, (t * 90 * 1852) / 3600, 80);
      const needle = vorNeedle(vor, { ...place, altitude_ft: 4000 }, 360);
      if (!needle.valid) flag_s += 0.1;
      else if (Math.abs(t) < 30) shown.push(needle.toFrom);
    }
    expect(flag_s).toBeGreaterThan(3);
    expect(flag_s).toBeLessThan(25);
    expect([...new Set(shown)]).toEqual(['to', 'from']);
  });

  test('the wind of the brief is the wind of the air, between layers too', () => {
    const windLayers = [
      { altitude_ft: 2000, from_deg: 350, speed_kt: 10 },
      { altitude_ft: 6000, from_deg: 20, speed_kt: 30 }
    ];
    const lesson = lessonOf(planOf({ windLayers, startAltitude_ft: 4000 }));
    const { from_deg, speed_kt } = windAtStart(lesson.plan);
    const air = windAt(windLayers, 4000);
    expect(-speed_kt * Math.cos((from_deg * Math.PI) / 180)).toBeCloseTo(air.north, 9);
    expect(-speed_kt * Math.sin((from_deg * Math.PI) / 180)).toBeCloseTo(air.east, 9);
  });
});

describe('chance and compass', () => {
  test('neighbouring seeds begin as unlike as any others, and upsets bank to both sides', () => {
    const first = Array.from({ length: 2000 }, (_, seed) => seededNoise(seed + 1).uniform());
    const rising = first.filter((value, i) => i > 0 && value > first[i - 1]!).length;
    expect(rising / first.length).toBeGreaterThan(0.46);
    expect(rising / first.length).toBeLessThan(0.54);
    for (const edge of [0.1, 0.5, 0.9])
      expect(first.filter((value) => value < edge).length / first.length).toBeCloseTo(edge, 1);
    const right = Array.from({ length: 400 }, (_, seed) => upsetFrom(seed + 1, 0, 2)).filter(
      (u) => u.bank_deg > 0
    );
    expect(right.length).toBeGreaterThan(160);
    expect(right.length).toBeLessThan(240);
  });

  test('in a slow enough turn the card reads as its formula says; the reading given brings the airplane out on its heading', () => {
    const dip_deg = 62;
    const turn = {
      bank_deg: 16,
      rate_degps: 0.2,
      direction: 1 as const,
      dip_deg,
      deviation_deg: [0, 0, 0] as const
    };
    const [phi, delta, psi] = [16, dip_deg, 352].map((angle) => (angle * Math.PI) / 180) as [
      number,
      number,
      number
    ];
    const formula = Math.atan2(
      Math.sin(psi) * Math.cos(phi) - Math.tan(delta) * Math.sin(phi),
      Math.cos(psi)
    );
    const shown = compassAtRollOut(turn, 360, 8);
    expect(Math.abs(((((shown - (formula * 180) / Math.PI + 540) % 360) + 360) % 360) - 180)).toBeLessThan(1);
    for (const to of [360, 180, 90, 270])
      for (const direction of [1, -1] as const) {
        const flown = { ...turn, rate_degps: 3, direction };
        const reading = compassAtRollOut(flown, to, 8);
        const left = leftByReading(flown, to, 8, reading);
        expect(left).not.toBeNull();
        expect(Math.abs(left!)).toBeLessThan(1);
        // A compass that reads three degrees too much reads them at the roll-out, too.
        const reads = { ...flown, deviation_deg: [3, 0, 0] as const };
        expect(normaliseSigned(compassAtRollOut(reads, to, 8) - reading)).toBeCloseTo(3, 6);
        expect(Math.abs(leftByReading(reads, to, 8, reading + 3)!)).toBeLessThan(1);
      }
    // Turned right from north the card first swings back by more than ten degrees: past 350 it has come to 350, and not to 170.
    const swings = { ...turn, rate_degps: 3, dip_deg: 70 };
    const left = leftByReading(swings, 200, 0, 170)!;
    expect(left).toBeGreaterThan(-90);
    expect(left).toBeLessThan(20);
  });
});
