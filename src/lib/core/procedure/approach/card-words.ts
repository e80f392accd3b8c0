import type { AircraftFile } from '../../aircraft/aircraft-file';
import { flapStep_deg } from '../../aircraft/flap-step';
import { powerWords } from '../../aircraft/power-shown';
import type { CardLine } from '../../aircraft/configuration-card';
import { capital } from '../../measure/capital';
import { clock, figure, heading, signedFigure } from '../../measure/figure';
import { frequencyOf } from '../../radio/world-check';
import type { Approach, Leg, Note } from './approach';
import type { ApproachCard, ApproachDay } from './approach-card';
import { altitudeWords, foundWords, legWords } from './leg-words';
import { visibilityWords } from './visibility-words';

/** One block of a briefing, in the order it is briefed. */
export interface BriefItem {
  id:
    | 'way in'
    | 'guidance'
    | 'course'
    | 'fixes'
    | 'path'
    | 'minimum'
    | 'notes'
    | 'numbers'
    | 'timing'
    | 'missed';
  title: string;
  lines: string[];
}

/** What a note of the chart says, and whether it changes anything today. */
export function noteWords(note: Note, day: ApproachDay): string {
  switch (note.kind) {
    case 'remote altimeter':
      return day.altimeter === 'remote'
        ? `Altimeter setting of ${note.source}: applies, minimum ${figure(note.add_ft)} ft higher.`
        : `With the altimeter setting of ${note.source}: minimum ${figure(note.add_ft)} ft higher. Not today.`;
    case 'lights out':
      return day.approachLights === 'out'
        ? `Approach lights out: applies, ${visibilityWords(note.addVisibility_sm)} more.`
        : `Approach lights out: ${visibilityWords(note.addVisibility_sm)} more. Not today.`;
    case 'lights not coincident':
      return 'The visual descent lights do not coincide with the path: at the decision expect them to show another.';
    case 'no circling':
      return `Circling not authorised by ${note.turn} turns to runway ${note.runway}, nor by ${note.turn === 'left' ? 'right' : 'left'} turns to its other end.`;
    case 'cold':
      return day.temperature_C <= note.below_C
        ? `Cold: corrections apply at ${signedFigure(day.temperature_C)} °C.`
        : `Cold corrections from ${signedFigure(note.below_C)} °C down. Not today.`;
    case 'text':
      return note.words;
  }
}

const settingWords = (name: string, line: CardLine | null) =>
  line === null
    ? []
    : [
        `${name}: ${figure(line.ias_kt)} kt, ${powerWords(line)}, pitch ${signedFigure(line.pitch_deg, 1)}°, ${
          Math.abs(line.verticalSpeed_fpm) < 20
            ? 'level'
            : `${signedFigure(Math.round(line.verticalSpeed_fpm / 10) * 10)} ft/min`
        }${line.flaps_deg > 0 ? `, flaps ${figure(line.flaps_deg)}°` : ''}`
      ];

