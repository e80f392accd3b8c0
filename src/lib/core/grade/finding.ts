import type { Gaze } from '../instrument/scan-area';
import { cures } from './cures';
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
  channel: string | null;
  side: 'above' | 'below' | null;
  evidence: string;
  cure: string;
  /** The instrument it is about, where it is about the eyes. */
  area?: Gaze;
}

/** A finding with its cure and times filled in: `start_s` and `end_s` are the moment's where they are left out. */
export function finding(
  kind: FindingKind,
  severity: Severity,
  title: string,
  at: { moment_s: number; start_s?: number; end_s?: number },
  evidence: string,
  where: { channel?: string; side?: 'above' | 'below'; area?: Gaze } = {}
): Finding {
  return {
    kind,
    severity,
    title,
    moment_s: at.moment_s,
    start_s: at.start_s ?? at.moment_s,
    end_s: at.end_s ?? at.moment_s,
    channel: where.channel ?? null,
    side: where.side ?? null,
    evidence,
    cure: cures[kind],
    ...(where.area ? { area: where.area } : {})
  };
}
