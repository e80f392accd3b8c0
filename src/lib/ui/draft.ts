/**
 * What is being typed survives a reload, the Back button and an expired session: it is kept for this tab under the page's
 * own name until it has been sent.
 */
export function keepDraft(name: string, draft: unknown): void {
  try {
    sessionStorage.setItem(`hanza draft ${name}`, JSON.stringify(draft));
  } catch {
    // A full or forbidden store only costs the draft.
  }
}

export function draftOf<T>(name: string): T | null {
  const text = sessionStorage.getItem(`hanza draft ${name}`);
  if (text === null) return null;
  try {
    return JSON.parse(text) as T;
  } catch {
    return null;
  }
}

export function dropDraft(name: string): void {
  sessionStorage.removeItem(`hanza draft ${name}`);
}
