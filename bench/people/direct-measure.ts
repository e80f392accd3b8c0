/**
 * A flight measured without the grader: its verdicts on corridors counted again from the columns, the way one would with a
 * spreadsheet, and findings in clean flights looked for in the altitudes themselves.
 */
import type { Flight } from '../../src/lib/core/flight/flight';
import type { Finding } from '../../src/lib/core/finding/finding';
import type { Grade } from '../../src/lib/core/grade/grade';

type Measure = Grade['measures'][number];

const around = (degrees: number) => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** How far outside at each sample of a measure's time, in tolerances: more than 1 is outside. */
function sharesOf(flight: Flight, { channel, corridor, from_s, to_s }: Measure): number[] {
  const values = flight.columns.get(channel)!;
  const { target, above, below } = corridor;
  if (typeof target !== 'number' || above === null || below === null)
    throw new Error('Only corridors of one value are counted again here.');
  const shares: number[] = [];
  for (let k = Math.round(from_s * flight.rate_hz); k <= Math.round(to_s * flight.rate_hz); k++) {
    const off = channel === 'heading_deg' ? around(values[k]! - target) : values[k]! - target;
    const allowed = off > 0 ? above : below;
    shares.push(allowed === 0 ? (off === 0 ? 0 : Infinity) : Math.abs(off) / allowed);
  }
  return shares;
}

/**
 * Times outside for 3 s and more, each until 2 s within 0.8 of the tolerance: their lengths, s, and whether it was ever back.
 * Told from text: a mark a sample, and one pattern over the marks.
 */
export function timesOutside(flight: Flight, measure: Measure): { seconds: number; back: boolean }[] {
  const marks = sharesOf(flight, measure)
    .map((share) => (share > 1 ? 'X' : share > 0.8 ? 'o' : '.'))
    .join('');
  const second = flight.rate_hz;
  return [...marks.matchAll(new RegExp(`X.*?(?:\\.{${2 * second + 1}}|$)`, 'gs'))]
    .filter(([time]) => new RegExp(`X{${3 * second + 1}}`).test(time))
    .map(([time]) => {
      const back = /\.*$/.exec(time)![0].length;
      return { seconds: (time.length - back) / second, back: back > 0 };
    });
}

/**
 * Met where nothing counts, not met where something plainly cannot be forgiven (more than two times, longer than 15 s, or never
 * back). In between it depends on the first input, and nothing is said.
 */
export function verdictDirectly(flight: Flight, measure: Measure): 'met' | 'not met' | null {
  const times = timesOutside(flight, measure);
  if (times.length === 0) return 'met';
  return times.length > 2 || times.some(({ seconds, back }) => !back || seconds > 15.05) ? 'not met' : null;
}

/** Whether what is said of a level-off can be read off the altitudes: 8 s within 25 ft of each other, that far from the altitude. */
export function levelOffShown(flight: Flight, { kind, evidence, moment_s }: Finding): boolean {
  const [, off, asked, allowed] = (
    /(\d+) ft (?:below|above|beyond|past|through) (\d+) ft; (\d+) ft/.exec(evidence) ?? []
  ).map(Number);
  if (off === undefined) return false;
  const altitude = flight.columns.get('altitude_ft')!;
  const second = flight.rate_hz;
  for (
    let k = Math.round((moment_s - 5) * second);
    k < (moment_s + 30) * second && k + 8 * second < flight.length;
    k++
  ) {
    const part = Array.from(altitude.slice(Math.max(0, k), k + 8 * second));
    const least = Math.min(...part.map((height) => Math.abs(height - asked!)));
    if (
      kind === 'level-off-overshoot'
        ? least > allowed!
        : Math.max(...part) - Math.min(...part) < 25 && least > allowed!
    )
      return true;
  }
  return false;
}
