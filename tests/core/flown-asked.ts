import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import type { Command } from '$core/flight/command';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { simulatedHands } from '$core/flight/simulated-flight';
import { noHabits } from '$core/pilot/habits';

export interface Asked {
  at_s: number;
  command: Command;
}

/** Flown by the reference pilot, who does what is asked for; `from` the browser is another one. */
export function flownAsked(
  plan: LessonPlan,
  until_s: number,
  asked: readonly Asked[],
  resumeAt_s = Infinity
) {
  const lesson = lessonOf(plan);
  const open = (chunks?: FlightChunk[]) => {
    const fly = flyDrill(flightLoop(lesson), lesson, chunks && { chunks });
    return { fly, hands: simulatedHands(lesson, fly, noHabits, plan.seed) };
  };
  let { fly, hands } = open();
  const chunks: FlightChunk[] = [];
  const left = [...asked];
  while (fly.ended() === null && fly.loop.time_s() < until_s) {
    while (left[0] && left[0].at_s <= fly.loop.time_s() + 1e-6) fly.command(left.shift()!.command);
    const chunk = fly.step(hands());
    if (!chunk) continue;
    chunks.push(chunk);
    if (fly.loop.time_s() > resumeAt_s) {
      resumeAt_s = Infinity;
      ({ fly, hands } = open([...chunks]));
    }
  }
  const spans = fly.spans();
  const last = fly.finish();
  return { flight: flightFromChunks(last ? [...chunks, last] : chunks), spans, fly };
}
