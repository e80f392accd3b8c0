import type { TrainingArea } from '../earth/training-area';
import type { AircraftFile } from '../aircraft/aircraft-file';
import type { LessonPlan } from './lesson-plan';

/** A plan to start from: the airplane's own approach figures, 4,000 ft above the ground of the area. */
export function sensiblePlan(aircraft: AircraftFile, area: TrainingArea): LessonPlan {
  const line = (id: string) => aircraft.card.find((l) => l.id === id);
  const approach = line('approach-descent');
  const ground = Math.ceil(area.groundElevation_ft / 100) * 100;
  return {
    drill: 'rate-and-speed-descent',
    aircraft: aircraft.id,
    area: area.id,
    toleranceProfile: 'faa-basic-attitude',
    startAltitude_ft: ground + 4000,
    startSpeed_kt: line('cruise')?.ias_kt ?? aircraft.speeds.maximumCruise_kt - 15,
    heading_deg: 210,
    targetSpeed_kt: approach?.ias_kt ?? Math.round(1.6 * aircraft.speeds.stallClean_kt),
    descentRate_fpm: Math.abs(approach?.verticalSpeed_fpm ?? 500),
    flaps_deg: approach?.flaps_deg ?? 0,
    decisionAltitude_ft: ground + 3000,
    climbSpeed_kt: aircraft.speeds.bestClimb_kt,
    levelOffAltitude_ft: ground + 3600,
    windFrom_deg: 240,
    windSpeed_kt: 18,
    turbulence: 'light',
    altimeterSetting_hPa: 1013,
    cloudBase_ft: null,
    corridors: 'hints',
    attitudeHoldAllowed: true,
    seed: 1
  };
}
