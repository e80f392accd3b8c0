import { STANDARD_RATE_DEGPS } from '../air/level-turn';
import { asCourse } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { navigationGoalOf } from './compose-navigation';
import { type Goal } from './drill';
import type { PhaseFile, Quantity, ReadQuantity } from './drill-file';
import { COMPUTED_PATH_SHARE, pathOfGlideSlope, type PathLine } from '../radio/path-line';
import type { LessonNavigation } from './lesson-navigation';
import { type Reference } from './reference';

/**
 * The complete goal of a written phase: what it does not say goes on as in the phase before.
 * @param headingBefore magnetic, degrees, where the phase before leaves the airplane @param at where the phase stands, for refusals
 * @throws Rejection where a figure does not fit
 */
export function goalOf(
  written: PhaseFile,
  from: Goal,
  headingBefore: number,
  read: ReadQuantity,
  at: string,
  reference: Reference | null
): Goal {
  const number = (quantity: Quantity, field: string) => read(quantity, `${at}.${field}`);
  const ias_kt = written.speed_kt === undefined ? from.ias_kt : number(written.speed_kt, 'speed_kt');
  const levelBefore = from.vertical.kind === 'level' ? from.vertical.altitude_ft : from.vertical.to_ft;
  let vertical: Goal['vertical'] = { kind: 'level', altitude_ft: levelBefore };
  if (written.altitude_ft !== undefined) {
    vertical = { kind: 'level', altitude_ft: number(written.altitude_ft, 'altitude_ft') };
  } else if (written.to_ft !== undefined) {
    const to_ft = number(written.to_ft, 'to_ft');
    const way = Math.sign(to_ft - levelBefore) || -1;
    const rate = written.rate_fpm === undefined ? null : Math.abs(number(written.rate_fpm, 'rate_fpm'));
    if (rate === 0) throw new Rejection(`${at}.rate_fpm`, 0, 'a rate above zero');
    // The second half of one climb or descent goes on as the first.
    const goesOn = from.vertical.kind !== 'level' && from.vertical.to_ft === to_ft && rate === null;
    const path = written.path && pathOf(written.path, reference, number, at);
    vertical = path
      ? { kind: 'path', to_ft, verticalSpeed_fpm: way * (rate ?? 500), path }
      : goesOn
        ? from.vertical
        : rate !== null && written.nose_holds !== 'speed'
          ? { kind: 'rate', to_ft, verticalSpeed_fpm: way * rate }
          : { kind: 'speed', to_ft, verticalSpeed_fpm: rate === null ? (way > 0 ? null : -500) : way * rate };
  }
  let lateral: Goal['lateral'] = { kind: 'heading', heading_deg: headingBefore };
  const navigated = navigationGoalOf(written, reference, read, at);
  if (navigated) lateral = navigated;
  else if (written.turn) {
    const { turn } = written;
    const direction = turn.direction === 'right' ? 1 : -1;
    const to =
      turn.to_deg !== undefined
        ? number(turn.to_deg, 'turn.to_deg')
        : turn.by_deg !== undefined
          ? headingBefore + direction * number(turn.by_deg, 'turn.by_deg')
          : null;
    lateral = {
      kind: 'turn',
      direction,
      to_deg: to === null ? null : asCourse(to),
      bank_deg: turn.bank_deg === undefined ? null : number(turn.bank_deg, 'turn.bank_deg'),
      rate_degps:
        turn.bank_deg !== undefined
          ? null
          : turn.rate === 'half'
            ? STANDARD_RATE_DEGPS / 2
            : STANDARD_RATE_DEGPS
    };
  } else if (written.heading_deg !== undefined) {
    lateral = { kind: 'heading', heading_deg: asCourse(number(written.heading_deg, 'heading_deg')) };
  }
  return {
    vertical,
    ...floorOf(written, number),
    ias_kt,
    lateral,
    flaps_deg: written.flaps_deg === undefined ? from.flaps_deg : number(written.flaps_deg, 'flaps_deg'),
    gear: written.gear === undefined ? from.gear : written.gear === 'down' ? 1 : 0
  };
}

/** What a phase must not go below. */
function floorOf(
  { floor_ft, minimum_ft, floors }: PhaseFile,
  number: (quantity: Quantity, field: string) => number
): Pick<Goal, 'floor'> {
  if (floors)
    return {
      floor: {
        hard: true,
        ft: {
          along: 'along_nm',
          between: 'steps',
          points: floors.map(({ at_nm, altitude_ft }, i) => ({
            at_nm: number(at_nm, `floors.${i}.at_nm`),
            value: number(altitude_ft, `floors.${i}.altitude_ft`)
          }))
        }
      }
    };
  if (minimum_ft !== undefined) return { floor: { hard: true, ft: number(minimum_ft, 'minimum_ft') } };
  return floor_ft === undefined ? {} : { floor: { hard: false, ft: number(floor_ft, 'floor_ft') } };
}

/** The path a phase leads down: that of its localizer, or one laid over its fix. */
function pathOf(
  { angle_deg, overFix_ft, by }: NonNullable<PhaseFile['path']>,
  reference: Reference | null,
  number: (quantity: Quantity, field: string) => number,
  at: string
): PathLine {
  if (!reference) throw new Rejection(`${at}.path`, by, 'a phase about a fix');
  if (by === 'glide slope') {
    const path = reference.station?.kind === 'localizer' ? pathOfGlideSlope(reference.station) : null;
    if (!path) throw new Rejection(`${at}.path.by`, by, 'a phase on a localizer that has a glide slope');
    return path;
  }
  const angle = number(angle_deg, 'path.angle_deg');
  return {
    aim: reference.place,
    elevation_ft: number(overFix_ft, 'path.overFix_ft'),
    angle_deg: angle,
    fullScale_deg: COMPUTED_PATH_SHARE * angle,
    by
  };
}

/** The fix a phase names; without a name that of the phase before. */
export function referenceNamed(
  about: string | undefined,
  before: Reference | null,
  navigation: LessonNavigation | null,
  at: string
): Reference | null {
  if (about === undefined) return before;
  const named = about === 'main' ? navigation?.origin : navigation?.others.get(about);
  if (!named)
    throw new Rejection(
      `${at}.about`,
      about,
      navigation
        ? `one of ${['main', ...navigation.others.keys()].join(', ')}`
        : 'nothing: the drill has no fix'
    );
  return named;
}
