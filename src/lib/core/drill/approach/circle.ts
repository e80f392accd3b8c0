import { turnFromTo } from '../../measure/angle';
import { Rejection } from '../../measure/rejection';
import type { Approach, Category } from '../../procedure/approach/approach';
import type { Runway, World } from '../../radio/world';
import type { ApproachPlan, lostOn } from './approach-plan';

/** A circle to land: the runway it is flown to, on which side of it, and how it is judged. */
export interface Circle {
  runway: Runway;
  turn: 'left' | 'right';
  /** On which part of the circuit the field is lost from sight; null: on none. */
  lost: (typeof lostOn)[number] | null;
}

/** Protected airspace about the runway's ends by category, NM (the older criteria; newer ones grow with altitude, and are wider). */
export const CIRCLING_RADIUS_NM: Record<Category, number> = { A: 1.3, B: 1.5, C: 1.7, D: 2.3 };
/** The path by eye: no approach leads down it. */
export const CIRCLED_PATH = { angle_deg: 3, crossing_ft: 50 };

/** Whether the chart bars the side of a runway that these turns are flown on, told from either of its ends. */
function isBarred(
  { notes }: Approach,
  runways: readonly Runway[],
  runway: Runway,
  turn: Circle['turn']
): boolean {
  return notes.some((note) => {
    if (note.kind !== 'no circling') return false;
    const end = runways.find(({ name }) => name === note.runway);
    if (!end) return false;
    // The other end is the runway that leads back.
    const leadsBack = Math.abs(turnFromTo(end.course_deg, runway.course_deg)) > LEADS_BACK_DEG;
    return end.name === runway.name ? turn === note.turn : leadsBack && turn !== note.turn;
  });
}
const LEADS_BACK_DEG = 170;

/**
 * Every circle an approach without a runway may end in, to the runway most into the wind first.
 * @param windFrom_deg by the same north as the runways' courses
 */
export function circlesOf(
  world: World,
  approach: Approach,
  windFrom_deg: number
): NonNullable<ApproachPlan['circle']>[] {
  if (approach.runway !== null) return [];
  const offWind = ({ course_deg }: Runway) => Math.abs(turnFromTo(course_deg, windFrom_deg));
  const runways = world.runways.filter(({ airport }) => airport === approach.airport);
  const intoWindFirst = [...runways].sort((a, b) => offWind(a) - offWind(b));
  return intoWindFirst.flatMap((runway) =>
    (['left', 'right'] as const)
      .filter((turn) => !isBarred(approach, runways, runway, turn))
      .map((turn) => ({ runway: runway.name, turn }))
  );
}

/** The circle a plan asks for; null where it asks for none. @throws Rejection naming a runway the airport has not */
export function circleOf(world: World, { approach, circle }: ApproachPlan): Circle | null {
  if (!circle || approach.runway !== null) return null;
  const runways = world.runways.filter(({ airport }) => airport === approach.airport);
  const runway = runways.find(({ name }) => name === circle.runway);
  if (!runway)
    throw new Rejection(
      'approach.circle.runway',
      circle.runway,
      `a runway of ${approach.airport}: ${runways.map(({ name }) => name).join(', ')}`
    );
  if (isBarred(approach, runways, runway, circle.turn))
    throw new Rejection(
      'approach.circle.turn',
      circle.turn,
      `${circle.turn === 'left' ? 'right' : 'left'} turns: on the other side of runway ${runway.name} the chart does not authorise circling`
    );
  return { runway, turn: circle.turn, lost: circle.lost ?? null };
}
