import { instrumentSyllabus } from '../../src/lib/core/road/instrument-syllabus';
import { nextOnRoad, openLessons } from '../../src/lib/core/road/next-on-road';
import { fitSkill, type SkillFit, STANDARD_SCORE } from '../../src/lib/core/road/skill';
import { standingOf, type Standing, type TaskFlight } from '../../src/lib/core/road/standing';
import { lessonsInOrder } from '../../src/lib/core/road/lessons-in-order';
import type { SyllabusTask } from '../../src/lib/core/road/syllabus';
import { curves, inventedLearner, learnerSeed, type InventedLearner } from './learners';

export const orders = ['proposed', 'order of the syllabus', 'by chance'] as const;
export type Order = (typeof orders)[number];

const MINUTES_A_DAY = 60;
const LONGEST_D = 400;
/** Who is to standard in so much of it at one time is through: of everything at once somebody who forgets never is. */
const TO_STANDARD = 0.9;
/** The first stages: enough to tell the orders apart. */
const syllabus = { ...instrumentSyllabus, stages: instrumentSyllabus.stages.slice(0, 4) };

/** Days and hours until somebody is to standard, truly and at one time, in everything the syllabus asks for. */
export function trained(order: Order, seed: number): { days: number; hours: number; flights: number } {
  const random = learnerSeed(seed);
  const lessons = lessonsInOrder(syllabus);
  const tasks = [...new Map(lessons.flatMap((l) => l.tasks).map((t) => [t.task, t])).values()];
  const people = new Map<string, InventedLearner>(
    tasks.map(({ task }, i) => [
      task,
      inventedLearner(curves[(seed + i) % curves.length]!, random, { ceiling: 84 + 14 * random.uniform() })
    ])
  );
  const flown = new Map<string, TaskFlight[]>(tasks.map(({ task }) => [task, []]));
  const fits = new Map<string, SkillFit>();
  const choice = learnerSeed(seed + 7);
  let [day, minutes, flights] = [0, 0, 0];
  for (
    ;
    day < LONGEST_D;
    day +=
      choice.uniform() < 0.95 ? 2 + Math.floor(3 * choice.uniform()) : 10 + Math.floor(20 * choice.uniform())
  ) {
    for (let left = MINUTES_A_DAY; left > 0;) {
      const now = day + (MINUTES_A_DAY - left) / 1440;
      const known = new Map<string, Standing>();
      const standing = (asked: SyllabusTask) => {
        const key = `${asked.task} ${asked.met} ${asked.unaided}`;
        const mine = flown.get(asked.task)!;
        if (!fits.has(asked.task)) fits.set(asked.task, fitSkill(mine));
        if (!known.has(key)) known.set(key, standingOf(mine, now, asked, fits.get(asked.task)));
        return known.get(key)!;
      };
      const asked = pick(order, standing, choice.uniform());
      if (!asked) break;
      const flight = people.get(asked.task)!.fly(now);
      flown
        .get(asked.task)!
        .push({ ...flight, verdict: flight.score > STANDARD_SCORE ? 'met' : 'not met', unaided: true });
      fits.delete(asked.task);
      left -= asked.minutes;
      minutes += asked.minutes;
      flights += 1;
    }
    const there = tasks.filter(({ task }) => people.get(task)!.level(day) > STANDARD_SCORE).length;
    if (there >= TO_STANDARD * tasks.length) break;
  }
  return { days: day, hours: minutes / 60, flights };
}

function pick(order: Order, standing: Parameters<typeof nextOnRoad>[1], chance: number): SyllabusTask | null {
  if (order === 'proposed') {
    const [first] = nextOnRoad(syllabus, standing);
    if (first) return first.asked;
  }
  const open = openLessons(syllabus, standing).flatMap((lesson) =>
    lesson.tasks.filter((asked) => !standing(asked).reached)
  );
  if (order === 'order of the syllabus' && open[0]) return open[0];
  if (order === 'by chance' && open.length > 0) return open[Math.floor(chance * open.length)]!;
  // Everything has been to standard once: over and over until it holds at one time.
  const all = lessonsInOrder(syllabus).flatMap(({ tasks }) => tasks);
  return order === 'proposed'
    ? all.reduce((a, b) => (standing(b).skill.chance < standing(a).skill.chance ? b : a))
    : all[Math.floor(chance * all.length)]!;
}
