<script lang="ts">
  /** Figures over attempts as a spark; without bounds of its own, on the scale of 0–100 with the standard as a band. */
  let {
    scores,
    width = 120,
    height = 22,
    bounds = null
  }: { scores: number[]; width?: number; height?: number; bounds?: [number, number] | null } = $props();

  /** From here on a figure means that everything required was met. */
  const MET = 70;
  const [low, high] = $derived(bounds ?? [0, 100]);
  const y = (score: number) => height - 3 - ((score - low) / (high - low)) * (height - 6);
  const x = (index: number) =>
    scores.length < 2 ? width - 6 : 6 + (index / (scores.length - 1)) * (width - 12);
  const path = $derived(scores.map((score, i) => `${i === 0 ? 'M' : 'L'}${x(i)} ${y(score)}`).join(''));
</script>

{#if scores.length > 0}
  <svg
    {width}
    {height}
    role="img"
    aria-label="Figures over attempts: {scores.map((score) => Math.round(score * 100) / 100).join(', ')}"
  >
    {#if !bounds}<rect x="0" y={y(100)} {width} height={y(MET) - y(100)} fill="var(--band)" />{/if}
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
