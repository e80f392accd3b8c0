import { firstTarget, isOneSided, type Corridor, type CorridorChannel } from '../drill/corridor';
import type { Phase } from '../drill/drill';
import { capital } from '../measure/capital';
import { figure, heading } from '../measure/figure';

/** How a corridor's quantity is spoken of. */
export const quantityWords: Record<
  CorridorChannel,
  { name: string; unit: string; above: string; below: string; decimals: number }
> = {
  altitude_ft: { name: 'altitude', unit: ' ft', above: 'high', below: 'low', decimals: 0 },
  ias_kt: { name: 'speed', unit: ' kt', above: 'too fast', below: 'too slow', decimals: 0 },
  verticalSpeed_fpm: { name: 'rate', unit: ' ft/min', above: 'up', below: 'down', decimals: 0 },
  heading_deg: { name: 'heading', unit: '°', above: 'to the right', below: 'to the left', decimals: 0 },
  bank_deg: { name: 'bank', unit: '°', above: 'to the right', below: 'to the left', decimals: 0 },
  turnRate_degps: {
    name: 'turn rate',
    unit: '°/s',
    above: 'to the right',
    below: 'to the left',
    decimals: 1
  },
  courseShare: {
    name: 'course',
    unit: ' of full scale',
    above: 'to the right',
    below: 'to the left',
    decimals: 2
  },
  arcError_nm: { name: 'arc', unit: ' NM', above: 'outside', below: 'inside', decimals: 1 },
  pathShare: { name: 'path', unit: ' of full scale', above: 'above', below: 'below', decimals: 2 }
};

/** The side of an error as an instructor says it: a descent is too steep or too shallow, a bank too steep or too shallow. */
export function sideWords(channel: CorridorChannel, target: number, side: 'above' | 'below'): string {
  const words = quantityWords[channel];
  const turns = channel === 'bank_deg' || channel === 'turnRate_degps';
  if (!turns && channel !== 'verticalSpeed_fpm') return words[side];
  if (target === 0) return words[side];
  const more = (side === 'above') === target > 0;
  if (channel === 'turnRate_degps') return more ? 'too fast' : 'too slow';
  return more ? 'too steep' : 'too shallow';
}

/**
 * What a corridor asks for, without its unit: a heading as three figures with the sign, the rest with the decimals of
 * their channel.
 */
export function targetWords(channel: CorridorChannel, target: number): string {
  return channel === 'heading_deg' ? heading(target) : figure(target, quantityWords[channel].decimals);
}

/** Whether the nose holds the speed there, and not the power. */
export function isSpeedByNose(phase: Phase): boolean {
  return phase.goal.vertical.kind === 'speed';
}

/** A title: `Too fast in the climb`. */
export function sideTitle(corridor: Corridor, side: 'above' | 'below', phase: Phase): string {
  const { channel } = corridor;
  const target = firstTarget(corridor);
  const where = inPhase(phase);
  if (channel === 'altitude_ft' && isOneSided(corridor))
    return `${side === 'below' ? 'Below the minimum' : 'Above the maximum'} altitude ${where}`;
  const words = sideWords(channel, target, side);
  switch (channel) {
    case 'altitude_ft':
    case 'ias_kt':
      return `${capital(words)} ${where}`;
    case 'verticalSpeed_fpm':
      return target === 0
        ? `${side === 'above' ? 'Climbing' : 'Sinking'} ${where}`
        : `${target > 0 ? 'Climb' : 'Descent'} ${words} ${where}`;
    case 'heading_deg':
      return `Off heading ${words} ${where}`;
    case 'bank_deg':
      return `Bank ${words} ${where}`;
    case 'turnRate_degps':
      return `Turn ${words} ${where}`;
    case 'courseShare':
      return `Off course ${words}`;
    case 'arcError_nm':
      return `${capital(words)} the arc`;
    case 'pathShare':
      return `${capital(words)} the path`;
  }
}

