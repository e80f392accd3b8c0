import type { CorridorChannel } from '../drill/corridor';
import { type CheckMeasure, checkFigures } from './checks/checks';
import type { ComparableFigure } from '../finding/comparable-figure';
import { measureLean } from './lean';
import { heldWithin, type CorridorMeasure } from '../deviation/corridor-measure';
import { scanFigures } from '../scan/scan-figures';
import type { ScanReport } from '../scan/scan-report';
import { quantityWords } from '../finding/quantity-words';

/** What is kept of a grade beside it, for tables and trends over attempts. */
export interface Comparable {
  drill: string;
  /** Flown to its end. */
  completed: boolean;
  figures: ComparableFigure[];
  /** Mean signed error of each quantity, as a share of its tolerance: what tells a lean from chance over many flights. */
  bias: Partial<Record<CorridorChannel, number>>;
}

/**
 * The figures by which a flight is laid beside others of its drill.
 * @param completed whether it was flown to its end
 */
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
    const { name } = quantityWords[channel];
    add(`${channel}.inside`, `${name} held`, '%', 0, 'more', [100 * inside]);
    const within = heldWithin(mine);
    if (within) add(`${channel}.rms`, `${name} RMS`, 'of tolerance', 2, 'less', [within.rms]);
    const lean = measureLean(channel, measures);
    if (lean) bias[channel] = lean.share;
  }
  figures.push(...checkFigures(checks));
  if (scan) figures.push(...scanFigures(scan));
  return { drill, completed, figures, bias };
}
