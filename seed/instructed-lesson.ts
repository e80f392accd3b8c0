import { lessonOf } from '../src/lib/core/drill/lesson';
import type { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { placesOfLesson } from '../src/lib/core/drill/places-of-lesson';
import type { Command } from '../src/lib/core/flight/command';
import type { MarkKind } from '../src/lib/core/flight/flight-mark';
import type { TimedCommand } from '../src/lib/core/flight/simulated-flight';

/** What an instructor did in a lesson, and marked of it. */
export interface Instructed {
  asked: TimedCommand[];
  marks: { at_s: number; kind: MarkKind; words: string }[];
}

/**
 * Four times down one final, as an instructor leads it: to minimums and around; across a stronger wind; taken over, given back and
 * sent around; and to the runway in sight.
 */
export function fourApproaches(plan: LessonPlan): Instructed {
  const places = placesOfLesson(lessonOf(plan));
  const placed = (out: string): Command => {
    const place = places.find(({ name }) => name.startsWith(`${out} out`))!;
    return { does: 'place', ...place };
  };
  return {
    asked: [
      { at_s: 25, command: placed('8 NM') },
      {
        at_s: 470,
        command: { does: 'weather', over_s: 0, wind: { from_deg: 310, speed_kt: 22 }, turbulence: 'light' }
      },
      { at_s: 480, command: placed('5 NM') },
      { at_s: 760, command: placed('8 NM') },
      { at_s: 830, command: { does: 'control', by: 'instructor' } },
      { at_s: 870, command: { does: 'control', by: 'student' } },
      { at_s: 960, command: { does: 'go around' } },
      { at_s: 1010, command: { does: 'weather', over_s: 0, base_ft: 900, visibility_sm: 4 } },
      { at_s: 1015, command: placed('5 NM') }
    ],
    marks: [
      { at_s: 210, kind: 'good', words: '' },
      { at_s: 560, kind: 'late', words: '' },
      { at_s: 640, kind: 'words', words: 'The wind has changed: what holds the course now?' },
      { at_s: 1090, kind: 'chased', words: '' }
    ]
  };
}
