import type { Precipitation } from '$core/air/precipitation';
import type { Daylight } from '$core/drill/approach/approach-plan';

/** What is drawn on, in the page or in a worker. */
export type Pen = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** So many drops or flakes for each hundred thousand square pixels, how fast they come, ways a second, and how long they look, share of the way. */
const LOOKS: Record<Exclude<Precipitation, 'none'>, { many: number; speed: number; length: number }> = {
  'light rain': { many: 40, speed: 1.5, length: 0.12 },
  rain: { many: 90, speed: 1.7, length: 0.16 },
  'heavy rain': { many: 190, speed: 1.9, length: 0.2 },
  'light snow': { many: 60, speed: 0.9, length: 0.03 },
  snow: { many: 130, speed: 1, length: 0.035 },
  'heavy snow': { many: 260, speed: 1.1, length: 0.04 }
};
const COLOUR: Record<Daylight, string> = { day: '#f3f6f4', dusk: '#aab3bd', night: '#7d8893' };
/** Direction and way of one after the other: spread over both as evenly as can be (powers of the plastic number). */
const [TURN, WAY] = [0.7548776662, 0.569840291];
/** None is drawn so near the point they come from: there they hardly move. */
const LEAST_WAY = 0.05;

/**
 * Rain or snow as it comes at the windscreen: out of the point the airplane flies to, faster the nearer. What stands still in time is
 * drawn the same again.
 */
export function drawFalling(
  pen: Pen,
  precipitation: Precipitation,
  daylight: Daylight,
  {
    width,
    height,
    from,
    time_s
  }: { width: number; height: number; from: { x: number; y: number }; time_s: number }
): void {
  if (precipitation === 'none') return;
  const { many, speed, length } = LOOKS[precipitation];
  const isSnow = precipitation.includes('snow');
  const far = Math.hypot(width, height) * 0.6;
  pen.save();
  pen.strokeStyle = COLOUR[daylight];
  pen.lineCap = 'round';
  pen.globalAlpha = isSnow ? 0.75 : 0.5;
  pen.lineWidth = isSnow ? 1.8 : 1;
  pen.beginPath();
  for (let i = 0; i < (many * width * height) / 1e5; i++) {
    const angle = 2 * Math.PI * ((i * TURN) % 1);
    const way = (i * WAY + time_s * speed) % 1;
    if (way < LEAST_WAY) continue;
    const at = (share: number) => far * share * share;
    const [near, end] = [at(way), at(way + length * way)];
    pen.moveTo(from.x + near * Math.cos(angle), from.y + near * Math.sin(angle));
    pen.lineTo(from.x + end * Math.cos(angle), from.y + end * Math.sin(angle));
  }
  pen.stroke();
  pen.restore();
}
