import { isOneSided, type CorridorChannel, type Profile } from './corridor';
import { normaliseSigned } from '../measure/angle';
import { nextPhase, type Condition, type ConditionChannel, type Drill, type Phase } from './drill';

/** What phases are begun, ended and judged by; each is a channel of a recorded flight. */
export type PhaseChannel = ConditionChannel | CorridorChannel | Profile['along'];

/** The newest value of a channel. */
export type ReadChannel = (channel: PhaseChannel) => number;

/** Where a phase began, where each of its settling corridors began to count, and where it ended; seconds. */
export interface PhaseSpan {
  phaseId: string;
  start_s: number;
  end_s: number;
  /** Channel → time from which its corridor is judged; channels without settling are judged from `start_s`. */
  settled_s: Partial<Record<CorridorChannel, number>>;
  /** What the phase before asked for, too, and what had not settled in it yet: it goes on settling. */
  settlesOn?: readonly CorridorChannel[];
  /** False while the phase has not come to its own end. */
  complete: boolean;
  /** Something else was asked for before it had come to its end: it is judged as far as it was flown. */
  cut?: true;
  /** It was begun because it was asked for, wherever the airplane was: how it was come to is nobody's doing. */
  asked?: true;
}

/** Flown to its end, or as far as it was asked for. */
export function isFlown({ complete, cut }: PhaseSpan): boolean {
  return complete || cut === true;
}

/** Watches a flight sample by sample and finds its phases. The same code runs live and in grading. */
export interface PhaseTracker {
  advance(time_s: number, read: ReadChannel): void;
  /**
   * Something else is to be flown from a moment on, after the newest sample: the phase under way is cut off. What the drill plans
   * from that phase on begins anew; what was flown of it before no longer counts.
   * @param index of the phase; those past the drill's own are flown as they say themselves
   * @param isPlaced the airplane was put down there: with it goes what was flown since, asked for on the way or not
   * @returns what was flown of it before
   */
  goTo(index: number, from_s: number, isPlaced?: boolean): PhaseSpan[];
  /** The drill's own phases are others from here on; those that were begun are the same. Those added to it stay behind them. */
  replan(phases: readonly Phase[]): void;
  /** All phases begun so far, in order; the last one's `end_s` is the newest sample. */
  spans(): PhaseSpan[];
  current(): { phaseId: string; index: number };
  finished(): boolean;
}

/** Tells the moment a condition came true (backdated to the start of its holding), or null as long as it has not. */
type Watch = (time_s: number, read: ReadChannel) => number | null;

interface Settling {
  channel: CorridorChannel;
  watch: Watch;
  latest_s: number;
}

/** A phase that is over so soon after it was asked for was not flown. */
const AT_ONCE_S = 0.5;

