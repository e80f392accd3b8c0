import { Type, type Static } from '@sinclair/typebox';
import { placeName } from '../drill/own-place';
import { weatherQuantities } from './command';

/** Weather a school keeps, to put into a flight again; what it does not name stays as it is then. */
export const OwnWeather = Type.Object(
  { name: placeName, ...weatherQuantities },
  { additionalProperties: false }
);
export type OwnWeather = Static<typeof OwnWeather>;
