import { whenIdle } from '$lib/ui/when-idle';
import { oneAtATime } from './one-at-a-time';
import ReckonerWorker from './reckoner.worker?worker';
import type { Answers, Asked, Reply } from './reckoner-protocol';
import type { LessonPlan } from '$core/drill/lesson-plan';

/**
 * Where a plan, drill or approach that is being made is worked out, in a worker: the first answer comes with the page, the others as fast as
 * somebody types; what is overtaken meanwhile is not asked.
 */
export class Reckoner<K extends 'plan' | 'drill' | 'approach' | 'brief'> {
  /** The newest there is. */
  answer = $state.raw() as Answers[K];
  /** Why there is none for what was asked last; empty while all is well. */
  failure = $state('');
  private worker: Worker | null = null;
  private shown = false;
  private waiting: Record<number, (reply: Reply) => void> = {};
  private asked = 0;
  private newest: Asked<K> | null = null;

  constructor(first: Answers[K]) {
    this.answer = first;
  }

  /** For `onMount`: begins once the page has nothing else to do, with what was asked before; ends with the page. */
  whileShown(): () => void {
    const leave = whenIdle(() => {
      this.shown = true;
      void this.work();
    });
    return () => {
      leave();
      this.shown = false;
      this.worker?.terminate();
      this.worker = null;
    };
  }

  /** Asks for an answer, in place of what was asked and not yet answered. */
  ask(question: Asked<K>): void {
    this.newest = question;
    void this.work();
  }

  /** A plan after a choice in it. @throws Error saying why it cannot be told */
  change(question: Omit<Asked<'change'>, 'kind'>): Promise<LessonPlan> {
    return this.put({ kind: 'change', ...question });
  }

  private readonly work = oneAtATime(async () => {
    if (!this.shown || !this.newest) return;
    const question = this.newest;
    this.newest = null;
    try {
      this.answer = await this.put(question);
      this.failure = '';
    } catch (error) {
      this.failure = (error as Error).message;
    }
  });

  private put<Kind extends keyof Answers>(question: Asked<Kind>): Promise<Answers[Kind]> {
    const number = (this.asked += 1);
    return new Promise((resolve, reject) => {
      this.waiting[number] = (reply) =>
        'answer' in reply ? resolve(reply.answer as Answers[Kind]) : reject(new Error(reply.message));
      this.worker ??= this.opened();
      this.worker.postMessage({ number, question });
    });
  }

  private opened(): Worker {
    const worker = new ReckonerWorker();
    worker.onmessage = ({ data }: MessageEvent<Reply>) => this.reply(data);
    worker.onerror = (event) => {
      worker.terminate();
      this.worker = null;
      const message = event.message || 'This could not be worked out; open the page again.';
      for (const number of Object.keys(this.waiting).map(Number)) this.reply({ number, message });
    };
    return worker;
  }

  private reply(reply: Reply): void {
    this.waiting[reply.number]?.(reply);
    delete this.waiting[reply.number];
  }
}
