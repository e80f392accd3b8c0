<script lang="ts">
  import { figure } from '$core/measure/figure';
  import SkillPath from '$lib/draw/SkillPath.svelte';
  import { standingWords } from '$lib/draw/standing-words';
  import { onDay } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const { flights, after, best, standing } = $derived(data.task);
  const latest = $derived(flights.at(-1)!);
  const isBestLatest = $derived(best.attemptId === latest.attemptId);
  let width = $state(720);

  const needs = $derived.by(() => {
    const { kind, row, toStandard } = standing;
    if (kind === 'to standard') return 'Nothing: the latest two met the standard without help.';
    const more = toStandard
      ? ` About ${toStandard.low === toStandard.high ? figure(toStandard.low) : `${figure(toStandard.low)} to ${figure(toStandard.high)}`} flights, by how it has gone.`
      : ' How many flights that takes cannot be said yet.';
    return `${row === 1 ? 'One more' : 'Two'} in a row to standard, without hints and corridors.${more}`;
  });
</script>

<svelte:head><title>{data.task.name}, {data.student.name} · Hanza</title></svelte:head>

<header>
  <h1>{data.task.name}</h1>
  <p class="text-soft">
    <a href="/students/{data.student.id}/road" class="text-soft">{data.student.name}: the road</a> · {standingWords(
      standing
    )}
  </p>
</header>

<section class="mt-4 min-w-0" bind:clientWidth={width} aria-labelledby="path">
  <h2 id="path">How it went</h2>
  <p class="max-w-prose text-xs text-soft">
    A point a flight, filled where it met the standard. The line is what the next was expected to come to, as
    it would have been said then, within the shaded interval for eight of ten people.
  </p>
  <div class="mt-2"><SkillPath {flights} {after} {width} /></div>
</section>

<div class="mt-6 grid gap-x-10 gap-y-6 md:grid-cols-2">
  <section aria-labelledby="needs">
    <h2 id="needs">What “to standard” still needs</h2>
    <p class="mt-1 max-w-prose text-[13px]">{needs}</p>
  </section>
  <section aria-labelledby="best">
    <h2 id="best">Best and latest</h2>
    <ul class="mt-1 grid gap-1 text-[13px]">
      <li>
        Best: <a href="/debrief/{best.attemptId}">{onDay(best.finishedAt)}</a>,
        <span class="figure">{best.score}</span>
        <Verdict verdict={best.verdict} />
      </li>
      <li>
        Latest: <a href="/debrief/{latest.attemptId}">{onDay(latest.finishedAt)}</a>,
        <span class="figure">{latest.score}</span>
        <Verdict verdict={latest.verdict} />
      </li>
    </ul>
    {#if isBestLatest}<p class="mt-1 text-[13px] text-soft">The latest was the best so far.</p>
    {:else}<a class="{button.plain} mt-2" href="/debrief/{latest.attemptId}?beside={best.attemptId}"
        >Replay the latest over the best</a
      >{/if}
  </section>
</div>
