import type { ComparableFigure } from '../finding/comparable-figure';
import { engineInterval_s, type ScanReport } from './scan-report';

/** The scan's figures for tables and trends: how long anything of the round was out of sight, how evenly the eyes moved. */
export function scanFigures({ whole, phases, findings }: ScanReport): ComparableFigure[] {
  const gaps = phases.flatMap(({ measure }) =>
    measure.areas
      .filter((area) => area.area !== 'engine' && area.area !== 'elsewhere' && area.area !== 'turn')
      .map((area) => area.longestGap_s)
  );
  const engine_s = engineInterval_s(whole);
  const all: (ComparableFigure | null)[] = [
    gaps.length === 0
      ? null
      : {
          id: 'scan.gap',
          name: 'longest unseen',
          unit: 's',
          decimals: 1,
          better: 'less',
          value: Math.max(...gaps)
        },
    { id: 'scan.look', name: 'mean look', unit: 's', decimals: 2, better: 'less', value: whole.meanLook_s },
    whole.likeness === null
      ? null
      : {
          id: 'scan.likeness',
          name: 'by the pattern',
          unit: '%',
          decimals: 0,
          better: 'more',
          value: 100 * whole.likeness
        },
    engine_s === null
      ? null
      : {
          id: 'scan.engine',
          name: 'engine seen every',
          unit: 's',
          decimals: 0,
          better: 'less',
          value: engine_s
        },
    { id: 'scan.faults', name: 'scan faults', unit: '', decimals: 0, better: 'less', value: findings.length }
  ];
  return all.filter((figure) => figure !== null);
}
