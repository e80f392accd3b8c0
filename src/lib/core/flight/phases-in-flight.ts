import { isApproach } from '../drill/approach/approach-drill';
import { cloudsNot, fallsNot } from '../drill/approach/approach-minimum';
import { missedFromElsewhere } from '../drill/approach/missed-phases';
import {
  begunAnew,
  clearedPhase,
  flownByInstructor,
  phaseAfter,
  phaseFrom,
  saidTurn
} from '../drill/cleared-phase';
import { FLIGHT_OVER, nextPhase, phaseById, type Drill, type Phase } from '../drill/drill';
import { lessonOf, type Lesson } from '../drill/lesson';
import { trackPhases, type PhaseSpan, type PhaseTracker } from '../drill/phase-tracker';
import { Rejection } from '../measure/rejection';
import { follows, inOneGo } from './stretches-of-spans';
import type { Command, WeatherChange } from './command';
import { lessonInWeather, planInWeather, type TimedChange } from './weather-in-flight';

/** The phases of a flight with what its instructor has asked for on the way. */
export interface PhasesInFlight {
  /** The lesson with the phases that came about: those of its drill, and after them those that were cleared. */
  readonly lesson: Lesson;
  readonly tracker: PhaseTracker;
  /** What was flown of phases that were begun anew later, in its order; their ids are told from those of the last time. */
  before(): readonly FlownBefore[];
  /** How often something else was asked for than would have come. */
  changes(): number;
  instructorFlies(): boolean;
  /** The lesson with the air as it is, or is becoming: what headings are reckoned by. */
  inAir(): Lesson;
  /** @throws Rejection where a command names a phase the plan has not, or a missed approach where there is none */
  admit(command: Command): void;
  /**
   * Does what a command does to the phases; most do nothing to them.
   * @param from_s moment of the next sample @param shown at the newest one
   * @throws Rejection, with nothing changed, where it asks for what this lesson has not
   */
  obey(command: Command, from_s: number, shown: Shown): void;
}

/** What was flown of a part of the plan before it was begun anew. */
export interface FlownBefore {
  /** As it was then: weather, what was to be flown, and how it is checked. */
  lesson: Lesson;
  spans: PhaseSpan[];
}

/** What was flown for less than this before it was begun anew is put right, and not another time. */
const ANOTHER_TIME_S = 30;

/** What the instruments show of it. */
export type Shown = Parameters<typeof phaseFrom>[2];

