<script lang="ts">
  import type { AircraftFile } from '$core/aircraft/aircraft-file';
  import type { Bugs } from '$core/instrument/bugs';
  import type { InstrumentId, QuickReadings, Readings } from '$core/instrument/readings';
  import AirspeedIndicator from './AirspeedIndicator.svelte';
  import Altimeter from './Altimeter.svelte';
  import { mainNeedle, type NavigationShown } from '$core/radio/navigation-shown';
  import AttitudeIndicator from './AttitudeIndicator.svelte';
  import BearingPointer from './BearingPointer.svelte';
  import CourseIndicator from './CourseIndicator.svelte';
  import Covered from './Covered.svelte';
  import HeadingIndicator from './HeadingIndicator.svelte';
  import LookWindow from './LookWindow.svelte';
  import TurnCoordinator from './TurnCoordinator.svelte';
  import VerticalSpeedIndicator from './VerticalSpeedIndicator.svelte';
  import { fullScaleWords } from './navigation';
  import { sourceNames } from '$core/radio/source-names';
  import type { CorridorOf } from './panel';
  import { heldReadings, type ScanView } from './scan-view';

  /** The six flight instruments in the T arrangement; corridors are drawn on the scales when given. */
  let {
    readings,
    moving,
    setting_hPa,
    speeds,
    corridorOf,
    covered,
    view = null,
    navigation = null,
    bugs
  }: {
    readings: Readings;
    moving: QuickReadings;
    setting_hPa: number;
    speeds: AircraftFile['speeds'];
    corridorOf: CorridorOf;
    covered: ReadonlySet<InstrumentId>;
    view?: ScanView | null;
    /** Course indicator and bearing pointer stand to the right where there are radios. */
    navigation?: NavigationShown | null;
    bugs: Bugs;
  } = $props();
  const held = heldReadings<Readings>();
  const heldMoving = heldReadings<QuickReadings>();
</script>

<div class="grid {navigation ? 'grid-cols-4 gap-[2%]' : 'grid-cols-3 gap-[3%]'}">
  {#if covered.has('airspeed')}<Covered name="Airspeed" />
  {:else}
    <LookWindow area="airspeed" name="Airspeed" {view}>
      <AirspeedIndicator
        ias_kt={held('airspeed', readings, view).ias_kt}
        corridor={corridorOf('ias_kt')}
        {speeds}
      />
    </LookWindow>
  {/if}
  {#if covered.has('attitude')}<Covered name="Attitude" />
  {:else}
    <LookWindow area="attitude" name="Attitude" {view}>
      {@const shown = heldMoving('attitude', moving, view)}
      <AttitudeIndicator pitch_deg={shown.pitch_deg} bank_deg={shown.bank_deg} />
    </LookWindow>
  {/if}
  {#if covered.has('altimeter')}<Covered name="Altimeter" />
  {:else}
    <LookWindow area="altimeter" name="Altimeter" {view}>
      <Altimeter
        altitude_ft={held('altimeter', readings, view).altitude_ft}
        {setting_hPa}
        corridor={corridorOf('altitude_ft')}
        {bugs}
      />
    </LookWindow>
  {/if}
  {#if navigation}
    <LookWindow area="navigation" name="Course" {view}>
      <CourseIndicator
        needle={mainNeedle(navigation)}
        path={navigation.path}
        source={sourceNames[navigation.source]}
        fullScale={fullScaleWords(navigation)}
      />
    </LookWindow>
  {/if}
  {#if covered.has('turn')}<Covered name="Turn and slip" />
  {:else}
    <LookWindow area="turn" name="Turn and slip" {view}>
      {@const shown = held('turn', readings, view)}
      <TurnCoordinator turnRate_degps={shown.turnRate_degps} ball={shown.ball} />
    </LookWindow>
  {/if}
  {#if covered.has('heading')}<Covered name="Heading indicator" />
  {:else}
    <LookWindow area="heading" name="Heading indicator" {view}>
      <HeadingIndicator
        heading_deg={heldMoving('heading', moving, view).heading_deg}
        corridor={corridorOf('heading_deg')}
        bug_deg={bugs.heading_deg}
      />
    </LookWindow>
  {/if}
  {#if covered.has('vertical-speed')}<Covered name="Vertical speed" />
  {:else}
    <LookWindow area="vertical-speed" name="Vertical speed" {view}>
      <VerticalSpeedIndicator
        verticalSpeed_fpm={held('vertical-speed', readings, view).verticalSpeed_fpm}
        corridor={corridorOf('verticalSpeed_fpm')}
      />
    </LookWindow>
  {/if}
  {#if navigation}
    <LookWindow area="navigation" name="Bearing and distance" {view}>
      <BearingPointer shown={navigation} heading_deg={readings.heading_deg} />
    </LookWindow>
  {/if}
</div>
