import { figure, heading } from '../../measure/figure';
import type { AltitudeLimit, Found, Leg, LegType } from './approach';

/** An altitude limit as it is said: "2400 ft", "at or above 2400 ft", "2000 to 3000 ft". */
export function altitudeWords({ above_ft, below_ft }: AltitudeLimit): string {
  if (above_ft !== undefined && below_ft !== undefined)
    return above_ft === below_ft ? `${figure(above_ft)} ft` : `${figure(above_ft)} to ${figure(below_ft)} ft`;
  return above_ft !== undefined
    ? `at or above ${figure(above_ft)} ft`
    : `at or below ${figure(below_ft!)} ft`;
}

/** How a fix is told: "VLB 8 NM", "SDH 210°", "outer marker". */
export function foundWords(found: Found): string {
  switch (found.by) {
    case 'distance':
      return `${found.station} ${figure(found.nm, 1)} NM`;
    case 'radial':
      return `${found.station} radial ${heading(found.deg)}`;
    case 'marker':
      return `${found.marker} marker`;
  }
}

function guideWords({ guide, station, fix }: Leg): string {
  // A station that is flown to leads there by itself.
  if (station !== undefined && station === fix) return '';
  switch (guide) {
    case undefined:
    case 'heading':
      return '';
    case 'waypoints':
      return 'by waypoints';
    case 'arc':
      return `arc about ${station ?? 'the station'}`;
    case 'vor':
      return `by ${station ?? 'the VOR'}`;
    case 'ndb':
      return `by the beacon ${station ?? ''}`.trim();
    default:
      return `on the ${guide}${station ? ` ${station}` : ''}`;
  }
}

const course = (leg: Leg) => (leg.course_deg === undefined ? '' : heading(leg.course_deg));
const side = ({ turn }: Leg) => (turn ? `${turn} turn` : '');

/** A type of leg as a person would say it, with the code the industry has for it. */
export function legName(type: LegType): string {
  return `${LEG_NAMES[type]} (${type})`;
}

const LEG_NAMES: Record<LegType, string> = {
  IF: 'from a fix',
  TF: 'to a fix',
  CF: 'course to a fix',
  DF: 'direct to a fix',
  AF: 'arc to a fix',
  RF: 'curve to a fix',
  FA: 'from a fix up to',
  CA: 'course up to',
  VA: 'heading up to',
  VI: 'heading to a course',
  VM: 'heading, manual',
  PI: 'procedure turn',
  HM: 'hold, manual',
  HF: 'hold, once round',
  HA: 'hold, up to'
};

/** What a leg asks for, as it is read out: what is flown, how it is guided, where it ends and how high. */
export function legWords(leg: Leg): string {
  const climb = leg.altitude?.above_ft;
  const limits = leg.altitude ? altitudeWords(leg.altitude) : '';
  const join = (...parts: string[]) => parts.filter(Boolean).join(', ');
  switch (leg.type) {
    case 'IF':
      return join(leg.fix!, limits);
    case 'TF':
      return join(`to ${leg.fix}`, guideWords(leg), limits);
    case 'CF':
      return join(`course ${course(leg)} to ${leg.fix}`, guideWords(leg), limits);
    case 'DF':
      return join(`direct to ${leg.fix}`, side(leg), guideWords(leg), limits);
    case 'AF':
    case 'RF':
      return join(`arc about ${leg.about}, ${leg.turn ?? 'right'} turn, to ${leg.fix}`, limits);
    case 'FA':
      return `from ${leg.fix} on ${course(leg)} to ${figure(climb!)} ft`;
    case 'CA':
      return `climb on course ${course(leg)} to ${figure(climb!)} ft`;
    case 'VA':
      return `climb on heading ${course(leg)} to ${figure(climb!)} ft`;
    case 'VI':
      return join(`heading ${course(leg)} until the next course is reached`, side(leg));
    case 'VM':
      return join(`heading ${course(leg)} until told otherwise`, side(leg), limits);
    case 'PI':
      return join(
        `procedure turn at ${leg.fix}`,
        `outbound ${course(leg)}`,
        `${leg.reversal ?? '45/180'}`,
        side(leg),
        `within ${figure(leg.within_nm ?? 10)} NM`,
        limits
      );
    case 'HM':
    case 'HF':
    case 'HA':
      return join(
        `${leg.type === 'HF' ? 'once round the hold' : 'hold'} at ${leg.fix}`,
        `inbound ${course(leg)}`,
        `${leg.turn ?? 'right'} turns`,
        leg.leg_nm !== undefined ? `${figure(leg.leg_nm)} NM` : `${figure(leg.leg_s ?? 60)} s`,
        limits
      );
  }
}
