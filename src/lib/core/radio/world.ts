import { Type, type Static } from '@sinclair/typebox';
import { objectSharing } from '../measure/object-sharing';

const latitude = Type.Number({ minimum: -85, maximum: 85, accepted: 'a latitude from −85 to 85°' });
const longitude = Type.Number({ minimum: -180, maximum: 180, accepted: 'a longitude from −180 to 180°' });
const elevation = Type.Number({
  minimum: -500,
  maximum: 15000,
  accepted: 'an elevation from −500 to 15000 ft'
});
const angle = Type.Number({ minimum: 0, maximum: 360, accepted: 'a bearing from 0 to 360°' });
const name = Type.String({ minLength: 1, maxLength: 60, accepted: '1 to 60 letters' });
const ident = Type.String({ pattern: '^[A-Z]{1,4}$', accepted: '1 to 4 capital letters' });
const range = Type.Number({ minimum: 1, maximum: 200, accepted: 'a range from 1 to 200 NM' });

/** Bands of the radio aids. */
export const VHF_BAND_MHZ = [108, 117.95] as const;
export const NDB_BAND_KHZ = [190, 535] as const;
const frequencyIn = /* @__NO_SIDE_EFFECTS__ */ (
  [minimum, maximum]: readonly [number, number],
  unit: 'MHz' | 'kHz'
) =>
  Type.Number({
    minimum,
    maximum,
    accepted: `a frequency from ${unit === 'MHz' ? minimum.toFixed(2) : minimum} to ${maximum} ${unit}`
  });
const vhf = frequencyIn(VHF_BAND_MHZ, 'MHz');

const common = {
  id: ident,
  name,
  latitude_deg: latitude,
  longitude_deg: longitude,
  elevation_ft: elevation,
  range_nm: range
};

/** A radio aid. Radials of a VOR stand by the variation it was aligned with, + = east. */
export const Station = Type.Union(
  [
    objectSharing(common, {
      kind: Type.Literal('vor'),
      frequency_MHz: vhf,
      alignment_deg: Type.Number({ minimum: -60, maximum: 60, accepted: 'a variation from −60 to 60°' }),
      dme: Type.Boolean()
    }),
    objectSharing(common, {
      kind: Type.Literal('ndb'),
      frequency_kHz: frequencyIn(NDB_BAND_KHZ, 'kHz')
    }),
    objectSharing(common, {
      kind: Type.Literal('localizer'),
      frequency_MHz: vhf,
      /** Front course, magnetic. */
      course_deg: angle,
      /** Full deflection to either side, degrees. */
      halfWidth_deg: Type.Number({ minimum: 1.5, maximum: 3, accepted: 'a half width from 1.5 to 3°' }),
      dme: Type.Boolean(),
      /** Its path, where it has one: the antenna stands beside the runway. */
      glideSlope: Type.Optional(
        Type.Object(
          {
            angle_deg: Type.Number({ minimum: 2, maximum: 6.5, accepted: 'an angle from 2 to 6.5°' }),
            latitude_deg: latitude,
            longitude_deg: longitude,
            elevation_ft: elevation
          },
          { additionalProperties: false }
        )
      ),
      runway: name
    }),
    objectSharing(common, {
      kind: Type.Literal('marker'),
      marker: Type.Union([Type.Literal('outer'), Type.Literal('middle'), Type.Literal('inner')])
    })
  ],
  { accepted: 'a station: vor, ndb, localizer or marker' }
);
export type Station = Static<typeof Station>;

/** Where a fix lies: a place; on a radial at a distance; or where two radials cross. */
export const Fix = Type.Object(
  {
    id: Type.String({ pattern: '^[A-Z]{5}$', accepted: 'five capital letters' }),
    at: Type.Union(
      [
        Type.Object({ latitude_deg: latitude, longitude_deg: longitude }, { additionalProperties: false }),
        Type.Object(
          {
            station: ident,
            radial_deg: angle,
            distance_nm: Type.Number({ minimum: 0, maximum: 200, accepted: 'a distance up to 200 NM' })
          },
          { additionalProperties: false }
        ),
        Type.Object(
          { station: ident, radial_deg: angle, other: ident, otherRadial_deg: angle },
          { additionalProperties: false }
        )
      ],
      { accepted: 'a place, a radial and distance, or two radials' }
    )
  },
  { additionalProperties: false }
);
export type Fix = Static<typeof Fix>;

export const Runway = Type.Object(
  {
    airport: Type.String({ pattern: '^[A-Z0-9]{3,4}$', accepted: 'three or four capital letters or digits' }),
    airportName: name,
    name: Type.String({ pattern: '^[0-3][0-9][LCR]?$', accepted: 'a runway name like 24 or 06L' }),
    latitude_deg: latitude,
    longitude_deg: longitude,
    elevation_ft: elevation,
    /** Magnetic, landing direction. */
    course_deg: angle,
    length_ft: Type.Number({ minimum: 500, maximum: 20000, accepted: 'a length from 500 to 20000 ft' })
  },
  { additionalProperties: false }
);
export type Runway = Static<typeof Runway>;

/** Stations, fixes and runways of one piece of the earth. */
export const World = Type.Object(
  {
    id: Type.String({ pattern: '^[a-z0-9-]{1,40}$', accepted: 'small letters, digits and dashes' }),
    name,
    stations: Type.Array(Station, { maxItems: 500 }),
    fixes: Type.Array(Fix, { maxItems: 2000 }),
    runways: Type.Array(Runway, { maxItems: 500 })
  },
  { $id: 'https://hanza.invalid/schema/world.json', title: 'Hanza world', additionalProperties: false }
);
export type World = Static<typeof World>;
