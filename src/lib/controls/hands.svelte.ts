import { clamp } from '$core/measure/clamp';
import type { AircraftFile } from '$core/aircraft/aircraft-file';
import { LARGEST_BANK_DEG, LARGEST_PITCH_DEG } from '$core/aircraft/attitude-hold';
import type { AutopilotModes } from '$core/aircraft/autopilot';
import type { AssistLevel } from '$core/drill/assist-level';
import type { Hands } from '$core/flight/hands';
import { noBugs, type Bugs } from '$core/instrument/bugs';
import type { Readings } from '$core/instrument/readings';
import type { RadioSettings } from '$core/radio/radio-settings';
import { SUSPICIOUS_JUMPS, freshGuard, guarded } from './axis-guard';
import { readGamepad, type ButtonAction, type GamepadSetup } from './gamepad';

/** Steps of the keys. */
const PITCH_STEP_DEG = 0.5;
const BANK_STEP_DEG = 2.5;
const THROTTLE_STEP = 0.02;
const TRIM_STEP = 0.01;
const PROPELLER_STEP = 0.05;
/** How fast a held key moves a stick without attitude hold, and how fast it comes back, full travels a second. */
const KEY_STICK_RATE = 1.2;
const KEY_STICK_RETURN = 3;

/** A picture that came later than this moves the hands no further: a tab that slept does not jump. */
export const LONGEST_PICTURE_S = 0.1;

type Attitude = Pick<Readings, 'pitch_deg' | 'bank_deg'>;

/**
 * Everything a person works, wherever it comes from: keys, the yoke pad, a gamepad, the levers on screen.
 * With attitude hold the stick's sources set pitch and bank targets; with the autopilot they set its modes' targets;
 * without either they move the stick.
 */
export class PersonsHands {
  assist = $state<AssistLevel>('direct');
  pitch_deg = $state(0);
  bank_deg = $state(0);
  modes = $state<AutopilotModes>({ heading_deg: null, course: 'off', vertical: { mode: 'pitch' } });
  throttle = $state(0);
  propeller = $state(1);
  trim = $state(0);
  flapsTarget_deg = $state(0);
  gearTarget = $state(1);
  altimeterSetting_hPa = $state(1013);
  headingKnob_deg = $state(0);
  alternateStatic = $state(false);
  /** What is set on the radios; null: there are none. */
  radios = $state.raw<RadioSettings | null>(null);
  /** The marks on the scales. */
  bugs = $state.raw<Bugs>(noBugs);
  /** Whether down, on the arrows and on the pad, is back on the yoke: nose up. Otherwise up is nose up. */
  downIsNoseUp = $state(false);
  /** Yoke pad, −1…+1, while it is held. */
  pad = $state<{ x: number; y: number } | null>(null);
  gamepad = $state<GamepadSetup | null>(null);
  /** The joystick's axes have jumped so often that somebody should look at it. */
  axisSuspect = $state(false);
  /** The joystick that was flown with is not there any more. */
  joystickLost = $state(false);
  /** Whether the joystick's buttons do anything: not while they are being chosen. */
  buttonsWork = true;
  /** Called where a button of the joystick asks for what is not the hands' to do. */
  onpause: () => void = () => {};
  // Read at every picture, not rendered: nothing has to react to it.
  // eslint-disable-next-line svelte/prefer-svelte-reactivity
  readonly pressed = new Set<string>();
  private joystickSeen = false;
  private buttonsHeld: readonly ButtonAction[] = [];
  private keyStick = { aileron: 0, elevator: 0 };
  private readonly guards = { aileron: freshGuard(), elevator: freshGuard(), throttle: freshGuard() };

  constructor(private readonly aircraft: AircraftFile) {}

  get attitudeHold(): boolean {
    return this.assist === 'attitude-hold';
  }

