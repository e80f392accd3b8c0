import type { CorridorChannel } from '../drill/corridor';
import type { CorridorMeasure } from '../deviation/corridor-measure';
import type { ScanArea } from '../instrument/scan-area';
import type { Look } from './look';

/** One deviation and what the eyes had to do with it. */
export interface DeviationCost {
  channel: CorridorChannel;
  phaseId: string;
  /** When it left its corridor, and how far it went, signed, the channel's unit. */
  start_s: number;
  end_s: number;
  peak: number;
  /** The instrument that would have shown it. */
  area: ScanArea;
  /** How long that had been unseen when the corridor was left; 0 while it was being looked at; null when never seen before. */
  unseen_s: number | null;
  /** From leaving the corridor to the next look at it; 0 while it was being looked at; null when none came. */
  seenAfter_s: number | null;
}

const SHOWN_BY: Record<CorridorChannel, ScanArea> = {
  altitude_ft: 'altimeter',
  ias_kt: 'airspeed',
  verticalSpeed_fpm: 'vertical-speed',
  heading_deg: 'heading',
  bank_deg: 'attitude',
  turnRate_degps: 'turn',
  courseShare: 'navigation',
  arcError_nm: 'navigation',
  pathShare: 'navigation'
};

/** The instrument that shows a quantity, or stands in for it when it is covered. */
export function areaShowing(channel: CorridorChannel, covered: readonly ScanArea[]): ScanArea {
  const area = SHOWN_BY[channel];
  if (area === 'heading' && covered.includes('heading')) return 'compass';
  return area === 'attitude' && covered.includes('attitude') ? 'turn' : area;
}

/** Every exceedance with how long its instrument had been unseen when it began, and how long until it was seen. */
export function deviationCosts(
  looks: readonly Look[],
  measures: readonly CorridorMeasure[],
  covered: readonly ScanArea[]
): DeviationCost[] {
  const byArea = new Map<string, Look[]>();
  for (const look of looks) {
    const list = byArea.get(look.area);
    if (list) list.push(look);
    else byArea.set(look.area, [look]);
  }
  return measures
    .flatMap((measure) =>
      measure.exceedances.map((exceedance): DeviationCost => {
        const area = areaShowing(measure.channel, covered);
        const mine = byArea.get(area) ?? [];
        const { start_s, end_s, peak } = exceedance;
        const next = firstEndingAfter(mine, start_s);
        const last = mine[next - 1];
        const coming = mine[next];
        const looking = coming !== undefined && coming.start_s <= start_s;
        return {
          channel: measure.channel,
          phaseId: measure.phaseId,
          start_s,
          end_s,
          peak,
          area,
          unseen_s: looking ? 0 : last ? start_s - last.end_s : null,
          seenAfter_s: looking ? 0 : coming ? coming.start_s - start_s : null
        };
      })
    )
    .sort((a, b) => a.start_s - b.start_s);
}

/** Index of the first look that ends after a time; the looks are in order. */
function firstEndingAfter(looks: readonly Look[], time_s: number): number {
  let low = 0;
  let high = looks.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (looks[middle]!.end_s > time_s) high = middle;
    else low = middle + 1;
  }
  return low;
}
