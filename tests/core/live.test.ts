import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import type { Command } from '$core/flight/command';
import { commandWords } from '$core/flight/command-words';
import { column, duration } from '$core/flight/flight';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { growingFlight } from '$core/flight/live-piece';
import { readingsAt } from '$core/flight/replayed-readings';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { flightSoFar } from '$core/grade/flight-so-far';
import { gradeFlight } from '$core/grade/grade';
import { liveSamples } from '$lib/worker/live-samples';
import { chunksOf, planOf } from './flown';
import { plannedDrill } from './planned-approach';

const plan = planOf({ drill: 'straight-and-level', seed: 9, turbulence: 'light' });
const lesson = lessonOf(plan);

/** Flown by steady hands for a minute, with commands at moments; also what was seen live. @param again resumed after so many chunks */
function flown(commands: Record<number, Command>, again?: number) {
  let fly = flyDrill(flightLoop(lesson), lesson);
  const { pitch_deg, bank_deg } = fly.loop.readings();
  const hands = { ...fly.loop.hands(), stick: { kind: 'attitude' as const, pitch_deg, bank_deg } };
  const chunks: FlightChunk[] = [];
  const seen: { number: number; counts: number[] }[] = [];
  const watch = () => (fly.onsample = (counts, number) => seen.push({ number, counts: [...counts] }));
  watch();
  for (let i = 0; i < 6000; i++) {
    const command = commands[i / 100];
    if (command) fly.command(command);
    const chunk = fly.step(hands);
    if (chunk) chunks.push(chunk);
    if (chunk && chunks.length === again) {
      fly = flyDrill(flightLoop(lesson), lesson, { chunks: [...chunks] });
      watch();
    }
  }
  const last = fly.finish();
  if (last) chunks.push(last);
  return { chunks, seen, flight: flightFromChunks(chunks) };
}

describe('held over one place', () => {
  const held = { 20: { does: 'hold position', on: true }, 40: { does: 'hold position', on: false } } as const;
  const { flight, chunks } = flown(held);

  test('it flies on and does not get on, and then it does; nothing else of it changes', () => {
    const free = flown({}).flight;
    const place = (k: number) => [column(flight, 'latitude_deg')[k]!, column(flight, 'longitude_deg')[k]!];
    expect(place(390)).toEqual(place(210));
    expect(place(190)).not.toEqual(place(100));
    expect(place(590)).not.toEqual(place(410));
    for (const id of ['altitude_ft', 'heading_deg', 'ias_kt', 'pitch_deg', 'groundspeed_kt'] as const)
      expect(column(flight, id)).toEqual(column(free, id));
    // From there on it covers what it would have covered.
    const leg = (of: typeof flight, from: number, to: number) =>
      column(of, 'latitude_deg')[to]! - column(of, 'latitude_deg')[from]!;
    expect(leg(flight, 420, 590)).toBeCloseTo(leg(free, 420, 590), 5);
  });

  test('resumed in the middle it is held still, until it is let go', () => {
    const again = flown(held, 15);
    for (const id of ['latitude_deg', 'altitude_ft'] as const)
      expect(column(again.flight, id)).toEqual(column(flight, id));
  });

  test('what was done stands in the flight, in words for people', () => {
    const told = flightFromChunks(chunks).events.flatMap((event) =>
      event.kind === 'command' ? [[Math.round(event.time_s), commandWords(event.command)]] : []
    );
    expect(told).toEqual([
      [20, 'held over one place'],
      [40, 'let fly on']
    ]);
    const grade = gradeFlight(flown({ 10: { does: 'call', words: 'heading 240' } }).flight, plan);
    expect(grade.findings).toEqual(gradeFlight(flown({}).flight, plan).findings);
  });
});

