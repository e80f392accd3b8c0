<script lang="ts">
  import { goto } from '$app/navigation';
  import { percent } from '$core/measure/figure';
  import { quantityWords } from '$core/finding/quantity-words';
  import type { Verdict as VerdictKind } from '$core/finding/verdict';
  import { capital } from '$core/measure/capital';
  import TrendChart from '$lib/draw/TrendChart.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import RequirementBar from '$lib/draw/RequirementBar.svelte';
  import ScoreSpark from '$lib/draw/ScoreSpark.svelte';
  import { onDay } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import DataTable from '$lib/ui/DataTable.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { withStudent } from '$lib/ui/with-student';
  import Verdict from '$lib/ui/Verdict.svelte';
  import BenchProgress from './BenchProgress.svelte';
  import ScanProgress from './ScanProgress.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  type Lesson = PageData['lessons'][number];
  const teaches = $derived(data.me?.teaches ?? false);
  const own = $derived(
    data.attempts.filter((attempt) => attempt.pilot === 'student' && attempt.comparable.completed)
  );
  const oldestFirst = $derived([...own].reverse());
  const waiting = $derived(data.lessons.find((lesson) => lesson.attempts === 0));

  let charted = $state('');
  const trend = $derived(
    data.trends.find(({ drill }) => drill === charted) ??
      [...data.trends].sort((a, b) => b.days.length - a.days.length)[0]!
  );

  useShortcuts([
    {
      key: 'p',
      shown: 'P',
      does: 'plan a lesson',
      run: () => data.me?.teaches && goto(`/plan?student=${data.student.id}`)
    },
    {
      key: 'r',
      shown: 'R',
      does: 'record',
      run: () => goto(withStudent('/record', data.me?.teaches ? data.student : null))
    }
  ]);
</script>

