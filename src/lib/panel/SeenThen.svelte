<script lang="ts">
  import { isApproach } from '$core/drill/approach/approach-drill';
  import type { Lesson } from '$core/drill/lesson';
  import { sampleAt, type Flight } from '$core/flight/flight';
  import { navigationAt } from '$core/flight/replayed-navigation';
  import { lookingOut } from '$core/view/looking-out';
  import { eyeAt } from '$core/view/recorded-eye';
  import CourseRose from './CourseRose.svelte';
  import OutsideView from './OutsideView.svelte';

  /** What whoever flew had before the eyes at a moment: out of the cockpit, where there was something to look for, and the needle. */
  let {
    lesson,
    flight,
    time_s,
    phaseId
  }: {
    /** As it was flown. */
    lesson: Lesson;
    flight: Flight;
    time_s: number;
    /** The phase of that moment. */
    phaseId: string | null;
  } = $props();

  const look = $derived(lookingOut(lesson));
  const eye = $derived(eyeAt(flight, time_s, lesson.area.variation_deg));
  const navigation = $derived(navigationAt(flight, time_s));
  const phase = $derived(lesson.drill.phases.findIndex(({ id }) => id === phaseId));
  const heading_deg = $derived(flight.columns.get('heading_deg')?.[sampleAt(flight, time_s)] ?? 0);
  const daylight = $derived(isApproach(lesson.plan) ? (lesson.plan.approach.daylight ?? 'day') : 'day');
</script>

{#if look && eye}
  <div class="mt-2"><OutsideView outside={look(eye, phase)} {daylight} height={110} /></div>
{/if}
{#if navigation}
  <div class="mx-auto max-w-[240px]"><CourseRose shown={navigation} {heading_deg} /></div>
{/if}