  /** Takes over what the airplane is flying with. */
  takeFrom(hands: Hands, attitude: Attitude): void {
    this.throttle = hands.throttle;
    this.propeller = hands.propeller;
    this.trim = hands.trim;
    this.flapsTarget_deg = hands.flapsTarget_deg;
    this.gearTarget = hands.gearTarget;
    this.altimeterSetting_hPa = hands.altimeterSetting_hPa;
    this.headingKnob_deg = hands.headingKnob_deg;
    this.alternateStatic = hands.alternateStatic;
    this.radios = hands.radios ?? null;
    this.bugs = hands.bugs ?? this.bugs;
    this.takeAttitude(attitude);
  }

  takeAttitude(attitude: Attitude): void {
    this.pitch_deg = Math.round(attitude.pitch_deg / PITCH_STEP_DEG) * PITCH_STEP_DEG;
    this.bank_deg = Math.round(attitude.bank_deg / BANK_STEP_DEG) * BANK_STEP_DEG;
  }

  /** Changes the level of help; the autopilot begins with what the airplane is doing. */
  setAssist(level: AssistLevel, shown: Readings): void {
    this.takeAttitude(shown);
    if (level === 'autopilot') {
      this.modes = {
        heading_deg: Math.round(shown.heading_deg) || 360,
        course: 'off',
        vertical: { mode: 'altitude', altitude_ft: Math.round(shown.altitude_ft / 100) * 100 }
      };
    }
    this.assist = level;
  }

  /** Another vertical mode. A path that is followed, or was lost, is given up for it; its course is kept. */
  chooseVertical(vertical: AutopilotModes['vertical'], pathRules: boolean): void {
    if (pathRules && this.modes.course === 'approach') this.modes.course = 'course';
    this.modes.vertical = vertical;
  }

  /** Nose up, the wings level on this heading; whatever was followed is let go. The power is the pilot’s. */
  goAround(shown: Readings): void {
    this.modes = {
      heading_deg: Math.round(shown.heading_deg) || 360,
      course: 'off',
      vertical: { mode: 'go around' }
    };
  }

  /**
   * What the airplane gets now.
   * @param dt_s time since the last asking, for keys that are held
   * @param shown the attitude: with attitude hold, what a joystick has brought about is held when it is let go
   */
  now(dt_s: number, shown: Attitude | null): Hands {
    const pad = this.gamepad ? readGamepad(this.gamepad) : null;
    if (pad) this.joystickSeen = true;
    this.joystickLost = this.gamepad !== null && this.joystickSeen && pad === null;
    if (pad) {
      this.press(pad.held);
      pad.aileron = guarded(this.guards.aileron, pad.aileron, dt_s);
      pad.elevator = guarded(this.guards.elevator, pad.elevator, dt_s);
      if (pad.throttle !== null) pad.throttle = guarded(this.guards.throttle, pad.throttle, dt_s);
      const jumps = Object.values(this.guards).reduce((sum, guard) => sum + guard.jumps, 0);
      if (jumps >= SUSPICIOUS_JUMPS) this.axisSuspect = true;
    }
    if (pad?.throttle !== null && pad?.throttle !== undefined) this.throttle = pad.throttle;
    return {
      stick: this.stick(dt_s, pad, shown),
      rudder: pad?.rudder ?? null,
      throttle: this.throttle,
      propeller: this.propeller,
      trim: this.trim,
      flapsTarget_deg: this.flapsTarget_deg,
      gearTarget: this.gearTarget,
      altimeterSetting_hPa: this.altimeterSetting_hPa,
      headingKnob_deg: this.headingKnob_deg,
      alternateStatic: this.alternateStatic,
      bugs: this.bugs,
      ...(this.radios ? { radios: this.radios } : {})
    };
  }

  /** A button does its work once, as it goes down. */
  private press(held: readonly ButtonAction[]): void {
    for (const action of held.filter((each) => this.buttonsWork && !this.buttonsHeld.includes(each))) {
      if (action === 'pause') this.onpause();
      else if (action === 'trim nose up') this.nudgeTrim(1);
      else if (action === 'trim nose down') this.nudgeTrim(-1);
      else this.moveFlaps(action === 'flaps down' ? 1 : -1);
    }
    this.buttonsHeld = held;
  }

