import { phaseById } from '../drill/drill';
import { figure, signedFigure } from '../measure/figure';
import type { Lesson } from '../drill/lesson';
import {
  SLOW_RECOVERY_S,
  SPEED_FIRST_MARGIN_KT,
  decisionFault,
  isConfigured,
  levelOffVerdict,
  recoveryVerdict,
  rollOutTolerance,
  rollOutVerdict,
  speedFirstVerdict
} from './check-verdict';
import type { CheckMeasure } from './check-measure';
import type { Verdict } from './corridor-measure';
import { navigationElements } from './navigation/navigation-elements';
import type { GradeElement } from './grade-element';

const WEIGHT_TECHNIQUE = 2;

/** Every check of the drill as an element of the grade. */
export function checkElements(lesson: Lesson, checks: readonly CheckMeasure[]): GradeElement[] {
  const { drill, tolerance } = lesson;
  const phaseName = (id: string) => phaseById(drill, id).name;
  const element = (name: string, verdict: Verdict, arithmetic: string): GradeElement => ({
    name,
    verdict,
    score: verdict === 'met' ? 100 : verdict === 'not met' ? 0 : 60,
    weight: WEIGHT_TECHNIQUE,
    arithmetic
  });

  return checks.flatMap((m) => {
    switch (m.kind) {
      case 'speed-first':
        return element(
          'Speed before descent',
          speedFirstVerdict(m),
          `${figure(m.ias_kt)} kt leaving the level; ${m.asked_kt} + ${SPEED_FIRST_MARGIN_KT} kt allowed`
        );
      case 'configuration':
        return element(
          `${phaseName(m.phaseId)}: configuration`,
          isConfigured(m) ? 'met' : 'not met',
          `flaps ${figure(m.flaps_deg)}° (${m.askedFlaps_deg}°)${m.gear === null ? '' : `, gear ${m.gear > 0.5 ? 'down' : 'up'} (${m.askedGear > 0.5 ? 'down' : 'up'})`}`
        );
      case 'decision':
        return element(
          'Decision',
          decisionFault(lesson, m) === null ? 'met' : 'not met',
          `${m.toClimb_s === null ? 'no climb' : `climbing after ${figure(m.toClimb_s, 1)} s`} (${tolerance.climbWithin_s} s), lowest ${figure(m.lowest_ft)} ft (${figure(m.altitude_ft - tolerance.belowDecision_ft)} ft)`
        );
      case 'level-off':
        return element(
          `${phaseName(m.phaseId)}: level-off`,
          levelOffVerdict(lesson, m),
          `${m.stopped_ft === null ? 'not yet level' : `stopped ${signedFigure(m.stopped_ft)} ft`}, farthest beyond ${figure(m.beyond_ft)} ft; ${tolerance.levelOff_ft} ft allowed`
        );
      case 'roll-out':
        return element(
          `${phaseName(m.phaseId)}: roll-out`,
          rollOutVerdict(lesson, m),
          `wings level ${signedFigure(m.error_deg)}° from the heading; ${rollOutTolerance(lesson)}° allowed`
        );
      case 'recovery':
        return element(
          `${phaseName(m.phaseId)}: ${m.attitude}`,
          recoveryVerdict(m),
          `first input after ${m.firstInput_s === null ? '–' : figure(m.firstInput_s, 1)} s (${SLOW_RECOVERY_S} s), order ${m.rightOrder ? 'right' : 'wrong'}, ${figure(m.altitudeChange_ft)} ft, ${figure(m.peakLoad_g, 1)} g`
        );
      default:
        return navigationElements(lesson, m).map((e) => element(e.name, e.verdict, e.arithmetic));
    }
  });
}
