import type { Place } from '../earth/local-plane';
import type { Readings } from '../instrument/readings';
import type { ScanArea } from '../instrument/scan-area';
import type { NavigationShown } from '../radio/navigation-shown';
import type { RadioSettings } from '../radio/radio-settings';
import type { WayRound } from './run-procedure';

/** What a pilot's hands do. Pitch and bank are held as attitudes, as hands do it: by the attitude indicator. */
export interface PilotHands {
  pitch_deg: number;
  bank_deg: number;
  throttle: number;
  propeller: number;
  trim: number;
  flapsTarget_deg: number;
  gearTarget: number;
  /** Nothing is touched: the airplane goes on as it is. */
  handsOff: boolean;
  /** What is set on the radios, where there are any. */
  radios?: RadioSettings | undefined;
}

/**
 * A simulated pilot: told the lesson and the airplane's numbers, hears the calls, and otherwise knows only what the eyes
 * last read of each instrument.
 */
export interface Pilot {
  /** To be asked at every step; looks and acts at its own pace. @param phaseIndex the phase the instructor has called @param seenPlace where it is seen to be by a look out of the window; null: nothing is to be seen */
  act(
    time_s: number,
    readings: Readings,
    phaseIndex: number,
    navigation?: NavigationShown | null,
    seenPlace?: Place | null
  ): PilotHands;
  /** Where the eyes are. */
  looksAt(): ScanArea;
  /** How far round a hold or a course reversal it is; null where it has no radios. */
  wayRound(): WayRound | null;
}
