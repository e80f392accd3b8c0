/// <reference lib="webworker" />
import type { Lesson } from '$core/drill/lesson';
import { flownFlight } from '$core/flight/flown-flight';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { noHabits } from '$core/pilot/habits';
import { buffersOf } from './flight-buffers';
import { answer } from './one-answer';

/** Flies the reference pilot through a lesson, in the same air, off the interface's thread. */
onmessage = ({ data: lesson }: MessageEvent<Lesson>) =>
  answer(
    () => flownFlight(flightFromChunks(simulateFlight(lesson, noHabits, lesson.plan.seed)), lesson),
    ({ flight, judged }) => buffersOf(flight, judged)
  );
