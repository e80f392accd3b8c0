import { Type, type Static } from '@sinclair/typebox';
import { numberIn } from '../measure/number-in';

const orNone = (number: ReturnType<typeof numberIn>) => Type.Union([number, Type.Null()]);

export const HIGHEST_BUG_FT = 25_000;

/** Marks that whoever flies sets on the scales; null: none. They do nothing but remind. */
export const Bugs = Type.Object(
  {
    heading_deg: orNone(numberIn('°', 1, 360)),
    altitude_ft: orNone(numberIn('ft', 0, HIGHEST_BUG_FT)),
    /** Decision altitude, or minimum descent altitude. */
    minimum_ft: orNone(numberIn('ft', 0, HIGHEST_BUG_FT))
  },
  { additionalProperties: false }
);
export type Bugs = Static<typeof Bugs>;

export const noBugs: Bugs = { heading_deg: null, altitude_ft: null, minimum_ft: null };

/** Whether two settings are the same. Asked at every step of a flight. */
export function sameBugs(a: Bugs, b: Bugs): boolean {
  return a.heading_deg === b.heading_deg && a.altitude_ft === b.altitude_ft && a.minimum_ft === b.minimum_ft;
}
