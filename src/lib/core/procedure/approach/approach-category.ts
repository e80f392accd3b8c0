import { categories, type Category } from './approach';

/** Where the next category begins, kt (published with the instrument rating's rules; E is not flown here). */
const BELOW_KT: Record<Category, number> = { A: 91, B: 121, C: 141, D: 166 };

/**
 * Category of a speed over the threshold: A below 91 kt, B below 121, C below 141, D below 166.
 * @returns null at 166 kt and more
 */
export function categoryOfSpeed(speed_kt: number): Category | null {
  return categories.find((category) => speed_kt < BELOW_KT[category]) ?? null;
}

/** Why an airplane belongs to its category. */
export interface CategoryReason {
  category: Category;
  /** 1.3 × the stall speed in landing configuration. */
  reference_kt: number;
  /** The speed the approach is flown at, where that is what decides. */
  flown_kt: number | null;
}

/** The speed an airplane of this stall speed in landing configuration is flown over the threshold at, kt. */
export const landingReference_kt = (stallLanding_kt: number): number => 1.3 * stallLanding_kt;

/**
 * An airplane's category: by 1.3 times its stall speed in landing configuration, or by the speed the approach is flown at
 * where that is the higher one.
 * @returns null where it is too fast for any
 */
export function categoryOf(stallLanding_kt: number, flown_kt: number): CategoryReason | null {
  const reference_kt = landingReference_kt(stallLanding_kt);
  const least = categoryOfSpeed(reference_kt);
  const asFlown = categoryOfSpeed(flown_kt);
  if (!least || !asFlown) return null;
  return asFlown > least
    ? { category: asFlown, reference_kt, flown_kt }
    : { category: least, reference_kt, flown_kt: null };
}
