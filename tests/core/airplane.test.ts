import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { densityAt, pressureAt } from '$core/air/atmosphere';
import { AircraftFile } from '$core/aircraft/aircraft-file';
import { STATE, attitudeOf, setAttitude, type Controls } from '$core/aircraft/airplane-state';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { configurationCard } from '$core/aircraft/configuration-card';
import { RATE_LENGTH, rigidBody } from '$core/aircraft/rigid-body';
import { stillAir, trim, type Trim } from '$core/aircraft/trim';
import { STANDARD_GRAVITY_MPS2 } from '$core/measure/units';
import { parse } from '$core/measure/validation';
import { even } from './even';

const aircraft = aircraftCatalogue[0]!;
const height_m = 1000;
const air = stillAir(densityAt(height_m), pressureAt(height_m));
const cruise = trim(aircraft, {
  ias_kt: 100,
  verticalSpeed_fpm: 0,
  flaps_deg: 0,
  pressureAltitude_ft: height_m / 0.3048
}) as Trim;

function fly(
  state: Float64Array,
  controls: Controls,
  seconds: number,
  each?: (t: number) => void,
  dt = 0.01
): Float64Array {
  const body = rigidBody(aircraft);
  for (let i = 0; i < Math.round(seconds / dt); i++) {
    body.step(state, controls, air, dt);
    each?.((i + 1) * dt);
  }
  return state;
}

test('every airplane in the catalogue fits the schema', () => {
  for (const file of aircraftCatalogue) expect(parse(AircraftFile, structuredClone(file))).toEqual(file);
  const broken = structuredClone(aircraft) as unknown as { pitch: { angle_prad: number } };
  broken.pitch.angle_prad = 0.4;
  expect(() => parse(AircraftFile, broken)).toThrow(
    /pitch\.angle_prad: 0.4 is not accepted; a number from -5 to 0/
  );
});

