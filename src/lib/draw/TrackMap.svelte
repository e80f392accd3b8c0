<script lang="ts">
  import { windAtStart } from '$core/drill/plan-wind';
  import { idealTrack } from '$core/drill/ideal-track';
  import type { Lesson } from '$core/drill/lesson';
  import { RADIANS_PER_DEGREE } from '$core/measure/angle';
  import { FEET_PER_NAUTICAL_MILE } from '$core/measure/units';
  import { figure, heading } from '$core/measure/figure';
  import type { Flight } from '$core/flight/flight';

  /** The track the drill makes in this wind when it is flown exactly, north up by the compass, and the one flown over it. */
  let {
    lesson,
    flight = null,
    cursor_s = null,
    width = 340,
    height = 240
  }: {
    lesson: Lesson;
    flight?: Flight | null;
    cursor_s?: number | null;
    width?: number;
    height?: number;
  } = $props();

  const ideal = $derived(idealTrack(lesson));
  const FEET_PER_DEGREE = 60 * FEET_PER_NAUTICAL_MILE;
  const flown = $derived.by(() => {
    const latitude = flight?.columns.get('latitude_deg');
    const longitude = flight?.columns.get('longitude_deg');
    if (!flight || !latitude || !longitude) return [];
    const turn = lesson.area.variation_deg * RADIANS_PER_DEGREE;
    const shrink = Math.cos(lesson.area.latitude_deg * RADIANS_PER_DEGREE);
    return Array.from({ length: Math.ceil(flight.length / 10) }, (_, i) => {
      const k = i * 10;
      const north = (latitude[k]! - latitude[0]!) * (FEET_PER_DEGREE / FEET_PER_NAUTICAL_MILE);
      const east = (longitude[k]! - longitude[0]!) * (FEET_PER_DEGREE / FEET_PER_NAUTICAL_MILE) * shrink;
      // True to magnetic: the map stands by the compass, as the headings do.
      return {
        north_nm: north * Math.cos(turn) + east * Math.sin(turn),
        east_nm: east * Math.cos(turn) - north * Math.sin(turn)
      };
    });
  });
  const all = $derived([...ideal, ...flown]);
  const bounds = $derived({
    north: [Math.min(...all.map((p) => p.north_nm)), Math.max(...all.map((p) => p.north_nm))] as const,
    east: [Math.min(...all.map((p) => p.east_nm)), Math.max(...all.map((p) => p.east_nm))] as const
  });
  const scale = $derived(
    Math.min(
      (width - 40) / Math.max(0.5, bounds.east[1] - bounds.east[0]),
      (height - 40) / Math.max(0.5, bounds.north[1] - bounds.north[0])
    )
  );
  const x = (east: number) => width / 2 + (east - (bounds.east[0] + bounds.east[1]) / 2) * scale;
  const y = (north: number) => height / 2 - (north - (bounds.north[0] + bounds.north[1]) / 2) * scale;
  const line = (points: readonly { north_nm: number; east_nm: number }[]) =>
    points.map((p) => `${x(p.east_nm).toFixed(1)},${y(p.north_nm).toFixed(1)}`).join(' ');
  const here = $derived(
    cursor_s === null ? null : (flown[Math.min(flown.length - 1, Math.round(cursor_s))] ?? null)
  );
  const wind = $derived(windAtStart(lesson.plan));
</script>

<svg
  viewBox="0 0 {width} {height}"
  class="block w-full border border-line bg-paper"
  role="img"
  aria-label="Map: the ideal track in wind {heading(wind.from_deg)} at {wind.speed_kt} knots{flown.length > 0
    ? ', and the track flown'
    : ''}"
>
  <polyline points={line(ideal)} fill="none" stroke="var(--band)" stroke-width="9" stroke-linejoin="round" />
  <polyline points={line(ideal)} fill="none" stroke="var(--band-edge)" stroke-width="1.3" />
  {#each ideal.filter((p) => p.time_s > 0 && p.time_s % 60 === 0) as point (point.time_s)}
    <circle cx={x(point.east_nm)} cy={y(point.north_nm)} r="2.2" fill="var(--band-edge)" />
  {/each}
  {#if flown.length > 0}<polyline
      points={line(flown)}
      fill="none"
      stroke="var(--trace)"
      stroke-width="1.8"
    />{/if}
  <circle cx={x(0)} cy={y(0)} r="4" fill="none" stroke="var(--now)" stroke-width="2" />
  {#if here}<circle cx={x(here.east_nm)} cy={y(here.north_nm)} r="5" fill="var(--now)" />{/if}
  <g transform="translate({width - 24} 26)">
    <path
      d="M0 12V-12M-4 -6L0 -13L4 -6"
      stroke="var(--soft)"
      fill="none"
      transform="rotate({wind.from_deg + 180})"
    />
    <text
      y="28"
      text-anchor="middle"
      font-size="10"
      fill="var(--soft)"
      class="figure"
      stroke="var(--paper)"
      stroke-width="3"
      paint-order="stroke">{heading(wind.from_deg).slice(0, 3)}/{figure(wind.speed_kt)}</text
    >
  </g>
  <path d="M12 20h{scale}" stroke="var(--soft)" stroke-width="2" />
  <text x="12" y="14" font-size="10" fill="var(--soft)">1 NM · dots each minute</text>
</svg>
