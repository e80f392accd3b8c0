import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';
import { instrumentIds } from '../instrument/readings';
import { reversalKinds } from '../procedure/course-reversal';
import { conditionChannels, segments } from './drill';
import { fixedBy } from './reference';

const name = /* @__NO_SIDE_EFFECTS__ */ (maximum: number) =>
  Type.String({ minLength: 1, maxLength: maximum, accepted: `1 to ${maximum} letters` });
const id = Type.String({ pattern: '^[a-z0-9-]{1,40}$', accepted: 'small letters, digits and dashes' });
const finite = Type.Number({ minimum: -100000, maximum: 100000, accepted: 'a number' });

/** A number, or a figure of the lesson, multiplied and shifted: `{ figure: 'startAltitude_ft', plus: 500 }`. */
export const Quantity = Type.Union(
  [
    finite,
    Type.Object(
      { figure: name(40), times: Type.Optional(finite), plus: Type.Optional(finite) },
      { additionalProperties: false }
    )
  ],
  { accepted: 'a number, or a figure of the lesson with times and plus' }
);
export type Quantity = Static<typeof Quantity>;

/** Reads a quantity for one lesson. @throws Rejection when it names a figure there is none of */
export type ReadQuantity = (quantity: Quantity, field: string) => number;

/** As the resolved condition (see drill.ts), with quantities for numbers. */
export const ConditionFile = Type.Recursive((Self) =>
  Type.Union(
    [
      Type.Object(
        {
          is: Type.Union([Type.Literal('below'), Type.Literal('above')]),
          channel: oneOf(conditionChannels),
          value: Quantity,
          since: Type.Optional(Quantity),
          crossed: Type.Optional(Type.Literal(true)),
          for_s: Type.Number({ minimum: 0, maximum: 600 })
        },
        { additionalProperties: false }
      ),
      Type.Object(
        {
          is: Type.Literal('within'),
          channel: oneOf(conditionChannels),
          value: Quantity,
          tolerance: Type.Number({ minimum: 0, maximum: 10000 }),
          for_s: Type.Number({ minimum: 0, maximum: 600 })
        },
        { additionalProperties: false }
      ),
      Type.Object({ is: Type.Literal('after'), seconds: Quantity }, { additionalProperties: false }),
      Type.Object(
        {
          is: Type.Union([Type.Literal('any'), Type.Literal('all')]),
          of: Type.Array(Self, { minItems: 1, maxItems: 8 })
        },
        { additionalProperties: false }
      )
    ],
    { accepted: 'a condition: below, above, within, after, any or all' }
  )
);
export type ConditionFile = Static<typeof ConditionFile>;

export const judged = ['altitude', 'speed', 'rate', 'heading', 'bank', 'turn', 'course', 'path'] as const;
export type Judged = (typeof judged)[number];

const Turn = Type.Object(
  {
    direction: oneOf(['left', 'right']),
    /** Heading to roll out on, or how far round; neither: as long as the phase lasts. */
    to_deg: Type.Optional(Quantity),
    by_deg: Type.Optional(Quantity),
    /** Bank asked for, or the rate. */
    bank_deg: Type.Optional(Quantity),
    rate: Type.Optional(oneOf(['standard', 'half']))
  },
  { additionalProperties: false }
);

const NavigatedCourse = Type.Object(
  {
    course_deg: Quantity,
    way: oneOf(['to', 'from']),
    /** Joined at this angle first; left out: it is held. */
    intercept_deg: Type.Optional(Quantity)
  },
  { additionalProperties: false }
);
const NavigatedArc = Type.Object(
  { radius_nm: Quantity, to_radial_deg: Quantity },
  { additionalProperties: false }
);
const NavigatedHold = Type.Object(
  {
    inbound_deg: Quantity,
    /** Inbound leg by time, or where the outbound leg ends. */
    leg_s: Type.Optional(Quantity),
    leg_nm: Type.Optional(Quantity),
    circuits: Quantity
  },
  { additionalProperties: false }
);
const NavigatedReversal = Type.Object(
  { kind: oneOf(reversalKinds), inbound_deg: Quantity, within_nm: Quantity },
  { additionalProperties: false }
);

