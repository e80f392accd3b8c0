import { isOneSided } from '../drill/corridor';
import { heldWithin, type CorridorMeasure } from '../deviation/corridor-measure';
import { phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { finding, type Finding } from '../finding/finding';
import { inPhase, quantityWords, shareOf } from '../finding/quantity-words';
import { capital } from '../measure/capital';
import { clock } from '../measure/figure';

/** Held this well for at least so long, a quantity is worth a good word; shares of tolerance, root mean square. */
const HELD_WELL = 0.4;
const HELD_WELL_S = 30;
const HELD_WELL_SAID = 2;

/** The quantities held best, where nothing is said against them. */
export function heldWell(
  { drill }: Lesson,
  measures: readonly CorridorMeasure[],
  faults: readonly Finding[]
): Finding[] {
  const channels = [...new Set(measures.map((m) => m.channel))];
  return channels
    .flatMap((channel) => {
      const mine = measures.filter((m) => m.channel === channel && !isOneSided(m.corridor));
      const within = heldWithin(mine);
      if (!within) return [];
      const { rms, seconds } = within;
      const spotless =
        mine.every((m) => m.exceedances.length === 0) &&
        !faults.some((f) => f.channel === channel && f.severity !== 'good');
      if (seconds < HELD_WELL_S || rms > HELD_WELL || !spotless) return [];
      const longest = mine.reduce((a, b) => (b.to_s - b.from_s > a.to_s - a.from_s ? b : a));
      const phase = phaseById(drill, longest.phaseId);
      return [
        {
          rms,
          said: finding(
            'held-well',
            'good',
            `${capital(quantityWords[channel].name)} held well`,
            { moment_s: longest.from_s, start_s: longest.from_s, end_s: longest.to_s },
            `Never outside in ${clock(seconds)}, ${shareOf(rms)} of the tolerance on average, longest ${inPhase(phase)}.`,
            { channel, worth: 0.1 * seconds * (1 - rms) }
          )
        }
      ];
    })
    .sort((a, b) => a.rms - b.rms)
    .slice(0, HELD_WELL_SAID)
    .map(({ said }) => said);
}
