import { startingSetting_hPa } from '../../drill/approach/planted-fault';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { figure } from '../../measure/figure';
import { type CheckKind, metIf } from './check-kind';

/** What the altimeter was set to when it had to be right. */
export interface AltimeterMeasure {
  kind: 'altimeter';
  phaseId: string;
  at_s: number;
  set_hPa: number;
  asked_hPa: number;
}

/** A subscale is read to the hectopascal. */
const WITHIN_HPA = 1;
const FEET_PER_HPA = 27;

const isSet = (m: AltimeterMeasure) => Math.abs(m.set_hPa - m.asked_hPa) <= WITHIN_HPA;

export const altimeter: CheckKind<'altimeter', AltimeterMeasure, boolean> = {
  name: 'altimeter setting',
  measuredFrom: [],
  measure({ flight, lesson, phase, span }, { setting_hPa }) {
    const found_hPa = startingSetting_hPa(setting_hPa, lesson.navigation?.planted ?? null);
    const turned = flight.events.findLast(
      (event) => event.kind === 'altimeter' && event.time_s <= span.end_s && 'detail' in event
    );
    return {
      kind: 'altimeter',
      phaseId: phase.id,
      at_s: span.end_s,
      set_hPa: turned && 'detail' in turned ? Number.parseFloat(turned.detail) : found_hPa,
      asked_hPa: setting_hPa
    };
  },
  judge: isSet,
  elements: (m, set) => [
    {
      name: 'Altimeter set',
      verdict: metIf(set),
      arithmetic: `${figure(m.set_hPa)} hPa; ${figure(m.asked_hPa)} hPa given`
    }
  ],
  findings(m, set): Finding[] {
    const off_hPa = m.set_hPa - m.asked_hPa;
    return set
      ? []
      : [
          finding(
            'altimeter-not-set',
            'fault',
            'The altimeter was not set',
            { moment_s: m.at_s },
            `On ${figure(m.set_hPa)} hPa, ${figure(m.asked_hPa)} hPa were given: it shows about ${figure(Math.abs(off_hPa) * FEET_PER_HPA)} ft too ${off_hPa > 0 ? 'much' : 'little'}.`,
            { channel: 'altitude_ft', failed: true, worth: 5 * MOMENT_S }
          )
        ];
  }
};
