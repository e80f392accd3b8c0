<script lang="ts">
  import type { Verdict } from '$core/finding/verdict';

  /** Figures over attempts as a spark: a full point where the standard was met, a hollow one where it was not. */
  let {
    scores,
    verdicts,
    width = 120,
    height = 22,
    bounds = [0, 100]
  }: {
    scores: readonly number[];
    /** Of the same attempts; without them every point is full. */
    verdicts?: readonly Verdict[];
    width?: number;
    height?: number;
    bounds?: readonly [number, number];
  } = $props();

  const [low, high] = $derived(bounds);
  const met = (i: number) => verdicts?.[i] !== 'not met';
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
    aria-label="Over attempts: {scores
      .map((score, i) => `${Math.round(score * 100) / 100}${verdicts?.[i] ? ` ${verdicts[i]}` : ''}`)
      .join(', ')}"
  >
    <path d={path} fill="none" stroke="var(--trace)" stroke-width="1.5" />
    {#each scores as score, i (i)}
      <circle
        cx={x(i)}
        cy={y(score)}
        r={i === scores.length - 1 ? 3 : 2}
        fill={met(i) ? (i === scores.length - 1 ? 'var(--now)' : 'var(--trace)') : 'var(--sheet)'}
        stroke={i === scores.length - 1 ? 'var(--now)' : 'var(--trace)'}
      />
    {/each}
  </svg>
{:else}
  <span class="text-xs text-soft">nothing flown yet</span>
{/if}
