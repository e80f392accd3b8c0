import type { Lesson } from '$core/drill/lesson';
import { RECORDING_RATE_HZ } from '$core/flight/channels';
import { CHUNK_SAMPLES, type FlightChunk } from '$core/flight/recorder';
import { clock } from '$core/measure/figure';
import { noHabits, type Habits } from '$core/pilot/habits';
import type { PersonsHands } from '$lib/controls/hands.svelte';
import { outboxOf, type FlightOutbox, type OutboxAttempt } from '$lib/worker/flight-outbox.svelte';
import { FlightSession } from '$lib/worker/flight-session.svelte';
import { LiveLink, type Said } from '$lib/worker/live-link';
import { freshId } from '$lib/worker/fresh-id';

type PilotKind = 'reference' | 'habits' | 'eyes';
interface SimulatedPilot {
  habits: Habits;
  seed: number;
  kind: PilotKind;
}
/** An attempt of an earlier visit that was neither ended nor closed. */
interface Open {
  id: string;
  pilot: OutboxAttempt['pilot'];
}

interface About {
  lesson: Lesson;
  lessonId: string;
  me: { id: string; teaches: boolean };
  hands: PersonsHands;
  /** Everything else that begins with an attempt: stopwatch, questions, the way drawn. */
  onbegin: () => void;
  /** The airplane stands at its start; its eyes are a person's or not. */
  onready: (ownEyes: boolean) => void;
  /** One's own attempt, or one that was to be closed, is graded. */
  ongraded: (attemptId: string) => void;
  /** Another attempt of this browser has been graded. */
  onothergraded: () => void;
}

/** The attempt that is flown: begun, resumed, taken over, flown by a simulated pilot, closed; and what is sent of it. */
export class AttemptUnderWay {
  session = $state.raw<FlightSession | null>(null);
  /** Who watches this attempt, and what was said to its flyer last. */
  watchers = $state.raw<readonly string[]>([]);
  said = $state.raw<Said | null>(null);
  /** Who took or gave control last. */
  controlBy = $state('');
  private link: LiveLink | null = null;
  outbox = $state.raw<FlightOutbox | null>(null);
  attempt = $state.raw<OutboxAttempt | null>(null);
  /** Whose hands fly in a person's place; null: the person's own. */
  simulatedBy = $state<PilotKind | null>(null);
  /** What happened last, in words. */
  note = $state('');
  /** The next attempt is prepared as soon as this one has given its last piece. */
  private restarting = false;
  /** The attempt of an earlier visit that is being closed. */
  private closing: string | null = null;

  constructor(private readonly about: About) {}

  readonly frame = $derived.by(() => this.session?.frame ?? null);
  /** The lesson with what was asked for on the way. */
  readonly lesson = $derived.by(() => {
    const { lesson } = this.about;
    const asked = this.session?.asked;
    if (!asked) return lesson;
    const { plan, phases, checks } = asked;
    return { ...lesson, plan, drill: { ...lesson.drill, phases, checks } };
  });
  readonly flying = $derived.by(() => this.session?.state === 'running');
  /** The eyes are a person's unless a simulated pilot shows how it is done. */
  readonly ownEyes = $derived.by(() => this.simulatedBy === null || this.simulatedBy === 'eyes');
  /** Whether everything is with the server, or where it is kept. */
  readonly saving = $derived.by(() => (this.outbox ? this.savingWords(this.outbox) : 'all saved'));
  readonly isSaved = $derived.by(() => this.outbox?.status === 'saved' || this.outbox?.status === 'sending');

  /** In the browser: what an earlier visit left unsent goes first. */
  connect(): void {
    const outbox = outboxOf(this.about.me.id);
    outbox.onfinished = (finished) => {
      if (finished === this.attempt?.id || finished === this.closing) this.about.ongraded(finished);
      else this.about.onothergraded();
    };
    this.outbox = outbox;
    void outbox.send();
  }

  dispose(): void {
    this.session?.dispose();
    this.link?.close();
    if (this.outbox) this.outbox.onfinished = () => {};
  }

  /** Who asked to be shown first sees it flown; the keys are theirs when they begin again. */
  prepareFirst(shown: boolean): void {
    if (shown) this.flySimulated('reference');
    else this.prepareOwn();
  }

  /** Ready for the person: in a scan lesson with the reference pilot at the controls; a guided lesson is shown first. */
  prepareOwn(): void {
    const { plan } = this.about.lesson;
    if (plan.guided?.stage === 'shown')
      return this.prepare({ habits: noHabits, seed: plan.seed, kind: 'reference' }, []);
    const eyesOnly = plan.scan?.flownBy === 'reference';
    this.prepare(eyesOnly ? { habits: noHabits, seed: plan.seed, kind: 'eyes' } : null, []);
  }