/** The whole briefing in words, in briefing order: what a person would read out, with its figures. */
export function briefItems(approach: Approach, card: ApproachCard, day: ApproachDay): BriefItem[] {
  const { station, minimum, checkAltitude, rates, timing, visualDescentPoint, missed } = card;
  const way = card.legs.filter(({ part }) => part === 'transition');
  const ordered: BriefItem[] = [
    ...(way.length > 0
      ? [
          {
            id: 'way in' as const,
            title: 'Way in',
            lines: way.map(({ leg, heading_deg, length_nm }) =>
              heading_deg === null || isArc(leg)
                ? capital(legWords(leg))
                : `${capital(legWords(leg))}: heading ${heading(heading_deg)}, ${figure(length_nm, 1)} NM`
            )
          }
        ]
      : []),
    {
      id: 'guidance',
      title: 'Guidance',
      lines: [
        station
          ? `${station.id}, ${frequencyOf(station)}. Identify it.`
          : 'Waypoints: check that the approach is loaded.',
        ...(approach.kind === 'back course'
          ? ['Back course: set the front course, or the needle reads reversed; no path here.']
          : [])
      ]
    },
    {
      id: 'course',
      title: 'Final course',
      lines: [
        `${heading(approach.finalCourse_deg)}, heading ${heading(card.heading_deg)} in this wind (${driftWords(card.windCorrectionAngle_deg)})`,
        `Groundspeed ${figure(card.groundspeed_kt)} kt at ${figure(day.speed_kt)} kt, ${card.headwind_kt >= 0 ? 'headwind' : 'tailwind'} ${figure(Math.abs(card.headwind_kt))} kt`
      ]
    },
    {
      id: 'fixes',
      title: 'Fixes and altitudes',
      lines: card.profile.points.map((point) => {
        const limit =
          point.above_ft === null && point.below_ft === null
            ? null
            : altitudeWords({
                ...(point.above_ft === null ? {} : { above_ft: point.above_ft }),
                ...(point.below_ft === null ? {} : { below_ft: point.below_ft })
              });
        return [
          `${point.name}${point.role ? `, ${roleWords[point.role]}` : ''}`,
          limit,
          ...point.found.map(foundWords),
          point.before_nm > 0.05 ? `${figure(point.before_nm, 1)} NM out` : null,
          day.withoutFixes.includes(point.name) ? 'not received today' : null
        ]
          .filter(Boolean)
          .join(' · ');
      })
    }
  ];
  if (rates && checkAltitude && approach.path) {
    const now = rates[1]!;
    ordered.push({
      id: 'path',
      title: minimum?.kind === 'DA' ? 'Path' : 'Advisory path',
      lines: [
        `${figure(approach.path.angle_deg, 1)}°, ${figure(approach.path.crossing_ft)} ft over the threshold`,
        `At ${checkAltitude.fix} the altimeter should read ${figure(checkAltitude.reads_ft)} ft on the path${
          Math.abs(checkAltitude.reads_ft - checkAltitude.altitude_ft) < 10
            ? ''
            : `: it lies at ${figure(checkAltitude.altitude_ft)} ft, and at this temperature the altimeter shows ${checkAltitude.reads_ft > checkAltitude.altitude_ft ? 'more' : 'less'}`
        }${fixHoldsWords(card)}`,
        `${figure(now.rate_fpm)} ft/min at ${figure(now.groundspeed_kt)} kt over the ground (${figure(rates[0]!.rate_fpm)} at ${figure(rates[0]!.groundspeed_kt)}, ${figure(rates[2]!.rate_fpm)} at ${figure(rates[2]!.groundspeed_kt)})${approach.path.angle_deg === 3 ? `; five times the groundspeed: ${figure(now.rule_fpm)}` : ''}`
      ]
    });
  }
  ordered.push({
    id: 'minimum',
    title: 'Minimum',
    lines:
      minimum === null
        ? ['Nothing is authorised as things are: choose another approach.']
        : [
            `${minimum.kind} ${figure(minimum.altitude_ft)} ft, set ${figure(minimum.set_ft)} ft; ${figure(minimum.aboveTouchdown_ft)} ft above the ${approach.runway === null ? 'airport' : 'touchdown zone'}; visibility ${visibilityWords(minimum.visibility_sm)}`,
            ...minimum.because.map((why) => `${capital(why)}.`),
            ...(minimum.cold_ft > 0 ? [`Cold: set ${figure(minimum.cold_ft)} ft higher.`] : []),
            ...(minimum.addOn_ft > 0
              ? [`${figure(minimum.addOn_ft)} ft added: one straight descent goes around at it as at a DA.`]
              : []),
            categoryWords(card)
          ]
  });
  if (approach.notes.length > 0)
    ordered.push({ id: 'notes', title: 'Notes', lines: approach.notes.map((note) => noteWords(note, day)) });
  ordered.push({
    id: 'numbers',
    title: `The ${day.aircraft.name}’s numbers`,
    lines: [
      ...settingWords('Level', card.settings.level),
      ...settingWords('Down', card.settings.descent),
      ...settingWords('Missed', card.settings.missed)
    ]
  });
  if (timing || visualDescentPoint)
    ordered.push({
      id: 'timing',
      title: 'Timing',
      lines: [
        ...(timing
          ? [
              `${clock(Math.round(timing.time_s))} from the final fix to the missed approach point, ${figure(timing.distance_nm, 1)} NM`
            ]
          : []),
        ...(visualDescentPoint
          ? [
              `Visual descent point ${figure(visualDescentPoint.distance_nm, 1)} NM before the threshold${visualDescentPoint.fromFinalFix_s === null ? '' : `, ${clock(Math.round(visualDescentPoint.fromFinalFix_s))} after the final fix`}`
            ]
          : [])
      ]
    });
  ordered.push({
    id: 'missed',
    title: 'Missed approach',
    lines: [
      `${cleaningUp(day.aircraft, card.settings.descent?.flaps_deg ?? 0)}${card.settings.missed ? `: ${figure(card.settings.missed.ias_kt)} kt` : ''}`,
      ...missed.legs.map(({ leg }) => capital(legWords(leg))),
      ...(missed.station
        ? [
            `${missed.station.id}, ${frequencyOf(missed.station)}, leads it: on a standby before the final fix.`
          ]
        : []),
      `Needs ${figure(missed.climb_ftpnm)} ft/NM: ${figure(missed.rate_fpm)} ft/min${missed.canClimb_fpm === null ? '' : missed.canClimb_fpm < missed.rate_fpm ? `; this airplane climbs only ${figure(missed.canClimb_fpm)}` : `; this airplane climbs ${figure(missed.canClimb_fpm)}`}`
    ]
  });
  return ordered;
}

