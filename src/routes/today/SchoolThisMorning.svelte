<script lang="ts">
  import type { Snippet } from 'svelte';
  import { atTime, onDay, onDayOfYear } from '$lib/draw/when';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { PageData } from './$types';

  /** Who flew, who is stuck, who slips, who is ready: from each line to the moment. */
  let {
    morning,
    names,
    me
  }: {
    morning: NonNullable<PageData['morning']>;
    names: PageData['names'];
    me: NonNullable<PageData['me']>;
  } = $props();

  const nameOf = (task: string) => names[task] ?? task;
  interface Person {
    studentId: string;
    student: string;
  }
</script>

{#snippet who({ studentId, student }: Person)}<a href="/students/{studentId}/road" class="font-bold text-ink"
    >{student}</a
  >{/snippet}
{#snippet group(title: string, about: string, count: number, nothing: string, lines: Snippet)}
  <section class="min-w-0">
    <h2>{title}</h2>
    <p class="text-xs text-soft">{about}</p>
    {#if count === 0}<p class="mt-2 text-[13px] text-soft">{nothing}</p>
    {:else}<ul class="mt-2 border-t border-line text-[13px]">{@render lines()}</ul>{/if}
  </section>
{/snippet}

<h1>The school this morning</h1>
{#if !morning.hasStudents}
  <p class="mt-3 border-l-4 border-now pl-3">
    No students are here yet. <a href="/students">Add the first one</a>{#if me.role === 'chief'}; instructors
      come in under
      <a href="/people">People</a>{/if}. Whoever is added gets a link to choose a password by.
  </p>
{/if}
<div class="mt-4 grid gap-x-10 gap-y-8 lg:grid-cols-2">
  {#snippet flownLines()}
    {#each morning.flown as line (line.attemptId)}
      <li class="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1.5">
        {@render who(line)}
        <a href="/debrief/{line.attemptId}">{nameOf(line.task)}</a>
        <span class="ml-auto flex items-baseline gap-3"
          ><span class="figure">{line.score}</span><Verdict verdict={line.verdict} /></span
        >
        <span class="w-full text-xs text-soft"
          >{line.kind === 'practice' ? 'own practice' : 'lesson'} · {atTime(line.finishedAt)}</span
        >
      </li>
    {/each}
  {/snippet}
  {@render group(
    'Flown since yesterday',
    morning.flownCount > morning.flown.length
      ? `The latest ${morning.flown.length} of ${morning.flownCount} flights.`
      : 'The latest first.',
    morning.flown.length,
    'Nobody has flown.',
    flownLines
  )}

  {#snippet stuckLines()}
    {#each morning.stuck as line (line.studentId + line.task)}
      <li class="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1.5">
        {@render who(line)}
        {#if line.lastAttempt}<a href="/debrief/{line.lastAttempt}">{nameOf(line.task)}</a>{:else}{nameOf(
            line.task
          )}{/if}
        <span class="ml-auto text-soft">{line.flights} flights</span>
      </li>
    {/each}
  {/snippet}
  {@render group(
    'Stuck',
    'Six flights or more, and more of the same would most likely not bring the standard.',
    morning.stuck.length,
    'Nobody, as far as the flights tell.',
    stuckLines
  )}

  {#snippet slippingLines()}
    {#each morning.slipping as line (line.studentId + line.task)}
      <li class="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1.5">
        {@render who(line)}
        {#if line.lastAttempt}<a href="/debrief/{line.lastAttempt}">{nameOf(line.task)}</a>{:else}{nameOf(
            line.task
          )}{/if}
        <span class="ml-auto text-soft">last flown {onDayOfYear(line.lastFlown)}</span>
      </li>
    {/each}
  {/snippet}
  {@render group(
    'Slipping',
    'Was to standard; a flight now would more likely than not miss it.',
    morning.slipping.length,
    'Nothing that was to standard has faded so far.',
    slippingLines
  )}

  {#snippet readyLines()}
    {#each morning.ready as line (line.studentId)}
      <li class="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1.5">
        {@render who(line)}
        <span class="ml-auto"
          ><span class="figure">{line.tasks}</span> of <span class="figure">{line.of}</span> tasks of the test</span
        >
      </li>
    {/each}
  {/snippet}
  {@render group(
    'Nearly ready',
    'Most tasks of the test flown to standard twice in a row, without help, and not faded.',
    morning.ready.length,
    'Nobody yet.',
    readyLines
  )}

  {#snippet homeworkLines()}
    {#each morning.homework as line, i (i)}
      <li class="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1.5">
        {@render who(line)}
        {nameOf(line.task)}
        <span class="ml-auto {line.overdue ? 'text-hard' : 'text-soft'}"
          >{line.overdue ? '▼ was due' : 'due'} {onDay(line.due)}</span
        >
      </li>
    {/each}
  {/snippet}
  {@render group(
    'Homework not done yet',
    'Due within a week, or overdue.',
    morning.homework.length,
    'None is open.',
    homeworkLines
  )}
</div>
<p class="mt-8 max-w-prose text-xs text-soft">
  What is said here follows from the flights in Hanza alone. Whether somebody is ready, their instructor and
  the examiner decide.
</p>
