import { LARGEST_BANK_DEG, LARGEST_PITCH_DEG } from '$core/aircraft/attitude-hold';
import { aircraftById } from '$core/aircraft/catalogue';
import type { Hands } from '$core/flight/hands';
import type { Readings } from '$core/instrument/readings';
import { uncalibrated } from '$lib/controls/axis';
import { defaultSetup, type GamepadSetup } from '$lib/controls/gamepad';
import { PersonsHands } from '$lib/controls/hands.svelte';
import fc from 'fast-check';
import { afterEach, describe, expect, test, vi } from 'vitest';

const aircraft = aircraftById('sandling-160');
const level = { pitch_deg: 2, bank_deg: 0 };
const direct = (hands: Hands) => {
  if (hands.stick.kind !== 'direct') throw new Error(`the stick is ${hands.stick.kind}`);
  return hands.stick;
};
/** Held for so long, in pictures of so many a second. */
const held = (hands: PersonsHands, seconds: number, rate = 60) => {
  let last = hands.now(0, level);
  for (let i = 0; i < Math.round(seconds * rate); i++) last = hands.now(1 / rate, level);
  return last;
};

describe('a key that is held', () => {
  test('moves the stick as far in the same time, however many pictures the browser draws', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 144 }),
        fc.double({ min: 0.1, max: 2, noNaN: true }),
        (rate, seconds) => {
          const hands = new PersonsHands(aircraft);
          hands.pressed.add('ArrowRight');
          // 1.2 of the way a second, to its end; the keys reach six tenths of the travel.
          const flown = Math.round(seconds * rate) / rate;
          expect(direct(held(hands, seconds, rate)).aileron).toBeCloseTo(0.6 * Math.min(1, 1.2 * flown), 6);
        }
      )
    );
  });

  test('comes back sooner than it went, and stands when both ways are held', () => {
    const hands = new PersonsHands(aircraft);
    hands.pressed.add('ArrowLeft');
    held(hands, 2);
    hands.pressed.clear();
    expect(direct(held(hands, 0.2)).aileron).toBeCloseTo(-0.6 * (1 - 3 * 0.2), 5);
    expect(direct(held(hands, 0.2)).aileron).toBeCloseTo(0, 9);
    hands.pressed.add('ArrowLeft').add('ArrowRight');
    expect(direct(held(hands, 1)).aileron).toBeCloseTo(0, 9);
  });

  test.each([
    [false, 'ArrowUp', 1],
    [false, 'ArrowDown', -1],
    [true, 'ArrowUp', -1],
    [true, 'ArrowDown', 1]
  ])('with down nose up %s, %s takes the nose %i; so does the pad', (downIsNoseUp, key, way) => {
    const hands = new PersonsHands(aircraft);
    hands.downIsNoseUp = downIsNoseUp;
    hands.pressed.add(key);
    expect(Math.sign(direct(held(hands, 0.5)).elevator)).toBe(way);
    hands.pressed.clear();
    hands.padMoved(0.3, key === 'ArrowDown' ? 0.5 : -0.5);
    expect(direct(hands.now(0.02, level))).toMatchObject({ aileron: 0.3, elevator: 0.5 * way });
  });
});

describe('with the attitude held', () => {
  const holding = () => {
    const hands = new PersonsHands(aircraft);
    hands.setAssist('attitude-hold', { pitch_deg: 3.3, bank_deg: -6.1 } as Readings);
    return hands;
  };

  test('what the airplane was doing is held, in the steps of the keys', () => {
    expect(holding().now(0.02, level).stick).toEqual({ kind: 'attitude', pitch_deg: 3.5, bank_deg: -5 });
  });

  test('any keys lead nowhere beyond what the hold can fly, and back again', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -30, max: 30 }), fc.integer({ min: -30, max: 30 })), {
          maxLength: 30
        }),
        (moves) => {
          const hands = holding();
          for (const [pitch, bank] of moves) {
            hands.nudgePitch(pitch);
            hands.nudgeBank(bank);
            const { stick } = hands.now(0.02, level);
            if (stick.kind !== 'attitude') throw new Error('let go');
            expect(Math.abs(stick.pitch_deg)).toBeLessThanOrEqual(LARGEST_PITCH_DEG);
            expect(Math.abs(stick.bank_deg)).toBeLessThanOrEqual(LARGEST_BANK_DEG);
            expect(Number.isInteger(stick.pitch_deg * 2)).toBe(true);
          }
          hands.levelWings();
          expect(hands.now(0.02, level).stick).toMatchObject({ bank_deg: 0 });
        }
      )
    );
  });

  test('the pad is the attitude that is wanted', () => {
    const hands = holding();
    hands.padMoved(1, -0.5);
    expect(hands.now(0.02, level).stick).toEqual({ kind: 'attitude', pitch_deg: 10, bank_deg: 45 });
    hands.downIsNoseUp = true;
    hands.padMoved(-0.5, -0.5);
    expect(hands.now(0.02, level).stick).toEqual({ kind: 'attitude', pitch_deg: -10, bank_deg: -22.5 });
  });
});

