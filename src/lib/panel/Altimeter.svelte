<script lang="ts">
  import { figure } from '$core/measure/figure';
  import Dial from './Dial.svelte';

  let {
    altitude_ft,
    setting_hPa,
    corridor = null
  }: { altitude_ft: number; setting_hPa: number; corridor?: { low: number; high: number } | null } = $props();

  const scale = { low: 0, high: 1000, fromAngle: 0, toAngle: 360, turns: true };
  const labels = Array.from({ length: 10 }, (_, digit) => ({ at: digit * 100, text: String(digit) }));
  /** On a dial of 1,000 ft a corridor a turn away would stand where it does not belong. */
  const near = $derived(
    corridor && Math.abs(altitude_ft - (corridor.low + corridor.high) / 2) < 500 ? corridor : null
  );
</script>

<Dial
  name="Altitude"
  {scale}
  value={altitude_ft}
  shown={figure(Math.round(altitude_ft / 10) * 10)}
  unit="ft"
  major={100}
  minor={20}
  {labels}
  corridor={near}
  setting={String(setting_hPa)}
/>
