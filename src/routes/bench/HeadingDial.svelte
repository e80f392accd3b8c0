<script lang="ts">
  import { heading } from '$core/measure/figure';

  /** A heading dial as the panel has it, with the outbound course and the line to split it by for those who begin. */
  let {
    heading_deg,
    mark_deg,
    turn
  }: { heading_deg: number; mark_deg: number | null; turn: 'right' | 'left' | null } = $props();
</script>

<svg
  viewBox="-112 -116 224 232"
  class="block w-full max-w-[260px]"
  role="img"
  aria-label="Heading dial on {heading(heading_deg)}"
>
  <circle r="100" fill="var(--paper)" stroke="var(--line)" />
  <g transform="rotate({-heading_deg})">
    {#each Array.from({ length: 36 }, (_, i) => i * 10) as mark (mark)}
      <path
        d="M0 -98v{mark % 30 === 0 ? 12 : 6}"
        stroke="var(--ink)"
        stroke-width={mark % 30 === 0 ? 2 : 1}
        transform="rotate({mark})"
      />
      {#if mark % 30 === 0}
        <text
          y="-72"
          text-anchor="middle"
          font-size="14"
          fill="var(--ink)"
          class="figure"
          transform="rotate({mark})">{{ 0: 'N', 90: 'E', 180: 'S', 270: 'W' }[mark] ?? mark / 10}</text
        >
      {/if}
    {/each}
    {#if mark_deg !== null}<circle cy="-92" r="7" fill="var(--trace)" transform="rotate({mark_deg})" />{/if}
  </g>
  {#if turn !== null}<path
      d="M-104 0H104"
      stroke="var(--now)"
      stroke-width="2"
      transform="rotate({turn === 'right' ? -20 : 20})"
    />{/if}
  <path d="M0 -104l-6 -10h12Z" fill="var(--now)" />
  <path d="M0 -26V20M-18 0H18M-8 16H8" stroke="var(--ink)" stroke-width="3" stroke-linecap="round" />
</svg>
