import { trim } from '../aircraft/trim';
import { asCourse, leftToTurn, turnFromTo } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { procedureTurnRate } from '../procedure/turn';
import { clearanceWords, type Clearance } from './clearance';
import { THERE_NM } from './compose-navigation';
import { narrowSide, type Corridor } from './corridor';
import { corridorsOf, settlingOf } from './corridors-of-goal';
import type { Check, Condition, Goal, Phase } from './drill';
import { bankOf, tasOf } from './goal-in-air';
import type { Lesson } from './lesson';
import { fixesFor, referenceOf, type Reference } from './reference';
import { conditionOfGoal } from './settings';

/** A new heading, altitude or speed is looked at once it has had the time it takes, and so much more to hear, answer and begin. */
const BEGINS_S = 15;
const USUAL_FPM = 500;
/** Altitudes are told in hundreds. */
const ROUND_FT = 100;

/**
 * What is flown by a clearance: what it says instead of what was asked for, everything else as it was. A new altitude or speed alone
 * leaves the phase to its own end and to what comes after it; a heading, or straight to a fix, is flown until something else is asked.
 * @param current the phase that was asked for @param next id of the one the plan has after it, or `FLIGHT_OVER`
 * @param shown what altimeter and heading indicator show: kept where nothing level, or no heading, was asked for
 * @param number of clearances so far
 * @throws Rejection where it names a fix that cannot be flown to, or the airplane cannot fly so
 */
export function clearedPhase(
  lesson: Lesson,
  current: Phase,
  next: string,
  clearance: Clearance,
  shown: { altitude_ft: number; heading_deg: number },
  number: number
): Phase {
  const { goal: before } = current;
  const reference = clearance.direct === undefined ? current.reference : directTo(lesson, clearance.direct);
  const lateral = lateralOf(before, clearance, shown.heading_deg);
  const altitude_ft =
    clearance.altitude_ft ??
    (before.vertical.kind === 'level'
      ? before.vertical.altitude_ft
      : Math.round(shown.altitude_ft / ROUND_FT) * ROUND_FT);
  const goal: Goal = {
    vertical: { kind: 'level', altitude_ft },
    ias_kt: clearance.speed_kt ?? before.ias_kt,
    lateral,
    flaps_deg: before.flaps_deg,
    gear: before.gear
  };
  const trimmed = trim(lesson.aircraft, conditionOfGoal(lesson, goal, altitude_ft));
  if (trimmed.kind === 'impossible') throw new Rejection('speed_kt', goal.ias_kt, trimmed.explanation);
  const corridors = corridorsOf(goal, lesson.tolerance, undefined, {
    bank_deg: bankOf(goal, lesson.plan),
    attitudeCovered: lesson.covered.includes('attitude')
  });
  const turn_deg =
    lateral.kind === 'heading' ? turnOf(shown.heading_deg, lateral.heading_deg, clearance.turn) : 0;
  const takes_s: Partial<Record<string, number>> = {
    altitude_ft: BEGINS_S + (Math.abs(altitude_ft - shown.altitude_ft) / USUAL_FPM) * 60,
    heading_deg: BEGINS_S + turn_deg / procedureTurnRate(tasOf(goal, lesson.plan))
  };
  // What was asked before and still is goes on being judged.
  const held = current.corridors.filter(
    ({ channel }) => channel !== 'courseShare' && channel !== 'arcError_nm'
  );
  const flownOn = clearance.heading_deg === undefined && clearance.direct === undefined;
  const until: Condition =
    clearance.direct === undefined
      ? current.until
      : { is: 'below', channel: 'fixDistance_nm', value: THERE_NM, for_s: 0 };
  return {
    id: `cleared-${number}`,
    name: clearanceWords(clearance),
    call: clearanceWords(clearance),
    goal,
    reference,
    pace: 'called',
    corridors,
    settling: settlingOf(corridors, held, Math.abs(goal.ias_kt - before.ias_kt)).map((settling) => ({
      ...settling,
      atLatest_s: Math.max(settling.atLatest_s, takes_s[settling.channel] ?? 0)
    })),
    until,
    then: flownOn ? (current.then === undefined ? next : current.then) : null,
    ...(flownOn && (lateral.kind === 'hold' || lateral.kind === 'reversal') ? { goesOnRound: true } : {}),
    expected_s: 60,
    ...(current.segment === undefined ? {} : { segment: current.segment }),
    ends_ft: altitude_ft,
    upset: null,
    recovery: false,
    looksOut: current.looksOut
  };
}

/** What is looked at of a heading that was given with the way to turn to it. */
export function saidTurn({ id, goal: { lateral }, byInstructor }: Phase): Check[] {
  const turn = lateral.kind === 'heading' ? lateral.turn : undefined;
  return turn && !byInstructor ? [{ kind: 'said-turn', phase: id, turn }] : [];
}

