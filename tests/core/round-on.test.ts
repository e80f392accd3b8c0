import { describe, expect, test } from 'vitest';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { lessonOf, type Lesson } from '$core/drill/lesson';
import type { Command } from '$core/flight/command';
import { column, sampleAt, type Flight } from '$core/flight/flight';
import { holdHint } from '$core/grade/coach/hold-hint';
import type { HoldMeasure } from '$core/grade/checks/hold-measure';
import { gradeFlight } from '$core/grade/grade';
import { flownAsked } from './flown-asked';
import { plannedDrill } from './planned-approach';

const plan = (drill: string): LessonPlan =>
  plannedDrill(drill, { seed: 3, windFrom_deg: 40, windSpeed_kt: 12, turbulence: 'smooth' });
const flownWith = (lesson: LessonPlan, ...asked: { at_s: number; command: Command }[]) =>
  flownAsked(lesson, 1500, asked).flight;
const kept = new Map<string, Flight>();
const plainly = (drill: string) => kept.get(drill) ?? kept.set(drill, flownWith(plan(drill))).get(drill)!;

describe('a new speed or altitude in the middle of a hold or a reversal leaves that to go on', () => {
  // Outbound, and inbound a little before the fix; from abeam on; on the way out, and in the turn back.
  test.each([
    ['rnav-hold', 260],
    ['rnav-hold', 420],
    ['vor-hold', 330],
    ['reversal-80-260', 290],
    ['procedure-turn', 450]
  ] as const)(
    '%s, told after %d s to be as fast as it is: measured from fix to fix as before',
    (drill, at_s) => {
      const lesson = plan(drill);
      const speed_kt = Math.round(lesson.startSpeed_kt);
      const told = gradeFlight(flownWith(lesson, { at_s, command: { does: 'clear', speed_kt } }), lesson);
      const plain = gradeFlight(plainly(drill), lesson);
      expect(told.phases.map(({ phaseId }) => phaseId)).toContain('cleared-1');
      expect(told.verdict).toBe('met');
      expect(told.findings.map(({ kind }) => kind).sort()).toEqual(
        plain.findings.map(({ kind }) => kind).sort()
      );
      const round = (grade: typeof told) =>
        grade.checks.find(({ kind }) => kind === 'hold' || kind === 'reversal')!;
      const [now, before] = [round(told), round(plain)];
      if (now.kind === 'hold' && before.kind === 'hold') {
        expect([now.entry, now.outOfTime, now.circuits.length]).toEqual([before.entry, false, before.circuits.length]); // prettier-ignore
        now.circuits.forEach(({ end_s }, i) =>
          expect(Math.abs(end_s - before.circuits[i]!.end_s)).toBeLessThan(25)
        );
      } else if (now.kind === 'reversal' && before.kind === 'reversal') {
        expect(now.outOfTime).toBe(false);
        expect(now.farthest_nm).toBeCloseTo(before.farthest_nm, 1);
      } else expect.unreachable();
    }
  );

  test('a climb in it is flown round it, too', () => {
    const lesson = plan('vor-hold');
    const flight = flownWith(lesson, { at_s: 330, command: { does: 'clear', altitude_ft: 4600 } });
    const { verdict, findings } = gradeFlight(flight, lesson);
    expect(verdict).toBe('met');
    expect(findings.map(({ kind }) => kind)).toContain('right-entry');
    expect(column(flight, 'altitude_ft').at(-1)).toBeGreaterThan(4500);
  });

  test.each([
    ['vor-hold', { heading_deg: 100 }],
    ['vor-hold', { heading_deg: 350, turn: 'left', altitude_ft: 4300 }]
  ] as const)(
    '%s, left for what was cleared, %o: what was flown of it counts, round by round',
    (drill, asked) => {
      const lesson = plan(drill);
      const whole = gradeFlight(plainly(drill), lesson).checks.find(
        ({ kind }) => kind === 'hold'
      ) as HoldMeasure;
      const [, second, third] = whole.circuits;
      // A little after the second time round, and in the third circuit's leg out.
      for (const [at_s, rounds] of [
        [second!.end_s + 8, 2],
        [third!.clockDue_s! + 20, 2],
        [whole.circuits[0]!.end_s - 20, 0]
      ] as const) {
        // prettier-ignore
        const grade = gradeFlight(flownWith(lesson, { at_s, command: { does: 'clear', ...asked } }), lesson);
        const holds = grade.checks.filter((one) => one.kind === 'hold');
        expect(holds.map(({ circuits }) => circuits), String(at_s)).toEqual(rounds ? [whole.circuits.slice(0, rounds)] : []); // prettier-ignore
        for (const { entry, outOfTime } of holds) expect([entry, outOfTime]).toEqual([whole.entry, false]);
        expect(grade.findings.map(({ kind }) => kind)).not.toContain('not-back-over-fix');
        expect(grade.verdict).toBe('met');
      }
    }
  );

  test('put down elsewhere, or given back by the instructor, it is begun anew', () => {
    const lesson = plan('rnav-hold');
    const flight = flownWith(
      lesson,
      { at_s: 260, command: { does: 'clear', altitude_ft: 4300 } },
      { at_s: 300, command: { does: 'control', by: 'instructor' } },
      { at_s: 330, command: { does: 'control', by: 'student' } }
    );
    const grade = gradeFlight(flight, lesson);
    expect(grade.checks.filter(({ kind }) => /hold/.test(kind))).toEqual([]);
  });

  test('whenever the word comes the same hold is measured; where passages were counted anew by it, what was flown up to it', () => {
    const lesson = plan('rnav-hold');
    const flight = plainly('rnav-hold');
    const command: Command = { does: 'clear', speed_kt: Math.round(lesson.startSpeed_kt) };
    const told = (at_s: number, passages = column(flight, 'passages')) =>
      gradeFlight(
        {
          ...flight,
          columns: new Map([...flight.columns, ['passages', passages]]),
          events: [...flight.events, { time_s: at_s, kind: 'command' as const, command }].sort(
            (a, b) => a.time_s - b.time_s
          )
        },
        lesson
      ).checks.filter(({ kind }) => /hold/.test(kind));
    const whole = gradeFlight(flight, lesson).checks.filter(({ kind }) => kind === 'hold');
    expect(whole).toHaveLength(1);
    for (const at_s of [185, 300, 420, 448, 470, 800, 1000]) expect(told(at_s), String(at_s)).toEqual(whole);
    // As flights were recorded before: two passages, and counted from none after the word.
    const at = sampleAt(flight, 800);
    const anew = column(flight, 'passages').map((count, k) => (k > at ? count - 2 : count));
    expect(column(flight, 'passages')[at]).toBe(2);
    const [hold] = told(800, anew) as HoldMeasure[];
    expect([hold!.circuits, hold!.outOfTime]).toEqual([(whole[0] as HoldMeasure).circuits.slice(0, 2), false]); // prettier-ignore
  });

  test('who goes on outbound beyond the limit hears of it, whatever altitude was given meanwhile', () => {
    const lesson = plan('reversal-80-260');
    const flight = plainly('reversal-80-260');
    const command: Command = { does: 'clear', altitude_ft: lesson.startAltitude_ft };
    const events = [...flight.events, { time_s: 290, kind: 'command' as const, command }];
    const farther = column(flight, 'fixDistance_nm').map((nm) => nm * 1.6);
    const columns = new Map([...flight.columns, ['fixDistance_nm' as const, farther]]);
    const kindsOf = (one: Flight) => gradeFlight(one, lesson).findings.map(({ kind }) => kind);
    const sorted = events.sort((a, b) => a.time_s - b.time_s);
    expect(kindsOf({ ...flight, columns, events: sorted })).toContain('beyond-limit');
    expect(kindsOf({ ...flight, events: sorted })).not.toContain('beyond-limit');
  });

  test('the coach enters no hold that is being flown, and counts no leg it has not seen begin', () => {
    const lesson = lessonOf({ ...plan('vor-hold'), corridors: 'hints' });
    const { fly } = flownAsked(lesson.plan, 286, [
      { at_s: 285, command: { does: 'clear', altitude_ft: 4600 } }
    ]);
    const flight = plainly('vor-hold');
    const saidFrom = (asked: Lesson, phaseIndex: number, to_s: number) => {
      const hint = holdHint(asked);
      return Array.from({ length: to_s - 286 }, (_, k) => {
        const time_s = 286 + k;
        const at = sampleAt(flight, time_s);
        const values = new Map([...flight.columns].map(([id, values]) => [id, values[at]!]));
        return hint.look([{ time_s, inPhase_s: k, phaseIndex, values }])?.words ?? '';
      }).join('');
    };
    // To the fix and round again: on the next leg out the clock is spoken of as ever.
    expect(saidFrom(fly.lesson, fly.phase().index, 440)).toBe('');
    expect(saidFrom(fly.lesson, fly.phase().index, 560)).toContain('start the clock');
    const planned = fly.lesson.drill.phases.findIndex(({ goal }) => goal.lateral.kind === 'hold');
    expect(saidFrom(fly.lesson, planned, 330)).not.toBe('');
  });
});
