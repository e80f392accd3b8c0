import { distractionsOfLesson } from '../drill/distraction';
import type { Lesson } from '../drill/lesson';
import type { Flight } from './flight';

/** A time in which whoever flew had something else to do as well. */
export interface BusyTime {
  doing: 'briefing' | 'answering a call' | 'working a sum';
  from_s: number;
  to_s: number;
}

/** Items of a briefing this close to each other are one; so long before it is ticked an item is being said. */
const ONE_BRIEFING_S = 25;
const ITEM_TAKES_S = 8;
/** One item alone is a look at the card. */
const LEAST_ITEMS = 2;
/** A call that is not answered is thought about for so long. */
const UNANSWERED_S = 15;

/** When something was briefed, answered or worked out in flight, as far as that was recorded; in the order of the kinds. */
export function busyTimes(flight: Flight, lesson: Lesson): BusyTime[] {
  const said = flight.events.filter(({ kind }) => kind === 'briefed').map(({ time_s }) => time_s);
  const briefings: number[][] = [];
  for (const time_s of said) {
    const last = briefings.at(-1);
    if (last && time_s - last.at(-1)! <= ONE_BRIEFING_S) last.push(time_s);
    else briefings.push([time_s]);
  }
  const answers = flight.events.flatMap((event) =>
    event.kind === 'answer' ? [{ time_s: event.time_s, answer: event.answer }] : []
  );
  const calls = lesson.plan.scan?.distractions ? distractionsOfLesson(lesson) : [];
  return [
    ...briefings
      .filter((items) => items.length >= LEAST_ITEMS)
      .map((items): BusyTime => ({
        doing: 'briefing',
        from_s: Math.max(0, items[0]! - ITEM_TAKES_S),
        to_s: items.at(-1)!
      })),
    ...calls.flatMap(({ kind, at_s }, index): BusyTime[] => {
      if (kind === 'gauge') return [];
      const answered = answers.find(({ answer }) => answer.to === 'distraction' && answer.index === index);
      return [{ doing: 'answering a call', from_s: at_s, to_s: answered?.time_s ?? at_s + UNANSWERED_S }];
    }),
    ...answers.flatMap(({ time_s, answer }): BusyTime[] =>
      answer.to === 'sum'
        ? [{ doing: 'working a sum', from_s: Math.max(0, time_s - answer.took_s), to_s: time_s }]
        : []
    )
  ];
}
