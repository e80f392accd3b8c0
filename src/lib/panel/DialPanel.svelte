<script lang="ts">
  import type { AircraftFile } from '$core/aircraft/aircraft-file';
  import type { InstrumentId, Readings } from '$core/instrument/readings';
  import AirspeedIndicator from './AirspeedIndicator.svelte';
  import Altimeter from './Altimeter.svelte';
  import AttitudeIndicator from './AttitudeIndicator.svelte';
  import Covered from './Covered.svelte';
  import HeadingIndicator from './HeadingIndicator.svelte';
  import TurnAndSlip from './TurnAndSlip.svelte';
  import VerticalSpeedIndicator from './VerticalSpeedIndicator.svelte';
  import type { CorridorOf } from './panel';

  /** The six flight instruments in the T arrangement; corridors are drawn on the scales when given. */
  let {
    readings,
    setting_hPa,
    speeds,
    corridorOf,
    covered
  }: {
    readings: Readings;
    setting_hPa: number;
    speeds: AircraftFile['speeds'];
    corridorOf: CorridorOf;
    covered: ReadonlySet<InstrumentId>;
  } = $props();
</script>

<div class="grid grid-cols-3 gap-[3%]">
  {#if covered.has('airspeed')}<Covered name="Airspeed" />
  {:else}<AirspeedIndicator ias_kt={readings.ias_kt} corridor={corridorOf('ias_kt')} {speeds} />{/if}
  {#if covered.has('attitude')}<Covered name="Attitude" />
  {:else}<AttitudeIndicator pitch_deg={readings.pitch_deg} bank_deg={readings.bank_deg} />{/if}
  {#if covered.has('altimeter')}<Covered name="Altimeter" />
  {:else}<Altimeter
      altitude_ft={readings.altitude_ft}
      {setting_hPa}
      corridor={corridorOf('altitude_ft')}
    />{/if}
  {#if covered.has('turn')}<Covered name="Turn and slip" />
  {:else}<TurnAndSlip turnRate_degps={readings.turnRate_degps} ball={readings.ball} />{/if}
  {#if covered.has('heading')}<Covered name="Heading indicator" />
  {:else}<HeadingIndicator heading_deg={readings.heading_deg} corridor={corridorOf('heading_deg')} />{/if}
  {#if covered.has('vertical-speed')}<Covered name="Vertical speed" />
  {:else}<VerticalSpeedIndicator
      verticalSpeed_fpm={readings.verticalSpeed_fpm}
      corridor={corridorOf('verticalSpeed_fpm')}
    />{/if}
</div>
