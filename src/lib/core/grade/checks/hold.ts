import { shareOf } from '../../finding/quantity-words';
import { clock, figure } from '../../measure/figure';
import { BY_COURSE, type CheckElement, type CheckKind, type Told, elementName, metIf } from './check-kind';
import { cameToFix, type HoldMeasure, type LeftHoldMeasure, measureHold } from './hold-measure';
import { INBOUND_WITHIN_S, type HoldJudged, judgeHold, judgedCircuits } from './hold-verdict';
import { holdFindings, leftHoldFindings } from './hold-words';

/** A hold that was come back to. One that was left is told by `leftHold`. */
export const hold: Omit<CheckKind<'hold', HoldMeasure, HoldJudged>, 'measure'> & {
  measure(
    ...at: Parameters<CheckKind<'hold', HoldMeasure, HoldJudged>['measure']>
  ): HoldMeasure | LeftHoldMeasure | null;
} = {
  name: 'hold',
  measuredFrom: [...BY_COURSE, 'passages'],
  measure: ({ flight, lesson, phase, span }) =>
    phase.goal.lateral.kind === 'hold' ? measureHold(flight, lesson, phase.goal.lateral, span) : null,
  judge: judgeHold,
  elements(m, { legs, rollOuts }, lesson) {
    const circuits = judgedCircuits(m);
    const element = (what: string, verdict: CheckElement['verdict'], arithmetic: string): CheckElement => ({
      name: elementName(lesson, m.phaseId, what),
      verdict,
      arithmetic
    });
    return [
      ...(m.outOfTime
        ? [element('flown', 'not met', `${m.circuits.length} of ${m.askedTimes} times back over the fix`)]
        : []),
      ...(m.entry === null
        ? []
        : [
            element(
              'entry',
              metIf(m.entryRight),
              `${m.entry} flown, ${m.due.entry}${m.due.alternative ? ` or ${m.due.alternative}` : ''} due`
            )
          ]),
      ...(legs === null
        ? []
        : [
            element(
              'inbound legs',
              legs,
              `${circuits.map(({ inbound_s }) => (inbound_s === null ? '–' : figure(inbound_s))).join(', ')} s; ${figure(m.leg_s!)} s ± ${INBOUND_WITHIN_S} s asked`
            )
          ]),
      ...(rollOuts === null
        ? []
        : [
            element(
              'roll-outs inbound',
              rollOuts,
              circuits
                .map((c) =>
                  c.rollOutOff === null
                    ? '–'
                    : `${shareOf(c.rollOutOff)} ${c.overshot_nm! > 0 ? 'through' : 'short'}`
                )
                .join(', ')
            )
          ])
    ];
  },
  findings: holdFindings,
  figures: [
    {
      id: 'hold.inbound',
      name: 'inbound legs off by',
      unit: 's',
      decimals: 0,
      better: 'less',
      of: (m) =>
        judgedCircuits(m).flatMap(({ inbound_s }) =>
          inbound_s === null || m.leg_s === null ? [] : [Math.abs(inbound_s - m.leg_s)]
        )
    },
    {
      id: 'hold.rollOut',
      name: 'off course at roll-out',
      unit: '% of scale',
      decimals: 0,
      better: 'less',
      of: (m) =>
        judgedCircuits(m).flatMap(({ rollOutOff }) =>
          rollOutOff === null ? [] : [100 * Math.min(1, Math.abs(rollOutOff))]
        )
    }
  ]
};

/** A hold whose time ran out without the fix being passed once inbound, or come to. */
export const leftHold: Told<LeftHoldMeasure, null> = {
  judge: () => null,
  elements: (m, _, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'flown'),
      verdict: 'not met',
      arithmetic: `not once ${cameToFix(m) ? 'back over the fix inbound' : 'over the fix'} in ${clock(m.end_s - m.start_s)}`
    }
  ],
  findings: leftHoldFindings
};
