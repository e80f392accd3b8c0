<script lang="ts">
  import type { Daylight } from '$core/drill/approach/approach-plan';
  import { figure } from '$core/measure/figure';
  import type { InPicture, Outside } from '$core/view/looking-out';
  import { drawFalling } from './falling';

  /** Out of the cockpit: cloud, or what lies below as far as it can be made out, the runway and its lights, the sky above the clouds. */
  let { outside, daylight, height }: { outside: Outside; daylight: Daylight; height: number } = $props();

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

  /** Who asked their machine for less motion sees it stand. */
  const calm = typeof matchMedia === 'function' && matchMedia('(prefers-reduced-motion: reduce)').matches;
  let canvas = $state<HTMLCanvasElement | null>(null);
  let width = $state(800);

  /** What is ahead, for who hears the page and does not see it. */
  const words = $derived.by(() => {
    const through = outside.falling === 'none' ? '' : `through ${outside.falling}: `;
    if (outside.blank === 'device') return 'the view-limiting device is on, nothing to be seen';
    if (outside.blank) return `${through}cloud, nothing to be seen`;
    if (outside.below === 'cloud')
      return `the tops of the cloud below, ${outside.above === 'sky' ? 'clear sky above' : 'another cloud above'}`;
    const nearest = outside.lights.filter(({ kind }) => kind === 'threshold')[0];
    const first = nearest ?? outside.lights[0];
    if (!first) return `${through}the ground below and its horizon, no runway`;
    const side =
      Math.abs(first.right) < 1
        ? 'ahead'
        : `${figure(Math.abs(first.right))}° ${first.right > 0 ? 'right' : 'left'} of the nose`;
    return `${through}${nearest ? 'the runway' : first.kind === 'approach' ? 'approach lights' : 'runway lights'} ${side}`;
  });

  $effect(() => {
    const pen = canvas?.getContext('2d');
    if (pen) draw(pen);
  });

  function draw(pen: CanvasRenderingContext2D) {
    const { blank, below, above, bank_deg, pitch_deg, plainness, groundFrom_deg, surface, markings, lights } = outside;
    const colour = COLOURS[daylight];
    const density = window.devicePixelRatio || 1;
    const scale = height / (OVER_NOSE_DEG + ABOVE_DEG);
    if (canvas!.width !== Math.round(width * density)) canvas!.width = Math.round(width * density);
    if (canvas!.height !== Math.round(height * density)) canvas!.height = Math.round(height * density);
    pen.setTransform(density, 0, 0, density, 0, 0);
    pen.fillStyle = colour.cloud;
    pen.fillRect(0, 0, width, height);
    if (blank) return inFront(pen);
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
    inFront(pen);
  }

  /** What falls past, and the airplane itself. */
  function inFront(pen: CanvasRenderingContext2D) {
    const from = { x: width / 2, y: (ABOVE_DEG * height) / (OVER_NOSE_DEG + ABOVE_DEG) };
    drawFalling(pen, outside.falling, daylight, {
      width,
      height,
      from,
      time_s: calm ? 0 : performance.now() / 1000
    });
    nose(pen, COLOURS[daylight].nose);
  }

  /** What the nose hides. */
  function nose(pen: CanvasRenderingContext2D, colour: string) {
    pen.fillStyle = colour;
    pen.beginPath();
    pen.moveTo(0, height);
    pen.lineTo(0, height - 5);
    pen.quadraticCurveTo(width / 2, height - 26, width, height - 5);
    pen.lineTo(width, height);
    pen.fill();
  }
</script>

<div
  bind:clientWidth={width}
  class="mb-2 border border-line"
  role="img"
  aria-label="Out of the cockpit: {words}"
>
  <canvas bind:this={canvas} class="block w-full" style:height="{height}px"></canvas>
</div>
