<script lang="ts">
  import { clock } from '$core/measure/figure';
  import type { Finding } from '$core/grade/finding';

  let {
    findings,
    selected,
    onselect
  }: { findings: readonly Finding[]; selected: number | null; onselect: (index: number) => void } = $props();

  const mark = (finding: Finding) =>
    finding.severity === 'hard'
      ? { sign: '✕', colour: 'text-hard', words: 'hard finding' }
      : finding.severity === 'good'
        ? { sign: '◆', colour: 'text-trace', words: 'as asked' }
        : finding.side === 'above'
          ? { sign: '▲', colour: 'text-above', words: 'above' }
          : { sign: '▼', colour: 'text-below', words: 'below' };
</script>

<ol>
  {#each findings as finding, index (index)}
    {@const { sign, colour, words } = mark(finding)}
    <li class="border-t border-line">
      <button
        class="grid w-full grid-cols-[18px_1fr_auto] items-baseline gap-x-2 px-1 py-2 text-left hover:bg-paper {selected ===
        index
          ? 'bg-paper'
          : ''}"
        aria-pressed={selected === index}
        onclick={() => onselect(index)}
      >
        <span class={colour} aria-label={words}>{sign}</span>
        <span class="text-[13px] font-bold">{finding.title}</span>
        <span class="figure text-xs text-soft">{clock(finding.moment_s)}</span>
        <span class="col-span-2 col-start-2 text-[13px] leading-snug">
          {finding.evidence}
          {#if finding.severity !== 'good'}<span class="text-soft">{finding.cure}</span>{/if}
        </span>
      </button>
    </li>
  {/each}
</ol>
