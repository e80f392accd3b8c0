import { Type, type Static } from '@sinclair/typebox';
import { capital } from '../measure/capital';
import { figure, heading } from '../measure/figure';
import { numberIn } from '../measure/number-in';
import { oneOf } from '../measure/one-of';

/** What is cleared; what is left out stays as it was asked for before. */
export const Clearance = Type.Object(
  {
    does: Type.Literal('clear'),
    /** Magnetic. With a side it is turned to that way round; without, the short way. */
    heading_deg: Type.Optional(
      Type.Integer({ minimum: 1, maximum: 360, accepted: 'a whole heading from 1 to 360°' })
    ),
    turn: Type.Optional(oneOf(['left', 'right'])),
    /** Straight to a fix, instead of a heading. */
    direct: Type.Optional(Type.String({ minLength: 1, maxLength: 12, accepted: 'the name of a fix' })),
    altitude_ft: Type.Optional(numberIn('ft', 100, 25000)),
    speed_kt: Type.Optional(numberIn('kt', 40, 300))
  },
  { additionalProperties: false }
);
export type Clearance = Static<typeof Clearance>;

/** A clearance as it is spoken: `Turn left heading 210°, 2500 ft, 90 kt`. */
export function clearanceWords({ heading_deg, turn, direct, altitude_ft, speed_kt }: Clearance): string {
  const said = [
    ...(direct === undefined ? [] : [`direct ${direct}`]),
    ...(heading_deg === undefined || direct !== undefined
      ? []
      : [`${turn ? `turn ${turn} heading` : 'heading'} ${heading(heading_deg)}`]),
    ...(altitude_ft === undefined ? [] : [`${figure(altitude_ft)} ft`]),
    ...(speed_kt === undefined ? [] : [`${figure(speed_kt)} kt`])
  ].join(', ');
  return capital(said || 'as it was');
}
