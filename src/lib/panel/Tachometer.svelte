<script lang="ts">
  import { figure } from '$core/measure/figure';
  import Dial from './Dial.svelte';

  let { rpm }: { rpm: number } = $props();
  const scale = { low: 0, high: 3000, fromAngle: -140, toAngle: 140 };
  const labels = [0, 500, 1000, 1500, 2000, 2500, 3000].map((at) => ({ at, text: String(at / 100) }));
</script>

<Dial
  name="Tachometer"
  {scale}
  value={rpm}
  shown={figure(Math.round(rpm / 10) * 10)}
  unit="RPM"
  major={500}
  minor={100}
  {labels}
  limit={2700}
  times="× 100"
/>
