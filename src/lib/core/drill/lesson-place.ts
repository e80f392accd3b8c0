import { Type, type Static } from '@sinclair/typebox';
import { magneticVariation } from '../earth/magnetic-variation';
import { trainingAreaById, type TrainingArea } from '../earth/training-area';
import { Rejection } from '../measure/rejection';
import { World } from '../radio/world';
import { worldById } from '../radio/world-catalogue';

/** A school's own world as it was when a lesson was planned, with the air over it. */
export const OwnPlace = Type.Object(
  {
    world: World,
    area: Type.Object(
      {
        id: Type.String({ maxLength: 60 }),
        name: Type.String({ maxLength: 80 }),
        world: Type.String({ maxLength: 40 }),
        latitude_deg: Type.Number({ minimum: -85, maximum: 85 }),
        longitude_deg: Type.Number({ minimum: -180, maximum: 180 }),
        groundElevation_ft: Type.Number({ minimum: -500, maximum: 15000 }),
        variation_deg: Type.Number({ minimum: -90, maximum: 90 })
      },
      { additionalProperties: false }
    )
  },
  { additionalProperties: false }
);
export type OwnPlace = Static<typeof OwnPlace>;

type Placed = { area: string; ownPlace?: OwnPlace | undefined };

/** The air a plan is flown in. @throws Rejection when there is no such area */
export function areaOf({ area, ownPlace }: Placed): TrainingArea {
  return ownPlace && ownPlace.area.id === area ? ownPlace.area : trainingAreaById(area);
}

/** The radio aids of a plan's area. */
export function worldOf(plan: Placed): World {
  return plan.ownPlace && plan.ownPlace.area.id === plan.area
    ? plan.ownPlace.world
    : worldById(areaOf(plan).world);
}

/**
 * The air over a world: about its first station, over its highest runway or station, with the variation of the world
 * magnetic model on a date, to a degree as charts have it.
 * @throws Rejection when nothing in the world has a place
 */
export function placeOfWorld(world: World, date: Date): OwnPlace {
  const first = world.stations[0] ?? world.runways[0];
  if (!first) throw new Rejection('stations', 0, 'a world with at least one station or runway to fly by');
  const { latitude_deg, longitude_deg } = first;
  return {
    world,
    area: {
      id: `own-${world.id}`.slice(0, 60),
      name: world.name,
      world: world.id,
      latitude_deg,
      longitude_deg,
      groundElevation_ft: Math.max(
        0,
        ...world.stations.map((s) => s.elevation_ft),
        ...world.runways.map((r) => r.elevation_ft)
      ),
      variation_deg: Math.round(magneticVariation(first, date))
    }
  };
}
