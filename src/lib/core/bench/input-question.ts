import { firstTarget, type Corridor } from '../drill/corridor';
import { column, sampleAt } from '../flight/flight';
import { deviationAt, fractionOfTolerance } from '../deviation/deviation';
import { quantityWords, targetWords } from '../finding/quantity-words';
import { figure } from '../measure/figure';
import type { SeededNoise } from '../measure/seeded-noise';
import type { PanelKind } from '../instrument/readings';
import { benchFlight } from './bench-flight';
import { choose, momentIn } from './choosing';
import { answerTime_s, type PanelQuestion } from './question';

const INPUTS = [
  'nose up a little',
  'nose down a little',
  'a few degrees of bank left',
  'a few degrees of bank right',
  'more power',
  'less power',
  'nothing: wait'
] as const;
type Input = (typeof INPUTS)[number];

/** What brings each quantity back when it is above (or right of) what was asked, on a level and on a speed climb or descent. */
const AGAINST: Record<string, readonly [above: Input, below: Input]> = {
  altitude_ft: ['nose down a little', 'nose up a little'],
  heading_deg: ['a few degrees of bank left', 'a few degrees of bank right'],
  ias_kt: ['less power', 'more power'],
  verticalSpeed_fpm: ['nose down a little', 'nose up a little']
};
/** One thing is plainly off, the others are not; shares of tolerance, less the harder the question. */
const OFF = [0.95, 0.85, 0.75, 0.65, 0.55];
const NOT_OFF = 0.4;
/** Share of the throttle's travel that is worth taking off, or adding. */
const SOME_POWER = 0.12;
/** Looking is cheap and flying is not: a flight is searched well before the next is flown. */
const LOOKS_A_FLIGHT = 150;

/** A panel and what was asked for: one quantity is off. Which input comes next? */
export function inputQuestion(noise: SeededNoise, level: number, panel: PanelKind): PanelQuestion {
  const wanted = choose(noise, ['altitude_ft', 'heading_deg', 'ias_kt']);
  for (let flights = 0; ; flights++) {
    const bench = benchFlight(noise, panel, true);
    for (let tries = 0; tries < LOOKS_A_FLIGHT; tries++) {
      const at = momentIn(noise, bench, 14);
      if (!at) continue;
      const { goal, corridors } = at.phase;
      if (goal.vertical.kind === 'speed' || goal.lateral.kind === 'turn') continue;
      const k = sampleAt(bench.flight, at.time_s);
      const judged = corridors
        .filter((c) => AGAINST[c.channel])
        .map((corridor) => ({
          corridor,
          deviation: deviationAt(corridor, (id) => column(bench.flight, id)[k]!)
        }));
      const share = ({ corridor, deviation }: { corridor: Corridor; deviation: number }) =>
        Math.abs(fractionOfTolerance(corridor, deviation));
      const ordered = [...judged].sort((a, b) => share(b) - share(a));
      const [worst, ...rest] = ordered;
      if (!worst || share(worst) < OFF[level - 1]! || rest.some((other) => share(other) > NOT_OFF)) continue;
      // Not the same quantity time after time, as long as the flights give it.
      if (flights < 3 && worst.corridor.channel !== wanted) continue;
      if (comingBack(bench.flight.columns, worst.corridor.channel, worst.deviation, k, bench.flight.rate_hz))
        continue;
      const right = AGAINST[worst.corridor.channel]![worst.deviation > 0 ? 0 : 1];
      if (!isPowerThere(right, column(bench.flight, 'throttle')[k]!)) continue;
      const options: Input[] = INPUTS.filter((input) => level >= 3 || input !== 'nothing: wait');
      const words = quantityWords[worst.corridor.channel];
      return {
        kind: 'input',
        level,
        clip: {
          plan: bench.plan,
          flight: bench.flight,
          from_s: Math.max(0, at.time_s - (level >= 4 ? 0 : 6)),
          to_s: at.time_s,
          lying: null
        },
        asked: corridors
          .map(
            (c) =>
              `${quantityWords[c.channel].name} ${targetWords(c.channel, firstTarget(c))}${c.channel === 'heading_deg' ? '' : quantityWords[c.channel].unit}`
          )
          .join(', '),
        prompt: 'What do you do next?',
        options,
        answer: options.indexOf(right),
        working: `The ${words.name} is ${figure(Math.abs(worst.deviation), words.decimals)}${words.unit} ${worst.deviation > 0 ? words.above : words.below} and not coming back; everything else is held. ${rule(right)}`,
        within_s: answerTime_s('input', level)
      };
    }
  }
}

/** Nobody takes off power that is not there, or adds to full. @param throttle 0…1 */
export function isPowerThere(input: Input, throttle: number): boolean {
  if (input === 'less power') return throttle >= SOME_POWER;
  return input !== 'more power' || throttle <= 1 - SOME_POWER;
}

/** Whether the deviation has been shrinking over the last seconds: then the right input has been made already. */
function comingBack(
  columns: ReadonlyMap<string, ArrayLike<number>>,
  channel: string,
  deviation: number,
  k: number,
  rate_hz: number
): boolean {
  const values = columns.get(channel)!;
  const then = values[Math.max(0, k - 3 * rate_hz)]!;
  const change = (values[k]! - then) * Math.sign(deviation);
  const still: Record<string, number> = {
    altitude_ft: 6,
    heading_deg: 0.8,
    ias_kt: 0.8,
    verticalSpeed_fpm: 50
  };
  return change < -still[channel]!;
}

function rule(input: Input): string {
  if (input.startsWith('nose')) return 'The nose holds the altitude or the rate.';
  return input.includes('power')
    ? 'Power holds the speed.'
    : 'Bank no more than the heading is off, and back.';
}
