import { measureCorridors, type CorridorMeasure } from '../deviation/corridor-measure';
import { deviationAt, fractionOfTolerance, targetAt } from '../deviation/deviation';
import type { Corridor } from '../drill/corridor';
import { isFlown, type PhaseChannel, type PhaseSpan } from '../drill/phase-tracker';
import type { Lesson } from '../drill/lesson';
import type { Finding } from '../finding/finding';
import { offWords } from '../finding/quantity-words';
import { lessonAsFlown } from '../flight/as-flown';
import { detectPhases } from '../flight/detected-phases';
import { duration, type Flight } from '../flight/flight';
import { asJudged } from '../flight/judged-channels';
import { capital } from '../measure/capital';
import { exceedanceFindings } from './exceedance-findings';
import { orderFindings } from './order-findings';

/** What can be said of a flight while it is flown. */
export interface FlightSoFar {
  /** With what was asked for on the way. */
  lesson: Lesson;
  /** As it is judged. */
  flight: Flight;
  phases: PhaseSpan[];
  measures: CorridorMeasure[];
  /** Of the phases that are over, the worst first: what only an end can tell is not said before it. */
  findings: Finding[];
  /** What is outside its corridor now, in words. */
  outside: string[];
}

/** What is true of a flight that is still flown, by the same measures as its grade will be. */
export function flightSoFar(recorded: Flight, asPlanned: Lesson): FlightSoFar {
  const planned = lessonAsFlown(asPlanned, recorded);
  const flight = asJudged(recorded, planned);
  const { lesson, spans: phases } = detectPhases(flight, planned);
  const measures = measureCorridors(flight, lesson, phases);
  const isOver = ({ phaseId }: CorridorMeasure) =>
    phases.some((span) => span.phaseId === phaseId && isFlown(span));
  const now = phases.at(-1);
  const under_s = now && !isFlown(now) ? now.start_s : Infinity;
  return {
    lesson,
    flight,
    phases,
    measures,
    findings: orderFindings(exceedanceFindings(lesson, measures.filter(isOver), [], under_s)),
    outside: measures
      .filter((measure) => !isOver(measure) && measure.to_s >= duration(flight) - 1)
      .flatMap(({ corridor }) => outsideWords(corridor, flight))
  };
}

/** How far off a corridor the flight is at its newest sample; nothing where it is inside. */
function outsideWords(corridor: Corridor, flight: Flight): string[] {
  const read = (id: PhaseChannel) => flight.columns.get(id)?.[flight.length - 1] ?? NaN;
  const off = deviationAt(corridor, read);
  const isOutside = Math.abs(fractionOfTolerance(corridor, off)) > 1;
  return isOutside ? [capital(offWords(corridor, off, targetAt(corridor, read)))] : [];
}
