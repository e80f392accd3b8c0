import { aircraftById } from '../src/lib/core/aircraft/catalogue';
import { figure } from '../src/lib/core/measure/figure';
import { Rejection } from '../src/lib/core/measure/rejection';
import type { Approach } from '../src/lib/core/procedure/approach/approach';
import { approachCard, plainDay, type ApproachDay } from '../src/lib/core/procedure/approach/approach-card';
import { approachById, approaches } from '../src/lib/core/procedure/approach/approach-catalogue';
import { approachProblems } from '../src/lib/core/procedure/approach/approach-check';
import { finalProfile, floorsOf } from '../src/lib/core/procedure/approach/approach-profile';
import { briefItems } from '../src/lib/core/procedure/approach/card-words';
import { worldById } from '../src/lib/core/radio/world-catalogue';
import type { World } from '../src/lib/core/radio/world';
import { approachFrom, mustFit } from '../src/lib/core/format/approach-file';
import { worldFrom } from '../src/lib/core/format/world-file';
import { between, bytesOf, options, positionals, print, readFileOf, show, type Commands } from './options';
import { wind } from './wind-option';

function asked(): { approach: Approach; world: World } {
  const name = positionals[2];
  if (!name)
    throw new Rejection('approach', name, `a file, or one of ${approaches.map(({ id }) => id).join(', ')}`);
  const approach = name.endsWith('.json')
    ? approachFrom(bytesOf('approach', name).toString('utf8'))
    : approachById(name);
  return {
    approach,
    world: options.world ? worldFrom(readFileOf('world').toString('utf8')) : worldById(approach.world)
  };
}

const oneOfThese = <T extends string>(
  option: 'altimeter' | 'lights' | 'technique',
  values: readonly T[]
): T | undefined => {
  const value = options[option];
  if (value === undefined) return undefined;
  if (!values.includes(value as T)) throw new Rejection(option, value, `one of ${values.join(', ')}`);
  return value as T;
};

function day(approach: Approach): ApproachDay {
  const plain = plainDay(approach, aircraftById(options.aircraft));
  const { transition, line } = options;
  if (line !== undefined && !approach.minimums.some((m) => m.line === line))
    throw new Rejection(
      'line',
      line,
      `one of ${[...new Set(approach.minimums.map((m) => m.line))].join(', ')}`
    );
  return {
    ...plain,
    ...(options.ias === undefined ? {} : { speed_kt: between('ias', 40, 250) }),
    ...(options.wind === undefined ? {} : { wind: wind() }),
    ...(options.temperature === undefined ? {} : { temperature_C: between('temperature', -60, 50) }),
    ...(transition === undefined ? {} : { transition: transition === 'vectors' ? null : transition }),
    line: line ?? null,
    altimeter: oneOfThese('altimeter', ['local', 'remote']) ?? plain.altimeter,
    approachLights: oneOfThese('lights', ['on', 'out']) ?? plain.approachLights,
    technique: oneOfThese('technique', ['step-down', 'continuous']) ?? plain.technique
  };
}

const acts: Record<string, () => void> = {
  list() {
    if (options.json) return show(approaches);
    for (const { id, airport, name } of approaches) print(`${id.padEnd(24)} ${airport} ${name}`);
  },
  check() {
    const { approach, world } = asked();
    const problems = approachProblems(world, approach);
    if (options.json) show(problems);
    else if (problems.length === 0) print(`${approach.airport} ${approach.name}: nothing to object to`);
    else for (const { severity, field, message } of problems) print(`${severity}  ${field}: ${message}`);
    mustFit(world, approach);
  },
  card() {
    const { approach, world } = asked();
    const today = day(approach);
    const card = approachCard(world, approach, today);
    if (options.json) return show(card);
    print(`${approach.airport} ${approach.name}  (${approach.edition})`);
    for (const { title, lines } of briefItems(approach, card, today)) {
      print('');
      print(title);
      lines.forEach((words) => print(`  ${words}`));
    }
    for (const cold of card.cold)
      print(
        `  cold: ${cold.name} ${figure(cold.published_ft)} ft, fly ${figure(cold.corrected_ft)} ft (+${figure(cold.correction_ft)}, rule +${figure(cold.rule_ft)})`
      );
  },
  profile() {
    const { approach, world } = asked();
    const profile = finalProfile(world, approach);
    const minimum = approachCard(world, approach, day(approach)).minimum;
    const floors = floorsOf(profile, minimum?.altitude_ft ?? approach.touchdownElevation_ft);
    if (options.json) return show({ ...profile, floors });
    for (const floor of floors)
      print(
        `${figure(floor.from_nm, 1).padStart(6)} to ${figure(floor.to_nm, 1).padStart(5)} NM  not below ${figure(floor.altitude_ft)} ft`
      );
  }
};

/** Approaches without a screen. */
export const procedureCommands: Commands = {
  /** The card by itself. */
  card() {
    positionals.unshift('procedure');
    acts['card']!();
  },
  procedure() {
    const act = acts[positionals[1] ?? ''];
    if (!act) throw new Rejection('procedure', positionals[1], `one of ${Object.keys(acts).join(', ')}`);
    act();
  }
};