describe('laws of motion', () => {
  test('the change of energy is the work of what an accelerometer feels', () => {
    const body = rigidBody(aircraft);
    const state = cruise.state.slice();
    const energy = () =>
      0.5 * (state[STATE.forward]! ** 2 + state[STATE.right]! ** 2 + state[STATE.down]! ** 2) +
      STANDARD_GRAVITY_MPS2 * state[STATE.altitude]!;
    const before = energy();
    let work = 0;
    const power = () => {
      const rate = new Float64Array(RATE_LENGTH);
      body.derivatives(state, controls, air, rate);
      return rate[18]! * state[0]! + rate[19]! * state[1]! + rate[20]! * state[2]!;
    };
    const controls = { ...cruise.controls, elevator: 0.15, aileron: 0.1, throttle: 0.2 };
    for (let i = 0; i < 1500; i++) {
      if (i === 500) Object.assign(controls, { elevator: -0.1, aileron: -0.1, throttle: 1 });
      const first = power();
      body.step(state, controls, air, 0.01);
      work += 0.005 * (first + power());
    }
    expect(Math.abs(energy() - before - work)).toBeLessThan(0.002 * Math.abs(work) + 1);
  });

  test('the mirror image of the controls gives the mirror image of the flight', () => {
    // The propeller's side effects are the one thing that is not the same to both sides.
    const even = {
      ...aircraft,
      propellerEffects: { ...aircraft.propellerEffects, asymmetry_m: 0, torqueShare: 0, slipstream: 0 }
    };
    const body = rigidBody(even);
    const flyEven = (state: Float64Array, c: Controls) => {
      for (let i = 0; i < 800; i++) body.step(state, c, air, 0.01);
      return state;
    };
    const level = trim(even, {
      ias_kt: 100,
      verticalSpeed_fpm: 0,
      flaps_deg: 0,
      pressureAltitude_ft: height_m / 0.3048
    }) as Trim;
    const mirrored = (c: Controls): Controls => ({ ...c, aileron: -c.aileron, rudder: -c.rudder });
    const controls = { ...level.controls, aileron: 0.12, rudder: 0.05, elevator: 0.08 };
    const a = flyEven(level.state.slice(), controls);
    const b = flyEven(level.state.slice(), mirrored(controls));
    for (const index of [STATE.forward, STATE.down, STATE.pitchRate, STATE.altitude])
      expect(b[index]).toBeCloseTo(a[index]!, 8);
    for (const index of [STATE.right, STATE.rollRate, STATE.yawRate, STATE.east])
      expect(b[index]).toBeCloseTo(-a[index]!, 8);
    expect(attitudeOf(a).bank_rad).toBeGreaterThan(0.3);
  });

  test('a steady wind carries the whole flight along, and changes nothing else in it', () => {
    const [north, east, down] = [7, -11, 1.5];
    const windy = { ...air, windNorth_mps: north, windEast_mps: east, windDown_mps: down };
    const body = rigidBody(aircraft);
    const still = cruise.state.slice();
    setAttitude(still, { pitch_rad: 0.1, bank_rad: -0.4, heading_rad: 2 });
    const carried = still.slice();
    // The wind in the airplane’s own axes is added to its speed: through the air it moves as before.
    const rate = new Float64Array(RATE_LENGTH);
    const along = (axis: number) => {
      const unit = still.slice();
      unit.fill(0, 0, 3);
      unit[axis] = 1;
      body.derivatives(unit, cruise.controls, air, rate);
      return rate[STATE.north]! * north + rate[STATE.east]! * east - rate[STATE.altitude]! * down;
    };
    for (const axis of [0, 1, 2]) carried[axis]! += along(axis);
    const controls = { ...cruise.controls, aileron: 0.1, elevator: 0.1, rudder: -0.05 };
    for (let i = 0; i < 1000; i++) {
      body.step(still, controls, air, 0.01);
      body.step(carried, controls, windy, 0.01);
    }
    for (const key of [
      'rollRate',
      'pitchRate',
      'yawRate',
      'q0',
      'q1',
      'q2',
      'q3',
      'engineSpeed',
      'fuel'
    ] as const)
      expect(carried[STATE[key]], key).toBeCloseTo(still[STATE[key]]!, 6);
    expect(carried[STATE.north]! - still[STATE.north]!).toBeCloseTo(10 * north, 3);
    expect(carried[STATE.east]! - still[STATE.east]!).toBeCloseTo(10 * east, 3);
    expect(carried[STATE.altitude]! - still[STATE.altitude]!).toBeCloseTo(-10 * down, 3);
  });

  test('a gust is so much less, or more, of the same speed, at this moment', () => {
    const body = rigidBody(aircraft);
    const level = cruise.state.slice();
    level.fill(0, 3, 6);
    const rates = (changes: Partial<typeof air>, forward = 0, right = 0, down = 0, roll = 0) => {
      const s = level.slice();
      s[0]! += forward;
      s[1]! += right;
      s[2]! += down;
      s[STATE.rollRate] = roll;
      const rate = new Float64Array(RATE_LENGTH);
      body.derivatives(s, cruise.controls, { ...air, ...changes }, rate);
      return rate.slice(0, 6).map((value) => Number(value.toFixed(9)));
    };
    expect(rates({ gustAlong_mps: 4 })).toEqual(rates({}, -4));
    expect(rates({ gustRight_mps: 3 })).toEqual(rates({}, 0, -3));
    expect(rates({ gustDown_mps: 2 })).toEqual(rates({}, 0, 0, -2));
    // Air that rolls to the right is an airplane that rolls to the left in it; only the rolling speed's own part of the motion is not there.
    expect(rates({ gustRoll_radps: 0.1 })[3]).toBeCloseTo(rates({}, 0, 0, 0, -0.1)[3]!, 6);
  });

  test('flaps and gear travel at their own rate, stop where the lever is, and come back', () => {
    for (const file of aircraftCatalogue) {
      const body = rigidBody(file);
      const state = cruise.state.slice();
      const { rate_degps, positions_deg } = file.flaps;
      const most = Math.max(...positions_deg);
      const go = (seconds: number, flapsTarget_deg: number, gearTarget: number) => {
        for (let i = 0; i < seconds * 100; i++)
          body.step(state, { ...cruise.controls, flapsTarget_deg, gearTarget }, air, 0.01);
        return [state[STATE.flaps]!, state[STATE.gear]!];
      };
      state[STATE.flaps] = 0;
      state[STATE.gear] = 1;
      const travel_s = file.gear.retractable ? file.gear.travel_s : Infinity;
      const [out, up] = go(1, most, 0);
      expect(out).toBeCloseTo(Math.min(most, rate_degps), 1);
      expect(up).toBeCloseTo(1 - 1 / travel_s, 2);
      const [outAll] = go(most / rate_degps + 2, most, 0);
      expect(outAll).toBeCloseTo(most, 0);
      go(travel_s === Infinity ? 0 : travel_s, 0, 0);
      const [back, gear] = go(most / rate_degps + 2, 0, 1);
      expect(Math.abs(back!)).toBeLessThan(0.2);
      expect(gear).toBeCloseTo(
        Math.min(1, travel_s === Infinity ? 1 : (most / rate_degps + 2) / travel_s),
        1
      );
    }
  });

  test('halving the step changes a lively flight by next to nothing', () => {
    const controls = { ...cruise.controls, aileron: 0.1, elevator: 0.1 };
    const coarse = fly(cruise.state.slice(), controls, 10);
    const fine = fly(cruise.state.slice(), controls, 10, undefined, 0.005);
    expect(Math.abs(coarse[STATE.altitude]! - fine[STATE.altitude]!)).toBeLessThan(0.001);
  });

  test('attitude angles go into a state and come out again', () => {
    const within = (limit: number) => even(-limit, limit);
    fc.assert(
      fc.property(within(1.5), within(3.1), within(3.1), (pitch_rad, bank_rad, heading_rad) => {
        const state = cruise.state.slice();
        setAttitude(state, { pitch_rad, bank_rad, heading_rad });
        const out = attitudeOf(state);
        expect(out.pitch_rad).toBeCloseTo(pitch_rad, 6);
        expect(out.bank_rad).toBeCloseTo(bank_rad, 6);
        expect(out.heading_rad).toBeCloseTo(heading_rad, 6);
      })
    );
  });

  test('no controls, no attitude and no gust ever make it yield anything but numbers', () => {
    const unit = even(-1, 1);
    const share = even(0, 1);
    fc.assert(
      fc.property(
        unit,
        unit,
        unit,
        share,
        unit,
        unit,
        unit,
        unit,
        (aileron, elevator, rudder, throttle, pitch, bank, gust, slip) => {
          const body = rigidBody(aircraft);
          const state = cruise.state.slice();
          setAttitude(state, { pitch_rad: pitch * 1.5, bank_rad: bank * 3, heading_rad: slip });
          state[STATE.right] = 30 * slip;
          state[STATE.down] = 40 * gust;
          const rough = {
            ...air,
            gustAlong_mps: 20 * gust,
            gustDown_mps: 20 * slip,
            windNorth_mps: 30 * bank
          };
          for (let i = 0; i < 600; i++) {
            body.step(
              state,
              {
                aileron,
                elevator,
                rudder,
                throttle,
                trim: gust,
                flapsTarget_deg: 30 * throttle,
                gearTarget: slip > 0 ? 1 : 0,
                propeller: throttle
              },
              rough,
              0.01
            );
          }
          expect(state.every(Number.isFinite)).toBe(true);
          expect(Math.hypot(state[6]!, state[7]!, state[8]!, state[9]!)).toBeCloseTo(1, 3);
          // However it tumbles, no wing spins it faster than two turns a second.
          expect(Math.abs(state[STATE.rollRate]!)).toBeLessThan(4 * Math.PI);
        }
      ),
      { numRuns: 60 }
    );
  });
});

