import type { Phase } from '$core/drill/drill';
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
              : ', nose for speed'
        }`;
  const way =
    lateral.kind === 'heading'
      ? heading(lateral.heading_deg)
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
