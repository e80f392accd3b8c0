/** Safari has no idle callbacks. */
const LATER_MS = 300;
const LATEST_MS = 2000;

/** Does something once the page has nothing else to do, soon at the latest. @returns how to leave it undone */
export function whenIdle(run: () => void): () => void {
  if (typeof requestIdleCallback === 'function') {
    const asked = requestIdleCallback(run, { timeout: LATEST_MS });
    return () => cancelIdleCallback(asked);
  }
  const timer = setTimeout(run, LATER_MS);
  return () => clearTimeout(timer);
}
