import type { Lesson } from '../drill/lesson';
import { missedStationOfLesson } from '../drill/approach/missed-station-of-lesson';
import { firstByRadio, isByRadio, radiosFor } from '../drill/reference-radios';
import { strangeRadios, type RadioSettings } from '../radio/radio-settings';
import { withWaiting } from '../radio/station-on-radio';
import type { Habits } from './habits';

/** When a pilot who finds the radios cold has done what, in whole seconds: hands are asked a hundred times as often. */
const TUNED_S = 5;
const LISTENS_S = [8, 16] as const;
const COURSE_S = 19;
const SOURCE_S = 24;
/** Who thinks of the missed approach only on the way down does so after this long. */
const MISSED_TUNED_S = 40;
/** Who sets a wrong course is off by this. */
const WRONG_COURSE_DEG = 20;

/**
 * What a simulated pilot sets on the radios: tune, identify, course, source, in this order.
 * @param told hears when a habit acts
 */
export function radioHands(
  lesson: Lesson,
  habits: Habits,
  told: (habit: keyof Habits, time_s: number) => void
): (time_s: number, step: number) => RadioSettings | undefined {
  const { navigation, drill } = lesson;
  const byRadio = drill.phases.filter(isByRadio);
  const first = firstByRadio(drill.phases);
  if (!navigation || !first) return () => undefined;
  const cold = navigation.radios === 'cold';
  const missed = missedStationOfLesson(lesson);
  let finalSince_s: number | null = null;
  let since = { second: -1, step: -1 };
  let set: RadioSettings | undefined;
  return (time_s, step) => {
    const second = Math.floor(time_s);
    if (second !== since.second || step !== since.step) {
      since = { second, step };
      set = setAt(time_s, step);
    }
    return set;
  };

  function setAt(time_s: number, step: number): RadioSettings {
    // While nothing is flown by radio yet, what comes next is got ready; afterwards what was last stays.
    const due = byRadio.filter((phase) => drill.phases.indexOf(phase) >= step);
    const [now = byRadio.at(-1) ?? first!] = due;
    // An arc has no course of its own: the one it leads to is set meanwhile, where the same station serves it.
    const straight = due.find(({ goal }) => goal.lateral.kind !== 'arc');
    const sameAid =
      straight !== undefined &&
      straight.reference.station === now.reference.station &&
      (now.reference.station !== null || straight.reference.fix === now.reference.fix);
    const next = sameAid ? straight : now;
    const wanted = radiosFor(next);
    const { by } = next.reference;
    const course = (selected: number) => {
      if (habits.setsWrongCourse === 0) return selected;
      told('setsWrongCourse', time_s);
      return ((selected + WRONG_COURSE_DEG - 1) % 360) + 1;
    };
    if (habits.feedsWrongSource > 0) told('feedsWrongSource', time_s);
    if (habits.forgetsIdent > 0) told('forgetsIdent', time_s);
    const done = (at_s: number) => !cold || time_s >= at_s;
    const listens = cold && habits.forgetsIdent === 0 && time_s >= LISTENS_S[0] && time_s < LISTENS_S[1];
    const before = strangeRadios;
    const waits = done(TUNED_S) && !tunesMissedLate(time_s, step);
    const wrong = wanted.source === 'nav1' ? ('nav2' as const) : ('nav1' as const);
    const set: RadioSettings = {
      nav1: {
        ...(done(TUNED_S) ? wanted.nav1 : before.nav1),
        course_deg: done(COURSE_S) ? course(wanted.nav1.course_deg) : before.nav1.course_deg
      },
      nav2: done(TUNED_S) ? wanted.nav2 : before.nav2,
      adf: done(TUNED_S) ? wanted.adf : before.adf,
      rnav: done(TUNED_S) ? wanted.rnav : before.rnav,
      source: done(SOURCE_S) ? (habits.feedsWrongSource > 0 ? wrong : wanted.source) : before.source,
      pointer: done(SOURCE_S) ? wanted.pointer : before.pointer,
      listening: !listens ? null : by === 'ndb' ? 'adf' : by === 'rnav' ? null : 'nav1'
    };
    return waits ? withWaiting(set, missed) : set;
  }

  /** Not before it has been going down the final for a while. */
  function tunesMissedLate(time_s: number, step: number): boolean {
    if (habits.tunesMissedLate === 0) return false;
    const { segment } = drill.phases[step]!;
    if (segment === 'missed') return false;
    if (segment === 'final') finalSince_s ??= time_s;
    told('tunesMissedLate', time_s);
    return finalSince_s === null || time_s - finalSince_s < MISSED_TUNED_S * habits.tunesMissedLate;
  }
}
