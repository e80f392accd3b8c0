import { Type, type Static } from '@sinclair/typebox';

/** The quantities a corridor can be laid around; each is a channel of a recorded flight. */
export const corridorChannels = ['altitude_ft', 'ias_kt', 'verticalSpeed_fpm', 'heading_deg'] as const;
export type CorridorChannel = (typeof corridorChannels)[number];

const Channel = Type.Union(corridorChannels.map((name) => Type.Literal(name)));

/** A corridor: what is to be held, and how far on either side still counts as held (the channel's own unit). */
export const Corridor = Type.Object({
  channel: Channel,
  target: Type.Number(),
  /** Allowed above (or right of) the target, ≥ 0. */
  above: Type.Number({ minimum: 0 }),
  /** Allowed below (or left of) the target, ≥ 0. */
  below: Type.Number({ minimum: 0 })
});
export type Corridor = Static<typeof Corridor>;

/**
 * Something that can be seen to come true in the data. It counts from the first moment it held,
 * once it has held for `for_s` without a break.
 */
export const Condition = Type.Recursive((Self) =>
  Type.Union([
    Type.Object({
      is: Type.Union([Type.Literal('below'), Type.Literal('above')]),
      channel: Type.String(),
      value: Type.Number(),
      /** Where the going past began to count, short of `value`; the condition is dated back to there. */
      since: Type.Optional(Type.Number()),
      for_s: Type.Number({ minimum: 0 })
    }),
    Type.Object({
      is: Type.Literal('within'),
      channel: Type.String(),
      value: Type.Number(),
      tolerance: Type.Number({ minimum: 0 }),
      for_s: Type.Number({ minimum: 0 })
    }),
    Type.Object({ is: Type.Literal('after'), seconds: Type.Number({ minimum: 0 }) }),
    Type.Object({ is: Type.Literal('any'), of: Type.Array(Self, { minItems: 1, maxItems: 8 }) }),
    Type.Object({ is: Type.Literal('all'), of: Type.Array(Self, { minItems: 1, maxItems: 8 }) })
  ])
);
export type Condition = Static<typeof Condition>;

export const Phase = Type.Object({
  id: Type.String(),
  name: Type.String(),
  corridors: Type.Array(Corridor),
  /**
   * Corridors named here are judged only once this condition has come true, or after `atLatest_s` whatever happens:
   * the first moments of a phase are transition, and judged by their own measures.
   */
  settling: Type.Array(
    Type.Object({ channel: Channel, when: Condition, atLatest_s: Type.Number({ minimum: 0 }) })
  ),
  /** What ends the phase. */
  until: Condition
});
export type Phase = Static<typeof Phase>;

/** A drill: phases flown one after the other, each with its corridors. The grader knows nothing else. */
export const Drill = Type.Object({
  id: Type.String(),
  name: Type.String(),
  purpose: Type.String(),
  phases: Type.Array(Phase, { minItems: 1, maxItems: 60 })
});
export type Drill = Static<typeof Drill>;
