import { bankForTurnRate } from '../../air/level-turn';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { quantityWords } from '../../finding/quantity-words';
import { capital } from '../../measure/capital';
import { timesWords } from '../../measure/count-words';
import { figure, percent, signedFigure } from '../../measure/figure';
import { type Habits, SHOWN_BY } from './habits';

const PEAKS_SAID = 6;

/** What the way of flying says, in words; the guess at staring is said by `staringFindings`. */
export function habitFindings({ overCorrecting, pumping, hunting, outOfTrim, byBank }: Habits): Finding[] {
  return [
    ...overCorrecting.map(sayOverCorrecting),
    ...pumping.map(sayPumping),
    ...(hunting ? [sayHunting(hunting)] : []),
    ...(outOfTrim ? [sayTrim(outOfTrim)] : []),
    ...(byBank ? [sayByBank(byBank)] : [])
  ];
}

/** The first few of them tell it. */
function peaksWords(peaks: readonly number[], decimals: number): string {
  const first = peaks
    .slice(0, PEAKS_SAID)
    .map((peak) => signedFigure(peak, decimals))
    .join(', ');
  return peaks.length > PEAKS_SAID ? `${first} …` : first;
}

function sayOverCorrecting(worst: Habits['overCorrecting'][number]): Finding {
  const { channel } = worst;
  const { name, unit, decimals } = quantityWords[channel];
  return finding(
    'over-correcting',
    'fault',
    `Over-correcting the ${name}`,
    { moment_s: worst.start_s, start_s: worst.start_s, end_s: worst.end_s },
    `Through it ${timesWords(worst.crossings)} in ${figure(worst.end_s - worst.start_s)} s, peaks ${peaksWords(worst.peaks, decimals)}${unit}: they do not get smaller.`,
    { channel, worth: 0.6 * (worst.end_s - worst.start_s) }
  );
}

function sayPumping(worst: Habits['pumping'][number]): Finding {
  return finding(
    'pumping',
    'fault',
    'Pumping the nose',
    { moment_s: worst.start_s, start_s: worst.start_s, end_s: worst.end_s },
    `The vertical speed swung ${timesWords(worst.swings)} up and down between ${signedFigure(worst.highest_fpm)} and ${signedFigure(worst.lowest_fpm)} ft/min, about ${figure(worst.period_s)} s each time, the nose with it by ${figure(worst.pitch_deg, 1)}°.`,
    { channel: 'verticalSpeed_fpm', worth: worst.end_s - worst.start_s }
  );
}

function sayHunting(hunting: NonNullable<Habits['hunting']>): Finding {
  return finding(
    'power-hunting',
    'fault',
    'Hunting with the power',
    { moment_s: hunting.start_s, start_s: hunting.start_s, end_s: hunting.end_s },
    `The throttle changed direction ${timesWords(hunting.reversals)} within a minute, where one setting would do.`,
    { worth: 0.5 * (hunting.end_s - hunting.start_s) }
  );
}

function sayTrim(force: NonNullable<Habits['outOfTrim']>): Finding {
  return finding(
    'not-trimmed',
    'fault',
    'Not trimmed',
    { moment_s: force.start_s, start_s: force.start_s, end_s: force.end_s },
    `${percent(Math.abs(force.elevator))} of the elevator held ${force.elevator > 0 ? 'back' : 'forward'} for ${figure(force.seconds)} s of straight flight.`,
    { worth: 0.4 * force.seconds }
  );
}

function sayByBank(worst: NonNullable<Habits['byBank']>): Finding {
  const { bank_deg, rate_degps, due_degps, tas_kt, side } = worst;
  return finding(
    'turned-by-bank',
    'fault',
    `Turns too ${side === 'above' ? 'steep' : 'shallow'} for standard rate`,
    { moment_s: worst.start_s, start_s: worst.start_s, end_s: worst.end_s },
    `${worst.off} of ${worst.turns} turns; in this one ${figure(bank_deg)}° of bank held at ${figure(tas_kt)} kt make ${figure(rate_degps, 1)}°/s, where ${figure(bankForTurnRate(tas_kt, due_degps))}° make ${figure(due_degps, 1)}°/s.`,
    { channel: 'turnRate_degps', side, worth: 2 * MOMENT_S }
  );
}

/** Perhaps staring, where the eyes were not recorded. */
export function staringFindings({ staring: stared }: Habits): Finding[] {
  if (!stared) return [];
  const { name, unit } = quantityWords[stared.wandered];
  const worst = stared.times.reduce((a, b) => (Math.abs(b.deviation) > Math.abs(a.deviation) ? b : a));
  return [
    finding(
      'fixation',
      'fault',
      `Perhaps too long on the ${SHOWN_BY[stared.held].name}`,
      { moment_s: worst.end_s, start_s: worst.start_s, end_s: worst.end_s },
      `${capital(timesWords(stared.times.length))} the ${name} drifted off by up to ${figure(Math.abs(worst.deviation))}${unit} without any correction, while the ${quantityWords[stared.held].name} was being worked and held. A guess from the flying: the eyes were not recorded.`,
      { channel: stared.wandered, side: worst.deviation > 0 ? 'above' : 'below', inferred: true }
    )
  ];
}
