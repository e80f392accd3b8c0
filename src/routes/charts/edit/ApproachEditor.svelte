<script lang="ts">
  import { enhance } from '$app/forms';
  import type { Approach, Note } from '$core/procedure/approach/approach';
  import type { World } from '$core/radio/world';
  import ApproachPlan from '$lib/draw/ApproachPlan.svelte';
  import ApproachProfile from '$lib/draw/ApproachProfile.svelte';
  import { button } from '$lib/ui/button';
  import { saveJson } from '$lib/ui/save-file';
  import { belongsToFocus, useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ApproachInMaking } from '$core/procedure/approach/briefed-approach';
  import { Reckoner } from '$lib/worker/reckoner.svelte';
  import { onMount, untrack } from 'svelte';
  import Cell from './Cell.svelte';
  import { ApproachDraft } from './draft.svelte';
  import FixRows from './FixRows.svelte';
  import LegRows from './LegRows.svelte';
  import MinimumRows from './MinimumRows.svelte';
  import NoteRows from './NoteRows.svelte';
  import WhatItIs from './WhatItIs.svelte';

  /** An approach typed in from its chart: fields on the left, the drawings and what does not fit on the right. */
  let {
    world,
    start,
    making,
    title,
    refused
  }: {
    world: World;
    start: Approach;
    /** What is worked out of it. */
    making: ApproachInMaking;
    title: string;
    /** What the server would not take, and where. */
    refused: { field: string; message: string } | null;
  } = $props();

  const reckoner = new Reckoner<'approach'>(untrack(() => making));
  const { picture, card } = $derived(reckoner.answer);
  const draft = untrack(() => new ApproachDraft(start, () => reckoner.answer));
  onMount(() => reckoner.whileShown());
  $effect(() => reckoner.ask({ kind: 'approach', world, approach: $state.snapshot(approach) as Approach }));
  const approach = $derived(draft.approach);
  const wrong = $derived(draft.problems.filter(({ severity }) => severity === 'wrong'));
  const doubts = $derived(draft.problems.filter(({ severity }) => severity === 'doubt'));
  const runways = $derived(world.runways.filter((r) => r.airport === approach.airport));
  const text = $derived(JSON.stringify(approach));
  const wrongAt = (field: string) => draft.at(field).length > 0 || refused?.field === field;

  function set<K extends keyof Approach>(key: K, value: Approach[K]) {
    draft.approach[key] = value;
    draft.remember();
  }
  function changed() {
    draft.remember();
  }

  function addTransition() {
    draft.approach.transitions.push({
      id: `way-${approach.transitions.length + 1}`,
      name: 'Way in',
      legs: [{ type: 'IF', fix: approach.final[0]?.fix ?? '', role: 'initial' }]
    });
    changed();
  }

  useShortcuts([
    { key: '$mod+z', shown: 'Ctrl Z', does: 'take the last change back', run: () => draft.undo() },
    { key: '$mod+Shift+Z', shown: 'Ctrl ⇧ Z', does: 'and do it again', run: () => draft.redo() }
  ]);
</script>

<svelte:window
  onkeydown={(event) => {
    // In a field, where shortcuts rest, the browser's own undo would know nothing of the rest.
    if (!belongsToFocus(event)) return;
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    event.preventDefault();
    (event.target as HTMLElement).blur?.();
    if (event.shiftKey) draft.redo();
    else draft.undo();
  }}
/>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>{title}</h1>
    <p class="text-soft">
      In {world.name}; courses magnetic. After a current chart, for training only: the chart decides.
    </p>
  </div>
  <form
    method="POST"
    use:enhance={() =>
      async ({ update }) =>
        update({ reset: false })}
    class="flex gap-2"
  >
    <button type="button" class={button.plain} disabled={!draft.canUndo} onclick={() => draft.undo()}
      >Undo</button
    >
    <button type="button" class={button.plain} disabled={!draft.canRedo} onclick={() => draft.redo()}
      >Redo</button
    >
    <button type="button" class={button.plain} onclick={() => saveJson(draft.approach, `${approach.id}.json`)}
      >JSON</button
    >
    <input type="hidden" name="approach" value={text} />
    <button class={button.main} disabled={wrong.length > 0 || reckoner.failure !== ''}>Keep it</button>
  </form>
