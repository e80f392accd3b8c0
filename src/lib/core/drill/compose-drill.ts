import { bankOf, tasOf } from './goal-in-air';
import { Rejection } from '../measure/rejection';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { placeAt } from '../earth/geodesic';
import type { TrainingArea } from '../earth/training-area';
import { navigationChecks, navigationEnd } from './compose-navigation';
import { corridorsOf, settlingOf } from './corridors-of-goal';
import { isNavigation, type Check, type Drill, type Goal, type Phase } from './drill';
import type { DrillFile, Quantity } from './drill-file';
import type { LessonNavigation } from './lesson-navigation';
import { panelTurn } from './reference';
import { type LessonPlan } from './lesson-plan';
import { windAboutNorth } from './plan-wind';
import type { ToleranceProfile } from './tolerance-profile';
import { figuresOf, startOf } from './lesson-figures';
import { goalOf, referenceNamed } from './phase-goal';
import { expectedTime, reached, conditionOf } from './phase-end';
import { worded } from './call-words';
import { placeAfter, headingAfter, radialFrom } from './phase-after';
import { goesOnAlong } from './phase-course';

/** How long it takes to begin a climb, s. */
const BEGUN_S = 6;
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
      settling: settlingOf(
        corridors,
        held,
        Math.abs(goal.ias_kt - from.ias_kt),
        before !== null && goesOnAlong(before, { goal, reference })
      ),
      until: written.until
        ? conditionOf(written.until, read, `${at}.until`)
        : lasts !== null
          ? { is: 'after', seconds: lasts }
          : (navigated?.until ?? reached(from, goal, expected_s, written)),
      expected_s,
      ...(written.segment ? { segment: written.segment } : {}),
      ends_ft: begun
        ? altitude_ft
        : goal.vertical.kind === 'level'
          ? goal.vertical.altitude_ft
          : goal.vertical.to_ft,
      upset: number(written.upset, 'upset'),
      recovery: written.recovery ?? false,
      looksOut: written.looksOut ?? false
    };
    if (!(phase.expected_s > 0) || phase.expected_s > 3600)
      throw new Rejection(`${at}.for_s`, phase.expected_s, 'more than nothing and no more than an hour');
    if (file.phases.findIndex((other) => other.id === written.id) !== index)
      throw new Rejection(`${at}.id`, written.id, 'an id no other phase has');
    checks.push(...transitionChecks(before, phase), ...navigationChecks(phase, before));
    if (phase.recovery) checks.push({ kind: 'recovery', phase: phase.id });
    before = phase;
    // A course is joined anew in every phase: what was off another course says nothing of it.
    held = corridors.filter(({ channel }) => channel !== 'courseShare' && channel !== 'arcError_nm');
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
