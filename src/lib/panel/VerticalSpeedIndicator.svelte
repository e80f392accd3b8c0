<script lang="ts">
  import { figure } from '$core/measure/figure';
  import Dial from './Dial.svelte';

  let {
    verticalSpeed_fpm,
    corridor = null
  }: { verticalSpeed_fpm: number; corridor?: { low: number; high: number } | null } = $props();
  // Zero at nine o'clock, up above it; the gap is on the right.
  const scale = { low: -2000, high: 2000, fromAngle: -245, toAngle: 65 };
  const labels = [-2000, -1500, -1000, -500, 0, 500, 1000, 1500, 2000].map((at) => ({
    at,
    text: String(Math.abs(at) / 100)
  }));
</script>

<Dial
  name="Vertical speed"
  {scale}
  value={verticalSpeed_fpm}
  shown={figure(Math.round(verticalSpeed_fpm / 20) * 20)}
  unit="ft/min"
  major={500}
  minor={100}
  {labels}
  times="× 100"
  {corridor}
/>
