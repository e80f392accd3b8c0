<script lang="ts">
  import type { Corridor } from '$core/drill/corridor';
  import type { Lesson } from '$core/drill/lesson';
  import type { Bugs } from '$core/instrument/bugs';
  import type { InstrumentId } from '$core/instrument/readings';
  import Panel from '$lib/panel/Panel.svelte';
  import type { ScanView } from '$lib/panel/scan-view';
  import { button } from '$lib/ui/button';
  import type { FlightSession } from '$lib/worker/flight-session.svelte';

  /** The panel as it is flown, or why there is none: eyes closed, a loop that stopped, one that has not begun. */
  let {
    lesson,
    session,
    setting_hPa,
    corridors,
    covered,
    view,
    bugs
  }: {
    lesson: Lesson;
    session: FlightSession | null;
    setting_hPa: number;
    corridors: readonly Corridor[];
    covered: readonly InstrumentId[];
    view: ScanView | null;
    bugs: Bugs;
  } = $props();
  const { plan, aircraft } = $derived(lesson);
  const instruments = $derived(session?.instruments ?? null);
</script>

{#if session?.state === 'failed'}
  <div class="border border-hard p-4" role="alert">
    <h2 class="text-hard">The flight loop stopped</h2>
    <p class="mt-1 text-[13px]">{session.failure}. What was flown is kept.</p>
    <button class="{button.plain} mt-3" onclick={() => location.reload()}>Load the page again</button>
  </div>
{:else if instruments}
  <Panel
    kind={plan.panel}
    readings={instruments.readings}
    moving={session?.moving?.readings}
    {setting_hPa}
    speeds={aircraft.speeds}
    {corridors}
    {covered}
    compass={!lesson.navigation || covered.includes('heading') || plan.faults.length > 0}
    {view}
    {bugs}
    navigation={instruments.navigation}
  />
  {#if session?.frame?.eyesClosed}
    <div class="absolute inset-0 grid place-content-center bg-ink text-center text-sheet" role="status">
      <p class="text-lg font-bold">Eyes closed, head down</p>
      <p class="mt-1 text-[13px]">The instructor has control. Take over when you hear “you have control”.</p>
    </div>
  {/if}
{:else}
  <p class="p-8 text-soft">Starting the flight loop…</p>
{/if}
