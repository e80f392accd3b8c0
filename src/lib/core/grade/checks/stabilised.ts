import type { Lesson } from '../../drill/lesson';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { needleWords } from '../../finding/quantity-words';
import { column } from '../../flight/flight';
import { phaseById } from '../../drill/drill';
import { figure } from '../../measure/figure';
import { approachSpeedFault, approachSpeedOff_kt } from './approach-speed';
import { type CheckKind, elementName, metIf } from './check-kind';

/** How the airplane stood as it passed the height by which an approach is to be stable. */
export interface StabilisedMeasure {
  kind: 'stabilised';
  phaseId: string;
  at_s: number;
  height_ft: number;
  courseShare: number;
  pathShare: number | null;
  speedOff_kt: number;
  rate_fpm: number;
  throttle: number;
  flaps_deg: number;
  gear: number | null;
}

/** Published stabilised criteria, to be read off at one moment. */
const COURSE_SHARE = 0.75;
const MOST_RATE_FPM = 1000;
const IDLE = 0.03;
const FLAPS_WITHIN_DEG = 2;

function unstable(m: StabilisedMeasure, { drill }: Lesson): string[] {
  const { goal } = phaseById(drill, m.phaseId);
  const speed = approachSpeedFault(m.speedOff_kt);
  return [
    ...(Math.abs(m.courseShare) > COURSE_SHARE
      ? [`${needleWords(m.courseShare)} ${m.courseShare > 0 ? 'right' : 'left'} of the course`]
      : []),
    ...(m.pathShare !== null && Math.abs(m.pathShare) > COURSE_SHARE
      ? [`${needleWords(m.pathShare)} ${m.pathShare > 0 ? 'above' : 'below'} the path`]
      : []),
    ...(speed === null ? [] : [speed]),
    ...(m.rate_fpm < -MOST_RATE_FPM ? [`going down at ${figure(-m.rate_fpm)} ft/min`] : []),
    ...(m.throttle < IDLE ? ['power at idle'] : []),
    ...(Math.abs(m.flaps_deg - goal.flaps_deg) > FLAPS_WITHIN_DEG
      ? [`flaps ${figure(m.flaps_deg)}° and not ${figure(goal.flaps_deg)}°`]
      : []),
    ...(m.gear !== null && goal.gear > 0.5 && m.gear < 0.5 ? ['gear up'] : [])
  ];
}

/** Whoever was put down just above has had no time to be stable in. */
const TO_SETTLE_S = 20;

export const stabilised: CheckKind<'stabilised', StabilisedMeasure, string[]> = {
  name: 'stabilised',
  measuredFrom: ['altitude_ft', 'courseShare', 'ias_kt', 'verticalSpeed_fpm', 'throttle', 'flaps_deg'],
  measure({ flight, phase, span }, { altitude_ft, height_ft }) {
    const rate = flight.rate_hz;
    const altitude = column(flight, 'altitude_ft');
    const to = Math.min(flight.length - 1, Math.round(span.end_s * rate));
    let at = Math.round(span.start_s * rate);
    if (altitude[at]! < altitude_ft) return null;
    while (at < to && altitude[at]! > altitude_ft) at += 1;
    if (altitude[at]! > altitude_ft) return null;
    if (span.asked && at / rate - span.start_s < TO_SETTLE_S) return null;
    const byPath = phase.goal.vertical.kind === 'path' && phase.goal.vertical.path.by === 'space';
    return {
      kind: 'stabilised',
      phaseId: phase.id,
      at_s: at / rate,
      height_ft,
      courseShare: column(flight, 'courseShare')[at]!,
      pathShare: byPath ? (flight.columns.get('pathShare')?.[at] ?? null) : null,
      speedOff_kt: approachSpeedOff_kt(flight, at, phase.goal.ias_kt),
      rate_fpm: column(flight, 'verticalSpeed_fpm')[at]!,
      throttle: column(flight, 'throttle')[at]!,
      flaps_deg: column(flight, 'flaps_deg')[at]!,
      gear: flight.columns.get('gear')?.[at] ?? null
    };
  },
  judge: unstable,
  elements: (m, off, lesson) => [
    {
      name: elementName(lesson, m.phaseId, `stable by ${figure(m.height_ft)} ft`),
      verdict: metIf(off.length === 0),
      arithmetic: off.length === 0 ? 'needles, speed, rate, power and configuration as asked' : off.join(', ')
    }
  ],
  findings: (m, off): Finding[] =>
    off.length === 0
      ? []
      : [
          finding(
            'not-stabilised',
            'fault',
            `Not stable at ${figure(m.height_ft)} ft`,
            { moment_s: m.at_s },
            `As ${figure(m.height_ft)} ft above touchdown was passed: ${off.join(', ')}.`,
            { failed: true, worth: (3 + off.length) * MOMENT_S }
          )
        ]
};
