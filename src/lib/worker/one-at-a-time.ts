/**
 * A job that never runs twice at once: asked for while it runs, it runs once more afterwards, for what came in between may have
 * been missed. Resolves when it has run to its end since the asking; rejects as the job does, and may then be asked again.
 */
export function oneAtATime(job: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | null = null;
  let again = false;
  const all = async () => {
    do {
      again = false;
      await job();
    } while (again);
  };
  return () => {
    if (running) again = true;
    else running = all().finally(() => (running = null));
    return running!;
  };
}
