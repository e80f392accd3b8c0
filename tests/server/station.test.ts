import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { Command } from '../../src/lib/core/flight/command';
import type { FlightMark } from '../../src/lib/core/flight/flight-mark';
import { openAttempt } from '../../src/lib/server/attempts';
import { debriefOf } from '../../src/lib/server/debrief';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { chunksSeen, keepChunks } from '../../src/lib/server/flight-chunks';
import { planLesson } from '../../src/lib/server/lessons';
import { answerCommand, commandsOf, giveCommand } from '../../src/lib/server/live/commands';
import { flightStream } from '../../src/lib/server/live/flight-stream';
import { flightsInTheAir } from '../../src/lib/server/live/flights-in-the-air';
import { keepOwnWeather, ownWeather, putOwnWeatherAway } from '../../src/lib/server/live/own-weather';
import { keepOwnPlace, ownPlacesIn, putOwnPlaceAway } from '../../src/lib/server/live/own-places';
import { passOn } from '../../src/lib/server/live/live-pieces';
import { keepMark, marksOf } from '../../src/lib/server/live/marks';
import { watchersOf, watches, watchesNoMore } from '../../src/lib/server/live/watchers';
import { chunksOf as flownChunks, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let here: School;
let there: School;
const chunks = flownChunks(planOf()).slice(0, 4);
const freeze: Command = { does: 'freeze', on: true };

beforeAll(async () => {
  [here, there] = [await newSchool(owner), await newSchool(owner)];
});
afterAll(async () => {
  await owner.destroy();
});

/** A flight in the air: begun by the student, eight seconds of it kept. */
async function inTheAir(): Promise<string> {
  const [lessonId, attemptId] = [randomUUID(), randomUUID()];
  await planLesson(here.instructor, { id: lessonId, studentId: here.student.accountId, plan: planOf() });
  await openAttempt(here.student, { id: attemptId, lessonId, pilot: 'student' });
  await keepChunks(here.student, attemptId, chunks);
  return attemptId;
}
const give = (attempt: string, command: Command = freeze, id = randomUUID()) =>
  giveCommand(here.instructor, attempt, { id, command });

/** Reads what a stream tells, event by event. */
function reading(response: Response) {
  const reader = response.body!.getReader();
  const text = new TextDecoder();
  let kept = '';
  return {
    async next(event: string): Promise<unknown> {
      for (;;) {
        const end = kept.indexOf('\n\n');
        if (end < 0) {
          const { value, done } = await reader.read();
          if (done) throw new Error(`the stream ended before ${event}`);
          kept += text.decode(value);
          continue;
        }
        const [told, data] = kept.slice(0, end).split('\n');
        kept = kept.slice(end + 2);
        if (told === `event: ${event}`) return JSON.parse(data!.replace('data: ', ''));
      }
    },
    close: () => reader.cancel()
  };
}

test('a flight stands in the list while it is flown, with how far it is; others’ flights and ended ones do not', async () => {
  const attempt = await inTheAir();
  const mine = async (who = here.instructor) =>
    (await flightsInTheAir(who)).filter(({ attemptId }) => attemptId === attempt);
  expect(await mine()).toMatchObject([{ flown_s: 8, student: 'The student', pilot: 'student' }]);
  expect((await mine())[0]!.quiet_s).toBeLessThan(30);
  expect(await mine(there.instructor)).toEqual([]);
  expect(await mine(here.other)).toEqual([]);
  await owner('flight_chunk')
    .where({ attempt_id: attempt })
    .update({ kept_at: owner.raw("now() - interval '31 minutes'") });
  expect(await mine()).toEqual([]);
  await owner('flight_chunk').where({ attempt_id: attempt }).update({ kept_at: owner.fn.now() });
  await finishAttempt(here.student, attempt);
  expect(await mine()).toEqual([]);
});

test('commands are numbered in their order, given once, and answered once, by who flies', async () => {
  const attempt = await inTheAir();
  const id = randomUUID();
  expect(await give(attempt, freeze, id)).toEqual({ number: 1 });
  expect(await give(attempt, { does: 'end' }, id)).toEqual({ number: 1 });
  expect((await Promise.all([give(attempt), give(attempt)])).map(({ number }) => number).sort()).toEqual([
    2, 3
  ]);
  await expect(answerCommand(here.instructor, attempt, 1, { outcome: 'done', at_s: 5 })).rejects.toThrow(
    /only who flies/
  );
  await answerCommand(here.student, attempt, 1, { outcome: 'done', at_s: 5 });
  await answerCommand(here.student, attempt, 1, { outcome: 'too late', at_s: 9 });
  await expect(answerCommand(here.student, attempt, 9, { outcome: 'done', at_s: 5 })).rejects.toThrow(
    /no command 9/
  );
  expect(await commandsOf(here.student, attempt)).toMatchObject([
    { number: 1, command: freeze, outcome: 'done', at_s: 5, by: 'The instructor' },
    { number: 2, outcome: null },
    { number: 3, outcome: null }
  ]);
  expect(await commandsOf(here.instructor, attempt, 3)).toHaveLength(1);
});

test('nobody commands another school’s flight, a student none, and nobody one that has ended', async () => {
  const attempt = await inTheAir();
  const by = (who: School['student']) => giveCommand(who, attempt, { id: randomUUID(), command: freeze });
  await expect(by(there.instructor)).rejects.toMatchObject({ field: 'attempt' });
  await expect(by(here.student)).rejects.toThrow(/row-level security/);
  await expect(by(here.other)).rejects.toMatchObject({ field: 'attempt' });
  const mark: FlightMark = { id: randomUUID(), at_s: 4, kind: 'chased', words: '' };
  await expect(keepMark(here.student, attempt, mark)).rejects.toThrow(/row-level security/);
  await expect(keepMark(there.instructor, attempt, mark)).rejects.toMatchObject({ field: 'attempt' });
  await expect(watches(here.student, attempt)).rejects.toThrow(/row-level security/);
  await expect(chunksSeen(there.instructor, attempt, 0)).rejects.toMatchObject({ field: 'attempt' });
  await expect(flightStream(here.other, attempt)).rejects.toMatchObject({ field: 'attempt' });
  await finishAttempt(here.student, attempt);
  await expect(by(here.instructor)).rejects.toThrow(/has ended/);
  // What was seen may still be marked: the network was slow.
  await keepMark(here.instructor, attempt, mark);
  await keepMark(here.instructor, attempt, mark);
  expect(await marksOf(here.student, attempt)).toEqual([{ ...mark, by: 'The instructor' }]);
  expect(await marksOf(there.instructor, attempt)).toEqual([]);
});

test('a flood of commands is stopped, and the flight goes on being commanded after it', async () => {
  const attempt = await inTheAir();
  const told = await Promise.allSettled(Array.from({ length: 60 }, () => give(attempt)));
  const done = told.filter(({ status }) => status === 'fulfilled').length;
  expect(done).toBeGreaterThanOrEqual(10);
  expect(done).toBeLessThan(60);
  const refused = told.find(({ status }) => status === 'rejected') as PromiseRejectedResult;
  expect(String(refused.reason)).toMatch(/too many commands at once/);
  await owner('flight_command')
    .where({ attempt_id: attempt })
    .update({ given_at: owner.raw("now() - interval '1 minute'") });
  expect(await give(attempt)).toEqual({ number: done + 1 });
});

test('who watches is told how things stand, and then all that happens; who flies hears by whom, and what is asked', async () => {
  const attempt = await inTheAir();
  const first = await give(attempt);
  const station = reading(await flightStream(here.instructor, attempt));
  expect(await station.next('stands')).toMatchObject({
    ended: false,
    watchers: ['The instructor'],
    commands: [{ number: first.number, outcome: null }],
    marks: []
  });
  const flyer = reading(await flightStream(here.student, attempt));
  expect(await flyer.next('stands')).toMatchObject({ watchers: ['The instructor'] });
  const piece = { from: 80, samples: [[1, 2, 3]], phase: 1, running: true, hint: 'right rudder' };
  await passOn(here.student, attempt, piece);
  expect(await station.next('piece')).toEqual(piece);
  await expect(passOn(here.instructor, attempt, piece)).rejects.toThrow(/only who flies/);

  const { number } = await give(attempt, { does: 'call', words: 'turn left “now”, 240°' });
  expect(await flyer.next('command')).toMatchObject({
    number,
    command: { words: 'turn left “now”, 240°' },
    outcome: null
  });
  await answerCommand(here.student, attempt, number, { outcome: 'done', at_s: 8.2 });
  await station.next('command');
  expect(await station.next('command')).toMatchObject({ number, outcome: 'done' });
  await keepMark(here.chief, attempt, { id: randomUUID(), at_s: 6, kind: 'words', words: 'eyes outside' });
  expect(await station.next('marks')).toMatchObject([{ words: 'eyes outside', by: 'The chief' }]);

  await watches(here.chief, attempt);
  expect(await station.next('watchers')).toEqual(['The chief', 'The instructor']);
  await station.close();
  await expect.poll(() => watchersOf(here.student, attempt)).toEqual(['The chief']);
  await watchesNoMore(here.chief, attempt);
  await finishAttempt(here.student, attempt);
  expect(await flyer.next('ended')).toEqual({});
  await flyer.close();
});

test('when the database’s connection breaks, who listens is told how things stand again', async () => {
  const attempt = await inTheAir();
  const station = reading(await flightStream(here.instructor, attempt));
  await station.next('stands');
  await owner.raw(
    "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query LIKE 'LISTEN hanza_flight%'"
  );
  await keepMark(here.instructor, attempt, { id: randomUUID(), at_s: 2, kind: 'good', words: '' });
  expect(await station.next('stands')).toMatchObject({ marks: [{ kind: 'good' }] });
  await station.close();
});

test('what was flown is fetched piece by piece, without the states', async () => {
  const attempt = await inTheAir();
  const seen = await chunksSeen(here.instructor, attempt, 2);
  expect(seen.map(({ sequence }) => sequence)).toEqual([2, 3]);
  expect(seen[0]).not.toHaveProperty('snapshot');
  expect(seen[0]!.counts).toEqual(chunks[2]!.counts);
});

test('what a browser says an instructor asked for is believed as far as an instructor did', async () => {
  const done = (time_s: number, command: Command) => ({ kind: 'command' as const, time_s, command });
  const flownWith = async (events: ReturnType<typeof done>[], given: Command[]) => {
    const [lessonId, attemptId] = [randomUUID(), randomUUID()];
    await planLesson(here.instructor, { id: lessonId, studentId: here.student.accountId, plan: planOf() });
    await openAttempt(here.student, { id: attemptId, lessonId, pilot: 'student' });
    const sent = structuredClone(chunks);
    sent[2]!.events.push(...events);
    await keepChunks(here.student, attemptId, sent);
    for (const command of given) await give(attemptId, command);
    await finishAttempt(here.student, attemptId);
    return (await debriefOf(here.instructor, attemptId))!.unusual.filter((why) =>
      why.includes('no instructor')
    );
  };
  const taken: Command = { does: 'control', by: 'instructor' };
  const failing: Command = { does: 'fail', what: 'vacuum', when: { after_s: 1 } };
  const asked = [done(4.5, taken), done(4.6, failing), done(5.6, { does: 'fail', what: 'vacuum' })];
  expect(await flownWith(asked, [failing, taken])).toEqual([]);
  expect(await flownWith(asked, [failing])).toEqual([
    'done to the flight, though no instructor asked for it here: the instructor has control at 0:04'
  ]);
  expect(await flownWith([done(4.5, taken), done(4.7, taken)], [taken])).toHaveLength(1);
  // Weather that waited is there twice as well: as asked for, and as it came; other weather is not.
  const now: Command = { does: 'weather', over_s: 0, base_ft: 300 };
  const later: Command = { ...now, when: { below_ft: 2000 } };
  expect(await flownWith([done(4.5, later), done(4.8, now)], [later])).toEqual([]);
  expect(await flownWith([done(4.5, later), done(4.8, { ...now, base_ft: 400 })], [later])).toHaveLength(1);
});

test('weather a school keeps is its own, its instructors’, and no more than one of a name', async () => {
  const body = { base_ft: 400, precipitation: 'rain', wind: { from_deg: 250, speed_kt: 22 } } as const;
  const id = randomUUID();
  const keep = (who: School['instructor'], kept = id, name = 'Autumn gale') =>
    keepOwnWeather(who, { id: kept, weather: { name, ...body } });
  await keep(here.instructor);
  await keep(here.instructor);
  expect(await ownWeather(here.instructor)).toEqual([{ id, name: 'Autumn gale', ...body }]);
  expect(await ownWeather(there.instructor)).toEqual([]);
  expect(await ownWeather(here.student)).toEqual([]);
  await expect(keep(here.instructor, randomUUID())).rejects.toThrow('already');
  await expect(keep(there.instructor)).rejects.toThrow('already');
  await expect(keep(here.student, randomUUID(), 'A student’s')).rejects.toThrow();
  await putOwnWeatherAway(there.instructor, id);
  await putOwnWeatherAway(here.student, id);
  expect(await ownWeather(here.instructor)).toHaveLength(1);
  await putOwnWeatherAway(here.instructor, id);
  expect(await ownWeather(here.instructor)).toEqual([]);
  for (let i = 0; i < 30; i++) await keep(here.instructor, randomUUID(), `Weather ${i}`);
  await expect(keep(here.instructor, randomUUID(), 'One more')).rejects.toThrow('at most 30');
});

test('places a school keeps are its own, its instructors’, and no more than one of a name', async () => {
  const body = {
    at: { latitude_deg: 44, longitude_deg: -33 },
    altitude_ft: 2200,
    heading_deg: 240,
    speed_kt: 90
  };
  const area = 'vesterlund-bay';
  const id = randomUUID();
  const keep = (who: School['instructor'], kept = id, name = 'Over the sound') =>
    keepOwnPlace(who, { id: kept, area, place: { name, ...body } });
  await keep(here.instructor);
  await keep(here.instructor);
  expect(await ownPlacesIn(here.instructor, area)).toEqual([{ id, name: 'Over the sound', ...body }]);
  expect(await ownPlacesIn(here.instructor, 'morrow-reach')).toEqual([]);
  expect(await ownPlacesIn(there.instructor, area)).toEqual([]);
  expect(await ownPlacesIn(here.student, area)).toEqual([]);
  await expect(keep(here.instructor, randomUUID())).rejects.toThrow('already');
  await expect(keep(there.instructor)).rejects.toThrow('already');
  await expect(keep(here.student, randomUUID(), 'A student’s')).rejects.toThrow();
  await putOwnPlaceAway(there.instructor, id);
  await putOwnPlaceAway(here.student, id);
  expect(await ownPlacesIn(here.instructor, area)).toHaveLength(1);
  await putOwnPlaceAway(here.instructor, id);
  expect(await ownPlacesIn(here.instructor, area)).toEqual([]);
  for (let i = 0; i < 60; i++) await keep(here.instructor, randomUUID(), `place ${i}`);
  await expect(keep(here.instructor, randomUUID(), 'one more')).rejects.toThrow('at most 60');
});
