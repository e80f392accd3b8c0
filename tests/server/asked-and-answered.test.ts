import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Command } from '../../src/lib/core/flight/command';
import type { FlightEvent } from '../../src/lib/core/flight/flight-event';
import { flightFromChunks } from '../../src/lib/core/flight/recorder';
import { Rejection } from '../../src/lib/core/measure/rejection';
import { answer, bodyOf, formOf, idFrom, isId, refusing, unlessBusy } from '../../src/lib/server/answers';
import { askedOrder } from '../../src/lib/server/asked-order';
import { openAttempt, openAttempts, unfinishedAttempts } from '../../src/lib/server/attempts';
import { listAttempts } from '../../src/lib/server/attempt-list';
import { Busy } from '../../src/lib/server/busy';
import { benchAnswersOf, keepBenchAnswer } from '../../src/lib/server/bench-answers';
import { Conflict } from '../../src/lib/server/conflict';
import { debriefOf, overrideGrade } from '../../src/lib/server/debrief';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { keepChunks } from '../../src/lib/server/flight-chunks';
import { heavily } from '../../src/lib/server/heavy/pool';
import { unusualIn } from '../../src/lib/server/heavy/unusual-flight';
import run from '../../src/lib/server/heavy/work';
import { planLesson } from '../../src/lib/server/lessons';
import { peopleOf, setArchived } from '../../src/lib/server/people';
import { setMockTest } from '../../src/lib/server/road/mock-tests';
import { schoolThisMorning } from '../../src/lib/server/road/school-this-morning';
import { keepApproach } from '../../src/lib/server/school-approaches';
import { watchersOf, watches, watchesNoMore } from '../../src/lib/server/live/watchers';
import { chunksOf, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let here: School;
const plan = planOf();
const chunks = chunksOf(plan);

beforeAll(async () => {
  here = await newSchool(owner);
});
afterAll(() => owner.destroy());

const fails = (caught: unknown) => async () => {
  throw caught;
};
const timedOut = Object.assign(new Error('canceling statement'), { code: '57014' });

describe('what a request is answered', () => {
  test('is its result, its refusal at its field, a conflict, to come back later, or a fault that is not hidden', async () => {
    expect(await (await answer(async () => ({ id: 3 }))).json()).toEqual({ id: 3 });
    expect(await (await answer(async () => undefined)).json()).toEqual({});
    const own = new Response('own');
    expect(await answer(async () => own)).toBe(own);
    const refused = await answer(fails(new Rejection('seed', 0, 'a whole number')));
    expect(refused.status).toBe(400);
    expect(await refused.json()).toMatchObject({
      field: 'seed',
      accepted: 'a whole number',
      message: expect.stringContaining('a whole number')
    });
    const conflict = await answer(fails(new Conflict('signed already')));
    expect([conflict.status, await conflict.json()]).toEqual([409, { message: 'signed already' }]);
    for (const late of [new Busy('wait'), timedOut]) {
      const busy = await answer(fails(late));
      expect([busy.status, busy.headers.get('retry-after')]).toEqual([503, '2']);
      await expect(unlessBusy(fails(late))).rejects.toMatchObject({ status: 503 });
    }
    await expect(answer(fails(new Error('broken')))).rejects.toThrow('broken');
    await expect(unlessBusy(fails(new Error('broken')))).rejects.toThrow('broken');
    expect(await unlessBusy(async () => 7)).toBe(7);
  });

  test('goes back to a form as a sentence at its field', async () => {
    const of = async (caught: unknown) => {
      const { status, data } = (await refusing(fails(caught))) as { status: number; data: object };
      return [status, data];
    };
    expect(await of(new Rejection('name', '', 'a name of up to 60 letters'))).toEqual([
      400,
      { field: 'name', message: 'A name of up to 60 letters.' }
    ]);
    expect(await of(new Conflict('It is signed!'))).toEqual([409, { field: '', message: 'It is signed!' }]);
    expect(await of(timedOut)).toEqual([
      503,
      { field: '', message: expect.stringMatching(/busy.*nothing is lost/i) }
    ]);
    await expect(refusing(fails(new Error('broken')))).rejects.toThrow('broken');
    expect(await refusing(async () => 'done')).toBe('done');
  });

  test('what cannot be read, kept or found is refused before anything is done', async () => {
    const post = (body: string) => new Request('http://hanza.invalid/', { method: 'POST', body });
    expect(await bodyOf(post('{"a":[1,"é"]}'))).toEqual({ a: [1, 'é'] });
    await expect(bodyOf(post('{'))).rejects.toThrow(/body.*JSON/);
    for (const bad of ['{"a":{"b":"\\u0000"}}', '["\\ud800"]', '{"\\udc00":1}'])
      await expect(bodyOf(post(bad))).rejects.toThrow(/without zero or half characters/);
    expect(await bodyOf(post('["\\u0041"]'))).toEqual(['A']);
    const form = new FormData();
    form.set('name', 'Ida\0');
    await expect(
      formOf(new Request('http://hanza.invalid/', { method: 'POST', body: form }))
    ).rejects.toMatchObject({
      status: 400,
      body: { message: expect.stringContaining('name holds characters') }
    });
    await expect(formOf(post('no form'))).rejects.toMatchObject({ status: 400 });
    const id = randomUUID();
    expect([isId(id), isId(id.toUpperCase()), isId(`${id} `), isId(null)]).toEqual([
      true,
      false,
      false,
      false
    ]);
    expect(() => idFrom('1 OR 1=1')).toThrow();
  });

  test('a list’s order comes from the address as far as the list has it', () => {
    const of = (search: string) =>
      askedOrder(new URL(`http://hanza.invalid/${search}`), ['flown', 'score'], {
        sort: 'flown',
        descending: true
      });
    expect(of('')).toEqual({ sort: 'flown', descending: true, page: 1 });
    expect(of('?sort=score&way=up&page=3')).toEqual({ sort: 'score', descending: false, page: 3 });
    expect(of('?sort=name&way=down&page=-4')).toEqual({ sort: 'flown', descending: true, page: 1 });
    expect(of('?page=2.7').page).toBe(2);
    expect(of('?page=99999').page).toBe(1000);
    expect(of('?page=x').page).toBe(1);
  });
});

describe('heavy work', () => {
  test('comes back as its result or its refusal; what broke is no refusal', async () => {
    const bad = { work: 'mockTest' as const, input: { aircraft: 'kite', seed: 3 } as never };
    expect(await run(bad)).toEqual({
      refused: { field: 'aircraft', value: 'kite', accepted: expect.stringContaining('sandling-160') }
    });
    await expect(run({ work: 'assemble', input: null as never })).rejects.toThrow(TypeError);
    await expect(heavily(here.student, 'mockTest', bad.input)).rejects.toThrow(/sandling-160/);
  });

  test('one person has three running at most, and again as soon as one is done', async () => {
    const ask = () => heavily(here.student, 'mockTest', { aircraft: 'sandling-160', seed: 3 });
    const asked = [ask(), ask(), ask()];
    await expect(ask()).rejects.toThrow(Busy);
    // Nobody waits for somebody else's.
    const other = heavily(here.other, 'mockTest', { aircraft: 'sandling-160', seed: 3 });
    await Promise.all([...asked, other]);
    const again = [ask(), ask(), ask()];
    await expect(ask()).rejects.toThrow(Busy);
    await Promise.all(again);
    expect(await ask()).toBeTruthy();
  });
});

describe('what nobody asked for in a flight', () => {
  const flight = flightFromChunks(chunks.slice(0, 5));
  const kinds: FlightEvent[] = [
    { time_s: 0, kind: 'continue', detail: '' } as never,
    { time_s: 0, kind: 'phase', detail: 'level' } as never,
    { time_s: 9, kind: 'end', detail: '' } as never
  ];
  const unusual = (
    came: Command[],
    commanded: Command[],
    more: Partial<Parameters<typeof unusualIn>[0]> = {}
  ) =>
    unusualIn({
      plan,
      pilot: 'student',
      takenOver: false,
      flight: {
        ...flight,
        events: [
          ...kinds,
          ...came.map((command, k): FlightEvent => ({ time_s: 4 + k, kind: 'command', command }))
        ]
      },
      chunks: chunks.slice(0, 5),
      arrivals_ms: [0],
      commanded,
      takenAt_s: 0,
      ...more
    });
  const freeze: Command = { does: 'freeze', on: true };
  const later: Command = { does: 'fail', what: 'vacuum', when: { after_s: 5 } };
  const fails: Command = { does: 'fail', what: 'vacuum' };

  test('is said with its time, three of them at most; what was asked for is not', () => {
    expect(unusual([], [])).toEqual([]);
    expect(unusual([freeze], [freeze])).toEqual([]);
    expect(unusual([freeze], [{ on: true, does: 'freeze' }])).toEqual([]);
    expect(unusual([freeze], [])[0]).toMatch(/no instructor asked for it here: time stopped at 0:04$/);
    // Once asked for is once.
    expect(unusual([freeze, freeze], [freeze])[0]).toMatch(/: time stopped at 0:05$/);
    const [said] = unusual([freeze, freeze, freeze, freeze], []);
    expect(said!.match(/time stopped/g)).toHaveLength(3);
    // What was to come later stands twice: as it was asked for and as it came; a plan's own failure is asked for, too.
    expect(unusual([later, fails], [later])).toEqual([]);
    expect(unusual([later, fails, fails], [later])).toHaveLength(1);
    expect(unusual([fails], [], { plan: { ...plan, faults: [{ kind: 'vacuum' } as never] } })).toEqual([]);
    // Before it was taken over it is another attempt's; of a simulated pilot nothing is said.
    expect(unusual([freeze], [], { takenAt_s: 4.5 })).toEqual([]);
    expect(unusual([freeze], [], { pilot: 'reference' })).toEqual([]);
  });

  test('nor is a flight faster than time, a jump, or one without its beginning', () => {
    const whole = flightFromChunks(chunks);
    const flown_s = whole.length / whole.rate_hz;
    const paced = (lasted_s: number, arrivals: number) =>
      unusual([], [], {
        flight: { ...whole, events: kinds },
        chunks: chunks.slice(0, 3),
        arrivals_ms: Array.from({ length: arrivals }, (_, k) => (k / (arrivals - 1)) * lasted_s * 1000)
      });
    expect(paced((flown_s - 60) / 8 - 1, 30)).toEqual([expect.stringMatching(/of flight arrived within/)]);
    expect(paced((flown_s - 60) / 8 + 1, 30)).toEqual([]);
    expect(paced(1, 2)).toEqual([]);
    expect(unusual([], [], { flight: { ...flight, events: kinds.slice(1) } })).toEqual([
      'the trainer did not note the start of the flight'
    ]);
    const bank = Float64Array.from(flight.columns.get('bank_deg')!);
    // Over the top of a roll 179° and −179° lie two degrees apart.
    bank.set([179, -179], 40);
    const rolled = (values: Float64Array) =>
      unusual([], [], {
        flight: {
          ...flight,
          columns: new Map([...flight.columns, ['bank_deg', values]]),
          events: kinds
        } as never
      });
    expect(rolled(bank)).toEqual([expect.stringMatching(/^bank jumps at 0:04/)]);
    for (let k = 0; k < bank.length; k++) bank[k] = k < 41 ? 179 : -179;
    expect(rolled(bank)).toEqual([]);
  });
});

describe('whose things they are', () => {
  let lessonId: string;
  const begun: string[] = [];
  const finished: string[] = [];
  beforeAll(async () => {
    lessonId = randomUUID();
    await planLesson(here.instructor, { id: lessonId, studentId: here.student.accountId, plan });
    for (const some of [chunks.slice(0, 30), chunks.slice(0, 60), chunks.slice(0, 90)]) {
      const id = randomUUID();
      await openAttempt(here.student, { id, lessonId, pilot: 'student' });
      for (let from = 0; from < some.length; from += 40)
        await keepChunks(here.student, id, some.slice(from, from + 40));
      await finishAttempt(here.student, id);
      finished.push(id);
    }
    for (const who of [here.student, here.instructor]) {
      const id = randomUUID();
      await openAttempt(who, { id, lessonId, pilot: who === here.student ? 'student' : 'instructor' });
      await keepChunks(who, id, chunks.slice(0, 3));
      begun.push(id);
    }
  }, 120_000);

  test('what was begun and not ended is told to who began it, with how far it is', async () => {
    const { accountId } = here.student;
    expect(await unfinishedAttempts(here.student, accountId)).toMatchObject([
      { id: begun[0], lessonId, lessonNumber: 1, flown_s: 6 }
    ]);
    expect((await unfinishedAttempts(here.instructor, accountId)).map(({ id }) => id)).toEqual([begun[1]]);
    expect(await unfinishedAttempts(here.instructor, here.other.accountId)).toEqual([]);
    expect((await openAttempts(here.student, lessonId)).map(({ id }) => id)).toEqual([begun[0]]);
  });

  test('attempts come newest or oldest first, by score only of one student; the debrief has those before it, oldest first', async () => {
    const ids = async (asked: Parameters<typeof listAttempts>[1]) =>
      (await listAttempts(here.instructor, asked)).map(({ id }) => id);
    const studentId = here.student.accountId;
    expect(await ids({})).toEqual([...finished].reverse());
    expect(await ids({ descending: false })).toEqual(finished);
    expect(await ids({ page: 2 })).toEqual([]);
    expect(await ids({ studentId: here.other.accountId })).toEqual([]);
    expect(await ids({ drill: 'steep-turns' })).toEqual([]);
    const scores = (await listAttempts(here.instructor, { studentId, sort: 'score', descending: false })).map(
      ({ score }) => score
    );
    expect(scores).toEqual([...scores].sort((a, b) => a - b));
    await overrideGrade(here.instructor, {
      id: randomUUID(),
      attemptId: finished[1]!,
      verdict: 'met',
      reason: 'Asked to stop there.'
    });
    expect(await ids({ verdict: 'met' })).toContain(finished[1]);
    const debrief = (await debriefOf(here.student, finished[1]!))!;
    expect(debrief.attempts.map(({ id }) => id)).toEqual(finished.slice(0, 2));
    expect(debrief.attempts.at(-1)).toMatchObject({ verdict: 'met', overridden: true });
    // Two minutes are a mistaken start, three are a flight; and only one's own is put aside.
    const canDiscard = async (who: School['student'], id: string) => (await debriefOf(who, id))!.canDiscard;
    expect([
      await canDiscard(here.student, finished[0]!),
      await canDiscard(here.student, finished[2]!),
      await canDiscard(here.instructor, finished[0]!)
    ]).toEqual([true, false, false]);
  });

  test('the morning tells when they were flown', async () => {
    const { flown, flownCount } = await schoolThisMorning(here.instructor);
    expect(flownCount).toBeGreaterThanOrEqual(3);
    for (const { finishedAt } of flown) expect(finishedAt).toMatch(/^\d{4}-\d\d-\d\dT.*Z$/);
  });

  test('who stops watching is gone, and the others go on', async () => {
    await watches(here.instructor, begun[0]!);
    await watches(here.chief, begun[0]!);
    expect(await watchersOf(here.student, begun[0]!)).toEqual(['The chief', 'The instructor']);
    await watchesNoMore(here.chief, begun[0]!);
    expect(await watchersOf(here.student, begun[0]!)).toEqual(['The instructor']);
  });

  test('answers at the bench are of the person asked about, in their order', async () => {
    const give = (who: School['student'], kind: string) =>
      keepBenchAnswer(who, { id: randomUUID(), kind, level: 2, right: false, prompt: true, took_s: 3 });
    await give(here.student, 'liar');
    await give(here.other, 'doing');
    await give(here.student, 'input');
    const kinds = async (id: string) => (await benchAnswersOf(here.instructor, id)).map(({ kind }) => kind);
    expect(await kinds(here.student.accountId)).toEqual(['liar', 'input']);
    expect(await kinds(here.other.accountId)).toEqual(['doing']);
  });

  test('who is put away is listed as such, last, and sits no test', async () => {
    await setArchived(here.chief, here.other.accountId, true);
    const people = await peopleOf(here.chief);
    expect(people.map(({ id, archived }) => [id, archived]).at(-1)).toEqual([here.other.accountId, true]);
    expect(people.filter(({ archived }) => archived)).toHaveLength(1);
    const test = { id: randomUUID(), studentId: here.other.accountId, aircraft: 'sandling-160', seed: 3 };
    await expect(setMockTest(here.instructor, test)).rejects.toThrow(/student/);
    await expect(
      setMockTest(here.instructor, { ...test, studentId: here.instructor.accountId })
    ).rejects.toThrow(/student/);
    await setArchived(here.chief, here.other.accountId, false);
  });

  test('an approach of more than 200 kB is refused by its size', async () => {
    await expect(keepApproach(here.instructor, ' '.repeat(200_001))).rejects.toThrow(/up to 200 kB/);
    await expect(keepApproach(here.instructor, '{')).rejects.not.toThrow(/up to 200 kB/);
  });
});
