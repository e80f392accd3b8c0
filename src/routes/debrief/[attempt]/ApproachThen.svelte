<script lang="ts">
  import type { PlannedApproach } from '$core/drill/approach/approach-drill';
  import type { ApproachChart } from '$core/drill/approach/chart-of-plan';
  import type { Lesson } from '$core/drill/lesson';
  import type { Flight } from '$core/flight/flight';
  import type { Grade } from '$core/grade/grade';
  import FlownApproach from '$lib/draw/FlownApproach.svelte';

  /** An approach at the moment of the cursor: on its chart, out of the cockpit, and by its needle. */
  let {
    lesson,
    chart,
    plan,
    flight,
    grade,
    time_s,
    phaseId
  }: {
    lesson: Lesson;
    chart: ApproachChart;
    plan: PlannedApproach;
    flight: Flight | null;
    grade: Grade;
    time_s: number;
    /** The phase of that moment. */
    phaseId: string | null;
  } = $props();
</script>

<FlownApproach
  {chart}
  {plan}
  {flight}
  final_s={grade.segments?.find(({ segment }) => segment === 'final')?.from_s ?? null}
  cursor_s={time_s}
/>
{#if flight && phaseId !== null}
  <div class="no-print mt-3">
    <!-- Fetched when the flight is there: the page is read before. -->
    {#await import('$lib/panel/SeenThen.svelte') then { default: SeenThen }}
      <SeenThen {lesson} {flight} {time_s} {phaseId} />
    {/await}
  </div>
{/if}
