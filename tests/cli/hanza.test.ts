import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import type { Grade } from '$core/grade/grade';
import { gradeFlight } from '$core/grade/grade';
import { approachById } from '$core/procedure/approach/approach-catalogue';
import { run } from '../../cli/run';
import { flown, planOf } from '../core/flown';

const folder = mkdtempSync(join(tmpdir(), 'hanza-cli-'));
const at = (name: string) => join(folder, name);

/** The command as typed, in this process: starting one anew for each takes longer than the answer. */
async function hanza(...words: string[]) {
  const said = { out: '', line: '' };
  const out = vi.spyOn(process.stdout, 'write').mockImplementation((text) => Boolean((said.out += text)));
  const line = vi.spyOn(process.stderr, 'write').mockImplementation((text) => Boolean((said.line += text)));
  try {
    return { code: await run(words), out: said.out, line: said.line.trim() };
  } finally {
    out.mockRestore();
    line.mockRestore();
  }
}

beforeAll(() => writeFileSync(at('plan.json'), JSON.stringify(planOf())));
afterAll(() => rmSync(folder, { recursive: true }));

describe('approaches on the command line', () => {
  test('a card in words and as JSON, a profile, a check', async () => {
    const words = (await hanza('card', 'xvko-rnav-35', '--altimeter', 'remote')).out;
    expect((await hanza('procedure', 'card', 'xvko-rnav-35', '--altimeter', 'remote')).out).toBe(words);
    expect(words).toMatch(/DA 2262 ft, set 2270 ft; 420 ft above the touchdown zone; visibility 1 ¼ SM/);
    const card = JSON.parse((await hanza('procedure', 'card', 'xvlb-ils-24', '--ias', '95', '--json')).out);
    expect(card.category).toMatchObject({ category: 'B', flown_kt: 95 });
    expect((await hanza('procedure', 'profile', 'xvlb-vor-dme-06')).out).toMatch(
      /5\.5 to +2\.1 NM {2}not below 800 ft/
    );
    expect((await hanza('procedure', 'check', 'xmor-ils-09')).out).toMatch(/nothing to object to/);
  });
  test('a file of one’s own: what is wrong is told at its place, with exit code 2', async () => {
    const approach = structuredClone(approachById('xvlb-ils-24'));
    approach.final[1]!.fix = 'NOSUC';
    writeFileSync(at('approach.json'), JSON.stringify(approach));
    const checked = await hanza('procedure', 'check', at('approach.json'));
    expect(checked).toMatchObject({ code: 2, line: expect.stringMatching(/^hanza: final\.1\.fix: "NOSUC"/) });
    writeFileSync(at('approach.json'), JSON.stringify({ ...approach, missed: { legs: [] } }));
    expect((await hanza('procedure', 'card', at('approach.json'))).line).toMatch(
      /missed\.legs: .* 1 to 30 legs/
    );
    expect((await hanza('procedure', 'card', 'moon')).line).toMatch(/approach: "moon" .* one of xvlb-ils-24/);
    expect((await hanza('procedure', 'card', 'xvlb-ils-24', '--transition', 'moon')).line).toMatch(
      /transition: "moon" .* one of elska, tolva/
    );
    expect((await hanza('procedure', 'card', 'xvlb-ils-24', '--line', 'moon')).line).toMatch(
      /line: .* ILS, LOC/
    );
    expect((await hanza('procedure', 'card', 'xvlb-ils-24', '--ias', '190')).line).toMatch(/speed: 190/);
  });
});

describe('the planning desk on the command line', () => {
  const air = ['--tas', '100', '--wind', '320/15'];
  test('a hold, its entry and its rules; an arc; a reversal within its limit', async () => {
    const hold = JSON.parse(
      (await hanza('hold', '--course', '270', ...air, '--heading', '060', '--json')).out
    );
    expect(hold.inbound_s).toBeCloseTo(60, 6);
    expect(hold.entry.entry).toBe('teardrop');
    expect(hold.rules).toHaveLength(4);
    const arc = JSON.parse(
      (await hanza('arc', '--radius', '10', '--from', '200', '--to', '290', ...air, '--json')).out
    );
    expect(arc.radials).toHaveLength(10);
    const reversal = JSON.parse(
      (await hanza('reversal', '--course', '090', '--within', '8', ...air, '--json')).out
    );
    expect(reversal.farthest_nm).toBeCloseTo(8, 2);
  });
  test('what cannot be flown or read names its field and exits with 2', async () => {
    expect(await hanza('hold', '--course', '270', '--tas', '100', '--wind', '270/45')).toMatchObject({
      code: 2,
      line: expect.stringMatching(/^hanza: wind: .*third of the airspeed/)
    });
    expect((await hanza('wind', '--course', '400', ...air)).line).toMatch(/course: 400 .* 0 to 360/);
    expect((await hanza('wind', '--course', '90', '--tas', '100', '--wind', 'calm')).line).toMatch(
      /wind: "calm" .*270\/20/
    );
    expect((await hanza('intercept', '--course', '90', '--tas', '100')).line).toMatch(/aside: .*--aside/);
  });
});

