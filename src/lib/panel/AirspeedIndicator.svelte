<script lang="ts">
  import { figure } from '$core/measure/figure';
  import Dial from './Dial.svelte';

  let {
    ias_kt,
    corridor = null,
    neverExceed_kt
  }: { ias_kt: number; corridor?: { low: number; high: number } | null; neverExceed_kt: number } = $props();
  const scale = { low: 40, high: 160, fromAngle: -150, toAngle: 150 };
  const labels = [40, 60, 80, 100, 120, 140, 160].map((at) => ({ at, text: String(at) }));
</script>

<Dial
  name="Airspeed"
  {scale}
  value={ias_kt}
  shown={ias_kt < 30 ? '--' : figure(ias_kt)}
  unit="kt"
  major={20}
  minor={5}
  {labels}
  {corridor}
  limit={neverExceed_kt}
/>
