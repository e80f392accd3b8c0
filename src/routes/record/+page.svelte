<script lang="ts">
  import { enhance } from '$app/forms';
  import { figure } from '$core/measure/figure';
  import { clock } from '$core/measure/figure';
  import RequirementBar from '$lib/draw/RequirementBar.svelte';
  import { atTime, onDayOfYear } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ActionData, PageData } from './$types';
  import TrainingEntryForm from './TrainingEntryForm.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  type Line = PageData['entries'][number];

  let entering = $state(false);
  let correcting = $state<Extract<Line, { kind: 'training' }> | null>(null);
  let sums = $state<PageData['progress'][number] | null>(null);
  let showPractice = $state(true);
  const entries = $derived(data.entries.filter((entry) => showPractice || entry.kind === 'training'));
  const refusal = $derived(
    form && 'field' in form ? { field: form.field as string, message: form.message as string } : null
  );

  function begin(entry: Extract<Line, { kind: 'training' }> | null) {
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
  <p class="mt-2 text-soft">Choose a student first.</p>
  <p class="mt-4"><a class={button.plain} href="/students">Students</a></p>
{:else}
  <header class="flex flex-wrap items-end justify-between gap-3">
    <div>
      <h1>Record</h1>
      <p class="text-soft">{data.chosen.name} · {data.set.name}, {data.set.source}</p>
    </div>
    <div class="flex gap-2">
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
      <label class="flex items-center gap-2 text-[13px]"
        ><input type="checkbox" bind:checked={showPractice} /> show practice</label
      >
    </div>
    {#if refusal && !entering}<p class="mt-1 text-[13px] text-hard" role="alert">{refusal.message}</p>{/if}
    {#if entries.length === 0}
      <p class="mt-4 text-soft">Nothing in the log yet.</p>
    {:else}
      <div class="overflow-x-auto">
        <table class="sheet-table mt-1 text-[13px]">
          <thead>
            <tr>
              <th>Date</th><th>Airplane or device</th><th>Route or drill</th><th class="number">total</th><th
                class="number">actual</th
              ><th class="number">simulated</th><th class="number">x-country</th><th>Approaches, remarks</th
              ><th>Signed</th>
            </tr>
          </thead>
          <tbody>
            {#each entries as entry (entry.id)}
              <tr class={entry.correctedBy ? 'text-soft line-through' : ''}>
                <td class="figure whitespace-nowrap">{onDayOfYear(entry.content.date)}</td>
                {#if entry.kind === 'practice'}
                  <td class="text-soft">{entry.content.aircraft}, trainer</td>
                  <td class="text-soft"><a href="/debrief/{entry.attemptId}">{entry.content.drill}</a></td>
                  <td class="number text-soft" colspan="4"
                    >practice, {clock(entry.content.duration_s)} · not counted</td
                  >
                  <td class="text-soft">
                    {entry.content.verdict}, {entry.content.score}{entry.content.flownBy === 'the student'
                      ? ''
                      : ` · flown by ${entry.content.flownBy}`}
                  </td>
                {:else}
                  <td>
                    {entry.content.aircraft}
                    {#if entry.content.device !== 'airplane'}<div class="text-xs text-soft">
                        {entry.content.device}
                      </div>{/if}
                  </td>
                  <td>{entry.content.route}</td>
                  <td class="number">{figure(entry.content.total_h, 1)}</td>
                  <td class="number">{figure(entry.content.instrumentActual_h, 1)}</td>
                  <td class="number">{figure(entry.content.instrumentSimulated_h, 1)}</td>
                  <td class="number">{figure(entry.content.crossCountryPic_h, 1)}</td>
                  <td class="max-w-64">
                    {[
                      ...entry.content.approaches.map((approach) => `${approach.kind} ${approach.place}`),
                      entry.content.holding ? 'holding' : '',
                      entry.content.safetyPilot ? `safety pilot ${entry.content.safetyPilot}` : '',
                      entry.content.withInstructor ? '' : 'without instructor',
                      entry.content.remarks
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                    {#if entry.corrects}<div class="text-xs text-soft no-underline">
                        puts an earlier entry right
                      </div>{/if}
                  </td>
                {/if}
                <td class="whitespace-nowrap no-underline">
                  {#if !entry.intact}
                    <span class="font-bold text-hard">✕ not what was signed</span>
                  {:else if entry.signed}
                    <span class="text-trace" title="{entry.signedBy}, {atTime(entry.signedAt ?? '')}"
                      >◆ {entry.signedBy}</span
                    >
                    {#if data.me?.teaches && entry.kind === 'training' && !entry.correctedBy}
                      <button
                        class="ml-2 text-xs text-now underline underline-offset-2"
                        onclick={() => begin(entry)}>correct</button
                      >
                    {/if}
                  {:else if entry.correctedBy}
                    <span class="text-soft">put right</span>
                  {:else if data.me?.teaches}
                    <form method="POST" action="?/sign" use:enhance class="inline">
                      <input type="hidden" name="entry" value={entry.id} />
                      <button class="{button.plain} !min-h-7 !py-0.5">Sign</button>
                    </form>
                    {#if entry.kind === 'training'}
                      <button
                        class="ml-1 text-xs text-now underline underline-offset-2"
                        onclick={() => begin(entry)}>correct</button
                      >
                    {/if}
                  {:else}<span class="text-soft">not signed</span>{/if}
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {/if}
  </section>

  <Sheet
    bind:open={entering}
    wide
    title={correcting ? 'Put an entry right' : 'Enter a training flight'}
    description={correcting
      ? 'The old entry stays in the record, struck through; this one counts once it is signed.'
      : 'It counts once it is signed.'}
  >
    <TrainingEntryForm
      id={data.freshId}
      studentId={data.chosen.id}
      corrects={correcting?.id ?? null}
      start={correcting?.content ?? null}
      today={data.today}
      {refusal}
      onclose={() => (entering = false)}
    />
  </Sheet>

  <Sheet
    bind:open={() => sums !== null, (open) => !open && (sums = null)}
    title={sums?.requirement.name ?? ''}
    description="{figure(sums?.have ?? 0, 1)} counted of {figure(sums?.flown ?? 0, 1)} flown; {figure(
      sums?.requirement.required ?? 0
    )} required."
  >
    {#if sums}
      <table class="sheet-table text-[13px]">
        <tbody>
          {#each sums.entries as entry (entry.entryId)}
            <tr
              ><td class="figure !py-1">{onDayOfYear(entry.date)}</td><td class="number !py-1"
                >{figure(entry.amount, 1)}</td
              ></tr
            >
          {:else}<tr><td class="text-soft">No entry counts toward this yet.</td></tr>{/each}
        </tbody>
      </table>
      {#each sums.notes as words (words)}<p class="mt-2 text-[13px] text-below">▼ {words}</p>{/each}
    {/if}
  </Sheet>
{/if}
