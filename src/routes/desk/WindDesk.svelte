<script lang="ts">
  import { figure, heading, signedFigure } from '$core/measure/figure';
  import { maximumDrift, windTriangle } from '$core/procedure/wind-triangle';
  import { turnRadius } from '$core/air/level-turn';
  import { procedureTurnRate } from '$core/procedure/turn';
  import PathMap from '$lib/draw/PathMap.svelte';
  import type { DeskAir } from './desk-air.svelte';
  import Figure from './Figure.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';

  let { air }: { air: DeskAir } = $props();
  let course_deg = $state(90);
  const found = $derived(windTriangle(course_deg, air.tas_kt, air.wind));
  const drift = $derived(maximumDrift(air.tas_kt, air.wind.speed_kt));
  const radius = $derived(turnRadius(air.tas_kt, procedureTurnRate(air.tas_kt)));
  const vector = (angle: number, length: number) => ({
    north_nm: (length / 10) * Math.cos((angle * Math.PI) / 180),
    east_nm: (length / 10) * Math.sin((angle * Math.PI) / 180)
  });
</script>

<div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_380px]">
  <div class="grid min-w-0 content-start gap-4">
    <div class="grid max-w-48">
      <BoundedNumber
        label="Course"
        name="wind-course"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={course_deg}
      />
    </div>
    <PathMap
      paths={found.kind === 'flown'
        ? [
            { id: 'ground', kind: 'ideal', points: [vector(0, 0), vector(course_deg, found.groundspeed_kt)] },
            { id: 'air', kind: 'trace', points: [vector(0, 0), vector(found.heading_deg, air.tas_kt)] },
            {
              id: 'wind',
              kind: 'aside',
              points: [vector(found.heading_deg, air.tas_kt), vector(course_deg, found.groundspeed_kt)]
            }
          ]
        : []}
      {course_deg}
      wind={air.wind}
      onwind={(wind) => (air.wind = wind)}
      label="Wind triangle: over the ground as a band, through the air as a line, the wind dashed; ten knots to the mile"
    />
  </div>
  <div>
    {#if found.kind === 'impossible'}
      <p class="border border-hard p-3 text-[13px] text-hard" role="alert">
        This course cannot be held: {found.reason}.
      </p>
    {:else}
      <dl>
        <Figure
          name="Heading"
          value={heading(found.heading_deg)}
          note="{figure(Math.abs(found.windCorrectionAngle_deg), 1)}° {found.windCorrectionAngle_deg >= 0
            ? 'right'
            : 'left'}"
        />
        <Figure name="Groundspeed" value="{figure(found.groundspeed_kt)} kt" />
        <Figure name="Headwind" value="{signedFigure(found.headwind_kt)} kt" note="+ against" />
        <Figure
          name="Crosswind"
          value="{figure(Math.abs(found.crosswind_kt))} kt"
          note="from the {found.crosswind_kt >= 0 ? 'right' : 'left'}"
        />
        <Figure
          name="Largest drift"
          value="{figure(drift.exact_deg, 1)}°"
          note="60 × wind ÷ TAS: {figure(drift.rule_deg, 1)}°"
        />
        <Figure
          name="Turn radius"
          value="{figure(radius, 2)} NM"
          note="TAS ÷ 188.5: {figure(air.tas_kt / 188.5, 2)}"
        />
      </dl>
      <p class="mt-2 text-xs text-soft">
        Correction = asin(crosswind ÷ TAS); groundspeed = TAS × cos(correction) − headwind. Band: over the
        ground; line: through the air; dashed: the wind that lies between.
      </p>
    {/if}
  </div>
</div>
