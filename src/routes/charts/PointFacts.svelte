<script lang="ts">
  import { wayBetween } from '$core/earth/geodesic';
  import { figure, heading, signedFigure } from '$core/measure/figure';
  import { morseOf } from '$core/radio/morse';
  import type { ChartPoint } from './chart-points';

  /** What is known of a station or fix, and the way to it from the one chosen before. */
  let {
    here,
    from,
    variation,
    morseShown
  }: { here: ChartPoint | null; from: ChartPoint | null; variation: number; morseShown: boolean } = $props();

  const way = $derived(here && from && here.id !== from.id ? wayBetween(from.place, here.place) : null);
  const degrees = (value: number, plus: string, minus: string) => {
    const size = Math.abs(value);
    const minutes = (size - Math.floor(size)) * 60;
    return `${Math.floor(size)}° ${minutes.toFixed(1).padStart(4, '0')}′ ${value >= 0 ? plus : minus}`;
  };
</script>

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
    {#if here.station}
      {@const station = here.station}
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
    Choose a station or fix on the chart or below: its place, its range, and from the one before, course and
    distance.
  </p>
{/if}
