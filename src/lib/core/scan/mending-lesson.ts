import type { LessonPlan } from '../drill/lesson-plan';
import { scanStages, type ScanTask } from '../drill/scan-task';
import { costliestOmission, type ScanReport } from './scan-report';

/** The lesson that mends what a scan has shown: which stage, and why. */
export interface MendingLesson {
  scan: ScanTask;
  /** The drill to scan in, where another one than before serves better. */
  drill: string;
  why: string;
}

const stage = (id: string) => scanStages.find((s) => s.id === id)!;
/** Where nothing else is asked of the student, a pattern is learnt best. */
const QUIET_DRILL = 'straight-and-level';

/** What to fly next after a scan: back to the cue for what was stared at (which leaves the rest out) or left out, on to the next stage when it was clean. */
export function mendingLesson(
  report: Pick<ScanReport, 'findings'> & { costs?: ScanReport['costs'] },
  plan: LessonPlan
): MendingLesson {
  const has = (kind: string) => report.findings.find((f) => f.kind === kind);
  const pattern = plan.scan?.pattern ?? 'hub-and-spoke';
  const stared = has('scan-fixation');
  if (stared)
    return {
      scan: { pattern, ...stage('paced').task, rhythm_s: 1.2 },
      drill: QUIET_DRILL,
      why: `${stared.title}: a quick rhythm to be followed, in a drill that asks for nothing else.`
    };
  const omitted = costliestOmission(report.findings, report.costs ?? []);
  if (omitted)
    return {
      scan: { pattern: 'hub-and-spoke', ...stage('paced').task },
      drill: plan.drill,
      why: `${omitted.title}: by the cue, which comes to every instrument in turn, in the same drill.`
    };
  const emphasised = has('scan-emphasis');
  if (emphasised)
    return {
      scan: { pattern, ...stage('fading').task },
      drill: plan.drill,
      why: `${emphasised.title}: the even rhythm first, then without the cue.`
    };
  const missed = has('missed-call');
  if (missed)
    return {
      scan: { pattern, ...stage('distracted').task },
      drill: plan.drill,
      why: `${missed.title}: the same again with calls, until a word costs no more than a look.`
    };
  const now = scanStages.findIndex(
    (s) => plan.scan && s.task.cue === plan.scan.cue && s.task.flownBy === plan.scan.flownBy && s.task.distractions === plan.scan.distractions && s.task.attention === plan.scan.attention // prettier-ignore
  );
  const next = scanStages[Math.min(scanStages.length - 1, now + 1)]!;
  return {
    scan: { pattern, ...next.task },
    drill: plan.drill,
    why: `Nothing to mend: the next stage is “${next.name.toLowerCase()}”.`
  };
}