{#snippet lessonCell(lesson: Lesson)}<a href="/plan/{lesson.id}" class="font-bold whitespace-nowrap text-ink"
    >{lesson.kind === 'practice' ? 'Practice' : 'Lesson'} {lesson.number}</a
  >
  <div class="text-xs text-soft">{onDay(lesson.createdAt)} · {lesson.plannedBy}</div>{/snippet}
{#snippet askedCell(lesson: Lesson)}{lesson.drill}
  <div class="figure text-xs text-soft">{lesson.asked}</div>{/snippet}
{#snippet latestCell(lesson: Lesson)}{#if lesson.lastVerdict}<a
      href="/debrief/{lesson.lastAttempt}"
      class="no-underline"><Verdict verdict={lesson.lastVerdict as VerdictKind} /></a
    >{:else}<span class="text-xs text-soft">not flown yet</span>{/if}{/snippet}
{#snippet flyCell(lesson: Lesson)}<a
    class="block text-right"
    href="/fly/{lesson.id}"
    aria-label="Fly lesson {lesson.number}">Fly</a
  >{/snippet}

<svelte:head><title>{data.student.name} · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>{data.student.name}</h1>
    <p class="text-soft">{data.student.stage || 'no stage set'} · {data.student.email}</p>
  </div>
  <div class="flex gap-2">
    {#if teaches}<a class={button.main} href="/plan?student={data.student.id}">Plan a lesson</a>{/if}
    <a class={button.plain} href="/students/{data.student.id}/road">The road</a>
    {#if !teaches}<a class={button.plain} href="/guided">Guided lessons</a>
      <a class={button.plain} href="/practise">Practise</a>{/if}
    {#if waiting && !teaches}<a class={button.main} href="/fly/{waiting.id}">Fly lesson {waiting.number}</a
      >{/if}
    <a class={button.plain} href={withStudent('/record', teaches ? data.student : null)}>Record</a>
  </div>
</header>

<div class="mt-5 grid gap-x-10 gap-y-8 lg:grid-cols-[1fr_360px]">
  <div class="min-w-0">
    <section>
      <div class="flex items-end justify-between">
        <h2>Lessons</h2>
        <ScoreSpark
          scores={oldestFirst.map(({ score }) => score)}
          verdicts={oldestFirst.map(({ verdict }) => verdict)}
          width={180}
          height={28}
        />
      </div>
      {#if data.lessons.length === 0}
        <p class="mt-3 text-soft">No lesson planned yet.</p>
      {:else}
        <DataTable
          label="Lessons"
          pageSize={10}
          rows={data.lessons}
          columns={[
            { id: 'lesson', header: 'Lesson', value: (lesson) => lesson.number, cell: lessonCell },
            { id: 'asked', header: 'Asked for', value: (lesson) => lesson.drill, cell: askedCell },
            { id: 'tries', header: 'tries', value: (lesson) => lesson.attempts, number: true },
            { id: 'latest', header: 'Latest', value: (lesson) => lesson.lastVerdict, cell: latestCell },
            { id: 'fly', header: '', cell: flyCell }
          ]}
        />
      {/if}
    </section>

    {#if data.scans.length > 0}<ScanProgress attempts={data.scans} names={data.names} />{/if}
    {#if data.bench.length > 0}<BenchProgress answers={data.bench} />{/if}
    {#if data.watched.length > 0}
      <section class="mt-8">
        <h2>Eyes watched</h2>
        <ul class="mt-1 text-[13px]">
          {#each data.watched as log (log.id)}
            <li class="border-b border-line py-1.5">
              <a href="/watch/{log.id}">{log.name}</a> <span class="text-soft">{log.addedBy}</span>
            </li>
          {/each}
        </ul>
      </section>
    {/if}

    {#if data.attempts.length > 0}
      <section class="mt-8">
        <h2>Latest attempts</h2>
        <ul class="mt-2">
          {#each data.attempts as attempt (attempt.id)}
            <li class="flex flex-wrap items-center gap-x-4 border-b border-line py-1.5 text-[13px]">
              <a href="/debrief/{attempt.id}" class="figure w-16 shrink-0">{onDay(attempt.finishedAt)}</a>
              <span class="w-44 shrink-0 truncate text-soft"
                >{data.names[attempt.drill] ?? attempt.drill}</span
              >
              <span class="figure w-8 text-right">{attempt.score}</span>
              <Verdict verdict={attempt.verdict} />
              {#if attempt.pilot !== 'student'}<span class="text-xs text-soft">demonstration</span>{/if}
              {#if !attempt.comparable.completed}<span class="text-xs text-soft">stopped early</span>{/if}
            </li>
          {/each}
        </ul>
      </section>
    {/if}
  </div>

  <section>
    {#if data.trends.length > 0}
      <h2>Course of the drills</h2>
      <div class="mt-1 mb-6">
        <Choice
          label="Drill"
          bind:value={() => trend.drill, (drill) => (charted = drill)}
          choices={data.trends.map(({ drill, days }) => [
            drill,
            `${data.names[drill] ?? drill}, ${days.length} ${days.length === 1 ? 'attempt' : 'attempts'}`
          ])}
        />

        <TrendChart
          name="score"
          values={trend.score.values}
          days={trend.days.map(onDay)}
          from={[0, 100]}
          verdicts={trend.verdicts}
        />

        <p class="text-xs text-soft">
          {capital(trend.score.trend.words)}.{trend.score.trend.kind === 'too few'
            ? ''
            : ' The line through the attempts lies in the band with 90 % certainty.'} A hollow point did not meet
          the standard.
        </p>
      </div>
      <ul class="mb-6">
        {#each data.leans as { channel, lean } (channel)}
          {@const words = quantityWords[channel]}
          <li class="py-1.5 text-[13px] text-below">
            ▼ {capital(words.name)} mostly {words[lean.side]}, in {lean.flights} of {lean.of} flights, {percent(
              Math.abs(lean.share)
            )} of its tolerance on average.
          </li>
        {/each}
      </ul>
    {/if}
    <h2>Toward the instrument rating</h2>
    <p class="mb-3 text-xs text-soft">14 CFR 61.65(d). Check the current edition and your authority.</p>
    <div class="grid gap-3">
      {#each data.progress as item (item.requirement.id)}<RequirementBar progress={item} compact />{/each}
    </div>
    {#if data.unsigned > 0}
      <p class="mt-4 text-[13px] text-below">
        ▼ {data.unsigned}
        {data.unsigned === 1 ? 'entry is' : 'entries are'} not signed and not counted.
        <a href={withStudent('/record', teaches ? data.student : null)}>Open the record</a>
      </p>
    {/if}
  </section>
</div>
