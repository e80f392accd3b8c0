import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';
import { Rejection } from '../measure/rejection';
import { areaNames, type Gaze } from '../instrument/scan-area';
import type { Look } from './look';

/** Two hours of quick looks; more is not one flight. */
export const MOST_LOOKS = 40_000;

const gazes = Object.keys(areaNames) as Gaze[];

/** A dwell log on its way to the server: looks as area, start and end, in order, in the flight's time. */
export const DwellLog = Type.Object(
  {
    id: Type.String({ format: 'uuid', accepted: 'a fresh id; open the page again' }),
    source: Type.Unsafe<'file' | 'observed'>(
      Type.String({ enum: ['file', 'observed'], accepted: 'file or observed' })
    ),
    name: Type.String({
      minLength: 1,
      maxLength: 120,
      pattern: '\\S',
      accepted: 'a name of up to 120 letters'
    }),
    notes: Type.Array(Type.String({ maxLength: 300 }), { maxItems: 20 }),
    looks: Type.Array(
      Type.Tuple([
        oneOf(gazes),
        Type.Number({ minimum: -3600, maximum: 36000, accepted: 'a time in seconds' }),
        Type.Number({ minimum: -3600, maximum: 36000, accepted: 'a time in seconds' })
      ]),
      { minItems: 1, maxItems: MOST_LOOKS, accepted: `1 to ${MOST_LOOKS} looks` }
    )
  },
  { $id: 'https://hanza.invalid/schema/dwell-log.json', additionalProperties: false }
);
export type DwellLog = Static<typeof DwellLog>;

/** The looks of a log. @throws Rejection when one ends before it begins or begins before the last has ended */
export function looksOfLog(log: DwellLog): Look[] {
  let last = -Infinity;
  return log.looks.map(([area, start_s, end_s], index) => {
    if (end_s < start_s) throw new Rejection(`looks.${index}`, end_s, 'a look that ends after it begins');
    if (start_s < last - 1e-6)
      throw new Rejection(`looks.${index}`, start_s, `a time from ${last} on, where the look before ended`);
    last = end_s;
    return { area, start_s, end_s };
  });
}

/** Looks as a dwell log keeps them: to the thousandth of a second. */
export function logLooks(looks: readonly Look[]): DwellLog['looks'] {
  const thousandth = (value: number) => Math.round(value * 1000) / 1000;
  return looks.map((look) => [look.area, thousandth(look.start_s), thousandth(look.end_s)]);
}