/** Without a DA the altitude of the final fix holds, also where a path in the air passes it lower by the altimeter. */
function fixHoldsWords({ minimum, checkAltitude }: ApproachCard): string {
  const published_ft = checkAltitude?.published_ft ?? null;
  if (minimum?.kind !== 'MDA' || published_ft === null) return '';
  return checkAltitude!.reads_ft > published_ft - 10
    ? ''
    : `; not below its ${figure(published_ft)} ft before it is passed`;
}

/** On an arc the heading never stays. */
const isArc = ({ type }: Leg) => type === 'AF' || type === 'RF';

const roleWords = {
  initial: 'initial',
  intermediate: 'intermediate',
  final: 'final fix',
  'step-down': 'step-down',
  'missed approach point': 'missed approach point'
} as const;

function driftWords(windCorrectionAngle_deg: number): string {
  const whole = Math.round(Math.abs(windCorrectionAngle_deg));
  return whole === 0 ? 'no drift' : `${whole}° ${windCorrectionAngle_deg > 0 ? 'right' : 'left'} of course`;
}

function categoryWords({ category }: ApproachCard): string {
  return category.flown_kt === null
    ? `Category ${category.category}: 1.3 × the stall speed in landing configuration is ${figure(category.reference_kt)} kt.`
    : `Category ${category.category}, because it is flown at ${figure(category.flown_kt)} kt; 1.3 × the stall speed would be ${figure(category.reference_kt)} kt.`;
}

/** A missed approach begun with these flaps out, in its order: a step of them first where there is more than one. */
function cleaningUp({ flaps, gear }: AircraftFile, flaps_deg: number): string {
  const steps = flapStep_deg(flaps.positions_deg, flaps_deg) < flaps_deg;
  return [
    'Power, nose up',
    ...(steps ? ['first flaps'] : []),
    'positive climb',
    ...(gear.retractable ? ['gear up'] : []),
    ...(flaps_deg > 0 ? [steps ? 'the rest of the flaps' : 'flaps up'] : [])
  ].join(', ');
}
