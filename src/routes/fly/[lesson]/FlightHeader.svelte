<script lang="ts">
  import type { Lesson } from '$core/drill/lesson';
  import { spokenWeather, weatherReport, type ReportedWeather } from '$core/air/weather-report';
  import { heading } from '$core/measure/figure';
  import { speak } from '$lib/controls/speech';

  /** What is flown, by whom, in which air, and whether everything is saved. */
  let {
    lesson,
    planned,
    report,
    flying,
    saving,
    isSaved,
    watchers
  }: {
    lesson: Lesson;
    planned: { studentName: string; number: number };
    /** Wind, weather and altimeter setting of an approach are to be taken from the report. */
    report: ReportedWeather | null;
    flying: boolean;
    saving: string;
    isSaved: boolean;
    /** Who watches this flight from elsewhere. */
    watchers: readonly string[];
  } = $props();
  const { plan, aircraft, drill, area } = $derived(lesson);
</script>

<header class="flex flex-wrap items-baseline justify-between gap-x-4 {flying ? 'low:hidden' : ''}">
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h1>{drill.name}</h1>
    <p class="text-[13px] text-soft">
      {planned.studentName} · lesson {planned.number} · {aircraft.name}
      {#if report}
        · <span class="figure text-ink">{weatherReport(report)}</span>
        <button
          class="text-now underline underline-offset-2"
          onclick={(event) => {
            speak(spokenWeather(report, area.variation_deg));
            event.currentTarget.blur();
          }}>hear it</button
        >
      {:else}
        · wind {heading(plan.windFrom_deg)}/{plan.windSpeed_kt} kt · {plan.turbulence}
      {/if}
    </p>
  </div>
  {#if watchers.length > 0}<p class="text-xs font-bold" role="status">
      Watched by {watchers.slice(0, 2).join(' and ')}{watchers.length > 2
        ? ` and ${watchers.length - 2} more`
        : ''}
    </p>{/if}
  <p class="text-xs {isSaved ? 'text-soft' : 'text-below'}" role="status">{saving}</p>
</header>
