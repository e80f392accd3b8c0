<script lang="ts">
  import { inSteps } from './dial';
  import { attitudeWords } from './panel';

  let { pitch_deg, bank_deg }: { pitch_deg: number; bank_deg: number } = $props();
  const uid = $props.id();
  const PIXELS_PER_DEGREE = 3.2;
  const bank = $derived(inSteps(Math.max(-75, Math.min(75, bank_deg)), 0.1));
  const world = $derived(
    `rotate(${-inSteps(bank_deg, 0.1)}) translate(0 ${inSteps(Math.max(-40, Math.min(40, pitch_deg)) * PIXELS_PER_DEGREE, 0.1)})`
  );
  const words = $derived(attitudeWords(pitch_deg, bank_deg));
  const ladder = [-30, -25, -20, -15, -10, -5, 5, 10, 15, 20, 25, 30];
  const bankMarks = [-60, -45, -30, -20, -10, 0, 10, 20, 30, 45, 60];
</script>

<svg viewBox="-100 -100 200 200" class="block w-full" role="img" aria-label={words}>
  <clipPath id={uid}><circle r="84" /></clipPath>
  <clipPath id="{uid}-ladder"><circle r="74" /></clipPath>
  <circle r="98" fill="var(--paper)" stroke="var(--line)" />
  <g clip-path="url(#{uid})">
    <g transform={world}>
      <rect x="-220" y="-320" width="440" height="320" fill="var(--sky)" />
      <rect x="-220" width="440" height="320" fill="var(--earth)" />
      <line x1="-220" x2="220" stroke="var(--horizon)" stroke-width="2" />
    </g>
  </g>
  <g clip-path="url(#{uid}-ladder)">
    <g transform={world}>
      {#each ladder as degrees (degrees)}
        {@const half = degrees % 10 !== 0 ? 12 : Math.abs(degrees) === 10 ? 26 : 16}
        <line
          x1={-half}
          x2={half}
          y1={-degrees * PIXELS_PER_DEGREE}
          y2={-degrees * PIXELS_PER_DEGREE}
          stroke="var(--ink)"
          stroke-width="1.3"
        />
        {#if degrees % 10 === 0}
          {#each [-1, 1] as side (side)}
            <text
              x={side * (half + 5)}
              y={-degrees * PIXELS_PER_DEGREE + 4}
              text-anchor={side < 0 ? 'end' : 'start'}
              font-size="11"
              fill="var(--ink)"
              class="figure">{Math.abs(degrees)}</text
            >
          {/each}
        {/if}
      {/each}
    </g>
  </g>
  {#each bankMarks as mark (mark)}
    <line
      y1="-97"
      y2={mark % 30 === 0 ? -85 : -90}
      stroke="var(--ink)"
      stroke-width={mark === 0 ? 3 : 1.5}
      transform="rotate({mark})"
    />
  {/each}
  <path d="M0 -84L-6 -72H6Z" fill="var(--now)" transform="rotate({-bank})" />
  <path d="M-58 0H-22M22 0H58" stroke="var(--now)" stroke-width="6" stroke-linecap="round" />
  <circle r="4.5" fill="var(--now)" />
</svg>
