/** How well the road leads: invented people who learn by other curves than those Hanza reckons with. Prints Markdown. */
import { forecastCoverage } from './road/forecasts';
import { orders, trained } from './road/orders';
import { slippingAtBest, standingsTold } from './road/standings';

/** None that anything was chosen on. */
const SEED = 7_000_001;
const PEOPLE = 600;
const TRAINED = 16;

const f = (value: number, decimals = 2) => value.toFixed(decimals);
const met = (condition: boolean) => (condition ? 'met' : '**missed**');
const { given, asked, held, heldExactly, level } = forecastCoverage(PEOPLE, SEED);
const { slipping, stuck } = standingsTold(PEOPLE / 2, SEED + 1_000_000);
const atBest = slippingAtBest(PEOPLE / 2, SEED + 1_000_000);
const runs = Object.fromEntries(
  orders.map((order) => [order, Array.from({ length: TRAINED }, (_, i) => trained(order, SEED + i))])
);
const mean = (order: (typeof orders)[number], of: 'days' | 'hours') =>
  runs[order]!.reduce((sum, run) => sum + run[of], 0) / TRAINED;

process.stdout.write(`## The road

Invented people learn one thing each by a power of practice, an S-curve, or a share of what is left, and forget by halves or by a
power of time (\`bench/road/learners.ts\`); Hanza reckons with a family of other curves and knows only the figures of their flights.
Seeds ${SEED} and after.

| what | measured | aim | |
|---|---|---|---|
| true level within its 80 % interval, ${asked} people after 3 to 10 flights | ${f(100 * level, 0)} % | 80 ± 5 % | ${met(Math.abs(level - 0.8) <= 0.05)} |
| flights to standard within their 80 % interval, ${given} forecasts given; of the outermost whole number only the share that makes it 80 % | ${f(100 * heldExactly, 0)} % | 80 ± 5 % | ${met(Math.abs(heldExactly - 0.8) <= 0.05)} |
| the same within the whole numbers that are said, which hold at least as much | ${f(100 * held, 0)} % | ≥ 80 % | ${met(held >= 0.8)} |
| slipping told, where it is plain: precision, recall, F1 of ${slipping.looked} | ${f(slipping.precision)}, ${f(slipping.recall)}, ${f(slipping.f1)} | F1 ≥ 0.9 | ${met(slipping.f1 >= 0.9)} |
| the same told by whoever knew how the learners were invented: F1 | ${f(atBest)} | – | |
| stuck told, where it is plain: precision, recall, F1 of ${stuck.looked} | ${f(stuck.precision)}, ${f(stuck.recall)}, ${f(stuck.f1)} | F1 ≥ 0.9 | ${met(stuck.f1 >= 0.9)} |
${orders
  .map(
    (order) =>
      `| to standard in nine tenths of four stages, ${order}: days, hours flown (mean of ${TRAINED}) | ${f(mean(order, 'days'), 0)}, ${f(mean(order, 'hours'), 1)} | ${order === 'proposed' ? 'fewest days' : '–'} | ${order === 'proposed' ? met(orders.every((other) => mean('proposed', 'days') <= mean(other, 'days'))) : ''} |`
  )
  .join('\n')}
`);
