import type { Static } from '@sinclair/typebox';
import { placeName } from '../drill/own-place';
import { objectSharing } from '../measure/object-sharing';
import { weatherQuantities } from './command';

/** Weather a school keeps, to put into a flight again; what it does not name stays as it is then. */
export const OwnWeather = objectSharing(weatherQuantities, { name: placeName });
export type OwnWeather = Static<typeof OwnWeather>;
