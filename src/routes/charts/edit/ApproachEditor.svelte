<script lang="ts">
  import { enhance } from '$app/forms';
  import {
    approachKinds,
    categories,
    type Approach,
    type ApproachKind,
    type MinimumLine,
    type Note
  } from '$core/procedure/approach/approach';
  import type { World } from '$core/radio/world';
  import ApproachPlan from '$lib/draw/ApproachPlan.svelte';
  import ApproachProfile from '$lib/draw/ApproachProfile.svelte';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import { inlineInput } from '$lib/ui/input';
  import { saveJson } from '$lib/ui/save-file';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { untrack } from 'svelte';
  import Cell from './Cell.svelte';
  import { ApproachDraft } from './draft.svelte';
  import LegRows from './LegRows.svelte';
  import NoteRows from './NoteRows.svelte';

  /** An approach typed in from its chart: fields on the left, the drawings and what does not fit on the right. */
  let {
    world,
    start,
    title,
    refused
  }: {
    world: World;
    start: Approach;
    title: string;
    /** What the server would not take, and where. */
    refused: { field: string; message: string } | null;
  } = $props();

  const draft = untrack(() => new ApproachDraft(world, start));
  const approach = $derived(draft.approach);
  const wrong = $derived(draft.problems.filter(({ severity }) => severity === 'wrong'));
  const doubts = $derived(draft.problems.filter(({ severity }) => severity === 'doubt'));
  const runways = $derived(world.runways.filter((r) => r.airport === approach.airport));
  const text = $derived(JSON.stringify(approach));
  const number = (value: string) => (value === '' ? Number.NaN : Number(value.replace(',', '.')));
  const wrongAt = (field: string) => draft.at(field).length > 0 || refused?.field === field;

  function set<K extends keyof Approach>(key: K, value: Approach[K]) {
    draft.approach[key] = value;
    draft.remember();
  }
  function changed() {
    draft.remember();
  }

  function chooseRunway(name: string) {
    const runway = runways.find((r) => r.name === name);
    if (!runway) return;
    draft.approach.runway = runway.name;
    draft.approach.touchdownElevation_ft = Math.round(runway.elevation_ft);
    draft.approach.finalCourse_deg = Math.round(runway.course_deg);
    changed();
  }

  /** A fix under another name goes on being what its legs name. */
  function rename(from: string, to: string) {
    const legs = [
      ...draft.approach.transitions.flatMap((way) => way.legs),
      ...draft.approach.final,
      ...draft.approach.missed.legs
    ];
    for (const leg of legs) {
      if (from !== '' && leg.fix === from) leg.fix = to;
      if (from !== '' && leg.about === from) leg.about = to;
    }
    for (const line of draft.approach.minimums) if (line.needsFix === from && from !== '') line.needsFix = to;
    const fix = draft.approach.fixes.find(({ id }) => id === from);
    if (fix) fix.id = to;
    changed();
  }

  function minimum(
    line: MinimumLine,
    category: (typeof categories)[number],
    key: 'altitude_ft' | 'visibility_sm',
    value: string
  ) {
    const now = line[category] ?? { altitude_ft: approach.touchdownElevation_ft + 500, visibility_sm: 1 };
    line[category] = value === '' && key === 'altitude_ft' ? null : { ...now, [key]: number(value) };
    changed();
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
    { key: 'Control+z', shown: 'Ctrl Z', does: 'take the last change back', run: () => draft.undo() },
    { key: 'Control+Shift+Z', shown: 'Ctrl ⇧ Z', does: 'and do it again', run: () => draft.redo() }
  ]);
  const small = `${inlineInput} !min-h-8 w-full !px-1.5 !py-0.5 text-[13px] flex items-center justify-between`;
</script>

