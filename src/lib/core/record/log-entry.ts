import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';
import { Rejection } from '../measure/rejection';

const hours = /* @__NO_SIDE_EFFECTS__ */ (what: string) =>
  Type.Number({
    minimum: 0,
    maximum: 24,
    multipleOf: 0.1,
    accepted: `${what} in hours with one decimal, 0 to 24`
  });

export const devices = ['airplane', 'basic-atd', 'advanced-atd', 'ftd'] as const;
export type Device = (typeof devices)[number];

export const approachKinds = ['ILS', 'LOC', 'LPV', 'LNAV/VNAV', 'LNAV', 'VOR', 'VOR/DME', 'NDB'] as const;

/** A training flight as an instructor enters it; it counts toward the rating once it is signed. */
export const TrainingEntry = Type.Object(
  {
    date: Type.String({ format: 'date', accepted: 'a date, as 2026-11-23' }),
    device: oneOf(devices),
    aircraft: Type.String({
      minLength: 1,
      maxLength: 60,
      accepted: 'the airplane or device, by type and registration'
    }),
    route: Type.String({ minLength: 1, maxLength: 120, accepted: 'the places flown, in order' }),
    total_h: hours('total time'),
    instrumentActual_h: hours('actual instrument time'),
    instrumentSimulated_h: hours('simulated instrument time'),
    crossCountryPic_h: hours('cross-country time as pilot in command'),
    withInstructor: Type.Boolean(),
    approaches: Type.Array(
      Type.Object(
        {
          place: Type.String({ minLength: 1, maxLength: 40, accepted: 'where the approach was flown' }),
          kind: oneOf(approachKinds)
        },
        { additionalProperties: false }
      ),
      { maxItems: 20, accepted: 'up to 20 approaches' }
    ),
    holding: Type.Boolean(),
    interceptingTracking: Type.Boolean(),
    ifrCrossCountry_nm: Type.Number({
      minimum: 0,
      maximum: 3000,
      accepted: 'the length of an IFR cross-country in NM, 0 to 3000'
    }),
    safetyPilot: Type.String({ maxLength: 80 }),
    remarks: Type.String({ maxLength: 1000 })
  },
  {
    $id: 'https://hanza.invalid/schema/training-entry.json',
    title: 'Hanza training entry',
    additionalProperties: false
  }
);
export type TrainingEntry = Static<typeof TrainingEntry>;

/** What is kept of an attempt flown in Hanza's own trainer. */
export const PracticeEntry = Type.Object(
  {
    date: Type.String({ format: 'date' }),
    drill: Type.String(),
    aircraft: Type.String(),
    duration_s: Type.Number({ minimum: 0 }),
    flownBy: Type.String(),
    verdict: Type.String(),
    score: Type.Number()
  },
  { additionalProperties: false }
);
export type PracticeEntry = Static<typeof PracticeEntry>;

/** Makes a mistaken entry count for nothing; that one stays to be read. */
export const VoidEntry = Type.Object(
  {
    date: Type.String({ format: 'date' }),
    reason: Type.String({ minLength: 3, maxLength: 1000, accepted: 'the reason, in a few words' })
  },
  { additionalProperties: false }
);
export type VoidEntry = Static<typeof VoidEntry>;

interface Entry {
  id: string;
  /** The entry this one puts right; that one stays, and no longer counts. */
  corrects: string | null;
  signed: boolean;
}
export interface TrainingLogEntry extends Entry {
  kind: 'training';
  content: TrainingEntry;
}
/** Practice is kept, graded and shown, and never counts toward a rating or recency. */
export interface PracticeLogEntry extends Entry {
  kind: 'practice';
  content: PracticeEntry;
}
export interface VoidLogEntry extends Entry {
  kind: 'void';
  content: VoidEntry;
}
/** An entry as it stands in the record. */
export type LogEntry = TrainingLogEntry | PracticeLogEntry | VoidLogEntry;

/**
 * What the schema cannot say.
 * @param today date of entry, as 2026-11-23
 * @throws Rejection at the first field that contradicts another
 */
export function checkTrainingEntry(entry: TrainingEntry, today: string): void {
  if (entry.date > today) throw new Rejection('date', entry.date, `today, ${today}, or earlier`);
  const instrument = tenths(entry.instrumentActual_h) + tenths(entry.instrumentSimulated_h);
  if (instrument > tenths(entry.total_h)) {
    throw new Rejection(
      'instrumentSimulated_h',
      entry.instrumentSimulated_h,
      `actual and simulated together at most the total, ${entry.total_h} h`
    );
  }
  if (tenths(entry.crossCountryPic_h) > tenths(entry.total_h)) {
    throw new Rejection(
      'crossCountryPic_h',
      entry.crossCountryPic_h,
      `at most the total, ${entry.total_h} h`
    );
  }
  if (
    entry.device === 'airplane' &&
    entry.instrumentSimulated_h > 0 &&
    !entry.withInstructor &&
    entry.safetyPilot.trim() === ''
  ) {
    throw new Rejection(
      'safetyPilot',
      entry.safetyPilot,
      'the safety pilot’s name, for simulated instrument time without an instructor'
    );
  }
  if (entry.device !== 'airplane' && entry.crossCountryPic_h > 0) {
    throw new Rejection('crossCountryPic_h', entry.crossCountryPic_h, '0 in a training device');
  }
}

/** Hours as whole tenths, so that sums are exact. */
export function tenths(hours_h: number): number {
  return Math.round(hours_h * 10);
}
