/**
 * The channels a flight records, each as a whole number of its resolution (10^−decimals of its unit):
 * what an instrument of that kind can be read to. Recorded, sent, stored and graded values are therefore the same.
 */
export interface ChannelDefinition {
  id: string;
  name: string;
  unit: string;
  decimals: number;
}

const channel = <const Id extends string>(id: Id, name: string, unit: string, decimals: number) => ({
  id,
  name,
  unit,
  decimals
});

export const channelDefinitions = [
  channel('latitude_deg', 'Latitude', '°', 7),
  channel('longitude_deg', 'Longitude', '°', 7),
  channel('altitude_ft', 'Altitude', 'ft', 0),
  channel('trueAltitude_ft', 'True altitude', 'ft', 0),
  channel('ias_kt', 'Airspeed', 'kt', 1),
  channel('tas_kt', 'True airspeed', 'kt', 1),
  channel('groundspeed_kt', 'Groundspeed', 'kt', 1),
  channel('verticalSpeed_fpm', 'Vertical speed', 'ft/min', 0),
  channel('climbRate_fpm', 'Climb rate', 'ft/min', 0),
  channel('pitch_deg', 'Pitch', '°', 1),
  channel('bank_deg', 'Bank', '°', 1),
  channel('heading_deg', 'Heading', '°', 1),
  channel('track_deg', 'Track', '°', 1),
  channel('turnRate_degps', 'Turn rate', '°/s', 1),
  channel('ball', 'Slip ball', '', 2),
  channel('rpm', 'Power', 'RPM', 0),
  channel('throttle', 'Throttle', '', 2),
  channel('elevator', 'Elevator', '', 2),
  channel('aileron', 'Aileron', '', 2),
  channel('rudder', 'Rudder', '', 2),
  channel('trim', 'Trim', '', 3),
  channel('flaps_deg', 'Flaps', '°', 0),
  channel('loadFactor', 'Load factor', 'g', 2),
  channel('angleOfAttack_deg', 'Angle of attack', '°', 1),
  channel('truePitch_deg', 'True pitch', '°', 1),
  channel('trueBank_deg', 'True bank', '°', 1),
  channel('trueHeading_deg', 'True heading by magnetic north', '°', 1),
  channel('trueIas_kt', 'Airspeed without instrument faults', 'kt', 1),
  channel('compass_deg', 'Compass', '°', 0),
  channel('manifoldPressure_inHg', 'Manifold pressure', 'inHg', 1),
  channel('torque_percent', 'Torque', '%', 1),
  channel('propeller', 'Propeller lever', '', 2),
  channel('gear', 'Gear', '', 1),
  channel('fuel_kg', 'Fuel', 'kg', 1),
  channel('needle', 'Course needle', '', 3),
  channel('toFrom', 'To, from', '', 0),
  channel('course_deg', 'Course selected', '°', 0),
  channel('needleSource', 'Needle fed by', '', 0),
  channel('needle2', 'Second needle', '', 3),
  channel('bearing_deg', 'Bearing pointer', '°', 1),
  channel('distance_nm', 'Distance shown', 'NM', 1),
  channel('courseShare', 'Off course, share of full scale', '', 3),
  channel('fixDistance_nm', 'Distance from the fix', 'NM', 3),
  channel('fixRadial_deg', 'Bearing from the fix', '°', 1),
  channel('along_nm', 'Along the course', 'NM', 3),
  channel('crossTrack_nm', 'Cross-track', 'NM', 3),
  channel('passages', 'Fix passed', '', 0),
  channel('arcError_nm', 'Off the arc', 'NM', 3),
  channel('pathNeedle', 'Path needle', '', 3),
  channel('pathShare', 'Off the path, share of full scale', '', 3)
] as const satisfies readonly ChannelDefinition[];

/** Name of a channel, with its unit. */
export type ChannelId = (typeof channelDefinitions)[number]['id'];

/** One moment of a flight: what was recorded of each channel, in its unit. */
export type Sample = Partial<Record<ChannelId, number>>;

/** Flights recorded before there were more channels have the first so many. */
export const FIRST_CHANNELS = 24;

/** Flights without radios have so many. */
export const CHANNELS_WITHOUT_RADIO = channelDefinitions.findIndex((c) => c.id === 'needle');

export const RECORDING_RATE_HZ = 10;

const indexById = new Map<string, number>(
  channelDefinitions.map((definition, index) => [definition.id, index])
);

/** Position of a channel in recordings. */
export function channelIndex(id: ChannelId): number {
  return indexById.get(id)!;
}

/** Whether a name from outside, such as a column's of a file, is that of a channel. */
export function isChannel(name: string): name is ChannelId {
  return indexById.has(name);
}

/** Writes what was sampled into the whole-number counts of a moment, as it is recorded; the rest of them stays as it is. */
export function writeSample(counts: Int32Array, sample: Sample): void {
  for (const id in sample) {
    const index = channelIndex(id as ChannelId);
    counts[index] = Math.round(sample[id as ChannelId]! * channelScales[index]!);
  }
}

/** Powers of ten of each channel, in order. */
export const channelScales: readonly number[] = channelDefinitions.map(
  (definition) => 10 ** definition.decimals
);
