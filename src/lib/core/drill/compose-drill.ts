import { STANDARD_RATE_DEGPS } from '../air/level-turn';
import { bankOf, tasOf, turnRateOf } from './goal-in-air';
import { asCourse, normaliseBearing, turnFromTo } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { placeAt, wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import type { TrainingArea } from '../earth/training-area';
import { navigationChecks, navigationEnd, navigationGoalOf } from './compose-navigation';
import { corridorsOf, settlingOf } from './corridors-of-goal';
import {
  isNavigation,
  type Check,
  type Condition,
  courseOf,
  type Drill,
  type Goal,
  type Phase
} from './drill';
import type { ConditionFile, DrillFile, PhaseFile, Quantity, ReadQuantity } from './drill-file';
import type { LessonNavigation } from './lesson-navigation';
import { panelTurn, type Reference } from './reference';
import { figureAsked, type LessonPlan } from './lesson-plan';
import { windAboutNorth } from './plan-wind';
import type { ToleranceProfile } from './tolerance-profile';

/** How long a phase lasts that says neither how long nor what is to be reached. */
const PLAIN_PHASE_S = 60;
/** How long it takes to begin a climb, s. */
const BEGUN_S = 6;
/** Climbs at full power are taken to need no longer than this rate would, ft/min. */
const SLOW_CLIMB_FPM = 350;
/** Airplanes change their speed in level flight by about a knot a second. */
const SECONDS_PER_KNOT = 1.2;
/** Before the altitude the level-off may begin: what ends a climb or descent, ft, or this share of its rate. */
const LEVELLING_FT = 100;
const LEVELLING_SHARE = 0.15;

export function figuresOf(
  file: DrillFile,
  plan: LessonPlan,
  aircraft: AircraftFile,
  area: TrainingArea,
  navigation: LessonNavigation | null = null
): ReadQuantity {
  const line = (id: string) => aircraft.card.find((l) => l.id === id);
  const { speeds } = aircraft;
  const known = new Map<string, number>([
    ['startAltitude_ft', plan.startAltitude_ft],
    ['startSpeed_kt', plan.startSpeed_kt],
    ['heading_deg', plan.heading_deg],
    ['cruise_kt', line('cruise')?.ias_kt ?? speeds.maximumCruise_kt],
    ['approach_kt', line('approach-descent')?.ias_kt ?? Math.round(1.6 * speeds.stallClean_kt)],
    ['approachRate_fpm', Math.abs(line('approach-descent')?.verticalSpeed_fpm ?? 500)],
    ['approachFlaps_deg', line('approach-descent')?.flaps_deg ?? 0],
    ['bestClimb_kt', speeds.bestClimb_kt],
    ['manoeuvring_kt', Math.round((1.75 * speeds.stallClean_kt) / 5) * 5],
    ['ground_ft', area.groundElevation_ft],
    ['fixRadial_deg', navigation?.origin.radial_deg ?? 0],
    ['fixDistance_nm', navigation?.origin.distance_nm ?? 0]
  ]);
  for (const [id, { radial_deg, distance_nm }] of navigation?.others ?? []) {
    known.set(`${id}.fixRadial_deg`, radial_deg);
    known.set(`${id}.fixDistance_nm`, distance_nm);
  }
  const read: ReadQuantity = (quantity, field) => {
    if (typeof quantity === 'number') return quantity;
    const value = known.get(quantity.figure);
    if (value === undefined)
      throw new Rejection(`${field}.figure`, quantity.figure, `one of ${[...known.keys()].join(', ')}`);
    return (quantity.times ?? 1) * value + (quantity.plus ?? 0);
  };
  file.figures.forEach((figure, index) => {
    const asked = figureAsked(plan, figure.id);
    const usual = () => read(figure.usual, `figures.${index}.usual`);
    known.set(
      figure.id,
      asked ?? (figure.unit === '°' && figure.maximum === 360 ? asCourse(usual()) : usual())
    );
  });
  return read;
}

/** Where a drill begins: its heading, and, about the lesson's fix, radial and distance. */
export function startOf(file: DrillFile, plan: LessonPlan, read: ReadQuantity) {
  if (!file.navigation) return { heading_deg: plan.heading_deg, radial_deg: 0, distance_nm: 0 };
  const { start } = file.navigation;
  return {
    heading_deg: asCourse(read(start.heading_deg, 'navigation.start.heading_deg')),
    radial_deg: read(start.radial_deg, 'navigation.start.radial_deg'),
    distance_nm: read(start.distance_nm, 'navigation.start.distance_nm')
  };
}

/**
 * A drill for one lesson: figures put in, every phase's goal complete, corridors laid, ends and checks worked out.
 * @throws Rejection naming the place in the drill where something does not fit
 */
export function composeDrill(
  file: DrillFile,
  plan: LessonPlan,
  aircraft: AircraftFile,
  area: TrainingArea,
  tolerance: ToleranceProfile,
  navigation: LessonNavigation | null = null
): Drill {
  const read = figuresOf(file, plan, aircraft, area, navigation);
  const start = startOf(file, plan, read);
  let goal: Goal = {
    vertical: { kind: 'level', altitude_ft: plan.startAltitude_ft },
    ias_kt: plan.startSpeed_kt,
    lateral: { kind: 'heading', heading_deg: start.heading_deg },
    flaps_deg: 0,
    gear: 0
  };
  let before: Phase | null = null;
  let reference = navigation?.origin ?? null;
  /** Where the airplane comes to, as far as it is known. */
  let place =
    reference && placeAt(reference.place, start.radial_deg + reference.north_deg, start.distance_nm);
  let heading_deg = start.heading_deg;
  let altitude_ft = plan.startAltitude_ft;
  let held = corridorsOf(goal, tolerance, undefined, { bank_deg: 0, attitudeCovered: false });
  const attitudeCovered = file.covers.includes('attitude') || plan.covered.includes('attitude');
  const checks: Check[] = [];
  const phases = file.phases.map((written, index) => {
    const at = `phases.${index}`;
    const from = goal;
    reference = referenceNamed(written.about, reference, navigation, at);
    goal = goalOf(written, from, heading_deg, read, at, reference);
    const number = (quantity: Quantity | undefined, field: string) =>
      quantity === undefined ? null : read(quantity, `${at}.${field}`);
    const lasts = number(written.for_s, 'for_s');
    const navigated =
      isNavigation(goal.lateral) && reference && place
        ? navigationEnd(
            goal.lateral,
            tasOf(goal, plan),
            radialFrom(reference, place),
            -panelTurn(reference, area),
            windAboutNorth(plan, panelTurn(reference, area))
          )
        : null;
    // A climb that goes on in the next phase is only begun in this one.
    const begun =
      goal.vertical.kind !== 'level' &&
      lasts === null &&
      file.phases[index + 1]?.to_ft !== undefined &&
      file.phases[index + 1]!.rate_fpm === undefined &&
      read(file.phases[index + 1]!.to_ft!, `phases.${index + 1}.to_ft`) === goal.vertical.to_ft;
    const expected_s = begun
      ? BEGUN_S
      : (lasts ??
        navigated?.expected_s ??
        expectedTime(from, goal, { heading_deg, altitude_ft }, plan, written));
    const corridors =
      written.recovery || written.upset !== undefined
        ? []
        : corridorsOf(goal, tolerance, written.judge, { bank_deg: bankOf(goal, plan), attitudeCovered });
    const phase: Phase = {
      id: written.id,
      name: written.name,
      call: written.call === undefined ? null : worded(written.call, goal, reference),
      goal,
      reference,
      pace: written.pace ?? 'called',
      corridors,
      settling: settlingOf(corridors, held, Math.abs(goal.ias_kt - from.ias_kt)),
      until: written.until
        ? conditionOf(written.until, read, `${at}.until`)
        : lasts !== null
          ? { is: 'after', seconds: lasts }
          : (navigated?.until ?? reached(from, goal, expected_s, written)),
      expected_s,
      ends_ft: begun
        ? altitude_ft
        : goal.vertical.kind === 'level'
          ? goal.vertical.altitude_ft
          : goal.vertical.to_ft,
      upset: number(written.upset, 'upset'),
      recovery: written.recovery ?? false
    };
    if (!(phase.expected_s > 0) || phase.expected_s > 3600)
      throw new Rejection(`${at}.for_s`, phase.expected_s, 'more than nothing and no more than an hour');
    if (file.phases.findIndex((other) => other.id === written.id) !== index)
      throw new Rejection(`${at}.id`, written.id, 'an id no other phase has');
    checks.push(...transitionChecks(before, phase), ...navigationChecks(phase));
    if (phase.recovery) checks.push({ kind: 'recovery', phase: phase.id });
    before = phase;
    // A course is joined anew in every phase: what was off another course says nothing of it.
    held = corridors.filter((corridor) => corridor.channel !== 'offCourse');
    altitude_ft = phase.ends_ft;
    heading_deg = headingAfter(phase, heading_deg, plan);
    place = placeAfter(phase, place);
    return phase;
  });
  file.checks.forEach((check, index) => {
    const at = `checks.${index}`;
    if (!phases.some((phase) => phase.id === check.phase))
      throw new Rejection(`${at}.phase`, check.phase, `one of ${phases.map((p) => p.id).join(', ')}`);
    checks.push(
      check.kind === 'speed-first'
        ? { ...check, speed_kt: read(check.speed_kt, `${at}.speed_kt`) }
        : check.kind === 'decision'
          ? { ...check, altitude_ft: read(check.altitude_ft, `${at}.altitude_ft`) }
          : check
    );
  });
  const { id, name, purpose, usualFaults } = file;
  return { id, name, purpose, usualFaults, phases, checks };
}

function goalOf(
  written: PhaseFile,
  from: Goal,
  headingBefore: number,
  read: ReadQuantity,
  at: string,
  reference: Reference | null
): Goal {
  const number = (quantity: Quantity, field: string) => read(quantity, `${at}.${field}`);
  const ias_kt = written.speed_kt === undefined ? from.ias_kt : number(written.speed_kt, 'speed_kt');
  const levelBefore = from.vertical.kind === 'level' ? from.vertical.altitude_ft : from.vertical.to_ft;
  let vertical: Goal['vertical'] = { kind: 'level', altitude_ft: levelBefore };
  if (written.altitude_ft !== undefined) {
    vertical = { kind: 'level', altitude_ft: number(written.altitude_ft, 'altitude_ft') };
  } else if (written.to_ft !== undefined) {
    const to_ft = number(written.to_ft, 'to_ft');
    const way = Math.sign(to_ft - levelBefore) || -1;
    const rate = written.rate_fpm === undefined ? null : Math.abs(number(written.rate_fpm, 'rate_fpm'));
    if (rate === 0) throw new Rejection(`${at}.rate_fpm`, 0, 'a rate above zero');
    // The second half of one climb or descent goes on as the first.
    const goesOn = from.vertical.kind !== 'level' && from.vertical.to_ft === to_ft && rate === null;
    vertical = goesOn
      ? from.vertical
      : rate !== null && written.nose_holds !== 'speed'
        ? { kind: 'rate', to_ft, verticalSpeed_fpm: way * rate }
        : { kind: 'speed', to_ft, verticalSpeed_fpm: rate === null ? (way > 0 ? null : -500) : way * rate };
  }
  let lateral: Goal['lateral'] = { kind: 'heading', heading_deg: headingBefore };
  const navigated = navigationGoalOf(written, reference, read, at);
  if (navigated) lateral = navigated;
  else if (written.turn) {
    const { turn } = written;
    const direction = turn.direction === 'right' ? 1 : -1;
    const to =
      turn.to_deg !== undefined
        ? number(turn.to_deg, 'turn.to_deg')
        : turn.by_deg !== undefined
          ? headingBefore + direction * number(turn.by_deg, 'turn.by_deg')
          : null;
    lateral = {
      kind: 'turn',
      direction,
      to_deg: to === null ? null : asCourse(to),
      bank_deg: turn.bank_deg === undefined ? null : number(turn.bank_deg, 'turn.bank_deg'),
      rate_degps:
        turn.bank_deg !== undefined
          ? null
          : turn.rate === 'half'
            ? STANDARD_RATE_DEGPS / 2
            : STANDARD_RATE_DEGPS
    };
  } else if (written.heading_deg !== undefined) {
    lateral = { kind: 'heading', heading_deg: asCourse(number(written.heading_deg, 'heading_deg')) };
  }
  return {
    vertical,
    ias_kt,
    lateral,
    flaps_deg: written.flaps_deg === undefined ? from.flaps_deg : number(written.flaps_deg, 'flaps_deg'),
    gear: written.gear === undefined ? from.gear : written.gear === 'down' ? 1 : 0
  };
}

/** The fix a phase names; without a name that of the phase before. */
function referenceNamed(
  about: string | undefined,
  before: Reference | null,
  navigation: LessonNavigation | null,
  at: string
): Reference | null {
  if (about === undefined) return before;
  const named = about === 'main' ? navigation?.origin : navigation?.others.get(about);
  if (!named)
    throw new Rejection(
      `${at}.about`,
      about,
      navigation
        ? `one of ${['main', ...navigation.others.keys()].join(', ')}`
        : 'nothing: the drill has no fix'
    );
  return named;
}

/** Radial a place lies on, by the fix's own north. */
function radialFrom({ place, north_deg }: Reference, from: Place): number {
  return normaliseBearing(wayBetween(place, from).azimuth_deg - north_deg);
}

/** Where a phase by radio leaves the airplane: over its fix, or at the end of its arc; otherwise it is not known better than before. */
function placeAfter({ goal, reference }: Phase, before: Place | null): Place | null {
  const { lateral } = goal;
  if (!reference || !isNavigation(lateral)) return before;
  switch (lateral.kind) {
    case 'arc':
      return placeAt(reference.place, lateral.toRadial_deg + reference.north_deg, lateral.radius_nm);
    case 'course':
      return lateral.way === 'to' && lateral.intercept_deg === null ? reference.place : before;
    case 'hold':
    case 'reversal':
      return reference.place;
  }
}

/** Heading a phase leaves the airplane on; a timed turn ends where its rate and time bring it. */
function headingAfter({ goal, expected_s }: Phase, start_deg: number, plan: LessonPlan): number {
  if (goal.lateral.kind === 'heading') return goal.lateral.heading_deg;
  if (goal.lateral.kind === 'course') return asCourse(goal.lateral.course_deg);
  if (goal.lateral.kind !== 'turn') return start_deg;
  const { direction, to_deg } = goal.lateral;
  return to_deg ?? asCourse(start_deg + direction * turnRateOf(goal, plan) * expected_s);
}

function expectedTime(
  from: Goal,
  goal: Goal,
  start: { heading_deg: number; altitude_ft: number },
  plan: LessonPlan,
  written: PhaseFile
): number {
  let longest = 0;
  if (goal.vertical.kind !== 'level') {
    const rate = Math.abs(goal.vertical.verticalSpeed_fpm ?? 2 * SLOW_CLIMB_FPM);
    longest = (Math.abs(goal.vertical.to_ft - start.altitude_ft) / rate) * 60;
  }
  if (goal.lateral.kind === 'turn' && goal.lateral.to_deg !== null) {
    const round =
      typeof written.turn?.by_deg === 'number'
        ? Math.abs(written.turn.by_deg)
        : normaliseBearing(goal.lateral.direction * turnFromTo(start.heading_deg, goal.lateral.to_deg)) ||
          360;
    longest = Math.max(longest, round / turnRateOf(goal, plan));
  }
  if (goal.ias_kt !== from.ias_kt) {
    longest = Math.max(longest, SECONDS_PER_KNOT * Math.abs(goal.ias_kt - from.ias_kt) + 8);
  }
  return longest > 0 ? longest : PLAIN_PHASE_S;
}

/** What ends a phase that says only what is to be reached; never later than well beyond the time it should take. */
function reached(from: Goal, goal: Goal, expected_s: number, written: PhaseFile): Condition {
  const limit: Condition = { is: 'after', seconds: 2 * expected_s + 40 };
  const parts: Condition[] = [];
  const { vertical, lateral } = goal;
  if (written.recovery) {
    parts.push(
      { is: 'within', channel: 'bank_deg', value: 0, tolerance: 10, for_s: 3 },
      { is: 'within', channel: 'climbRate_fpm', value: 0, tolerance: 500, for_s: 3 }
    );
  } else if (vertical.kind !== 'level') {
    const up = (vertical.verticalSpeed_fpm ?? 1) > 0;
    const lead = Math.max(LEVELLING_FT, LEVELLING_SHARE * Math.abs(vertical.verticalSpeed_fpm ?? 0));
    const beyond = (short: number, for_s: number): Condition => ({
      is: up ? 'above' : 'below',
      channel: 'altitude_ft',
      value: vertical.to_ft + (up ? -short : short),
      for_s
    });
    parts.push({
      is: 'any',
      of: [
        beyond(lead, 0),
        {
          is: 'all',
          of: [
            beyond(lead + 150, 5),
            { is: 'within', channel: 'verticalSpeed_fpm', value: 0, tolerance: 150, for_s: 5 }
          ]
        }
      ]
    });
  }
  if (lateral.kind === 'turn' && lateral.to_deg !== null) {
    parts.push({ is: 'after', seconds: 0.4 * expected_s });
    parts.push({ is: 'within', channel: 'heading_deg', value: lateral.to_deg, tolerance: 25, for_s: 0.5 });
    parts.push({ is: 'within', channel: 'bank_deg', value: 0, tolerance: 5, for_s: 1.5 });
  }
  if (parts.length === 0 && goal.ias_kt !== from.ias_kt) {
    parts.push({ is: 'within', channel: 'ias_kt', value: goal.ias_kt, tolerance: 4, for_s: 4 });
  }
  if (parts.length === 0) return { is: 'after', seconds: expected_s };
  return { is: 'any', of: [parts.length === 1 ? parts[0]! : { is: 'all', of: parts }, limit] };
}

/** Level-offs and roll-outs follow from which phase comes after which. */
function transitionChecks(before: Phase | null, phase: Phase): Check[] {
  if (!before) return [];
  const checks: Check[] = [];
  const { vertical, lateral } = before.goal;
  if (vertical.kind !== 'level' && phase.goal.vertical.kind === 'level') {
    if (phase.goal.vertical.altitude_ft === vertical.to_ft)
      checks.push({ kind: 'level-off', phase: before.id, altitude_ft: vertical.to_ft });
  }
  // A turn that lasts as long as a climb comes out wherever it does.
  const known = lateral.kind === 'turn' && (lateral.to_deg !== null || before.until.is === 'after');
  if (known && phase.goal.lateral.kind === 'heading')
    checks.push({ kind: 'roll-out', phase: before.id, heading_deg: phase.goal.lateral.heading_deg });
  return checks;
}

function conditionOf(file: ConditionFile, read: ReadQuantity, at: string): Condition {
  switch (file.is) {
    case 'any':
    case 'all':
      return { is: file.is, of: file.of.map((part, i) => conditionOf(part, read, `${at}.of.${i}`)) };
    case 'after':
      return { is: 'after', seconds: read(file.seconds, `${at}.seconds`) };
    case 'within':
      return { ...file, value: read(file.value, `${at}.value`) };
    default: {
      const { since, ...rest } = file;
      const condition = { ...rest, value: read(file.value, `${at}.value`) };
      return since === undefined ? condition : { ...condition, since: read(since, `${at}.since`) };
    }
  }
}

function worded(call: string, goal: Goal, reference: Reference | null): string {
  const { vertical, lateral } = goal;
  const altitude = vertical.kind === 'level' ? vertical.altitude_ft : vertical.to_ft;
  const heading =
    lateral.kind === 'heading' ? lateral.heading_deg : lateral.kind === 'turn' ? lateral.to_deg : null;
  const course = courseOf(lateral);
  const rate = vertical.kind === 'level' ? 0 : (vertical.verticalSpeed_fpm ?? 0);
  const digits = (value: number) => String(Math.round(value)).padStart(3, '0');
  return call
    .replaceAll('{heading}', heading === null ? '' : digits(heading))
    .replaceAll('{course}', course === null ? '' : digits(course))
    .replaceAll('{fix}', reference?.fix ?? '')
    .replaceAll('{turn}', reference?.turn ?? '')
    .replaceAll('{altitude}', String(Math.round(altitude)))
    .replaceAll('{speed}', String(Math.round(goal.ias_kt)))
    .replaceAll('{rate}', String(Math.abs(Math.round(rate))));
}
