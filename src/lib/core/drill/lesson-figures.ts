import { asCourse } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import type { AircraftFile } from '../aircraft/aircraft-file';
import type { TrainingArea } from '../earth/training-area';
import type { DrillFile, ReadQuantity } from './drill-file';
import type { LessonNavigation } from './lesson-navigation';
import { figureAsked, type LessonPlan } from './lesson-plan';

/**
 * Reads a drill's quantities for one lesson: the lesson's and airplane's own figures, those of its fixes, and the drill's, as the
 * plan has them or as they usually are.
 * @throws Rejection (from the reader) where a quantity names a figure there is none of
 */
export function figuresOf(
  file: DrillFile,
  plan: LessonPlan,
  aircraft: AircraftFile,
  area: TrainingArea,
  navigation: LessonNavigation | null = null
): ReadQuantity {
  const line = (id: string) => aircraft.card.find((l) => l.id === id);
  const { speeds } = aircraft;
  const known = new Map<string, number>([
    ['startAltitude_ft', plan.startAltitude_ft],
    ['startSpeed_kt', plan.startSpeed_kt],
    ['heading_deg', plan.heading_deg],
    ['cruise_kt', line('cruise')?.ias_kt ?? speeds.maximumCruise_kt],
    ['approach_kt', line('approach-descent')?.ias_kt ?? Math.round(1.6 * speeds.stallClean_kt)],
    ['approachRate_fpm', Math.abs(line('approach-descent')?.verticalSpeed_fpm ?? 500)],
    ['approachFlaps_deg', line('approach-descent')?.flaps_deg ?? 0],
    ['bestClimb_kt', speeds.bestClimb_kt],
    ['manoeuvring_kt', Math.round((1.75 * speeds.stallClean_kt) / 5) * 5],
    ['ground_ft', area.groundElevation_ft],
    ['fixRadial_deg', navigation?.origin.radial_deg ?? 0],
    ['fixDistance_nm', navigation?.origin.distance_nm ?? 0]
  ]);
  for (const [id, { radial_deg, distance_nm }] of navigation?.others ?? []) {
    known.set(`${id}.fixRadial_deg`, radial_deg);
    known.set(`${id}.fixDistance_nm`, distance_nm);
  }
  const read: ReadQuantity = (quantity, field) => {
    if (typeof quantity === 'number') return quantity;
    const value = known.get(quantity.figure);
    if (value === undefined)
      throw new Rejection(`${field}.figure`, quantity.figure, `one of ${[...known.keys()].join(', ')}`);
    return (quantity.times ?? 1) * value + (quantity.plus ?? 0);
  };
  file.figures.forEach((figure, index) => {
    const asked = figureAsked(plan, figure.id);
    const usual = () => read(figure.usual, `figures.${index}.usual`);
    known.set(
      figure.id,
      asked ?? (figure.unit === '°' && figure.maximum === 360 ? asCourse(usual()) : usual())
    );
  });
  return read;
}

/** Where a drill begins: its heading, and, about the lesson's fix, radial and distance. */
export function startOf(file: DrillFile, plan: LessonPlan, read: ReadQuantity) {
  if (!file.navigation) return { heading_deg: plan.heading_deg, radial_deg: 0, distance_nm: 0 };
  const { start } = file.navigation;
  return {
    heading_deg: asCourse(read(start.heading_deg, 'navigation.start.heading_deg')),
    radial_deg: read(start.radial_deg, 'navigation.start.radial_deg'),
    distance_nm: read(start.distance_nm, 'navigation.start.distance_nm')
  };
}
