import type { CorridorChannel } from '$core/drill/corridor';
import type { Bugs } from '$core/instrument/bugs';
import { figure } from '$core/measure/figure';

/** The corridor to draw on an instrument's scale, or null for none. */
export type CorridorOf = (channel: CorridorChannel) => { low: number; high: number } | null;

/** A mark that whoever flies has set on a scale. */
export interface ScaleMark {
  at: number;
  kind: 'target' | 'minimum';
}

/** What an altimeter's marks are: where one is wanted, and the minimum. */
export function altitudeMarks({ altitude_ft, minimum_ft }: Bugs): ScaleMark[] {
  return [
    ...(altitude_ft === null ? [] : [{ at: altitude_ft, kind: 'target' as const }]),
    ...(minimum_ft === null ? [] : [{ at: minimum_ft, kind: 'minimum' as const }])
  ];
}

/** The minimum as it stands under the altimeter, said outright once it is reached. */
export function minimumWords(minimum_ft: number | null, altitude_ft: number): string {
  if (minimum_ft === null) return '';
  return `${altitude_ft <= minimum_ft ? '▼ minimum' : 'min'} ${figure(minimum_ft)}`;
}

/** The attitude as it is read out: whole degrees. */
export function attitudeWords(pitch_deg: number, bank_deg: number): string {
  const [pitch, bank] = [Math.round(pitch_deg), Math.round(bank_deg)];
  return `Attitude: pitch ${figure(pitch)} degrees, bank ${figure(Math.abs(bank))} ${bank >= 0 ? 'right' : 'left'}`;
}
