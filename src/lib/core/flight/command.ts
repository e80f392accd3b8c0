import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { precipitations } from '../air/precipitation';
import { turbulenceLevels } from '../air/turbulence';
import { Clearance } from '../drill/clearance';
import { placeAltitude, placeAt, placeHeading, placeName, placeSpeed } from '../drill/own-place';
import { faultKinds } from '../instrument/instrument-fault';
import { numberIn } from '../measure/number-in';
import { objectSharing } from '../measure/object-sharing';
import { oneOf } from '../measure/one-of';

export const LONGEST_CALL = 160;
/** How fast time may be let pass. */
export const timeRates = [1, 2, 4] as const;

const yesNo = Type.Boolean({ accepted: 'true or false' });
const does = /* @__NO_SIDE_EFFECTS__ */ <const Does extends string, Fields extends Record<string, TSchema>>(
  what: Does,
  fields: Fields
) => Type.Object({ does: Type.Literal(what), ...fields }, { additionalProperties: false });
const letters = /* @__NO_SIDE_EFFECTS__ */ (longest: number) =>
  Type.String({ minLength: 1, maxLength: longest, accepted: `1 to ${longest} letters` });

/** When something is to come about that does not at once. */
export const ComesWhen = Type.Union(
  [
    Type.Object({ after_s: numberIn('s', 1, 3600) }, { additionalProperties: false }),
    Type.Object({ below_ft: numberIn('ft', -1000, 25000) }, { additionalProperties: false }),
    Type.Object({ above_ft: numberIn('ft', -1000, 25000) }, { additionalProperties: false }),
    Type.Object({ within_nm: numberIn('NM', 0.1, 60), of: letters(12) }, { additionalProperties: false })
  ],
  { accepted: 'after so many seconds, below or above an altitude, or within so many miles of a fix' }
);
export type ComesWhen = Static<typeof ComesWhen>;

/** Where the airplane is put down, trimmed; without a place it stays over the one it is at. */
export const Placing = does('place', {
  name: placeName,
  at: Type.Optional(placeAt),
  altitude_ft: placeAltitude,
  heading_deg: placeHeading,
  speed_kt: placeSpeed,
  /** Trimmed for this rate; left out: level. */
  verticalSpeed_fpm: Type.Optional(numberIn('ft/min', -2000, 2000)),
  /** Id of the phase that is flown from there; left out: the one that is flown now. */
  phase: Type.Optional(letters(60))
});
export type Placing = Static<typeof Placing>;

/** The air, and what is to be seen through it; what is left out stays. */
export const weatherQuantities = {
  wind: Type.Optional(
    Type.Object(
      { from_deg: numberIn('°', 0, 360), speed_kt: numberIn('kt', 0, 80) },
      { additionalProperties: false }
    )
  ),
  gust_kt: Type.Optional(numberIn('kt', 0, 25)),
  turbulence: Type.Optional(oneOf(turbulenceLevels)),
  altimeterSetting_hPa: Type.Optional(numberIn('hPa', 940, 1060)),
  /** From standard. */
  temperatureOffset_K: Type.Optional(numberIn('°C', -40, 40)),
  /** Above touchdown; at once, as visibility and what falls are. */
  base_ft: Type.Optional(numberIn('ft', 0, 5000)),
  /** Of the lowest cloud, above touchdown; null: above where it is flown. */
  top_ft: Type.Optional(
    Type.Union([numberIn('ft', 200, 20000), Type.Null()], {
      accepted: 'a number from 200 to 20000 ft, or null'
    })
  ),
  /** But for what falls. */
  visibility_sm: Type.Optional(numberIn('SM', 0, 10)),
  precipitation: Type.Optional(oneOf(precipitations))
};

/** Wind, gusts, pressure and temperature change evenly over a time; all of it now, or when its moment comes. */
export const WeatherChange = objectSharing(weatherQuantities, {
  does: Type.Literal('weather'),
  over_s: numberIn('s', 0, 1800),
  when: Type.Optional(ComesWhen)
});
export type WeatherChange = Static<typeof WeatherChange>;

/**
 * What is done to a flight from outside, from its moment on: kept with its events, obeyed again when it is resumed, and judged in
 * its light. The failures of a plan are the first of them.
 */
export const Command = Type.Union(
  [
    does('fail', { what: oneOf(faultKinds), when: Type.Optional(ComesWhen) }),
    /** Time stands still, and goes on. */
    does('freeze', { on: yesNo }),
    /** Time passes so many times as fast. */
    does('time', {
      rate: Type.Union([Type.Literal(1), Type.Literal(2), Type.Literal(4)], { accepted: '1, 2 or 4' })
    }),
    /** The airplane is flown on over one place, so that there is time to think. */
    does('hold position', { on: yesNo }),
    Placing,
    Clearance,
    /** The missed approach is flown from here, whatever the plan's end. */
    does('go around', {}),
    /** On with what was planned, from a phase on: cleared for the approach, to hold as published. */
    does('go on', { phase: letters(60) }),
    WeatherChange,
    /** Who has control. */
    does('control', { by: oneOf(['instructor', 'student']) }),
    /** Something is said to whoever flies. */
    does('call', { words: letters(LONGEST_CALL) }),
    does('end', {})
  ],
  {
    accepted:
      'fail, freeze, time, hold position, place, clear, go around, go on, weather, control, call or end, with what belongs to it'
  }
);
export type Command = Static<typeof Command>;
