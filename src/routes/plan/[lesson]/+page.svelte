<script lang="ts">
  import { enhance } from '$app/forms';
  import { goto } from '$app/navigation';
  import { outsideWords } from '$core/drill/planned-cloud';
  import { figure, heading } from '$core/measure/figure';
  import { HECTOPASCALS_PER_INCH_OF_MERCURY } from '$core/measure/units';
  import BriefSheet from '$lib/draw/BriefSheet.svelte';
  import { onDayOfYear } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const planned = $derived(data.lesson);
  const plan = $derived(planned.plan);
  const mayChange = $derived(planned.open && (data.me?.teaches || planned.kind === 'practice'));
  const brief = $derived(data.brief);
  const { lesson } = $derived(brief);

  useShortcuts([
    { key: 'f', shown: 'F', does: 'fly this lesson', run: () => goto(`/fly/${data.lesson.id}`) },
    { key: 'b', shown: 'B', does: 'print the brief', run: () => window.print() }
  ]);
</script>

<svelte:head><title>Brief, lesson {planned.number} · Hanza</title></svelte:head>

<article class="max-w-3xl">
  <header class="flex items-start justify-between gap-4">
    <div>
      <h1>{lesson.drill.name}</h1>
      <p class="text-soft">
        {planned.studentName} · {planned.kind === 'practice' ? 'practice' : 'lesson'}
        {planned.number} · {lesson.aircraft.name} · planned by {planned.plannedBy},
        {onDayOfYear(planned.createdAt)}
      </p>
    </div>
    <div class="no-print flex gap-2">
      <button class={button.plain} onclick={() => window.print()}>Print</button>
      {#if mayChange && !planned.withdrawn}
        <form method="POST" action="?/withdraw" use:enhance>
          <button class={button.plain}>Withdraw</button>
        </form>
        <a class={button.plain} href="/plan?lesson={planned.id}">Change</a>
      {/if}
      {#if !planned.withdrawn}<a class={button.main} href="/fly/{planned.id}">Fly</a>{/if}
    </div>
  </header>
  {#if planned.withdrawn}
    <form
      method="POST"
      action="?/withdraw"
      use:enhance
      class="no-print my-3 flex items-center gap-3 border border-line p-2 text-[13px]"
    >
      <input type="hidden" name="undo" value="1" />
      <span role="status">This lesson is withdrawn; the student does not see it.</span>
      {#if mayChange}<button class={button.plain}>Undo</button>{/if}
    </form>
  {/if}
  {#if form && 'field' in form}<p class="my-2 text-[13px] text-hard" role="alert">{form.message}</p>{/if}
  {#if planned.note}<p class="mt-2">
      “{planned.note}” <span class="text-soft">{planned.plannedBy}</span>
    </p>{/if}
  <dl
    class="my-3 grid grid-cols-2 gap-x-8 gap-y-1 border-y border-line py-2 text-[13px] sm:grid-cols-4 [&_dd]:font-mono [&_dt]:text-xs [&_dt]:text-soft"
  >
    <div>
      <dt>Where</dt>
      <dd>{lesson.area.name}</dd>
    </div>
    <div>
      <dt>Begin</dt>
      <dd>
        {figure(plan.startAltitude_ft)} ft, {plan.startSpeed_kt} kt, {heading(lesson.start.heading_deg)}
      </dd>
    </div>
    <div>
      <dt>Wind</dt>
      <dd>
        {#if plan.windLayers.length > 0}{plan.windLayers
            .map((l) => `${figure(l.altitude_ft)}: ${heading(l.from_deg)}/${l.speed_kt}`)
            .join(', ')}{:else}{heading(plan.windFrom_deg)} / {plan.windSpeed_kt} kt{/if}, {plan.turbulence}{plan.gust_kt >
        0
          ? `, gusts ${plan.gust_kt} kt`
          : ''}
      </dd>
    </div>
    <div>
      <dt>Altimeter, temperature</dt>
      <dd>
        {plan.altimeterSetting_hPa} hPa · {figure(
          plan.altimeterSetting_hPa / HECTOPASCALS_PER_INCH_OF_MERCURY,
          2
        )} inHg{plan.temperatureOffset_K === 0
          ? ''
          : ` · ${Math.abs(plan.temperatureOffset_K)}° ${plan.temperatureOffset_K > 0 ? 'warm' : 'cold'}`}
      </dd>
    </div>
    <div>
      <dt>Outside</dt>
      <dd>
        {outsideWords(plan)}
      </dd>
    </div>
    <div>
      <dt>Panel</dt>
      <dd>{plan.panel === 'dials' ? 'round dials' : 'tapes'}</dd>
    </div>
    <div>
      <dt>Corridors</dt>
      <dd>{plan.corridors === 'hints' ? 'shown (hints)' : 'hidden (test)'}</dd>
    </div>
    <div>
      <dt>Help</dt>
      <dd>{plan.assist === 'direct' ? 'none' : plan.assist.replace('-', ' ')}</dd>
    </div>
  </dl>
  {#if 'kind' in brief.briefing}
    <p class="text-hard">{brief.briefing.explanation}</p>
  {:else}
    <BriefSheet {brief} briefing={brief.briefing} phases teaches={data.me?.teaches ?? false} />
  {/if}
</article>
