import { normaliseBearing, normaliseSigned, turnFromTo } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { glideSlopeNeedle, type GlideSlopeOutage } from './glide-slope';
import type { CourseNeedle, NavigationShown } from './navigation-shown';
import type { RadioError } from './radio-error';
import { sameChannel, type AudioSource, type NavRadio, type RadioSettings } from './radio-settings';
import {
  VOR_FULL_SCALE_DEG,
  adfPointer,
  dmeDistance,
  isReceived,
  localizerNeedle,
  markerHeard,
  restlessness,
  vorNeedle,
  type Antennas
} from './receiver';
import { computedPathNeedle } from './rnav-final';
import { placesByName } from './station-geometry';
import { waypointNeedle, type Loaded } from './waypoint-needle';
import type { Station, World } from './world';

/** The radios of one airplane: they take their time, as real needles do. */
export interface Receivers {
  step(settings: RadioSettings, at: Antennas, time_s: number, dt_s: number): void;
  shown(): NavigationShown;
  /** Everything that has built up, as plain numbers. */
  memory(): number[];
  restore(memory: readonly number[]): void;
}

const NEEDLE_S = 0.8;
const POINTER_S = 1.2;
const GROUNDSPEED_S = 8;
/** Over the station the needle swings to and fro. */
const SWING = 0.7;
const SWING_PERIOD_S = 2.3;
export const RECEIVER_MEMORY_LENGTH = 11;
const WRONG_IDENT = 'TST';

/**
 * @param variation_deg by which bearings that are no station's own are magnetic, + = east
 * @param loaded the approach by waypoints that is in the receiver
 * @param outage where a glide slope is off the air; null: nowhere
 * @throws Rejection when a waypoint of the settings is not in the world
 */
