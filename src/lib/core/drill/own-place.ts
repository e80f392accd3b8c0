import { Type, type Static } from '@sinclair/typebox';
import { numberIn } from '../measure/number-in';

/** Where an airplane is put down, and how it flies there; heading magnetic. */
export const placeAt = Type.Object(
  { latitude_deg: numberIn('°', -89, 89), longitude_deg: numberIn('°', -180, 180) },
  { additionalProperties: false }
);
export const placeAltitude = numberIn('ft', -1000, 25000);
export const placeHeading = numberIn('°', 0, 360);
export const placeSpeed = numberIn('kt', 40, 300);
/** What people call a place. */
export const placeName = Type.String({
  minLength: 1,
  maxLength: 60,
  pattern: '\\S',
  accepted: '1 to 60 letters'
});

/** A place a school keeps, to put an airplane down at again. */
export const OwnPlace = Type.Object(
  {
    name: placeName,
    at: placeAt,
    altitude_ft: placeAltitude,
    heading_deg: placeHeading,
    speed_kt: placeSpeed
  },
  { additionalProperties: false }
);
export type OwnPlace = Static<typeof OwnPlace>;
