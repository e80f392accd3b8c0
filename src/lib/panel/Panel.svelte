<script lang="ts">
  import type { AircraftFile } from '$core/aircraft/aircraft-file';
  import { isOneSided, type Corridor } from '$core/drill/corridor';
  import { noBugs, type Bugs } from '$core/instrument/bugs';
  import type { InstrumentId, PanelKind, QuickReadings, Readings } from '$core/instrument/readings';
  import type { NavigationShown } from '$core/radio/navigation-shown';
  import Compass from './Compass.svelte';
  import CourseRose from './CourseRose.svelte';
  import DialPanel from './DialPanel.svelte';
  import StallWarning from './StallWarning.svelte';
  import TapePanel from './TapePanel.svelte';
  import LookWindow from './LookWindow.svelte';
  import { fullScaleWords } from './navigation';
  import type { CorridorOf } from './panel';
  import { heldReadings, type ScanView } from './scan-view';

  /** The flight instruments, as dials or as tapes, with the compass above them where there is room. */
  let {
    kind,
    readings,
    moving = readings,
    setting_hPa,
    speeds,
    corridors = [],
    covered = [],
    compass = false,
    view = null,
    navigation = null,
    bugs = noBugs
  }: {
    kind: PanelKind;
    readings: Readings;
    /** Newer ones of what moves fast. Left out: the same. */
    moving?: QuickReadings;
    setting_hPa: number;
    speeds: AircraftFile['speeds'];
    corridors?: readonly Corridor[];
    covered?: readonly InstrumentId[];
    compass?: boolean;
    /** The window of a scan lesson; null: the whole panel is in sight. */
    view?: ScanView | null;
    /** What the radios show; null: an airplane without. */
    navigation?: NavigationShown | null;
    /** The marks set on the scales. */
    bugs?: Bugs;
  } = $props();

  const hidden = $derived(new Set(covered));
  const held = heldReadings<Readings>();
  const corridorOf: CorridorOf = (channel) => {
    const found = corridors.find((c) => c.channel === channel);
    // What changes along the way, or has one limit only, is no mark on a dial.
    if (!found || isOneSided(found) || typeof found.target !== 'number') return null;
    return { low: found.target - found.below!, high: found.target + found.above! };
  };
</script>

{#if compass && !hidden.has('compass')}
  <div class="mx-auto mb-1 w-[190px]">
    <LookWindow area="compass" name="Compass" {view}>
      <Compass compass_deg={held('compass', readings, view).compass_deg} />
    </LookWindow>
  </div>
{/if}
<div class="relative">
  <StallWarning on={readings.stallWarning} />
  {#if kind === 'tapes' && navigation}
    <div class="grid grid-cols-[minmax(0,1fr)_236px] items-center gap-3">
      <TapePanel {readings} {moving} {setting_hPa} {speeds} {corridorOf} covered={hidden} {view} {bugs} />
      <LookWindow area="navigation" name="Course and heading" {view}>
        <CourseRose
          shown={navigation}
          heading_deg={readings.heading_deg}
          fullScale={fullScaleWords(navigation)}
        />
      </LookWindow>
    </div>
  {:else if kind === 'tapes'}
    <TapePanel {readings} {moving} {setting_hPa} {speeds} {corridorOf} covered={hidden} {view} {bugs} />
  {:else}
    <DialPanel
      {readings}
      {moving}
      {setting_hPa}
      {speeds}
      {corridorOf}
      covered={hidden}
      {view}
      {bugs}
      {navigation}
    />
  {/if}
</div>
