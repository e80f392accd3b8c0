import { isApproach } from '../../drill/approach/approach-drill';
import { minimumOf } from '../../drill/approach/approach-minimum';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { column } from '../../flight/flight';
import { type ByRunway, byRunway } from '../../flight/runway-in-sight';
import { capital } from '../../measure/capital';
import { figure } from '../../measure/figure';
import { landingReference_kt } from '../../procedure/approach/approach-category';
import { approachSpeedFault, speedOffWords, thresholdSpeedOff_kt } from './approach-speed';
import { type CheckKind, metIf } from './check-kind';

/** Where and how the airplane came to the threshold. */
export interface ThresholdMeasure extends ByRunway {
  kind: 'threshold';
  phaseId: string;
  at_s: number;
  /** false: climbed away instead. */
  came: boolean;
  height_ft: number;
  /** Off what is flown there: the approach’s speed, or less down to the airplane’s own over a threshold. */
  speedOff_kt: number;
  crossing_ft: number;
}

const ASIDE_M = 45;
const HEIGHT_FT = 30;
/** Lower than this beside it, or so far before it, there is no way to it but straight down. */
const LOW_FT = 100;
const BESIDE_M = 150;
const BESIDE_NM = 0.3;
/** Whoever did not come so near to the minimum has not looked for anything there. */
export const COME_TO_MINIMUM_FT = 100;
const GONE_FPM = 200;
/** Nobody who is so high over the threshold is about to land on it. */
const GONE_FT = 500;

/** Where an airplane is beside a runway’s middle, to the metre. */
export function asideWords(aside_m: number): string {
  return Math.round(aside_m) === 0 ? 'in the middle' : metresAside(aside_m, 'the middle');
}

const metresAside = (aside_m: number, middle: string) =>
  `${figure(Math.abs(aside_m))} m ${aside_m > 0 ? 'right' : 'left'} of ${middle}`;

const RUNWAYS_MIDDLE = 'the runway’s middle';

/** So low, so far from the runway, that nothing below is a runway. */
export function isBesideRunway(m: ThresholdMeasure): boolean {
  const off = m.before_nm > BESIDE_NM || Math.abs(m.aside_m) > BESIDE_M;
  return m.came && m.height_ft < LOW_FT && off;
}

/** “0.8 NM before the threshold, 950 m left of the runway’s middle”. */
export function besideWords({ before_nm, aside_m }: ThresholdMeasure): string {
  const before = before_nm > 0.05 ? `${figure(before_nm, 1)} NM before the threshold, ` : '';
  return (
    before + (Math.round(aside_m) === 0 ? 'in line with the runway' : metresAside(aside_m, RUNWAYS_MIDDLE))
  );
}

function faultsOf(m: ThresholdMeasure): string[] {
  if (!m.came) return [];
  const high = m.height_ft - m.crossing_ft;
  const speed = approachSpeedFault(m.speedOff_kt);
  return [
    ...(Math.abs(m.aside_m) > ASIDE_M ? [metresAside(m.aside_m, RUNWAYS_MIDDLE)] : []),
    ...(Math.abs(high) > HEIGHT_FT ? [`${figure(Math.abs(high))} ft ${high > 0 ? 'high' : 'low'}`] : []),
    ...(speed === null ? [] : [speed])
  ];
}

function lowestOf(altitude: ArrayLike<number>, to: number): number {
  let lowest_ft = Infinity;
  for (let k = 0; k <= to; k++) lowest_ft = Math.min(lowest_ft, altitude[k]!);
  return lowest_ft;
}

export const threshold: CheckKind<'threshold', ThresholdMeasure, string[]> = {
  name: 'over the threshold',
  measuredFrom: ['latitude_deg', 'longitude_deg', 'altitude_ft', 'ias_kt', 'climbRate_fpm'],
  measure({ flight, phase, span, lesson }, { runway, crossing_ft }) {
    if (!span.complete) return null;
    const k = Math.min(flight.length - 1, Math.round(span.end_s * flight.rate_hz));
    const here = {
      latitude_deg: column(flight, 'latitude_deg')[k]!,
      longitude_deg: column(flight, 'longitude_deg')[k]!
    };
    const altitude = column(flight, 'altitude_ft');
    const height_ft = altitude[k]! - runway.elevation_ft;
    const came = column(flight, 'climbRate_fpm')[k]! < GONE_FPM && height_ft < GONE_FT;
    // Who never came down to the minimum saw nothing from there, and left nothing off.
    const minimum = !came && isApproach(lesson.plan) ? minimumOf(lesson.plan, lesson.aircraft) : null;
    if (minimum && lowestOf(altitude, k) > minimum.set_ft + COME_TO_MINIMUM_FT) return null;
    return {
      kind: 'threshold',
      phaseId: phase.id,
      at_s: span.end_s,
      came,
      ...byRunway(runway, here, lesson.area.variation_deg),
      height_ft,
      speedOff_kt: thresholdSpeedOff_kt(
        flight,
        k,
        phase.goal.ias_kt,
        landingReference_kt(lesson.aircraft.speeds.stallFlaps_kt)
      ),
      crossing_ft
    };
  },
  judge: faultsOf,
  elements: (m, off) =>
    m.came
      ? [
          {
            name: 'Over the threshold',
            verdict: metIf(off.length === 0 && !isBesideRunway(m)),
            arithmetic: `${m.before_nm > BESIDE_NM ? `${figure(m.before_nm, 1)} NM before it, ` : ''}${asideWords(m.aside_m)} (${ASIDE_M} m), at ${figure(m.height_ft)} ft (${figure(m.crossing_ft)} ft ± ${HEIGHT_FT}), ${speedOffWords(m.speedOff_kt)}`
          }
        ]
      : [],
  findings: (m, off): Finding[] => {
    if (!m.came)
      return [
        finding(
          'missed-though-seen',
          'fault',
          'Missed, although the runway was in sight',
          { moment_s: m.at_s },
          'The runway was to be seen at the minimum, and the approach was not continued. That is safe; it is only said.',
          { failed: false, worth: 0.5 * MOMENT_S }
        )
      ];
    if (isBesideRunway(m))
      return [
        finding(
          'came-down-beside',
          'hard',
          'Came down where there is no runway',
          { moment_s: m.at_s },
          `Down to ${figure(m.height_ft)} ft above the runway’s height, ${besideWords(m)}.`,
          { channel: 'altitude_ft', failed: true, worth: 12 * MOMENT_S }
        )
      ];
    return off.length === 0
      ? [
          finding(
            'over-threshold',
            'good',
            'In a position to land',
            { moment_s: m.at_s },
            `${capital(asideWords(m.aside_m))} and ${figure(m.height_ft)} ft over the threshold, ${speedOffWords(m.speedOff_kt)}.`
          )
        ]
      : [
          finding(
            'not-in-position',
            'fault',
            'Not in a position to land',
            { moment_s: m.at_s },
            `At the threshold ${off.join(', ')}.`,
            { failed: true, worth: (2 + off.length) * MOMENT_S }
          )
        ];
  },
  figures: [
    {
      id: 'threshold.aside',
      name: 'aside at the threshold',
      unit: 'm',
      decimals: 0,
      better: 'less',
      of: (m) => (m.came ? [Math.abs(m.aside_m)] : [])
    }
  ]
};
