import type { ScanArea } from '../instrument/scan-area';
import type { SeededNoise } from '../measure/seeded-noise';

/** Within so many seconds each area wants to be seen again; an area that is left out is not looked at. */
export type Demand = Partial<Record<ScanArea, number>>;

/** What bends a scan at this moment: looks that are longer, for one area or all, and how faithfully the hub is kept. */
export interface ScanBend {
  /** Every look is so many times as long. */
  slow: number;
  /** An area on which looks last this long, s. */
  stare: { area: ScanArea; seconds: number } | null;
}

/** A simulated pilot's eyes: always on one area of the panel, with the attitude as the hub between the others. */
export interface Eyes {
  /** Where they are. */
  area(): ScanArea;
  /** To be asked at every step; gives the area that has just been read, when a look is over and in between when it is long. */
  step(time_s: number, demand: () => Demand, bend: () => ScanBend): ScanArea | null;
}

/** Length of a practised pilot's looks: at the hub, and at the others. */
const HUB_LOOK_S = 0.22;
const SPOKE_LOOK_S = 0.34;
/** In a long look it is read again this often. */
const READS_AGAIN_S = 0.9;
/** How often two spokes are looked at without the hub between. */
const SKIPS_HUB = 0.12;
/** Something to be seen again within so short a time presses: the hub is then left out most of the time. */
const PRESSING_S = 0.5;
const PRESSED = 0.7;

/**
 * The most overdue area is looked at next: the time since it was seen as a share of how often it wants to be seen.
 * @param hub whether there is an attitude indicator to come back to
 */
export function pilotEyes(hub: boolean, noise: SeededNoise): Eyes {
  const seen = new Map<ScanArea, number>();
  let area: ScanArea = hub ? 'attitude' : 'airspeed';
  let until_s = 0;
  let readAgain_s = 0;

  function nextSpoke(time_s: number, demand: Demand): ScanArea {
    let best = area;
    let most = -Infinity;
    for (const [candidate, within_s] of Object.entries(demand) as [ScanArea, number][]) {
      if (candidate === 'attitude' && hub) continue;
      const overdue =
        ((time_s - (seen.get(candidate) ?? -3 * noise.uniform())) / within_s) *
        (0.92 + 0.16 * noise.uniform());
      if (overdue > most) {
        most = overdue;
        best = candidate;
      }
    }
    return best;
  }

  return {
    area: () => area,
    step(time_s, demand, bend) {
      if (time_s < until_s) {
        // Who stares goes on reading.
        if (time_s < readAgain_s) return null;
        readAgain_s = time_s + READS_AGAIN_S;
        seen.set(area, time_s);
        return area;
      }
      const read = area;
      seen.set(read, time_s);
      const { slow, stare } = bend();
      const wanted = demand();
      // With a roll-out coming up the eyes do not go back to the hub in between.
      const pressing = Object.values(wanted).some((within_s) => within_s < PRESSING_S);
      const toHub = hub && read !== 'attitude' && noise.uniform() > (pressing ? PRESSED : SKIPS_HUB);
      area = toHub ? 'attitude' : nextSpoke(time_s, wanted);
      const length = area === 'attitude' && hub ? HUB_LOOK_S : SPOKE_LOOK_S;
      const stared = stare?.area === area ? stare.seconds : length * slow;
      until_s = time_s + stared * (0.8 + 0.4 * noise.uniform());
      readAgain_s = time_s + READS_AGAIN_S;
      return read;
    }
  };
}
