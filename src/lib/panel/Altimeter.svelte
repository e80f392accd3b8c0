<script lang="ts">
  import { figure } from '$core/measure/figure';
  import type { Bugs } from '$core/instrument/bugs';
  import { noBugs } from '$core/instrument/bugs';
  import Dial from './Dial.svelte';
  import { altitudeMarks, minimumWords } from './panel';

  let {
    altitude_ft,
    setting_hPa,
    corridor = null,
    bugs = noBugs
  }: {
    altitude_ft: number;
    setting_hPa: number;
    corridor?: { low: number; high: number } | null;
    bugs?: Bugs;
  } = $props();

  const scale = { low: 0, high: 1000, fromAngle: 0, toAngle: 360, turns: true };
  const labels = Array.from({ length: 10 }, (_, digit) => ({ at: digit * 100, text: String(digit) }));
  /** On a dial of 1,000 ft a corridor a turn away would stand where it does not belong. */
  const near = $derived(
    corridor && Math.abs(altitude_ft - (corridor.low + corridor.high) / 2) < 500 ? corridor : null
  );
  const marks = $derived(altitudeMarks(bugs).filter(({ at }) => Math.abs(at - altitude_ft) < 500));
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
  {marks}
  times={minimumWords(bugs.minimum_ft, altitude_ft)}
  warns={bugs.minimum_ft !== null && altitude_ft <= bugs.minimum_ft}
/>
