import { describe, expect, test } from 'vitest';
import {
  aircraftOf,
  hoursOf,
  remarksOf,
  routeOf,
  signedWords,
  type Line,
  type SignableLine
} from '../../src/routes/record/log-words';

const content = {
  aircraft: 'Sandling 160',
  device: 'airplane',
  route: 'XVLB XVNA XVLB',
  total_h: 1.4,
  instrumentActual_h: 0.3,
  instrumentSimulated_h: 0.9,
  crossCountryPic_h: 0,
  withInstructor: true,
  approaches: [
    { kind: 'ILS', place: 'XVLB 24' },
    { kind: 'VOR', place: 'XVNA A' }
  ],
  holding: true,
  interceptingTracking: true,
  safetyPilot: '',
  remarks: ''
};
const training = (changes: object = {}, corrects: string | null = null) =>
  ({ kind: 'training', corrects, content: { ...content, ...changes } }) as unknown as SignableLine & Line;
const practice = (flownBy: string) =>
  ({
    kind: 'practice',
    content: { aircraft: 'Sandling 160', drill: 'Hold over a VOR', verdict: 'met', score: 88, flownBy }
  }) as unknown as Line;
const voids = {
  kind: 'void',
  corrects: 'first',
  content: { reason: 'written twice' }
} as unknown as SignableLine & Line;
const dateOf = (id: string | null) => (id === 'first' ? '2026-11-09T23:30:00Z' : 'unknown');

describe('what a signature is put under', () => {
  test('is all of a training entry in its words, and nothing that is empty', () => {
    expect(Object.fromEntries(signedWords(training(), dateOf))).toEqual({
      'Flown in': 'Sandling 160',
      Route: 'XVLB XVNA XVLB',
      Total: '1.4 h',
      Instrument: '0.3 h actual, 0.9 h simulated',
      'Cross-country, PIC': '0.0 h',
      'With an instructor': 'yes',
      Approaches: 'ILS XVLB 24, VOR XVNA A',
      Also: 'holding, intercepting and tracking'
    });
    const other = Object.fromEntries(
      signedWords(
        training(
          {
            device: 'basic-atd',
            approaches: [],
            withInstructor: false,
            holding: false,
            safetyPilot: 'Oda Lind'
          },
          'first'
        ),
        dateOf
      )
    );
    expect(other).toMatchObject({
      'Flown in': 'Sandling 160 (basic training device)',
      Approaches: 'none',
      Also: 'intercepting and tracking',
      'With an instructor': 'no',
      'Safety pilot': 'Oda Lind',
      // The day is the one at Greenwich, as in a log.
      Corrects: 'the entry of 9 Nov 2026'
    });
  });

  test('of a void is what it voids and why', () => {
    expect(signedWords(voids, dateOf)).toEqual([
      ['Voids', 'the entry of 9 Nov 2026'],
      ['Why', 'written twice']
    ]);
  });
});

test('hours stand only where there are any to log: practice in the trainer is none', () => {
  expect([training(), practice('the student'), voids].map(hoursOf('total_h'))).toEqual([1.4, null, null]);
  expect([training(), practice('the student'), voids].map(aircraftOf)).toEqual([
    'Sandling 160',
    'Sandling 160, trainer',
    ''
  ]);
  expect([training(), practice('the student'), voids].map((entry) => routeOf(entry, dateOf))).toEqual([
    'XVLB XVNA XVLB',
    'Hold over a VOR',
    'Voids the entry of 9 Nov 2026'
  ]);
});

test('remarks say who flew where it was not the student, and that no instructor was there', () => {
  expect(remarksOf(practice('the student'))).toBe('practice · met, 88');
  expect(remarksOf(practice('a simulated pilot'))).toBe('practice · met, 88 · flown by a simulated pilot');
  expect(remarksOf(training({ withInstructor: false, safetyPilot: 'Oda Lind', remarks: 'gusty' }))).toBe(
    'ILS XVLB 24 · VOR XVNA A · holding · safety pilot Oda Lind · without instructor · gusty'
  );
  expect(remarksOf(voids)).toBe('written twice');
});
