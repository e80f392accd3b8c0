<script lang="ts">
  let { scores, width = 120, height = 22 }: { scores: number[]; width?: number; height?: number } = $props();

  /** From here on a figure means that everything required was met. */
  const MET = 70;
  const y = (score: number) => height - 3 - (score / 100) * (height - 6);
  const x = (index: number) =>
    scores.length < 2 ? width - 6 : 6 + (index / (scores.length - 1)) * (width - 12);
  const path = $derived(scores.map((score, i) => `${i === 0 ? 'M' : 'L'}${x(i)} ${y(score)}`).join(''));
</script>

{#if scores.length > 0}
  <svg {width} {height} role="img" aria-label="Figures of the latest attempts: {scores.join(', ')}">
    <rect x="0" y={y(100)} {width} height={y(MET) - y(100)} fill="var(--band)" />
    <path d={path} fill="none" stroke="var(--trace)" stroke-width="1.5" />
    {#each scores as score, i (i)}
      <circle
        cx={x(i)}
        cy={y(score)}
        r={i === scores.length - 1 ? 3 : 1.8}
        fill={i === scores.length - 1 ? 'var(--now)' : 'var(--trace)'}
      />
    {/each}
  </svg>
{:else}
  <span class="text-xs text-soft">nothing flown yet</span>
{/if}
