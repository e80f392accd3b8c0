import { clock, figure, heading, signedFigure } from '../src/lib/core/measure/figure';
import { Rejection } from '../src/lib/core/measure/rejection';
import {
  planReversal,
  reversalKinds,
  rollOutWords,
  type ReversalKind
} from '../src/lib/core/procedure/course-reversal';
import { flyArc, planArc, type DmeArc } from '../src/lib/core/procedure/dme-arc';
import { holdCircuit, holdExtent, solveHold, type Hold } from '../src/lib/core/procedure/hold';
import { holdRules } from '../src/lib/core/procedure/hold-rules';
import { entryPath, holdEntry } from '../src/lib/core/procedure/hold-entry';
import { planIntercept } from '../src/lib/core/procedure/intercept';
import { stationTime } from '../src/lib/core/procedure/station-time';
import { maximumDrift, windTriangle } from '../src/lib/core/procedure/wind-triangle';
import { between, number, options, print, show, type Commands } from './options';
import { wind } from './wind-option';

const side = (degrees: number) => (degrees >= 0 ? 'right' : 'left');
const correction = (degrees: number) => `${figure(Math.abs(degrees), 1)}° ${side(degrees)}`;

const tas = () => between('tas', 30, 500);
const course = () => between('course', 0, 360);
const direction = (): 'right' | 'left' => {
  const turn = options.turn ?? 'right';
  if (turn !== 'right' && turn !== 'left') throw new Rejection('turn', turn, 'right or left');
  return turn;
};
/** @throws Rejection naming the wind, with what keeps the course from being flown */
function possible<T extends { kind: string }>(found: T | { kind: 'impossible'; reason: string }): T {
  if (found.kind === 'impossible')
    throw new Rejection('wind', options.wind, (found as { reason: string }).reason);
  return found as T;
}

