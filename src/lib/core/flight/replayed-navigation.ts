import { normaliseSigned } from '../measure/angle';
import type { CourseNeedle, NavigationShown } from '../radio/navigation-shown';
import { needleSources } from '../radio/radio-settings';
import type { ChannelId } from './channels';
import { sampleAt, type Flight } from './flight';
import { NO_PATH } from './navigation-values';

const silent: CourseNeedle = {
  course_deg: 360,
  deflection: 0,
  toFrom: null,
  valid: false,
  fullScale_deg: null
};

/**
 * What the course instrument showed at a moment of a recorded flight: needle, path, pointer and distance as they were shown; what
 * full scale meant, markers and idents are not recorded. null: a flight without needles.
 */
export function navigationAt(flight: Flight, time_s: number): NavigationShown | null {
  if (!flight.columns.has('needle')) return null;
  const k = sampleAt(flight, time_s);
  const at = (id: ChannelId, missing: number) => flight.columns.get(id)?.[k] ?? missing;
  const source = needleSources[Math.round(at('needleSource', 0)) - 1] ?? 'nav1';
  const radios = flight.events.findLast((event) => event.kind === 'radio' && event.time_s <= time_s);
  const set = radios?.kind === 'radio' ? radios.radios : null;
  const toFrom = at('toFrom', 0);
  const main: CourseNeedle = {
    course_deg: at('course_deg', 360),
    deflection: at('needle', 0),
    toFrom: toFrom === 0 ? null : toFrom > 0 ? 'to' : 'from',
    valid: toFrom !== 0,
    fullScale_deg: null
  };
  const bearing_deg = at('bearing_deg', -1);
  const distance_nm = at('distance_nm', -1);
  const path = at('pathNeedle', NO_PATH);
  return {
    source,
    needles: { nav1: silent, nav2: silent, rnav: silent, [source]: main },
    path: path <= NO_PATH ? null : { deflection: path, valid: true },
    pointer:
      bearing_deg < 0
        ? null
        : {
            source: set?.pointer ?? source,
            bearing_deg,
            relative_deg: normaliseSigned(bearing_deg - at('heading_deg', 0))
          },
    distance:
      distance_nm < 0
        ? null
        : {
            kind: source === 'rnav' ? 'rnav' : 'dme',
            nm: distance_nm,
            groundspeed_kt: at('groundspeed_kt', 0)
          },
    waypoint: null,
    marker: null,
    idents: { nav1: null, nav2: null, adf: null }
  };
}
