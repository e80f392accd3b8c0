import { RECORDING_RATE_HZ, type ChannelId } from './channels';
import type { Lesson } from '../drill/lesson';
import { wayBetween } from '../earth/geodesic';
import { normaliseBearing } from '../measure/angle';
import { courseChannels, courseFollower } from './course-watch';
import type { Flight } from './flight';
import { phaseRun } from './phase-run';

/** Track and groundspeed are taken over so long to either side. */
const OVER_S = 1;

/**
 * A flight with what follows from what it recorded, where it did not record that itself: track and groundspeed from its places, the
 * climb rate from its true altitude or the altitude shown, and by radio everything about the courses of its phases. An imported
 * flight of places and altitudes can so be graded as far as it goes. What was recorded stays as it is.
 */
export function withDerived(flight: Flight, lesson: Lesson): Flight {
  return withCourse(withMotion(flight, lesson.area.variation_deg), lesson);
}

/** @param variation_deg of the panel's north, + = east */
function withMotion(flight: Flight, variation_deg: number): Flight {
  const latitude = flight.columns.get('latitude_deg');
  const longitude = flight.columns.get('longitude_deg');
  const altitude = flight.columns.get('trueAltitude_ft') ?? flight.columns.get('altitude_ft');
  const columns = new Map(flight.columns);
  const missing = (id: ChannelId) => !columns.has(id);
  const reach = Math.max(1, Math.round(OVER_S * flight.rate_hz));
  /** From a little before each sample to a little after it. */
  const over = (value: (from: number, to: number, seconds: number) => number) =>
    Float32Array.from({ length: flight.length }, (_, k) => {
      const from = Math.max(0, k - reach);
      const to = Math.min(flight.length - 1, k + reach);
      return to > from ? value(from, to, (to - from) / flight.rate_hz) : 0;
    });
  if (latitude && longitude && (missing('track_deg') || missing('groundspeed_kt'))) {
    const place = (k: number) => ({ latitude_deg: latitude[k]!, longitude_deg: longitude[k]! });
    const groundspeed = new Float32Array(flight.length);
    let k = 0;
    const track = over((from, to, seconds) => {
      const way = wayBetween(place(from), place(to));
      groundspeed[k++] = (way.distance_nm / seconds) * 3600;
      return normaliseBearing(way.azimuth_deg - variation_deg);
    });
    if (missing('track_deg')) columns.set('track_deg', track);
    if (missing('groundspeed_kt')) columns.set('groundspeed_kt', groundspeed);
  }
  if (altitude && missing('climbRate_fpm'))
    columns.set(
      'climbRate_fpm',
      over((from, to, seconds) => ((altitude[to]! - altitude[from]!) / seconds) * 60)
    );
  return { ...flight, columns };
}

/** The columns about the courses of a lesson's phases, made from places alone, where a flight lacks any of them. */
export function withCourse(flight: Flight, lesson: Lesson): Flight {
  const latitude = flight.columns.get('latitude_deg');
  const longitude = flight.columns.get('longitude_deg');
  const altitude = flight.columns.get('altitude_ft') ?? flight.columns.get('trueAltitude_ft');
  const trueAltitude = flight.columns.get('trueAltitude_ft');
  const run = phaseRun(lesson, flight.events);
  const follow = courseFollower(run.lesson);
  const hasPath = lesson.drill.phases.some(({ goal }) => goal.vertical.kind === 'path');
  const there = courseChannels.every((id) => flight.columns.has(id) || (id === 'pathShare' && !hasPath));
  // A passage is seen in one sample: at another rate than it was recorded at it may lie between two.
  if (there && flight.rate_hz === RECORDING_RATE_HZ) return flight;
  // Without an altitude nothing can be said of a path.
  const wanted = courseChannels.filter((id) => id !== 'pathShare' || !hasPath || altitude !== undefined);
  if (!follow || !latitude || !longitude) return flight;
  const columns = new Map(flight.columns);
  const made = wanted.map((id) => {
    const values = new Float32Array(flight.length);
    columns.set(id, values);
    return { id, values };
  });
  // Phases end by what is written here, and what is written follows from the phase: sample by sample, as in flight.
  let k = 0;
  const read = (id: ChannelId) => columns.get(id)?.[k] ?? NaN;
  for (; k < flight.length; k++) {
    const state = follow(
      {
        latitude_deg: latitude[k]!,
        longitude_deg: longitude[k]!,
        altitude_ft: altitude?.[k] ?? 0,
        trueAltitude_ft: (trueAltitude ?? altitude)?.[k] ?? 0
      },
      run.tracker.current().index
    );
    for (const { id, values } of made) values[k] = state[id];
    run.sample(k / flight.rate_hz, read);
  }
  return { ...flight, columns };
}
