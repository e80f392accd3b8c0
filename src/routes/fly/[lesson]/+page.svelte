<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { oilPressure } from '$core/drill/distraction';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { BenchAnswers } from '$lib/worker/bench-answers.svelte';
  import type { PageData } from './$types';
  import AttemptNotes from './AttemptNotes.svelte';
  import Board from './Board.svelte';
  import CalledWords from './CalledWords.svelte';
  import ControlExchange from './ControlExchange.svelte';
  import DeckSheets from './DeckSheets.svelte';
  import DistractionBox from './DistractionBox.svelte';
  import FlightBar from './FlightBar.svelte';
  import { FlightDeck } from './flight-deck.svelte';
  import FlightHeader from './FlightHeader.svelte';
  import { arrowsInto, keysBackAtClick } from './keys-back';
  import PhaseRibbon from './PhaseRibbon.svelte';
  import SideColumn from './SideColumn.svelte';

  let { data }: { data: PageData } = $props();
  const { lesson: planned, shown, me } = untrack(() => data);
  const deck = new FlightDeck({
    lessonId: planned.id,
    shown,
    me: me!,
    ongraded: (id) => void goto(`/debrief/${id}`),
    onothergraded: () => void invalidateAll()
  });
  const { hands, underWay, attention, desk, helps, lookingOut, hints } = deck;
  const benchAnswers = new BenchAnswers(() => data.bench);
  /** Sums are asked meanwhile. */
  let underLoad = $state(false);
  const { session, frame, flying } = $derived(underWay);

  onMount(() => deck.begin(page.url.searchParams));
  onDestroy(() => deck.end());
  useShortcuts(deck.keys());
  const arrows = arrowsInto(hands.pressed);
</script>

<svelte:head><title>Fly, lesson {planned.number} · Hanza</title></svelte:head>
<svelte:window
  onkeydown={arrows.down}
  onkeyup={arrows.up}
  onclick={keysBackAtClick}
  onblur={() => hands.pressed.clear()}
/>

<FlightHeader
  lesson={deck.lesson}
  {planned}
  report={shown.reported}
  {flying}
  saving={underWay.saving}
  isSaved={underWay.isSaved}
  watchers={underWay.watchers}
/>

<!-- What is said now lies over the names of the phases, one under the other: the panel stays where it is. -->
<div class="relative">
  <div class="absolute inset-x-0 top-0 z-20 grid gap-1">
    {#if session}<ControlExchange {session} by={underWay.controlBy} />{/if}
    {#if session && frame?.offer}
      {#await import('./TestOffer.svelte') then { default: TestOffer }}
        <TestOffer {session} offer={frame.offer} />
      {/await}
    {/if}
  </div>
</div>
<PhaseRibbon
  drill={underWay.lesson.drill}
  index={frame?.phaseIndex ?? null}
  {hints}
  retractable={deck.lesson.aircraft.gear.retractable}
  pathLost={deck.approach?.approach.pathLost === true}
/>
<CalledWords
  call={deck.isUnderWay ? (deck.phase?.call ?? null) : null}
  clearance={deck.clearance}
  time_s={frame?.time_s ?? 0}
  hint={frame?.hint ?? null}
  said={deck.saidLately.words}
  frozen={session?.frozen ?? false}
  held={helps.held}
/>

{#if desk && frame && deck.isUnderWay}<DistractionBox {desk} time_s={frame.time_s} />{/if}
<div
  class="mt-1 grid grid-cols-[minmax(0,1fr)_300px] gap-6 compact:gap-3 compact:landscape:grid-cols-[minmax(0,1fr)_280px] compact:portrait:grid-cols-1"
>
  <Board {deck} chart={shown.chart} picture={hints ? shown.fromAbove : null} />
  <SideColumn {deck} oil={desk && frame ? oilPressure(desk.list, frame.time_s) : null} />
</div>

{#if underLoad && frame && session}
  <!-- Fetched when it is asked for: few are. -->
  {#await import('./SumBox.svelte') then { default: SumBox }}
    <SumBox
      answers={benchAnswers}
      time_s={frame.time_s}
      running={flying}
      onanswered={(answer) => session?.note({ kind: 'answer', answer })}
    />
  {/await}
{/if}

<FlightBar
  {session}
  {attention}
  bind:underLoad
  {helps}
  {lookingOut}
  onpause={() => underWay.togglePause()}
  onleave={() => (deck.leaving = true)}
  onsimulate={(kind) => underWay.flySimulated(kind)}
/>
<AttemptNotes {underWay} open={data.open[0] ?? null} />
<DeckSheets {deck} />