</header>

<datalist id="named">
  {#each [...approach.fixes.map(({ id }) => id), ...(approach.runway ? [`RW${approach.runway}`] : []), ...world.fixes.map(({ id }) => id), ...world.stations.map(({ id }) => id)] as id (id)}
    <option value={id}></option>
  {/each}
</datalist>
<datalist id="stations">
  {#each world.stations as { id } (id)}<option value={id}></option>{/each}
</datalist>

<div class="mt-3 grid gap-6 xl:grid-cols-[minmax(0,1fr)_400px]">
  <div class="grid min-w-0 content-start gap-5">
    <WhatItIs {draft} {runways} {wrongAt} />

    <FixRows {draft} {wrongAt} start={runways[0] ?? world.stations[0]!} />

    {#each approach.transitions as way, i (i)}
      <div class="min-w-0">
        <div class="mb-1 flex items-end gap-2">
          <Cell
            label="Way in, short"
            width="w-28"
            value={way.id}
            wrong={wrongAt(`transitions.${i}.id`)}
            onset={(v) => {
              way.id = v.toLowerCase();
              changed();
            }}
          />
          <Cell
            label="Name"
            width="w-56"
            value={way.name}
            onset={(v) => {
              way.name = v;
              changed();
            }}
          />
          <button
            type="button"
            class="text-[13px] text-now underline underline-offset-2"
            onclick={() => {
              draft.approach.transitions.splice(i, 1);
              changed();
            }}>Remove this way in</button
          >
        </div>
        <LegRows {draft} legs={way.legs} where="transitions.{i}.legs" title="Way in {way.name}" roles />
      </div>
    {/each}
    <p>
      <button type="button" class="text-[13px] text-now underline underline-offset-2" onclick={addTransition}
        >Add a way in</button
      >
    </p>

    <LegRows {draft} legs={approach.final} where="final" title="Final" roles />
    <div class="min-w-0">
      <LegRows {draft} legs={approach.missed.legs} where="missed.legs" title="Missed approach" />
      <div class="mt-1">
        <Cell
          label="Climb ft/NM, empty: 200"
          width="w-44"
          number
          value={approach.missed.climb_ftpnm}
          wrong={wrongAt('missed.climb_ftpnm')}
          onset={(v) => {
            if (v === '') delete draft.approach.missed.climb_ftpnm;
            else draft.approach.missed.climb_ftpnm = Number(v.replace(',', '.'));
            changed();
          }}
        />
      </div>
    </div>

    <MinimumRows {draft} {wrongAt} />

    <NoteRows notes={approach.notes} onchange={(notes: Note[]) => set('notes', notes)} />
  </div>

  <div class="min-w-0 max-xl:order-first">
    <div class="sticky top-3 grid gap-3 max-xl:static max-xl:sm:grid-cols-2">
      {#if picture}
        <ApproachPlan {picture} width={400} height={290} label="Plan of what is typed in so far" />
      {/if}
      {#if card}<ApproachProfile {approach} {card} width={400} height={200} />{/if}
      <section aria-label="What does not fit" class="text-[13px]" aria-live="polite">
        {#if reckoner.failure}<p class="text-hard" role="alert">{reckoner.failure}</p>{/if}
        {#if refused}<p class="text-hard" role="alert">
            {refused.field ? `${refused.field}: ` : ''}{refused.message}
          </p>{/if}
        {#if wrong.length === 0 && doubts.length === 0}<p>◆ Everything fits.</p>{/if}
        {#each wrong as { field, message } (field + message)}<p class="text-hard">✕ {message}</p>{/each}
        {#each doubts as { field, message } (field + message)}<p class="text-below">▼ {message}</p>{/each}
      </section>
    </div>
  </div>
</div>
