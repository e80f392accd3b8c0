import { expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { briefingFor, type Briefing } from '$core/drill/briefing';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import type { Corridor, Profile } from '$core/drill/corridor';
import type { Condition, Drill, Goal, Phase } from '$core/drill/drill';
import { lessonOf } from '$core/drill/lesson';
import { instrumentsToWatch } from '$core/drill/primary-instruments';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreaById } from '$core/earth/training-area';
import { approaches } from '$core/procedure/approach/approach-catalogue';
import { planned } from './planned-approach';

const number = (value: number) => String(Math.round(value * 100) / 100).replace('-', '−');
const rounded = (_: string, value: unknown) => (typeof value === 'number' ? Number(value.toPrecision(9)) : value); // prettier-ignore
const profile = ({ along, points, between }: Profile) => `${between} by ${along}: ${points.map(({ at_nm, value }) => `${number(at_nm)} NM ${number(value)}`).join(', ')}`; // prettier-ignore
const target = (of: number | Profile) => (typeof of === 'number' ? number(of) : `[${profile(of)}]`);

function ends(condition: Condition): string {
  switch (condition.is) {
    case 'after':
      return `after ${number(condition.seconds)} s`;
    case 'any':
      return condition.of.map(ends).join(' or ');
    case 'all':
      return `(${condition.of.map(ends).join(' and ')})`;
    default: {
      const { is, channel, value, for_s } = condition;
      const within = condition.is === 'within' ? ` ± ${number(condition.tolerance)}` : '';
      const since = 'since' in condition && condition.since !== undefined ? ` since ${number(condition.since)}` : ''; // prettier-ignore
      return `${channel} ${is} ${number(value)}${within}${since}${for_s > 0 ? ` for ${number(for_s)} s` : ''}`;
    }
  }
}

function verticalOf({ vertical }: Goal): string {
  const rate = 'verticalSpeed_fpm' in vertical && vertical.verticalSpeed_fpm !== null ? ` at ${number(vertical.verticalSpeed_fpm)} ft/min` : ''; // prettier-ignore
  switch (vertical.kind) {
    case 'level':
      return `level ${number(vertical.altitude_ft)} ft`;
    case 'path': {
      const { along_nm: _, ...path } = vertical.path as unknown as Record<string, unknown>;
      return `path to ${number(vertical.to_ft)} ft${rate} ${Object.values(path).map((one) => (typeof one === 'number' ? number(one) : typeof one === 'string' ? one : '…')).join('/')}`; // prettier-ignore
    }
    default:
      return `${vertical.kind} to ${number(vertical.to_ft)} ft${rate}`;
  }
}

function lateralOf({ lateral }: Goal): string {
  switch (lateral.kind) {
    case 'heading':
      return `heading ${number(lateral.heading_deg)}`;
    case 'turn':
      return `turn ${lateral.direction === 1 ? 'right' : 'left'} to ${lateral.to_deg === null ? 'nothing' : number(lateral.to_deg)} by ${lateral.bank_deg === null ? `${number(lateral.rate_degps!)}°/s` : `${number(lateral.bank_deg)}° bank`}`; // prettier-ignore
    case 'course':
      return `course ${number(lateral.course_deg)} ${lateral.way}${lateral.intercept_deg === null ? '' : ` joined at ${number(lateral.intercept_deg)}`}`; // prettier-ignore
    case 'arc':
      return `arc ${number(lateral.radius_nm)} NM ${lateral.direction === 1 ? 'clockwise' : 'counter-clockwise'} to radial ${number(lateral.toRadial_deg)}`; // prettier-ignore
    case 'direct':
      return `direct${lateral.turn ? ` by the ${lateral.turn}` : ''}`;
    case 'hold': {
      const { inboundCourse_deg, turn, leg } = lateral.hold;
      return `hold ${number(inboundCourse_deg)} ${turn}, ${leg.kind === 'time' ? `${leg.seconds} s` : `${leg.nm} NM`}, ${lateral.circuits} times`; // prettier-ignore
    }
    case 'reversal': {
      const { kind, inboundCourse_deg, side, within_nm } = lateral.reversal;
      return `reversal ${kind} for ${number(inboundCourse_deg)} on the ${side} within ${number(within_nm)} NM`;
    }
  }
}

const corridorOf = ({ channel, target: of, above, below }: Corridor) => `${channel} ${target(of)} −${below === null ? '∞' : number(below)} +${above === null ? '∞' : number(above)}`; // prettier-ignore

function phaseLines(phase: Phase): string[] {
  const { goal, reference } = phase;
  const other = [
    goal.flaps_deg ? `flaps ${number(goal.flaps_deg)}` : '',
    goal.gear ? 'gear down' : '',
    goal.floor ? `floor ${target(goal.floor.ft)}${goal.floor.hard ? ' hard' : ''}` : '',
    phase.upset === null ? '' : `upset ${phase.upset}`,
    phase.recovery ? 'recovery' : '',
    phase.looksOut ? 'looks out' : '',
    phase.segment ?? '',
    reference ? `about ${reference.fix} by ${reference.by}` : ''
  ].filter(Boolean);
  return [
    `  ${phase.name} [${phase.pace}${phase.call ? `: “${phase.call}”` : ''}]`,
    `    ${verticalOf(goal)}, ${number(goal.ias_kt)} kt, ${lateralOf(goal)}${other.length > 0 ? `; ${other.join(', ')}` : ''}`,
    `    until ${ends(phase.until)}; ${number(Math.round(phase.expected_s))} s, leaves ${number(Math.round(phase.ends_ft))} ft`,
    ...phase.corridors.map((corridor) => `    | ${corridorOf(corridor)}`),
    ...phase.settling.map(({ channel, when, atLatest_s }) => `    > ${channel} once ${ends(when)}, ${number(atLatest_s)} s at the latest`) // prettier-ignore
  ];
}