describe('the airplane’s numbers', () => {
  const every = aircraftCatalogue.flatMap((file) =>
    configurationCard(file, height_m / 0.3048).map(
      (line) => [`${file.name}, ${line.name}`, file, line] as const
    )
  );
  test('every line of every card can be flown', () => {
    expect(every).toHaveLength(aircraftCatalogue.reduce((sum, file) => sum + file.card.length, 0));
    for (const file of aircraftCatalogue) {
      expect(new Set(file.card.map((line) => line.id))).toEqual(
        new Set([
          'cruise',
          'level-approach-speed',
          'climb-vy',
          'cruise-climb',
          'cruise-descent',
          'approach-descent',
          'non-precision-descent',
          'missed-approach'
        ])
      );
    }
  });
  test.each(every)(
    '%s: set as the card says and left alone for a minute, it does what the card says',
    (_, file, line) => {
      const asked = file.card.find((l) => l.id === line.id)!;
      const set = trim(file, { ...asked, pressureAltitude_ft: height_m / 0.3048 }) as Trim;
      const state = set.state.slice();
      const body = rigidBody(file);
      const speedBefore = Math.hypot(state[0]!, state[1]!, state[2]!);
      const altitudeBefore = state[STATE.altitude]!;
      for (let i = 0; i < 6000; i++) body.step(state, set.controls, air, 0.01);
      // A minute burns a little fuel: the airplane is that much lighter.
      expect(Math.abs(Math.hypot(state[0]!, state[1]!, state[2]!) - speedBefore)).toBeLessThan(0.15);
      expect(
        Math.abs((state[STATE.altitude]! - altitudeBefore) / 0.3048 - line.verticalSpeed_fpm)
      ).toBeLessThan(6);
      expect(state[STATE.engineSpeed]! * 60).toBeCloseTo(line.rpm, -1);
      if (line.manifoldPressure_inHg !== null)
        expect(state[STATE.engineOutput]).toBeCloseTo(line.manifoldPressure_inHg, 3);
    }
  );

  test('the card holds together: more power for level than for descent, full throttle in the climb', () => {
    const card = new Map(configurationCard(aircraft, 3000).map((line) => [line.id, line]));
    expect(card.get('approach-descent')!.rpm).toBeLessThan(card.get('level-approach-speed')!.rpm - 200);
    expect(card.get('non-precision-descent')!.pitch_deg).toBeLessThan(
      card.get('approach-descent')!.pitch_deg
    );
    expect(card.get('climb-vy')!.throttle).toBe(1);
    expect(card.get('climb-vy')!.verticalSpeed_fpm).toBeGreaterThan(
      card.get('cruise-climb')!.verticalSpeed_fpm
    );
  });

  // Lanchester's period, lengthened because pitch damping holds the nose back: the square of the ratio is
  // (Cmα + Cmq CLα ρSc/4m)/Cmα (e.g. Phillips, Mechanics of Flight, on the phugoid approximation).
  test('disturbed hands off, it swings in the phugoid’s period, and the swing dies', () => {
    const state = cruise.state.slice();
    state[STATE.forward]! += 4;
    const speed = Math.hypot(cruise.state[0]!, cruise.state[2]!);
    const peaks: { t: number; v: number }[] = [];
    let before = [0, 0];
    fly(state, cruise.controls, 120, (t) => {
      const v = Math.hypot(state[0]!, state[2]!);
      if (before[1]! > before[0]! && before[1]! > v && t > 3) peaks.push({ t, v: before[1]! - speed });
      before = [before[1]!, v];
    });
    const period = peaks[1]!.t - peaks[0]!.t;
    const lanchester = (Math.PI * Math.SQRT2 * speed) / STANDARD_GRAVITY_MPS2;
    const relativeDensity =
      (air.density_kgpm3 * aircraft.wing.area_m2 * aircraft.wing.chord_m) / (4 * aircraft.mass_kg);
    const { angle_prad, pitchRate } = aircraft.pitch;
    const held = (angle_prad + pitchRate * aircraft.lift.slope_prad * relativeDensity) / angle_prad;
    expect(Math.abs(period / (lanchester * Math.sqrt(held)) - 1)).toBeLessThan(0.08);
    expect(peaks[1]!.v).toBeLessThan(0.85 * peaks[0]!.v);
  });

  test('what it cannot do is said with the reason', () => {
    const asked = { flaps_deg: 0, pressureAltitude_ft: 3000 };
    expect(trim(aircraft, { ...asked, ias_kt: 90, verticalSpeed_fpm: 1500 })).toMatchObject({
      reason: 'too little power'
    });
    expect(trim(aircraft, { ...asked, ias_kt: 90, verticalSpeed_fpm: -2500 })).toMatchObject({
      reason: 'too much power at idle'
    });
    expect(trim(aircraft, { ...asked, ias_kt: 40, verticalSpeed_fpm: 0 })).toMatchObject({
      kind: 'impossible'
    });
    expect(
      trim(aircraft, { ...asked, ias_kt: 90, verticalSpeed_fpm: 0, pressureAltitude_ft: 90000 })
    ).toMatchObject({ kind: 'impossible' });
  });
});