/**
 * A phase as it is flown from where the airplane was put down, or happened to be when it was asked for: what is away from what it asks
 * is judged once it has had the time it takes to come there.
 */
export function phaseFrom(
  { plan }: Pick<Lesson, 'plan'>,
  phase: Phase,
  at: { altitude_ft: number; heading_deg: number; speed_kt: number }
): Phase {
  const away = phase.corridors.flatMap((corridor): [Corridor, number][] => {
    const { channel, target } = corridor;
    if (typeof target !== 'number') return [];
    const turn_deg = Math.abs(turnFromTo(at.heading_deg, target));
    const off: Partial<Record<Corridor['channel'], [by: number, takes_s: number]>> = {
      altitude_ft: [
        Math.abs(at.altitude_ft - target),
        BEGINS_S + (Math.abs(at.altitude_ft - target) / USUAL_FPM) * 60
      ],
      heading_deg: [turn_deg, BEGINS_S + turn_deg / procedureTurnRate(tasOf(phase.goal, plan))],
      ias_kt: [Math.abs(at.speed_kt - target), 0]
    };
    const [by, takes_s] = off[channel] ?? [0, 0];
    return by > narrowSide(corridor) ? [[corridor, takes_s]] : [];
  });
  const settling = away.flatMap(([corridor, takes_s]) =>
    settlingOf([corridor], [], Math.abs(at.speed_kt - phase.goal.ias_kt)).map((one) => ({
      ...one,
      atLatest_s: Math.max(one.atLatest_s, takes_s)
    }))
  );
  const isNew = ({ channel }: Phase['settling'][number]) => settling.every((one) => one.channel !== channel);
  return { ...phase, settling: [...phase.settling.filter(isNew), ...settling] };
}

/**
 * The phase that comes of itself after a clearance, flown from what that leaves the airplane at: what the clearance asked for is not
 * what the plan reckoned with.
 */
export function phaseAfter(lesson: Pick<Lesson, 'plan'>, next: Phase, { goal, ends_ft }: Phase): Phase {
  const asked = ({ lateral }: Goal) => (lateral.kind === 'heading' ? lateral.heading_deg : null);
  return phaseFrom(lesson, next, {
    altitude_ft: ends_ft,
    heading_deg: asked(goal) ?? asked(next.goal) ?? 0,
    speed_kt: goal.ias_kt
  });
}

/** A phase from its beginning: what it is flown after does not go on in it. */
export function begunAnew({ goesOnRound: _, ...phase }: Phase): Phase {
  return phase;
}

/** A phase while the instructor flies it: as it is, but nothing of it is the student's. */
export function flownByInstructor(flown: Phase, number: number): Phase {
  const phase = begunAnew(flown);
  return {
    ...phase,
    id: `instructor-${number}`,
    name: 'The instructor has control',
    call: null,
    pace: 'called',
    corridors: [],
    settling: [],
    then: null,
    upset: null,
    recovery: false,
    byInstructor: phase.id
  };
}

function lateralOf(
  before: Goal,
  { heading_deg, turn, direct }: Clearance,
  shown_deg: number
): Goal['lateral'] {
  if (direct !== undefined) return { kind: 'direct', turn: null };
  if (heading_deg !== undefined) return { kind: 'heading', heading_deg, ...(turn ? { turn } : {}) };
  if (before.lateral.kind !== 'turn') return before.lateral;
  return { kind: 'heading', heading_deg: asCourse(before.lateral.to_deg ?? shown_deg) };
}

/** So close to a heading nobody goes all the way round to it. */
const THERE_DEG = 10;

/** How far it may be turned, degrees: the short way, or the way that was said. */
const turnOf = (from_deg: number, to_deg: number, way: 'left' | 'right' | undefined) =>
  Math.abs(way === undefined ? turnFromTo(from_deg, to_deg) : leftToTurn(way, from_deg, to_deg, THERE_DEG));

/** What can be cleared straight to: waypoints, and beacons. */
export function directFixes({ navigation }: Pick<Lesson, 'navigation'>): string[] {
  return navigation ? [...fixesFor(navigation.world, 'rnav'), ...fixesFor(navigation.world, 'ndb')] : [];
}

function directTo({ navigation, area }: Lesson, fix: string): Reference {
  if (!navigation) throw new Rejection('direct', fix, 'no fix: this lesson has no radios');
  const { world } = navigation;
  const by = fixesFor(world, 'ndb').includes(fix) ? 'ndb' : 'rnav';
  return referenceOf(world, by, { fix, turn: 'right' }, area.variation_deg, 'direct');
}