  /** Puts the airplane at the start of the drill, or where an unfinished attempt stopped, or where another is taken over. */
  private prepare(
    pilot: SimulatedPilot | null,
    resume: FlightChunk[],
    id = freshId(),
    takenFrom: OutboxAttempt['takenFrom'] = null
  ): void {
    const { lesson, lessonId, me, hands } = this.about;
    this.session?.dispose();
    this.link?.close();
    const link: LiveLink = new LiveLink(id, () => (this.link === link ? this.session : null), {
      watchers: (names) => (this.watchers = names),
      said: (said) => (this.said = said),
      control: (by) => (this.controlBy = by)
    });
    this.link = link;
    this.restarting = false;
    this.about.onbegin();
    this.simulatedBy = pilot?.kind ?? null;
    const own = me.teaches ? 'instructor' : 'student';
    const mine: OutboxAttempt = {
      id,
      accountId: me.id,
      lessonId,
      pilot: pilot && (pilot.kind !== 'eyes' || !me.teaches) ? pilot.kind : own,
      ended: false,
      takenFrom
    };
    this.attempt = mine;
    const rate = this.session?.rate ?? 1;
    this.session = new FlightSession(
      lesson.plan,
      pilot && { ...pilot, eyes: pilot.kind !== 'eyes' },
      resume,
      {
        onready: (starting, first) => {
          hands.takeFrom(starting, first.readings);
          if (pilot && pilot.kind !== 'eyes') this.session?.run(true);
          this.about.onready(this.ownEyes);
          if (takenFrom)
            this.note = `Taken over at ${clock(first.time_s)}, with everything as it stood. Take hold, then press space.`;
          else if (resume.length > 0)
            this.note = `Resumed at ${clock(first.time_s)}. Take hold, then press space.`;
        },
        onchunk: (chunk) => {
          void this.outbox?.add(mine, chunk);
          // By the second piece the server knows of the attempt.
          if (chunk.sequence > 0) link.open();
        },
        onlive: (piece) => link.tell(piece),
        onobeyed: (number, time_s, done) => link.obeyed(number, time_s, done),
        onended: (how) => {
          this.note = how === 'ground' ? 'The flight ended at the ground.' : '';
          void this.outbox?.end(mine);
          if (this.restarting) this.prepareOwn();
        }
      }
    );
    // What was flown before the take-over belongs to the new attempt, too.
    if (takenFrom) for (const chunk of resume) void this.outbox?.add(mine, chunk);
    this.session.setRate(rate);
  }

  togglePause(): void {
    this.session?.run(this.session.state !== 'running');
  }

  /** Begin with a simulated pilot: as it should be flown, or with faults to find. */
  flySimulated(kind: 'reference' | 'habits'): void {
    const { lesson } = this.about;
    this.prepare(
      { habits: kind === 'reference' ? noHabits : shownFaults(lesson), seed: lesson.plan.seed, kind },
      []
    );
  }

  async resume(open: Open): Promise<void> {
    await this.outbox?.send();
    const chunks = await this.chunksFrom(`/api/attempts/${open.id}/chunks`);
    if (chunks) this.prepare(null, chunks, open.id);
  }

  async takeOver(attemptId: string, at_s: number): Promise<void> {
    const chunks = await this.chunksFrom(`/api/attempts/${attemptId}/chunks?until=${at_s}`);
    if (chunks)
      this.prepare(null, chunks, freshId(), {
        attemptId,
        at_s: (chunks.length * CHUNK_SAMPLES) / RECORDING_RATE_HZ
      });
  }

  async close(open: Open): Promise<void> {
    const { me, lessonId } = this.about;
    this.closing = open.id;
    await this.outbox?.end({ id: open.id, accountId: me.id, lessonId, pilot: open.pilot, ended: true });
  }

  /** Closes what was flown so far and begins again; what was flown is kept. */
  restart(): void {
    if (this.frame && this.frame.time_s >= 2 && this.session?.state !== 'ended') {
      this.restarting = true;
      this.session!.stop();
    } else this.prepareOwn();
  }

  private async chunksFrom(address: string): Promise<FlightChunk[] | null> {
    try {
      const response = await fetch(address);
      const answer = (await response.json()) as { chunks?: FlightChunk[]; message?: string };
      if (!response.ok || !answer.chunks)
        throw new Error(answer.message ?? `the server answered ${response.status}`);
      return answer.chunks;
    } catch (error) {
      this.note = `The attempt could not be fetched: ${error instanceof Error ? error.message : error}. It is safe; try again.`;
      return null;
    }
  }

  private savingWords(box: FlightOutbox): string {
    const mine = box.refused.find(({ id }) => id === this.attempt?.id);
    if (mine) return `not accepted by the server: ${mine.refused}`;
    switch (box.status) {
      case 'saved':
        return 'all saved';
      case 'sending':
        return 'saving';
      case 'no answer':
        return `server not reached: ${box.waiting} pieces kept here`;
      case 'signed out':
        return 'signed out: kept here until you sign in';
    }
  }
}

/** Faults of a demonstration that show in such a lesson. */
function shownFaults({ plan, navigation }: Lesson): Habits {
  if (plan.scan) return { ...noHabits, fixates: 1, omitsEngine: 1 };
  return navigation
    ? { ...noHabits, ignoresWind: 1, wrongEntry: 1, holdsWithoutWind: 1, widensArc: 1, forgetsIdent: 1 }
    : { ...noHabits, startsDownBeforeSlowing: 1, pumpsPitch: 0.8, rollsOutLate: 1, levelsOffLate: 1 };
}
