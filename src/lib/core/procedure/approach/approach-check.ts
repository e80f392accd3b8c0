import { turnRadius, STANDARD_RATE_DEGPS } from '../../air/level-turn';
import { wayBetween } from '../../earth/geodesic';
import { leftToTurn, normaliseSigned } from '../../measure/angle';
import { figure, heading } from '../../measure/figure';
import { Rejection } from '../../measure/rejection';
import type { World } from '../../radio/world';
import { LONGEST_WAY_DEG } from '../turn';
import { categories, kindsWithPath, type Approach } from './approach';
import { flyByDistance, layApproach, turnBetween, type LaidLeg } from './approach-path';
import { placeNamed, runwayOf } from './approach-place';
import { finalProfile } from './approach-profile';
import { heightOnPath } from './vertical-path';

/** Something about an approach that cannot be, or that its chart would not have, at its place. */
export interface ApproachProblem {
  field: string;
  message: string;
  value?: unknown;
  /** doubt: it can be flown, and is worth a second look at the chart. */
  severity: 'wrong' | 'doubt';
}

/** A course may miss the fix it leads to by so much before there is a gap, NM. */
const GAP_NM = 0.5;
/** A course and the fixes it joins may differ by so much, degrees. */
const COURSE_ERROR_DEG = 3;
/** Radii of an arc at its two ends may differ by so much, NM. */
const ARC_ERROR_NM = 0.3;
/** Turns are tried at this true airspeed where no speed is published, kt. */
const TURN_SPEED_KT = 150;
/** The steepest a segment may be: final, and before it, ft per NM. */
const STEEPEST_FTPNM = { final: 400, before: 500 } as const;
/** The path and the altitude of the final fix may differ by so much, ft. */
const PATH_ERROR_FT = 100;

/** Nearer than this the bearing of a fix changes on the way to where the turn begins. */
const FAR_NM = 4;
const STRAIGHT = ['TF', 'CF', 'DF', 'FA'];

/** What a schema cannot see of an approach. Everything is looked at by every transition, each problem is told once. */
export function approachProblems(world: World, approach: Approach): ApproachProblem[] {
  const found = new Map<string, ApproachProblem>();
  const tell = (
    field: string,
    message: string,
    severity: ApproachProblem['severity'] = 'wrong',
    value?: unknown
  ) => {
    const key = `${field} ${message}`;
    if (!found.has(key))
      found.set(key, { field, message, severity, ...(value === undefined ? {} : { value }) });
  };
  const attempt = <T>(work: () => T): T | null => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      tell(error.field, error.message, 'wrong', error.value);
      return null;
    }
  };

  if (approach.world !== world.id)
    tell('world', `This approach belongs to the world ${approach.world}, not to ${world.id}.`);
  const runway = attempt(() => runwayOf(world, approach));
  namesProblems(world, approach, tell);
  if (!runway) return [...found.values()];
  const transitions = approach.transitions.length > 0 ? approach.transitions.map(({ id }) => id) : [null];
  for (const transition of transitions) {
    const laid = attempt(() => layApproach(world, approach, transition));
    if (!laid) continue;
    legProblems(world, approach, laid, tell);
  }
  minimumProblems(approach, tell);
  attempt(() => profileProblems(world, approach, tell));
  return [...found.values()];
}

type Tell = (field: string, message: string, severity?: ApproachProblem['severity'], value?: unknown) => void;

