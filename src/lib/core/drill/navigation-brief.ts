import { capital } from '../measure/capital';
import { clock, figure, heading, signedFigure } from '../measure/figure';
import { leadOffArc, leadOntoArc } from '../procedure/arc-leads';
import { planReversal } from '../procedure/course-reversal';
import { solveHold } from '../procedure/hold';
import { holdEntry } from '../procedure/hold-entry';
import { windTriangle } from '../procedure/wind-triangle';
import { morseOf } from '../radio/morse';
import { frequencyOf } from '../radio/world-check';
import { windAboutFix } from './plan-wind';
import { tasOf } from './goal-in-air';
import { isNavigation, type NavigationGoal, type Phase } from './drill';
import type { Lesson } from './lesson';
import { onPanel, type Reference } from './reference';

/** One line of a navigation briefing. */
export interface BriefLine {
  name: string;
  words: string;
}

/** What to tune, set, steer and time for a lesson flown by radio; nothing without. */
export function navigationBrief(lesson: Lesson): BriefLine[] {
  const { navigation, drill } = lesson;
  if (!navigation) return [];
  const lines: BriefLine[] = [];
  const said = new Set<string>();
  const say = (line: BriefLine) => {
    const key = JSON.stringify(line);
    if (!said.has(key)) lines.push(line);
    said.add(key);
  };
  drill.phases.forEach((phase, index) => {
    const { lateral } = phase.goal;
    if (!phase.reference) return;
    say({ name: 'Fix', words: fixWords(phase.reference) });
    if (isNavigation(lateral))
      goalLines(lesson, phase.reference, phase, lateral, drill.phases[index - 1]).forEach(say);
  });
  return lines;
}

function fixWords({ fix, station, crossing, radial_deg, distance_nm }: Reference): string {
  if (!station) return `${fix}, waypoint; needle edge 1 NM within 30 NM`;
  const tune = `${station.id} ${frequencyOf(station)} (${morseOf(station.id)})`;
  if (crossing)
    return `${fix}: ${tune}, radial ${heading(radial_deg)}; second radio ${crossing.station.id} ${frequencyOf(crossing.station)}, radial ${heading(crossing.radial_deg)}`;
  return distance_nm > 0
    ? `${fix}: ${tune}, radial ${heading(radial_deg)}, ${figure(distance_nm, 1)} NM`
    : tune;
}

function goalLines(
  lesson: Lesson,
  reference: Reference,
  phase: Phase,
  lateral: NavigationGoal,
  before: Phase | undefined
): BriefLine[] {
  const { area, plan } = lesson;
  const tas_kt = tasOf(phase.goal, plan);
  const wind = windAboutFix(lesson, reference);
  const shown = (heading_deg: number) => heading(onPanel(heading_deg, reference, area));
  switch (lateral.kind) {
    case 'course': {
      const triangle = windTriangle(lateral.course_deg, tas_kt, wind);
      if (triangle.kind === 'impossible') return [{ name: phase.name, words: triangle.reason }];
      return [
        {
          name: `Course ${heading(lateral.course_deg)}`,
          words: `hold ${shown(triangle.heading_deg)} (correction ${signedFigure(triangle.windCorrectionAngle_deg)}°), ${figure(triangle.groundspeed_kt)} kt over the ground`
        }
      ];
    }
    case 'arc': {
      const at = (radial_deg: number) => ({
        radius_nm: lateral.radius_nm,
        radial_deg,
        side: lateral.direction
      });
      const outward = lesson.start.distance_nm < lateral.radius_nm;
      // Where the arc is about another fix than the lesson begins about, the lead follows from where it is joined from.
      const onto =
        reference === lesson.navigation?.origin
          ? leadOntoArc(at(lesson.start.radial_deg), outward ? 'outbound' : 'inbound', tas_kt, wind)
          : null;
      const off = leadOffArc(at(lateral.toRadial_deg), tas_kt, wind);
      return [
        {
          name: `Arc ${figure(lateral.radius_nm)} NM`,
          words: [
            ...(onto === null
              ? []
              : [typeof onto === 'number' ? `turn onto it ${figure(onto, 1)} NM before` : onto.reason]),
            typeof off === 'number' ? `off it ${figure(off)}° of radial before` : off.reason
          ].join(', ')
        }
      ];
    }
    case 'direct':
      return [];
    case 'hold': {
      const solution = solveHold(lateral.hold, { tas_kt, wind });
      if (solution.kind === 'impossible') return [{ name: 'Hold', words: solution.reason }];
      const arrival = before && before.goal.lateral.kind === 'course' ? before.goal.lateral.course_deg : null;
      const entry = arrival === null ? null : holdEntry(lateral.hold, arrival);
      return [
        ...(entry
          ? [
              {
                name: 'Entry',
                words: `${entry.entry}${entry.alternative ? ` or ${entry.alternative}` : ''}, arriving on ${heading(arrival!)}`
              }
            ]
          : []),
        {
          name: 'Outbound',
          words: `${shown(solution.outboundHeading_deg)} (correction ${signedFigure(solution.outboundCorrection_deg)}°), ${clock(solution.timed_s)} from ${solution.timedFrom}`
        },
        {
          name: 'Inbound',
          words: `${shown(solution.inbound.heading_deg)} (correction ${signedFigure(solution.inbound.windCorrectionAngle_deg)}°), ${clock(solution.inbound_s)} to the fix`
        }
      ];
    }
    case 'reversal': {
      const planned = planReversal(lateral.reversal, tas_kt, wind);
      return [
        {
          name: lateral.reversal.kind,
          words:
            planned.kind === 'impossible'
              ? planned.reason
              : `${clock(planned.outbound_s)} outbound at the most to stay within ${figure(lateral.reversal.within_nm)} NM; the turn takes ${figure(planned.turnAllowance_nm, 1)} NM of it`
        }
      ];
    }
  }
}

/** Why a goal by radio cannot be flown in the lesson's wind or place, with the field to change; nothing when it can. */
export function navigationProblems(lesson: Lesson): { field: string; message: string }[] {
  const { navigation, drill, plan } = lesson;
  if (!navigation) return [];
  const windField = plan.windLayers.length > 0 ? 'windLayers' : 'windSpeed_kt';
  return drill.phases.flatMap(({ goal, reference }) => {
    const { lateral } = goal;
    if (!isNavigation(lateral)) return [];
    const tas_kt = tasOf(goal, plan);
    const wind = windAboutFix(lesson, reference);
    if (lateral.kind === 'course') {
      const triangle = windTriangle(lateral.course_deg, tas_kt, wind);
      if (triangle.kind === 'impossible') return [{ field: windField, message: sentence(triangle.reason) }];
    }
    if (lateral.kind === 'hold') {
      const solution = solveHold(lateral.hold, { tas_kt, wind });
      if (solution.kind === 'impossible') return [{ field: windField, message: sentence(solution.reason) }];
    }
    if (lateral.kind === 'reversal') {
      const planned = planReversal(lateral.reversal, tas_kt, wind);
      if (planned.kind === 'impossible')
        return [{ field: 'figures.within_nm', message: sentence(planned.reason) }];
    }
    return [];
  });
}

const sentence = (words: string) => `${capital(words)}.`;
