<script lang="ts">
  import type { QuickReadings } from '$core/instrument/readings';
  import { inSteps } from './dial';
  import { attitudeWords } from './panel';

  /** The attitude field of the tape panel, with a diamond where the airplane is really going. */
  let { readings }: { readings: QuickReadings } = $props();
  const uid = $props.id();
  const PIXELS_PER_DEGREE = 6;
  const pitch = $derived(Math.max(-45, Math.min(45, readings.pitch_deg)));
  const world = $derived(
    `translate(160 0) rotate(${-inSteps(readings.bank_deg, 0.2)}) translate(0 ${inSteps(pitch * PIXELS_PER_DEGREE, 0.5)})`
  );
  const words = $derived(attitudeWords(readings.pitch_deg, readings.bank_deg));
  const ladder = [-40, -35, -30, -25, -20, -15, -10, -5, 5, 10, 15, 20, 25, 30, 35, 40];
  const bank = $derived(inSteps(Math.max(-70, Math.min(70, readings.bank_deg)), 0.2));
  /** Where the path goes, seen from the airplane: below the nose by the angle of attack, aside by the drift. */
  const path = $derived({
    x: inSteps(Math.max(-14, Math.min(14, readings.drift_deg)) * PIXELS_PER_DEGREE, 0.5),
    y: inSteps((pitch - Math.max(-30, Math.min(30, readings.pathAngle_deg))) * PIXELS_PER_DEGREE, 0.5)
  });
</script>

<clipPath id={uid}><rect y="-150" width="320" height="300" /></clipPath>
{#if readings.attitudeValid}
  <g clip-path="url(#{uid})" role="img" aria-label={words}>
    <g transform={world}>
      <rect x="-360" y="-700" width="720" height="700" fill="var(--sky)" />
      <rect x="-360" width="720" height="700" fill="var(--earth)" />
      <path d="M-360 0H360" stroke="var(--horizon)" stroke-width="2" />
      {#each ladder as degrees (degrees)}
        {@const half = degrees % 10 === 0 ? 40 : 18}
        <path d="M{-half} {-degrees * PIXELS_PER_DEGREE}H{half}" stroke="var(--ink)" stroke-width="1.3" />
        {#if degrees % 10 === 0}
          <text
            x={half + 6}
            y={-degrees * PIXELS_PER_DEGREE + 4}
            font-size="12"
            fill="var(--ink)"
            class="figure">{Math.abs(degrees)}</text
          >
        {/if}
      {/each}
    </g>
    <g transform="translate(160 0)">
      {#each [-60, -45, -30, -20, -10, 0, 10, 20, 30, 45, 60] as mark (mark)}
        <path
          d="M0 -142V{mark % 30 === 0 ? -128 : -134}"
          stroke="var(--ink)"
          stroke-width={mark === 0 ? 3 : 1.6}
          transform="rotate({mark})"
        />
      {/each}
      <path d="M0 -127L-6 -115H6Z" fill="var(--now)" transform="rotate({-bank})" />
      <path
        d="M{path.x} {path.y - 9}L{path.x + 9} {path.y}L{path.x} {path.y + 9}L{path.x - 9} {path.y}Z"
        fill="none"
        stroke="var(--trace)"
        stroke-width="2.5"
      />
      <path d="M-84 0H-30M30 0H84" stroke="var(--now)" stroke-width="6" stroke-linecap="round" />
      <circle r="4" fill="var(--now)" />
    </g>
  </g>
{:else}
  <rect y="-150" width="320" height="300" fill="var(--paper)" stroke="var(--hard)" />
  <text x="160" y="-4" text-anchor="middle" font-size="18" fill="var(--hard)">no attitude source</text>
  <text x="160" y="20" text-anchor="middle" font-size="13" fill="var(--soft)">electrical power lost</text>
{/if}
<rect y="-150" width="320" height="300" fill="none" stroke="var(--line)" />
