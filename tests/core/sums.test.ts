import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sumQuestion } from '$core/bench/sum-bench';
import { isRight, sumKinds, type SumKind } from '$core/bench/sum-question';
import { normaliseSigned } from '$core/measure/angle';
import { leadRadialRule } from '$core/procedure/dme-arc';
import { windTriangle } from '$core/procedure/wind-triangle';
import { vorDeflection } from '$core/radio/receiver';

/** Each sum worked out again from nothing but the words of its question: numbers as they are read, sides as they are said. */
type Again = (numbers: number[], prompt: string) => number | string;
const side = (prompt: string, word: RegExp) => (word.test(prompt) ? 1 : -1);
const round = (angle: number) => ((((angle - 1) % 360) + 360) % 360) + 1;

const again: Record<SumKind, Again> = {
  reciprocal: ([course]) => round(course! + 180),
  // Whoever stands in a quarter sees what a receiver there shows.
  quadrant: ([course], prompt) => {
    const quarters = { 'north-east': 45, 'south-east': 135, 'south-west': 225, 'north-west': 315 };
    const seen = Object.entries(quarters).filter(([, radial]) => {
      const { deflection, toFrom } = vorDeflection(radial, course!);
      return (
        toFrom.toUpperCase() === /TO|FROM/.exec(prompt)![0] &&
        Math.sign(deflection) === side(prompt, /needle stands right/)
      );
    });
    expect(seen).toHaveLength(1);
    return seen[0]![0];
  },
  intercept: ([course, angle], prompt) => round(course! + side(prompt, /needle right/) * angle!),
  'compass-roll-out': ([latitude, lead], prompt) => {
    // It lags through north and leads through south, by the latitude; the roll-out takes its lead either way.
    const north = /for north/.test(prompt);
    const turned = north ? -latitude! - lead! : latitude! - lead!;
    return round((north ? 360 : 180) + side(prompt, /to the right/) * turned);
  },
  'wind-correction': ([course, tas_kt, from_deg, speed_kt]) => {
    const solved = windTriangle(course!, tas_kt!, { from_deg: from_deg!, speed_kt: speed_kt! });
    return solved.kind === 'impossible' ? NaN : Math.round(solved.heading_deg);
  },
  'hold-entry': ([inbound, arriving], prompt) => {
    const relative = side(prompt, /right turns/) * normaliseSigned(inbound! + 180 - arriving!);
    return relative >= 0 && relative <= 70
      ? 'teardrop'
      : relative < 0 && relative >= -110
        ? 'parallel'
        : 'direct';
  },
  'entry-heading': ([inbound], prompt) =>
    round(inbound! + 180 - (/teardrop/.test(prompt) ? 30 * side(prompt, /right turns/) : 0)),
  'outbound-heading': ([inbound, correction], prompt) =>
    round(inbound! + 180 - side(prompt, /° right of/) * correction! * (/Triple/.test(prompt) ? 3 : 2)),
  'outbound-time': ([flown_s, leg_s]) => flown_s! + 60 - leg_s!,
  // What is taught, and what is true: whoever works it out exactly is right, too.
  'descent-rate': ([groundspeed_kt]) => groundspeed_kt! * (6076.12 / 60) * Math.tan((3 * Math.PI) / 180),
  'missed-approach-time': ([distance_nm, groundspeed_kt]) => (distance_nm! / groundspeed_kt!) * 3600,
  'lead-radial': ([radius_nm, groundspeed_kt]) => leadRadialRule(radius_nm!, groundspeed_kt!, 3),
  'arc-heading': ([radial], prompt) => {
    const way = / clockwise/.test(prompt) ? 1 : -1;
    return round(radial! + way * 95);
  }
};

describe('the sums, worked out again from their words', () => {
  test.each(sumKinds)('%s', (kind) => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 1e9 }), (level, seed) => {
        const { prompt, answer } = sumQuestion(kind, level, seed);
        const due = again[kind]((prompt.match(/\d+(\.\d+)?/g) ?? []).map(Number), prompt);
        if (answer.kind === 'choice') expect(answer.options[answer.right]).toBe(due);
        else expect(isRight(answer, Math.round(due as number)), `${prompt} ${due}`).toBe(true);
      }),
      { numRuns: 150 }
    );
  });
});
