<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import { magneticVariation } from '$core/earth/magnetic-variation';
  import { worldToGeoJson } from '$core/format/world-geojson';
  import { figure } from '$core/measure/figure';
  import { placeOfFix } from '$core/radio/station-geometry';
  import { worlds } from '$core/radio/world-catalogue';
  import { worldProblems } from '$core/radio/world-check';
  import { enhance } from '$app/forms';
  import PutBack from '$lib/ui/PutBack.svelte';
  import type { ActionData, PageData } from './$types';
  import { chartPoints } from './chart-points';
  import PointFacts from './PointFacts.svelte';
  import WorldChart from './WorldChart.svelte';
  import WorldImport from './WorldImport.svelte';
  import ApproachList from './ApproachList.svelte';
  import { button } from '$lib/ui/button';
  import { saveJson } from '$lib/ui/save-file';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  let importing = $state(false);
  const all = $derived([...worlds, ...data.own.map(({ body }) => body)]);
  let worldId = $state(worlds[0]!.id);
  let chosen = $state<string | null>(null);
  let measuredFrom = $state<string | null>(null);
  let morseShown = $state(false);
  const today = new Date();

  const world = $derived(all.find((each) => each.id === worldId) ?? worlds[0]!);
  const own = $derived(data.own.some(({ body }) => body.id === world.id));
  const variation = $derived(
    magneticVariation(world.stations[0] ?? world.runways[0] ?? placeOfFix(world, world.fixes[0]!), today)
  );
  const problems = $derived(worldProblems(world));
  const points = $derived(chartPoints(world));
  const here = $derived(points.find((p) => p.id === chosen) ?? null);
  const from = $derived(points.find((p) => p.id === measuredFrom) ?? null);
  function choose(id: string) {
    if (chosen !== null && chosen !== id) measuredFrom = chosen;
    chosen = id;
  }
  useShortcuts([{ key: 'm', shown: 'M', does: 'idents in Morse', run: () => (morseShown = !morseShown) }]);
</script>

<svelte:head><title>Charts · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Charts</h1>
    <p class="text-soft">
      {world.name} · made up, not for navigation · variation {figure(Math.abs(variation), 1)}° {variation >= 0
        ? 'east'
        : 'west'} today
    </p>
  </div>
  <div class="flex flex-wrap items-center gap-2">
    <label class="sr-only" for="world">World</label>
    <Choice
      id="world"
      class="min-h-9 rounded-sm border border-strong-line bg-sheet px-2 text-[13px]"
      bind:value={worldId}
      choices={all.map(({ id, name }) => [id, name])}
      onchoose={() => {
        chosen = null;
        measuredFrom = null;
      }}
    />
    <button class={button.plain} onclick={() => saveJson(world, `${world.id}.json`)}>JSON</button>
    <button
      class={button.plain}
      onclick={() => saveJson(worldToGeoJson(world), `${world.id}.geojson`, 'application/geo+json')}
      >GeoJSON</button
    >
    {#if data.teaches}
      {#if own}
        <form method="POST" action="?/remove" use:enhance>
          <input type="hidden" name="key" value={world.id} />
          <button class={button.plain}>Remove</button>
        </form>
      {/if}
      <button class={button.main} onclick={() => (importing = true)}>Import a world…</button>
    {/if}
  </div>
</header>
{#if form && 'removed' in form && form.removed}
  <PutBack
    field="key"
    removed={form.removed}
    words="“{form.removed}” is off the shelf. Lessons planned with it keep it."
  />
{/if}
{#if data.teaches}<WorldImport
    bind:open={importing}
    problem={form && 'message' in form ? (form.message ?? null) : null}
    kept={form && 'kept' in form ? (form.kept ?? null) : null}
    onkept={(id) => {
      worldId = id;
      chosen = null;
      measuredFrom = null;
    }}
  />{/if}

<div class="mt-3 grid grid-cols-1 gap-6 lg:grid-cols-[minmax(0,1fr)_380px]">
  <div class="min-w-0">
    {#key world.id}<WorldChart {world} {points} {variation} {here} {from} onchoose={choose} />{/key}
    <ApproachList
      world={world.id}
      own={data.ownApproaches}
      teaches={data.teaches}
      problem={form && 'approachProblem' in form ? String(form.approachProblem) : null}
      kept={form && 'keptApproach' in form ? (form.keptApproach ?? null) : null}
      removed={form && 'removedApproach' in form ? (form.removedApproach ?? null) : null}
    />
  </div>
  <div class="min-w-0">
    <PointFacts {here} {from} {variation} {morseShown} />
    <SideScroll label="Stations and fixes">
      <table class="sheet-table mt-3 text-[13px]">
        <thead><tr><th>Name</th><th>Kind</th><th class="number">tuned on, or lies</th></tr></thead>
        <tbody>
          {#each points as point (point.id)}
            <tr class={point.id === chosen ? 'bg-paper' : ''}>
              <td class="!py-0.5"
                ><button
                  class="min-h-6 font-bold text-now underline-offset-2 hover:underline"
                  onclick={() => choose(point.id)}>{point.id}</button
                ></td
              >
              <td class="!py-0.5 text-soft"
                >{point.kind === 'fix'
                  ? 'fix'
                  : point.kind === 'localizer' || point.kind === 'marker'
                    ? point.kind
                    : point.kind.toUpperCase()}</td
              >
              <td class="number !py-0.5">{point.words}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </SideScroll>
    {#each problems as problem (problem.field)}<p class="mt-2 text-[13px] text-below">
        ▼ {problem.message}
      </p>{/each}
  </div>
</div>
