<script lang="ts">
  import { figure } from '$core/measure/figure';
  import { stationTime } from '$core/procedure/station-time';
  import type { DeskAir } from './desk-air.svelte';
  import Figure from './Figure.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';

  let { air }: { air: DeskAir } = $props();
  let minutes = $state(2);
  let degrees = $state(10);
  let groundspeed_kt = $state(100);
  const found = $derived(stationTime(minutes, degrees, air.tas_kt, groundspeed_kt));
  const off = (rule: number, exact: number) =>
    `rule ${figure(rule, 1)}, off by ${figure((100 * (rule - exact)) / exact)} %`;
</script>

<div class="grid gap-6 lg:grid-cols-[380px_minmax(0,1fr)]">
  <div class="grid content-start gap-3">
    <BoundedNumber
      label="Between the bearings"
      name="station-minutes"
      unit="min"
      min={0.1}
      max={30}
      step={0.5}
      bind:value={minutes}
    />
    <BoundedNumber
      label="The bearing moved"
      name="station-degrees"
      unit="°"
      min={1}
      max={60}
      bind:value={degrees}
    />
    <BoundedNumber
      label="Groundspeed"
      name="station-groundspeed"
      unit="kt"
      min={30}
      max={400}
      step={5}
      bind:value={groundspeed_kt}
    />
  </div>
  <div>
    <dl>
      <Figure
        name="Time to the station"
        value="{figure(found.exact_min, 1)} min"
        note={off(found.rule_min, found.exact_min)}
      />
      <Figure
        name="Distance"
        value="{figure(found.exact_nm, 1)} NM"
        note={off(found.rule_nm, found.exact_nm)}
      />
    </dl>
    <p class="mt-2 max-w-prose text-[13px]">
      With the station abeam, fly straight until its bearing has moved {figure(degrees)}°. By the rule,
      minutes to the station = 60 × minutes ÷ degrees, and distance = TAS × minutes ÷ degrees. Exactly,
      distance = way flown ÷ tan(degrees): a degree is a 57.3th of the distance and not a 60th, and the wind
      is in the groundspeed.
    </p>
  </div>
</div>
