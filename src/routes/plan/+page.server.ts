import { error, redirect } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { plannedApproach, planForApproach } from '$core/drill/approach/plan-for-approach';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { placeOfWorld } from '$core/drill/lesson-place';
import { planInMaking, type SchoolShelf } from '$core/flight/plan-in-making';
import { trainingAreas } from '$core/earth/training-area';
import { Rejection } from '$core/measure/rejection';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { inSameAir, nextStep } from '$core/grade/next-step';
import { mendingLesson } from '$core/scan/mending-lesson';
import { formOf, identityFrom, isId, refusing } from '$lib/server/answers';
import { debriefOf } from '$lib/server/debrief';
import { dwellLogById } from '$lib/server/dwell-logs';
import { teaches, type Identity } from '$lib/server/identity';
import { changeLesson, lessonById, lessonsOf, planLesson, type Lesson } from '$lib/server/lessons';
import { approachNames, approachOfShelf } from '$lib/server/school-approaches';
import { schoolDrills, schoolWorlds, usableProfiles } from '$lib/server/school-library';
import { studentNames } from '$lib/server/students';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
  const identity = identityFrom(locals);
  const alone = !teaches(identity);
  const students = alone ? [{ id: identity.accountId, name: identity.name }] : await studentNames(identity);
  const changed = await lessonToChange(identity, url);
  const wanted = changed?.studentId ?? url.searchParams.get('student') ?? '';
  const student = students.find((s) => s.id === wanted) ?? (alone ? students[0]! : null);
  const studentId = student?.id ?? null;
  const lessons = studentId ? await lessonsOf(identity, studentId) : [];
  const last = lessons[0] ?? null;
  const chosen = await chosenApproach(identity, url);
  const mended = (await mending(identity, url)) ?? (await after(identity, url));
  const start: LessonPlan = {
    ...ofNoGuidedLesson(
      chosen
        ? withApproach(changed?.plan ?? last?.plan, chosen)
        : (changed?.plan ??
            mended?.plan ??
            withDrill(last?.plan, url) ??
            last?.plan ??
            sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!))
    ),
    seed: 1 + Math.floor(Math.random() * 1_000_000)
  };
  const school: SchoolShelf = {
    drills: (await schoolDrills(identity)).map(({ body }) => body),
    profiles: await usableProfiles(identity)
  };
  return {
    alone,
    students,
    studentId,
    chosen: student,
    changed: changed ? { id: changed.id, number: changed.number, note: changed.note } : null,
    last: last ? { number: last.number, plan: last.plan, verdict: last.lastVerdict } : null,
    mended: mended?.why ?? null,
    start,
    making: planInMaking(start, school),
    approach: chosen?.approach.id ?? null,
    approaches: await approachNames(identity),
    school,
    drills: [...drillCatalogue, ...school.drills].map(({ id, name, family }) => ({ id, name, family })),
    airplanes: aircraftCatalogue.map(({ id, name }) => ({ id, name })),
    places: (await schoolWorlds(identity))
      .map(({ body }) => body)
      .filter((w) => w.stations.length + w.runways.length > 0)
      .map((world) => placeOfWorld(world, new Date())),
    newLessonId: randomUUID()
  };
};

/** What is planned by hand is no step of a guided lesson, whatever it was made from. */
function ofNoGuidedLesson({ guided: _, ...plan }: LessonPlan): LessonPlan {
  return plan;
}

/** The approach asked for with `?approach=`, and with `?by=` the way in. */
async function chosenApproach(identity: Identity, url: URL) {
  const id = url.searchParams.get('approach');
  if (!id) return null;
  const found = await approachOfShelf(identity, id);
  if (!found) error(404, 'There is no such approach.');
  const by = url.searchParams.get('by');
  return { ...found, by: found.approach.transitions.some((way) => way.id === by) ? by : null };
}

/** The drill asked for with `?drill=`, in the air of the lesson before. */
function withDrill(before: LessonPlan | undefined, url: URL): LessonPlan | null {
  const drill = url.searchParams.get('drill');
  if (!drillCatalogue.some(({ id }) => id === drill)) return null;
  return inSameAir(before ?? sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!), drill!);
}

function withApproach(
  before: LessonPlan | undefined,
  { approach, world, by }: NonNullable<Awaited<ReturnType<typeof chosenApproach>>>
): LessonPlan {
  const plan = before ?? sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!);
  const aircraft = aircraftById(plan.aircraft);
  const asked = plannedApproach(approach, aircraft);
  return planForApproach(plan, aircraft, world, by ? { ...asked, transition: by } : asked);
}

/** The lesson asked for with `?lesson=`, while it may still be changed. */
async function lessonToChange(identity: Identity, url: URL): Promise<Lesson | null> {
  const id = url.searchParams.get('lesson');
  if (!isId(id)) return null;
  const lesson = await lessonById(identity, id);
  if (!lesson) error(404, 'There is no such lesson.');
  if (!lesson.open || lesson.withdrawn || (!teaches(identity) && lesson.kind !== 'practice'))
    redirect(303, `/plan/${lesson.id}`);
  return lesson;
}

/** The lesson that mends the scan of an attempt, where the address asks for it. */
async function mending(identity: Identity, url: URL): Promise<{ plan: LessonPlan; why: string } | null> {
  const attemptId = url.searchParams.get('mend') ?? '';
  if (!isId(attemptId)) return null;
  const debrief = await debriefOf(identity, attemptId);
  if (!debrief) return null;
  const logId = url.searchParams.get('log') ?? '';
  const log = isId(logId) ? await dwellLogById(identity, logId) : null;
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

/** What a debrief asks for next, where the address names its attempt with `?after=`. */
async function after(identity: Identity, url: URL): Promise<{ plan: LessonPlan; why: string } | null> {
  const attemptId = url.searchParams.get('after') ?? '';
  const debrief = isId(attemptId) ? await debriefOf(identity, attemptId) : null;
  return debrief && nextStep(debrief.lesson.plan, debrief.grade.findings);
}

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const identity = identityFrom(locals);
    const alone = !teaches(identity);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      const id = text('id');
      if (!isId(id)) throw new Rejection('id', id, 'a fresh lesson id; open the page again');
      let plan: unknown;
      try {
        plan = JSON.parse(text('plan'));
      } catch {
        throw new Rejection('plan', undefined, 'a filled-in plan');
      }
      const changes = text('changes');
      if (isId(changes)) {
        await changeLesson(identity, changes, { plan, note: text('note') });
        redirect(303, `/plan/${changes}`);
      }
      if (!alone && !isId(text('student')))
        throw new Rejection('student', text('student'), 'a student of this school');
      const lesson = await planLesson(identity, {
        id,
        studentId: alone ? identity.accountId : text('student'),
        plan,
        note: text('note'),
        kind: alone ? 'practice' : 'lesson'
      });
      redirect(303, alone ? `/fly/${lesson.id}` : `/plan/${lesson.id}`);
    });
  }
};
