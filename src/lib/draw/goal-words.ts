import { isNavigation, type NavigationGoal, type Phase } from '$core/drill/drill';
import { figure, heading, signedFigure } from '$core/measure/figure';

/** What a phase asks for, in one line of figures: `down to 3000 ft at −500 ft/min · 90 kt · 210° · flaps 10°`. */
export function goalWords({ goal, upset, recovery }: Phase, retractable: boolean): string {
  if (upset !== null) return 'the instructor flies; eyes closed';
  if (recovery) return 'recover: airspeed first';
  const { vertical, lateral } = goal;
  const height =
    vertical.kind === 'level'
      ? `level ${figure(vertical.altitude_ft)} ft`
      : `${(vertical.verticalSpeed_fpm ?? 1) > 0 ? 'up' : 'down'} to ${figure(vertical.to_ft)} ft${
          vertical.kind === 'rate'
            ? ` at ${signedFigure(vertical.verticalSpeed_fpm)} ft/min`
            : vertical.verticalSpeed_fpm === null
              ? ', full power'
              : vertical.kind === 'path'
                ? ` on the path, about ${figure(vertical.verticalSpeed_fpm)} ft/min`
                : ', nose for speed'
        }`;
  const way = isNavigation(lateral)
    ? navigationWords(lateral)
    : lateral.kind === 'heading'
      ? `${lateral.turn ? `${lateral.turn} to ` : ''}${heading(lateral.heading_deg)}`
      : `${lateral.direction > 0 ? 'right' : 'left'} turn${lateral.to_deg === null ? '' : ` to ${heading(lateral.to_deg)}`}, ${
          lateral.bank_deg === null ? `${lateral.rate_degps}°/s` : `bank ${lateral.bank_deg}°`
        }`;
  return [
    height,
    `${figure(goal.ias_kt)} kt`,
    way,
    ...(goal.flaps_deg > 0 ? [`flaps ${goal.flaps_deg}°`] : []),
    ...(retractable && goal.gear > 0 ? ['gear down'] : [])
  ].join(' · ');
}

/** A goal by radio: `course 065° inbound`, `arc 10 NM clockwise`, `hold 245°, right turns, 1 min`. */
function navigationWords(goal: NavigationGoal): string {
  switch (goal.kind) {
    case 'course':
      return `course ${heading(goal.course_deg)} ${goal.way === 'to' ? 'inbound' : 'outbound'}${
        goal.intercept_deg === null ? '' : `, join at ${figure(goal.intercept_deg)}°`
      }`;
    case 'arc':
      return `arc ${figure(goal.radius_nm)} NM ${goal.direction > 0 ? 'clockwise' : 'counter-clockwise'}`;
    case 'hold': {
      const { inboundCourse_deg, turn, leg } = goal.hold;
      return `hold ${heading(inboundCourse_deg)} inbound, ${turn} turns, ${
        leg.kind === 'time' ? `${figure(leg.seconds)} s` : `${figure(leg.nm, 1)} NM`
      }`;
    }
    case 'direct':
      return `direct to the fix${goal.turn ? `, turning ${goal.turn}` : ''}`;
    case 'reversal':
      return `${goal.reversal.kind} reversal to ${heading(goal.reversal.inboundCourse_deg)}, within ${figure(goal.reversal.within_nm)} NM`;
  }
}
