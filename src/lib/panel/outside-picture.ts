import type { Daylight } from '$core/drill/approach/approach-plan';
import type { InPicture, Outside } from '$core/view/looking-out';
import { drawFalling, type Pen } from './falling';

/** One picture out of the cockpit. */
export interface OutsidePicture {
  outside: Outside;
  daylight: Daylight;
  /** px of the page. */
  width: number;
  height: number;
  /** Points of the screen in one of these. */
  density: number;
  /** What falls has moved on by then; 0: it stands. */
  time_s: number;
}

/** So much is seen over the nose and above it, degrees by the airplane's own axes. */
const OVER_NOSE_DEG = 9;
const ABOVE_DEG = 5;
const COLOURS = {
  day: {
    sky: '#b3c2c9',
    cloud: '#c9cdc9',
    tops: '#e4e6e2',
    ground: '#77856f',
    runway: '#4c5154',
    mark: '#e6e5df',
    nose: '#8f8a7c'
  },
  dusk: {
    sky: '#4a5468',
    cloud: '#5a606c',
    tops: '#6d727b',
    ground: '#39424a',
    runway: '#262b30',
    mark: '#8d9090',
    nose: '#2c2e31'
  },
  night: {
    sky: '#10161d',
    cloud: '#191e24',
    tops: '#232930',
    ground: '#0c1013',
    runway: '#101418',
    mark: '#34393c',
    nose: '#06080a'
  }
} as const;
const LIGHTS = {
  approach: '#fff6dc',
  threshold: '#3fd07f',
  edge: '#fff6dc',
  end: '#ff4a3a',
  descent: '#fff6dc'
} as const;
const RED = '#ff4a3a';

/** Cloud, or what lies below as far as it can be made out, the runway and its lights, the sky above the clouds. */
export function drawOutside(pen: Pen, picture: OutsidePicture): void {
  const { outside, daylight, width, height, density } = picture;
  const { blank, below, above, bank_deg, pitch_deg, plainness, groundFrom_deg, surface, markings, lights } =
    outside;
  const colour = COLOURS[daylight];
  const scale = height / (OVER_NOSE_DEG + ABOVE_DEG);
  const { canvas } = pen;
  if (canvas.width !== Math.round(width * density)) canvas.width = Math.round(width * density);
  if (canvas.height !== Math.round(height * density)) canvas.height = Math.round(height * density);
  pen.setTransform(density, 0, 0, density, 0, 0);
  pen.fillStyle = colour.cloud;
  pen.fillRect(0, 0, width, height);
  if (blank) return inFront(pen, picture);
  const x = (p: InPicture) => width / 2 + p.right * scale;
  const y = (p: InPicture) => (ABOVE_DEG - p.up) * scale;
  pen.save();
  pen.translate(width / 2, ABOVE_DEG * scale);
  pen.rotate((-bank_deg * Math.PI) / 180);
  pen.translate(0, pitch_deg * scale);
  const far = 2 * (width + height);
  if (above === 'sky') {
    // Toward the horizon it pales into the haze.
    const upward = pen.createLinearGradient(0, 0, 0, -30 * scale);
    upward.addColorStop(0, colour.cloud);
    upward.addColorStop(1, colour.sky);
    pen.fillStyle = upward;
    pen.globalAlpha = plainness;
    pen.fillRect(-far, -far, 2 * far, far);
  }
  // From the end of the visibility downward the ground comes out of the haze.
  const from = groundFrom_deg * scale;
  const into = pen.createLinearGradient(0, from, 0, from + Math.max(1, groundFrom_deg) * 2 * scale);
  // Where it cannot be told from the cloud there is no horizon to fly by.
  into.addColorStop(0, colour.cloud);
  into.addColorStop(1, below === 'cloud' ? colour.tops : colour.ground);
  pen.fillStyle = into;
  pen.globalAlpha = plainness;
  pen.fillRect(-far, from, 2 * far, far);
  pen.restore();
  pen.globalAlpha = plainness;
  const fill = (corners: readonly InPicture[], with_: string) => {
    pen.fillStyle = with_;
    pen.beginPath();
    corners.forEach((corner, i) =>
      i === 0 ? pen.moveTo(x(corner), y(corner)) : pen.lineTo(x(corner), y(corner))
    );
    pen.fill();
  };
  if (surface) fill(surface, colour.runway);
  for (const corners of markings) fill(corners, colour.mark);
  for (const seen of lights) {
    pen.globalAlpha =
      plainness * Math.max(0.15, seen.contrast) * (daylight === 'day' && seen.kind === 'edge' ? 0.75 : 1);
    pen.fillStyle = seen.isRed ? RED : LIGHTS[seen.kind];
    // The eye makes a light as large as it is bright: nearer ones are.
    const size = Math.min(4, Math.max(0.8, (seen.kind === 'descent' ? 2400 : 700) / seen.distance_m));
    pen.beginPath();
    pen.arc(x(seen), y(seen), size, 0, 7);
    pen.fill();
  }
  pen.globalAlpha = 1;
  inFront(pen, picture);
}

/** What falls past, and the airplane itself. */
function inFront(pen: Pen, { outside, daylight, width, height, time_s }: OutsidePicture) {
  const from = { x: width / 2, y: (ABOVE_DEG * height) / (OVER_NOSE_DEG + ABOVE_DEG) };
  drawFalling(pen, outside.falling, daylight, { width, height, from, time_s });
  nose(pen, width, height, COLOURS[daylight].nose);
}

/** What the nose hides. */
function nose(pen: Pen, width: number, height: number, colour: string) {
  pen.fillStyle = colour;
  pen.beginPath();
  pen.moveTo(0, height);
  pen.lineTo(0, height - 5);
  pen.quadraticCurveTo(width / 2, height - 26, width, height - 5);
  pen.lineTo(width, height);
  pen.fill();
}
