import { Type, type Static } from '@sinclair/typebox';
import { numberIn } from '../../measure/number-in';
import { oneOf } from '../../measure/one-of';
import { reversalKinds } from '../course-reversal';

const name = Type.String({ minLength: 1, maxLength: 60, accepted: '1 to 60 letters' });
const words = Type.String({ minLength: 1, maxLength: 300, accepted: '1 to 300 letters' });
const id = Type.String({ pattern: '^[a-z0-9-]{1,60}$', accepted: 'small letters, digits and dashes' });
const ident = Type.String({
  pattern: '^[A-Z0-9]{1,6}$',
  accepted: 'the name of a station or fix in capital letters, or RW and the runway'
});
const course = numberIn('°', 0, 360);
const feet = numberIn('ft', -1300, 30000);
const miles = numberIn('NM', 0, 100);

/** How a final approach is guided. */
export const approachKinds = [
  'ils',
  'localizer',
  'back course',
  'lpv',
  'lnav/vnav',
  'lnav',
  'vor',
  'vor/dme',
  'ndb'
] as const;
export type ApproachKind = (typeof approachKinds)[number];

/** Kinds whose path is sent, or computed by a receiver: it may be received or not, and lost. */
export const kindsWithPath: readonly ApproachKind[] = ['ils', 'lpv', 'lnav/vnav'];

/** Path and terminator, as the industry codes legs. */
export const legTypes = [
  'IF',
  'TF',
  'CF',
  'DF',
  'AF',
  'RF',
  'FA',
  'CA',
  'VA',
  'VI',
  'VM',
  'PI',
  'HM',
  'HF',
  'HA'
] as const;
export type LegType = (typeof legTypes)[number];

/** What leads along a leg. */
export const guides = ['localizer', 'back course', 'vor', 'ndb', 'waypoints', 'arc', 'heading'] as const;
export type Guide = (typeof guides)[number];

/** At: both the same; at or above: only `above_ft`; at or below: only `below_ft`; between: both. */
const AltitudeLimit = Type.Object(
  { above_ft: Type.Optional(feet), below_ft: Type.Optional(feet) },
  { additionalProperties: false, minProperties: 1, accepted: 'above_ft, below_ft or both' }
);
export type AltitudeLimit = Static<typeof AltitudeLimit>;

/** How a fix is told on the panel, besides being a waypoint. */
const Found = Type.Union(
  [
    Type.Object({ by: Type.Literal('distance'), station: ident, nm: miles }, { additionalProperties: false }),
    Type.Object({ by: Type.Literal('radial'), station: ident, deg: course }, { additionalProperties: false }),
    Type.Object(
      { by: Type.Literal('marker'), marker: oneOf(['outer', 'middle', 'inner']) },
      { additionalProperties: false }
    )
  ],
  { accepted: 'by distance, radial or marker' }
);
export type Found = Static<typeof Found>;

/** One leg: it begins where the one before ended. Courses and headings are magnetic. */
export const Leg = Type.Object(
  {
    type: oneOf(legTypes),
    /** Where it ends; of a hold or procedure turn, what it is flown about. */
    fix: Type.Optional(ident),
    role: Type.Optional(oneOf(['initial', 'intermediate', 'final', 'step-down', 'missed approach point'])),
    course_deg: Type.Optional(course),
    turn: Type.Optional(oneOf(['left', 'right'])),
    /** Centre of an arc: a station (AF) or a fix (RF). */
    about: Type.Optional(ident),
    /** Of a procedure turn: how it is flown and the distance to remain within. */
    reversal: Type.Optional(oneOf(reversalKinds)),
    within_nm: Type.Optional(numberIn('NM', 1, 20)),
    /** Of a hold: the inbound leg. */
    leg_s: Type.Optional(numberIn('s', 30, 240)),
    leg_nm: Type.Optional(numberIn('NM', 2, 20)),
    /** A turn at the fix begins before it unless it is flown over. */
    flyOver: Type.Optional(Type.Boolean({ accepted: 'true or false' })),
    guide: Type.Optional(oneOf(guides)),
    /** Whose localizer, radial or bearing. */
    station: Type.Optional(ident),
    found: Type.Optional(Type.Array(Found, { maxItems: 4 })),
    /** At the leg's end; of a climb (CA, VA, FA, HA) what ends it. */
    altitude: Type.Optional(AltitudeLimit),
    speed_kt: Type.Optional(numberIn('kt', 60, 300))
  },
  { additionalProperties: false }
);
export type Leg = Static<typeof Leg>;

/** A fix of the approach's own: a place, or so far before the threshold on the final course. */
const ApproachFix = Type.Object(
  {
    id: ident,
    at: Type.Union(
      [
        Type.Object(
          { latitude_deg: numberIn('°', -85, 85), longitude_deg: numberIn('°', -180, 180) },
          { additionalProperties: false }
        ),
        Type.Object({ onFinal_nm: numberIn('NM', -5, 60) }, { additionalProperties: false })
      ],
      { accepted: 'a place, or so far before the threshold on the final course' }
    )
  },
  { additionalProperties: false }
);
export type ApproachFix = Static<typeof ApproachFix>;

