import type { Happening } from '../flight/flight-event';
import { normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { seededNoise } from '../measure/seeded-noise';
import type { Readings } from '../instrument/readings';
import type { ScanArea } from '../instrument/scan-area';
import type { NavigationShown } from '../radio/navigation-shown';
import { nextPhase } from '../drill/drill';
import { turnRateOf } from '../drill/goal-in-air';
import type { Lesson } from '../drill/lesson';
import type { PhaseSetting } from '../drill/settings';
import { believedHeading } from './believed-heading';
import { pilotEyes } from './eyes';
import { Flying, REACTION_S, USUAL_LOOK_S } from './flying';
import { lateralLaw } from './lateral-law';
import { verticalLaw } from './vertical-law';
import { navigatorFor } from './navigator';
import { radioHands } from './radio-hands';
import type { Habits } from './habits';
import { seePath } from './path-sense';
import type { Pilot, PilotHands } from './pilot';
import { recoverFrom } from './recovery';
import type { WayRound } from './run-procedure';
import { scanBend, scanDemand, type ScanMoment } from './scan-demand';
import { sightOf } from './sight';
import { talking } from './talking';

/** Who looks out at the minimum goes so far below it; who is timid waits so long with the power, the nose hardly up. */
const LOOKING_FT = 150;
const TIMID_S = 8;
const TIMID_PITCH_DEG = 4;
/** Seconds on the level before a drill at the pilot's own pace is begun. */
const LEVEL_FOR_S = 12;

/**
 * A pilot for any attitude drill who sets the known attitude and power, waits, and corrects by small amounts with a pause
 * between: on a level the nose holds the altitude and power the speed; on a rate the nose holds the rate and power the
 * speed; on a speed climb the nose holds the speed. Habits bend exactly that.
 * @param told hears when a habit acts: the truth findings are measured against
 * @param wayRound how far round a hold or reversal it is that the phase to be flown goes on with
 */
export function attitudePilot(
  lesson: Lesson,
  settings: readonly PhaseSetting[],
  habits: Habits,
  seed: number,
  told: (habit: keyof Habits, time_s: number) => void = () => {},
  note: (what: Happening) => void = () => {},
  wayRound?: WayRound
): Pilot {
  const { plan, drill } = lesson;
  const noise = seededNoise(seed);
  const navigator = navigatorFor(lesson, habits, told, note);
  const radios = radioHands(lesson, habits, told);
  const flying = new Flying(lesson, settings, habits, told);
  const { fresh } = flying;
  const heading = believedHeading(flying);
  let navigationShown: NavigationShown | null = null;
  const eyes = pilotEyes(!lesson.covered.includes('attitude'), seededNoise(seed + 5003));
  const startWait_s = LEVEL_FOR_S + 4 * noise.uniform();
  const vertically = verticalLaw(flying, 11 + 5 * noise.uniform());
  const huntPeriod_s = 4.5 + 1.5 * noise.uniform();
  const briefing = talking(flying, note);
  const laterally = lateralLaw(flying, noise.uniform() < 0.5 ? -1 : 1);

  let noseHigh = false;
  /** Since when the missed approach is flown, and the power it was begun from. */
  let missed: { since_s: number; throttle: number } | null = null;
  const pending: { at_s: number; hands: PilotHands }[] = [];
  const first = settings[0]!.line;
  let hands: PilotHands = {
    pitch_deg: first.pitch_deg,
    bank_deg: 0,
    throttle: first.throttle,
    propeller: first.propeller,
    trim: first.trim,
    flapsTarget_deg: 0,
    gearTarget: first.gear,
    // Until the first look has come to the hands they leave everything as it is.
    handsOff: true
  };

  function enter(next: number, time_s: number): void {
    const { goal } = drill.phases[next]!;
    const sameVertical = JSON.stringify(goal.vertical) === JSON.stringify(flying.phase().goal.vertical);
    const { sight } = flying;
    if (drill.phases[next]!.segment === 'missed')
      missed ??= { since_s: time_s, throttle: settings[flying.step]!.line.throttle };
    flying.step = next;
    flying.since_s = time_s;
    vertically.begin(sameVertical);
    laterally.begin();
    noseHigh = (sight?.known.pitch_deg ?? 0) > 0;
    if (sight) navigator?.enter(next, time_s, sight.known, wayRound);
  }

  function look(time_s: number, area: ScanArea, shown: Readings, phaseIndex: number): void {
    const sight = flying.sight!;
    const worth = Math.min(2.5, sight.take(area, time_s, shown) / USUAL_LOOK_S);
    fresh.altitude = area === 'altimeter' ? worth : 0;
    fresh.speed = area === 'airspeed' ? worth : 0;
    fresh.rate = area === 'vertical-speed' ? worth : 0;
    fresh.turn = area === 'turn' ? worth : 0;
    const r = sight.now(time_s);
    if (area === 'turn') heading.seeTurn(time_s, r);
    if (area === 'compass') heading.seeCompass(r);
    if (area === 'navigation' && navigationShown) {
      navigator?.see(navigationShown, r);
      if (navigator) seePath(flying, navigationShown, r, navigator.toFix_nm());
    }
    if (phaseIndex > flying.step && climbsThrough(r)) told('levelsOffLate', time_s);
    else if (phaseIndex > flying.step && looksOut(r)) told('continuesBelow', time_s);
    else if (phaseIndex > flying.step) enter(phaseIndex, time_s);
    else if (flying.step <= phaseIndex + 1 && goesOn(time_s, r)) enter(flying.step + 1, time_s);
    pending.push({ at_s: time_s + REACTION_S, hands: decide(time_s, r) });
  }

  /** Late to level off: the altitude has to be passed before anything is done about it. */
  function climbsThrough(r: Readings): boolean {
    const { vertical } = flying.phase().goal;
    const next = drill.phases[flying.step + 1]?.goal.vertical.kind;
    if (habits.levelsOffLate === 0 || vertical.kind === 'level' || next !== 'level') return false;
    const way = Math.sign(settings[flying.step]!.line.verticalSpeed_fpm) || 1;
    return (r.altitude_ft - vertical.to_ft) * way < 70 * habits.levelsOffLate;
  }

  /** Still looking for the runway below the minimum. */
  function looksOut(r: Readings): boolean {
    const { vertical } = flying.phase().goal;
    return (
      habits.continuesBelow > 0 &&
      vertical.kind === 'path' &&
      r.altitude_ft > vertical.to_ft - LOOKING_FT * habits.continuesBelow
    );
  }

  /** Whether the pilot begins the next phase without being called. */
  function goesOn(time_s: number, r: Readings): boolean {
    const { pace, goal } = flying.phase();
    const next = nextPhase(drill, flying.step);
    if (pace !== 'own' || !next) return false;
    const in_s = time_s - flying.since_s;
    const { vertical } = goal;
    if (vertical.kind !== 'level') {
      if (next.goal.vertical.kind === 'level') return false;
      const looking = vertical.kind === 'path' ? LOOKING_FT * habits.continuesBelow : 0;
      const lead = Math.abs(r.verticalSpeed_fpm) * 0.02 + 8 - looking;
      return vertical.verticalSpeed_fpm !== null && vertical.verticalSpeed_fpm < 0
        ? r.altitude_ft <= vertical.to_ft + lead
        : false;
    }
    const before = drill.phases[flying.step - 1]?.goal.ias_kt ?? plan.startSpeed_kt;
    if (goal.ias_kt >= before) return in_s > startWait_s;
    const patience = habits.startsDownBeforeSlowing;
    const slow = r.ias_kt + 2 * flying.trend_ktps() <= goal.ias_kt + 2;
    const tooSoon = !slow && patience > 0 && in_s > 12 * (1 - patience) + 1;
    if (tooSoon) told('startsDownBeforeSlowing', time_s);
    return slow || tooSoon;
  }

  function decide(time_s: number, r: Readings): PilotHands {
    const phase = flying.phase();
    const in_s = time_s - flying.since_s;
    const line = settings[flying.step]!.line;
    if (phase.upset !== null) return { ...hands, handsOff: true };
    if (phase.recovery) {
      const cruise = settings[0]!.line;
      if (habits.slowToReact > 0) told('slowToReact', time_s);
      if (habits.wrongOrder > 0) told('wrongOrder', time_s);
      const recovering = recoverFrom(r, in_s, cruise, habits, noseHigh);
      if (recovering) return { ...hands, ...recovering, trim: cruise.trim, handsOff: false };
      return { ...hands, handsOff: true };
    }
    const { vertical } = phase.goal;
    const heading_deg = heading.at(time_s, r, laterally.rollingOut());
    const order = navigator?.steer(time_s, { ...r, heading_deg }) ?? null;
    let bank_deg = laterally.bank_deg(time_s, r, heading_deg, order);
    if (
      habits.turnsBeforeClimb > 0 &&
      phase.segment === 'missed' &&
      phase.goal.lateral.kind === 'heading' &&
      r.verticalSpeed_fpm > 200
    ) {
      told('turnsBeforeClimb', time_s);
      bank_deg = 20 * habits.turnsBeforeClimb;
    }
    if (habits.turnsFromRunway > 0 && phase.segment === 'missed' && phase.goal.lateral.kind === 'turn') {
      told('turnsFromRunway', time_s);
      bank_deg *= -habits.turnsFromRunway;
    }
    let flaps =
      r.ias_kt < line.ias_kt + 6 || phase.goal.flaps_deg <= r.flaps_deg ? line.flaps_deg : r.flaps_deg;
    let gear = line.gear;
    if (
      habits.configuresLate > 0 &&
      ((in_s < 26 * habits.configuresLate && vertical.kind === 'rate') || vertical.kind === 'path')
    ) {
      told('configuresLate', time_s);
      // On a path they are never thought of at all.
      flaps = vertical.kind === 'path' ? 0 : settings[Math.max(0, flying.step - 2)]!.line.flaps_deg;
      gear = settings[Math.max(0, flying.step - 2)]!.line.gear;
    }
    if (habits.configuresLate > 0 && vertical.kind === 'level' && phase.goal.flaps_deg > 0) {
      flaps = 0;
    }
    if (habits.takesFlapsFast > 0 && phase.segment === 'inbound') {
      const soon = settings[flying.step + 1]?.line.flaps_deg ?? flaps;
      if (soon > flaps) told('takesFlapsFast', time_s);
      flaps = Math.max(flaps, soon);
    }
    const { throttle, pitch_deg: held_deg } = vertically.act(time_s, r, line);
    const pitch_deg = held_deg - briefing.sinks_deg(time_s);
    if (vertical.kind === 'speed' && vertical.verticalSpeed_fpm === null && r.verticalSpeed_fpm < 200) {
      // Cleaning up waits for the climb.
      flaps =
        r.flaps_deg > 1 ? Math.max(flaps, settings[Math.max(0, flying.step - 1)]!.line.flaps_deg) : flaps;
      gear = Math.max(gear, settings[Math.max(0, flying.step - 1)]!.line.gear);
    }
    if (
      missed !== null &&
      vertical.kind === 'speed' &&
      habits.timidGoAround > 0 &&
      time_s - missed.since_s < TIMID_S * habits.timidGoAround
    ) {
      told('timidGoAround', time_s);
      return {
        ...hands,
        pitch_deg: clamp(pitch_deg, -15, TIMID_PITCH_DEG),
        throttle: missed.throttle + 0.1,
        handsOff: false
      };
    }
    if (habits.huntsPower > 0) told('huntsPower', time_s);
    if (habits.fliesOutOfTrim > 0) told('fliesOutOfTrim', time_s);
    const hunting = habits.huntsPower * 0.14 * Math.sign(Math.sin((2 * Math.PI * time_s) / huntPeriod_s));
    return {
      pitch_deg: clamp(pitch_deg, -15, 18),
      bank_deg,
      throttle: clamp(throttle + hunting, 0, 1),
      propeller: line.propeller,
      trim: line.trim + 0.3 * habits.fliesOutOfTrim,
      flapsTarget_deg: flaps,
      gearTarget: gear,
      handsOff: false
    };
  }

  /** With a heading or an altitude coming up the eyes stay on it. */
  function moment(time_s: number, r: Readings): ScanMoment {
    const { goal, recovery } = flying.phase();
    const { vertical, lateral: turn } = goal;
    const toGo =
      turn.kind !== 'turn' || turn.to_deg === null || laterally.rollingOut()
        ? 360
        : normaliseSigned(turn.direction * (turn.to_deg - heading.at(time_s, r, laterally.rollingOut())));
    const turnRate_degps = turn.kind === 'turn' ? turnRateOf(goal, plan) : 0;
    return {
      goal,
      covered: lesson.covered,
      nearRollOut: toGo > 0 && toGo < 9 + 4 * turnRate_degps,
      nearLevelOff:
        vertical.kind !== 'level' &&
        Math.abs(vertical.to_ft - r.altitude_ft) < 0.35 * Math.abs(r.verticalSpeed_fpm) + 60,
      recovering: recovery,
      correctingHeading: !laterally.drifting(),
      byRadio: navigator !== null,
      turnRate_degps,
      talking: briefing.looksAway()
    };
  }

  return {
    act(time_s, readings, phaseIndex, navigation = null, seenPlace = null) {
      if (seenPlace) navigator?.seePlace(seenPlace);
      navigationShown = navigation;
      if (!flying.sight) {
        flying.sight = sightOf(readings);
        navigator?.enter(0, time_s, readings);
      }
      const { now } = flying.sight;
      const read = eyes.step(
        time_s,
        () => scanDemand(moment(time_s, now(time_s)), habits),
        () => scanBend(habits, moment(time_s, now(time_s)))
      );
      if (read) {
        if (habits.omitsEngine > 0) told('omitsEngine', time_s);
        if (habits.overemphasises > 0 && read === 'vertical-speed') told('overemphasises', time_s);
        look(time_s, read, readings, phaseIndex);
      }
      while (pending[0] && time_s >= pending[0].at_s) hands = pending.shift()!.hands;
      if (!navigator) return hands;
      const set = radios(time_s, flying.step);
      // A hundred times a second they are what they were.
      if (hands.radios !== set) hands = { ...hands, radios: set };
      return hands;
    },
    looksAt: eyes.area,
    wayRound: () => navigator?.wayRound() ?? null
  };
}
