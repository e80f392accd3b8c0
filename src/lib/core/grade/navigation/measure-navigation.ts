import type { Check, Phase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import type { Flight } from '../../flight/flight';
import { measureArc } from './arc-measure';
import { measureTracking } from './tracking-measure';
import { measureIntercept } from './intercept-measure';
import { measurePassage, measureReversal, measureStationTime } from './fix-measure';
import { measureHold } from './hold-measure';
import type { NavigationMeasure } from './navigation-findings';
import { measureSetUp } from './set-up-measure';

/** Measures one check of radio navigation; null when it cannot be. @param until_s end of the phase after */
export function measureNavigation(
  flight: Flight,
  lesson: Lesson,
  check: Extract<Check, { kind: NavigationMeasure['kind'] }>,
  { goal, reference }: Phase,
  span: PhaseSpan,
  until_s: number
): NavigationMeasure | null {
  const { lateral } = goal;
  if (!reference) return null;
  switch (check.kind) {
    case 'set-up':
      return measureSetUp(flight, lesson, span);
    case 'passage':
      return measurePassage(flight, span, check.within_s);
    case 'station-time':
      return measureStationTime(flight, span);
    case 'intercept':
      return lateral.kind === 'course' ? measureIntercept(flight, lesson, lateral, span, until_s) : null;
    case 'tracking':
      return lateral.kind === 'course'
        ? measureTracking(flight, lesson, lateral, span, span.settled_s.offCourse ?? span.start_s)
        : null;
    case 'arc':
      return lateral.kind === 'arc' ? measureArc(flight, lesson, lateral, span) : null;
    case 'hold':
      return lateral.kind === 'hold' ? measureHold(flight, lesson, lateral, span) : null;
    case 'reversal':
      return lateral.kind === 'reversal' ? measureReversal(flight, lesson, lateral, span) : null;
  }
}
