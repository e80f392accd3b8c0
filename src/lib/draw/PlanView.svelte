<script lang="ts">
  import { Zoomed } from './zoomed.svelte';
  import type { PlanPicture, PlanPoint } from '$core/flight/plan-picture';
  import { figure, heading } from '$core/measure/figure';

  /** Seen from above: corridors, what is asked for, stations, the wind, and the way flown with a tick at every minute. */
  let {
    picture,
    track,
    track_deg = null,
    pointing_deg = track_deg,
    width = 300,
    height = 230,
    label,
    seconds = null,
    over = false
  }: {
    picture: PlanPicture;
    /** One point a second. */
    track: readonly PlanPoint[];
    /** Way over the ground now, by the fix's north; null: there is no now. */
    track_deg?: number | null;
    /** Which way the airplane is drawn to point. */
    pointing_deg?: number | null;
    width?: number;
    height?: number;
    label: string;
    /** Only the way flown until then is drawn; null: all of it. */
    seconds?: number | null;
    /** The flight is over: there is no more of the way to come. */
    over?: boolean;
  } = $props();

  /** Drawn in hundredths of a mile, so that the path keeps whole numbers. */
  const UNIT = 100;
  const WIND_WIDTH_PX = 100;
  const zoomed = new Zoomed([0.3, 30]);
  const view = $derived(zoomed.view);
  let trackUp = $state(false);

  const shown = $derived(seconds === null ? track : track.slice(0, Math.max(1, Math.round(seconds) + 1)));
  const here = $derived(shown[shown.length - 1] ?? null);
  /** Fitted to what is asked for and to where it began; afterwards to all that was flown. */
  const frame = $derived.by(() => {
    const points = [
      ...picture.ideals.flatMap(({ points }) => points),
      ...(over ? track : track.slice(0, 1)),
      { north_nm: 0, east_nm: 0 }
    ];
    const north = [Math.min(...points.map((p) => p.north_nm)), Math.max(...points.map((p) => p.north_nm))];
    const east = [Math.min(...points.map((p) => p.east_nm)), Math.max(...points.map((p) => p.east_nm))];
    return {
      north_nm: (north[0]! + north[1]!) / 2,
      east_nm: (east[0]! + east[1]!) / 2,
      scale: Math.min(
        (width - 36) / Math.max(3, east[1]! - east[0]!),
        (height - 36) / Math.max(3, north[1]! - north[0]!)
      )
    };
  });
  const middle = $derived(trackUp && here ? here : frame);
  const turned = $derived(trackUp && track_deg !== null ? -track_deg : 0);
  const placed = $derived(
    `translate(${view.x} ${view.y}) scale(${view.k}) translate(${width / 2} ${height / 2}) rotate(${turned}) scale(${frame.scale / UNIT}) translate(${-middle.east_nm * UNIT} ${middle.north_nm * UNIT})`
  );
  const pixel = $derived(UNIT / frame.scale / view.k);

  const path = (points: readonly PlanPoint[]) =>
    points
      .map(
        (p, i) => `${i === 0 ? 'M' : 'L'}${Math.round(p.east_nm * UNIT)} ${Math.round(-p.north_nm * UNIT)}`
      )
      .join('');
  const lanes = $derived(picture.lanes.map((lane) => `${path(lane)}Z`));
  const ideals = $derived(picture.ideals.map(({ points }) => path(points)));
  const flown = $derived(path(shown));
  const ticks = $derived(shown.filter((_, second) => second > 0 && second % 60 === 0));
  const bar = $derived([1, 2, 5, 10, 20].find((nm) => nm * frame.scale * view.k > 36) ?? 20);

  /** The wind stands in the upper corner that has no name in it. */
  const windLeft_px = $derived.by(() => {
    const inLeftCorner = picture.marks.some(({ east_nm, north_nm }) => {
      const x = width / 2 + (east_nm - frame.east_nm) * frame.scale;
      const y = height / 2 - (north_nm - frame.north_nm) * frame.scale;
      return x > -40 && x < WIND_WIDTH_PX && y > -10 && y < 50;
    });
    return inLeftCorner ? width - WIND_WIDTH_PX : 0;
  });
