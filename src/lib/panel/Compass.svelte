<script lang="ts">
  import { normaliseSigned } from '$core/measure/angle';
  import { heading } from '$core/measure/figure';
  import { inSteps } from './dial';

  /** The card compass: a strip of card behind a lubber line; the card turns, the line stays. */
  let { compass_deg }: { compass_deg: number } = $props();
  const uid = $props.id();
  const PIXELS_PER_DEGREE = 3;
  const tens = $derived(Math.round(compass_deg / 10) * 10);
  const marks = $derived(
    Array.from({ length: 9 }, (_, i) => tens + (i - 4) * 10).map((at) => ({
      at,
      x: (at - tens) * PIXELS_PER_DEGREE,
      text: { 0: 'N', 90: 'E', 180: 'S', 270: 'W' }[((at % 360) + 360) % 360] ?? (((at % 30) + 30) % 30 === 0 ? String((((at % 360) + 360) % 360) / 10) : '') // prettier-ignore
    }))
  );
  const shift = $derived(inSteps(-normaliseSigned(compass_deg - tens) * PIXELS_PER_DEGREE, 0.2));
</script>

<svg viewBox="-80 0 160 44" class="block w-full" role="img" aria-label="Compass {heading(compass_deg)}">
  <clipPath id={uid}><rect x="-76" y="4" width="152" height="36" rx="8" /></clipPath>
  <rect x="-76" y="4" width="152" height="36" rx="8" fill="var(--paper)" stroke="var(--line)" />
  <g clip-path="url(#{uid})">
    <g transform="translate({shift} 0)">
      {#each marks as mark (mark.at)}
        <path d="M{mark.x} 28V38M{mark.x + 15} 32V38" stroke="var(--ink)" stroke-width="1.2" />
        {#if mark.text}<text
            x={mark.x}
            y="22"
            text-anchor="middle"
            font-size="13"
            fill="var(--ink)"
            class="figure">{mark.text}</text
          >{/if}
      {/each}
    </g>
  </g>
  <path d="M0 3V41" stroke="var(--now)" stroke-width="1.6" />
</svg>
