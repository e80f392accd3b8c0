import { Rejection } from '../measure/rejection';
import type { Place } from './local-plane';

/** A piece of air to practise in: where it is, the ground under it, and the local magnetic variation. */
export interface TrainingArea extends Place {
  id: string;
  name: string;
  /** The world of radio aids it lies in. */
  world: string;
  /** Highest ground in the area, ft MSL. */
  groundElevation_ft: number;
  /** + = east; magnetic = true − variation. */
  variation_deg: number;
}

/** The practice areas of the made-up archipelago, where no land is. */
export const trainingAreas: readonly TrainingArea[] = [
  {
    id: 'vesterlund-bay',
    name: 'Vesterlund Bay',
    world: 'vesterlund',
    latitude_deg: 44.12,
    longitude_deg: -33.2,
    groundElevation_ft: 0,
    variation_deg: -9
  },
  {
    id: 'korrin-plateau',
    name: 'Korrin Plateau',
    world: 'vesterlund',
    latitude_deg: 43.78,
    longitude_deg: -32.55,
    groundElevation_ft: 1850,
    variation_deg: -9
  },
  {
    id: 'morrow-reach',
    name: 'Morrow Reach (southern hemisphere)',
    world: 'morrow',
    latitude_deg: -41.3,
    longitude_deg: -108.4,
    groundElevation_ft: 0,
    variation_deg: 22
  }
];

/** @throws Rejection when no area has this id */
export function trainingAreaById(id: string): TrainingArea {
  const found = trainingAreas.find((area) => area.id === id);
  if (!found) throw new Rejection('area', id, `one of ${trainingAreas.map((area) => area.id).join(', ')}`);
  return found;
}
