import { missedStationOfLesson } from '../../drill/approach/missed-station-of-lesson';
import { phaseById } from '../../drill/drill';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { figure } from '../../measure/figure';
import { isOnRadio } from '../../radio/station-on-radio';
import { frequencyOf } from '../../radio/world-check';
import type { CheckKind } from './check-kind';

/** When the station that leads the missed approach was first on a radio. */
export interface MissedStationMeasure {
  kind: 'missed-station';
  phaseId: string;
  /** Ident and frequency, as they are said. */
  station: string;
  /** When the final began. */
  at_s: number;
  /** After that; 0: it was there by then, null: never. */
  setAfter_s: number | null;
  /** The missed approach had been begun before it was set. */
  inMissed: boolean;
}

/** Nothing is said where the radios were not recorded, or the final's own station leads the missed approach. */
export const missedStation: CheckKind<'missed-station', MissedStationMeasure, boolean> = {
  name: 'station of the missed approach',
  // The radios are in the flight's events.
  measuredFrom: [],
  measure({ flight, lesson, phase, span, spans }) {
    const station = missedStationOfLesson(lesson);
    const settings = flight.events.filter((event) => event.kind === 'radio');
    if (!station || settings.length === 0) return null;
    const ready = settings.some(
      ({ radios, time_s }, i) =>
        isOnRadio(station, radios) &&
        (settings[i + 1]?.time_s ?? Infinity) > span.start_s &&
        time_s <= span.start_s
    );
    const later = settings.find(({ radios, time_s }) => time_s > span.start_s && isOnRadio(station, radios));
    const missed_s = spans.find(
      ({ phaseId }) => phaseById(lesson.drill, phaseId).segment === 'missed'
    )?.start_s;
    return {
      kind: 'missed-station',
      phaseId: phase.id,
      station: `${station.id}, ${frequencyOf(station)}`,
      at_s: span.start_s,
      setAfter_s: ready ? 0 : later ? later.time_s - span.start_s : null,
      inMissed: !ready && missed_s !== undefined && (later === undefined || later.time_s > missed_s)
    };
  },
  judge: ({ setAfter_s }) => setAfter_s === 0,
  // How far ahead it is made ready is technique; what comes of it is judged where it is flown.
  elements: () => [],
  findings({ station, at_s, setAfter_s, inMissed }, ready): Finding[] {
    if (ready) return [];
    return [
      finding(
        'missed-station-late',
        'fault',
        setAfter_s === null
          ? 'The missed approach’s station was not tuned'
          : 'The missed approach’s station was tuned late',
        { moment_s: at_s, start_s: at_s, end_s: at_s + (setAfter_s ?? 0) },
        `${station}, was on no radio when the final began, not even waiting on a standby; ${
          setAfter_s === null
            ? 'nor was it set later'
            : `set ${figure(setAfter_s)} s later, ${inMissed ? 'in the missed approach itself' : 'on the way down'}`
        }.`,
        { worth: 2 * MOMENT_S }
      )
    ];
  }
};
