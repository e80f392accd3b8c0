import type { TrainingArea } from '../earth/training-area';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { drillCatalogue } from './catalogue/catalogue';
import { PLAN_VERSION, type LessonPlan } from './lesson-plan';

/** A plan to start from: the airplane's own figures, 4,000 ft above the ground of the area. */
export function sensiblePlan(
  aircraft: AircraftFile,
  area: TrainingArea,
  drill = 'rate-and-speed-descent'
): LessonPlan {
  // Courses and holds are flown at a speed that leaves time to think.
  const byRadio = drillCatalogue.some((file) => file.id === drill && file.navigation);
  const ground = Math.ceil(area.groundElevation_ft / 100) * 100;
  return {
    version: PLAN_VERSION,
    drill,
    aircraft: aircraft.id,
    area: area.id,
    toleranceProfile: 'faa-basic-attitude',
    startAltitude_ft: ground + 4000,
    startSpeed_kt: byRadio
      ? Math.round((1.75 * aircraft.speeds.stallClean_kt) / 5) * 5
      : (aircraft.card.find((line) => line.id === 'cruise')?.ias_kt ?? aircraft.speeds.maximumCruise_kt - 15),
    heading_deg: 210,
    figures: {},
    windFrom_deg: 240,
    windSpeed_kt: 18,
    windLayers: [],
    turbulence: 'light',
    gust_kt: 0,
    altimeterSetting_hPa: 1013,
    temperatureOffset_K: 0,
    cloudBase_ft: null,
    fuelShare: 0.8,
    panel: 'dials',
    covered: [],
    faults: [],
    corridors: 'hints',
    assist: 'attitude-hold',
    seed: 1
  };
}
