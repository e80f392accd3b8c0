import { lessonOf } from '$core/drill/lesson';
import fc from 'fast-check';
import { labelPlaces, type LabelPlace } from '$lib/draw/label-places';
import { describe, expect, test } from 'vitest';
import { alignedValues } from '$core/flight/aligned-values';
import { gradeFlight } from '$core/grade/grade';
import { stripsOf, unwrapped, valueAt } from '$lib/draw/strip';
import { finiteRuns, linearScale, roundBounds, tracePath } from '$lib/draw/trace-path';
import { atTime, onDay, onDayOfYear } from '$lib/draw/when';
import { arcPath, dialAngle, inSteps, onCircle } from '$lib/panel/dial';
import { flown, madeFlight, planOf } from './flown';
import { even } from './even';

const points = (path: string) =>
  [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const);

describe('drawing a trace', () => {
  test('a scale and its inverse undo each other', () => {
    const number = even(-1000, 1000);
    fc.assert(
      fc.property(number, even(1, 500), number, (low, width, value) => {
        const scale = linearScale([low, low + width], [700, 20]);
        expect(scale(low)).toBeCloseTo(700, 6);
        expect(scale.invert(scale(value))).toBeCloseTo(value, 5);
      })
    );
  });

  test('however many samples share a pixel, no peak is lost and no more points are drawn than the picture shows', () => {
    const one = even(-100, 100);
    fc.assert(
      fc.property(fc.array(one, { minLength: 400, maxLength: 3000 }), (values) => {
        const x = (k: number) => (k / values.length) * 100;
        const drawn = points(
          tracePath(
            0,
            values.length - 1,
            (k) => values[k]!,
            x,
            (value) => value
          )
        ).map(([, y]) => y);
        expect(Math.max(...drawn)).toBeCloseTo(Math.max(...values), 1);
        expect(Math.min(...drawn)).toBeCloseTo(Math.min(...values), 1);
        expect(drawn.length).toBeLessThanOrEqual(404);
      }),
      { numRuns: 30 }
    );
  });

  test('bounds hold what they are given and are never empty', () => {
    expect(roundBounds(3012, 3987, 100)).toEqual([3000, 4000]);
    expect(roundBounds(5, 5, 5)).toEqual([0, 10]);
  });

  test('a heading across north is one line, and each strip says its share and shows every exceedance', () => {
    const across = madeFlight(20, { heading_deg: (t) => (355 + t) % 360 });
    const line = unwrapped(across, 360);
    expect(line[0]).toBeCloseTo(355, 3);
    expect(line.at(-1)).toBeCloseTo(375, 3);
    const plan = planOf();
    const flight = flown(plan, { pumpsPitch: 1 });
    const grade = gradeFlight(flight, plan);
    const strips = stripsOf(flight, grade, lessonOf(plan));
    expect(strips.map((strip) => strip.id)).toEqual([
      'altitude_ft',
      'verticalSpeed_fpm',
      'ias_kt',
      'heading_deg',
      'rpm'
    ]);
    const rate = strips[1]!;
    expect(rate.shareInside).toBeCloseTo(
      grade.measures.find((m) => m.channel === 'verticalSpeed_fpm')!.shareInside,
      9
    );
    expect(rate.exceedances.length).toBe(
      grade.measures.flatMap((m) => (m.channel === 'verticalSpeed_fpm' ? m.exceedances : [])).length
    );
    expect(strips[4]!.shareInside).toBeNull();
    for (const strip of strips) {
      for (const t of [0, 50, 1e6]) {
        const value = valueAt(strip, flight, t);
        expect(value).toBeGreaterThanOrEqual(strip.bounds[0]);
        expect(value).toBeLessThanOrEqual(strip.bounds[1]);
      }
    }
  });
});

describe('dials', () => {
  const scale = { low: 40, high: 160, fromAngle: -150, toAngle: 150 };
  test('values stand where the scale puts them and stop at its ends', () => {
    expect([40, 100, 160, 20, 500].map((value) => dialAngle(scale, value))).toEqual([
      -150, 0, 150, -150, 150
    ]);
  });
  test('angles run clockwise from the top', () => {
    expect(onCircle(10, 0)).toMatchObject({ x: 0, y: -10 });
    expect(onCircle(10, 90).x).toBeCloseTo(10, 9);
    expect(arcPath(10, 0, 270)).toMatch(/^M0\.00 -10\.00A10 10 0 1 1 -10\.00 -?0\.00$/);
  });
  test('what does not visibly move does not change', () => {
    expect(inSteps(12.34, 0.2)).toBe(inSteps(12.31, 0.2));
    expect(inSteps(-0.04, 0.1)).toBeCloseTo(0, 9);
  });
});

test('another flight is laid beside this one phase by phase, and is not drawn where it was through sooner', () => {
  const span = (phaseId: string, start_s: number, end_s: number) => ({
    phaseId,
    start_s,
    end_s,
    settled_s: {},
    complete: true
  });
  const values = Float32Array.from({ length: 300 }, (_, k) => k);
  const aligned = alignedValues(
    values,
    10,
    [span('level', 0, 10), span('climb', 10, 25), span('turn', 25, 30)],
    [span('level', 0, 15), span('climb', 15, 29)],
    301
  );
  // The climb begins with the climb; it took a second less; the turn was never flown.
  expect([aligned[0], aligned[99], aligned[100], aligned[240]]).toEqual([0, 99, 150, 290]);
  expect(finiteRuns(aligned)).toEqual([[0, 240]]);
  expect(Number.isNaN(aligned[260])).toBe(true);
});

describe('names on a chart', () => {
  const boxOf = (point: { x: number; y: number; name: string }, { dx, dy, end }: LabelPlace) => {
    const width = point.name.length * 8.5;
    const left = point.x + dx - (end ? width : 0);
    return { left, right: left + width, top: point.y + dy - 11, bottom: point.y + dy + 3 };
  };

  test('keep clear of each other where four stand close, and stay within the picture', () => {
    const crowd = [
      { x: 100, y: 100, name: 'IVL' },
      { x: 118, y: 92, name: 'MM' },
      { x: 130, y: 96, name: 'VLB' },
      { x: 292, y: 10, name: 'SKARN' }
    ];
    const boxes = labelPlaces(crowd, crowd, { width: 300, height: 200 }).map((place, i) =>
      boxOf(crowd[i]!, place)
    );
    boxes.forEach((a, i) => {
      expect(a.left).toBeGreaterThanOrEqual(0);
      expect(a.right).toBeLessThanOrEqual(300);
      expect(a.top).toBeGreaterThanOrEqual(0);
      for (const b of boxes.slice(i + 1))
        expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false);
    });
    // Alone, a name stands above and to the right, as everywhere.
    expect(labelPlaces([crowd[0]!], [crowd[0]!], { width: 300, height: 200 })).toEqual([
      { dx: 8, dy: -6, end: false }
    ]);
  });
});

test('days and times are written as British English writes them', () => {
  const by = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC', ...options }); // prettier-ignore
  const [day, year, time] = [by({}), by({ year: 'numeric' }), by({ hour: '2-digit', minute: '2-digit' })];
  for (let month = 0; month < 12; month++) {
    const at = new Date(Date.UTC(2026, month, 1 + 2 * month, 23 - month, 5 * month));
    const iso = at.toISOString();
    expect([onDay(iso), onDayOfYear(iso), atTime(iso)]).toEqual([day.format(at), year.format(at), `${time.format(at)} UTC`]); // prettier-ignore
  }
});
