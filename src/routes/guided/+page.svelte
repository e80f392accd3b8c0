<script lang="ts">
  import { enhance } from '$app/forms';
  import { guidedTexts } from '$core/drill/approach/guided-text';
  import { guidedStages, type GuidedStage } from '$core/drill/approach/guided-step';
  import type { Verdict as VerdictKind } from '$core/finding/verdict';
  import { button } from '$lib/ui/button';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();

  const STAGES: Record<GuidedStage, { name: string; about: string; begin: string }> = {
    shown: {
      name: 'Shown',
      about: 'The reference pilot flies it, and the coach explains what happens.',
      begin: 'Watch it'
    },
    'every hint': {
      name: 'With every hint',
      about: 'You fly; the coach explains and corrects; corridors are drawn.',
      begin: 'Fly it with every hint'
    },
    'few hints': {
      name: 'With few hints',
      about: 'You fly; the coach speaks only when something goes away.',
      begin: 'Fly it with few hints'
    },
    test: { name: 'Test', about: 'You fly it alone, as it would be tested.', begin: 'Fly it as a test' }
  };
  const flightsAt = (flights: PageData['guided'][number]['flights'], stage: GuidedStage) =>
    flights.filter((flight) => flight.stage === stage);
</script>

<svelte:head><title>Guided lessons · Hanza</title></svelte:head>

<h1>Guided lessons</h1>
<p class="text-soft">First approaches to take alone: seen, flown with hints that become fewer, and tested.</p>
{#if form && 'field' in form}<p class="mt-2 text-[13px] text-hard" role="alert">{form.message}</p>{/if}

<div class="mt-5 grid gap-8 lg:grid-cols-2">
  {#each data.guided as { id, flights, next, passed } (id)}
    {@const { name, about } = guidedTexts[id]}
    <section>
      <h2>{name}</h2>
      <p class="text-[13px] text-soft">{about}</p>
      <ol class="mt-2 border-t border-line">
        {#each guidedStages as stage, i (stage)}
          {@const flown = flightsAt(flights, stage)}
          {@const [latest] = flown.filter(({ verdict }) => verdict !== null)}
          <li
            class="grid grid-cols-[24px_minmax(0,1fr)_auto] items-baseline gap-x-2 border-b border-line py-2 {stage ===
            next
              ? 'bg-band px-2'
              : 'px-2'}"
            aria-current={stage === next ? 'step' : undefined}
          >
            <span class="figure text-soft">{i + 1}</span>
            <div>
              <p class={stage === next ? 'font-bold' : ''}>{STAGES[stage].name}</p>
              <p class="text-[13px] text-soft">{STAGES[stage].about}</p>
            </div>
            <div class="text-right text-[13px]">
              {#if latest}
                <a href="/debrief/{latest.attempt}" class="no-underline"
                  ><Verdict verdict={latest.verdict as VerdictKind} /></a
                >
              {:else if flown.some(({ begun }) => begun)}<span class="text-soft"
                  >{stage === 'shown' ? 'seen' : 'begun'}</span
                >{/if}
            </div>
          </li>
        {/each}
      </ol>
      <form method="POST" use:enhance class="mt-3 flex items-center gap-3">
        <input type="hidden" name="id" value={data.newLessonId} />
        <input type="hidden" name="seed" value={data.newSeed} />
        <input type="hidden" name="lesson" value={id} />
        <button class={passed ? button.plain : button.main}
          >{passed ? 'Fly the test again' : STAGES[next].begin}</button
        >
        {#if passed}<span class="text-[13px] text-trace">✓ passed</span>{/if}
      </form>
    </section>
  {/each}
</div>
<p class="mt-8 max-w-prose text-xs text-soft">
  Practice in Hanza is not logged as instrument training by itself. What counts, and how approaches are flown
  at your field, your instructor and the local rules say.
</p>
