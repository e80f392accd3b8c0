import { Type, type Static } from '@sinclair/typebox';
import { objectSharing } from '../measure/object-sharing';
import { Rejection } from '../measure/rejection';

const tolerance = /* @__NO_SIDE_EFFECTS__ */ (unit: string, maximum: number) =>
  Type.Number({ minimum: 0.1, maximum, accepted: `a number from 0.1 to ${maximum} ${unit}` });

/** How closely things are to be held: what a profile can say, and may leave to the one it inherits from. */
export const toleranceFigures = {
  altitude_ft: tolerance('ft', 1000),
  heading_deg: tolerance('°', 45),
  speedAbove_kt: tolerance('kt', 50),
  speedBelow_kt: tolerance('kt', 50),
  verticalSpeed_fpm: tolerance('ft/min', 1000),
  bank_deg: tolerance('°', 20),
  turnRate_degps: tolerance('°/s', 3),
  /** How far below a decision altitude the airplane may sink while the climb is being started. */
  belowDecision_ft: Type.Number({ minimum: 0, maximum: 200, accepted: 'a number from 0 to 200 ft' }),
  /** How soon after the decision altitude the airplane is to be climbing. */
  climbWithin_s: Type.Number({ minimum: 1, maximum: 20, accepted: 'a number from 1 to 20 s' }),
  /** Roll-outs and level-offs farther off than these are faults. */
  rollOut_deg: tolerance('°', 30),
  levelOff_ft: tolerance('ft', 500),
  /** Share of full scale within which a course is held, and distance from an arc, NM; left out: ¾ and 1. */
  courseNeedle: Type.Optional(tolerance('of full scale', 1)),
  arc_nm: Type.Optional(tolerance('NM', 5))
} as const;

/** The parts of a standard that ask for other figures than the rest of it. */
export type Task = 'attitude' | 'tracking' | 'holding';
export const taskNames: Record<Task, string> = {
  attitude: 'attitude flying',
  tracking: 'intercepting and tracking',
  holding: 'holding'
};

const described = {
  id: Type.String({ pattern: '^[a-z0-9-]{2,40}$', accepted: 'small letters, digits and dashes' }),
  name: Type.String({ minLength: 1, maxLength: 60, accepted: 'a name of up to 60 letters' }),
  source: Type.String({ maxLength: 120 }),
  edition: Type.String({ maxLength: 120 })
};

/** A complete profile, with where the figures come from. Regulations change: this is data. */
export const ToleranceProfile = objectSharing(described, toleranceFigures, {
  $id: 'https://hanza.invalid/schema/tolerance-profile.json'
});
export type ToleranceProfile = Static<typeof ToleranceProfile>;

/** A school's own profile: what it changes, and what it inherits from. */
export const InheritingProfile = objectSharing(described, {
  inherits: Type.String({ minLength: 2, maxLength: 40, accepted: 'the id of another profile' }),
  changes: Type.Partial(Type.Object(toleranceFigures), { additionalProperties: false })
});
export type InheritingProfile = Static<typeof InheritingProfile>;

/**
 * The vertical-speed and turn-rate corridors, the two decision figures and the transition figures are the school's own in
 * all of these: neither standard gives them for basic attitude flying.
 */
const OWN = {
  verticalSpeed_fpm: 150,
  bank_deg: 5,
  turnRate_degps: 1.5,
  belowDecision_ft: 50,
  climbWithin_s: 5,
  rollOut_deg: 5,
  levelOff_ft: 50
} as const;

export const toleranceProfiles: readonly ToleranceProfile[] = [
  {
    id: 'faa-basic-attitude',
    name: 'FAA instrument rating',
    source: 'FAA-S-ACS-8',
    edition: 'ACS-8 series; check the current edition and your authority',
    altitude_ft: 100,
    heading_deg: 10,
    speedAbove_kt: 10,
    speedBelow_kt: 10,
    ...OWN
  },
  {
    id: 'easa-ir',
    name: 'EASA IR skill test',
    source: 'Part-FCL, Appendix 7',
    edition: 'check the current edition and your authority',
    altitude_ft: 100,
    heading_deg: 5,
    speedAbove_kt: 5,
    speedBelow_kt: 5,
    // Tracking on radio aids within 5°, half of full scale.
    courseNeedle: 0.5,
    ...OWN
  },
  {
    id: 'school-fine',
    name: 'School, before the test',
    source: 'Vesterlund school profile',
    edition: '2026',
    altitude_ft: 50,
    heading_deg: 5,
    speedAbove_kt: 5,
    speedBelow_kt: 5,
    ...OWN,
    verticalSpeed_fpm: 100,
    belowDecision_ft: 30,
    climbWithin_s: 4,
    courseNeedle: 0.5,
    arc_nm: 0.5
  }
];

/** What a shipped standard asks for otherwise in one of its tasks. */
const BY_TASK: Record<string, Partial<Record<Task, Partial<ToleranceProfile>>>> = {
  'faa-basic-attitude': { tracking: { heading_deg: 5 } }
};

/** A profile as it stands for one task: the shipped standards differ by task, a school's own profile says what it says. */
export function toleranceFor(profile: ToleranceProfile, task: Task): ToleranceProfile {
  return { ...profile, ...BY_TASK[profile.id]?.[task] };
}

/** @throws Rejection when no shipped profile has this id */
export function toleranceProfileById(id: string): ToleranceProfile {
  const found = toleranceProfiles.find((profile) => profile.id === id);
  if (!found)
    throw new Rejection('toleranceProfile', id, `one of ${toleranceProfiles.map((p) => p.id).join(', ')}`);
  return found;
}

/**
 * A school profile with everything it inherits filled in, nearest first.
 * @param own the school's profiles, among them any it inherits from
 * @throws Rejection when it inherits from nothing there is, or, over whatever way round, from itself
 */
export function resolvedProfile(
  profile: InheritingProfile,
  own: readonly InheritingProfile[]
): ToleranceProfile {
  const chain: InheritingProfile[] = [profile];
  for (;;) {
    const last = chain[chain.length - 1]!;
    if (chain.slice(0, -1).some((earlier) => earlier.id === last.id)) {
      throw new Rejection(
        'inherits',
        profile.inherits,
        `a profile that does not lead back here (${chain.map((p) => p.id).join(' → ')})`
      );
    }
    const shipped = toleranceProfiles.find((base) => base.id === last.inherits);
    if (shipped) {
      const changes = chain.reduceRight<Partial<ToleranceProfile>>(
        (sum, step) => ({ ...sum, ...step.changes }),
        {}
      );
      const { id, name, source, edition } = profile;
      return { ...shipped, ...changes, id, name, source, edition };
    }
    const next = own.find((other) => other.id === last.inherits);
    if (!next)
      throw new Rejection('inherits', last.inherits, 'the id of a shipped profile or of one of yours');
    chain.push(next);
  }
}
