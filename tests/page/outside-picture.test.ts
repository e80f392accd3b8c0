import { precipitations } from '$core/air/precipitation';
import { placeAt } from '$core/earth/geodesic';
import { inSpace } from '$core/earth/in-space';
import { lessonOf } from '$core/drill/lesson';
import { worldById } from '$core/radio/world-catalogue';
import { seeing, type Eye } from '$core/view/eye';
import { lookingOut, outsideOf, type Outside } from '$core/view/looking-out';
import { runwayInSpace } from '$core/view/runway-in-space';
import type { Pen } from '$lib/panel/falling';
import { drawOutside, type OutsidePicture } from '$lib/panel/outside-picture';
import { describe, expect, test } from 'vitest';
import { planOf } from '../core/flown';

type Affine = [number, number, number, number, number, number];
interface Drawn {
  what: 'rect' | 'shape' | 'disc' | 'lines';
  /** Where it lies on the canvas, in its own px. */
  corners: [number, number][];
  style: unknown;
  alpha: number;
}

/** A pen that draws nothing and remembers where everything would have come. */
function recordingPen() {
  let at: Affine = [1, 0, 0, 1, 0, 0];
  const stack: { at: Affine; alpha: number }[] = [];
  let path: [number, number][] = [];
  let disc = false;
  const drawn: Drawn[] = [];
  const on = (x: number, y: number): [number, number] => [
    at[0] * x + at[2] * y + at[4],
    at[1] * x + at[3] * y + at[5]
  ];
  const times = ([a, b, c, d, e, f]: Affine) => {
    const [A, B, C, D, E, F] = at;
    at = [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F];
  };
  const pen = {
    canvas: { width: 0, height: 0 },
    fillStyle: '' as unknown,
    strokeStyle: '',
    globalAlpha: 1,
    lineWidth: 1,
    lineCap: '',
    setTransform: (...matrix: Affine) => (at = matrix),
    save: () => stack.push({ at, alpha: pen.globalAlpha }),
    restore: () => {
      const before = stack.pop()!;
      at = before.at;
      pen.globalAlpha = before.alpha;
    },
    translate: (x: number, y: number) => times([1, 0, 0, 1, x, y]),
    rotate: (turn: number) => times([Math.cos(turn), Math.sin(turn), -Math.sin(turn), Math.cos(turn), 0, 0]),
    createLinearGradient: () => {
      const stops: string[] = [];
      return { stops, addColorStop: (_: number, colour: string) => stops.push(colour) };
    },
    beginPath: () => {
      path = [];
      disc = false;
    },
    moveTo: (x: number, y: number) => path.push(on(x, y)),
    lineTo: (x: number, y: number) => path.push(on(x, y)),
    quadraticCurveTo: (_: number, __: number, x: number, y: number) => path.push(on(x, y)),
    arc: (x: number, y: number) => {
      path.push(on(x, y));
      disc = true;
    },
    fill: () =>
      drawn.push({
        what: disc ? 'disc' : 'shape',
        corners: path,
        style: pen.fillStyle,
        alpha: pen.globalAlpha
      }),
    stroke: () =>
      drawn.push({ what: 'lines', corners: path, style: pen.strokeStyle, alpha: pen.globalAlpha }),
    fillRect: (x: number, y: number, w: number, h: number) =>
      drawn.push({
        what: 'rect',
        corners: [on(x, y), on(x + w, y), on(x + w, y + h), on(x, y + h)],
        style: pen.fillStyle,
        alpha: pen.globalAlpha
      })
  };
  return { pen: pen as unknown as Pen, drawn };
}

const [WIDTH, HEIGHT] = [800, 280];
/** As the view is laid out: nine degrees are seen over the nose and five above it. */
const PX_PER_DEGREE = HEIGHT / 14;
function drawnOf(outside: Outside, more: Partial<OutsidePicture> = {}) {
  const { pen, drawn } = recordingPen();
  drawOutside(pen, {
    outside,
    daylight: 'day',
    width: WIDTH,
    height: HEIGHT,
    density: 1,
    time_s: 0,
    ...more
  });
  return { pen, drawn };
}

const lesson = lessonOf(planOf({ cloudBase_ft: 6000 }));
const look = lookingOut(lesson)!;
const { latitude_deg, longitude_deg, groundElevation_ft } = lesson.area;
const eye = (more: Partial<Eye>): Eye => ({
  place: { latitude_deg, longitude_deg },
  altitude_ft: groundElevation_ft + 2500,
  pitch_deg: 0,
  bank_deg: 0,
  trueHeading_deg: 40,
  ...more
});

