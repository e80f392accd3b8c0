<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import { enhance } from '$app/forms';
  import { figure } from '$core/measure/figure';
  import { clock } from '$core/measure/figure';
  import RequirementBar from '$lib/draw/RequirementBar.svelte';
  import { atTime, onDayOfYear } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import DataTable from '$lib/ui/DataTable.svelte';
  import Hint from '$lib/ui/Hint.svelte';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';
  import StudentChoice from '$lib/ui/StudentChoice.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ActionData, PageData } from './$types';
  import { deviceNames } from './device-names';
  import TrainingEntryForm from './TrainingEntryForm.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  type Line = PageData['entries'][number];

  let entering = $state(false);
  let correcting = $state<Extract<Line, { kind: 'training' }> | null>(null);
  let sums = $state<PageData['progress'][number] | null>(null);
  let showPractice = $state(true);
  let signing = $state<Extract<Line, { kind: 'training' | 'void' }> | null>(null);
  let voiding = $state<Extract<Line, { kind: 'training' }> | null>(null);
  const entries = $derived(data.entries.filter((entry) => showPractice || entry.kind !== 'practice'));
  const refusal = $derived(
    form && 'field' in form ? { field: form.field as string, message: form.message as string } : null
  );

  const dateOf = (id: string | null) => data.entries.find((entry) => entry.id === id)?.content.date ?? '';

  /** What a signature is put under, in words. */
  function signedWords(entry: Extract<Line, { kind: 'training' | 'void' }>): [string, string][] {
    if (entry.kind === 'void')
      return [
        ['Voids', `the entry of ${onDayOfYear(dateOf(entry.corrects))}`],
        ['Why', entry.content.reason]
      ];
    const { content } = entry;
    const all: [string, string][] = [
      [
        'Flown in',
        `${content.aircraft}${content.device === 'airplane' ? '' : ` (${deviceNames[content.device]})`}`
      ],
      ['Route', content.route],
      ['Total', `${figure(content.total_h, 1)} h`],
      [
        'Instrument',
        `${figure(content.instrumentActual_h, 1)} h actual, ${figure(content.instrumentSimulated_h, 1)} h simulated`
      ],
      ['Cross-country, PIC', `${figure(content.crossCountryPic_h, 1)} h`],
      ['With an instructor', content.withInstructor ? 'yes' : 'no'],
      ['Approaches', content.approaches.map(({ kind, place }) => `${kind} ${place}`).join(', ') || 'none'],
      [
        'Also',
        [content.holding ? 'holding' : '', content.interceptingTracking ? 'intercepting and tracking' : '']
          .filter(Boolean)
          .join(', ')
      ],
      ['Safety pilot', content.safetyPilot],
      ['Remarks', content.remarks],
      ['Corrects', entry.corrects ? `the entry of ${onDayOfYear(dateOf(entry.corrects))}` : '']
    ];
    return all.filter(([, words]) => words !== '');
  }

  type Hours = 'total_h' | 'instrumentActual_h' | 'instrumentSimulated_h' | 'crossCountryPic_h';
  const hoursOf = (name: Hours) => (entry: Line) => (entry.kind === 'training' ? entry.content[name] : null);
  const aircraftOf = (entry: Line) =>
    entry.kind === 'void' ? '' : `${entry.content.aircraft}${entry.kind === 'practice' ? ', trainer' : ''}`;
  const routeOf = (entry: Line) =>
    entry.kind === 'void'
      ? `Voids the entry of ${onDayOfYear(dateOf(entry.corrects))}`
      : entry.kind === 'practice'
        ? entry.content.drill
        : entry.content.route;
  function remarksOf(entry: Line): string {
    if (entry.kind === 'void') return entry.content.reason;
    if (entry.kind === 'practice')
      return [
        'practice',
        `${entry.content.verdict}, ${entry.content.score}`,
        entry.content.flownBy === 'the student' ? '' : `flown by ${entry.content.flownBy}`
      ]
        .filter(Boolean)
        .join(' · ');
    return [
      ...entry.content.approaches.map(({ kind, place }) => `${kind} ${place}`),
      entry.content.holding ? 'holding' : '',
      entry.content.safetyPilot ? `safety pilot ${entry.content.safetyPilot}` : '',
      entry.content.withInstructor ? '' : 'without instructor',
      entry.content.remarks
    ]
      .filter(Boolean)
      .join(' · ');
  }

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

