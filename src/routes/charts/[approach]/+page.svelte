<script lang="ts">
  import { heading, signedFigure } from '$core/measure/figure';
  import { hush, speak } from '$lib/controls/speech';
  import ApproachPlan from '$lib/draw/ApproachPlan.svelte';
  import ApproachProfile from '$lib/draw/ApproachProfile.svelte';
  import { button } from '$lib/ui/button';
  import { saveJson } from '$lib/ui/save-file';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import Tick from '$lib/ui/Tick.svelte';
  import { Reckoner } from '$lib/worker/reckoner.svelte';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { BriefedDay } from './approach-day.svelte';
  import CardTables from './CardTables.svelte';
  import DayFields from './DayFields.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const { approach, world } = $derived(data);
  const briefed = $derived(new BriefedDay(approach, data.days));
  const reckoner = new Reckoner<'brief'>(untrack(() => data.briefed));
  const { card, problem, items, picture } = $derived(reckoner.answer);
  onMount(() => reckoner.whileShown());
  // Another approach comes with its own first answer.
  $effect.pre(() => {
    reckoner.answer = data.briefed;
  });
  $effect(() => reckoner.ask({ kind: 'brief', world, approach, day: $state.snapshot(briefed.day) }));
  const runway = $derived(
    world.runways.find((r) => r.airport === approach.airport && r.name === approach.runway) ?? null
  );
  const airport = $derived(
    world.runways.find((r) => r.airport === approach.airport)?.airportName ?? approach.airport
  );
  /** With the way in that is looked at here. */
  const flyAt = $derived(
    `/plan?${new URLSearchParams({ approach: approach.id, ...(briefed.day.transition ? { by: briefed.day.transition } : {}) })}`
  );
  const done = new SvelteSet<string>();

  function readOut() {
    speak(
      [`${airport}, ${approach.name}.`, ...items.flatMap(({ title, lines }) => [`${title}.`, ...lines])].join(
        ' '
      )
    );
  }
  onDestroy(hush);
  useShortcuts([
    { key: 'r', shown: 'R', does: 'read the briefing out', run: readOut },
    {
      key: 'b',
      shown: 'B',
      does: 'next item briefed',
      run: () => {
        const next = items.find(({ id }) => !done.has(id));
        if (next) done.add(next.id);
      }
    }
  ]);
</script>

<svelte:head><title>{approach.airport} {approach.name} · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>{airport} · {approach.name}</h1>
    <p class="text-soft">
      {approach.airport}{runway
        ? `, runway ${runway.name}, ${runway.length_ft} ft long, touchdown ${approach.touchdownElevation_ft} ft`
        : `, circling only, airport ${approach.airportElevation_ft} ft`} · safe altitude {approach.safeAltitude_ft}
      ft · {approach.edition ? `${approach.edition}, ` : ''}not for navigation
    </p>
  </div>
  <div class="no-print flex flex-wrap gap-2">
    <a class={button.plain} href="/charts">All charts</a>
    <button class={button.plain} onclick={() => saveJson(approach, `${approach.id}.json`)}>JSON</button>
    <button class={button.plain} onclick={readOut}>Read out</button>
    <button class={button.plain} onclick={() => window.print()}>Print</button>
    {#if data.me?.teaches}<a class={button.plain} href="/charts/{approach.id}/edit"
        >{data.own ? 'Change' : 'Make your own of it'}</a
      >{/if}
    <a class={button.main} href={flyAt}>{data.me?.teaches ? 'Plan a lesson' : 'Fly it'}</a>
  </div>
</header>

{#each data.doubts as doubt (doubt.field + doubt.message)}
  <p class="no-print mt-2 text-[13px] text-below">▼ Look at the chart again: {doubt.message}</p>
{/each}

<div class="mt-3"><DayFields {briefed} /></div>
<p class="hidden text-[11px] print:block">
  {briefed.day.aircraft.name} · {briefed.speed_kt} kt · wind {heading(briefed.windFrom_deg)}
  {briefed.windSpeed_kt} kt · {signedFigure(briefed.temperature_C)} °C · {briefed.day.transition ??
    'vectors to final'}
  · altimeter setting {briefed.altimeter === 'local' ? 'from here' : 'from elsewhere'}
</p>

{#if !card || reckoner.failure}
  <p class="mt-4 border border-hard p-3 text-hard" role="alert">
    {reckoner.failure || problem}
  </p>
{:else}
  <div
    class="mt-4 grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,460px)] print:grid-cols-[minmax(0,1fr)_310px] print:gap-4"
  >
    <section aria-label="Briefing" class="min-w-0">
      <div class="flex items-baseline justify-between">
        <h2>Briefing</h2>
        <p class="no-print text-xs text-soft" role="status">{done.size} of {items.length} briefed</p>
      </div>
      <ol class="mt-1">
        {#each items as item (item.id)}
          <li
            class="grid grid-cols-[118px_minmax(0,1fr)_28px] gap-x-3 border-t border-line py-1.5 text-[13px] compact:grid-cols-[84px_minmax(0,1fr)_28px] print:grid-cols-[76px_minmax(0,1fr)] print:py-1 print:text-[10.5px] print:leading-snug"
          >
            <h3 class="text-soft">{item.title}</h3>
            <div class={done.has(item.id) ? 'text-soft' : ''}>
              {#each item.lines as words, i (i)}
                {#if item.id === 'missed' && i <= card.missed.legs.length}
                  <p><span class="figure mr-1.5">{i + 1}</span>{words}</p>
                {:else}
                  <p class={item.id === 'minimum' && i === 0 ? 'font-bold' : ''}>{words}</p>
                {/if}
              {/each}
            </div>
            <span class="no-print justify-self-end">
              <Tick
                label="{item.title} briefed"
                bind:checked={
                  () => done.has(item.id), (checked) => (checked ? done.add(item.id) : done.delete(item.id))
                }
              />
            </span>
          </li>
        {/each}
      </ol>
    </section>
    <div class="grid min-w-0 grid-cols-1 content-start gap-3">
      <ApproachPlan
        {picture}
        label="Plan: ways in, final course with the scale of its needle, missed approach"
      />
      <ApproachProfile {approach} {card} />
      <CardTables {approach} {card} />
    </div>
  </div>
  <p class="mt-3 text-xs text-soft">
    {data.own ? 'Typed in by your school, for practice.' : 'Made up for practice.'} In an airplane the current published
    chart, its notes and your instructor decide.
  </p>
{/if}
