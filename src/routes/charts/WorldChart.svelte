<script lang="ts">
  import { wayBetween } from '$core/earth/geodesic';
  import type { World } from '$core/radio/world';
  import { chartProjection } from '$lib/draw/chart-projection';
  import { labelPlaces } from '$lib/draw/label-places';
  import { Zoomed } from '$lib/draw/zoomed.svelte';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ChartPoint } from './chart-points';
  import ChartSymbol from './ChartSymbol.svelte';

  /** A world seen from above, true north up: stations and fixes to be chosen, and the way from the one before. */
  let {
    world,
    points,
    variation,
    here,
    from,
    onchoose
  }: {
    world: World;
    points: readonly ChartPoint[];
    /** Of the panel's north in this world, degrees, + = east. */
    variation: number;
    here: ChartPoint | null;
    from: ChartPoint | null;
    onchoose: (id: string) => void;
  } = $props();

  const WIDTH = 700;
  const HEIGHT = 560;
  const MILES = [1, 2, 5, 10, 20, 50];
  const zoomed = new Zoomed([0.4, 40]);
  const { project, pixelsPerMile } = $derived(chartProjection(world, WIDTH, HEIGHT));
  const way = $derived(here && from && here.id !== from.id ? wayBetween(from.place, here.place) : null);
  const bar = $derived(MILES.find((m) => m * pixelsPerMile * zoomed.view.k > 60) ?? 50);
  const at = (place: { latitude_deg: number; longitude_deg: number }) =>
    zoomed.apply(project([place.longitude_deg, place.latitude_deg])!);

  /** Names keep clear of each other, nearer and farther. */
  const labels = $derived.by(() => {
    const named = points.map((point) => ({ name: point.id, ...at(point.place) }));
    return labelPlaces(named, named, { width: WIDTH, height: HEIGHT }, 12);
  });

  useShortcuts([
    { key: '+', shown: '+ −', does: 'nearer, farther', run: () => zoomed.nearer(1.5) },
    { key: '-', shown: '', does: '', run: () => zoomed.nearer(1 / 1.5) },
    { key: '0', shown: '0', does: 'the whole chart', run: () => zoomed.whole() }
  ]);
</script>

<svg
  {@attach zoomed.attach}
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
      r={station.range_nm * pixelsPerMile * zoomed.view.k}
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
      {@const length = station.range_nm * pixelsPerMile * zoomed.view.k}
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
    <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--now)" stroke-width="1.6" stroke-dasharray="3 4" />
  {/if}
  {#each world.runways as runway (`${runway.airport} ${runway.name}`)}
    {@const p = at(runway)}
    {@const length = Math.max(9, (runway.length_ft / 6076) * pixelsPerMile * zoomed.view.k)}
    <path
      d="M0 0v{-length}"
      transform="translate({p.x} {p.y}) rotate({runway.course_deg + variation})"
      stroke="var(--ink)"
      stroke-width="4"
    />
  {/each}
  {#each world.runways.filter((r, i, all) => all.findIndex((o) => o.airport === r.airport) === i) as airport (airport.airport)}
    {@const p = at(airport)}
    <text x={p.x + 10} y={p.y + 36} font-size="11" fill="var(--soft)"
      >{airport.airport} {airport.airportName}</text
    >
  {/each}
  {#each points as point, i (point.id)}
    {@const label = labels[i]!}
    {@const p = at(point.place)}
    {@const on = point.id === here?.id}
    <g
      transform="translate({p.x} {p.y})"
      role="button"
      tabindex="0"
      aria-label="{point.id}, {point.name}, {point.words}"
      aria-pressed={on}
      class="cursor-pointer"
      onclick={() => onchoose(point.id)}
      onkeydown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onchoose(point.id);
        }
      }}
    >
      <ChartSymbol kind={point.kind} chosen={on} />
      <text
        x={label.dx}
        y={label.dy}
        text-anchor={label.end ? 'end' : 'start'}
        pointer-events="none"
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
    <path d="M0 16V-14" transform="rotate({variation})" stroke="var(--band-edge)" stroke-dasharray="3 3" />
    <text y="30" text-anchor="middle" font-size="10" fill="var(--soft)">true</text>
  </g>
  <g transform="translate(20 {HEIGHT - 18})">
    <path
      d="M0 -4v8M0 0h{bar * pixelsPerMile * zoomed.view.k}m0 -4v8"
      stroke="var(--soft)"
      stroke-width="1.6"
      fill="none"
    />
    <text x="4" y="-8" font-size="10" fill="var(--soft)" class="figure">{bar} NM</text>
  </g>
</svg>
<div class="mt-2 flex gap-2">
  <button class={button.plain} onclick={() => zoomed.nearer(1.5)} aria-label="Nearer">+</button>
  <button class={button.plain} onclick={() => zoomed.nearer(1 / 1.5)} aria-label="Farther">−</button>
  <button class={button.plain} onclick={() => zoomed.whole()}>Whole chart</button>
</div>