test('the autopilot begins with what the airplane does: north is 360, altitudes are whole hundreds', () => {
  const hands = new PersonsHands(aircraft);
  hands.setAssist('autopilot', {
    pitch_deg: 1,
    bank_deg: 0,
    heading_deg: 0.3,
    altitude_ft: 3449
  } as Readings);
  expect(hands.now(0.02, level).stick).toEqual({
    kind: 'autopilot',
    modes: { heading_deg: 360, course: 'off', vertical: { mode: 'altitude', altitude_ft: 3400 } }
  });
  hands.modes.course = 'approach';
  hands.chooseVertical({ mode: 'pitch' }, false);
  expect(hands.modes.course).toBe('approach');
  hands.chooseVertical({ mode: 'pitch' }, true);
  // The path is given up, its course is kept.
  expect(hands.modes).toMatchObject({ course: 'course', vertical: { mode: 'pitch' } });
  hands.goAround({ heading_deg: 239.6 } as Readings);
  expect(hands.modes).toEqual({ heading_deg: 240, course: 'off', vertical: { mode: 'go around' } });
  // What goes out is no longer the page's own: changed here, it stays there.
  const { stick } = hands.now(0.02, level);
  hands.modes.heading_deg = 90;
  expect(stick).toMatchObject({ modes: { heading_deg: 240 } });
});

test('levers stay within their travel whatever is pressed, and flaps go by the airplane’s own positions', () => {
  const hands = new PersonsHands(aircraft);
  const acts = ['nudgeThrottle', 'nudgePropeller', 'nudgeTrim'] as const;
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.constantFrom(...acts), fc.integer({ min: -80, max: 80 })), { maxLength: 60 }), (pressed) => {
      for (const [act, steps] of pressed) hands[act](steps);
      const { throttle, propeller, trim } = hands.now(0.02, level);
      for (const [value, least] of [[throttle, 0], [propeller, 0], [trim, -1]] as const) {
        expect(value).toBeGreaterThanOrEqual(least);
        expect(value).toBeLessThanOrEqual(1);
      }
    })
  ); // prettier-ignore
  const { positions_deg } = aircraft.flaps;
  const down = [...positions_deg, positions_deg.at(-1)!].slice(1);
  expect(down.map(() => (hands.moveFlaps(1), hands.flapsTarget_deg))).toEqual(down);
  const up = [...positions_deg].reverse().slice(1);
  expect(up.map(() => (hands.moveFlaps(-1), hands.flapsTarget_deg))).toEqual(up);
  // Fixed gear does not move; the other does, and back.
  hands.moveGear();
  expect(hands.gearTarget).toBe(1);
  const other = new PersonsHands({ ...aircraft, gear: { ...aircraft.gear, retractable: true } });
  expect([0, 1].map(() => (other.moveGear(), other.gearTarget))).toEqual([0, 1]);
  hands.turnSubscale(500);
  expect(hands.altimeterSetting_hPa).toBe(1060);
});

describe('a joystick', () => {
  afterEach(() => vi.unstubAllGlobals());
  const setup: GamepadSetup = {
    ...defaultSetup('stick'),
    throttle: { axis: 2, calibration: uncalibrated },
    buttons: { pause: 0, 'trim nose up': 1, 'flaps down': 2 }
  };
  function connected(axes: number[], pressed: number[] = []) {
    const buttons = [0, 1, 2].map((n) => ({ pressed: pressed.includes(n) }));
    vi.stubGlobal('navigator', { getGamepads: () => [null, { id: 'stick', axes, buttons }] });
  }

  test('does what it does once a press, whatever is drawn meanwhile, and nothing while its buttons are chosen', () => {
    const hands = new PersonsHands(aircraft);
    hands.gamepad = setup;
    let pauses = 0;
    hands.onpause = () => (pauses += 1);
    connected([0, 0, 1], [0, 1]);
    held(hands, 0.5);
    expect([pauses, hands.trim]).toEqual([1, 0.01]);
    connected([0, 0, 1]);
    held(hands, 0.1);
    connected([0, 0, 1], [0, 1]);
    held(hands, 0.1);
    expect([pauses, hands.trim]).toEqual([2, 0.02]);
    hands.buttonsWork = false;
    connected([0, 0, 1], [0, 2]);
    held(hands, 0.1);
    expect([pauses, hands.flapsTarget_deg]).toEqual([2, 0]);
    // Let go of after the choosing is over, it has not been pressed.
    hands.buttonsWork = true;
    held(hands, 0.1);
    expect(hands.flapsTarget_deg).toBe(0);
  });

  test('pulled out it is told of, and the keys fly on; one that was never there is not missed', () => {
    const hands = new PersonsHands(aircraft);
    hands.gamepad = setup;
    vi.stubGlobal('navigator', { getGamepads: () => [] });
    hands.now(0.02, level);
    expect(hands.joystickLost).toBe(false);
    connected([0.5, 0, 1]);
    expect(direct(held(hands, 0.2)).aileron).toBeGreaterThan(0.3);
    vi.stubGlobal('navigator', { getGamepads: () => [] });
    hands.pressed.add('ArrowLeft');
    expect(direct(held(hands, 0.5)).aileron).toBeLessThan(0);
    expect(hands.joystickLost).toBe(true);
    connected([0, 0, 1]);
    hands.now(0.02, level);
    expect(hands.joystickLost).toBe(false);
  });

  test('held with the attitude, let go it keeps what it has brought about', () => {
    const hands = new PersonsHands(aircraft);
    hands.setAssist('attitude-hold', { pitch_deg: 0, bank_deg: 0 } as Readings);
    hands.gamepad = setup;
    connected([0.6, 0, 1]);
    expect(hands.now(0.02, { pitch_deg: 2.6, bank_deg: 18 }).stick.kind).toBe('direct');
    connected([0, 0, 1]);
    expect(hands.now(0.02, { pitch_deg: 9, bank_deg: 40 }).stick).toEqual({
      kind: 'attitude',
      pitch_deg: 2.5,
      bank_deg: 17.5
    });
  });
});
