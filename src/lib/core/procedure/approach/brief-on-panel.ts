import type { Bugs } from '../../instrument/bugs';
import { normaliseSigned } from '../../measure/angle';
import { sameChannel, type RadioSettings } from '../../radio/radio-settings';
import type { Approach } from './approach';
import type { ApproachCard } from './approach-card';
import type { BriefItem } from './card-words';
import { lowestMark_ft, minimumMark } from './set-minimum';

/** What of a briefing the panel itself shows to be done, and what it shows not to be; the other items only a person can say. */
export type OnPanel = Partial<Record<BriefItem['id'], boolean>>;

const COURSE_WITHIN_DEG = 1;

/** Holds the station, the final course and the minimum of a briefing against what is set. */
export function briefOnPanel(
  approach: Approach,
  card: ApproachCard,
  radios: RadioSettings,
  bugs: Bugs
): OnPanel {
  const { station, minimum } = card;
  const last = approach.final.findLast(({ fix }) => fix !== undefined)?.fix;
  const radio = radios.source === 'nav2' ? radios.nav2 : radios.nav1;
  const byNeedle = radios.source !== 'rnav';
  const reads = (wanted_deg: number) =>
    Math.abs(normaliseSigned(radio.course_deg - wanted_deg)) <= COURSE_WITHIN_DEG;
  const ends =
    reads(approach.finalCourse_deg) ||
    (approach.kind === 'back course' && reads(approach.finalCourse_deg + 180));
  return {
    guidance:
      station === null
        ? last !== undefined && radios.source === 'rnav' && radios.rnav.legs.includes(last)
        : station.kind === 'ndb'
          ? radios.adf.active_kHz === station.frequency_kHz
          : station.kind !== 'marker' && byNeedle && sameChannel(radio.active_MHz, station.frequency_MHz),
    ...(station === null || station.kind === 'ndb' ? {} : { course: byNeedle && ends }),
    ...(minimum === null
      ? {}
      : {
          minimum:
            minimumMark(bugs.minimum_ft, { set_ft: minimum.set_ft, least_ft: lowestMark_ft(minimum) }) ===
            'right'
        })
  };
}