function namesProblems(world: World, approach: Approach, tell: Tell): void {
  const seen = new Set<string>();
  approach.fixes.forEach(({ id }, i) => {
    if (seen.has(id)) tell(`fixes.${i}.id`, `${id} is named twice.`);
    seen.add(id);
  });
  const ids = new Set<string>();
  approach.transitions.forEach(({ id }, i) => {
    if (ids.has(id)) tell(`transitions.${i}.id`, `There are two transitions called ${id}.`);
    ids.add(id);
  });
  const isStation = (id: string) => world.stations.some((station) => station.id === id);
  if (approach.station !== null && !isStation(approach.station))
    tell('station', `${world.name} has no station ${approach.station}.`, 'wrong', approach.station);
  const parts: [string, Approach['final']][] = [
    ...approach.transitions.map(
      ({ legs }, i) => [`transitions.${i}.legs`, legs] as [string, Approach['final']]
    ),
    ['final', approach.final],
    ['missed.legs', approach.missed.legs]
  ];
  for (const [where, legs] of parts)
    legs.forEach((leg, i) => {
      if (leg.station !== undefined && !isStation(leg.station))
        tell(`${where}.${i}.station`, `${world.name} has no station ${leg.station}.`, 'wrong', leg.station);
      leg.found?.forEach((by, k) => {
        if ('station' in by && !isStation(by.station))
          tell(
            `${where}.${i}.found.${k}.station`,
            `${world.name} has no station ${by.station}.`,
            'wrong',
            by.station
          );
      });
      const { altitude } = leg;
      if (
        altitude?.above_ft !== undefined &&
        altitude.below_ft !== undefined &&
        altitude.above_ft > altitude.below_ft
      )
        tell(
          `${where}.${i}.altitude`,
          `At or above ${altitude.above_ft} ft and at or below ${altitude.below_ft} ft exclude each other.`
        );
    });
}

function legProblems(world: World, approach: Approach, laid: readonly LaidLeg[], tell: Tell): void {
  laid.forEach((part, i) => {
    const { leg, field } = part;
    const before = laid[i - 1];
    if (i === 0 && leg.type !== 'IF')
      tell(`${field}.type`, `An approach begins with a fix (IF), not with ${leg.type}.`);
    if (
      leg.type === 'IF' &&
      before &&
      before.leg.type !== 'PI' &&
      wayBetween(before.to, part.to).distance_nm > GAP_NM
    )
      tell(
        `${field}.fix`,
        `There is a gap of ${figure(wayBetween(before.to, part.to).distance_nm, 1)} NM between the leg before and ${leg.fix}.`
      );
    if (STRAIGHT.includes(leg.type) && part.length_nm < 0.1 && !(before && isOpen(before)))
      tell(`${field}.fix`, `This leg has no length: it ends where it begins.`);
    if (
      leg.type === 'CF' &&
      part.course_deg !== null &&
      leg.course_deg !== undefined &&
      before &&
      !isOpen(before)
    ) {
      const off = Math.abs(normaliseSigned(part.course_deg - leg.course_deg));
      if (off > COURSE_ERROR_DEG && part.length_nm > 1)
        tell(
          `${field}.course_deg`,
          `From the fix before, ${leg.fix} lies on ${heading(part.course_deg)}, not on ${heading(leg.course_deg)}.`
        );
    }
    if (leg.type === 'AF' || leg.type === 'RF') {
      const centre = placeNamed(world, approach, leg.about!, `${field}.about`);
      const [from, to] = [part.from, part.to].map((place) => wayBetween(centre, place).distance_nm) as [
        number,
        number
      ];
      if (Math.abs(from - to) > ARC_ERROR_NM)
        tell(
          `${field}.about`,
          `The arc begins ${figure(from, 1)} NM from ${leg.about} and ends ${figure(to, 1)} NM from it.`
        );
    }
    if (leg.type === 'DF' && leg.turn && part.course_deg !== null && part.length_nm > FAR_NM) {
      const climbsOn_deg =
        before && ['CA', 'VA'].includes(before.leg.type) ? before.leg.course_deg : undefined;
      const round = climbsOn_deg === undefined ? 0 : leftToTurn(leg.turn, climbsOn_deg, part.course_deg, 0);
      if (round > LONGEST_WAY_DEG)
        tell(
          `${field}.turn`,
          `From the climb on ${heading(climbsOn_deg!)}, ${leg.fix} lies ${figure(360 - round)}° to the other side: a ${leg.turn} turn goes ${figure(round)}° round.`,
          'doubt'
        );
    }
    if (leg.type === 'PI' && leg.within_nm === undefined)
      tell(`${field}.within_nm`, 'A procedure turn has a distance to remain within.');
    if (before && !isOpen(before) && leg.type !== 'IF' && !leg.flyOver && part.part !== 'missed') {
      const turn = turnBetween(before, part);
      const radius = turnRadius(leg.speed_kt ?? TURN_SPEED_KT, STANDARD_RATE_DEGPS);
      const needs = flyByDistance(radius, turn);
      const room = Math.min(before.length_nm, part.length_nm);
      if (Math.abs(turn) > 10 && Math.abs(turn) <= 150 && needs > room)
        tell(
          `${field}.fix`,
          `The turn of ${figure(Math.abs(turn))}° before this leg needs ${figure(needs, 1)} NM at ${leg.speed_kt ?? TURN_SPEED_KT} kt, and there are ${figure(room, 1)} NM.`,
          'doubt'
        );
    }
  });
}