const drillLines = ({ id, phases, checks }: Drill) => [
  `# ${id}`,
  ...phases.flatMap(phaseLines),
  ...checks.map(({ kind, phase, ...asked }) => {
    const plain = Object.entries(asked).map(([key, value]) => `${key} ${typeof value === 'number' ? number(value) : key === 'runways' ? value.map(({ name }: { name: string }) => name).join('/') : typeof value === 'object' && value !== null && 'name' in value ? String(value.name) : JSON.stringify(value, rounded)}`); // prettier-ignore
    return `  ? ${kind} in ${phase}${plain.length > 0 ? `: ${plain.join(', ')}` : ''}`;
  })
];

test('every drill that ships, phase by phase: read once by a person, held against what was read', async () => {
  const area = trainingAreaById('vesterlund-bay');
  const read = drillCatalogue.flatMap((file, i) => {
    const aircraft = aircraftById(i % 2 === 0 ? 'sandling-160' : 'tarnvik-200');
    return drillLines(lessonOf({ ...sensiblePlan(aircraft, area, file.id), seed: 311 }).drill);
  });
  await expect(`${read.join('\n')}\n`).toMatchFileSnapshot('drills-as-read.txt');
});

test('every approach as it is flown, phase by phase, in one way or another', async () => {
  const ways: Parameters<typeof planned>[1][] = [
    {},
    { ends: 'landing', technique: 'step-down' },
    { withoutPath: true, configure: 'on the path' },
    { transition: null }
  ];
  const read = approaches.flatMap(({ id }, i) => {
    const plan = planned(id, ways[i % ways.length], {}, i % 3);
    return drillLines(lessonOf(plan).drill);
  });
  await expect(`${read.join('\n')}\n`).toMatchFileSnapshot('approaches-as-read.txt');
});

const parts = (of: object) => Object.entries(of).map(([what, by]) => `${what} ${by}`).join(', '); // prettier-ignore

test('what is briefed of every drill: numbers, turns, climbs, tolerances, what to look at', async () => {
  const area = trainingAreaById('vesterlund-bay');
  const told = new Set<string>();
  /** What holds for many drills is read once. */
  const once = (lines: string[]) => lines.filter((line) => !told.has(line) && told.add(line));
  const read = drillCatalogue.flatMap((file, i) => {
    const aircraft = aircraftById(i % 2 === 0 ? 'tarnvik-200' : 'sandling-160');
    const wind = { windFrom_deg: 250, windSpeed_kt: 18, temperatureOffset_K: 10 };
    const lesson = lessonOf({ ...sensiblePlan(aircraft, area, file.id), ...wind, seed: 311 });
    const { settings, turns, verticals, compass, tolerances, cautions, ...b } = briefingFor(
      lesson
    ) as Briefing;
    return [
      `# ${file.id}, ${aircraft.name}: ${number(b.tas_kt)} kt, ${number(b.groundspeed_kt)} over the ground, drift ${number(b.drift_deg)}, ${number(Math.round(b.expected_s))} s`,
      ...settings.map(({ phase, line }) => `  ${phase.name}: ${number(line.ias_kt)} kt, ${number(Math.round(line.verticalSpeed_fpm / 10) * 10)} ft/min, pitch ${line.pitch_deg.toFixed(1)}`),
      ...turns.map(({ phase, bank_deg, rollOutLead_deg, rules }) => `  ${phase.name}: ${bank_deg.toFixed(1)}° bank, lead ${rollOutLead_deg.toFixed(1)}°${rules.map(({ name, bank_deg: by, error_deg }) => `; ${name} ${by.toFixed(1)} (${error_deg.toFixed(1)})`).join('')}`),
      ...verticals.map((v) => `  ${v.phase.name}: ${number(Math.round(v.verticalSpeed_fpm))} ft/min, lead ${v.levelOffLead_ft === null ? 'none' : number(Math.round(v.levelOffLead_ft))}, ${number(Math.round(v.time_s))} s, ${v.distance_nm.toFixed(1)} NM, ${v.pathAngle_deg.toFixed(1)}°`),
      ...compass.map(({ words }) => `  ${words}`),
      ...once([...tolerances, ...cautions].map((line) => `  ${line}`)),
      ...once(lesson.drill.phases.flatMap((phase, k) => [2, 30].flatMap((inPhase_s) => { const { condition, ...watched } = instrumentsToWatch(phase, lesson.drill.phases[k - 1] ?? null, inPhase_s); return [`  ${condition}`, ...Object.entries(watched).map(([how, by]) => `    ${how}: ${parts(by)}`)]; })))
    ]; // prettier-ignore
  });
  await expect(`${read.join('\n')}\n`).toMatchFileSnapshot('drill-briefs-as-read.txt');
});