describe('the scan on the command line', () => {
  test('a simulated eye tracker’s file and the flight it watched make one report', async () => {
    const plan = ['--plan', at('plan.json'), '--habit', 'omitsEngine=1'];
    expect((await hanza('eyes', ...plan, '--offset', '700', '--out', at('gaze.csv'))).code).toBe(0);
    expect((await hanza('fly', ...plan, '--out', at('scanned.parquet'))).code).toBe(0);
    const asked = ['scan', '--plan', at('plan.json'), '--flight', at('scanned.parquet')];
    const report = JSON.parse(
      (await hanza(...asked, '--gaze', at('gaze.csv'), '--offset', '700', '--json')).out
    );
    expect(report.findings.map((f: { title: string }) => f.title)).toContain('Engine gauges left out');
    expect(await hanza(...asked)).toMatchObject({
      code: 2,
      line: expect.stringMatching(/^hanza: gaze: .*four looks/)
    });
    writeFileSync(at('bad.csv'), 'time_s,area\n1,attitude\n2,gizmo\n');
    expect(await hanza(...asked, '--gaze', at('bad.csv'))).toMatchObject({
      code: 2,
      line: expect.stringMatching(/row 3.*gizmo/)
    });
  });
});

describe('the command line gives the answers of the screens', () => {
  test('plan, brief and trim', async () => {
    expect(JSON.parse((await hanza('plan')).out)).toEqual({ ...planOf(), figures: {} });
    const briefing = JSON.parse((await hanza('brief', '--plan', at('plan.json'), '--json')).out);
    expect(briefing.verticals[0].time_s).toBeCloseTo(120, 6);
    expect(briefing.settings.map((s: { phase: { id: string } }) => s.phase.id)).toEqual([
      'level',
      'slowing',
      'descent',
      'decision',
      'climb',
      'level-off'
    ]);
    const found = JSON.parse(
      (await hanza('trim', '--ias', '90', '--vs', '-500', '--flaps', '10', '--altitude', '3500', '--json'))
        .out
    );
    // The brief is for four fifths of the fuel: a little lighter.
    expect(Math.abs(found.rpm - briefing.settings[2].line.rpm)).toBeLessThan(15);
    expect((await hanza('trim', '--ias', '90', '--vs', '-500', '--flaps', '10')).out).toMatch(
      /^pitch −\d\.\d+°/
    );
  });

  test('a flight flown and graded here is the one flown and graded anywhere', async () => {
    const flight = at('flight.parquet');
    expect(
      (await hanza('fly', '--plan', at('plan.json'), '--out', flight, '--habit', 'startsDownBeforeSlowing=1'))
        .code
    ).toBe(0);
    const grade = JSON.parse(
      (await hanza('grade', '--plan', at('plan.json'), '--flight', flight, '--json')).out
    ) as Grade;
    expect(grade).toEqual(
      JSON.parse(JSON.stringify(gradeFlight(flown(planOf(), { startsDownBeforeSlowing: 1 }), planOf())))
    );
    const words = (await hanza('grade', '--plan', at('plan.json'), '--flight', flight)).out;
    expect(words).toMatch(/^not met, score \d+, practised\n/);
    expect(words).toContain('Descended before slowing: Left 4000 ft at');
    expect((await hanza('fly', '--plan', at('plan.json'), '--out', at('flight.csv'))).code).toBe(0);
    expect(readFileSync(at('flight.csv'), 'utf8')).toMatch(/^time_s,latitude_deg/);
  });

  test('modes of an airplane and of a textbook’s derivatives; the drills by name', async () => {
    const modes = JSON.parse(
      (await hanza('modes', '--ias', '105', '--vs', '0', '--altitude', '4000', '--json')).out
    );
    expect(modes.longitudinal.map((m: { name: string }) => m.name)).toContain('phugoid');
    writeFileSync(
      at('set.json'),
      JSON.stringify({
        kind: 'dimensional',
        name: 'small',
        speed_mps: 60,
        longitudinal: { Xu: -0.02, Xw: 0.05, Zu: -0.3, Zw: -1.5, Mu: 0, Mw: -0.1, Mq: -2 }
      })
    );
    expect((await hanza('modes', '--aircraft', at('set.json'))).out).toMatch(
      /^short period {2}−\d\.\d+ ± \d/
    );
    expect((await hanza('drills')).out.split('\n').length).toBeGreaterThan(20);
    expect(JSON.parse((await hanza('drills', 'steep-turns')).out)).toMatchObject({
      id: 'steep-turns',
      family: 'turns'
    });
    expect(
      JSON.parse((await hanza('plan', '--drill', 'steep-turns', '--aircraft', 'korvane-750')).out)
    ).toMatchObject({
      drill: 'steep-turns',
      startSpeed_kt: 180
    });
  });

  test('the schemas are printed, and an aircraft file of one’s own is taken', async () => {
    const schema = JSON.parse((await hanza('schema', 'aircraft')).out);
    expect(schema.properties.lift.properties.slope_prad).toMatchObject({ type: 'number', minimum: 2 });
    const file = JSON.parse(readFileSync('src/lib/core/aircraft/airplanes/sandling-160.json', 'utf8'));
    writeFileSync(at('heavy.json'), JSON.stringify({ ...file, id: 'heavy', mass_kg: 1200 }));
    const rpm = async (aircraft: string) =>
      JSON.parse((await hanza('trim', '--ias', '90', '--vs', '0', '--aircraft', aircraft, '--json')).out)
        .rpm as number;
    expect(await rpm(at('heavy.json'))).toBeGreaterThan((await rpm('sandling-160')) + 10);
  });
});

