import { aircraftCatalogue } from '../../aircraft/catalogue';
import { Rejection } from '../../measure/rejection';
import type { World } from '../../radio/world';
import type { Approach } from './approach';
import { approachCard, plainDay, type ApproachCard, type ApproachDay } from './approach-card';
import { approachProblems, type ApproachProblem } from './approach-check';
import { approachPicture, type ApproachPicture } from './approach-picture';
import { briefItems, type BriefItem } from './card-words';

/** An approach as it is briefed on a day. */
export interface BriefedApproach {
  /** null where the day leaves none; `problem` says why. */
  card: ApproachCard | null;
  problem: string | null;
  items: BriefItem[];
  picture: ApproachPicture;
}

/** @throws Rejection where the approach itself cannot be laid on the earth */
export function briefedApproach(world: World, approach: Approach, day: ApproachDay): BriefedApproach {
  let card: ApproachCard | null = null;
  let problem: string | null = null;
  try {
    card = approachCard(world, approach, day);
  } catch (error) {
    if (!(error instanceof Rejection)) throw error;
    problem = error.message;
  }
  return {
    card,
    problem,
    items: card ? briefItems(approach, card, day) : [],
    picture: approachPicture(world, approach, day.transition, card?.tas_kt ?? day.speed_kt)
  };
}

/** An approach that is being typed in: what is wrong at its places, and how it looks as far as it can be drawn. */
export interface ApproachInMaking {
  problems: ApproachProblem[];
  picture: ApproachPicture | null;
  card: ApproachCard | null;
}

/** An airspeed at which turns are drawn before a card says one, kt. */
const DRAWN_AT_KT = 100;

/** Never throws for what is typed: what cannot be made is null, and why stands among the problems. */
export function approachInMaking(world: World, approach: Approach): ApproachInMaking {
  const or = <T>(work: () => T, otherwise: (error: Rejection) => T): T => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      return otherwise(error);
    }
  };
  return {
    problems: or<ApproachProblem[]>(
      () => approachProblems(world, approach),
      ({ field, message }) => [{ field, message, severity: 'wrong' }]
    ),
    picture: or<ApproachPicture | null>(
      () => approachPicture(world, approach, approach.transitions[0]?.id ?? null, DRAWN_AT_KT),
      () => null
    ),
    card: or<ApproachCard | null>(
      () => approachCard(world, approach, plainDay(approach, aircraftCatalogue[0]!)),
      () => null
    )
  };
}
