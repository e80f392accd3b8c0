<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { figure } from '$core/measure/figure';
  import ScoreSpark from '$lib/draw/ScoreSpark.svelte';
  import { onDay } from '$lib/draw/when';
  import AddPersonSheet from '$lib/ui/AddPersonSheet.svelte';
  import AccessLink from '$lib/ui/AccessLink.svelte';
  import { askedAddress } from '$lib/ui/asked-address';
  import { button } from '$lib/ui/button';
  import DataTable from '$lib/ui/DataTable.svelte';
  import { input } from '$lib/ui/input';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  type Student = PageData['students'][number];
  let adding = $state(false);
  let search: HTMLInputElement | undefined = $state();
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);

  useShortcuts([
    { key: '/', shown: '/', does: 'find a student', run: () => search?.focus() },
    { key: 'a', shown: 'A', does: 'add a student', run: () => (adding = true) }
  ]);
</script>

{#snippet nameCell(student: Student)}<a href="/students/{student.id}" class="font-bold text-ink"
    >{student.name}</a
  >{/snippet}
{#snippet stageCell(student: Student)}<span class="text-soft">{student.stage}</span>{/snippet}
{#snippet scoresCell(student: Student)}<ScoreSpark
    scores={student.scores}
    verdicts={student.verdicts}
  />{/snippet}
{#snippet verdictCell(student: Student)}{#if student.lastVerdict}<Verdict
      verdict={student.lastVerdict}
    />{/if}{/snippet}
{#snippet flownCell(student: Student)}{student.lastFlown ? onDay(student.lastFlown) : '–'}{/snippet}
{#snippet planCell(student: Student)}<a
    href="/plan?student={student.id}"
    class="block text-right"
    aria-label="Plan a lesson for {student.name}">Plan a lesson</a
  >{/snippet}

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
  <DataTable
    label="Students"
    rows={data.students}
    columns={[
      { id: 'name', header: 'Student', cell: nameCell },
      { id: 'stage', header: 'Stage', cell: stageCell },
      { id: 'scores', header: 'Latest attempts', cell: scoresCell },
      { id: 'verdict', header: 'Last verdict', cell: verdictCell },
      { id: 'attempts', header: 'flown', value: (student) => student.attempts, number: true },
      { id: 'flown', header: 'last flown', cell: flownCell, number: true },
      {
        id: 'hours',
        header: 'instrument h',
        value: (student) => figure(student.instrument_h, 1),
        number: true
      },
      { id: 'plan', header: '', cell: planCell }
    ]}
    remote={{
      asked: data.asked,
      more: data.more,
      sorts: ['name', 'stage', 'flown'],
      go: (asked) => goto(askedAddress(page.url, asked), { keepFocus: true, noScroll: true })
    }}
  />
  <p class="mt-3 text-xs text-soft">
    Each line is the scores of a student’s latest finished attempts, from 0 to 100; a hollow point did not
    meet the standard.
  </p>
{/if}

<AddPersonSheet bind:open={adding} title="Add a student" {problem} />
