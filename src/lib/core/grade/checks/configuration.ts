import type { Phase } from '../../drill/drill';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { column, type Flight, sampleAt } from '../../flight/flight';
import { capital } from '../../measure/capital';
import { figure } from '../../measure/figure';
import { type CheckKind, elementName, metIf } from './check-kind';

/** What was set when it should have been. */
export interface ConfigurationMeasure {
  kind: 'configuration';
  phaseId: string;
  at_s: number;
  flaps_deg: number;
  askedFlaps_deg: number;
  /** null where the flight did not record it. */
  gear: number | null;
  askedGear: number;
}

/** null: the phase was over before the configuration was due. */
function measureConfiguration(
  flight: Flight,
  phase: Phase,
  span: PhaseSpan,
  within_s: number
): ConfigurationMeasure | null {
  if (span.end_s - span.start_s <= within_s) return null;
  const k = sampleAt(flight, span.start_s + within_s);
  return {
    kind: 'configuration',
    phaseId: phase.id,
    at_s: k / flight.rate_hz,
    flaps_deg: column(flight, 'flaps_deg')[k]!,
    askedFlaps_deg: phase.goal.flaps_deg,
    gear: flight.columns.get('gear')?.[k] ?? null,
    askedGear: phase.goal.gear
  };
}

const FLAPS_WITHIN_DEG = 2;

/** Which of flaps and gear were not as asked for. */
function notConfigured(m: ConfigurationMeasure): ('flaps' | 'gear')[] {
  return [
    ...(Math.abs(m.flaps_deg - m.askedFlaps_deg) > FLAPS_WITHIN_DEG ? (['flaps'] as const) : []),
    ...(m.gear !== null && Math.abs(m.gear - m.askedGear) >= 0.5 ? (['gear'] as const) : [])
  ];
}

function sayConfiguration(m: ConfigurationMeasure, late: ('flaps' | 'gear')[]): Finding[] {
  if (late.length === 0) return [];
  const was = {
    flaps: `the flaps were at ${figure(m.flaps_deg)}°, not ${figure(m.askedFlaps_deg)}° as briefed`,
    gear: `the gear was ${upOrDown(m.gear)}, not ${upOrDown(m.askedGear)} as briefed`
  };
  return [
    finding(
      'late-configuration',
      'fault',
      `${capital(late.join(' and '))} not as briefed`,
      { moment_s: m.at_s },
      `${capital(late.map((what) => was[what]).join(', and '))}.`,
      { failed: true, worth: 2 * MOMENT_S }
    )
  ];
}

const upOrDown = (gear: number | null) => ((gear ?? 0) > 0.5 ? 'down' : 'up');

export const configuration: CheckKind<'configuration', ConfigurationMeasure, ('flaps' | 'gear')[]> = {
  name: 'configuration',
  measuredFrom: ['flaps_deg'],
  measure: ({ flight, phase, span }, { within_s }) => measureConfiguration(flight, phase, span, within_s),
  judge: notConfigured,
  elements: (m, late, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'configuration'),
      verdict: metIf(late.length === 0),
      arithmetic: `flaps ${figure(m.flaps_deg)}° (${m.askedFlaps_deg}°)${m.gear === null ? '' : `, gear ${upOrDown(m.gear)} (${upOrDown(m.askedGear)})`}`
    }
  ],
  findings: sayConfiguration
};
