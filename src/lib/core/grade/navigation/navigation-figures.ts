import type { CheckMeasure } from '../check-measure';
import type { ComparableFigure } from '../comparable-figure';
import { judgedCircuits } from './navigation-verdict';

/** A figure of radio navigation over all of its checks; nothing in `values` where there was none of them. */
export interface NavigationFigure extends Omit<ComparableFigure, 'value'> {
  values: number[];
}

/** The figures by which attempts at a drill by radio are laid side by side. */
export function navigationFigures(checks: readonly CheckMeasure[]): NavigationFigure[] {
  const of = <K extends CheckMeasure['kind']>(kind: K) =>
    checks.filter((c): c is Extract<CheckMeasure, { kind: K }> => c.kind === kind);
  const circuits = of('hold').flatMap((m) =>
    judgedCircuits(m).map((circuit) => ({ circuit, leg_s: m.leg_s }))
  );
  return [
    {
      id: 'intercept.overshoot',
      name: 'beyond the course when joining',
      unit: '% of scale',
      decimals: 0,
      better: 'less',
      values: of('intercept').map((m) => 100 * m.overshoot)
    },
    {
      id: 'intercept.established',
      name: 'to established',
      unit: 's',
      decimals: 0,
      better: 'less',
      values: of('intercept').flatMap((m) => m.established_s ?? [])
    },
    {
      id: 'tracking.correction',
      name: 'wind correction off by',
      unit: '°',
      decimals: 1,
      better: 'less',
      values: of('tracking').map((m) => Math.abs(m.correction_deg - m.neededCorrection_deg))
    },
    {
      id: 'arc.rms',
      name: 'off the arc, RMS',
      unit: 'NM',
      decimals: 2,
      better: 'less',
      values: of('arc').map((m) => m.rms_nm)
    },
    {
      id: 'hold.inbound',
      name: 'inbound legs off by',
      unit: 's',
      decimals: 0,
      better: 'less',
      values: circuits.flatMap(({ circuit, leg_s }) =>
        circuit.inbound_s === null || leg_s === null ? [] : [Math.abs(circuit.inbound_s - leg_s)]
      )
    },
    {
      id: 'hold.rollOut',
      name: 'off course at roll-out',
      unit: '% of scale',
      decimals: 0,
      better: 'less',
      values: circuits.flatMap(({ circuit }) =>
        circuit.rollOutOff === null ? [] : [100 * Math.min(1, Math.abs(circuit.rollOutOff))]
      )
    },
    {
      id: 'fix.called',
      name: 'fix called off by',
      unit: 's',
      decimals: 0,
      better: 'less',
      values: of('passage').flatMap((m) => (m.called_s === null ? [] : [Math.abs(m.called_s)]))
    }
  ];
}
