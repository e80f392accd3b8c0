<script lang="ts">
  import { goto } from '$app/navigation';
  import { aircraftById } from '$core/aircraft/catalogue';
  import { briefingFor } from '$core/drill/briefing';
  import { RATE_AND_SPEED_DESCENT } from '$core/drill/rate-and-speed-descent';
  import { toleranceProfileById } from '$core/drill/tolerance-profile';
  import { trainingAreaById } from '$core/earth/training-area';
  import { figure, heading } from '$core/measure/figure';
  import { HECTOPASCALS_PER_INCH_OF_MERCURY } from '$core/measure/units';
  import BriefSheet from '$lib/draw/BriefSheet.svelte';
  import { onDayOfYear } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const lesson = $derived(data.lesson);
  const plan = $derived(lesson.plan);
  const briefing = $derived(
    briefingFor(plan, aircraftById(plan.aircraft), toleranceProfileById(plan.toleranceProfile))
  );

  useShortcuts([
    { key: 'f', shown: 'F', does: 'fly this lesson', run: () => goto(`/fly/${data.lesson.id}`) },
    { key: 'b', shown: 'B', does: 'print the brief', run: () => window.print() }
  ]);
</script>

<svelte:head><title>Brief, lesson {lesson.number} · Hanza</title></svelte:head>

<article class="max-w-3xl">
  <header class="flex items-start justify-between gap-4">
    <div>
      <h1>{RATE_AND_SPEED_DESCENT.name}</h1>
      <p class="text-soft">
        {lesson.studentName} · lesson {lesson.number} · {aircraftById(plan.aircraft).name} · planned by {lesson.plannedBy},
        {onDayOfYear(lesson.createdAt)}
      </p>
    </div>
    <div class="no-print flex gap-2">
      <button class={button.plain} onclick={() => window.print()}>Print</button>
      <a class={button.main} href="/fly/{lesson.id}">Fly it</a>
    </div>
  </header>
  <dl
    class="my-4 grid grid-cols-2 gap-x-8 gap-y-1 border-y border-line py-2 text-[13px] sm:grid-cols-4 [&_dd]:font-mono [&_dt]:text-xs [&_dt]:text-soft"
  >
    <div>
      <dt>Where</dt>
      <dd>{trainingAreaById(plan.area).name}</dd>
    </div>
    <div>
      <dt>Heading throughout</dt>
      <dd>{heading(plan.heading_deg)}</dd>
    </div>
    <div>
      <dt>Wind</dt>
      <dd>{heading(plan.windFrom_deg)} / {plan.windSpeed_kt} kt, {plan.turbulence}</dd>
    </div>
    <div>
      <dt>Altimeter</dt>
      <dd>
        {plan.altimeterSetting_hPa} hPa · {figure(
          plan.altimeterSetting_hPa / HECTOPASCALS_PER_INCH_OF_MERCURY,
          2
        )} inHg
      </dd>
    </div>
    <div>
      <dt>Outside</dt>
      <dd>
        {plan.cloudBase_ft === null ? 'view-limiting device' : `cloud above ${figure(plan.cloudBase_ft)} ft`}
      </dd>
    </div>
    <div>
      <dt>Corridors</dt>
      <dd>{plan.corridors === 'hints' ? 'shown (hints)' : 'hidden (test)'}</dd>
    </div>
    <div>
      <dt>Attitude hold</dt>
      <dd>{plan.attitudeHoldAllowed ? 'allowed' : 'not allowed'}</dd>
    </div>
  </dl>
  {#if 'kind' in briefing}
    <p class="text-hard">{briefing.explanation}</p>
  {:else}
    <BriefSheet {plan} {briefing} />
  {/if}
</article>
