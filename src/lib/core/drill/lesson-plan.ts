import { Type, type Static } from '@sinclair/typebox';
import { turbulenceLevels } from '../air/turbulence';

const number = (unit: string, minimum: number, maximum: number) =>
  Type.Number({ minimum, maximum, accepted: `a number from ${minimum} to ${maximum} ${unit}`.trim() });
const oneOf = <T extends string>(values: readonly T[]) =>
  Type.Unsafe<T>(Type.String({ enum: [...values], accepted: `one of ${values.join(', ')}` }));

/**
 * What an instructor asks for in one lesson's drill. Altitudes ft MSL, headings and wind magnetic,
 * descent rate as a positive number of ft/min down.
 */
export const LessonPlan = Type.Object(
  {
    drill: oneOf(['rate-and-speed-descent']),
    aircraft: Type.String({ minLength: 1, maxLength: 60 }),
    area: Type.String({ minLength: 1, maxLength: 60 }),
    toleranceProfile: Type.String({ minLength: 1, maxLength: 60 }),
    startAltitude_ft: number('ft', 500, 20000),
    startSpeed_kt: number('kt', 40, 300),
    heading_deg: number('°', 1, 360),
    targetSpeed_kt: number('kt', 40, 300),
    descentRate_fpm: number('ft/min', 100, 3000),
    flaps_deg: number('°', 0, 60),
    decisionAltitude_ft: number('ft', 100, 19500),
    climbSpeed_kt: number('kt', 40, 300),
    levelOffAltitude_ft: number('ft', 300, 20000),
    windFrom_deg: number('°', 0, 360),
    windSpeed_kt: number('kt', 0, 80),
    turbulence: oneOf(turbulenceLevels),
    altimeterSetting_hPa: number('hPa', 940, 1060),
    /** Height of the cloud base, ft MSL; the whole flight above it is in cloud. null: clear air, view-limiting device. */
    cloudBase_ft: Type.Union([number('ft', 0, 20000), Type.Null()], {
      accepted: 'a number from 0 to 20000 ft, or nothing'
    }),
    /** hints: the corridors are shown while flying; test: they are not. */
    corridors: oneOf(['hints', 'test']),
    attitudeHoldAllowed: Type.Boolean(),
    seed: Type.Integer({ minimum: 1, maximum: 2147483647, accepted: 'a whole number from 1 to 2147483647' })
  },
  {
    $id: 'https://hanza.invalid/schema/lesson-plan.json',
    title: 'Hanza lesson plan',
    additionalProperties: false
  }
);
export type LessonPlan = Static<typeof LessonPlan>;