<svelte:window
  onkeydown={(event) => {
    // In a field the browser's own undo would know nothing of the rest.
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
    <button class={button.main} disabled={wrong.length > 0}>Keep it</button>
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
    <fieldset class="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4 lg:grid-cols-6">
      <legend class="mb-1 font-bold">What it is</legend>
      <Cell
        label="Name"
        width="col-span-2"
        value={approach.name}
        wrong={wrongAt('name')}
        onset={(v) => set('name', v)}
      />
      <Cell
        label="Short name for addresses"
        width="col-span-2"
        value={approach.id}
        wrong={wrongAt('id')}
        onset={(v) => set('id', v.toLowerCase())}
      />
      <ChoiceField
        label="Kind"
        name="kind"
        bind:value={() => approach.kind, (kind: ApproachKind) => set('kind', kind)}
        choices={[...approachKinds]}
      />
      <ChoiceField
        label="Runway"
        name="runway"
        bind:value={
          () => approach.runway ?? '', (name) => (name === '' ? set('runway', null) : chooseRunway(name))
        }
        choices={[...runways.map(({ name }) => [name, name] as const), ['', 'circling only']]}
      />
      <Cell
        label="Airport elevation ft"
        width=""
        number
        value={approach.airportElevation_ft}
        onset={(v) => set('airportElevation_ft', number(v))}
      />
      <Cell
        label="Touchdown ft"
        width=""
        number
        value={approach.touchdownElevation_ft}
        onset={(v) => set('touchdownElevation_ft', number(v))}
      />
      <Cell
        label="Safe altitude ft"
        width=""
        number
        value={approach.safeAltitude_ft}
        onset={(v) => set('safeAltitude_ft', number(v))}
      />
      <Cell
        label="Variation °, east +"
        width=""
        number
        value={approach.variation_deg}
        onset={(v) => set('variation_deg', number(v))}
      />
      <Cell
        label="Final course °"
        width=""
        number
        value={approach.finalCourse_deg}
        wrong={wrongAt('finalCourse_deg')}
        onset={(v) => set('finalCourse_deg', number(v))}
      />
      <Cell
        label="Led by station"
        width=""
        list="stations"
        value={approach.station}
        wrong={wrongAt('station')}
        onset={(v) => set('station', v.toUpperCase() || null)}
      />
      <Cell
        label="Path °, empty: none"
        width=""
        number
        value={approach.path?.angle_deg}
        wrong={wrongAt('path')}
        onset={(v) =>
          set(
            'path',
            v === '' ? null : { crossing_ft: approach.path?.crossing_ft ?? 50, angle_deg: number(v) }
          )}
      />
      <Cell
        label="Over threshold ft"
        width=""
        number
        value={approach.path?.crossing_ft}
        onset={(v) => approach.path && set('path', { ...approach.path, crossing_ft: number(v) })}
      />
      <Cell
        label="Chart’s edition"
        width="col-span-2"
        value={approach.edition}
        onset={(v) => set('edition', v)}
      />
    </fieldset>

    <fieldset class="min-w-0">
      <legend class="font-bold">Fixes of its own</legend>
      <ul class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {#each approach.fixes as fix, i (i)}
          <li class="flex items-end gap-1.5">
            <Cell
              label="fix"
              width="w-20"
              value={fix.id}
              wrong={wrongAt(`fixes.${i}.id`)}
              onset={(v) => {
                rename(fix.id, v.toUpperCase());
              }}
            />
            {#if 'onFinal_nm' in fix.at}
              <Cell
                label="NM before threshold"
                width="w-28"
                number
                value={fix.at.onFinal_nm}
                onset={(v) => {
                  fix.at = { onFinal_nm: number(v) };
                  changed();
                }}
              />
            {:else}
              {@const at = fix.at}
              <Cell
                label="latitude °"
                width="w-24"
                number
                value={at.latitude_deg}
                onset={(v) => {
                  fix.at = { ...at, latitude_deg: number(v) };
                  changed();
                }}
              />
              <Cell
                label="longitude °"
                width="w-24"
                number
                value={at.longitude_deg}
                onset={(v) => {
                  fix.at = { ...at, longitude_deg: number(v) };
                  changed();
                }}
              />
            {/if}
            <button
              type="button"
              class="px-1 py-1 text-[13px]"
              aria-label="Remove {fix.id}"
              onclick={() => {
                draft.approach.fixes.splice(i, 1);
                changed();
              }}>×</button
            >
          </li>
        {/each}
      </ul>
      <p class="mt-1.5 flex gap-4 text-[13px]">
        <button
          type="button"
          class="text-now underline underline-offset-2"
          onclick={() => {
            draft.approach.fixes.push({ id: '', at: { onFinal_nm: 3 } });
            changed();
          }}>One on the final course</button
        >
        <button
          type="button"
          class="text-now underline underline-offset-2"
          onclick={() => {
            const { latitude_deg, longitude_deg } = runways[0] ?? world.stations[0]!;
            draft.approach.fixes.push({ id: '', at: { latitude_deg, longitude_deg } });
            changed();
          }}>One by latitude and longitude</button
        >
      </p>
    </fieldset>

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
            else draft.approach.missed.climb_ftpnm = number(v);
            changed();
          }}
        />
      </div>
    </div>

    <fieldset class="min-w-0">
      <legend class="font-bold">Minimums</legend>
      {#each approach.minimums as line, i (i)}
        <div class="flex flex-wrap items-end gap-1.5 border-t border-line py-1.5">
          <Cell
            label="line"
            width="w-24"
            value={line.line}
            wrong={wrongAt(`minimums.${i}.line`)}
            onset={(v) => {
              line.line = v;
              changed();
            }}
          />
          <div class="w-20">
            <span class="block text-[11px] text-soft">is a</span>
            <Choice
              label="Line {i + 1}: DA or MDA"
              class={small}
              value={line.kind}
              choices={['DA', 'MDA']}
              onchoose={(kind: 'DA' | 'MDA') => {
                line.kind = kind;
                changed();
              }}
            />
          </div>
          {#each categories as category (category)}
            <Cell
              label="{category} ft"
              width="w-16"
              number
              value={line[category]?.altitude_ft}
              wrong={wrongAt(`minimums.${i}.${category}`)}
              onset={(v) => minimum(line, category, 'altitude_ft', v)}
            />
            <Cell
              label="SM"
              width="w-14"
              number
              value={line[category]?.visibility_sm}
              onset={(v) => minimum(line, category, 'visibility_sm', v)}
            />
          {/each}
          <button
            type="button"
            class="px-1.5 py-1 text-[13px]"
            disabled={approach.minimums.length === 1}
            aria-label="Remove line {i + 1}"
            onclick={() => {
              draft.approach.minimums.splice(i, 1);
              changed();
            }}>×</button
          >
        </div>
        {#each draft.at(`minimums.${i}`) as problem (problem.field + problem.message)}
          <p class="text-xs {problem.severity === 'wrong' ? 'text-hard' : 'text-below'}">
            {problem.severity === 'wrong' ? '✕' : '▼'}
            {problem.message}
          </p>
        {/each}
      {/each}
      <p class="mt-1">
        <button
          type="button"
          class="text-[13px] text-now underline underline-offset-2"
          onclick={() => {
            const each = { altitude_ft: approach.touchdownElevation_ft + 500, visibility_sm: 1 };
            draft.approach.minimums.push({
              line: 'circling',
              kind: 'MDA',
              A: each,
              B: { ...each },
              C: { ...each },
              D: { ...each }
            });
            changed();
          }}>Another line</button
        >
      </p>
    </fieldset>

    <NoteRows notes={approach.notes} onchange={(notes: Note[]) => set('notes', notes)} />
  </div>

  <div class="min-w-0">
    <div class="sticky top-3 grid gap-3">
      {#if draft.picture}
        <ApproachPlan
          picture={draft.picture}
          width={400}
          height={290}
          label="Plan of what is typed in so far"
        />
      {/if}
      {#if draft.card}<ApproachProfile {approach} card={draft.card} width={400} height={200} />{/if}
      <section aria-label="What does not fit" class="text-[13px]" aria-live="polite">
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
