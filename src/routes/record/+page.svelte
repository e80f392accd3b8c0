<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import RequirementBar from '$lib/draw/RequirementBar.svelte';
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';
  import StudentChoice from '$lib/ui/StudentChoice.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ActionData, PageData } from './$types';
  import CountedSheet from './CountedSheet.svelte';
  import LogTable from './LogTable.svelte';
  import type { SignableLine, TrainingLine } from './log-words';
  import SignSheet from './SignSheet.svelte';
  import VoidSheet from './VoidSheet.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  let entering = $state(false);
  let correcting = $state<TrainingLine | null>(null);
  let sums = $state<PageData['progress'][number] | null>(null);
  let showPractice = $state(true);
  let signing = $state<SignableLine | null>(null);
  let voiding = $state<TrainingLine | null>(null);
  const entries = $derived(data.entries.filter((entry) => showPractice || entry.kind !== 'practice'));
  const refusal = $derived(
    form && 'field' in form ? { field: form.field as string, message: form.message as string } : null
  );

  const dateOf = (id: string | null) => data.entries.find((entry) => entry.id === id)?.content.date ?? '';

  function begin(entry: TrainingLine | null) {
    correcting = entry;
    entering = true;
  }

  useShortcuts([
    {
      key: 'e',
      shown: 'E',
      does: 'enter a flight',
      run: () => data.me?.teaches && data.chosen && begin(null)
    }
  ]);
</script>

<svelte:head><title>Record · Hanza</title></svelte:head>

{#if !data.chosen}
  <h1>Record</h1>
  <StudentChoice students={data.students} path="/record" />
{:else}
  <header class="flex flex-wrap items-end justify-between gap-3">
    <div>
      <h1>Record</h1>
      <p class="text-soft">{data.chosen.name} · {data.set.name}, {data.set.source}</p>
    </div>
    <div class="no-print flex gap-2">
      <a class={button.plain} href="/api/students/{data.chosen.id}/log.csv" download>Log as CSV</a>
      {#if data.me?.teaches}<button class={button.main} onclick={() => begin(null)}>Enter a flight</button
        >{/if}
    </div>
  </header>

  <section class="mt-4 grid gap-x-10 gap-y-3 md:grid-cols-2" aria-label="Progress">
    {#each data.progress as item (item.requirement.id)}
      <div>
        <RequirementBar progress={item} />
        <p class="mt-0.5 text-xs text-soft">
          <button class="underline underline-offset-2" onclick={() => (sums = item)}>
            {item.entries.length}
            {item.entries.length === 1 ? 'entry' : 'entries'}
          </button>
          {#if item.notes.length > 0}<span class="text-below"> ▼ {item.notes.join('; ')}</span>{/if}
        </p>
      </div>
    {/each}
  </section>
  <p class="mt-2 text-xs text-soft">
    Only signed training entries count. Time in Hanza’s own trainer is practice and never does. The
    requirements are {data.set.edition}.
  </p>

  <section class="mt-6">
    <div class="flex items-baseline justify-between">
      <h2>Log</h2>
      <div class="no-print text-[13px]"><Toggle bind:checked={showPractice}>show practice</Toggle></div>
    </div>
    {#if refusal && !entering}<p class="mt-1 text-[13px] text-hard" role="alert">{refusal.message}</p>{/if}
    {#if entries.length === 0}
      <p class="mt-4 text-soft">Nothing in the log yet.</p>
    {:else}
      <LogTable
        {entries}
        {dateOf}
        teaches={data.me?.teaches ?? false}
        oncorrect={begin}
        onvoid={(entry) => (voiding = entry)}
        onsign={(entry) => (signing = entry)}
      />
    {/if}
  </section>

  <Sheet
    bind:open={entering}
    wide
    title="{correcting ? 'Correct an entry' : 'Enter a training flight'} for {data.chosen.name}"
    description={correcting
      ? 'The old entry stays in the record, struck through. This one counts once it is signed.'
      : 'It counts once it is signed.'}
  >
    {#await import('./TrainingEntryForm.svelte') then { default: TrainingEntryForm }}
      <TrainingEntryForm
        id={data.freshId}
        studentId={data.chosen.id}
        corrects={correcting?.id ?? null}
        start={correcting?.content ?? null}
        today={data.today}
        {refusal}
        onclose={() => (entering = false)}
      />
    {/await}
  </Sheet>

  <SignSheet bind:entry={signing} studentName={data.chosen.name} signer={data.me?.name} {dateOf} />
  <VoidSheet
    bind:entry={voiding}
    studentName={data.chosen.name}
    freshId={data.freshId}
    problem={refusal?.field === 'reason' ? refusal.message : null}
  />
  <CountedSheet bind:progress={sums} />
{/if}
