/** What a worker of one question answers: what was asked for, or why it could not be had. */
export type OneAnswer<Answer> = { answer: Answer } | { message: string };

/** Asks a worker its one question and lets it go. @param otherwise why there is no answer, where it says nothing @throws Error in words for people */
export function answerOf<Answer>(worker: Worker, question: unknown, otherwise: string): Promise<Answer> {
  return new Promise<Answer>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<OneAnswer<Answer>>) =>
      'answer' in data ? resolve(data.answer) : reject(new Error(data.message || otherwise));
    worker.onerror = (event) => reject(new Error(event.message || otherwise));
    worker.postMessage(question);
  }).finally(() => worker.terminate());
}

/** In such a worker: answers with what comes of a question, or with why nothing does. */
export async function answer<Answer>(
  work: () => Answer | Promise<Answer>,
  given: (answer: Answer) => Transferable[] = () => []
): Promise<void> {
  try {
    const found = await work();
    postMessage({ answer: found } satisfies OneAnswer<Answer>, { transfer: given(found) });
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    postMessage({ message } satisfies OneAnswer<Answer>);
  }
}
