/// <reference lib="webworker" />
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { countsOf } from '$core/flight/flight';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { noHabits } from '$core/pilot/habits';

/** Flies the reference pilot through a lesson, in the same air, off the interface's thread. */
onmessage = ({ data }: MessageEvent<LessonPlan>) => {
  try {
    const flight = flightFromChunks(simulateFlight(lessonOf(data), noHabits, data.seed));
    postMessage({ counts: countsOf(flight) });
  } catch (error) {
    postMessage({ message: error instanceof Error ? error.message : String(error) });
  }
};
