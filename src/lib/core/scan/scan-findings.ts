import type { Gaze } from '../instrument/scan-area';
import { areaNames } from '../instrument/scan-area';
import { finding, type Finding } from '../finding/finding';
import { capital } from '../measure/capital';
import { clock, figure, percent } from '../measure/figure';
import { omissionLimit_s } from './expected-areas';
import { FIXATION_S, type Emphasis, type Omission, type ScanFaults, type Stare } from './scan-faults';
import { areaMeasure } from './scan-measure';

/** What the eyes did wrong, in words. */
export function scanFindings({ stares, omissions, emphases }: ScanFaults): Finding[] {
  return [...stares.map(sayStare), ...omissions.map(sayOmission), ...emphases.map(sayEmphasis)];
}

/** The title of a stare: `Staring at the altimeter`. */
export const stareTitle = (area: Gaze) => `Staring at the ${areaNames[area]}`;
/** The title of an omission: `Heading indicator left out`. */
export const omissionTitle = (area: Gaze) => `${capital(areaNames[area])} left out`;
/** The title of too much looking at one thing: `Too much on the altimeter`. */
export const emphasisTitle = (area: Gaze) => `Too much on the ${areaNames[area]}`;

function sayStare({ area, looks, longest }: Stare): Finding {
  return finding(
    'scan-fixation',
    'fault',
    stareTitle(area),
    { moment_s: longest.start_s, start_s: longest.start_s, end_s: longest.end_s },
    `${looks === 1 ? 'One look' : `${looks} looks`} longer than ${FIXATION_S} s, the longest ${figure(longest.end_s - longest.start_s, 1)} s at ${clock(longest.start_s)}.`,
    { area }
  );
}

function sayOmission({ area, gap_s, from_s, count, stretch }: Omission): Finding {
  return finding(
    'scan-omission',
    'fault',
    omissionTitle(area),
    { moment_s: from_s, start_s: from_s, end_s: from_s + gap_s },
    `Unseen for ${figure(gap_s)} s from ${clock(from_s)}${stretch === null ? '' : `, in “${stretch}”`}${count > 1 ? `, and ${count - 1} more such ${count === 2 ? 'gap' : 'gaps'}` : ''}; ${omissionLimit_s(area)} s allowed.`,
    { area }
  );
}

function sayEmphasis({ area, share, next, stretch, measure }: Emphasis): Finding {
  return finding(
    'scan-emphasis',
    'fault',
    emphasisTitle(area),
    { moment_s: measure.from_s, start_s: measure.from_s, end_s: measure.to_s },
    `${percent(share)} of the looking in “${stretch}”, ${figure(areaMeasure(measure, area)!.meanLook_s, 1)} s a look; the next instrument had ${percent(next)}.`,
    { area }
  );
}
