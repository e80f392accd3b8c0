import { invalidate } from '$app/navigation';
import { navigating } from '$app/state';

/**
 * Fetches again what a page depends on, every so often while it is looked at; answers how to stop.
 * Not while somebody is on the way to another page: fetching again would call that off.
 */
export function lookAgain(dependsOn: `${string}:${string}`, every_ms: number): () => void {
  const timer = setInterval(() => {
    if (document.visibilityState === 'visible' && navigating.to === null) void invalidate(dependsOn);
  }, every_ms);
  return () => clearInterval(timer);
}
