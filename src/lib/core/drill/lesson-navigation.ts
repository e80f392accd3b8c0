import { stationById } from '../radio/station-geometry';
import type { GlideSlopeOutage } from '../radio/glide-slope';
import type { RadioError } from '../radio/radio-error';
import type { RnavFinal } from '../radio/rnav-final';
import type { RnavCurve } from '../radio/waypoint-needle';
import type { World } from '../radio/world';
import type { PlantedFault } from './approach/planted-fault';
import type { DrillFile } from './drill-file';
import type { LessonPlan } from './lesson-plan';
import type { NavigationPlan } from './navigation-plan';
import { fixesFor, referenceOf, type FixedBy, type Reference } from './reference';

/** The radio side of a lesson. What is flown about which fix belongs to the phases. */
export interface LessonNavigation {
  world: World;
  radios: NavigationPlan['radios'];
  /** What is set wrongly as the lesson begins; null: nothing. */
  planted: PlantedFault | null;
  errors: readonly RadioError[];
  /** What the lesson begins about; where the plane of the flight touches the earth. */
  origin: Reference;
  /** Those the drill's phases name, by their ids. */
  others: ReadonlyMap<string, Reference>;
  /** The final of the lesson's approach by waypoints, as the receiver has it; null without. */
  final: RnavFinal | null;
  /** Where the glide slope of its approach is off the air; null: nowhere. */
  glideSlopeOutage: GlideSlopeOutage | null;
  /** Curves of its way in. */
  curves: readonly RnavCurve[];
}

/** What a drill by radio is usually flown with in a world. */
export function usualNavigation(file: DrillFile, world: World): NavigationPlan | null {
  if (!file.navigation) return null;
  const { by, usualFixes, others } = file.navigation;
  return {
    fix: usualFix(world, by, usualFixes),
    turn: 'right',
    radios: file.checks.some((check) => check.kind === 'set-up') ? 'cold' : 'ready',
    errors: [],
    ...(others
      ? {
          others: Object.fromEntries(
            others.map((other) => [
              other.id,
              { fix: usualFix(world, other.by, other.usualFixes), turn: other.turn ?? ('right' as const) }
            ])
          )
        }
      : {})
  };
}

function usualFix(world: World, by: FixedBy, usualFixes: readonly string[]): string {
  const names = [...world.stations, ...world.fixes].map((known) => known.id);
  return usualFixes.find((id) => names.includes(id)) ?? fixesFor(world, by)[0] ?? usualFixes[0]!;
}

/**
 * Looks up a lesson's fixes; null where the drill needs none.
 * @throws Rejection naming the fix that is not there, or cannot be found by what the drill flies by
 */
export function lessonNavigation(
  file: DrillFile,
  plan: LessonPlan,
  world: World,
  variation_deg: number
): LessonNavigation | null {
  const usual = usualNavigation(file, world);
  if (!file.navigation || !usual) return null;
  const asked = plan.navigation ?? usual;
  for (const error of asked.errors)
    if (error.kind !== 'stuck needle') stationById(world, error.station, 'navigation.errors');
  const others = (file.navigation.others ?? []).map(({ id, by }) => {
    const chosen = asked.others?.[id] ?? usual.others![id]!;
    return [id, referenceOf(world, by, chosen, variation_deg, `navigation.others.${id}.fix`)] as const;
  });
  return {
    world,
    radios: asked.radios,
    planted: null,
    errors: asked.errors,
    origin: referenceOf(world, file.navigation.by, asked, variation_deg, 'navigation.fix'),
    others: new Map(others),
    final: null,
    glideSlopeOutage: null,
    curves: []
  };
}