/** One phase as it is written. What is not said goes on as in the phase before. */
export const PhaseFile = Type.Object(
  {
    id,
    name: name(40),
    /** Spoken and shown as the phase begins; {heading}, {altitude}, {speed}, {rate} stand for its figures. */
    call: Type.Optional(name(160)),
    pace: Type.Optional(oneOf(['own', 'called'])),
    /** Level at this altitude; or climb or descend to one. */
    altitude_ft: Type.Optional(Quantity),
    to_ft: Type.Optional(Quantity),
    /** Size of the vertical speed; left out with `to_ft`: full power. */
    rate_fpm: Type.Optional(Quantity),
    /** Down a path over the phase's fix, with the rate it should take. */
    path: Type.Optional(
      Type.Object(
        { angle_deg: Quantity, overFix_ft: Quantity, by: oneOf(['glide slope', 'space', 'altimeter']) },
        { additionalProperties: false }
      )
    ),
    /** Not below this altitude, as closely as altitudes are held; not at all below this minimum, or below these from so far along the course on. */
    floor_ft: Type.Optional(Quantity),
    minimum_ft: Type.Optional(Quantity),
    floors: Type.Optional(
      Type.Array(Type.Object({ at_nm: Quantity, altitude_ft: Quantity }, { additionalProperties: false }), {
        minItems: 1,
        maxItems: 20
      })
    ),
    /** With a rate: which of the two the nose holds. */
    nose_holds: Type.Optional(oneOf(['rate', 'speed'])),
    speed_kt: Type.Optional(Quantity),
    heading_deg: Type.Optional(Quantity),
    turn: Type.Optional(Turn),
    /** Which of the drill's other fixes it is flown about; `main` goes back to the first. */
    about: Type.Optional(id),
    course: Type.Optional(NavigatedCourse),
    arc: Type.Optional(NavigatedArc),
    hold: Type.Optional(NavigatedHold),
    reversal: Type.Optional(NavigatedReversal),
    /** Straight to the fix; `left` or `right`: by that turn, and not by the shorter one. */
    direct: Type.Optional(
      Type.Unsafe<true | 'left' | 'right'>({
        enum: [true, 'left', 'right'],
        accepted: 'true, or the turn that leads there: left or right'
      })
    ),
    flaps_deg: Type.Optional(Quantity),
    gear: Type.Optional(oneOf(['up', 'down'])),
    /** Which corridors count; left out: all that the phase asks for. */
    judge: Type.Optional(Type.Array(oneOf(judged), { maxItems: 8, uniqueItems: true })),
    /** How long it lasts; left out: until what it asks for is reached. */
    for_s: Type.Optional(Quantity),
    until: Type.Optional(ConditionFile),
    /** The part of an approach it belongs to. */
    segment: Type.Optional(oneOf(segments)),
    upset: Type.Optional(Quantity),
    recovery: Type.Optional(Type.Boolean()),
    /** Flown with the view-limiting device off, where the plan asks for no cloud. */
    looksOut: Type.Optional(Type.Boolean({ accepted: 'true or false' }))
  },
  { additionalProperties: false }
);
export type PhaseFile = Static<typeof PhaseFile>;

const FigureFile = Type.Object(
  {
    id: Type.String({
      pattern: '^[A-Za-z][A-Za-z0-9_]{0,39}$',
      accepted: 'letters, digits and underscores'
    }),
    name: name(40),
    unit: Type.String({ maxLength: 12 }),
    /** What it is unless the plan says otherwise; may build on the airplane's own figures. */
    usual: Quantity,
    minimum: finite,
    maximum: finite,
    step: Type.Number({ minimum: 0.1, maximum: 1000 })
  },
  { additionalProperties: false }
);
export type FigureFile = Static<typeof FigureFile>;

const CheckFile = Type.Union(
  [
    Type.Object({ kind: Type.Literal('speed-first'), phase: id, speed_kt: Quantity }),
    Type.Object({ kind: Type.Literal('decision'), phase: id, altitude_ft: Quantity }),
    Type.Object({
      kind: Type.Literal('configuration'),
      phase: id,
      within_s: Type.Number({ minimum: 1, maximum: 120 })
    }),
    Type.Object({ kind: Type.Literal('set-up'), phase: id }),
    Type.Object({ kind: Type.Literal('station-time'), phase: id }),
    Type.Object({
      kind: Type.Literal('passage'),
      phase: id,
      within_s: Type.Number({ minimum: 1, maximum: 60 })
    })
  ],
  { accepted: 'a check: speed-first, decision, configuration, set-up, passage or station-time' }
);

const NavigationFile = Type.Object(
  {
    by: oneOf(fixedBy),
    /** The first of these that the lesson's world has is taken unless the plan says otherwise. */
    usualFixes: Type.Array(name(5), { minItems: 1, maxItems: 8 }),
    /** More fixes its phases are flown about. */
    others: Type.Optional(
      Type.Array(
        Type.Object(
          {
            id,
            name: name(40),
            by: oneOf(fixedBy),
            usualFixes: Type.Array(name(5), { minItems: 1, maxItems: 8 }),
            turn: Type.Optional(oneOf(['right', 'left']))
          },
          { additionalProperties: false }
        ),
        { maxItems: 6 }
      )
    ),
    start: Type.Object(
      { radial_deg: Quantity, distance_nm: Quantity, heading_deg: Quantity },
      { additionalProperties: false }
    )
  },
  { additionalProperties: false }
);

/** A drill as instructors write, keep and exchange it. */
export const DrillFile = Type.Object(
  {
    id,
    name: name(60),
    family: oneOf([
      'basic',
      'turns',
      'climbs and descents',
      'patterns',
      'partial panel',
      'recovery',
      'navigation'
    ]),
    purpose: name(400),
    usualFaults: Type.Array(name(200), { maxItems: 8 }),
    figures: Type.Array(FigureFile, { maxItems: 20 }),
    /** Flown by radio: by what, where usually, and from where it begins. */
    navigation: Type.Optional(NavigationFile),
    /** Instruments covered in this drill whatever the plan says. */
    covers: Type.Array(oneOf(instrumentIds), { uniqueItems: true }),
    checks: Type.Array(CheckFile, { maxItems: 10 }),
    phases: Type.Array(PhaseFile, { minItems: 1, maxItems: 60 })
  },
  {
    $id: 'https://hanza.invalid/schema/drill.json',
    title: 'Hanza drill',
    additionalProperties: false
  }
);
export type DrillFile = Static<typeof DrillFile>;