export function receivers(
  world: World,
  errors: readonly RadioError[],
  variation_deg: number,
  loaded: Loaded = { final: null, curves: [] },
  outage: GlideSlopeOutage | null = null
): Receivers {
  const { final } = loaded;
  const placeOf = placesByName(world);
  const memory = {
    begun: 0,
    needle1: 0,
    needle2: 0,
    pointer: 0,
    pointing: 0,
    distance: -1,
    groundspeed: 0,
    leg: 0,
    fromLatitude: 0,
    fromLongitude: 0,
    legsKey: 0
  };
  let now: NavigationShown | null = null;

  const failing = (kind: RadioError['kind'], time_s: number, station?: string) =>
    errors.some(
      (e) => e.kind === kind && time_s >= e.at_s && (station === undefined || e.station === station)
    );

  /** The one station received on a frequency; none when two are, for neither can be told. */
  function tuned(matches: (station: Station) => boolean, at: Antennas, time_s: number): Station | null {
    const heard = world.stations.filter(
      (station) => matches(station) && isReceived(station, at) && !failing('off the air', time_s, station.id)
    );
    return heard.length === 1 ? heard[0]! : null;
  }

  function navStation(radio: NavRadio, at: Antennas, time_s: number): Station | null {
    return tuned(
      (s) => (s.kind === 'vor' || s.kind === 'localizer') && sameChannel(s.frequency_MHz, radio.active_MHz),
      at,
      time_s
    );
  }

  function navNeedle(
    radio: NavRadio,
    station: Station | null,
    at: Antennas,
    time_s: number
  ): { needle: CourseNeedle; bearing_deg: number | null } {
    const { course_deg } = radio;
    if (station?.kind === 'vor') {
      const { deflection, toFrom, valid, radial_deg, distance_nm } = vorNeedle(station, at, course_deg);
      const swing =
        SWING *
        restlessness(station, at.altitude_ft, distance_nm) *
        Math.sin((2 * Math.PI * time_s) / SWING_PERIOD_S);
      return {
        needle: {
          deflection: clamp(deflection + swing, -1, 1),
          toFrom,
          valid,
          course_deg,
          fullScale_deg: VOR_FULL_SCALE_DEG
        },
        bearing_deg: valid ? normaliseBearing(radial_deg + 180) : null
      };
    }
    if (station?.kind === 'localizer') {
      const shown = localizerNeedle(station, at, variation_deg);
      return {
        needle: {
          ...shown,
          toFrom: shown.valid ? 'to' : null,
          course_deg,
          fullScale_deg: station.halfWidth_deg
        },
        bearing_deg: null
      };
    }
    return {
      needle: { deflection: 0, toFrom: null, valid: false, course_deg, fullScale_deg: null },
      bearing_deg: null
    };
  }

  return {
    step(settings, at, time_s, dt_s) {
      const first = navStation(settings.nav1, at, time_s);
      const second = navStation(settings.nav2, at, time_s);
      const beacon = tuned(
        (s) => s.kind === 'ndb' && s.frequency_kHz === settings.adf.active_kHz,
        at,
        time_s
      );
      const one = navNeedle(settings.nav1, first, at, time_s);
      const two = navNeedle(settings.nav2, second, at, time_s);
      const area = waypointNeedle(placeOf, loaded, variation_deg, memory, settings, at);
      const settle = (value: number, toward: number, seconds: number) =>
        memory.begun === 0 ? toward : value + (toward - value) * (1 - Math.exp(-dt_s / seconds));
      if (!failing('stuck needle', time_s)) {
        memory.needle1 = settle(memory.needle1, one.needle.deflection, NEEDLE_S);
        memory.needle2 = settle(memory.needle2, two.needle.deflection, NEEDLE_S);
      }
      const relativeToAdf = beacon ? adfPointer(beacon, at, at.trueHeading_deg, at.bank_deg) : null;
      const bearing =
        settings.pointer === 'nav1'
          ? one.bearing_deg
          : settings.pointer === 'nav2'
            ? two.bearing_deg
            : settings.pointer === 'rnav'
              ? (area?.bearing_deg ?? null)
              : null;
      // A station's bearing stands on the card; a beacon's pointer only knows where the nose is.
      const pointed = settings.pointer === 'adf' ? relativeToAdf : bearing;
      if (pointed !== null) {
        const share = memory.pointing === 0 ? 1 : 1 - Math.exp(-dt_s / POINTER_S);
        memory.pointer = normaliseSigned(memory.pointer + share * turnFromTo(memory.pointer, pointed));
      }
      memory.pointing = pointed === null ? 0 : 1;
      memory.begun = 1;
      const fed = settings.source === 'nav1' ? first : settings.source === 'nav2' ? second : null;
      const measured =
        settings.source === 'rnav' ? (area?.distance_nm ?? null) : fed ? dmeDistance(fed, at) : null;
      if (measured === null) memory.distance = -1;
      else {
        // A jump is another station, not a speed.
        const speed = dt_s > 0 ? (Math.abs(measured - memory.distance) / dt_s) * 3600 : Infinity;
        if (memory.distance >= 0 && speed < 600)
          memory.groundspeed +=
            memory.groundspeed === 0 ? speed : ((speed - memory.groundspeed) * dt_s) / GROUNDSPEED_S;
        memory.distance = measured;
      }
      const marker = world.stations.find((s) => markerHeard(s, at));
      const identOf = (station: Station | null) =>
        station === null ? null : failing('wrong ident', time_s, station.id) ? WRONG_IDENT : station.id;
      now = {
        source: settings.source,
        needles: {
          nav1: { ...one.needle, deflection: memory.needle1 },
          nav2: { ...two.needle, deflection: memory.needle2 },
          rnav: area?.needle ?? {
            deflection: 0,
            toFrom: null,
            valid: false,
            course_deg: settings.rnav.course_deg ?? 360,
            fullScale_deg: null
          }
        },
        path:
          fed?.kind === 'localizer'
            ? glideSlopeNeedle(fed, at, variation_deg, outage)
            : settings.source === 'rnav' && final && settings.rnav.legs.includes(final.to)
              ? computedPathNeedle(final, at)
              : null,
        pointer:
          pointed === null
            ? null
            : {
                source: settings.pointer,
                relative_deg:
                  settings.pointer === 'adf'
                    ? memory.pointer
                    : turnFromTo(at.shownHeading_deg, memory.pointer),
                bearing_deg:
                  settings.pointer === 'adf'
                    ? normaliseBearing(at.shownHeading_deg + memory.pointer)
                    : normaliseBearing(memory.pointer)
              },
        distance:
          memory.distance < 0
            ? null
            : {
                kind: settings.source === 'rnav' ? 'rnav' : 'dme',
                nm: memory.distance,
                groundspeed_kt: memory.groundspeed
              },
        waypoint: area && {
          id: area.id,
          fullScale_nm: area.fullScale_nm,
          service: area.service,
          onward: area.onward
        },
        marker: marker?.kind === 'marker' ? marker.marker : null,
        idents: { nav1: identOf(first), nav2: identOf(second), adf: identOf(beacon) } satisfies Record<
          AudioSource,
          string | null
        >
      };
    },
    shown() {
      if (!now) throw new Error('the receivers are asked before their first step');
      return now;
    },
    memory: () => Object.values(memory),
    restore(values) {
      Object.keys(memory).forEach((key, i) => (memory[key as keyof typeof memory] = values[i]!));
    }
  };
}
