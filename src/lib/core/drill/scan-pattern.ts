import type { Gaze, ScanArea } from '../instrument/scan-area';

/** The scan patterns that are taught. */
export const scanPatterns = ['hub-and-spoke', 't', 'inverted-v', 'rectangular'] as const;
export type ScanPattern = (typeof scanPatterns)[number];

export const patternNames: Record<ScanPattern, string> = {
  'hub-and-spoke': 'hub and spoke',
  t: 'T',
  'inverted-v': 'inverted V',
  rectangular: 'rectangular'
};
export const patternWords: Record<ScanPattern, string> = {
  'hub-and-spoke': 'Attitude, one instrument, back to the attitude, the next one.',
  t: 'Across the top by way of the attitude, then down to the heading.',
  'inverted-v': 'From the attitude down to the turn, back up, and down to the vertical speed.',
  rectangular: 'Round the panel, one instrument after the other.'
};

/** One round; patterns with a hub come back to the attitude after each look. */
const ROUND: Record<ScanPattern, readonly ScanArea[]> = {
  'hub-and-spoke': ['altimeter', 'heading', 'airspeed', 'vertical-speed', 'turn'],
  t: ['airspeed', 'altimeter', 'heading'],
  'inverted-v': ['turn', 'vertical-speed'],
  rectangular: ['airspeed', 'attitude', 'altimeter', 'vertical-speed', 'heading', 'turn']
};
/** The engine is looked at once in so many rounds. */
export const ENGINE_EVERY_ROUNDS = 3;

/** Whether a pattern comes back to the attitude after every look. */
export function hasHub(pattern: ScanPattern): boolean {
  return pattern !== 'rectangular';
}

/**
 * The looks of a pattern until it repeats itself: three rounds and the engine. Covered instruments are left out.
 * An empty panel gives an empty sequence.
 */
export function patternSequence(pattern: ScanPattern, covered: readonly ScanArea[] = []): ScanArea[] {
  const hub = hasHub(pattern) && !covered.includes('attitude');
  const spokes = [
    ...Array.from({ length: ENGINE_EVERY_ROUNDS }, () => ROUND[pattern]).flat(),
    'engine' as const
  ].filter((area) => !covered.includes(area));
  return spokes.flatMap((area): ScanArea[] => (hub ? ['attitude', area] : [area]));
}

/** Where the pattern has the eyes at a moment, at an even rhythm from time zero. @param rhythm_s seconds a look, > 0 */
export function cuedArea(sequence: readonly ScanArea[], rhythm_s: number, time_s: number): ScanArea | null {
  if (sequence.length === 0) return null;
  return sequence[Math.floor(time_s / rhythm_s + 1e-9) % sequence.length]!;
}

/** The moves from one area to another that belong to a pattern, as `from>to`. */
export function taughtMoves(pattern: ScanPattern, covered: readonly ScanArea[] = []): ReadonlySet<string> {
  const sequence = patternSequence(pattern, covered);
  return new Set(sequence.map((area, i) => moveOf(area, sequence[(i + 1) % sequence.length]!)));
}

/** The name of a move of the eyes, for sets and counts of moves. */
export function moveOf(from: Gaze, to: Gaze): string {
  return `${from}>${to}`;
}