/** @param drill its phases may be added to while it is flown; they are flown when they are gone to */
export function trackPhases(drill: Drill): PhaseTracker {
  let planned = drill.phases.length;
  let spans: PhaseSpan[] = [];
  let index = -1;
  let finished = false;
  let until: Watch = () => null;
  let settling: Settling[] = [];

  /** Of what is settling now, what another phase asks for just so: the airplane is as far from it as it was. */
  function settlingOn(next: Phase): Settling[] {
    const last = drill.phases[index];
    const settled_s = spans.at(-1)?.settled_s ?? {};
    const asksFor = (phase: Phase | undefined, channel: CorridorChannel) =>
      phase?.corridors.find((corridor) => corridor.channel === channel && !isOneSided(corridor))?.target;
    return settling.filter(
      ({ channel }) =>
        settled_s[channel] === undefined &&
        next.settling.every((own) => own.channel !== channel) &&
        asksFor(next, channel) !== undefined &&
        asksFor(next, channel) === asksFor(last, channel)
    );
  }

  /**
   * @param before the phase that has just come to its end; left out: something else was asked for
   * @param on what goes on settling in it
   */
  function begin(next: number, start_s: number, on: Settling[], before?: PhaseSpan): void {
    const phase = drill.phases[next]!;
    index = next;
    until = watch(phase.until, start_s);
    settling = [
      ...on,
      ...phase.settling.map((s) => ({
        channel: s.channel,
        watch: watch(s.when, start_s),
        latest_s: start_s + s.atLatest_s
      }))
    ];
    const settled_s: PhaseSpan['settled_s'] = {};
    for (const { channel, goesOn } of phase.settling)
      if (goesOn && before?.settled_s[channel] !== undefined) settled_s[channel] = start_s;
    spans.push({
      phaseId: phase.id,
      start_s,
      end_s: start_s,
      settled_s,
      complete: false,
      ...(on.length && { settlesOn: on.map(({ channel }) => channel) })
    });
  }

  /** Of a phase and all that follow it by themselves: of the plan, or of what was asked for on the way. */
  function idsFrom(first: number): string[] {
    if (first < planned) return drill.phases.slice(first, planned).map(({ id }) => id);
    const ids: string[] = [];
    for (let phase: Phase | undefined = drill.phases[first]; phase && !ids.includes(phase.id);) {
      ids.push(phase.id);
      const { then } = phase;
      phase = drill.phases.slice(planned).find(({ id }) => id === then);
    }
    return ids;
  }

  return {
    advance(time_s, read) {
      if (finished) return;
      if (index < 0) begin(0, time_s, []);
      const span = spans.at(-1)!;
      span.end_s = time_s;
      for (const s of settling) {
        if (span.settled_s[s.channel] !== undefined) continue;
        const came = s.watch(time_s, read);
        if (came !== null) span.settled_s[s.channel] = came;
        else if (time_s >= s.latest_s) span.settled_s[s.channel] = s.latest_s;
      }
      const { then } = drill.phases[index]!;
      const ended = then === null ? null : until(time_s, read);
      if (ended === null) return;
      span.end_s = ended;
      span.complete = true;
      for (const { channel } of settling) {
        const settled_s = span.settled_s[channel];
        if (settled_s !== undefined) span.settled_s[channel] = Math.min(settled_s, ended);
      }
      const next = nextPhase(drill, index);
      if (next) {
        begin(drill.phases.indexOf(next), ended, settlingOn(next), span);
        // What was over at once leads to the next wherever the airplane was, too.
        if (span.asked && ended - span.start_s < AT_ONCE_S) spans.at(-1)!.asked = true;
      } else finished = true;
    },
    goTo(next, from_s, isPlaced = false) {
      const under = spans.at(-1);
      if (under && !under.complete) under.cut = true;
      finished = false;
      const on = isPlaced ? [] : settlingOn(drill.phases[next]!);
      const again = idsFrom(next);
      const first = spans.findIndex(({ phaseId }) => again.includes(phaseId));
      const before = spans.filter(
        ({ phaseId }, i) => again.includes(phaseId) || (isPlaced && first >= 0 && i > first)
      );
      spans = spans.filter((span) => !before.includes(span));
      begin(next, from_s, on);
      spans.at(-1)!.asked = true;
      return before;
    },
    replan(phases) {
      drill.phases.splice(0, planned, ...phases);
      if (index >= planned) index += phases.length - planned;
      planned = phases.length;
    },
    spans: () => spans.map((span) => ({ ...span, settled_s: { ...span.settled_s } })),
    current: () => ({ phaseId: drill.phases[Math.max(0, index)]!.id, index: Math.max(0, index) }),
    finished: () => finished
  };
}

/** What goes round from 360 to 1. */
const ANGLES: readonly ConditionChannel[] = ['heading_deg', 'track_deg', 'fixRadial_deg'];

function watch(condition: Condition, start_s: number): Watch {
  switch (condition.is) {
    case 'below':
    case 'above': {
      const sign = condition.is === 'above' ? 1 : -1;
      const { channel, value, since = value } = condition;
      const isPast = (read: ReadChannel) => (read(channel) - since) * sign > 0;
      let wasShort = condition.crossed !== true;
      return holding(
        condition.for_s,
        (read) => {
          if (!isPast(read)) wasShort = true;
          return wasShort && isPast(read);
        },
        (read) => (read(channel) - value) * sign > 0
      );
    }
    case 'within': {
      const gap = ANGLES.includes(condition.channel)
        ? (value: number) => Math.abs(normaliseSigned(value - condition.value))
        : (value: number) => Math.abs(value - condition.value);
      return holding(condition.for_s, (read) => gap(read(condition.channel)) <= condition.tolerance);
    }
    case 'after':
      return (time_s) => (time_s - start_s >= condition.seconds - 1e-9 ? start_s + condition.seconds : null);
    case 'any': {
      const watches = condition.of.map((part) => watch(part, start_s));
      return (time_s, read) => {
        let earliest: number | null = null;
        for (const part of watches) {
          const came = part(time_s, read);
          if (came !== null && (earliest === null || came < earliest)) earliest = came;
        }
        return earliest;
      };
    }
    case 'all': {
      const watches = condition.of.map((part) => watch(part, start_s));
      return (time_s, read) => {
        let latest: number | null = -Infinity;
        for (const part of watches) {
          const came = part(time_s, read);
          if (came === null) latest = null;
          else if (latest !== null && came > latest) latest = came;
        }
        return latest;
      };
    }
  }
}

/** True from where `holds` began, once that has lasted and `confirmed` is true as well. */
function holding(
  for_s: number,
  holds: (read: ReadChannel) => boolean,
  confirmed: (read: ReadChannel) => boolean = () => true
): Watch {
  let since: number | null = null;
  return (time_s, read) => {
    if (!holds(read)) {
      since = null;
      return null;
    }
    since ??= time_s;
    return time_s - since >= for_s - 1e-9 && confirmed(read) ? since : null;
  };
}
