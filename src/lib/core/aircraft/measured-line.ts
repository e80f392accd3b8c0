import { Type, type Static } from '@sinclair/typebox';

const spread = Type.Object(
  { mean: Type.Number(), deviation: Type.Number({ minimum: 0 }) },
  { additionalProperties: false }
);
const maybe = Type.Union([spread, Type.Null()]);

/** A line of the card as it was flown: means with their spread, the conditions, and where it was seen. */
export const MeasuredLine = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 60, accepted: 'a name of up to 60 letters' }),
    ias_kt: spread,
    verticalSpeed_fpm: spread,
    pitch_deg: spread,
    rpm: spread,
    manifoldPressure_inHg: maybe,
    torque_percent: maybe,
    propeller: Type.Number({ minimum: 0, maximum: 1 }),
    flaps_deg: Type.Number({ minimum: 0, maximum: 60 }),
    gear: Type.Number({ minimum: 0, maximum: 1 }),
    altitude_ft: Type.Number(),
    fuel_kg: Type.Number({ minimum: 0 }),
    /** Steady stretches it was made from. */
    evidence: Type.Array(
      Type.Object(
        { attemptId: Type.String({ maxLength: 60 }), from_s: Type.Number(), to_s: Type.Number() },
        { additionalProperties: false }
      ),
      { minItems: 1, maxItems: 200 }
    )
  },
  { additionalProperties: false }
);
export type MeasuredLine = Static<typeof MeasuredLine>;
export type Spread = Static<typeof spread>;

/** Mean and standard deviation of groups of samples, each with its own mean, deviation and weight, taken together. */
export function pooled(groups: readonly { mean: number; deviation: number; weight: number }[]): Spread {
  const weight = groups.reduce((sum, group) => sum + group.weight, 0);
  const mean = groups.reduce((sum, group) => sum + group.weight * group.mean, 0) / weight;
  const variance =
    groups.reduce((sum, group) => sum + group.weight * (group.deviation ** 2 + (group.mean - mean) ** 2), 0) /
    weight;
  return { mean, deviation: Math.sqrt(variance) };
}

/** Whether two measured lines are of one configuration, speed (5 kt) and rate (100 ft/min). */
export function sameLine(a: MeasuredLine, b: MeasuredLine): boolean {
  return (
    a.flaps_deg === b.flaps_deg &&
    a.gear === b.gear &&
    Math.abs(a.ias_kt.mean - b.ias_kt.mean) < 5 &&
    Math.abs(a.verticalSpeed_fpm.mean - b.verticalSpeed_fpm.mean) < 100
  );
}
