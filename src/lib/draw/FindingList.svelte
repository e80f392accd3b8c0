<script lang="ts">
  import { clock } from '$core/measure/figure';
  import type { Finding } from '$core/finding/finding';
  import { HEADLINES } from '$core/grade/order-findings';

  /** The few that matter first; what belongs to one of them stands folded under it, the rest below. */
  let {
    findings,
    selected,
    onselect
  }: { findings: readonly Finding[]; selected: number | null; onselect: (index: number) => void } = $props();

  const numbered = $derived(findings.map((finding, index) => ({ finding, index })));
  const own = $derived(numbered.filter(({ finding }) => (finding.under ?? null) === null));
  const wrong = $derived(own.filter(({ finding }) => finding.severity !== 'good'));
  const good = $derived(own.filter(({ finding }) => finding.severity === 'good'));
  const belowOf = (index: number) => numbered.filter(({ finding }) => finding.under === index);

  const mark = (finding: Finding) =>
    finding.severity === 'hard'
      ? { sign: '✕', colour: 'text-hard', words: 'must not happen' }
      : finding.severity === 'good'
        ? { sign: '◆', colour: 'text-trace', words: 'done well' }
        : finding.side === 'above'
          ? { sign: '▲', colour: 'text-above', words: 'above' }
          : finding.side === 'below'
            ? { sign: '▼', colour: 'text-below', words: 'below' }
            : { sign: '●', colour: 'text-below', words: 'to work on' };
</script>

{#snippet line(finding: Finding, index: number, cured: boolean)}
  {@const { sign, colour, words } = mark(finding)}
  <button
    class="grid w-full grid-cols-[18px_1fr_auto] items-baseline gap-x-2 px-1 py-2 text-left hover:bg-paper {selected ===
    index
      ? 'bg-paper'
      : ''}"
    aria-pressed={selected === index}
    onclick={() => onselect(index)}
  >
    <span class={colour} role="img" aria-label={words}>{sign}</span>
    <span class="text-[13px] font-bold">{finding.title}</span>
    <span class="figure text-xs text-soft">{clock(finding.moment_s)}</span>
    <span class="col-span-2 col-start-2 text-[13px] leading-snug">
      {finding.evidence}
      {#if cured && finding.severity !== 'good'}<span class="text-soft">{finding.cure}</span>{/if}
    </span>
  </button>
{/snippet}

{#snippet listed(all: { finding: Finding; index: number }[])}
  {#each all as { finding, index } (index)}
    {@const below = belowOf(index)}
    <li class="border-t border-line">
      {@render line(finding, index, true)}
      {#if below.length > 0}
        <details class="ml-6 pb-1" open={below.some((one) => one.index === selected)}>
          <summary class="cursor-pointer text-xs text-now"
            >{below.length === 1 ? 'One more of this' : `${below.length} more of this`}</summary
          >
          {#each below as one (one.index)}{@render line(one.finding, one.index, false)}{/each}
        </details>
      {/if}
    </li>
  {/each}
{/snippet}

<ol>
  {@render listed(wrong.slice(0, HEADLINES))}
  {#if wrong.length > HEADLINES}
    <li class="border-t border-line">
      <details open={wrong.slice(HEADLINES).some(({ index }) => index === selected)}>
        <summary class="cursor-pointer px-1 py-2 text-[13px] text-now"
          >{wrong.length - HEADLINES} smaller {wrong.length - HEADLINES === 1 ? 'one' : 'ones'}</summary
        >
        <ol>{@render listed(wrong.slice(HEADLINES))}</ol>
      </details>
    </li>
  {/if}
  {@render listed(good)}
</ol>
