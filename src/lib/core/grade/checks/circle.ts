import { figure } from '../../measure/figure';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { column, sampleAt } from '../../flight/flight';
import { byRunway } from '../../flight/runway-in-sight';
import { climbedFromCircle_s } from '../gone-around';
import { type CheckKind, metIf } from './check-kind';
import { fromRunways } from './circling-area';

/** How a circle to land was flown, from the minimum to the turn onto the final. */
export interface CircleMeasure {
  kind: 'circle';
  phaseId: string;
  from_s: number;
  to_s: number;
  /** The farthest from the airport’s runways, and the steepest bank, each with its moment. */
  farthest_nm: number;
  farthest_s: number;
  bank_deg: number;
  bank_s: number;
  /** How much of the time was flown on the side that was asked for; null: too little of it to say. */
  onSide: number | null;
  turn: 'left' | 'right';
  within_nm: number;
  category: string;
  runway: string;
  /** Where the field was lost from sight; null: it stayed in sight. */
  lost: 'downwind' | 'base' | null;
}

const STEEPEST_DEG = 30;
/** Turbulence passes; a bank that stands so long was flown. */
const STANDS_S = 1.5;
/** Distances are told in tenths: what does not show in one is not beyond. */
const SLACK_NM = 0.05;
/** So near the runway's line no side is told. */
const BESIDE_M = 200;
const LEAST_S = 10;
const MOST_ON_WRONG_SIDE = 0.5;
/** A side is praised where it was kept to. */
const ALL_ALONG = 0.9;

const isBeyond = ({ farthest_nm, within_nm }: CircleMeasure) => farthest_nm > within_nm + SLACK_NM;

/** As it is told, to the whole degree. */
const isTooSteep = ({ bank_deg }: CircleMeasure) => Math.round(bank_deg) > STEEPEST_DEG;

function faultsOf(m: CircleMeasure): string[] {
  return [
    ...(isBeyond(m)
      ? [
          `${figure(m.farthest_nm, 1)} NM from the runway, where category ${m.category} is protected to ${figure(m.within_nm, 1)} NM`
        ]
      : []),
    ...(isTooSteep(m) ? [`${figure(m.bank_deg)}° of bank, ${STEEPEST_DEG}° at most`] : []),
    ...(m.onSide !== null && m.onSide < MOST_ON_WRONG_SIDE
      ? [`on the other side of the runway than that of ${m.turn} turns`]
      : [])
  ];
}

/** The first of what was wrong is what it is called by. */
function titleOf(m: CircleMeasure): string {
  if (isBeyond(m)) return 'Circled beyond the protected area';
  return isTooSteep(m) ? 'Circled too steeply' : 'Circled on the other side';
}

export const circle: CheckKind<'circle', CircleMeasure, string[]> = {
  name: 'circling',
  measuredFrom: ['latitude_deg', 'longitude_deg', 'bank_deg'],
  measure(
    { flight, lesson, phase, span, spans, until_s },
    { phases, runway, runways, turn, within_nm, category, lost }
  ) {
    // Who climbed away has flown no circle.
    if (!span.complete || climbedFromCircle_s(flight, lesson, spans) !== null) return null;
    const { variation_deg } = lesson.area;
    const from_s = spans.find(({ phaseId }) => phaseId === phases[0])?.start_s ?? span.start_s;
    const latitude = column(flight, 'latitude_deg');
    const longitude = column(flight, 'longitude_deg');
    const bank = column(flight, 'bank_deg');
    const awayFrom = fromRunways(runway, runways, variation_deg);
    const m = { farthest_nm: 0, farthest_s: from_s, bank_deg: 0, bank_s: from_s };
    let beside = 0;
    let onSide = 0;
    // The turn onto the final belongs to it; no side is told of it. What follows a lost field is the missed approach.
    const [from, base, to] = [from_s, span.end_s, lost ? span.end_s : until_s].map((at_s) =>
      sampleAt(flight, at_s)
    ) as [number, number, number];
    const standing = Math.round(STANDS_S * flight.rate_hz);
    for (let k = from; k <= to; k++) {
      const place = { latitude_deg: latitude[k]!, longitude_deg: longitude[k]! };
      const away_nm = awayFrom(place);
      if (away_nm > m.farthest_nm) Object.assign(m, { farthest_nm: away_nm, farthest_s: k / flight.rate_hz });
      // The least of a stretch is what was held through it.
      let held_deg = Infinity;
      for (let i = k; i <= k + standing; i++) held_deg = Math.min(held_deg, Math.abs(bank[Math.min(to, i)]!));
      if (held_deg > m.bank_deg) Object.assign(m, { bank_deg: held_deg, bank_s: k / flight.rate_hz });
      const { aside_m } = byRunway(runway, place, variation_deg);
      if (k > base || Math.abs(aside_m) < BESIDE_M) continue;
      beside += 1;
      if (aside_m < 0 === (turn === 'left')) onSide += 1;
    }
    return {
      kind: 'circle',
      phaseId: phase.id,
      from_s,
      to_s: span.end_s,
      ...m,
      onSide: beside < LEAST_S * flight.rate_hz ? null : onSide / beside,
      turn,
      within_nm,
      category,
      runway: runway.name,
      lost
    };
  },
  judge: faultsOf,
  elements: (m, off) => [
    {
      name: 'Circle to land',
      verdict: metIf(off.length === 0),
      arithmetic: `at most ${figure(m.farthest_nm, 1)} NM from the runway (${figure(m.within_nm, 1)}), ${figure(m.bank_deg)}° of bank (${STEEPEST_DEG}°), ${m.turn} turns`
    }
  ],
  findings: (m, off): Finding[] => [
    off.length === 0
      ? finding(
          'circled-well',
          'good',
          m.lost ? `Circled until the field was lost` : `Circled to runway ${m.runway}`,
          { moment_s: m.farthest_s, start_s: m.from_s, end_s: m.to_s },
          `At most ${figure(m.farthest_nm, 1)} NM from the runway and ${figure(m.bank_deg)}° of bank${m.onSide !== null && m.onSide >= ALL_ALONG ? `, on the side of ${m.turn} turns` : ''}.`
        )
      : finding(
          'circled-beyond',
          'fault',
          titleOf(m),
          {
            moment_s: isBeyond(m) ? m.farthest_s : m.bank_s,
            start_s: m.from_s,
            end_s: m.to_s
          },
          `While circling to runway ${m.runway}: ${off.join('; ')}.`,
          { failed: true, worth: (2 + 2 * off.length) * MOMENT_S }
        )
  ]
};
