import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
import { briefingFor, type Briefing } from '$core/drill/briefing';
import { drillCatalogue, drillFileById } from '$core/drill/catalogue/catalogue';
import { bankOf } from '$core/drill/goal-in-air';
import { mustEnd } from '$core/drill/drill-check';
import { DrillFile, type PhaseFile } from '$core/drill/drill-file';
import { idealTrack } from '$core/drill/ideal-track';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { instrumentsToWatch } from '$core/drill/primary-instruments';
import { figureNames } from '$core/drill/figure-names';
import { quantityFrom, quantityText } from '$core/drill/quantity-text';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { resolvedProfile, toleranceProfileById, type InheritingProfile } from '$core/drill/tolerance-profile';
import { trainingAreaById } from '$core/earth/training-area';
import { parse } from '$core/measure/validation';
import { upsetFrom } from '$core/pilot/upset';
import { flownToStandard } from './flown';

const bay = trainingAreaById('vesterlund-bay');
const sandling = aircraftById('sandling-160');
const planFor = (drill: string, aircraft = sandling, seed = 311) => ({
  ...sensiblePlan(aircraft, bay, drill),
  seed
});

describe('the drills that ship', () => {
  test('are data: each fits the published schema and survives JSON', () => {
    for (const drill of drillCatalogue)
      expect(parse(DrillFile, JSON.parse(JSON.stringify(drill)))).toEqual(drill);
    expect(new Set(drillCatalogue.map((drill) => drill.id)).size).toBe(drillCatalogue.length);
  });

  // Every drill in the trainer, and in one of the others in turn.
  const flights = aircraftCatalogue.flatMap((aircraft, a) =>
    drillCatalogue
      // Those by radio are flown in a file of their own.
      .filter((drill, d) => !drill.navigation && (a === 0 || 1 + (d % 2) === a))
      .map((drill) => [`${drill.name} in the ${aircraft.name}`, drill.id, aircraft] as const)
  );
  test.each(flights)(
    '%s: can be planned and briefed, and in smooth air the reference pilot flies it to standard',
    (_, id, aircraft) => flownToStandard({ ...planFor(id, aircraft), turbulence: 'smooth' }, [0.6, 1.7])
  );
});

describe('a drill written by an instructor', () => {
  const withPhase = (phase: PhaseFile) => ({
    ...drillFileById('straight-and-level'),
    id: 'ours',
    phases: [{ id: 'level', name: 'Level', for_s: 10 }, phase]
  });
  const problem = (phase: PhaseFile) =>
    problemsOf({ ...planFor('ours'), ownDrill: withPhase(phase) })[0]?.message ?? '';

  test.each<[string, PhaseFile, RegExp]>([
    [
      'a phase whose end can never come',
      {
        id: 'x',
        name: 'Up',
        to_ft: { figure: 'startAltitude_ft', plus: 500 },
        rate_fpm: 500,
        until: { is: 'below', channel: 'altitude_ft', value: 3000, for_s: 1 }
      },
      /phases\.1\.until: "altitude_ft below 3000" is not accepted; an end that “Up” can come to/
    ],
    [
      'a figure there is none of',
      { id: 'x', name: 'Fast', speed_kt: { figure: 'warp_kt' } },
      /phases\.1\.speed_kt\.figure: "warp_kt" .* one of startAltitude_ft/
    ],
    [
      'a phase twice',
      { id: 'level', name: 'Again', for_s: 10 },
      /phases\.1\.id: "level" .* an id no other phase has/
    ],
    ['a time that is none', { id: 'x', name: 'Never', for_s: 0 }, /phases\.1\.for_s: 0/],
    [
      'a speed past all limits',
      { id: 'x', name: 'Fast', speed_kt: 400, for_s: 20 },
      /400 kt is above the most it cruises at/
    ],
    [
      'a bank past all limits',
      { id: 'x', name: 'Knife', turn: { direction: 'left', by_deg: 90, bank_deg: 80 } },
      /more than 60° of bank/
    ]
  ])('%s is said at its place', (_, phase, words) => expect(problem(phase)).toMatch(words));

  test('its broken file is refused by the schema with the path', () => {
    const odd = {
      ...withPhase({ id: 'x', name: 'Odd' }),
      phases: [{ id: 'a', name: 'A', turn: { direction: 'up' } }]
    };
    expect(() => parse(DrillFile, odd)).toThrow(
      /phases\.0\.turn\.direction: "up" is not accepted; one of left, right/
    );
  });

  test('ends by a time or by what is asked for are ends', () => {
    for (const id of ['pattern-b', 'unusual-attitudes', 'rate-and-speed-descent'])
      expect(() => mustEnd(lessonOf(planFor(id)).drill, 4000)).not.toThrow();
  });

  test('quantities are written and read alike', () => {
    const number = fc.integer({ min: -5000, max: 5000 });
    fc.assert(
      fc.property(
        fc.constantFrom('startAltitude_ft', 'rate_fpm'),
        number,
        fc.constantFrom(1, 0.5, -0.3),
        (figure, plus, times) => {
          const quantity = { figure, ...(times === 1 ? {} : { times }), ...(plus === 0 ? {} : { plus }) };
          expect(quantityFrom(quantityText(quantity), 'x')).toEqual(quantity);
          for (const drill of drillCatalogue) {
            const names = figureNames(drill);
            for (const figure of names.keys())
              expect(quantityFrom(quantityText({ ...quantity, figure }, names), 'x', names)).toEqual({
                ...quantity,
                figure
              });
          }
          expect(quantityFrom(quantityText(plus), 'x')).toBe(plus);
        }
      )
    );
    const words = figureNames({ figures: [] });
    expect(quantityFrom('Start altitude − 500', 'x', words)).toEqual({
      figure: 'startAltitude_ft',
      plus: -500
    });
    expect(() => quantityFrom('start altitudes', 'x', words)).toThrow(/one of: start altitude, start speed/);
    expect(quantityFrom('  ', 'x')).toBeUndefined();
    expect(() => quantityFrom('fast', 'speed_kt')).not.toThrow();
    expect(() => quantityFrom('1 + two', 'speed_kt')).toThrow(
      /speed_kt: "1 \+ two" .* a number, or a figure/
    );
  });
});

