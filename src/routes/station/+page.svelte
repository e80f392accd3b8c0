<script lang="ts">
  import { onMount } from 'svelte';
  import { clock } from '$core/measure/figure';
  import { drillName, planWords } from '$lib/draw/plan-words';
  import { button } from '$lib/ui/button';
  import { lookAgain } from '$lib/ui/look-again';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const LOOK_AGAIN_MS = 4000;
  const QUIET_S = 8;

  function flownBy({ pilot, flownBy, student }: PageData['flights'][number]): string {
    if (pilot === 'reference' || pilot === 'habits') return 'flown by a simulated pilot · ';
    return flownBy === student ? '' : `flown by ${flownBy} · `;
  }

  onMount(() => lookAgain('hanza:in-the-air', LOOK_AGAIN_MS));
</script>

<svelte:head><title>Station · Hanza</title></svelte:head>

<h1>Station</h1>
<p class="text-soft">
  Flights in the air now. Sit in on one: see it as it is flown, mark what you see, stop time, let something
  fail.
</p>

{#if data.flights.length === 0}
  <p class="mt-6">
    Nobody is flying. As soon as a student flies for a few seconds, the flight stands here by itself.
  </p>
{:else}
  <ul class="mt-4 border-t border-line">
    {#each data.flights as flight (flight.attemptId)}
      <li class="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 border-b border-line py-3">
        <div class="min-w-0">
          <p class="font-bold">
            {flight.student}: {drillName(flight.plan)}
          </p>
          <p class="text-[13px] text-soft">
            {flownBy(flight)}{planWords(flight.plan)}
          </p>
        </div>
        <div class="flex items-center gap-4">
          <span class="text-[13px] text-soft"
            ><span class="figure text-ink">{clock(flight.flown_s)}</span> flown{#if flight.quiet_s > QUIET_S}
              · nothing new for <span class="figure">{clock(flight.quiet_s)}</span>{/if}</span
          >
          <a class={button.main} href="/station/{flight.attemptId}">Sit in</a>
        </div>
      </li>
    {/each}
  </ul>
{/if}
