import { instrumentIds, type InstrumentId } from './readings';

/** What on a panel can be looked at: the flight instruments, the engine's gauges as one, and needle, pointer and distance as one. */
export const scanAreas = [...instrumentIds, 'engine', 'navigation'] as const;
export type ScanArea = InstrumentId | 'engine' | 'navigation';

/** Where the eyes can be: an area, or somewhere else (outside, charts, hands). */
export type Gaze = ScanArea | 'elsewhere';

export const areaNames: Record<Gaze, string> = {
  airspeed: 'airspeed',
  attitude: 'attitude',
  altimeter: 'altimeter',
  turn: 'turn and slip',
  heading: 'heading indicator',
  'vertical-speed': 'vertical speed',
  compass: 'compass',
  engine: 'engine gauges',
  navigation: 'course and distance',
  elsewhere: 'elsewhere'
};

/** Whether a text names something the eyes can be on. */
export function isGaze(text: string): text is Gaze {
  return Object.hasOwn(areaNames, text);
}