describe('the picture out of the cockpit', () => {
  test.each([
    [0, 0],
    [4, 0],
    [-6, 25],
    [3, -40],
    [10, 15]
  ])('its ground begins where the ground is, at pitch %i and bank %i', (pitch_deg, bank_deg) => {
    const from = eye({ pitch_deg, bank_deg });
    const { drawn } = drawnOf(look(from, 0));
    const ground = drawn.findLast(({ what }) => what === 'rect')!;
    const [[x1, y1], [x2, y2]] = ground.corners as [[number, number], [number, number]];
    // Points of the ground where ten miles of visibility end, a little left and right of the nose.
    const see = seeing(from);
    for (const off_deg of [-4, 0, 4]) {
      const far_nm = (10 * 1609.344) / 1852;
      const point = inSpace(
        placeAt(from.place, from.trueHeading_deg + off_deg, far_nm),
        groundElevation_ft * 0.3048
      );
      const { ahead_m, right_m, down_m } = see(point);
      const degrees = (across: number, along: number) => (Math.atan2(across, along) * 180) / Math.PI;
      const x = WIDTH / 2 + degrees(right_m, ahead_m) * PX_PER_DEGREE;
      const y = (5 + degrees(down_m, Math.hypot(ahead_m, right_m))) * PX_PER_DEGREE;
      const away = ((x2 - x1) * (y - y1) - (y2 - y1) * (x - x1)) / Math.hypot(x2 - x1, y2 - y1);
      // A flat picture of a round view: within a twelfth of a degree of it near the nose.
      expect(Math.abs(away)).toBeLessThan(PX_PER_DEGREE / 6);
    }
    // It reaches across whatever the bank, and what is above it is sky or cloud.
    expect(Math.hypot(x2 - x1, y2 - y1)).toBeGreaterThan(2 * WIDTH);
  });

  test('a runway and each of its lights come where they are seen, red ones red, fainter the farther', () => {
    const runway = worldById('vesterlund').runways.find(({ name }) => name === '24')!;
    const laid = runwayInSpace(runway, -9, { angle_deg: 3, crossing_ft: 50 }, true);
    const course_deg = runway.course_deg - 9;
    const from = eye({
      place: placeAt(runway, course_deg + 180, 1),
      altitude_ft: runway.elevation_ft + 250,
      trueHeading_deg: course_deg + 3,
      pitch_deg: -2
    });
    const outside = outsideOf(from, laid, { base_ft: 900, visibility_sm: 3 });
    const { drawn } = drawnOf(outside);
    const discs = drawn.filter(({ what }) => what === 'disc');
    expect(discs).toHaveLength(outside.lights.length);
    expect(discs.length).toBeGreaterThan(60);
    discs.forEach(({ corners, style, alpha }, i) => {
      const { right, up, isRed, contrast, kind } = outside.lights[i]!;
      expect(corners[0]![0]).toBeCloseTo(WIDTH / 2 + right * PX_PER_DEGREE, 6);
      expect(corners[0]![1]).toBeCloseTo((5 - up) * PX_PER_DEGREE, 6);
      expect(style === '#ff4a3a').toBe(isRed);
      expect(alpha).toBeCloseTo(Math.max(0.15, contrast) * (kind === 'edge' ? 0.75 : 1), 9);
    });
    const shapes = drawn.filter(({ what }) => what === 'shape');
    // The runway, its markings, and the nose in front of it all.
    expect(shapes).toHaveLength(1 + outside.markings.length + 1);
    const xs = shapes[0]!.corners.map(([x]) => x);
    // Three degrees left of the nose.
    expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(WIDTH / 2 - 3 * PX_PER_DEGREE, -1);
  });

  test('in cloud, and behind the device, there is nothing but one colour, what falls, and the nose', () => {
    const cloud = look(eye({ altitude_ft: 7000 }), 0);
    for (const daylight of ['day', 'dusk', 'night'] as const) {
      const { drawn } = drawnOf(cloud, { daylight });
      expect(drawn.map(({ what }) => what)).toEqual(['rect', 'shape']);
      expect(drawn[0]).toMatchObject({ corners: [[0, 0], [WIDTH, 0], [WIDTH, HEIGHT], [0, HEIGHT]], alpha: 1 }); // prettier-ignore
    }
    for (const falling of precipitations) {
      const lines = drawnOf({ ...cloud, falling }).drawn.filter(({ what }) => what === 'lines');
      expect(lines).toHaveLength(falling === 'none' ? 0 : 1);
    }
    const many = (falling: Outside['falling']) =>
      drawnOf({ ...cloud, falling }).drawn.find(({ what }) => what === 'lines')!.corners.length;
    expect(many('heavy rain')).toBeGreaterThan(many('rain'));
    expect(many('rain')).toBeGreaterThan(many('light rain'));
    // It moves on with time, and stands where time does.
    const at = (time_s: number) => drawnOf({ ...cloud, falling: 'rain' }, { time_s }).drawn;
    expect(at(1)).toEqual(at(1));
    expect(at(1)).not.toEqual(at(1.05));
  });

  test('shreds at the edge of a cloud make all of it fainter, and tops below are paler than ground', () => {
    const low = look(eye({ altitude_ft: 5990 }), 0);
    expect(low.plainness).toBeLessThan(1);
    const ground = drawnOf(low).drawn.findLast(({ what }) => what === 'rect')!;
    expect(ground.alpha).toBe(low.plainness);
    const stopsOf = (outside: Outside) =>
      (drawnOf(outside).drawn.findLast(({ what }) => what === 'rect')!.style as { stops: string[] }).stops;
    const brightness = (colour: string) => parseInt(colour.slice(1, 3), 16);
    const tops = stopsOf({ ...low, below: 'cloud', above: 'sky' });
    expect(brightness(tops[1]!)).toBeGreaterThan(brightness(stopsOf(low)[1]!));
    // A clear sky is a third area, under the horizon's; without one there are two.
    expect(drawnOf(low).drawn.filter(({ what }) => what === 'rect')).toHaveLength(2);
    expect(drawnOf({ ...low, above: 'sky' }).drawn.filter(({ what }) => what === 'rect')).toHaveLength(3);
  });

  test('on a screen with finer points it is drawn as fine, at the same places', () => {
    const outside = look(eye({ bank_deg: 10 }), 0);
    const { pen, drawn } = drawnOf(outside, { density: 2 });
    expect([pen.canvas.width, pen.canvas.height]).toEqual([2 * WIDTH, 2 * HEIGHT]);
    const once = drawnOf(outside).drawn;
    drawn.forEach(({ corners }, i) =>
      corners.forEach(([x, y], k) => {
        expect(x).toBeCloseTo(2 * once[i]!.corners[k]![0], 6);
        expect(y).toBeCloseTo(2 * once[i]!.corners[k]![1], 6);
      })
    );
  });
});
