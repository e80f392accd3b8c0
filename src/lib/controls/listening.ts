/** What of the browser's speech recognition is used here; it has no types of its own yet. */
interface Recognition {
  lang: string;
  maxAlternatives: number;
  onresult: (event: { results: ArrayLike<ArrayLike<{ transcript: string }>> }) => void;
  onerror: (event: { error: string }) => void;
  onend: () => void;
  start(): void;
  abort(): void;
}
type Recogniser = new () => Recognition;

function recogniser(): Recogniser | null {
  const scope = globalThis as { SpeechRecognition?: Recogniser; webkitSpeechRecognition?: Recogniser };
  return scope.SpeechRecognition ?? scope.webkitSpeechRecognition ?? null;
}

/** Whether this browser can hear an answer. */
export const canListen = () => recogniser() !== null;

/**
 * Listens once. @param heard gets what was said, best guess first; @param failed why nothing could be heard
 * @returns stops listening
 */
export function listenOnce(heard: (words: string[]) => void, failed: (why: string) => void): () => void {
  const Recognise = recogniser();
  if (!Recognise) {
    failed('this browser cannot hear; type the answer');
    return () => {};
  }
  const recognition = new Recognise();
  recognition.lang = 'en';
  recognition.maxAlternatives = 4;
  recognition.onresult = ({ results }) => heard(Array.from(results[0]!, ({ transcript }) => transcript));
  recognition.onerror = ({ error }) => failed(`nothing heard (${error}); type the answer`);
  recognition.onend = () => {};
  recognition.start();
  return () => recognition.abort();
}
