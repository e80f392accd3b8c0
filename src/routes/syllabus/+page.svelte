<script lang="ts">
  import { enhance } from '$app/forms';
  import { SYLLABUS_MOST } from '$core/road/syllabus-bounds';
  import { syllabusProblems } from '$core/road/syllabus-check';
  import type { Syllabus } from '$core/road/syllabus';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import { inlineInput } from '$lib/ui/input';
  import { saveJson } from '$lib/ui/save-file';
  import { freshId } from '$lib/worker/fresh-id';
  import type { ActionData, PageData } from './$types';
  import SyllabusLessons from './SyllabusLessons.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const teaches = $derived(data.me?.teaches ?? false);
  const keyOf = ({ id }: PageData['syllabuses'][number]) => id ?? 'shipped';
  let chosenKey = $state('shipped');
  const chosen = $derived(data.syllabuses.find((each) => keyOf(each) === chosenKey) ?? data.syllabuses[0]!);
  /** Being changed; null: only read. */
  let draft = $state.raw<Syllabus | null>(null);
  /** What it was before each change, the latest last. */
  let earlier = $state.raw<Syllabus[]>([]);
  const shown = $derived(draft ?? chosen.body);
  const known = $derived(new Set(Object.keys(data.names)));
  const problems = $derived(draft ? syllabusProblems(draft, known) : []);

  function change(next: Syllabus) {
    earlier = [...earlier, draft!].slice(-50);
    draft = next;
  }
  function undo() {
    draft = earlier.at(-1) ?? draft;
    earlier = earlier.slice(0, -1);
  }
  function begin() {
    // What ships is changed as a copy of the school’s own.
    draft = chosen.id
      ? chosen.body
      : { ...chosen.body, id: `${chosen.body.id}-own`, name: `${chosen.body.name}, our own` };
    earlier = [];
  }
</script>

<svelte:head><title>Syllabus · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Syllabus</h1>
    <p class="max-w-prose text-soft">
      {shown.stages.length} stages, {shown.stages.reduce((sum, { lessons }) => sum + lessons.length, 0)} lessons;
      each with what is flown in it and when it is completed. A student stays on a version until moved to another.
    </p>
  </div>
  <div class="flex flex-wrap gap-2 print:hidden">
    {#if draft}
      <button class={button.plain} onclick={undo} disabled={earlier.length === 0}>Undo</button>
      <button class={button.plain} onclick={() => (draft = null)}>Leave it as it was</button>
    {:else}
      <button class={button.plain} onclick={() => saveJson(chosen.body, `${chosen.body.id}.json`)}
        >Save as JSON</button
      >
      {#if teaches}<button class={button.main} onclick={begin}>Change it</button>{/if}
    {/if}
  </div>
</header>

{#if form && 'message' in form}<p class="mt-2 text-[13px] text-hard" role="alert">{form.message}</p>{/if}
{#if form && 'kept' in form && !draft}<p class="mt-2 text-[13px] text-trace" role="status">
    Kept: {form.name}, version {form.version}.
  </p>{/if}

{#if data.syllabuses.length > 1 && !draft}
  <div class="mt-3 max-w-md">
    <Choice
      label="Syllabus"
      bind:value={chosenKey}
      choices={data.syllabuses.map((each): [string, string] => [
        keyOf(each),
        `${each.body.name}, ${each.id ? `version ${each.version}, ${each.students} ${each.students === 1 ? 'student' : 'students'}` : 'ships with Hanza'}`
      ])}
    />
  </div>
{/if}

{#if draft}
  <div class="mt-3 border border-line p-3">
    {#if problems.length > 0}
      <ul class="mb-2 text-[13px] text-hard" role="alert">
        {#each problems as { field, message } (field + message)}<li>✕ {message}</li>{/each}
      </ul>
    {/if}
    <form
      method="POST"
      action="?/keep"
      use:enhance={({ formData }) => {
        formData.set('id', freshId());
        return async ({ result, update }) => {
          await update({ reset: false });
          if (result.type === 'success') {
            chosenKey = String(result.data?.['kept'] ?? chosenKey);
            draft = null;
          }
        };
      }}
      class="flex flex-wrap items-center gap-3"
    >
      <input type="hidden" name="syllabus" value={JSON.stringify(draft)} />
      <label class="text-[13px]"
        >Name <input
          class="{inlineInput} w-72"
          maxlength={SYLLABUS_MOST.name}
          value={draft.name}
          onchange={(event) => {
            const name = event.currentTarget.value.trim();
            if (name) change({ ...draft!, name });
            else event.currentTarget.value = draft!.name;
          }}
        /></label
      >
      <button class={button.main} disabled={problems.length > 0}>Keep as a new version</button>
      <span class="text-xs text-soft"
        >Drag a lesson, or use its arrows, to put it elsewhere. Nobody is moved to the new version by keeping
        it.</span
      >
    </form>
  </div>
{/if}

<SyllabusLessons syllabus={shown} names={data.names} onchange={draft ? change : null} />

{#if teaches && !draft}
  <section class="mt-8 print:hidden">
    <h2>Read one in</h2>
    <form
      method="POST"
      action="?/keep"
      enctype="multipart/form-data"
      use:enhance={({ formData }) => formData.set('id', freshId())}
      class="mt-2 flex flex-wrap items-center gap-3"
    >
      <label class="text-[13px]"
        >Syllabus as JSON <input type="file" name="file" accept="application/json,.json" required /></label
      >
      <button class={button.plain}>Read it in</button>
    </form>
  </section>
{/if}