/** Whether where a leg ends depends on the airplane or a controller. */
function isOpen({ leg: { type } }: LaidLeg): boolean {
  return ['CA', 'VA', 'FA', 'VI', 'VM', 'PI', 'HA', 'HM', 'HF'].includes(type);
}

function minimumProblems(approach: Approach, tell: Tell): void {
  const finalFix = approach.final.find(({ role }) => role === 'final')?.altitude?.above_ft;
  const transitions = approach.transitions.map(({ id }) => id);
  approach.minimums.forEach((line, i) => {
    for (const category of categories) {
      const altitude_ft = line[category]?.altitude_ft;
      if (altitude_ft === undefined) continue;
      const field = `minimums.${i}.${category}.altitude_ft`;
      if (finalFix !== undefined && altitude_ft >= finalFix)
        tell(field, `The minimum of ${altitude_ft} ft is not below the ${finalFix} ft of the final fix.`);
      if (altitude_ft <= approach.touchdownElevation_ft)
        tell(
          field,
          `The minimum of ${altitude_ft} ft is not above the runway, ${approach.touchdownElevation_ft} ft.`
        );
    }
    if (categories.every((category) => line[category] === null))
      tell(`minimums.${i}`, `${line.line} is authorised for no category.`);
    if (line.kind === 'DA' && approach.path === null)
      tell(`minimums.${i}.kind`, `${line.line} has a DA, and the approach has no vertical path.`);
    if (line.needsTransition && !transitions.includes(line.needsTransition))
      tell(`minimums.${i}.needsTransition`, `There is no transition ${line.needsTransition}.`);
  });
}

function profileProblems(world: World, approach: Approach, tell: Tell): void {
  const { points, finalFix } = finalProfile(world, approach);
  if (!finalFix) tell('final', 'No leg ends at a final fix: give one the role final.');
  if (approach.path && finalFix?.above_ft !== null && finalFix) {
    const onPath =
      approach.touchdownElevation_ft + heightOnPath(approach.path, finalFix.before_nm, 'refracted');
    if (Math.abs(onPath - finalFix.above_ft!) > PATH_ERROR_FT && kindsWithPath.includes(approach.kind))
      tell(
        finalFix.field,
        `At ${finalFix.name} the path is at ${figure(onPath)} ft, and the chart says ${figure(finalFix.above_ft!)} ft.`,
        'doubt'
      );
  }
  points.forEach((point, i) => {
    if (approach.path && point.afterFinalFix && point.above_ft !== null) {
      const onPath =
        approach.touchdownElevation_ft + heightOnPath(approach.path, point.before_nm, 'refracted');
      if (onPath < point.above_ft - 1)
        tell(
          `${point.field}.altitude`,
          `The path passes ${point.name} at ${figure(onPath)} ft, below its ${figure(point.above_ft)} ft.`,
          'doubt'
        );
    }
    const before = points[i - 1];
    if (!before || point.above_ft === null || before.above_ft === null) return;
    const run_nm = before.before_nm - point.before_nm;
    if (run_nm <= 0)
      tell(
        `${point.field}.fix`,
        `${point.name} is not nearer the runway than ${before.name}: the legs are out of order.`
      );
    else if (point.above_ft > before.above_ft)
      tell(
        `${point.field}.altitude`,
        `The altitude rises toward the runway: ${before.above_ft} ft at ${before.name}, ${point.above_ft} ft at ${point.name}.`
      );
    else {
      const steep = (before.above_ft - point.above_ft) / run_nm;
      const most = STEEPEST_FTPNM[point.afterFinalFix ? 'final' : 'before'];
      if (steep > most)
        tell(
          `${point.field}.altitude`,
          `From ${before.name} to ${point.name} it falls ${figure(steep)} ft/NM; more than ${most} is too steep.`
        );
    }
  });
}
