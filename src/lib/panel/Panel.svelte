<script lang="ts">
  import type { Corridor } from '$core/drill/drill';
  import type { Readings } from '$core/instrument/readings';
  import AirspeedIndicator from './AirspeedIndicator.svelte';
  import Altimeter from './Altimeter.svelte';
  import AttitudeIndicator from './AttitudeIndicator.svelte';
  import HeadingIndicator from './HeadingIndicator.svelte';
  import TurnAndSlip from './TurnAndSlip.svelte';
  import VerticalSpeedIndicator from './VerticalSpeedIndicator.svelte';

  /** The six flight instruments in the T arrangement; corridors are drawn on the scales when given. */
  let {
    readings,
    setting_hPa,
    neverExceed_kt,
    corridors = []
  }: {
    readings: Readings;
    setting_hPa: number;
    neverExceed_kt: number;
    corridors?: readonly Corridor[];
  } = $props();

  const corridorOf = (channel: Corridor['channel']) => {
    const found = corridors.find((c) => c.channel === channel);
    return found ? { low: found.target - found.below, high: found.target + found.above } : null;
  };
</script>

<div class="grid grid-cols-3 gap-[3%]">
  <AirspeedIndicator ias_kt={readings.ias_kt} corridor={corridorOf('ias_kt')} {neverExceed_kt} />
  <AttitudeIndicator pitch_deg={readings.pitch_deg} bank_deg={readings.bank_deg} />
  <Altimeter altitude_ft={readings.altitude_ft} {setting_hPa} corridor={corridorOf('altitude_ft')} />
  <TurnAndSlip turnRate_degps={readings.turnRate_degps} ball={readings.ball} />
  <HeadingIndicator heading_deg={readings.heading_deg} corridor={corridorOf('heading_deg')} />
  <VerticalSpeedIndicator
    verticalSpeed_fpm={readings.verticalSpeed_fpm}
    corridor={corridorOf('verticalSpeed_fpm')}
  />
</div>
