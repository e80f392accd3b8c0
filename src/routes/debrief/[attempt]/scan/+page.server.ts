import { error } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { lessonOf } from '$core/drill/lesson';
import { mendingLesson } from '$core/scan/mending-lesson';
import type { ScanReport } from '$core/scan/scan-report';
import { formOf, identityFrom, idFrom, isId, refusing } from '$lib/server/answers';
import { debriefOf } from '$lib/server/debrief';
import { dwellLogById, dwellLogsOf, removeDwellLog } from '$lib/server/dwell-logs';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const identity = identityFrom(locals);
  const attemptId = idFrom(params.attempt);
  const debrief = await debriefOf(identity, attemptId);
  if (!debrief) error(404, 'There is no such attempt, or it has not been finished yet.');
  const logs = await dwellLogsOf(identity, attemptId);
  const wanted = url.searchParams.get('log') ?? '';
  const chosen = isId(wanted) ? await dwellLogById(identity, wanted) : null;
  const log = chosen && chosen.attemptId === attemptId ? chosen : null;
  const first =
    log ?? (debrief.grade.scan || logs.length === 0 ? null : await dwellLogById(identity, logs[0]!.id));
  const report = ((first?.report as ScanReport | undefined) ?? debrief.grade.scan) || null;
  return {
    planned: lessonOf(debrief.lesson.plan),
    chosen: { id: debrief.lesson.studentId, name: debrief.lesson.studentName },
    attempt: {
      id: attemptId,
      pilot: debrief.pilot,
      finishedAt: debrief.finishedAt,
      lesson: debrief.lesson,
      phases: debrief.grade.phases,
      measures: debrief.grade.measures,
      findings: debrief.grade.findings,
      recorded: Boolean(debrief.grade.scan)
    },
    report,
    mending: report ? mendingLesson(report, debrief.lesson.plan) : null,
    logs: logs.map(({ report: _, ...line }) => line),
    log: first ? { id: first.id, name: first.name, looks: first.looks, notes: first.notes } : null,
    freshId: randomUUID()
  };
};

export const actions: Actions = {
  remove: async ({ request, locals }) => {
    const identity = identityFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const id = idFrom(String(form.get('id')));
      const back = form.get('undo') !== null;
      await removeDwellLog(identity, id, !back);
      return { removed: back ? null : id };
    });
  }
};
