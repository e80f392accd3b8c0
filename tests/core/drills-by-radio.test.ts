import { describe, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { navigationDrills } from '$core/drill/catalogue/navigation';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { area, flownToStandard } from './flown';

/** Flights by radio are long: what can be shorter is, and each drill is flown in one airplane, in turn. */
const SHORTER: Record<string, number> = { circuits: 1, within_nm: 7, distance_nm: 5 };
/** A limit that grows with the airplane is not made shorter. */
const AS_IT_IS = ['korvane-750'];

describe('drills by radio', () => {
  const flights = navigationDrills.map(
    (drill, i) => [drill.name, drill, aircraftCatalogue[i % aircraftCatalogue.length]!] as const
  );
  test.each(flights)('%s: briefed, and flown to standard by the reference pilot', (_, drill, aircraft) => {
    const plan = {
      ...sensiblePlan(aircraft, area, drill.id),
      seed: 311,
      figures: Object.fromEntries(
        drill.figures.flatMap(({ id }) =>
          id in SHORTER && !(AS_IT_IS.includes(aircraft.id) && id === 'within_nm') ? [[id, SHORTER[id]!]] : []
        )
      )
    };
    flownToStandard(plan, [0.4, 2]);
  });
});
