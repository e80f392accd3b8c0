import { turnFromTo } from '../measure/angle';
import type { AutopilotMemory, AutopilotModes, AutopilotSees } from './autopilot';
import {
  COUPLED,
  STEEPEST_CATCH_DEG,
  asFollowed,
  courseWait,
  pathWait,
  type CourseMode
} from './autopilot-couplings';

/** What the autopilot flies, what it waits for, and why it waits. */
export interface AutopilotShown {
  flies: { lateral: 'wings level' | 'heading' | CourseName; vertical: VerticalName };
  armed: readonly (CourseName | 'path')[];
  /** Why what is armed is not caught, or what is followed does not come right; a sentence. null: nothing to say. */
  says: string | null;
}
type CourseName = 'course' | 'back course';
type VerticalName = AutopilotModes['vertical']['mode'] | 'path';

/** So long a needle is watched before anything is said of its motion. */
const SETTLES_S = 6;
/** For so long a followed needle may stand aside before it is asked about. */
const ASIDE_S = 40;

/** What it flies and what it waits for, in a line. */
export function autopilotLine({ flies, armed }: AutopilotShown): string {
  const flown = `${flies.lateral}, ${flies.vertical}`;
  return armed.length === 0 ? flown : `${flown}; armed: ${armed.join(', ')}`;
}

/** What an autopilot shows of itself after a step. */
export function autopilotShown(
  { couplings }: AutopilotMemory,
  modes: AutopilotModes,
  sees: AutopilotSees
): AutopilotShown {
  const course = modes.course === 'back course' ? 'back course' : 'course';
  const onPath = couplings.path === COUPLED.caught;
  return {
    flies: {
      lateral:
        couplings.course === COUPLED.caught ? course : modes.heading_deg === null ? 'wings level' : 'heading',
      vertical: onPath ? 'path' : couplings.path === COUPLED.lost ? 'pitch' : modes.vertical.mode
    },
    armed: [
      ...(couplings.course === COUPLED.armed ? ([course] as const) : []),
      ...(couplings.path === COUPLED.armed ? (['path'] as const) : [])
    ],
    says: courseSays(couplings, modes.course, sees) ?? pathSays(couplings, sees)
  };
}

function courseSays(
  couplings: AutopilotMemory['couplings'],
  mode: CourseMode,
  { course, heading_deg }: AutopilotSees
): string | null {
  if (mode === 'off') return null;
  if (!course) return 'There is no course to follow: the radios give none.';
  if (couplings.course === COUPLED.lost)
    return 'The course’s signal has gone: it flies the heading until it can catch the course again.';
  if (couplings.course === COUPLED.caught)
    return couplings.waited_s > ASIDE_S
      ? 'It follows the course, but the needle stays aside. Is the right course set?'
      : null;
  if (couplings.waited_s < SETTLES_S) return null;
  const followed = asFollowed(mode, course, heading_deg);
  const angle_deg = Math.abs(turnFromTo(heading_deg, followed.course_deg));
  switch (courseWait(couplings.needle, couplings.needleRate, angle_deg, course.valid)) {
    case 'no signal':
      return 'The course waits: its flag is out.';
    case 'angle':
      return `The course is not caught at so steep an angle: ${STEEPEST_CATCH_DEG}° at most. Turn toward it, or check the course set.`;
    case 'moving away':
      return 'The course is not caught: its needle moves away. Turn toward it.';
    case 'not toward it':
      return 'The course is not caught: this heading does not lead to it.';
    case 'at its stop':
    case 'coming':
    case null:
      return null;
  }
}

function pathSays(couplings: AutopilotMemory['couplings'], { path }: AutopilotSees): string | null {
  if (couplings.path === COUPLED.lost)
    return 'The path is given up: its signal or the course has gone. It holds this pitch: choose another vertical mode.';
  if (couplings.path !== COUPLED.armed) return null;
  switch (pathWait(couplings, path)) {
    case 'no signal':
      return path ? 'The path waits: its flag is out.' : 'What feeds the needle sends no path.';
    case 'above it':
      return 'The path is not caught: it lies below you. It is caught from below only.';
    case 'course first':
      return 'The path waits for the course to be caught first.';
    case 'below it':
    case null:
      return null;
  }
}
