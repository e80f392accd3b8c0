import type { ChannelId } from '../flight/channels';
import type { Gaze } from '../instrument/scan-area';
import { cureOf } from './cures';
import type { FindingKind } from './finding-kind';

/** hard: cannot be averaged away; fault: to be worked on; good: done as asked. */
export type Severity = 'hard' | 'fault' | 'good';

/** Something an instructor would say, with when, how much, how long, the evidence in figures, and the usual cure. */
export interface Finding {
  kind: FindingKind;
  severity: Severity;
  title: string;
  /** The moment to look at. */
  moment_s: number;
  start_s: number;
  end_s: number;
  /** The strip it belongs to, where there is one. */
  channel: ChannelId | null;
  side: 'above' | 'below' | null;
  evidence: string;
  cure: string;
  /** The instrument it is about, where it is about the eyes. */
  area?: Gaze;
  /** How much it was: times its tolerance × seconds, or what comes to the same. */
  worth: number;
  /** Something required was not met because of it. */
  failed: boolean;
  /** A guess at a cause, from the flying alone. */
  inferred: boolean;
  /** Where in the list the finding stands that this one belongs to, once they are ordered; null: it stands by itself. */
  under: number | null;
}

/** What a moment's fault is worth for each time its tolerance, in tolerance-seconds. */
export const MOMENT_S = 12;

/** A finding with its cure and times filled in: `start_s` and `end_s` are the moment's where they are left out. */
export function finding(
  kind: FindingKind,
  severity: Severity,
  title: string,
  at: { moment_s: number; start_s?: number; end_s?: number },
  evidence: string,
  more: {
    channel?: ChannelId;
    side?: 'above' | 'below';
    speedByNose?: boolean;
    area?: Gaze;
    worth?: number;
    failed?: boolean;
    inferred?: boolean;
  } = {}
): Finding {
  return {
    kind,
    severity,
    title,
    moment_s: at.moment_s,
    start_s: at.start_s ?? at.moment_s,
    end_s: at.end_s ?? at.moment_s,
    channel: more.channel ?? null,
    side: more.side ?? null,
    evidence,
    cure: cureOf(kind, {
      channel: more.channel ?? null,
      side: more.side ?? null,
      speedByNose: more.speedByNose ?? false
    }),
    ...(more.area ? { area: more.area } : {}),
    worth: more.worth ?? MOMENT_S,
    failed: more.failed ?? severity === 'hard',
    inferred: more.inferred ?? false,
    under: null
  };
}
