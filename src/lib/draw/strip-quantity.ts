import type { PropulsionKind } from '$core/aircraft/aircraft-file';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import type { ChannelId } from '$core/flight/channels';

/** How a channel is drawn as a strip: its name and unit, the steps of its scale, how high it stands. */
export interface Quantity {
  id: ChannelId;
  name: string;
  unit: string;
  decimals: number;
  step: number;
  margin: number;
  height: number;
  /** When there is such a thing at all; left out: all the time. */
  during?: readonly PhaseSpan[];
}

export const ALTITUDE: Quantity = {
  id: 'altitude_ft',
  name: 'Altitude',
  unit: 'ft',
  decimals: 0,
  step: 100,
  margin: 60,
  height: 140
};
export const RATE: Quantity = { id: 'verticalSpeed_fpm', name: 'Vertical speed', unit: 'ft/min', decimals: 0, step: 100, margin: 80, height: 124 }; // prettier-ignore
export const SPEED: Quantity = {
  id: 'ias_kt',
  name: 'Airspeed',
  unit: 'kt',
  decimals: 0,
  step: 5,
  margin: 3,
  height: 112
};
export const HEADING: Quantity = {
  id: 'heading_deg',
  name: 'Heading',
  unit: '°',
  decimals: 0,
  step: 5,
  margin: 3,
  height: 92
};
export const BANK: Quantity = {
  id: 'bank_deg',
  name: 'Bank',
  unit: '° bank',
  decimals: 0,
  step: 5,
  margin: 3,
  height: 84
};
export const TURN: Quantity = {
  id: 'turnRate_degps',
  name: 'Turn rate',
  unit: '°/s',
  decimals: 1,
  step: 1,
  margin: 0.5,
  height: 84
};
export const PITCH: Quantity = {
  id: 'pitch_deg',
  name: 'Pitch',
  unit: '° pitch',
  decimals: 1,
  step: 5,
  margin: 1,
  height: 76
};
export const COURSE: Quantity = {
  id: 'courseShare',
  name: 'Course',
  unit: 'of full scale',
  decimals: 2,
  step: 0.25,
  margin: 0.1,
  height: 124
};
export const PATH: Quantity = {
  id: 'pathShare',
  name: 'Path',
  unit: 'of full scale, above',
  decimals: 2,
  step: 0.25,
  margin: 0.1,
  height: 124
};
export const ARC: Quantity = { id: 'arcError_nm', name: 'Arc', unit: 'NM outside', decimals: 1, step: 0.5, margin: 0.1, height: 124 }; // prettier-ignore
/** Beyond this the needle is at its stop, and so is the strip; and an arc is only on its way to be joined. */
export const STOPS: Partial<Record<ChannelId, number>> = {
  courseShare: 1.25,
  arcError_nm: 2,
  pathShare: 1.25
};
export const POWER: Record<PropulsionKind, Quantity> = {
  'fixed-pitch': { id: 'rpm', name: 'Power', unit: 'RPM', decimals: 0, step: 100, margin: 60, height: 66 },
  'constant-speed': { id: 'manifoldPressure_inHg', name: 'Power', unit: 'inHg', decimals: 1, step: 2, margin: 0.5, height: 66 }, // prettier-ignore
  turboprop: {
    id: 'torque_percent',
    name: 'Power',
    unit: '% torque',
    decimals: 0,
    step: 10,
    margin: 3,
    height: 66
  }
};
