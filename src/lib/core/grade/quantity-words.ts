import { figure, heading } from '../measure/figure';
import type { CorridorChannel } from '../drill/drill';

/** How a corridor's quantity is spoken of. */
export const quantityWords: Record<
  CorridorChannel,
  { name: string; unit: string; above: string; below: string; decimals: number }
> = {
  altitude_ft: { name: 'altitude', unit: ' ft', above: 'high', below: 'low', decimals: 0 },
  ias_kt: { name: 'speed', unit: ' kt', above: 'fast', below: 'slow', decimals: 0 },
  verticalSpeed_fpm: { name: 'rate', unit: ' ft/min', above: 'up', below: 'down', decimals: 0 },
  heading_deg: { name: 'heading', unit: '°', above: 'right', below: 'left', decimals: 0 },
  bank_deg: { name: 'bank', unit: '°', above: 'right', below: 'left', decimals: 0 },
  turnRate_degps: { name: 'turn rate', unit: '°/s', above: 'right', below: 'left', decimals: 1 },
  offCourse: { name: 'course', unit: ' of full scale', above: 'right', below: 'left', decimals: 2 }
};

/** The side of an error as an instructor says it: a descent is too steep or too shallow, a bank too steep or too shallow. */
export function sideWords(channel: CorridorChannel, target: number, side: 'above' | 'below'): string {
  const words = quantityWords[channel];
  const turns = channel === 'bank_deg' || channel === 'turnRate_degps';
  if (!turns && channel !== 'verticalSpeed_fpm') return words[side];
  if (target === 0) return words[side];
  const more = (side === 'above') === target > 0;
  return more ? 'too steep' : 'too shallow';
}

export function targetWords(channel: CorridorChannel, target: number): string {
  return channel === 'heading_deg' ? heading(target) : figure(target, quantityWords[channel].decimals);
}

export function capital(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}