{#snippet mend(entry: Extract<Line, { kind: 'training' }>)}
  <button class="no-print ml-2 text-xs text-now underline underline-offset-2" onclick={() => begin(entry)}
    >Correct</button
  >
  <button
    class="no-print ml-2 text-xs text-now underline underline-offset-2"
    onclick={() => (voiding = entry)}>Void</button
  >
{/snippet}

{#snippet dateCell(entry: Line)}<span
    class="figure whitespace-nowrap {entry.correctedBy ? 'line-through' : ''}"
    >{onDayOfYear(entry.content.date)}</span
  >{/snippet}
{#snippet aircraftCell(entry: Line)}<span
    class="lg:whitespace-nowrap {entry.correctedBy ? 'line-through' : ''}">{aircraftOf(entry)}</span
  >{#if entry.kind === 'training' && entry.content.device !== 'airplane'}<div class="text-xs text-soft">
      {deviceNames[entry.content.device]}
    </div>{/if}{/snippet}
{#snippet routeCell(entry: Line)}{#if entry.kind === 'practice'}<a href="/debrief/{entry.attemptId}"
      >{entry.content.drill}</a
    >{:else}<span class={entry.correctedBy ? 'line-through' : ''}>{routeOf(entry)}</span>{/if}{/snippet}
{#snippet hoursCell(entry: Line, name: Hours)}{#if entry.kind === 'training'}<span
      class={entry.correctedBy ? 'line-through' : ''}>{figure(entry.content[name], 1)}</span
    >{:else if entry.kind === 'practice' && name === 'total_h'}<span class="text-soft"
      >{clock(entry.content.duration_s)}, not counted</span
    >{/if}{/snippet}
{#snippet totalCell(entry: Line)}{@render hoursCell(entry, 'total_h')}{/snippet}
{#snippet actualCell(entry: Line)}{@render hoursCell(entry, 'instrumentActual_h')}{/snippet}
{#snippet simulatedCell(entry: Line)}{@render hoursCell(entry, 'instrumentSimulated_h')}{/snippet}
{#snippet countryCell(entry: Line)}{@render hoursCell(entry, 'crossCountryPic_h')}{/snippet}
{#snippet remarksCell(entry: Line)}<div class="max-w-64">
    <span class={entry.kind === 'practice' ? 'text-soft' : entry.correctedBy ? 'line-through' : ''}
      >{remarksOf(entry)}</span
    >
    {#if entry.kind === 'training' && entry.corrects}<div class="text-xs text-soft">
        corrects an earlier entry
      </div>{/if}
  </div>{/snippet}
{#snippet signedCell(entry: Line)}<div class="lg:whitespace-nowrap">
    {#if !entry.intact}
      <span class="font-bold text-hard">✕ signature does not verify; not counted</span>
    {:else if entry.signed}
      <Hint says={atTime(entry.signedAt ?? '')} class="text-trace">◆ {entry.signedBy}</Hint>
      {#if data.me?.teaches && entry.kind === 'training' && !entry.correctedBy}
        {@render mend(entry)}
      {/if}
    {:else if entry.correctedBy}
      <span class="text-soft">corrected or voided</span>
    {:else if entry.kind === 'practice'}<span class="text-soft">–</span>
    {:else if data.me?.teaches}
      <button class="{button.plain} no-print !min-h-7 !py-0.5" onclick={() => (signing = entry)}>Sign…</button
      >
      <span class="hidden print:inline">not signed</span>
      {#if entry.kind === 'training'}{@render mend(entry)}{/if}
    {:else}<span class="text-soft">not signed</span>{/if}
  </div>{/snippet}

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
      <DataTable
        label="Log"
        find="Find in the log"
        rows={entries}
        dim={(entry) => entry.correctedBy !== null}
        columns={[
          { id: 'date', header: 'Date', value: (entry) => entry.content.date, cell: dateCell },
          { id: 'aircraft', header: 'Airplane or device', value: aircraftOf, cell: aircraftCell },
          { id: 'route', header: 'Route or drill', value: routeOf, cell: routeCell },
          { id: 'total', header: 'total', value: hoursOf('total_h'), cell: totalCell, number: true },
          {
            id: 'actual',
            header: 'actual',
            value: hoursOf('instrumentActual_h'),
            cell: actualCell,
            number: true
          },
          {
            id: 'simulated',
            header: 'simulated',
            value: hoursOf('instrumentSimulated_h'),
            cell: simulatedCell,
            number: true
          },
          {
            id: 'country',
            header: 'x-country',
            value: hoursOf('crossCountryPic_h'),
            cell: countryCell,
            number: true
          },
          { id: 'remarks', header: 'Approaches, remarks', value: remarksOf, cell: remarksCell },
          { id: 'signed', header: 'Signed', cell: signedCell }
        ]}
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
    bind:open={() => signing !== null, (open) => !open && (signing = null)}
    title="Sign this entry for {data.chosen.name}?"
    description="Once signed it cannot be changed, only corrected or voided by another entry."
  >
    {#if signing}
      <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-[13px] [&_dt]:text-soft">
        <dt>Date</dt>
        <dd class="figure">{onDayOfYear(signing.content.date)}</dd>
        {#each signedWords(signing) as [what, words] (what)}
          <dt>{what}</dt>
          <dd>{words}</dd>
        {/each}
      </dl>
      <p class="mt-3 text-[13px]">Signed by {data.me?.name}, with the time.</p>
      <form
        method="POST"
        action="?/sign"
        use:enhance={() =>
          async ({ update }) => {
            await update();
            signing = null;
          }}
        class="mt-4 flex justify-end gap-2"
      >
        <input type="hidden" name="entry" value={signing.id} />
        <button type="button" class={button.plain} onclick={() => (signing = null)}>Cancel</button>
        <button class={button.main}>Sign</button>
      </form>
    {/if}
  </Sheet>

  <Sheet
    bind:open={() => voiding !== null, (open) => !open && (voiding = null)}
    title="Void an entry of {data.chosen.name}"
    description="It stays in the record, struck through, and counts for nothing once the void is signed."
  >
    {#if voiding}
      <p class="text-[13px]">
        {onDayOfYear(voiding.content.date)} · {voiding.content.aircraft} · {voiding.content.route} ·
        <span class="figure">{figure(voiding.content.total_h, 1)} h</span>
      </p>
      <form
        method="POST"
        action="?/void"
        use:enhance={() =>
          async ({ result, update }) => {
            await update();
            if (result.type === 'success') voiding = null;
          }}
        class="mt-3 grid gap-3"
      >
        <input type="hidden" name="id" value={data.freshId} />
        <input type="hidden" name="entry" value={voiding.id} />
        <Field label="Why" name="reason" problem={refusal?.field === 'reason' ? refusal.message : null}>
          <input id="reason" name="reason" class={input} required minlength="3" maxlength="1000" />
        </Field>
        <div class="flex justify-end gap-2">
          <button type="button" class={button.plain} onclick={() => (voiding = null)}>Cancel</button>
          <button class={button.hard}>Void this entry</button>
        </div>
      </form>
    {/if}
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
