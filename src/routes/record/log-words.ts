import { figure } from '$core/measure/figure';
import { onDayOfYear } from '$lib/draw/when';
import type { PageData } from './$types';
import { deviceNames } from './device-names';

/** A line of the log as the page has it. */
export type Line = PageData['entries'][number];
export type TrainingLine = Extract<Line, { kind: 'training' }>;
export type SignableLine = Extract<Line, { kind: 'training' | 'void' }>;

/** The columns of hours in the log. */
export type Hours = 'total_h' | 'instrumentActual_h' | 'instrumentSimulated_h' | 'crossCountryPic_h';

/** What a signature is put under, in words. @param dateOf of another entry, which this one corrects or voids */
export function signedWords(entry: SignableLine, dateOf: (id: string | null) => string): [string, string][] {
  if (entry.kind === 'void')
    return [
      ['Voids', `the entry of ${onDayOfYear(dateOf(entry.corrects))}`],
      ['Why', entry.content.reason]
    ];
  const { content } = entry;
  const all: [string, string][] = [
    [
      'Flown in',
      `${content.aircraft}${content.device === 'airplane' ? '' : ` (${deviceNames[content.device]})`}`
    ],
    ['Route', content.route],
    ['Total', `${figure(content.total_h, 1)} h`],
    [
      'Instrument',
      `${figure(content.instrumentActual_h, 1)} h actual, ${figure(content.instrumentSimulated_h, 1)} h simulated`
    ],
    ['Cross-country, PIC', `${figure(content.crossCountryPic_h, 1)} h`],
    ['With an instructor', content.withInstructor ? 'yes' : 'no'],
    ['Approaches', content.approaches.map(({ kind, place }) => `${kind} ${place}`).join(', ') || 'none'],
    [
      'Also',
      [content.holding ? 'holding' : '', content.interceptingTracking ? 'intercepting and tracking' : '']
        .filter(Boolean)
        .join(', ')
    ],
    ['Safety pilot', content.safetyPilot],
    ['Remarks', content.remarks],
    ['Corrects', entry.corrects ? `the entry of ${onDayOfYear(dateOf(entry.corrects))}` : '']
  ];
  return all.filter(([, words]) => words !== '');
}

export const hoursOf = (name: Hours) => (entry: Line) =>
  entry.kind === 'training' ? entry.content[name] : null;
export const aircraftOf = (entry: Line) =>
  entry.kind === 'void' ? '' : `${entry.content.aircraft}${entry.kind === 'practice' ? ', trainer' : ''}`;
export const routeOf = (entry: Line, dateOf: (id: string | null) => string) =>
  entry.kind === 'void'
    ? `Voids the entry of ${onDayOfYear(dateOf(entry.corrects))}`
    : entry.kind === 'practice'
      ? entry.content.drill
      : entry.content.route;
export function remarksOf(entry: Line): string {
  if (entry.kind === 'void') return entry.content.reason;
  if (entry.kind === 'practice')
    return [
      'practice',
      `${entry.content.verdict}, ${entry.content.score}`,
      entry.content.flownBy === 'the student' ? '' : `flown by ${entry.content.flownBy}`
    ]
      .filter(Boolean)
      .join(' · ');
  return [
    ...entry.content.approaches.map(({ kind, place }) => `${kind} ${place}`),
    entry.content.holding ? 'holding' : '',
    entry.content.safetyPilot ? `safety pilot ${entry.content.safetyPilot}` : '',
    entry.content.withInstructor ? '' : 'without instructor',
    entry.content.remarks
  ]
    .filter(Boolean)
    .join(' · ');
}
