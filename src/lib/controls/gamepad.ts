import { deflection, leverSetting, uncalibrated, type AxisCalibration } from './axis';

/** What a button of the device can do. */
export const buttonActions = ['pause', 'trim nose up', 'trim nose down', 'flaps down', 'flaps up'] as const;
export type ButtonAction = (typeof buttonActions)[number];

/** Which axis of which device works what; remembered in this browser. */
export interface GamepadSetup {
  deviceId: string;
  roll: { axis: number; calibration: AxisCalibration };
  pitch: { axis: number; calibration: AxisCalibration };
  /** null: the keys work it. */
  throttle: { axis: number; calibration: AxisCalibration } | null;
  rudder: { axis: number; calibration: AxisCalibration } | null;
  /** Which button does what, by its number. */
  buttons?: Partial<Record<ButtonAction, number>>;
}

const STORAGE_KEY = 'hanza.gamepad';

export function defaultSetup(deviceId: string): GamepadSetup {
  return {
    deviceId,
    roll: { axis: 0, calibration: uncalibrated },
    pitch: { axis: 1, calibration: uncalibrated },
    throttle: null,
    rudder: null
  };
}

export function storedSetup(): GamepadSetup | null {
  const text = localStorage.getItem(STORAGE_KEY);
  if (!text) return null;
  try {
    const setup = JSON.parse(text) as GamepadSetup;
    return typeof setup.deviceId === 'string' && setup.roll && setup.pitch ? setup : null;
  } catch {
    // A setup that cannot be read is as good as none; calibrating again writes a good one.
    return null;
  }
}

export function storeSetup(setup: GamepadSetup): void {
  localStorage.setItem(STORAGE_KEY, JSON.stringify(setup));
}

export function connectedGamepads(): Gamepad[] {
  return [...navigator.getGamepads()].filter((pad): pad is Gamepad => pad !== null && pad.axes.length >= 2);
}

/** What the device says now, or null when it is not there. Pulling (a high pitch axis) is nose up. */
export function readGamepad(setup: GamepadSetup): {
  aileron: number;
  elevator: number;
  throttle: number | null;
  rudder: number | null;
  held: ButtonAction[];
} | null {
  const pad = connectedGamepads().find((candidate) => candidate.id === setup.deviceId);
  if (!pad) return null;
  const raw = (axis: number) => pad.axes[axis] ?? NaN;
  return {
    aileron: deflection(raw(setup.roll.axis), setup.roll.calibration),
    elevator: deflection(raw(setup.pitch.axis), setup.pitch.calibration),
    throttle: setup.throttle ? leverSetting(raw(setup.throttle.axis), setup.throttle.calibration) : null,
    rudder: setup.rudder ? deflection(raw(setup.rudder.axis), setup.rudder.calibration) : null,
    held: buttonActions.filter((action) => pad.buttons[setup.buttons?.[action] ?? -1]?.pressed)
  };
}
