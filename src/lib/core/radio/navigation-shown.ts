import type { PathShown } from './glide-slope';
import type { NeedleShown } from './receiver';
import type { Service } from './rnav-final';
import type { AudioSource, NeedleSource, PointerSource } from './radio-settings';

/** A course needle as it stands, with the course it is for. */
export interface CourseNeedle extends NeedleShown {
  course_deg: number;
  /** What full deflection means, degrees; null where it is a distance, or nothing is received. */
  fullScale_deg: number | null;
}

/** What the navigation instruments show at one moment. */
export interface NavigationShown {
  source: NeedleSource;
  needles: Record<NeedleSource, CourseNeedle>;
  /** The path of the source that feeds the needle; null where it has none. */
  path: PathShown | null;
  /** Bearing pointer: magnetic bearing to what it points at and the angle from the nose, + = right; null: parked. */
  pointer: { source: PointerSource; bearing_deg: number; relative_deg: number } | null;
  /** Distance of the source that feeds the needle: slant range with a station, along the earth with a waypoint. */
  distance: { kind: 'dme' | 'rnav'; nm: number; groundspeed_kt: number } | null;
  /**
   * Waypoint flown to, full scale of its needle, NM; on the way to a final what that is received as; past its end the waypoint that
   * waits for one to go on. null: none.
   */
  waypoint: { id: string; fullScale_nm: number; service: Service | null; onward: string | null } | null;
  marker: 'outer' | 'middle' | 'inner' | null;
  /** Letters each receiver would send in Morse; null: nothing but noise. */
  idents: Record<AudioSource, string | null>;
}

/** The needle that counts. */
export function mainNeedle(shown: NavigationShown): CourseNeedle {
  return shown.needles[shown.source];
}
