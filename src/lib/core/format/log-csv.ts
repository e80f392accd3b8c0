import type { LogEntry, PracticeEntry, TrainingEntry } from '../record/log-entry';
import { toCsv } from './csv';

/** Who signed an entry and when, where it is signed. */
export type SignedEntry = LogEntry & { signedBy: string | null; signedAt: string | null };

/**
 * The log as CSV (RFC 4180), one row an entry, corrections pointing at what they correct.
 * Text that a spreadsheet would take for a formula is kept text by a leading apostrophe.
 */
export function logToCsv(entries: readonly SignedEntry[]): string {
  const header = [
    'entry', 'kind', 'corrects', 'date', 'device', 'aircraft', 'route', 'total_h', 'instrument_actual_h',
    'instrument_simulated_h', 'cross_country_pic_h', 'with_instructor', 'approaches', 'holding',
    'intercepting_tracking', 'ifr_cross_country_nm', 'safety_pilot', 'remarks', 'signed_by', 'signed_at'
  ]; // prettier-ignore
  const rows = entries.map((entry) => [
    entry.id,
    entry.kind,
    entry.corrects ?? '',
    entry.content.date,
    ...columnsOf(entry),
    asText(entry.signedBy ?? ''),
    entry.signedAt ?? ''
  ]);
  return toCsv([header, ...rows]);
}

function columnsOf(entry: LogEntry): string[] {
  switch (entry.kind) {
    case 'training':
      return trainingColumns(entry.content);
    case 'practice':
      return practiceColumns(entry.content);
    case 'void':
      return [...Array<string>(13).fill(''), asText(`void: ${entry.content.reason}`)];
  }
}

function trainingColumns(content: TrainingEntry): string[] {
  return [
    content.device,
    asText(content.aircraft),
    asText(content.route),
    content.total_h.toFixed(1),
    content.instrumentActual_h.toFixed(1),
    content.instrumentSimulated_h.toFixed(1),
    content.crossCountryPic_h.toFixed(1),
    yesNo(content.withInstructor),
    asText(content.approaches.map((approach) => `${approach.kind} ${approach.place}`).join('; ')),
    yesNo(content.holding),
    yesNo(content.interceptingTracking),
    String(content.ifrCrossCountry_nm),
    asText(content.safetyPilot),
    asText(content.remarks)
  ];
}

/** Practice has no loggable time: its columns of hours stay empty. */
function practiceColumns(content: PracticeEntry): string[] {
  const remarks = `${content.drill}, flown by ${content.flownBy}, ${Math.round(content.duration_s)} s, ${content.verdict} (${content.score})`;
  return ['trainer', asText(content.aircraft), '', ...Array<string>(10).fill(''), asText(remarks)];
}

function yesNo(value: boolean): string {
  return value ? 'yes' : 'no';
}

function asText(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}
