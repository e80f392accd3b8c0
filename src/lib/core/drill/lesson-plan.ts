import { numberIn } from '../measure/number-in';
import { assistLevels } from './assist-level';
import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';
import { turbulenceLevels } from '../air/turbulence';
import { InstrumentFault } from '../instrument/instrument-fault';
import { instrumentIds, panelKinds } from '../instrument/readings';
import { ApproachPlan } from './approach/approach-plan';
import { GuidedStep } from './approach/guided-step';
import { DrillFile } from './drill-file';
import { OwnPlace } from './lesson-place';
import { NavigationPlan } from './navigation-plan';
import { ScanTask } from './scan-task';
import { ToleranceProfile } from './tolerance-profile';

/**
 * The shape plans are written in today. 1: a course and an arc shared the channel `offCourse`; 2: `courseShare` and `arcError_nm`.
 * Older ones are read by `plan-version.ts`.
 */
export const PLAN_VERSION = 2;

/** What an instructor asks for in one lesson's drill. Altitudes ft MSL, headings and wind magnetic. */
export const LessonPlan = Type.Object(
  {
    version: Type.Literal(PLAN_VERSION, {
      accepted: `${PLAN_VERSION}: it was written by a Hanza newer than this one`
    }),
    /** Id of a drill that ships with Hanza, or of `ownDrill`. */
    drill: Type.String({ minLength: 1, maxLength: 60, accepted: 'the id of a drill' }),
    /** A school's own drill as it was when the lesson was planned: later changes leave the lesson alone. */
    ownDrill: Type.Optional(DrillFile),
    aircraft: Type.String({ minLength: 1, maxLength: 60 }),
    area: Type.String({ minLength: 1, maxLength: 60 }),
    toleranceProfile: Type.String({ minLength: 1, maxLength: 60 }),
    /** A school's own profile as it was when the lesson was planned. */
    ownTolerance: Type.Optional(ToleranceProfile),
    startAltitude_ft: numberIn('ft', 500, 25000),
    startSpeed_kt: numberIn('kt', 40, 300),
    heading_deg: numberIn('°', 1, 360),
    /** The drill's own figures, by their ids. */
    figures: Type.Record(Type.String({ maxLength: 40 }), numberIn('', -100000, 100000), {
      maxProperties: 20
    }),
    windFrom_deg: numberIn('°', 0, 360),
    windSpeed_kt: numberIn('kt', 0, 80),
    /** Winds by height, rising; where there are any they replace the one wind. */
    windLayers: Type.Array(
      Type.Object(
        {
          altitude_ft: numberIn('ft', 0, 30000),
          from_deg: numberIn('°', 0, 360),
          speed_kt: numberIn('kt', 0, 120)
        },
        { additionalProperties: false }
      ),
      { maxItems: 6 }
    ),
    turbulence: oneOf(turbulenceLevels),
    gust_kt: numberIn('kt', 0, 25),
    altimeterSetting_hPa: numberIn('hPa', 940, 1060),
    /** How much warmer than standard. */
    temperatureOffset_K: numberIn('°C', -40, 40),
    /** Height of the cloud base, ft MSL; from there up the flight is in cloud. null: clear air, view-limiting device. */
    cloudBase_ft: Type.Union([numberIn('ft', 0, 25000), Type.Null()], {
      accepted: 'a number from 0 to 25000 ft, or nothing'
    }),
    /** Of that cloud, ft MSL. Left out: above where it is flown. */
    cloudTop_ft: Type.Optional(numberIn('ft', 0, 30000)),
    /** Share of full fuel at the start. */
    fuelShare: numberIn('', 0.05, 1),
    panel: oneOf(panelKinds),
    /** Instruments the instructor covers. */
    covered: Type.Array(oneOf(instrumentIds), { uniqueItems: true }),
    faults: Type.Array(InstrumentFault, { maxItems: 5 }),
    /** hints: the corridors are shown while flying; test: they are not. */
    corridors: oneOf(['hints', 'test']),
    /** Only the instrument looked at can be read, and every look is recorded. Left out: the whole panel is in sight. */
    scan: Type.Optional(ScanTask),
    /** The most help that may be used. */
    assist: oneOf(assistLevels),
    /** Where and how a drill by radio is flown; left out: as its drill usually is. */
    navigation: Type.Optional(NavigationPlan),
    /** The approach to be flown, where the drill is one. */
    approach: Type.Optional(ApproachPlan),
    /** The step of a guided lesson this is; left out: of none. */
    guided: Type.Optional(GuidedStep),
    /** A school's own world, where the area is over it. */
    ownPlace: Type.Optional(OwnPlace),
    seed: Type.Integer({ minimum: 1, maximum: 2147483647, accepted: 'a whole number from 1 to 2147483647' })
  },
  {
    $id: 'https://hanza.invalid/schema/lesson-plan.json',
    title: 'Hanza lesson plan',
    additionalProperties: false
  }
);
export type LessonPlan = Static<typeof LessonPlan>;

/** What a plan asks for one of its drill's figures; undefined: nothing of its own. A figure may have any name, `constructor` too. */
export function figureAsked({ figures }: Pick<LessonPlan, 'figures'>, id: string): number | undefined {
  return Object.hasOwn(figures, id) ? figures[id] : undefined;
}
