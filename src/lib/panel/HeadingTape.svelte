<script lang="ts">
  import { normaliseSigned } from '$core/measure/angle';
  import { heading } from '$core/measure/figure';
  import { inSteps } from './dial';

  /** A strip of the compass rose under a fixed line, with the track over the ground as a hollow mark. */
  let {
    heading_deg,
    drift_deg,
    corridor = null,
    bug_deg = null
  }: {
    heading_deg: number;
    drift_deg: number;
    corridor?: { low: number; high: number } | null;
    bug_deg?: number | null;
  } = $props();
  const uid = $props.id();
  const PIXELS = 4.6;
  const tens = $derived(Math.round(heading_deg / 10) * 10);
  const marks = $derived(Array.from({ length: 11 }, (_, i) => tens + (i - 5) * 10));
  const shift = $derived(inSteps(-normaliseSigned(heading_deg - tens) * PIXELS, 0.5));
  const x = (at: number) => normaliseSigned(at - tens) * PIXELS;
  const short = Array.from({ length: 23 }, (_, i) => `M${(i - 11) * 5 * PIXELS} 0v6`).join('');
</script>

<g role="img" aria-label="Heading {heading(heading_deg)}">
  <clipPath id={uid}><rect x="-160" width="320" height="40" /></clipPath>
  <rect x="-160" width="320" height="40" fill="var(--paper)" stroke="var(--line)" />
  <g clip-path="url(#{uid})">
    <g transform="translate({shift} 0)">
      {#if corridor}
        <rect
          x={x(corridor.low)}
          width={(corridor.high - corridor.low) * PIXELS}
          height="9"
          fill="var(--band)"
          stroke="var(--band-edge)"
        />
      {/if}
      <path d={short} stroke="var(--soft)" />
      {#each marks as at (at)}
        <path d="M{(at - tens) * PIXELS} 0v11" stroke="var(--ink)" stroke-width="1.6" />
        <text
          x={(at - tens) * PIXELS}
          y="27"
          text-anchor="middle"
          font-size="13"
          fill="var(--ink)"
          class="figure">{heading(at).slice(0, 2)}</text
        >
      {/each}
    </g>
    {#if bug_deg !== null}
      <path
        d="M{x(bug_deg) + shift - 8} 39V32L{x(bug_deg) + shift} 26L{x(bug_deg) + shift + 8} 32V39"
        fill="none"
        stroke="var(--trace)"
        stroke-width="3"
      />
    {/if}
    <path
      d="M{inSteps(drift_deg * PIXELS, 0.5)} 1l5 6l-5 6l-5 -6Z"
      fill="none"
      stroke="var(--trace)"
      stroke-width="2"
    />
  </g>
  <path d="M0 -3V12" stroke="var(--now)" stroke-width="3" />
  <rect x="-32" y="-29" width="64" height="25" rx="3" fill="var(--sheet)" stroke="var(--strong-line)" />
  <text y="-9" text-anchor="middle" font-size="19" fill="var(--ink)" class="figure"
    >{heading(heading_deg)}</text
  >
</g>
