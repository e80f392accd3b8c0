import type { Wind } from '../../air/wind';
import { asCourse } from '../../measure/angle';
import type { Approach, Category, Leg } from '../../procedure/approach/approach';
import type { LaidLeg } from '../../procedure/approach/approach-path';
import type { SetMinimum } from '../../procedure/approach/set-minimum';
import { windTriangle } from '../../procedure/wind-triangle';
import type { RnavFinal } from '../../radio/rnav-final';
import type { World } from '../../radio/world';
import type { ConditionFile, PhaseFile } from '../drill-file';
import type { Reference } from '../reference';
import type { ApproachPlan } from './approach-plan';
import type { Circle } from './circle';
import { approachReference, guideOf } from './approach-references';

/** What an approach is flown with, as far as its phases depend on it. */
export interface FlownWith {
  world: World;
  planned: ApproachPlan;
  start_kt: number;
  startAltitude_ft: number;
  altimeterSetting_hPa: number;
  /** Heading at the beginning, magnetic by the approach, where the approach does not say from where one comes. */
  arrival_deg: number;
  approachFlaps_deg: number;
  climb_kt: number;
  /** True airspeeds on the way in and on the final. */
  tas_kt: number;
  approachTas_kt: number;
  /** By the approach's own north. */
  wind: Wind;
  minimum: SetMinimum;
  /** What was briefed where the path is lost on the way, ft; null: it is not. */
  briefed_ft: number | null;
  category: Category;
  /** Whether what is seen at the minimum lets one go on to the runway. */
  goesOn: boolean;
  final: RnavFinal | null;
  /** The circle to land by which it ends where the runway is seen; null: none. */
  circle: Circle | null;
}

/** An altitude closer than this is the same. */
export const SAME_FT = 40;
/** Vectors bring one onto the final course at this angle. */
export const VECTORED_DEG = 30;
/** A leg that takes longer than this is over. */
export const LONGEST_LEG_S = 1500;
/** Descents between fixes, ft/min, and how much sooner than just in time. */
const LEAST_DESCENT_FPM = 500;
const MOST_DESCENT_FPM = 1000;
const IN_TIME = 1.3;

/** A phase’s end: a channel above or below a value (NM, ft or share of scale), at once. */
export const reached = (
  channel: 'along_nm' | 'altitude_ft' | 'fixDistance_nm' | 'pathShare',
  is: 'above' | 'below',
  value: number
): ConditionFile => ({ is, channel, value, for_s: 0 });

/** Any of these ends, or the longest a leg may take. */
export const orLate = (...of: ConditionFile[]): ConditionFile => ({
  is: 'any',
  of: [...of, { is: 'after', seconds: LONGEST_LEG_S }]
});

/** The phases of an approach as they are written one after the other, with what each is flown about. */
export class PhaseSheet {
  readonly phases: PhaseFile[] = [];
  readonly references = new Map<string, Reference>();
  /** Altitude the airplane has been brought to. */
  altitude_ft: number;
  /** Descents before a fix, with the phase that is level to it. */
  readonly steps: { level: string; altitude_ft: number; fix: string }[] = [];
  /** The phase in which flaps and gear are set; null as long as there is none. */
  configured: string | null = null;

  constructor(readonly flown: FlownWith) {
    this.altitude_ft = flown.startAltitude_ft;
  }

  get approach(): Approach {
    return this.flown.planned.approach;
  }

  add(phase: Omit<PhaseFile, 'id'>): string {
    const id = `p${String(this.phases.length + 1).padStart(2, '0')}`;
    this.phases.push({ id, ...phase, name: phase.name.slice(0, 40) });
    return id;
  }

  /** Names a reference, the same again by the same name. */
  about(reference: Reference): string {
    for (const [id, known] of this.references)
      if ((['fix', 'by', 'turn', 'station', 'final'] as const).every((key) => known[key] === reference[key]))
        return id;
    const id = `fix-${this.references.size + 1}`;
    this.references.set(id, reference);
    return id;
  }

  /** What a leg is flown about: its fix, found by what leads along it. */
  referenceOf({ leg, field, part }: LaidLeg, guided = guideOf(leg)): Reference {
    const { final, world } = this.flown;
    const reference = approachReference(
      world,
      this.approach,
      leg.fix!,
      guided,
      leg.turn ?? 'right',
      leg.found ?? [],
      field
    );
    const legs = this.approach.final;
    const finalFix = legs.findIndex(({ role }) => role === 'final');
    const onFinal = part === 'final' && finalFix >= 0 && legs.indexOf(leg) >= finalFix;
    return onFinal && final && reference.by === 'rnav' ? { ...reference, final } : reference;
  }

  /** The centre of an arc. */
  centreOf({ leg, field }: LaidLeg): Reference {
    const station = leg.type === 'AF' ? leg.about! : null;
    return approachReference(
      this.flown.world,
      this.approach,
      leg.about!,
      { guide: station ? 'vor' : 'waypoints', station },
      leg.turn ?? 'right',
      [],
      field
    );
  }

  /** A true course by the north of a reference. */
  courseBy(reference: Reference, true_deg: number): number {
    return asCourse(true_deg - reference.north_deg);
  }

  magneticBy(reference: Reference, course_deg: number): number {
    return this.courseBy(reference, course_deg + this.approach.variation_deg);
  }

  finalCourse(reference: Reference): NonNullable<PhaseFile['course']> {
    return { course_deg: this.magneticBy(reference, this.approach.finalCourse_deg), way: 'to' };
  }

  /** Height a leg asks for at its end; what is only a ceiling does not make anybody climb. */
  targetOf({ altitude }: Leg): number {
    if (!altitude) return this.altitude_ft;
    return altitude.above_ft ?? Math.min(this.altitude_ft, altitude.below_ft ?? this.altitude_ft);
  }

  /** A rate that loses so much well before the end of a leg, ft/min. */
  rateFor(lose_ft: number, distance_nm: number): number {
    const needed = ((lose_ft / Math.max(0.5, distance_nm)) * this.flown.tas_kt) / 60;
    return Math.round(Math.min(MOST_DESCENT_FPM, Math.max(LEAST_DESCENT_FPM, IN_TIME * needed)) / 50) * 50;
  }

  /** Heading and groundspeed on a course of the approach at a true airspeed. */
  onCourse(course_deg: number, tas_kt: number): { heading_deg: number; groundspeed_kt: number } {
    const triangle = windTriangle(course_deg, tas_kt, this.flown.wind);
    return triangle.kind === 'impossible' ? { heading_deg: course_deg, groundspeed_kt: tas_kt } : triangle;
  }
}

/** The leg of a hold as a drill has it. */
export function holdLeg({ leg_nm, leg_s }: Leg): { leg_nm: number } | { leg_s: number } {
  return leg_nm === undefined ? { leg_s: leg_s ?? 60 } : { leg_nm };
}
