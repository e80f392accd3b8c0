import type { Approach } from './approach';
import type { ProfilePoint } from './approach-profile';
import { coldCorrection, coldRule } from './cold-correction';
import { roundedUp } from './minimum';

/** One corrected altitude on a cold day. */
export interface ColdAltitude {
  name: string;
  published_ft: number;
  correction_ft: number;
  rule_ft: number;
  /** Rounded up to the next ten feet. */
  corrected_ft: number;
}

/** Whether the chart asks for cold corrections at a temperature at the airport. */
export function coldApplies({ notes }: Approach, temperature_C: number): boolean {
  return notes.some((note) => note.kind === 'cold' && temperature_C <= note.below_C);
}

/** Altitudes corrected for cold where the chart's note asks for it today. */
export function coldAltitudes(
  approach: Approach,
  temperature_C: number,
  points: readonly ProfilePoint[],
  minimum_ft: number | null
): ColdAltitude[] {
  if (!coldApplies(approach, temperature_C)) return [];
  const named = [
    ...points.flatMap(({ name, above_ft }) => (above_ft === null ? [] : [{ name, above_ft }])),
    ...(minimum_ft === null ? [] : [{ name: 'Minimum', above_ft: minimum_ft }])
  ];
  return named.map(({ name, above_ft }) => {
    const height_ft = above_ft - approach.airportElevation_ft;
    const correction_ft = coldCorrection(height_ft, temperature_C, approach.airportElevation_ft);
    return {
      name,
      published_ft: above_ft,
      correction_ft,
      rule_ft: coldRule(height_ft, temperature_C, approach.airportElevation_ft),
      corrected_ft: roundedUp(above_ft + correction_ft, 10)
    };
  });
}