describe('a flight that is watched', () => {
  const { chunks, seen, flight } = flown({});

  test('live samples and chunks, in whatever order they come, make the flight that is kept', () => {
    const growing = growingFlight();
    const piece = (from: number, to: number) =>
      growing.addPiece({
        from,
        samples: seen.filter(({ number }) => number >= from && number < to).map(({ counts }) => counts)
      });
    // Who joins in the middle sees nothing before the chunks have come.
    expect(piece(100, 105)).toBe(false);
    expect(growing.addChunk(chunks[1]!)).toBe(false);
    for (const chunk of chunks.slice(0, 5)) expect(growing.addChunk(chunk)).toBe(true);
    expect(piece(100, 108)).toBe(true);
    expect(piece(104, 113)).toBe(true);
    expect(growing.addChunk(chunks[4]!)).toBe(true);
    // A piece was lost: its chunk fills the gap, and knows the samples after it.
    expect(piece(116, 120)).toBe(false);
    expect(growing.addChunk(chunks[5]!)).toBe(true);
    expect(growing.length()).toBe(120);
    expect(piece(118, 125)).toBe(true);
    for (const chunk of chunks.slice(6)) growing.addChunk(chunk);
    expect(growing.flight()).toEqual(flight);
    // The newest moment by itself is the flight's, trend and all.
    const last = growing.lastSeconds();
    const panel = { plan, aircraft: lesson.aircraft };
    expect(readingsAt(last, duration(flight), panel)).toEqual(readingsAt(flight, duration(flight), panel));
    expect(last.length).toBe(21);
  });

  test('pieces are few and small: ten a second at most, none longer than ten samples, one now and then while time stands', () => {
    const live = liveSamples();
    const beside = { phase: 0, running: true, hint: null };
    const sent = [];
    for (let ms = 0; ms < 3000; ms += 8) {
      // Eight times as fast: more comes than is sent.
      if (ms % 16 === 0 && ms < 1000) live.add(Int32Array.of(ms), ms / 16);
      const piece = live.due(ms, { ...beside, running: ms < 1000 });
      if (piece) sent.push({ ms, ...piece });
    }
    const running = sent.filter(({ ms }) => ms < 1000);
    expect(running.length).toBeLessThanOrEqual(10);
    expect(Math.max(...sent.map(({ samples }) => samples.length))).toBeLessThanOrEqual(10);
    for (const { from, samples } of running) expect(samples.map(([at]) => at! / 16)[0] ?? from).toBe(from);
    expect(sent.filter(({ ms }) => ms >= 1100).length).toBeLessThanOrEqual(2);
    expect(sent.some(({ running: on }) => !on)).toBe(true);
  });
});

describe('what is said while it is flown', () => {
  const descent = planOf({ seed: 3, turbulence: 'moderate' });
  const whole = flightFromChunks(chunksOf(descent, { slowToReact: 1, pumpsPitch: 1 }));
  const until = (samples: number, of = whole) => ({
    ...of,
    length: samples,
    columns: new Map([...of.columns].map(([id, values]) => [id, values.slice(0, samples)])),
    events: of.events.filter(({ time_s }) => time_s <= samples / of.rate_hz)
  });
  // A heading left out goes on wandering from one phase into the next.
  const partial = plannedDrill('partial-panel-descent', { seed: 71 });
  const wandering = flightFromChunks(chunksOf(partial, { omitsHeading: 1 }));

  test.each([
    ['rough', descent, whole],
    ['wandering', partial, wandering]
  ] as const)('nothing is said that the whole flight’s grade takes back: %s', (_, plan, whole) => {
    const graded = gradeFlight(whole, plan);
    const key = ({ kind, title, start_s, evidence }: (typeof graded.findings)[number]) => `${kind} ${title} ${start_s} ${evidence}`; // prettier-ignore
    const final = new Set(graded.findings.map(key));
    let said = 0;
    for (let samples = 200; samples <= whole.length; samples += 150) {
      const so = flightSoFar(until(samples, whole), lessonOf(plan));
      for (const found of so.findings) expect(final).toContain(key(found));
      said += so.findings.length;
      for (const span of so.phases.filter(({ complete }) => complete))
        expect(graded.phases).toContainEqual(
          expect.objectContaining({ phaseId: span.phaseId, end_s: span.end_s })
        );
    }
    expect(said).toBeGreaterThan(0);
  });

  test('what is outside now is outside by its corridor, and told with how far', () => {
    const { measures } = gradeFlight(whole, descent);
    const worst = measures
      .flatMap(({ exceedances }) => exceedances)
      .find(({ start_s, end_s }) => end_s - start_s > 2)!;
    const then = flightSoFar(until(Math.round(worst.peak_s * whole.rate_hz) + 1), lessonOf(descent));
    expect(then.outside.length).toBeGreaterThan(0);
    expect(then.outside.join()).toMatch(/\d/);
    expect(flightSoFar(until(50), lessonOf(descent)).outside).toEqual([]);
    expect(duration(then.flight)).toBeCloseTo(worst.peak_s, 0);
  });
});
