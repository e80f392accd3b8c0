import type { LessonPlan } from '$core/drill/lesson-plan';
import { flightFromCounts, type Flight } from '$core/flight/flight';
import ReferenceWorker from './reference.worker?worker';

/** The reference pilot's flight of a lesson in its own air. @throws Error in words for people when it cannot be flown */
export function referenceFlight(plan: LessonPlan): Promise<Flight> {
  const worker = new ReferenceWorker();
  return new Promise<Flight>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<{ counts?: Int32Array[]; message?: string }>) =>
      data.counts
        ? resolve(flightFromCounts(data.counts, []))
        : reject(new Error(data.message ?? 'the reference pilot did not come back'));
    worker.onerror = (event) => reject(new Error(event.message || 'the reference pilot did not come back'));
    worker.postMessage(JSON.parse(JSON.stringify(plan)));
  }).finally(() => worker.terminate());
}
