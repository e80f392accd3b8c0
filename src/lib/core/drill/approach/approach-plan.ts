import { Type, type Static } from '@sinclair/typebox';
import { numberIn } from '../../measure/number-in';
import { oneOf } from '../../measure/one-of';
import { precipitations } from '../../air/precipitation';
import { plantedFaults } from './planted-fault';
import { radioStarts } from '../navigation-plan';
import { Approach } from '../../procedure/approach/approach';

export const configurations = ['before the final fix', 'on the path'] as const;
export const lostOn = ['downwind', 'base'] as const;
export const daylights = ['day', 'dusk', 'night'] as const;
export type Daylight = (typeof daylights)[number];
export const approachEnds = ['missed', 'landing', 'as seen'] as const;

/** An approach as it is to be flown in a lesson: its chart as it was when the lesson was planned, the way in, and the technique. */
export const ApproachPlan = Type.Object(
  {
    approach: Approach,
    /** Id of the transition; null: vectors to the final course. */
    transition: Type.Union([Type.String({ maxLength: 60 }), Type.Null()]),
    /** Speed on the final approach. */
    speed_kt: numberIn('kt', 40, 165),
    /** Without a path of its own: levelled at every step, or one straight descent that treats the minimum, with an add-on, as a DA. */
    technique: oneOf(['continuous', 'step-down']),
    addOn_ft: numberIn('ft', 0, 200),
    /** When flaps and gear are set. */
    configure: oneOf(configurations),
    /** How minimums are set: up to the next 1, 10 or 20 ft. */
    roundTo_ft: Type.Union([Type.Literal(1), Type.Literal(10), Type.Literal(20)], {
      accepted: '1, 10 or 20 ft'
    }),
    altimeter: oneOf(['local', 'remote']),
    approachLights: oneOf(['on', 'out']),
    withoutFixes: Type.Array(Type.String({ maxLength: 6 }), { maxItems: 20 }),
    /** The path is not received or not flown. */
    withoutPath: Type.Boolean({ accepted: 'true or false' }),
    /** The path is lost on the way to the final fix, and it is flown on without. Left out: it is not. */
    pathLost: Type.Optional(Type.Literal(true)),
    /** Only a line of the minimums of this name; null: the lowest that applies. */
    line: Type.Union([Type.String({ maxLength: 30 }), Type.Null()]),
    /** What is to be seen at the minimum: nothing, so that it is missed; the runway; or what the weather there leaves. */
    ends: oneOf(approachEnds),
    /** The weather at the airport, where it decides: cloud base above touchdown, and flight visibility. Left out: as published. */
    base_ft: Type.Optional(numberIn('ft', 0, 5000)),
    visibility_sm: Type.Optional(numberIn('SM', 0, 10)),
    /** Of that cloud, above touchdown. Left out: above where it is flown. */
    top_ft: Type.Optional(numberIn('ft', 200, 20000)),
    /** A second overcast above it. Left out: none. */
    upper: Type.Optional(
      Type.Object(
        { base_ft: numberIn('ft', 400, 20000), top_ft: numberIn('ft', 600, 30000) },
        { additionalProperties: false }
      )
    ),
    /** What takes from the visibility that is named. Left out: nothing falls. */
    precipitation: Type.Optional(oneOf(precipitations)),
    /** How light it is outside. Left out: day. */
    daylight: Type.Optional(oneOf(daylights)),
    /** Where an approach leads to no runway: the one that is circled to, and which way its turns go. Left out: none. */
    circle: Type.Optional(
      Type.Object(
        {
          runway: Type.String({ maxLength: 3 }),
          turn: oneOf(['left', 'right']),
          /** The part of the circuit on which the field is lost from sight; left out: it stays in sight. */
          lost: Type.Optional(oneOf(lostOn))
        },
        { additionalProperties: false }
      )
    ),
    /** How the radios are found. */
    radios: oneOf(radioStarts),
    /** One thing that is set wrongly, for the student to find; left out: nothing. */
    planted: Type.Optional(oneOf(plantedFaults))
  },
  { additionalProperties: false }
);
export type ApproachPlan = Static<typeof ApproachPlan>;