test('a figure may be named like anything at all', () => {
  const file = structuredClone(drillFileById('straight-and-level'));
  const named = {
    id: 'constructor',
    name: 'Level',
    unit: 'ft',
    usual: 4000,
    minimum: 0,
    maximum: 9000,
    step: 100
  };
  const own = { ...file, id: 'ours', figures: [...file.figures, named] };
  expect(problemsOf({ ...planFor('ours'), ownDrill: own, figures: {} })).toEqual([]);
});

describe('what a drill asks for', () => {
  test('a standard-rate turn’s bank is atan(Vω/g), and each rule of thumb says how far off it is', () => {
    const lesson = lessonOf({ ...planFor('standard-rate-turns'), windSpeed_kt: 0 });
    const [turn] = (briefingFor(lesson) as Briefing).turns;
    const v = turn!.tas_kt * 0.514444;
    expect(turn!.bank_deg).toBeCloseTo((Math.atan((v * 3 * Math.PI) / 180 / 9.80665) * 180) / Math.PI, 3);
    expect(bankOf(turn!.phase.goal, lesson.plan)).toBe(turn!.bank_deg);
    expect(turn!.rules.map((rule) => rule.bank_deg - turn!.bank_deg)).toEqual(
      turn!.rules.map((rule) => rule.error_deg)
    );
  });

  test('compass roll-outs are before north and past south, by latitude, and the other way round below the equator', () => {
    const of = (area: string) =>
      (briefingFor(lessonOf({ ...planFor('compass-turns'), area })) as Briefing).compass.map(
        (c) => c.rollOutAt_deg
      );
    // Right to north: roll out early; right to south: late; left to east: by the lead alone.
    const [north, south, east] = of('vesterlund-bay');
    expect(360 - north!).toBeGreaterThan(30);
    expect(south! - 180).toBeGreaterThan(15);
    expect(Math.abs(east! - 90)).toBeLessThan(12);
    const [southernNorth] = of('morrow-reach');
    expect(southernNorth).toBeLessThan(45);
  });

  test('in still air pattern A comes back on its own outbound course; wind carries it away', () => {
    const end = (windSpeed_kt: number) => {
      const track = idealTrack(lessonOf({ ...planFor('pattern-a'), windSpeed_kt, windFrom_deg: 300 }));
      return track.at(-1)!;
    };
    const still = end(0);
    // Outbound course 210°: what is left of it is along the course, not beside it.
    const beside =
      still.north_nm * -Math.sin((210 * Math.PI) / 180) + still.east_nm * Math.cos((210 * Math.PI) / 180);
    expect(Math.abs(beside)).toBeLessThan(3);
    expect(Math.hypot(end(25).north_nm - still.north_nm, end(25).east_nm - still.east_nm)).toBeGreaterThan(
      1.5
    );
  });

  test('half a turn to the right leads back, half a turn to the left on again, one turn’s width aside', () => {
    const track = idealTrack(lessonOf({ ...planFor('standard-rate-turns'), windSpeed_kt: 0 }));
    const last = (phaseId: string) => {
      const at = track.findLastIndex((point) => point.phaseId === phaseId);
      const [a, b] = [track[at - 1]!, track[at]!];
      return (Math.atan2(b.east_nm - a.east_nm, b.north_nm - a.north_nm) * 180) / Math.PI;
    };
    const turned = (from: string, to: string) => (last(to) - last(from) + 720) % 360;
    expect(turned('level', 'hold-1')).toBeCloseTo(180, 1);
    expect(turned('level', 'hold-2') % 359.99).toBeCloseTo(0, 1);
  });

  test('a full circle flown exactly in still air ends where it began', () => {
    const lesson = lessonOf({ ...planFor('steep-turns'), windSpeed_kt: 0 });
    const track = idealTrack(lesson);
    const [from, to] = ['right', 'right'].map((id, i) =>
      i === 0 ? track.find((p) => p.phaseId === id)! : track.findLast((p) => p.phaseId === id)!
    );
    expect(Math.hypot(from!.north_nm - to!.north_nm, from!.east_nm - to!.east_nm)).toBeLessThan(0.15);
  });

  test('both schools’ table: attitude is primary only while something changes', () => {
    const { phases } = lessonOf(planFor('standard-rate-turns')).drill;
    expect(instrumentsToWatch(phases[0]!, null, 5).primary).toEqual({
      pitch: 'altimeter',
      bank: 'heading indicator',
      power: 'airspeed'
    });
    expect(instrumentsToWatch(phases[1]!, phases[0]!, 2)).toMatchObject({
      condition: 'entering or leaving a turn',
      primary: { bank: 'attitude' }
    });
    expect(instrumentsToWatch(phases[1]!, phases[0]!, 20).primary.bank).toBe('turn rate');
    const descent = lessonOf(planFor('constant-rate-climb')).drill.phases;
    expect(instrumentsToWatch(descent[3]!, descent[2]!, 20).primary).toMatchObject({
      pitch: 'vertical speed',
      power: 'airspeed'
    });
  });

  test('unusual attitudes come from a seed, grow with severity, and are never twice of one kind', () => {
    for (let seed = 1; seed < 40; seed++) {
      const pair = [0, 1].map((number) => upsetFrom(seed, number, 2));
      expect(new Set(pair.map((upset) => upset.kind)).size).toBe(2);
      expect(upsetFrom(seed, 0, 2)).toEqual(pair[0]);
      expect(Math.abs(upsetFrom(seed, 0, 3).bank_deg)).toBeGreaterThan(
        Math.abs(upsetFrom(seed, 0, 1).bank_deg)
      );
    }
  });
});

describe('tolerance profiles inherit', () => {
  const own = (id: string, inherits: string, changes: InheritingProfile['changes']): InheritingProfile => ({
    id,
    name: id,
    source: '',
    edition: '2026',
    inherits,
    changes
  });
  const strict = own('strict', 'easa-ir', { altitude_ft: 40 });
  const stricter = own('stricter', 'strict', { heading_deg: 3 });

  test('what is said nearest counts, the rest comes from above', () => {
    expect(resolvedProfile(stricter, [strict, stricter])).toMatchObject({
      id: 'stricter',
      altitude_ft: 40,
      heading_deg: 3,
      speedAbove_kt: toleranceProfileById('easa-ir').speedAbove_kt
    });
  });
  test('one that leads back to itself, or to nothing, is refused with the way it leads', () => {
    const loop = own('strict', 'stricter', {});
    expect(() => resolvedProfile(loop, [loop, stricter])).toThrow(
      /inherits: "stricter" .*strict → stricter → strict/
    );
    expect(() => resolvedProfile(own('x', 'nowhere', {}), [])).toThrow(/inherits: "nowhere" is not accepted/);
  });
});
