import type { approachKinds } from './log-entry';
import { tenths, type Device, type LogEntry, type TrainingLogEntry } from './log-entry';
import type { Requirement, RequirementSet } from './requirement-set';

/** How far one requirement has come, with the entries that made the sum. */
export interface RequirementProgress {
  requirement: Requirement;
  /** What counts, in the requirement's unit. */
  have: number;
  /** What was flown before caps were applied. */
  flown: number;
  entries: { entryId: string; date: string; amount: number }[];
  /** In words: what a cap left out. */
  notes: string[];
}

/** The entries that count: signed training entries that no later signed entry corrects. Practice never does. */
export function countingEntries(entries: readonly LogEntry[]): TrainingLogEntry[] {
  const corrected = new Set(entries.filter((e) => e.signed && e.corrects !== null).map((e) => e.corrects));
  return entries.filter(
    (entry): entry is TrainingLogEntry =>
      entry.kind === 'training' && entry.signed && !corrected.has(entry.id)
  );
}

/**
 * Progress toward every requirement of a set. A pure replay: the same entries give the same sums, in whatever order.
 * @param asOf the day asked about, as 2026-11-23; windows reach back from it, entries after it do not count
 */
export function progressToward(
  set: RequirementSet,
  entries: readonly LogEntry[],
  asOf: string
): RequirementProgress[] {
  const counting = countingEntries(entries)
    .filter((entry) => entry.content.date <= asOf)
    .sort((a, b) => a.content.date.localeCompare(b.content.date) || a.id.localeCompare(b.id));
  return set.requirements.map((requirement) => progressOf(requirement, counting, asOf));
}

function progressOf(
  requirement: Requirement,
  entries: readonly TrainingLogEntry[],
  asOf: string
): RequirementProgress {
  const from =
    requirement.withinCalendarMonths === null
      ? ''
      : firstDayMonthsBefore(asOf, requirement.withinCalendarMonths);
  const matching = entries.filter(
    ({ content }) =>
      content.date >= from &&
      (!requirement.onlyAirplane || content.device === 'airplane') &&
      (!requirement.onlyWithInstructor || content.withInstructor) &&
      // Device time is credit only with the instructor who gives it (14 CFR 61.65(g) to (i)).
      (content.device === 'airplane' || content.withInstructor)
  );
  const amounts = matching
    .map((entry) => ({ entry, amount: amountOf(requirement, entry) }))
    .filter(({ amount }) => amount > 0);

  const byDevice = new Map<Device, number>();
  for (const { entry, amount } of amounts) {
    byDevice.set(entry.content.device, (byDevice.get(entry.content.device) ?? 0) + amount);
  }
  const scale = requirement.unit === 'h' ? 10 : 1;
  const notes: string[] = [];
  let airplane = 0;
  let inDevices = 0;
  for (const [device, sum] of byDevice) {
    const cap = requirement.deviceCaps[device];
    const counted = cap === undefined ? sum : Math.min(sum, cap * scale);
    if (counted < sum) notes.push(`${sum / scale} h in ${device}; at most ${cap} h count`);
    if (device === 'airplane') airplane += counted;
    else inDevices += counted;
  }
  if (requirement.allDevicesCap !== null && inDevices > requirement.allDevicesCap * scale) {
    notes.push(`${inDevices / scale} h in devices; at most ${requirement.allDevicesCap} h count together`);
    inDevices = requirement.allDevicesCap * scale;
  }
  return {
    requirement,
    have: (airplane + inDevices) / scale,
    flown: amounts.reduce((sum, { amount }) => sum + amount, 0) / scale,
    entries: amounts.map(({ entry, amount }) => ({
      entryId: entry.id,
      date: entry.content.date,
      amount: amount / scale
    })),
    notes
  };
}

/** Navigation system of each kind of approach: three lines of minima of one RNAV approach are one kind. */
const systemOf: Record<(typeof approachKinds)[number], string> = {
  ILS: 'ILS',
  LOC: 'localizer',
  LPV: 'RNAV',
  'LNAV/VNAV': 'RNAV',
  LNAV: 'RNAV',
  VOR: 'VOR',
  'VOR/DME': 'VOR',
  NDB: 'NDB'
};

/** In tenths of hours, or whole flights. */
function amountOf(requirement: Requirement, { content }: TrainingLogEntry): number {
  switch (requirement.measure) {
    case 'instrument_h':
      return tenths(content.instrumentActual_h) + tenths(content.instrumentSimulated_h);
    case 'crossCountryPic_h':
      return tenths(content.crossCountryPic_h);
    case 'longIfrCrossCountry':
      return content.ifrCrossCountry_nm >= 250 &&
        new Set(content.approaches.map((a) => systemOf[a.kind])).size >= 3
        ? 1
        : 0;
  }
}

/** First day of the calendar month `months` before the month of a date (2026-11-23, 2 → 2026-09-01). */
export function firstDayMonthsBefore(date: string, months: number): string {
  const [year, month] = date.split('-').map(Number) as [number, number];
  const index = year * 12 + (month - 1) - months;
  return `${Math.floor(index / 12)}-${String((index % 12) + 1).padStart(2, '0')}-01`;
}