  private stick(
    dt_s: number,
    pad: { aileron: number; elevator: number } | null,
    shown: Attitude | null
  ): Hands['stick'] {
    if (this.assist === 'autopilot') return { kind: 'autopilot', modes: $state.snapshot(this.modes) };
    if (pad && (pad.aileron !== 0 || pad.elevator !== 0 || !this.attitudeHold)) {
      if (shown && this.attitudeHold) this.takeAttitude(shown);
      return { kind: 'direct', aileron: pad.aileron, elevator: pad.elevator };
    }
    if (this.attitudeHold) return { kind: 'attitude', pitch_deg: this.pitch_deg, bank_deg: this.bank_deg };
    if (this.pad) return { kind: 'direct', aileron: this.pad.x, elevator: this.noseUp(this.pad.y) };
    this.keyStick.aileron = this.keyAxis(this.keyStick.aileron, 'ArrowRight', 'ArrowLeft', dt_s);
    const [up, down] = this.downIsNoseUp ? ['ArrowDown', 'ArrowUp'] : ['ArrowUp', 'ArrowDown'];
    this.keyStick.elevator = this.keyAxis(this.keyStick.elevator, up!, down!, dt_s);
    return { kind: 'direct', aileron: 0.6 * this.keyStick.aileron, elevator: 0.6 * this.keyStick.elevator };
  }

  private keyAxis(value: number, more: string, less: string, dt_s: number): number {
    const wanted = Number(this.pressed.has(more)) - Number(this.pressed.has(less));
    const rate = wanted === 0 ? KEY_STICK_RETURN : KEY_STICK_RATE;
    return clamp(value + clamp(wanted - value, -rate * dt_s, rate * dt_s), -1, 1);
  }

  /** The yoke pad while attitude hold is on: the pad's place is the attitude wanted. */
  padMoved(x: number, y: number): void {
    if (this.attitudeHold) {
      this.bank_deg = Math.round((x * 45) / BANK_STEP_DEG) * BANK_STEP_DEG;
      this.pitch_deg = Math.round((this.noseUp(y) * 20) / PITCH_STEP_DEG) * PITCH_STEP_DEG;
    } else this.pad = { x, y };
  }

  /** A place on the pad, down positive, as the nose goes, up positive; and the other way round. */
  noseUp(y: number): number {
    return this.downIsNoseUp ? y : -y;
  }

  nudgePitch(steps: number): void {
    this.pitch_deg = clamp(this.pitch_deg + steps * PITCH_STEP_DEG, -LARGEST_PITCH_DEG, LARGEST_PITCH_DEG);
  }
  nudgeBank(steps: number): void {
    this.bank_deg = clamp(this.bank_deg + steps * BANK_STEP_DEG, -LARGEST_BANK_DEG, LARGEST_BANK_DEG);
  }
  levelWings(): void {
    this.bank_deg = 0;
  }
  nudgeThrottle(steps: number): void {
    this.throttle = clamp(Math.round((this.throttle + steps * THROTTLE_STEP) * 100) / 100, 0, 1);
  }
  nudgePropeller(steps: number): void {
    this.propeller = clamp(Math.round((this.propeller + steps * PROPELLER_STEP) * 100) / 100, 0, 1);
  }
  nudgeTrim(steps: number): void {
    this.trim = clamp(this.trim + steps * TRIM_STEP, -1, 1);
  }
  /** The next flap position down (+1) or up (−1). */
  moveFlaps(steps: 1 | -1): void {
    const positions = this.aircraft.flaps.positions_deg;
    const index = positions.indexOf(this.flapsTarget_deg);
    this.flapsTarget_deg = positions[clamp(index + steps, 0, positions.length - 1)]!;
  }
  moveGear(): void {
    if (this.aircraft.gear.retractable) this.gearTarget = this.gearTarget > 0.5 ? 0 : 1;
  }
  turnSubscale(steps: number): void {
    this.altimeterSetting_hPa = clamp(this.altimeterSetting_hPa + steps, 940, 1060);
  }
  turnHeadingKnob(degrees: number): void {
    this.headingKnob_deg = (this.headingKnob_deg + degrees) % 360;
  }
}
