<script lang="ts">
  import type { AircraftFile } from '$core/aircraft/aircraft-file';
  import { figure } from '$core/measure/figure';
  import Dial from './Dial.svelte';

  let {
    ias_kt,
    corridor = null,
    speeds
  }: {
    ias_kt: number;
    corridor?: { low: number; high: number } | null;
    speeds: AircraftFile['speeds'];
  } = $props();
  // An airplane does not change while its panel is shown.
  // svelte-ignore state_referenced_locally
  const high = Math.ceil((speeds.neverExceed_kt + 5) / 20) * 20;
  const step = high > 200 ? 40 : 20;
  const scale = { low: 40, high, fromAngle: -150, toAngle: 150 };
  const labels = Array.from({ length: Math.floor((high - 40) / step) + 1 }, (_, i) => 40 + i * step).map(
    (at) => ({
      at,
      text: String(at)
    })
  );
</script>

<Dial
  name="Airspeed"
  {scale}
  value={ias_kt}
  shown={ias_kt < 30 ? '--' : figure(ias_kt)}
  unit="kt"
  major={step}
  minor={step / 4}
  {labels}
  {corridor}
  limit={speeds.neverExceed_kt}
/>
