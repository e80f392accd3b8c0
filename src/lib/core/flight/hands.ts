import type { AutopilotModes } from '../aircraft/autopilot';
import type { Bugs } from '../instrument/bugs';
import type { RadioSettings } from '../radio/radio-settings';

/** What comes from whoever flies: a stick, attitude targets, or an autopilot's modes; and the levers. */
export interface Hands {
  stick:
    | { kind: 'direct'; aileron: number; elevator: number }
    | { kind: 'attitude'; pitch_deg: number; bank_deg: number }
    | { kind: 'autopilot'; modes: AutopilotModes };
  /** −1…+1, or null: the feet keep the ball in the middle by themselves. */
  rudder: number | null;
  throttle: number;
  propeller: number;
  trim: number;
  flapsTarget_deg: number;
  gearTarget: number;
  altimeterSetting_hPa: number;
  /** What has been turned on the heading indicator's knob, + = reads more. */
  headingKnob_deg: number;
  alternateStatic: boolean;
  /** What is set on the radios; only where the lesson is flown by radio. */
  radios?: RadioSettings;
  /** The marks on the scales; left out: as they are. */
  bugs?: Bugs;
}
