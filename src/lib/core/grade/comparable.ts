import type { CorridorChannel } from '../drill/drill';
import type { CheckMeasure } from './check-measure';
import type { ComparableFigure } from './comparable-figure';
import { biasOf } from './corridor-findings';
import type { CorridorMeasure } from './corridor-measure';
import { navigationFigures } from './navigation/navigation-figures';
import { scanFigures } from '../scan/scan-figures';
import type { ScanReport } from '../scan/scan-report';
import { quantityWords } from './quantity-words';

/** What is kept of a grade beside it, for tables and trends over attempts. */
export interface Comparable {
  drill: string;
  /** Flown to its end. */
  completed: boolean;
  figures: ComparableFigure[];
  /** Mean signed error of each quantity, as a share of its tolerance: what tells a lean from chance over many flights. */
  bias: Partial<Record<CorridorChannel, number>>;
}

export function comparableOf(
  drill: string,
  completed: boolean,
  measures: readonly CorridorMeasure[],
  checks: readonly CheckMeasure[],
  scan: ScanReport | null = null
): Comparable {
  const figures: ComparableFigure[] = [];
  const add = (
    id: string,
    name: string,
    unit: string,
    decimals: number,
    better: ComparableFigure['better'],
    values: readonly number[]
  ) => {
    if (values.length > 0)
      figures.push({
        id,
        name,
        unit,
        decimals,
        better,
        value: values.reduce((a, b) => a + b, 0) / values.length
      });
  };
  const channels = [...new Set(measures.map((m) => m.channel))];
  const bias: Comparable['bias'] = {};
  for (const channel of channels) {
    const mine = measures.filter((m) => m.channel === channel);
    const seconds = mine.reduce((sum, m) => sum + m.to_s - m.from_s, 0);
    const inside = mine.reduce((sum, m) => sum + m.shareInside * (m.to_s - m.from_s), 0) / seconds;
    const rms = Math.sqrt(
      mine.reduce((sum, m) => sum + m.rmsOfTolerance ** 2 * (m.to_s - m.from_s), 0) / seconds
    );
    const { name } = quantityWords[channel];
    add(`${channel}.inside`, `${name} held`, '%', 0, 'more', [100 * inside]);
    add(`${channel}.rms`, `${name} RMS`, 'of tolerance', 2, 'less', [rms]);
    const lean = biasOf(channel, measures);
    if (lean) bias[channel] = lean.share;
  }
  const of = <K extends CheckMeasure['kind']>(kind: K) =>
    checks.filter((c): c is Extract<CheckMeasure, { kind: K }> => c.kind === kind);
  add(
    'speed-first',
    'left level too fast by',
    'kt',
    0,
    'less',
    of('speed-first').map((m) => m.ias_kt - m.asked_kt)
  );
  add(
    'decision.lowest',
    'lowest at decision',
    'ft',
    0,
    'zero',
    of('decision').map((m) => m.lowest_ft - m.altitude_ft)
  );
  add(
    'decision.toClimb',
    'to climb',
    's',
    1,
    'less',
    of('decision').flatMap((m) => m.toClimb_s ?? [])
  );
  add('level-off', 'level-off error', 'ft', 0, 'less', of('level-off').map((m) => Math.max(m.beyond_ft, Math.abs(m.stopped_ft ?? 0)))); // prettier-ignore
  add(
    'roll-out',
    'roll-out error',
    '°',
    1,
    'less',
    of('roll-out').map((m) => Math.abs(m.error_deg))
  );
  add(
    'recovery.first',
    'first input',
    's',
    1,
    'less',
    of('recovery').flatMap((m) => m.firstInput_s ?? [])
  );
  add(
    'recovery.altitude',
    'altitude in recovery',
    'ft',
    0,
    'less',
    of('recovery').map((m) => m.altitudeChange_ft)
  );
  for (const figure of navigationFigures(checks))
    add(figure.id, figure.name, figure.unit, figure.decimals, figure.better, figure.values);
  if (scan) figures.push(...scanFigures(scan));
  return { drill, completed, figures, bias };
}
