import { pressureAltitudeFor } from '../air/atmosphere';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { cardLineFor, type CardLine } from '../aircraft/configuration-card';
import type { NoTrim, TrimCondition } from '../aircraft/trim';
import type { Goal, Phase } from './drill';
import type { Lesson } from './lesson';

/** What to set for a phase, and expect of it. */
export interface PhaseSetting {
  phase: Phase;
  line: CardLine;
}

/** Propeller lever for a goal: as on the airplane's own card for climbing, approaching, or cruising. */
function propellerFor(aircraft: AircraftFile, goal: Goal): number {
  const line = (id: string) => aircraft.card.find((l) => l.id === id)?.propeller ?? 1;
  if (goal.vertical.kind === 'speed' && goal.vertical.verticalSpeed_fpm === null) return line('climb-vy');
  return goal.flaps_deg > 0 || goal.gear > 0 ? line('approach-descent') : line('cruise');
}

/** The steady flight a goal asks for at a height, ft MSL. */
export function conditionOfGoal({ plan, aircraft }: Lesson, goal: Goal, altitude_ft: number): TrimCondition {
  return {
    ias_kt: goal.ias_kt,
    verticalSpeed_fpm: goal.vertical.kind === 'level' ? 0 : goal.vertical.verticalSpeed_fpm,
    flaps_deg: goal.flaps_deg,
    gear: goal.gear,
    propeller: propellerFor(aircraft, goal),
    pressureAltitude_ft: pressureAltitudeFor(altitude_ft, plan.altimeterSetting_hPa),
    temperatureOffset_K: plan.temperatureOffset_K,
    fuel_kg: plan.fuelShare * aircraft.fuel.capacity_kg
  };
}

/** The setting of every phase that is flown by the student, or the first one the airplane cannot fly. */
export function phaseSettings(lesson: Lesson): PhaseSetting[] | (NoTrim & { phase: Phase }) {
  const settings: PhaseSetting[] = [];
  const found = new Map<string, CardLine | NoTrim>();
  let altitude_ft = lesson.plan.startAltitude_ft;
  for (const phase of lesson.drill.phases) {
    const { ends_ft } = phase;
    const condition = conditionOfGoal(lesson, phase.goal, (altitude_ft + ends_ft) / 2);
    const key = JSON.stringify(condition);
    const line = found.get(key) ?? cardLineFor(lesson.aircraft, condition, phase);
    found.set(key, line);
    if ('kind' in line) return { ...line, phase };
    settings.push({ phase, line: { ...line, id: phase.id, name: phase.name } });
    altitude_ft = ends_ft;
  }
  return settings;
}
