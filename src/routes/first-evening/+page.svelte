<script lang="ts">
  import type { Verdict as VerdictKind } from '$core/finding/verdict';
  import Panel from '$lib/panel/Panel.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { PageData } from './$types';
  import PracticeButtons from '../practise/PracticeButtons.svelte';
  import HowToReadIt from './HowToReadIt.svelte';
  import TryYourHands from './TryYourHands.svelte';
  import { EVENING_TASKS } from './evening-steps';

  let { data }: { data: PageData } = $props();
  const next = $derived(EVENING_TASKS.find(({ task }) => !data.flights[task])?.task ?? null);
  const latest = $derived(EVENING_TASKS.map(({ task }) => data.flights[task]).findLast((flight) => flight));
  const INSTRUMENTS = [
    ['Airspeed', 'How fast the air passes, in knots.'],
    ['Attitude', 'Where the nose and the wings are: the middle of every scan.'],
    ['Altimeter', 'The height, in feet, by the pressure that is set on it.'],
    [
      'Turn coordinator',
      'How fast you turn; on its mark, three degrees a second. The ball: whether you slip.'
    ],
    ['Heading', 'Where the nose points, by the compass.'],
    ['Vertical speed', 'How fast you climb or sink, in feet a minute, a few seconds late.']
  ] as const;
</script>

<svelte:head><title>The first evening · Hanza</title></svelte:head>

<h1>The first evening</h1>
<p class="max-w-prose text-soft">
  Half an hour from nothing to three flights of your own. Leave it when you like; it goes on where you were,
  and any step may be done again.
</p>

<ol class="mt-5 grid gap-8">
  <li>
    <h2>1 · What is where</h2>
    <div class="mt-2 grid gap-6 lg:grid-cols-[380px_minmax(0,1fr)]">
      <Panel
        kind="dials"
        readings={data.readings}
        setting_hPa={data.setting_hPa}
        speeds={data.aircraft.speeds}
      />
      <div>
        <p class="max-w-prose text-[13px]">
          The {data.aircraft.name}, level. Six instruments: the upper three from left to right, then the lower
          three.
        </p>
        <dl class="mt-2 grid gap-x-4 gap-y-1 text-[13px] sm:grid-cols-[130px_minmax(0,1fr)]">
          {#each INSTRUMENTS as [name, what] (name)}
            <dt class="font-bold">{name}</dt>
            <dd>{what}</dd>
          {/each}
        </dl>
      </div>
    </div>
  </li>

  <li>
    <h2>2 · Your hands</h2>
    <TryYourHands aircraftId={data.aircraft.id} />
  </li>

  {#each EVENING_TASKS as { task, name, about }, i (task)}
    {@const flight = data.flights[task]}
    <li
      class={task === next ? 'border-l-4 border-now bg-band/40 p-3' : ''}
      aria-current={task === next ? 'step' : undefined}
    >
      <div class="flex flex-wrap items-baseline justify-between gap-3">
        <h2>{i + 3} · {name}</h2>
        {#if flight}
          <a href="/debrief/{flight.id}" class="no-underline"
            ><Verdict verdict={flight.verdict as VerdictKind} /> <span class="figure">{flight.score}</span></a
          >
        {/if}
      </div>
      <p class="mt-1 mb-2 max-w-prose text-[13px]">{about}</p>
      <PracticeButtons id={data.newLessonId} seed={data.newSeed} {task} {name} main={task === next} evening />
    </li>
  {/each}

  <li>
    <h2>{EVENING_TASKS.length + 3} · What Hanza makes of it</h2>
    <HowToReadIt attempt={latest?.id ?? null} />
  </li>
</ol>
{#if next === null}
  <p class="mt-8">
    That was the first evening. From now on <a href="/today">Today</a> says what to fly next, and why.
  </p>
{/if}