export const categories = ['A', 'B', 'C', 'D'] as const;
export type Category = (typeof categories)[number];

const ForCategory = Type.Union(
  [
    Type.Object(
      { altitude_ft: feet, visibility_sm: numberIn('SM', 0.25, 10) },
      { additionalProperties: false }
    ),
    Type.Null()
  ],
  { accepted: 'an altitude and a visibility, or null where it is not authorised' }
);

/** One line of the minimums. */
const MinimumLine = Type.Object(
  {
    line: Type.String({ minLength: 1, maxLength: 30, accepted: 'such as ILS, LOC, LNAV or circling' }),
    kind: oneOf(['DA', 'MDA']),
    /** It holds only where this fix is received, or only from this transition. */
    needsFix: Type.Optional(ident),
    needsTransition: Type.Optional(id),
    A: ForCategory,
    B: ForCategory,
    C: ForCategory,
    D: ForCategory
  },
  { additionalProperties: false }
);
export type MinimumLine = Static<typeof MinimumLine>;

/** A note of the chart: as data where it changes something. */
const Note = Type.Union(
  [
    Type.Object(
      {
        kind: Type.Literal('remote altimeter'),
        source: name,
        add_ft: numberIn('ft', 0, 1000),
        addVisibility_sm: numberIn('SM', 0, 3)
      },
      { additionalProperties: false }
    ),
    Type.Object(
      { kind: Type.Literal('lights out'), addVisibility_sm: numberIn('SM', 0, 3) },
      { additionalProperties: false }
    ),
    Type.Object({ kind: Type.Literal('lights not coincident') }, { additionalProperties: false }),
    Type.Object(
      { kind: Type.Literal('cold'), below_C: numberIn('°C', -60, 15) },
      { additionalProperties: false }
    ),
    /** One side of a runway, told by who lands on it: the other end with the other turns lies on it as well. */
    Type.Object(
      {
        kind: Type.Literal('no circling'),
        runway: Type.String({ maxLength: 3 }),
        turn: oneOf(['left', 'right'])
      },
      { additionalProperties: false }
    ),
    Type.Object({ kind: Type.Literal('text'), words }, { additionalProperties: false })
  ],
  { accepted: 'remote altimeter, lights out, lights not coincident, no circling, cold or text' }
);
export type Note = Static<typeof Note>;

/** The most legs a part of an approach may have. */
export const MOST_LEGS = 30;
const Legs = Type.Array(Leg, { minItems: 1, maxItems: MOST_LEGS, accepted: `1 to ${MOST_LEGS} legs` });

/** An approach as its chart says it. It belongs to a world, whose stations, fixes and runways it names. */
export const Approach = Type.Object(
  {
    id,
    world: id,
    name,
    kind: oneOf(approachKinds),
    airport: Type.String({ pattern: '^[A-Z0-9]{3,4}$', accepted: 'three or four capital letters or digits' }),
    /** The runway it leads to; null: circling only. */
    runway: Type.Union([
      Type.String({ pattern: '^[0-3][0-9][LCR]?$', accepted: 'a runway name like 24 or 06L' }),
      Type.Null()
    ]),
    edition: Type.String({ maxLength: 60 }),
    /** What its courses are magnetic by, + = east. */
    variation_deg: numberIn('°', -60, 60),
    airportElevation_ft: feet,
    touchdownElevation_ft: feet,
    /** Minimum altitude about the airport, for whoever is lost. */
    safeAltitude_ft: feet,
    finalCourse_deg: course,
    /** What leads along the final course; null with waypoints. */
    station: Type.Union([ident, Type.Null()]),
    /** Vertical path; of a line without vertical guidance it is advisory. */
    path: Type.Union([
      Type.Object(
        { angle_deg: numberIn('°', 2, 6.5), crossing_ft: numberIn('ft', 20, 90) },
        { additionalProperties: false }
      ),
      Type.Null()
    ]),
    fixes: Type.Array(ApproachFix, { maxItems: 60 }),
    transitions: Type.Array(Type.Object({ id, name, legs: Legs }, { additionalProperties: false }), {
      maxItems: 12
    }),
    final: Legs,
    missed: Type.Object(
      { legs: Legs, climb_ftpnm: Type.Optional(numberIn('ft/NM', 200, 800)) },
      { additionalProperties: false }
    ),
    minimums: Type.Array(MinimumLine, { minItems: 1, maxItems: 12, accepted: '1 to 12 lines of minimums' }),
    notes: Type.Array(Note, { maxItems: 20 })
  },
  { $id: 'https://hanza.invalid/schema/approach.json', title: 'Hanza approach', additionalProperties: false }
);
export type Approach = Static<typeof Approach>;
export type VerticalPath = NonNullable<Approach['path']>;
