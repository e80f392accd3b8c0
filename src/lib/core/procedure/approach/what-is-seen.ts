import type { CloudLayer } from '../../air/cloud';
import { figure } from '../../measure/figure';
import {
  FEET_PER_NAUTICAL_MILE,
  METRES_PER_NAUTICAL_MILE,
  METRES_PER_STATUTE_MILE
} from '../../measure/units';
import type { Approach } from './approach';
import { distanceAtHeight } from './vertical-path';
import { visibilityWords } from './visibility-words';

/** What there is to be seen through at an airport. Heights above touchdown. */
export interface Outlook {
  /** Of the lowest cloud; Infinity: there is none. */
  base_ft: number;
  /** Of the lowest cloud; left out: above where anybody flies. */
  top_ft?: number | undefined;
  /** A second layer above it; left out: none. */
  upper?: CloudLayer | undefined;
  /** Flight visibility below the cloud, statute miles. */
  visibility_sm: number;
}

/** The clouds of an outlook, rising. */
export function layersOf({ base_ft, top_ft = Infinity, upper }: Outlook): CloudLayer[] {
  return [...(base_ft === Infinity ? [] : [{ base_ft, top_ft }]), ...(upper ? [upper] : [])];
}

/** What is in sight at a minimum, and whether that is enough to go on. */
export interface SeenAtMinimum {
  what: 'nothing' | 'the approach lights' | 'the runway';
  goesOn: boolean;
  /** Why, as it is told afterwards. */
  words: string;
}

/** How far before the threshold approach lights begin, ft: a full system. */
export const LIGHTS_FT = 2400;
/** Where there is no path, the minimum is left for the runway along this one. */
export const USUAL_PATH = { angle_deg: 3, crossing_ft: 50 };

/**
 * What is seen where a path passes a minimum: nothing in cloud; otherwise the approach lights or the threshold, as far as the
 * flight visibility reaches along the line of sight. Enough to go on it is where something of both is in sight and the visibility
 * is no less than published (91.175 of the US rules; the approach lights alone count down to 100 ft above touchdown, by when the
 * threshold is nearer than the published visibility).
 * @param minimum as it is set, and the visibility that belongs to it
 */
export function seenAtMinimum(
  approach: Approach,
  minimum: { set_ft: number; visibility_sm: number },
  lights: 'on' | 'out',
  { base_ft, top_ft = Infinity, visibility_sm }: Outlook
): SeenAtMinimum {
  const height_ft = minimum.set_ft - approach.touchdownElevation_ft;
  const weather = `base ${figure(base_ft)} ft, visibility ${visibilityWords(visibility_sm)}`;
  if (base_ft < height_ft)
    return {
      what: 'nothing',
      goesOn: false,
      words:
        height_ft < top_ft
          ? `The minimum lay in cloud (${weather}).`
          : `The minimum lay above a cloud (${weather}, top ${figure(top_ft)} ft).`
    };
  const threshold_ft =
    Math.max(0, distanceAtHeight(approach.path ?? USUAL_PATH, height_ft)) * FEET_PER_NAUTICAL_MILE;
  const inSight = (along_ft: number) =>
    (Math.hypot(Math.max(0, along_ft), height_ft) / FEET_PER_NAUTICAL_MILE) * METRES_PER_NAUTICAL_MILE <=
    visibility_sm * METRES_PER_STATUTE_MILE;
  const what = inSight(threshold_ft)
    ? 'the runway'
    : lights === 'on' && inSight(threshold_ft - LIGHTS_FT)
      ? 'the approach lights'
      : 'nothing';
  const enough = visibility_sm >= minimum.visibility_sm;
  return {
    what,
    goesOn: what !== 'nothing' && enough,
    words:
      what === 'nothing'
        ? `Nothing was in sight at the minimum (${weather}).`
        : `${what === 'the runway' ? 'The runway was' : 'The approach lights were'} in sight at the minimum (${weather})${enough ? '' : `, but less than the ${visibilityWords(minimum.visibility_sm)} published`}.`
  };
}