</script>

<figure class="relative m-0">
  <svg
    {@attach zoomed.attach}
    viewBox="0 0 {width} {height}"
    class="block w-full cursor-grab touch-none border border-line bg-paper"
    role="img"
    aria-label={label}
    data-testid="plan-view"
  >
    <g transform={placed}>
      {#each lanes as lane, i (i)}<path
          d={lane}
          fill="var(--band)"
          fill-rule="evenodd"
          opacity="0.75"
        />{/each}
      {#each ideals as ideal, i (i)}<path
          d={ideal}
          fill="none"
          stroke="var(--band-edge)"
          stroke-width="1.6"
          vector-effect="non-scaling-stroke"
        />{/each}
      {#each picture.marks as mark (mark.id)}
        <g
          transform="translate({mark.east_nm * UNIT} {-mark.north_nm *
            UNIT}) scale({pixel}) rotate({-turned})"
        >
          {#if mark.kind === 'fix'}<path
              d="M0 -5L4.5 3H-4.5Z"
              fill="none"
              stroke="var(--soft)"
              stroke-width="1.3"
            />
          {:else if mark.kind === 'ndb'}<circle
              r="4"
              fill="none"
              stroke="var(--ink)"
              stroke-width="1.5"
              stroke-dasharray="2 2"
            /><circle r="1.3" fill="var(--ink)" />
          {:else}<path d="M-5 -5H5V5H-5Z" fill="none" stroke="var(--ink)" stroke-width="1.3" /><circle
              r="1.5"
              fill="var(--ink)"
            />{/if}
          <text x="8" y="4" font-size="11" fill="var(--ink)">{mark.id}</text>
        </g>
      {/each}
      <path d={flown} fill="none" stroke="var(--trace)" stroke-width="2" vector-effect="non-scaling-stroke" />
      {#each ticks as tick, i (i)}<circle
          cx={tick.east_nm * UNIT}
          cy={-tick.north_nm * UNIT}
          r={2.4 * pixel}
          fill="var(--trace)"
        />{/each}
      {#if here}<g
          transform="translate({here.east_nm * UNIT} {-here.north_nm *
            UNIT}) scale({pixel}) rotate({pointing_deg ?? 0})"
          ><path d="M0 -8L5 7L0 4L-5 7Z" fill="var(--sheet)" stroke="var(--ink)" stroke-width="1.6" /></g
        >{/if}
    </g>
    {#if picture.wind.speed_kt > 0}
      <g transform="translate({windLeft_px + 22} 26) rotate({picture.wind.from_deg + 180 + turned})">
        <path d="M0 14V-12M-5 -5L0 -13L5 -5" fill="none" stroke="var(--soft)" stroke-width="1.8" />
      </g>
      <text x={windLeft_px + 40} y="20" font-size="11" fill="var(--soft)" class="figure"
        >{heading(picture.wind.from_deg)}/{figure(picture.wind.speed_kt)}</text
      >
    {/if}
    <path
      d="M10 {height - 10}h{bar * frame.scale * view.k}m0 -4v8m{-bar * frame.scale * view.k} 0v-8"
      stroke="var(--soft)"
      fill="none"
    />
    <text x={16 + bar * frame.scale * view.k} y={height - 6} font-size="11" fill="var(--soft)" class="figure"
      >{bar} NM</text
    >
  </svg>
  <div class="absolute right-1 bottom-1 flex gap-1 text-xs">
    {#if track_deg !== null}<button
        class="min-h-6 rounded-sm border border-strong-line bg-sheet px-1.5"
        aria-pressed={trackUp}
        onclick={() => (trackUp = !trackUp)}>{trackUp ? 'track up' : 'north up'}</button
      >{/if}
    <button
      class="min-h-6 min-w-6 rounded-sm border border-strong-line bg-sheet"
      aria-label="Nearer"
      onclick={() => zoomed.nearer(1.5)}>+</button
    >
    <button
      class="min-h-6 min-w-6 rounded-sm border border-strong-line bg-sheet"
      aria-label="Farther"
      onclick={() => zoomed.nearer(1 / 1.5)}>−</button
    >
  </div>
</figure>
