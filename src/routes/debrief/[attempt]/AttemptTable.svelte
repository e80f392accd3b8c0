<script lang="ts">
  import { inlineInput } from '$lib/ui/input';
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import type { Verdict } from '$core/finding/verdict';
  import type { DrillHistory, FigureHistory } from '$core/grade/history';
  import { capital } from '$core/measure/capital';
  import { figure } from '$core/measure/figure';
  import type { Trend } from '$core/grade/trend';
  import ScoreSpark from '$lib/draw/ScoreSpark.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import TrendChart from '$lib/draw/TrendChart.svelte';
  import { onDay } from '$lib/draw/when';

  /** A student's attempts at one drill side by side: each figure's course over them, and what can be said of its trend. */
  let {
    attempts,
    compared,
    history,
    here,
    ghostId,
    onghost
  }: {
    attempts: readonly { id: string; score: number; finishedAt: string; takenFrom: unknown; pilot: string }[];
    /** Those the history is made of, oldest first. */
    compared: readonly { finishedAt: string; verdict: Verdict }[];
    history: DrillHistory;
    /** The attempt on screen. */
    here: string;
    ghostId: string | null;
    /** null while there is nothing yet to lay a ghost over. */
    onghost: ((id: string) => void) | null;
  } = $props();

  /** That it needs more attempts is said once, under the table. */
  const words = (trend: Trend) => (trend.kind === 'too few' ? '' : trend.words);
  const SIGN: Record<Trend['kind'], string> = { improving: '▲', plateau: '▬', slipping: '▼', 'too few': '·' };
  let drawn = $state('score');
  const chart = $derived.by(() => {
    const line = history.figures.find(({ id }) => id === drawn);
    const days = compared.map(({ finishedAt }) => onDay(finishedAt));
    if (!line)
      return {
        name: 'score',
        values: history.score.values,
        days,
        from: [0, 100] as [number, number],
        verdicts: compared.map(({ verdict }) => verdict)
      };
    const known = line.values.flatMap((v, i) => (v === null ? [] : [{ v, day: days[i] ?? '' }]));
    return {
      name: line.name,
      unit: line.unit,
      decimals: line.decimals,
      values: known.map(({ v }) => v),
      days: known.map(({ day }) => day),
      ...(line.unit === '%' ? { from: [0, 100] as [number, number] } : {})
    };
  });
  const value = (history: FigureHistory, at: number) => {
    const shown = history.values.at(at);
    return shown === null || shown === undefined ? '–' : `${figure(shown, history.decimals)} ${history.unit}`;
  };
</script>

<div class="grid grid-cols-1 gap-x-8 gap-y-4 xl:grid-cols-[minmax(0,1fr)_340px]">
  <div>
    {#if history.score.values.length === 0}
      <p class="mt-1 text-[13px] text-soft">
        None of them was flown to the end with the same help: there is nothing to compare yet.
      </p>
    {:else}
      <SideScroll label="Attempts side by side">
        <table class="sheet-table mt-1 text-[13px]">
          <thead>
            <tr>
              <th
                >{history.score.values.length === 1
                  ? '1 attempt'
                  : `over ${history.score.values.length} attempts`}</th
              ><th class="number">first</th><th class="number">latest</th><th>course</th><th>trend</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td class="!py-1 font-bold">score</td>
              <td class="number !py-1">{history.score.values[0] ?? '–'}</td>
              <td class="number !py-1">{history.score.values.at(-1) ?? '–'}</td>
              <td class="!py-1"
                ><ScoreSpark
                  scores={history.score.values}
                  verdicts={compared.map(({ verdict }) => verdict)}
                  width={110}
                  height={18}
                /></td
              >
              <td class="!py-1 text-xs">{SIGN[history.score.trend.kind]} {words(history.score.trend)}</td>
            </tr>
            {#each history.figures as line (line.id)}
              {@const known = line.values.filter((v) => v !== null)}
              <tr>
                <td class="!py-1">{line.name}</td>
                <td class="number !py-1">{value(line, 0)}</td>
                <td class="number !py-1">{value(line, -1)}</td>
                <td class="!py-1"
                  >{#if known.length > 0}<ScoreSpark
                      scores={known}
                      width={110}
                      height={18}
                      bounds={[Math.min(0, ...known), Math.max(1e-6, ...known)]}
                    />{:else}–{/if}</td
                >
                <td class="!py-1 text-xs"
                  ><span
                    class={line.trend.kind === 'improving'
                      ? 'text-trace'
                      : line.trend.kind === 'slipping'
                        ? 'text-below'
                        : 'text-soft'}>{SIGN[line.trend.kind]}</span
                  >
                  {words(line.trend)}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </SideScroll>
      {#if history.score.values.length > 1}
        <div class="no-print mt-3 flex items-center gap-2 text-[13px]">
          <span class="text-soft">Drawn over the attempts:</span>
          <Choice
            label="Drawn over the attempts"
            class={inlineInput}
            bind:value={drawn}
            choices={['score', ...history.figures.map(({ id, name }) => [id, name] as const)]}
          />
        </div>

        <TrendChart {...chart} />
      {/if}
      {#if history.score.trend.kind === 'too few'}
        <p class="mt-1 text-xs text-soft">
          {capital(history.score.trend.words)}, flown to the end with the same help.
        </p>
      {/if}
    {/if}
  </div>
  <ol class="text-[13px]">
    {#each attempts as attempt, index (attempt.id)}
      <li class="flex items-center gap-3 border-b border-line py-1 {attempt.id === here ? 'font-bold' : ''}">
        <span class="figure w-28 shrink-0">
          {#if attempt.id === here}{index + 1} · this one{:else}<a href="/debrief/{attempt.id}"
              >{index + 1} · {onDay(attempt.finishedAt)}</a
            >{/if}
        </span>
        <span class="figure w-8 text-right">{attempt.score}</span>
        {#if attempt.takenFrom}<span class="text-xs font-normal text-soft">taken over</span>{/if}
        {#if attempt.pilot !== 'student'}<span class="text-xs font-normal text-soft">demonstration</span>{/if}
        {#if attempt.id !== here && onghost}
          <button
            class="no-print ml-auto min-h-6 font-normal text-now underline underline-offset-2"
            aria-pressed={ghostId === attempt.id}
            onclick={() => onghost(attempt.id)}>{ghostId === attempt.id ? 'hide ghost' : 'ghost'}</button
          >
        {/if}
      </li>
    {/each}
  </ol>
</div>