/** The same code runs live and in grading: what was asked for follows from the commands and the data alone. */
export function phasesInFlight(planned: Lesson): PhasesInFlight {
  const drill = { ...planned.drill, phases: [...planned.drill.phases] };
  const lesson: Lesson = { ...planned, drill };
  let count = drill.phases.length;
  const tracker = trackPhases(drill);
  let instructorFlies = false;
  let clearances = 0;
  let takings = 0;
  let changes = 0;
  const before: FlownBefore[] = [];
  const weather: TimedChange[] = [];
  /** The lesson as it would end in the newest weather, until that decides it. */
  let coming: Lesson | null = null;

  /** What the student is to fly, also while the instructor does. */
  function askedNow(): number {
    const { index } = tracker.current();
    const id = drill.phases[index]!.byInstructor;
    return id === undefined ? index : drill.phases.findIndex((phase) => phase.id === id);
  }

  /** @param at where it is flown from, where that may be away from what is asked for @param isPlaced the airplane was put down there */
  function fly(index: number, from_s: number, at?: Shown, isPlaced = false): void {
    // What was cleared and is flown on after all is another stretch: the one before stands as it was flown.
    const { id } = drill.phases[index]!;
    if (index >= count && tracker.spans().some(({ phaseId }) => phaseId === id)) {
      clearances += 1;
      index = add({ ...begunAnew(drill.phases[index]!), id: `cleared-${clearances}` });
    }
    changes += 1;
    if (instructorFlies) index = takeOver(index);
    // What was flown before stands by what was asked for then.
    const then = { ...drill, phases: [...drill.phases] };
    if (at) drill.phases[index] = phaseFrom(lesson, drill.phases[index]!, at);
    keep(tracker.goTo(index, from_s, isPlaced), then);
    endAnew();
  }

  /** @returns index of the phase in which the instructor flies one, and on from it */
  function takeOver(index: number): number {
    takings += 1;
    const own = add(flownByInstructor(drill.phases[index]!, takings));
    flyOn(own, index);
    return own;
  }

  /** Along an approach the instructor flies on: nobody stays level at its minimum. */
  function flyOn(own: number, index: number): void {
    const { segment, then } = drill.phases[index]!;
    if (segment === undefined || then === null) return;
    const next = nextPhase(drill, index);
    drill.phases[own]!.then = next ? drill.phases[takeOver(drill.phases.indexOf(next))]!.id : FLIGHT_OVER;
  }

  /** What comes of itself after a clearance is flown from where that leads. */
  function leadOn(cleared: Phase): void {
    const after = drill.phases.findIndex(({ id }) => id === cleared.then);
    if (after >= 0) drill.phases[after] = phaseAfter(lesson, drill.phases[after]!, cleared);
  }

  /** What was flown before stands beside the last time, by phases of its own. What led into an earlier time belongs to that. */
  function keep(spans: readonly PhaseSpan[], drill: Drill): void {
    for (const stretch of inOneGo(spans)) {
      const ledTo = before.findIndex((time) => follows(stretch.at(-1)!, time.spans[0]!));
      if (ledTo >= 0) {
        const { lesson: then, spans } = before[ledTo]!;
        const lead = flownThen(stretch, ledTo + 1, drill);
        before[ledTo] = {
          lesson: { ...then, drill: { ...then.drill, phases: [...then.drill.phases, ...lead.phases] } },
          spans: [...lead.spans, ...spans]
        };
      } else if (stretch.at(-1)!.end_s - stretch[0]!.start_s >= ANOTHER_TIME_S) {
        const number = before.length + 1;
        const { spans, phases } = flownThen(stretch, number, drill);
        const checks = drill.checks.map((check) => ({
          ...check,
          phase: idThen(number, check.phase),
          ...(check.kind === 'circle' ? { phases: check.phases.map((id) => idThen(number, id)) } : {})
        }));
        before.push({
          lesson: { ...lesson, drill: { ...drill, phases: [...drill.phases, ...phases], checks } },
          spans
        });
      }
    }
  }

  /** A stretch with phases of its own. */
  function flownThen(
    stretch: readonly PhaseSpan[],
    time: number,
    drill: Drill
  ): { spans: PhaseSpan[]; phases: Phase[] } {
    return {
      spans: stretch.map((span) => ({ ...span, phaseId: idThen(time, span.phaseId) })),
      phases: stretch.map(({ phaseId }) => ({
        ...phaseById(drill, phaseId),
        id: idThen(time, phaseId),
        then: null
      }))
    };
  }

  /** Other weather is another end, where the end is still to come; where it is past, for whoever is put before it again. */
  function endAnew(): void {
    if (!coming || !replan(coming)) return;
    lesson.plan = coming.plan;
    coming = null;
  }

  function add(phase: Phase): number {
    drill.phases.push(phase);
    drill.checks = [...drill.checks, ...saidTurn(phase)];
    return drill.phases.length - 1;
  }

  function planIndex(id: string): number {
    const index = drill.phases.findIndex((phase) => phase.id === id);
    if (index >= 0 && index < count) return index;
    const known = drill.phases.slice(0, count).map((phase) => phase.id);
    throw new Rejection('phase', id, `one of ${known.join(', ')}`);
  }

  /** Neither snow in the warm nor rain in hard frost, nor a cloud with its top below its base. */
  function admitWeather(change: WeatherChange): void {
    const now = lessonInWeather(coming ?? lesson, change)?.plan ?? (coming ?? lesson).plan;
    const then = planInWeather(now, [...weather, { change, at_s: 0 }], Infinity);
    if (!isApproach(then)) return;
    const problem = fallsNot(then);
    if (problem) throw new Rejection('precipitation', change.precipitation ?? 'what falls', problem);
    const clouds = cloudsNot(then, lesson.aircraft);
    if (clouds) throw new Rejection('top_ft', change.top_ft ?? 'the top as it is', clouds.message);
  }

  return {
    lesson,
    tracker,
    before: () => [...before].sort((a, b) => a.spans[0]!.start_s - b.spans[0]!.start_s),
    changes: () => changes,
    instructorFlies: () => instructorFlies,
    inAir: () => ({ ...lesson, plan: planInWeather(lesson.plan, weather, Infinity) }),
    admit(command) {
      if ('phase' in command && command.phase !== undefined) planIndex(command.phase);
      if (command.does === 'go around' && !isApproach(lesson.plan))
        throw new Rejection('does', 'go around', 'a lesson with an approach');
      if (command.does === 'weather') admitWeather(command);
    },
    obey(command, from_s, shown) {
      switch (command.does) {
        case 'clear': {
          const at = askedNow();
          const next = at + 1 < count ? drill.phases[at + 1]!.id : FLIGHT_OVER;
          const phase = clearedPhase(lesson, drill.phases[at]!, next, command, shown, clearances + 1);
          clearances += 1;
          fly(add(phase), from_s);
          return leadOn(phase);
        }
        case 'go on':
          return fly(planIndex(command.phase), from_s, shown);
        case 'go around':
          return goAround(from_s, shown);
        case 'place':
          return fly(
            command.phase === undefined ? askedNow() : planIndex(command.phase),
            from_s,
            command,
            true
          );
        case 'control': {
          if (instructorFlies === (command.by === 'instructor')) return;
          const index = askedNow();
          instructorFlies = command.by === 'instructor';
          return fly(index, from_s, shown);
        }
        case 'weather': {
          // What waits for its moment is obeyed when it comes.
          if (command.when) return;
          weather.push({ change: command, at_s: from_s });
          changes += 1;
          coming = lessonInWeather(coming ?? lesson, command) ?? coming;
          return endAnew();
        }
      }
    }
  };

  /**
   * What is still to come is as in another lesson that is the same up to here. What is past stays as it was.
   * @returns whether the other is the same up to here
   */
  function replan({ drill: { phases, checks } }: Lesson): boolean {
    const ids = drill.phases.slice(0, count).map(({ id }) => id);
    const flown = tracker.spans().map(({ phaseId }) => phaseById(drill, phaseId).byInstructor ?? phaseId);
    const reached = Math.max(-1, ...flown.map((id) => ids.indexOf(id)));
    // Ids are counted, and so the same in both: what an approach ends with is told by its name.
    const isSame = ({ id, name }: Phase, index: number) =>
      phases[index]?.id === id && phases[index].name === name;
    if (!drill.phases.slice(0, reached + 1).every(isSame)) return false;
    tracker.replan(phases.map((phase, i) => (i <= reached ? drill.phases[i]! : phase)));
    // What was to come after a clearance is what stands in its place now.
    for (const phase of drill.phases.slice(phases.length))
      if (phase.then && ids.includes(phase.then))
        phase.then = phases[ids.indexOf(phase.then)]?.id ?? FLIGHT_OVER;
    count = phases.length;
    leadOn(drill.phases[askedNow()]!);
    if (instructorFlies) flyOn(tracker.current().index, askedNow());
    drill.checks = [...checks, ...drill.phases.flatMap(saidTurn)];
    changes += 1;
    return true;
  }

  /** Into the missed approach: the plan's, or, where that ends on the runway, what it would be; behind the rest once that is over. */
  function goAround(from_s: number, { altitude_ft }: Shown): void {
    const isMissed = ({ segment }: Phase) => segment === 'missed';
    if (!drill.phases.some(isMissed) && isApproach(lesson.plan)) {
      const missed = lessonOf({
        ...lesson.plan,
        approach: { ...lesson.plan.approach, ends: 'missed' }
      }).drill;
      if (!replan({ ...lesson, drill: missed })) {
        const around = missed.phases
          .filter(isMissed)
          .map((phase) => ({ ...phase, id: `around-${phase.id}` }));
        around.forEach((phase, i) => add({ ...phase, then: around[i + 1]?.id ?? FLIGHT_OVER }));
        const checks = missed.checks.map((check) => ({ ...check, phase: `around-${check.phase}` }));
        const asked = checks.filter((check) => around.some(({ id }) => id === check.phase));
        drill.checks = [...drill.checks, ...asked];
      }
    }
    drill.phases.forEach((phase, i) => (drill.phases[i] = missedFromElsewhere(phase)));
    // From above it the altitude of the missed approach is one to come down to.
    const level = drill.phases.findIndex((phase) => isMissed(phase) && phase.goal.vertical.kind === 'level');
    const above = drill.phases[level];
    if (above && altitude_ft > above.ends_ft)
      drill.phases[level] = phaseAfter(lesson, above, { ...above, ends_ft: altitude_ft });
    fly(drill.phases.findIndex(isMissed), from_s);
  }
}

const idThen = (time: number, id: string): string => `time-${time}-${id}`;
