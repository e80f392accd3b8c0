<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import { select } from 'd3-selection';
  import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom';
  import { onMount } from 'svelte';
  import { wayBetween } from '$core/earth/geodesic';
  import { magneticVariation } from '$core/earth/magnetic-variation';
  import { worldToGeoJson } from '$core/format/world-geojson';
  import { figure, heading, signedFigure } from '$core/measure/figure';
  import { morseOf } from '$core/radio/morse';
  import { placeOfFix } from '$core/radio/station-geometry';
  import { worlds } from '$core/radio/world-catalogue';
  import { frequencyOf, worldProblems } from '$core/radio/world-check';
  import { chartProjection } from '$lib/draw/chart-projection';
  import { enhance } from '$app/forms';
  import PutBack from '$lib/ui/PutBack.svelte';
  import type { ActionData, PageData } from './$types';
  import WorldImport from './WorldImport.svelte';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  let importing = $state(false);
  const all = $derived([...worlds, ...data.own.map(({ body }) => body)]);
  const WIDTH = 700;
  const HEIGHT = 560;
  let worldId = $state(worlds[0]!.id);
  let chosen = $state<string | null>(null);
  let measuredFrom = $state<string | null>(null);
  let morseShown = $state(false);
  let view = $state<ZoomTransform>(zoomIdentity);
  let svg: SVGSVGElement | undefined = $state();
  const zooming = zoom<SVGSVGElement, unknown>().scaleExtent([0.4, 40]);
  const today = new Date();

  const world = $derived(all.find((each) => each.id === worldId) ?? worlds[0]!);
  const own = $derived(data.own.some(({ body }) => body.id === world.id));
  const { project, pixelsPerMile } = $derived(chartProjection(world, WIDTH, HEIGHT));
  const variation = $derived(
    magneticVariation(world.stations[0] ?? world.runways[0] ?? placeOfFix(world, world.fixes[0]!), today)
  );
  const problems = $derived(worldProblems(world));
  const points = $derived([
    ...world.stations.map((s) => ({
      id: s.id,
      kind: s.kind,
      name: s.name,
      place: s,
      words: frequencyOf(s) ?? `${'marker' in s ? s.marker : ''} marker`
    })),
    ...world.fixes.map((f) => ({
      id: f.id,
      kind: 'fix' as const,
      name: f.id,
      place: placeOfFix(world, f),
      words: fixWords(f)
    }))
  ]);
  const here = $derived(points.find((p) => p.id === chosen) ?? null);
  const from = $derived(points.find((p) => p.id === measuredFrom) ?? null);
  const way = $derived(here && from && here.id !== from.id ? wayBetween(from.place, here.place) : null);
  const at = (place: { latitude_deg: number; longitude_deg: number }) => {
    const [x, y] = project([place.longitude_deg, place.latitude_deg])!;
    return { x: view.applyX(x), y: view.applyY(y) };
  };
  const MILES = [1, 2, 5, 10, 20, 50];
  const bar = $derived(MILES.find((m) => m * pixelsPerMile * view.k > 60) ?? 50);

  function fixWords(fix: (typeof world.fixes)[number]): string {
    const { at: where } = fix;
    if ('latitude_deg' in where) return 'by its place';
    if ('distance_nm' in where)
      return `${where.station} ${heading(where.radial_deg)} / ${where.distance_nm} NM`;
    return `${where.station} ${heading(where.radial_deg)} and ${where.other} ${heading(where.otherRadial_deg)}`;
  }
  onMount(() => {
    zooming.on('zoom', (event: { transform: ZoomTransform }) => (view = event.transform));
    select(svg!).call(zooming);
  });
  function zoomBy(factor: number) {
    if (svg) select(svg).call(zooming.scaleBy, factor);
  }
  function whole() {
    if (svg) select(svg).call(zooming.transform, zoomIdentity);
  }
  function save(content: unknown, name: string, type: string) {
    const address = URL.createObjectURL(new Blob([JSON.stringify(content, null, 2)], { type }));
    const link = document.createElement('a');
    link.href = address;
    link.download = name;
    link.click();
    URL.revokeObjectURL(address);
  }
  function choose(id: string) {
    if (chosen !== null && chosen !== id) measuredFrom = chosen;
    chosen = id;
  }
  const degrees = (value: number, plus: string, minus: string) => {
    const size = Math.abs(value);
    const minutes = (size - Math.floor(size)) * 60;
    return `${Math.floor(size)}° ${minutes.toFixed(1).padStart(4, '0')}′ ${value >= 0 ? plus : minus}`;
  };

  useShortcuts([
    { key: '+', shown: '+ −', does: 'nearer, farther', run: () => zoomBy(1.5) },
    { key: '-', shown: '', does: '', run: () => zoomBy(1 / 1.5) },
    { key: '0', shown: '0', does: 'the whole chart', run: whole },
    { key: 'm', shown: 'M', does: 'idents in Morse', run: () => (morseShown = !morseShown) }
  ]);
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
        whole();
      }}
    />
    <button class={button.plain} onclick={() => save(world, `${world.id}.json`, 'application/json')}
      >JSON</button
    >
    <button
      class={button.plain}
      onclick={() => save(worldToGeoJson(world), `${world.id}.geojson`, 'application/geo+json')}
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
    <svg
      bind:this={svg}
      viewBox="0 0 {WIDTH} {HEIGHT}"
      class="block w-full cursor-grab touch-none border border-line bg-paper"
      role="group"
      aria-label="Chart of {world.name}: {world.stations.length} stations, {world.fixes.length} fixes, {world
        .runways.length} runway ends"
    >
      {#if here && 'range_nm' in here.place}
        {@const p = at(here.place)}
        {@const station = world.stations.find((s) => s.id === here.id)!}
        <circle
          cx={p.x}
          cy={p.y}
          r={station.range_nm * pixelsPerMile * view.k}
          fill="none"
          stroke="var(--band-edge)"
          stroke-dasharray="6 6"
        />
        {#if station.kind === 'vor'}
          {#each Array.from({ length: 36 }, (_, i) => i * 10) as radial (radial)}
            <path
              d="M0 {-34}v{radial % 30 === 0 ? -12 : -6}"
              transform="translate({p.x} {p.y}) rotate({radial + station.alignment_deg})"
              stroke="var(--band-edge)"
            />
          {/each}
          <path
            d="M0 -30v-24l-4 8m4 -8l4 8"
            transform="translate({p.x} {p.y}) rotate({station.alignment_deg})"
            stroke="var(--trace)"
            fill="none"
          />
        {/if}
        {#if station.kind === 'localizer'}
          {@const back = station.course_deg + variation + 180}
          {@const length = station.range_nm * pixelsPerMile * view.k}
          <path
            d="M0 0L{-length * Math.tan((station.halfWidth_deg * Math.PI) / 180)} {-length}H{length *
              Math.tan((station.halfWidth_deg * Math.PI) / 180)}Z"
            transform="translate({p.x} {p.y}) rotate({back})"
            fill="var(--band)"
            stroke="var(--band-edge)"
          />
        {/if}
      {/if}
      {#if here && from && way}
        {@const a = at(from.place)}
        {@const b = at(here.place)}
        <line
          x1={a.x}
          y1={a.y}
          x2={b.x}
          y2={b.y}
          stroke="var(--now)"
          stroke-width="1.6"
          stroke-dasharray="3 4"
        />
      {/if}
      {#each world.runways as runway (`${runway.airport} ${runway.name}`)}
        {@const p = at(runway)}
        {@const length = Math.max(9, (runway.length_ft / 6076) * pixelsPerMile * view.k)}
        <path
          d="M0 0v{-length}"
          transform="translate({p.x} {p.y}) rotate({runway.course_deg + variation})"
          stroke="var(--ink)"
          stroke-width="4"
        />
      {/each}
      {#each world.runways.filter((r, i, all) => all.findIndex((o) => o.airport === r.airport) === i) as airport (airport.airport)}
        {@const p = at(airport)}
        <text x={p.x + 10} y={p.y + 24} font-size="11" fill="var(--soft)"
          >{airport.airport} {airport.airportName}</text
        >
      {/each}
      {#each points as point (point.id)}
        {@const p = at(point.place)}
        {@const on = point.id === chosen}
        <g
          transform="translate({p.x} {p.y})"
          role="button"
          tabindex="0"
          aria-label="{point.id}, {point.name}, {point.words}"
          aria-pressed={on}
          class="cursor-pointer"
          onclick={() => choose(point.id)}
          onkeydown={(event) => {
            if (event.key === 'Enter' || event.key === ' ') {
              event.preventDefault();
              choose(point.id);
            }
          }}
        >
          <circle r="15" fill="transparent" />
          {#if point.kind === 'vor'}
            <circle
              r="8"
              fill="var(--sheet)"
              stroke={on ? 'var(--now)' : 'var(--trace)'}
              stroke-width="2.2"
            />
            <path d="M0 -8V8M-8 0H8" stroke={on ? 'var(--now)' : 'var(--trace)'} stroke-width="1.4" />
          {:else if point.kind === 'ndb'}
            <circle
              r="8"
              fill="none"
              stroke={on ? 'var(--now)' : 'var(--above)'}
              stroke-width="2"
              stroke-dasharray="2 2.6"
            />
            <circle r="2.4" fill={on ? 'var(--now)' : 'var(--above)'} />
          {:else if point.kind === 'localizer'}
            <path
              d="M-7 6H7L0 -8Z"
              fill="var(--sheet)"
              stroke={on ? 'var(--now)' : 'var(--trace)'}
              stroke-width="2"
            />
          {:else if point.kind === 'marker'}
            <rect
              x="-5"
              y="-5"
              width="10"
              height="10"
              fill="var(--sheet)"
              stroke={on ? 'var(--now)' : 'var(--soft)'}
              stroke-width="1.6"
            />
          {:else}
            <path d="M-5 -5L5 5M5 -5L-5 5" stroke={on ? 'var(--now)' : 'var(--ink)'} stroke-width="1.8" />
          {/if}
          <text
            x="12"
            y="-5"
            font-size={point.kind === 'fix' ? 10.5 : 12}
            font-weight={point.kind === 'fix' ? 400 : 700}
            fill={on ? 'var(--now)' : 'var(--ink)'}
            class="figure"
            stroke="var(--paper)"
            stroke-width="3"
            paint-order="stroke">{point.id}</text
          >
        </g>
      {/each}
      <g transform="translate({WIDTH - 30} 40)">
        <path d="M0 16V-16M-5 -8L0 -17L5 -8" stroke="var(--soft)" fill="none" stroke-width="1.6" />
        <path
          d="M0 16V-14"
          transform="rotate({variation})"
          stroke="var(--band-edge)"
          stroke-dasharray="3 3"
        />
        <text y="30" text-anchor="middle" font-size="10" fill="var(--soft)">true</text>
      </g>
      <g transform="translate(20 {HEIGHT - 18})">
        <path
          d="M0 -4v8M0 0h{bar * pixelsPerMile * view.k}m0 -4v8"
          stroke="var(--soft)"
          stroke-width="1.6"
          fill="none"
        />
        <text x="4" y="-8" font-size="10" fill="var(--soft)" class="figure">{bar} NM</text>
      </g>
    </svg>
    <div class="mt-2 flex gap-2">
      <button class={button.plain} onclick={() => zoomBy(1.5)} aria-label="Nearer">+</button>
      <button class={button.plain} onclick={() => zoomBy(1 / 1.5)} aria-label="Farther">−</button>
      <button class={button.plain} onclick={whole}>Whole chart</button>
    </div>
  </div>
  <div class="min-w-0">
    {#if here}
      <h2 class="text-base">
        {here.id} <span class="font-normal text-soft">{here.name === here.id ? '' : here.name}</span>
      </h2>
      <dl
        class="text-[13px] [&>div]:flex [&>div]:justify-between [&>div]:border-b [&>div]:border-line [&>div]:py-0.5 [&_dd]:font-mono [&_dt]:text-soft"
      >
        <div>
          <dt>{here.kind === 'fix' ? 'Lies' : 'Tuned on'}</dt>
          <dd>{here.words}</dd>
        </div>
        <div>
          <dt>Place</dt>
          <dd>{degrees(here.place.latitude_deg, 'N', 'S')} {degrees(here.place.longitude_deg, 'E', 'W')}</dd>
        </div>
        {#if here.kind !== 'fix'}
          {@const station = world.stations.find((s) => s.id === here.id)!}
          <div>
            <dt>Elevation, range</dt>
            <dd>{figure(station.elevation_ft)} ft, {figure(station.range_nm)} NM</dd>
          </div>
          {#if station.kind === 'vor'}<div>
              <dt>Aligned at, DME</dt>
              <dd>{signedFigure(station.alignment_deg)}°, {station.dme ? 'with' : 'without'}</dd>
            </div>{/if}
          {#if station.kind === 'localizer'}<div>
              <dt>Course, full scale</dt>
              <dd>{heading(station.course_deg)}, ±{station.halfWidth_deg}°</dd>
            </div>{/if}
          {#if morseShown && station.kind !== 'marker'}<div>
              <dt>Ident</dt>
              <dd aria-label="in Morse">{morseOf(station.id)}</dd>
            </div>{/if}
        {/if}
        {#if way && from}
          <div>
            <dt>From {from.id}</dt>
            <dd>{heading(way.azimuth_deg - variation)}, {figure(way.distance_nm, 1)} NM</dd>
          </div>
          <div>
            <dt>Back to it</dt>
            <dd>{heading(way.arrivalAzimuth_deg + 180 - variation)}</dd>
          </div>
        {/if}
      </dl>
      <p class="mt-1 text-xs text-soft">
        Choose another to see course and distance to it, magnetic. M shows idents in Morse.
      </p>
    {:else}
      <p class="text-[13px] text-soft">
        Choose a station or fix on the chart or below: its place, its range, and from the one before, course
        and distance.
      </p>
    {/if}
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
