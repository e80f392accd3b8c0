<script lang="ts">
  import { figure } from '$core/measure/figure';
  import type { Verdict as VerdictKind } from '$core/grade/corridor-measure';
  import ScoreSpark from '$lib/draw/ScoreSpark.svelte';
  import { onDay } from '$lib/draw/when';
  import AddPersonSheet from '$lib/ui/AddPersonSheet.svelte';
  import AccessLink from '$lib/ui/AccessLink.svelte';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  let adding = $state(false);
  let search: HTMLInputElement | undefined = $state();
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);

  useShortcuts([
    { key: '/', shown: '/', does: 'find a student', run: () => search?.focus() },
    { key: 'a', shown: 'A', does: 'add a student', run: () => (adding = true) }
  ]);
</script>

<svelte:head><title>Students · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Students</h1>
    <p class="text-soft">{data.me?.schoolName} · {data.total} {data.total === 1 ? 'student' : 'students'}</p>
  </div>
  <div class="flex gap-2">
    <form role="search" class="flex gap-2">
      <label class="sr-only" for="named">Find by name</label>
      <input
        bind:this={search}
        id="named"
        name="named"
        value={data.named}
        placeholder="Find by name"
        class="{input} w-44"
      />
    </form>
    <button class={button.plain} onclick={() => (adding = true)}>Add a student</button>
  </div>
</header>

{#if form && 'added' in form && form.added}<AccessLink {...form.added} />{/if}

{#if data.students.length === 0}
  <p class="mt-10 text-soft">
    {data.named ? `No student’s name contains “${data.named}”.` : 'No students yet. Add the first one.'}
  </p>
{:else}
  <table class="sheet-table mt-4">
    <thead>
      <tr>
        <th>Student</th>
        <th>Stage</th>
        <th>Latest attempts</th>
        <th>Last verdict</th>
        <th class="number">flown</th>
        <th class="number">last flown</th>
        <th class="number">instrument h</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      {#each data.students as student (student.id)}
        <tr class="hover:bg-paper">
          <td><a href="/students/{student.id}" class="font-bold text-ink">{student.name}</a></td>
          <td class="text-soft">{student.stage}</td>
          <td><ScoreSpark scores={student.scores} /></td>
          <td
            >{#if student.lastVerdict}<Verdict verdict={student.lastVerdict as VerdictKind} />{/if}</td
          >
          <td class="number">{student.attempts}</td>
          <td class="number">{student.lastFlown ? onDay(student.lastFlown) : '–'}</td>
          <td class="number">{figure(student.instrument_h, 1)}</td>
          <td class="text-right"
            ><a
              href="/plan?student={student.id}"
              class="text-[13px]"
              aria-label="Plan a lesson for {student.name}">Plan a lesson</a
            ></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="mt-3 text-xs text-soft">
    Each line is a student’s latest finished attempts; in the band, everything required was met.
  </p>
  {#if data.pages > 1}
    <nav class="mt-3 flex gap-3 text-[13px]" aria-label="Pages">
      {#if data.page > 1}<a href="?named={encodeURIComponent(data.named)}&page={data.page - 1}"
          >Earlier names</a
        >{/if}
      <span class="text-soft">page {data.page} of {data.pages}</span>
      {#if data.page < data.pages}<a href="?named={encodeURIComponent(data.named)}&page={data.page + 1}"
          >Later names</a
        >{/if}
    </nav>
  {/if}
{/if}

<AddPersonSheet bind:open={adding} title="Add a student" {problem} />