/**
 * How far off, and from what: `160 ft above 4,000 ft`; beyond what is allowed by less than its last figure, `just over 10 kt above 90 kt`.
 * @param asked the target at that moment
 */
export function offWords(corridor: Corridor, deviation: number, asked: number): string {
  const { channel } = corridor;
  const { unit, decimals } = quantityWords[channel];
  const size = Math.abs(deviation);
  const above = deviation > 0;
  const allowed = (above ? corridor.above : corridor.below) ?? Infinity;
  const byNeedle = channel === 'courseShare' || channel === 'pathShare';
  const shown = (value: number) => (byNeedle ? needleWords(value) : figure(value, decimals));
  const far =
    allowed > 0 && size > allowed && shown(size) === shown(allowed)
      ? `just over ${shown(size)}`
      : shown(size);
  switch (channel) {
    case 'altitude_ft':
      return `${far} ft ${above ? 'above' : 'below'} ${figure(asked)} ft`;
    case 'ias_kt':
      return `${far} kt ${above ? 'above' : 'below'} ${figure(asked)} kt`;
    case 'verticalSpeed_fpm':
      return `${far} ft/min ${above ? 'above' : 'below'} ${figure(asked)} ft/min`;
    case 'heading_deg':
      return `${far}° ${above ? 'right' : 'left'} of ${heading(asked)}`;
    case 'courseShare':
      return `${far} ${above ? 'right' : 'left'} of it`;
    case 'pathShare':
      return `${far} ${above ? 'above' : 'below'} it`;
    case 'arcError_nm':
      return `${far} NM ${above ? 'outside' : 'inside'} it`;
    default: {
      const flown = asked + deviation;
      if (flown * asked < 0)
        return `${figure(Math.abs(flown), decimals)}${unit} the other way, where ${figure(Math.abs(asked), decimals)}${unit} was asked for`;
      const off = `${far}${unit} ${sideWords(channel, asked, above ? 'above' : 'below')}`;
      return asked === 0
        ? off
        : `${off.replace('too ', '')}er than ${figure(Math.abs(asked), decimals)}${unit}`;
    }
  }
}

/** What is allowed on a side: `100 ft`. */
export function allowedWords(corridor: Corridor, side: 'above' | 'below'): string {
  const allowed = (side === 'above' ? corridor.above : corridor.below) ?? Infinity;
  if (allowed === 0) return 'nothing';
  if (corridor.channel === 'courseShare' || corridor.channel === 'pathShare') return shareOf(allowed);
  return `${figure(allowed, Number.isInteger(allowed) ? 0 : 1)}${quantityWords[corridor.channel].unit}`;
}

/** Where in the drill: `in the climb`, or by the phase's own name where it has a particular one. */
export function inPhase({ name }: Phase): string {
  const plain = name.toLowerCase();
  if (/^level( |$)/.test(plain)) return 'in level flight';
  if (/^climb(ing)?$/.test(plain)) return 'in the climb';
  if (/^desce(nt|nd)$/.test(plain)) return 'in the descent';
  if (/^(turn|steep turn)$/.test(plain)) return 'in the turn';
  return `in “${name}”`;
}

/** How far off a course: the needle stops at full scale, and so do the words. */
export function needleWords(share: number): string {
  return Math.abs(share) > 1 ? 'more than full scale' : `${shareOf(share)} of full scale`;
}

/** A correction as it is called: the nose to which side of the course; `4° right`, `no correction`. */
export function correctionWords(angle_deg: number): string {
  const size = Math.round(Math.abs(angle_deg));
  return size === 0 ? 'no correction' : `${size}° ${angle_deg > 0 ? 'right' : 'left'}`;
}

/** A share that may be more than all, in per cent: of a tolerance, of full scale. */
export function shareOf(share: number): string {
  return `${figure(100 * Math.abs(share))}\u2009%`;
}
