import { redirect } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreas } from '$core/earth/training-area';
import { Rejection } from '$core/measure/rejection';
import { mendingLesson } from '$core/scan/mending-lesson';
import { CHOSEN_STUDENT_COOKIE, chooseStudent } from '$lib/chosen-student';
import { instructorFrom, refusing } from '$lib/server/answers';
import { debriefOf } from '$lib/server/debrief';
import { dwellLogById } from '$lib/server/dwell-logs';
import type { Identity } from '$lib/server/identity';
import { lessonsOf, planLesson } from '$lib/server/lessons';
import { schoolDrills, schoolWorlds, usableProfiles } from '$lib/server/school-library';
import { studentNames } from '$lib/server/students';
import type { Actions, PageServerLoad } from './$types';

const UUID = /^[0-9a-f-]{36}$/;

export const load: PageServerLoad = async ({ locals, url, cookies }) => {
  const identity = instructorFrom(locals);
  const students = await studentNames(identity);
  const wanted = url.searchParams.get('student') ?? cookies.get(CHOSEN_STUDENT_COOKIE) ?? '';
  const studentId =
    UUID.test(wanted) && students.some((s) => s.id === wanted) ? wanted : (students[0]?.id ?? null);
  const lessons = studentId ? await lessonsOf(identity, studentId) : [];
  const last = lessons[0] ?? null;
  const mended = await mending(identity, url);
  return {
    students,
    studentId,
    last: last ? { number: last.number, plan: last.plan, verdict: last.lastVerdict } : null,
    mended: mended?.why ?? null,
    start: mended?.plan ?? last?.plan ?? sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!),
    ownDrills: (await schoolDrills(identity)).map(({ body }) => body),
    profiles: await usableProfiles(identity),
    worlds: (await schoolWorlds(identity))
      .map(({ body }) => body)
      .filter((w) => w.stations.length + w.runways.length > 0),
    newLessonId: randomUUID(),
    newSeed: 1 + Math.floor(Math.random() * 1_000_000)
  };
};

/** The lesson that mends the scan of an attempt, where the address asks for it. */
async function mending(identity: Identity, url: URL): Promise<{ plan: LessonPlan; why: string } | null> {
  const attemptId = url.searchParams.get('mend') ?? '';
  if (!UUID.test(attemptId)) return null;
  const debrief = await debriefOf(identity, attemptId);
  if (!debrief) return null;
  const logId = url.searchParams.get('log') ?? '';
  const log = UUID.test(logId) ? await dwellLogById(identity, logId) : null;
  const report = log?.report ?? debrief.grade.scan;
  if (!report) return null;
  const { plan } = debrief.lesson;
  const { scan, drill, why } = mendingLesson(report, plan);
  const { ownDrill, ...bare } = plan;
  const same = drill === plan.drill;
  return {
    plan: {
      ...bare,
      ...(same && ownDrill ? { ownDrill } : {}),
      drill,
      figures: same ? plan.figures : {},
      scan
    },
    why
  };
}

export const actions: Actions = {
  default: async ({ request, locals, cookies, url }) => {
    const identity = instructorFrom(locals);
    const form = await request.formData();
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      const id = text('id');
      if (!UUID.test(id)) throw new Rejection('id', id, 'a fresh lesson id; open the page again');
      if (!UUID.test(text('student')))
        throw new Rejection('student', text('student'), 'a student of this school');
      let plan: unknown;
      try {
        plan = JSON.parse(text('plan'));
      } catch {
        throw new Rejection('plan', undefined, 'a filled-in plan');
      }
      const lesson = await planLesson(identity, { id, studentId: text('student'), plan });
      chooseStudent(cookies, url, lesson.studentId);
      redirect(303, `/plan/${lesson.id}`);
    });
  }
};
