import type { Knex } from 'knex';
import { aircraftById } from '../src/lib/core/aircraft/catalogue';
import { drillFileById } from '../src/lib/core/drill/catalogue/catalogue';
import { usualNavigation } from '../src/lib/core/drill/lesson-navigation';
import { lessonOf } from '../src/lib/core/drill/lesson';
import type { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { scanStages } from '../src/lib/core/drill/scan-task';
import { plannedApproach, planForApproach } from '../src/lib/core/drill/approach/plan-for-approach';
import { approachById } from '../src/lib/core/procedure/approach/approach-catalogue';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { worldById } from '../src/lib/core/radio/world-catalogue';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { noHabits, type Habits } from '../src/lib/core/pilot/habits';
import { openAttempt } from '../src/lib/server/attempts';
import { finishAttempt } from '../src/lib/server/finish-attempt';
import { keepChunks } from '../src/lib/server/flight-chunks';
import { database } from '../src/lib/server/database';
import { addNote } from '../src/lib/server/debrief';
import type { Identity, Role } from '../src/lib/server/identity';
import { planLesson } from '../src/lib/server/lessons';
import { setHomework } from '../src/lib/server/road/homework';
import { beginningOfRoad, setRoad } from '../src/lib/server/road/student-road';
import { dayIn } from '../src/lib/server/school-day';
import { fillStandings } from '../src/lib/server/road/standings';
import { enterTraining, signEntry } from '../src/lib/server/log';
import { answerCommand, giveCommand } from '../src/lib/server/live/commands';
import { keepMark } from '../src/lib/server/live/marks';
import { hashPassword } from '../src/lib/server/passwords';
import {
  DEMO_PASSWORD,
  DEMO_SCHOOL,
  DEMO_TIME_ZONE,
  demoEmail,
  demoId,
  demoStaff,
  demoStudents
} from './demo-people';
import { blankFlight, trainingFlights } from './demo-log';
import { fourApproaches, type Instructed } from './instructed-lesson';

const DAY_MS = 86_400_000;

/**
 * Fills the demo school through the same doors people use; only the dates are set back afterwards, by the owner.
 * Does nothing when it has been done; what was half done is completed.
 */
export async function seedDemoSchool(owner: Knex): Promise<void> {
  const schoolId = demoId('school');
  const done = await owner('log_entry')
    .where({ id: demoId('seeding complete') })
    .first();
  if (done) return;
  process.stdout.write('hanza: filling the demo school\n');
  await owner('school')
    .insert({ id: schoolId, name: DEMO_SCHOOL, time_zone: DEMO_TIME_ZONE })
    .onConflict('id')
    .ignore();
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  const person = async (key: string, name: string, role: Role, stage: string): Promise<Identity> => {
    const accountId = demoId(key);
    await owner('account')
      .insert({
        id: accountId,
        school_id: schoolId,
        email: demoEmail(name),
        name,
        role,
        stage,
        password_hash: passwordHash
      })
      .onConflict('id')
      .ignore();
    return {
      accountId,
      schoolId,
      role,
      name,
      email: demoEmail(name),
      schoolName: DEMO_SCHOOL,
      timeZone: DEMO_TIME_ZONE
    };
  };
  const staff = new Map<string, Identity>();
  for (const { key, name, role } of demoStaff) staff.set(key, await person(key, name, role, ''));

  for (const student of demoStudents) {
    const who = await person(student.key, student.name, 'student', student.stage);
    const instructor = staff.get(student.instructor)!;
    for (const [index, flown] of student.attempts.entries()) {
      const name = `${student.key} ${index + 1}`;
      const at = new Date(Date.now() - flown.daysAgo * DAY_MS);
      await flyLesson(
        owner,
        instructor,
        who,
        name,
        at,
        {
          ...(flown.approach
            ? demoApproach(flown.approach)
            : demoPlan(flown.drill, index, flown.aircraft, flown.scan)),
          seed: index + 11
        },
        flown.habits,
        flown.instructed ? fourApproaches : undefined
      );
      if (flown.homework)
        await setHomework(instructor, {
          id: demoId(`homework ${name}`),
          studentId: who.accountId,
          task: flown.drill,
          times: flown.homework.times,
          due: dayIn(DEMO_TIME_ZONE, new Date(Date.now() + flown.homework.inDays * DAY_MS)),
          words: '',
          attemptId: demoId(`attempt ${name}`),
          at_s: flown.homework.at_s
        });
      if (flown.note)
        await addNote(instructor, {
          id: demoId(`note ${name}`),
          attemptId: demoId(`attempt ${name}`),
          body: flown.note
        });
    }
    if (student.startsWith)
      await setRoad(instructor, who.accountId, {
        ...beginningOfRoad,
        startsWith: student.startsWith
      });
    if (student.waiting) {
      const { drill, aircraft, panel = 'dials', scan } = student.waiting;
      const plan = { ...demoPlan(drill, student.attempts.length, aircraft, scan), panel, seed: 40 };
      await planLesson(instructor, {
        id: demoId(`lesson ${student.key} next`),
        studentId: who.accountId,
        plan
      });
    }
    for (const [index, entry] of trainingFlights(student.hours).entries()) {
      const id = demoId(`log ${student.key} ${index}`);
      await enterTraining(
        instructor,
        { id, studentId: who.accountId, corrects: null, content: entry },
        today()
      );
      if (index > 0) await signEntry(instructor, id);
    }
  }
  const last = demoStudents[0]!;
  await enterTraining(
    staff.get('sigrun')!,
    {
      id: demoId('seeding complete'),
      studentId: demoId(last.key),
      corrects: null,
      content: {
        ...blankFlight(40),
        remarks: 'Introductory flight with the chief instructor, the whole of it for context.',
        total_h: 1.1,
        instrumentActual_h: 0.3
      }
    },
    today()
  );
  await signEntry(staff.get('sigrun')!, demoId('seeding complete'));
  // The dates were set back after the flights had been reckoned with.
  await fillStandings(owner, { again: true });
  await database().destroy();
}

function demoPlan(drill: string, index: number, aircraft = 'sandling-160', scan?: string): LessonPlan {
  const stage = scanStages.find((s) => s.id === scan);
  const base = sensiblePlan(aircraftById(aircraft), trainingAreaById('vesterlund-bay'), drill);
  const headings = [210, 210, 210, 340, 60];
  const navigation = usualNavigation(drillFileById(drill), worldById('vesterlund'));
  return {
    ...base,
    heading_deg: headings[index % headings.length]!,
    corridors: index < 2 || navigation ? 'hints' : 'test',
    ...(navigation ? { windFrom_deg: 340, windSpeed_kt: 20 } : {}),
    ...(stage ? { scan: { pattern: 'hub-and-spoke' as const, ...stage.task } } : {})
  };
}

function demoApproach(id: string): LessonPlan {
  const aircraft = aircraftById('sandling-160');
  const approach = approachById(id);
  const plan = sensiblePlan(aircraft, trainingAreaById('vesterlund-bay'));
  return {
    ...planForApproach(plan, aircraft, worldById(approach.world), plannedApproach(approach, aircraft)),
    windFrom_deg: 290,
    windSpeed_kt: 14,
    corridors: 'hints'
  };
}

async function flyLesson(
  owner: Knex,
  instructor: Identity,
  student: Identity,
  name: string,
  at: Date,
  plan: LessonPlan,
  habits: Partial<Habits>,
  led?: (plan: LessonPlan) => Instructed
): Promise<void> {
  const lessonId = demoId(`lesson ${name}`);
  const attemptId = demoId(`attempt ${name}`);
  await planLesson(instructor, { id: lessonId, studentId: student.accountId, plan });
  await owner('lesson')
    .where({ id: lessonId })
    .update({ created_at: new Date(at.getTime() - DAY_MS / 2) });
  await openAttempt(student, { id: attemptId, lessonId, pilot: 'student' });
  await owner('attempt').where({ id: attemptId, finished_at: null }).update({ started_at: at });
  const { asked, marks } = led?.(plan) ?? { asked: [], marks: [] };
  for (const [i, { at_s, command }] of asked.entries()) {
    const { number } = await giveCommand(instructor, attemptId, {
      id: demoId(`command ${name} ${i}`),
      command
    });
    await answerCommand(student, attemptId, number, { outcome: 'done', at_s });
  }
  await keepChunks(
    student,
    attemptId,
    simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed, {}, undefined, asked)
  );
  await finishAttempt(student, attemptId);
  for (const [i, mark] of marks.entries())
    await keepMark(instructor, attemptId, { id: demoId(`mark ${name} ${i}`), ...mark });
  await owner('attempt')
    .where({ id: attemptId })
    // A simulated pilot stands for the student here, and the demo says nothing of it.
    .update({ finished_at: new Date(at.getTime() + 300_000), unusual: '[]' });
}

function today(): string {
  return new Date().toISOString().slice(0, 10);
}