test('started as a program it prints, and ends with the code', () => {
  const started = (...words: string[]) =>
    spawnSync(process.execPath, ['--import', 'tsx', 'cli/hanza.ts', ...words], { encoding: 'utf8' });
  expect(started('wind', '--course', '090', '--tas', '100', '--wind', '360/20')).toMatchObject({
    status: 0,
    stdout: expect.stringMatching(/^heading 078° {2}correction 11\.5° left {2}groundspeed 98 kt/)
  });
  expect(started('loop')).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/^hanza: command: "loop"/)
  });
});

describe('an input that does not fit gives exit code 2 and one line that names it', () => {
  beforeAll(() => {
    writeFileSync(at('high.json'), JSON.stringify(planOf({ figures: { descentRate_fpm: 2900 } })));
    writeFileSync(at('odd.json'), JSON.stringify({ ...planOf(), turbulence: 'awful' }));
    writeFileSync(at('torn.json'), '{"drill": ');
    writeFileSync(at('stall.json'), JSON.stringify({ id: 'x' }));
  });
  test.each([
    [['brief'], /^hanza: plan: missing is not accepted; give it with --plan$/],
    [['brief', '--plan', 'nowhere.json'], /plan: "nowhere.json" .* a file that can be read \(ENOENT\)$/],
    [['brief', '--plan', at('torn.json')], /plan: .* a JSON file/],
    [
      ['brief', '--plan', at('odd.json')],
      /turbulence: "awful" is not accepted; one of smooth, light, moderate, severe$/
    ],
    [['brief', '--plan', at('high.json')], /figures\.descentRate_fpm: .* cannot come down so steeply/],
    [
      ['fly', '--plan', at('plan.json'), '--out', at('x.csv'), '--habit', 'pumpsPitch=7'],
      /habit: "pumpsPitch=7" .* NAME=0\.\.1, with one of/
    ],
    [['grade', '--plan', at('plan.json'), '--flight', at('plan.json')], /flight: .* a flight in Parquet/],
    [['trim', '--ias', 'fast', '--vs', '0'], /ias: "fast" is not accepted; a number$/],
    [
      ['trim', '--ias', '90', '--vs', '0', '--aircraft', 'kite'],
      /aircraft: "kite" .* one of sandling-160, tarnvik-200, korvane-750$/
    ],
    [
      ['trim', '--ias', '90', '--vs', '0', '--aircraft', at('stall.json')],
      /name: missing is not accepted; it is required$/
    ],
    [['trim', '--ias', '150', '--vs', '0'], /has not the power/],
    [
      ['schema', 'moon'],
      /schema: "moon" .* one of plan, aircraft, drill, approach, derivatives, dwell, syllabus$/
    ],
    [['loop'], /command: "loop" .* one of plan, brief/],
    [['trim', '--bogus'], /Unknown option '--bogus'/]
  ])('%j', async (words, line) => {
    const answer = await hanza(...words);
    expect(answer.code).toBe(2);
    expect(answer.line).toMatch(line);
    expect(answer.line.split('\n')).toHaveLength(1);
  });
});

test('a syllabus: the one that ships is listed, one of one’s own is held against what there is, place by place', async () => {
  const shipped = await hanza('syllabus', '--json');
  expect((await hanza('syllabus')).out).toMatch(/^Attitude flying +Straight and level: straight-and-level$/m);
  const own = JSON.parse(shipped.out);
  writeFileSync(at('syllabus.json'), shipped.out);
  expect(await hanza('syllabus', at('syllabus.json'))).toMatchObject({ code: 0, line: '' });
  own.stages[1].lessons[0].after = ['patterns'];
  writeFileSync(at('syllabus.json'), JSON.stringify(own));
  expect(await hanza('syllabus', at('syllabus.json'))).toMatchObject({
    code: 2,
    line: expect.stringContaining('“Timed turns” would have to come before itself')
  });
  writeFileSync(at('syllabus.json'), '{');
  expect((await hanza('syllabus', at('syllabus.json'))).line).toContain('a syllabus as JSON');
});