/** The planning desk without a screen. Courses, headings and winds magnetic. */
export const planningCommands: Commands = {
  wind() {
    const drift = maximumDrift(tas(), wind().speed_kt);
    const found = possible(windTriangle(course(), tas(), wind()));
    if (options.json) return show({ ...found, maximumDrift: drift });
    print(
      `heading ${heading(found.heading_deg)}  correction ${correction(found.windCorrectionAngle_deg)}  groundspeed ${figure(found.groundspeed_kt)} kt  headwind ${signedFigure(found.headwind_kt)} kt  crosswind from the ${side(found.crosswind_kt)} ${figure(Math.abs(found.crosswind_kt))} kt`
    );
    print(`largest drift ${figure(drift.exact_deg, 1)}° (rule ${figure(drift.rule_deg, 1)}°)`);
  },
  intercept() {
    const angles = options.angle === undefined ? [30, 45, 90] : [between('angle', 1, 90)];
    const plans = angles.map((angle_deg) => ({
      angle_deg,
      ...planIntercept(
        { course_deg: course(), crossTrack_nm: between('aside', -100, 100), angle_deg },
        tas(),
        wind()
      )
    }));
    if (plans.every((plan) => plan.kind === 'impossible')) possible(plans[0]!);
    if (options.json) return show(plans);
    for (const plan of plans)
      print(
        plan.kind === 'impossible'
          ? `${plan.angle_deg}°: ${plan.reason}`
          : `${plan.angle_deg}°: heading ${heading(plan.heading_deg)}, on course after ${clock(plan.time_s)} and ${figure(plan.along_nm, 1)} NM along it; begin the turn ${figure(plan.leadTurn_nm, 2)} NM before it, then ${heading(plan.courseHeading_deg)}`
      );
  },
  arc() {
    const way = options.direction ?? 'clockwise';
    if (way !== 'clockwise' && way !== 'counter-clockwise')
      throw new Rejection('direction', way, 'clockwise or counter-clockwise');
    const arc: DmeArc = {
      radius_nm: between('radius', 1, 60),
      fromRadial_deg: between('from', 0, 360),
      toRadial_deg: between('to', 0, 360),
      direction: way
    };
    const plan = possible(planArc(arc, tas(), wind()));
    const flown = (['ten-degree steps', 'continuous bank'] as const).map((school) => {
      const { inside_nm, outside_nm } = flyArc(arc, school, tas(), wind());
      return { school, inside_nm, outside_nm };
    });
    if (options.json) return show({ ...plan, schools: flown });
    print(
      `${figure(plan.length_nm, 1)} NM, ${clock(plan.time_s)}; turn onto it ${figure(plan.leadOnInbound_nm, 2)} NM before from inbound, ${figure(plan.leadOnOutbound_nm, 2)} NM from outbound (rule ${figure(plan.leadOnRule_nm, 2)}); off it at radial ${heading(plan.leadRadial_deg)}, ${figure(plan.leadOut_deg, 1)}° before`
    );
    for (const r of plan.radials)
      print(
        `radial ${heading(r.radial_deg)}  heading ${heading(r.heading_deg)}  ${figure(r.groundspeed_kt)} kt  pointer ${figure(Math.abs(r.pointerAhead_deg))}° ${r.pointerAhead_deg >= 0 ? 'ahead of' : 'behind'} the wing tip  ${clock(r.time_s)}`
      );
    for (const { school, inside_nm, outside_nm } of flown)
      print(`${school}: ${figure(inside_nm, 2)} NM inside, ${figure(outside_nm, 2)} NM outside at most`);
  },
  hold() {
    const hold: Hold = {
      inboundCourse_deg: course(),
      turn: direction(),
      leg:
        options.distance === undefined
          ? { kind: 'time', seconds: between('leg', 30, 300) }
          : { kind: 'distance', nm: between('distance', 2, 40) }
    };
    const air = { tas_kt: tas(), wind: wind() };
    const solution = possible(solveHold(hold, air));
    const rules = holdRules(hold, air, solution);
    const extent = holdExtent(holdCircuit(hold, air, solution), hold);
    const arriving = options.heading === undefined ? null : between('heading', 0, 360);
    const choice = arriving === null ? null : holdEntry(hold, arriving);
    const flown = choice && entryPath(hold, air, solution, choice.entry, arriving!);
    if (options.json)
      return show({
        ...solution,
        rules,
        extent,
        entry: choice && { ...choice, steps: flown!.steps, total_s: flown!.total_s }
      });
    if (choice) {
      print(
        `entry ${choice.entry}${choice.alternative ? ` (or ${choice.alternative}: within 5° of the boundary)` : ''}`
      );
      for (const step of flown!.steps) print(`  ${step.words}, ${clock(step.seconds)}`);
    }
    print(
      `inbound ${heading(solution.inbound.heading_deg)} for ${figure(solution.inbound_s, 1)} s; outbound ${heading(solution.outboundHeading_deg)}, ${figure(solution.timed_s, 1)} s from ${solution.timedFrom}${solution.multiple === null ? '' : `, ${figure(solution.multiple, 2)} times the inbound correction`}`
    );
    for (const { name, error } of rules)
      print(
        `${name}: ${heading(error.outboundHeading_deg)}, ${figure(error.outbound_s)} s leaves ${signedFigure(error.inbound_s, 1)} s inbound and ${figure(Math.abs(error.overshot_m))} m ${error.overshot_m >= 0 ? 'overshot' : 'undershot'}`
      );
  },
  reversal() {
    const kind = (options.kind ?? '45/180') as ReversalKind;
    if (!reversalKinds.includes(kind))
      throw new Rejection('kind', kind, `one of ${reversalKinds.join(', ')}`);
    const plan = possible(
      planReversal(
        { kind, inboundCourse_deg: course(), side: direction(), within_nm: between('within', 3, 30) },
        tas(),
        wind()
      )
    );
    if (options.json) return show(plan);
    print(
      `outbound ${clock(plan.outbound_s)} (rule ${clock(plan.ruleOutbound_s)}); at most ${figure(plan.farthest_nm, 1)} NM from the fix; rolled out ${rollOutWords(plan).words}${rollOutWords(plan).joins ? '' : ': too late to be established, take more room'}`
    );
    for (const step of plan.steps)
      print(`  ${step.words}, heading ${heading(step.heading_deg)}, ${clock(step.seconds)}`);
  },
  'station-time'() {
    const found = stationTime(
      between('minutes', 0.1, 60),
      between('degrees', 0.5, 89),
      tas(),
      options.groundspeed === undefined ? tas() : number('groundspeed')
    );
    if (options.json) return show(found);
    print(
      `${figure(found.rule_min, 1)} min and ${figure(found.rule_nm, 1)} NM by the rule; exactly ${figure(found.exact_min, 1)} min and ${figure(found.exact_nm, 1)} NM`
    );
  }
};
