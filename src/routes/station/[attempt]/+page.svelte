<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { phaseById } from '$core/drill/drill';
  import { weatherChangesOf } from '$core/flight/as-flown';
  import { duration } from '$core/flight/flight';
  import { markKinds, markNames } from '$core/flight/flight-mark';
  import { clock } from '$core/measure/figure';
  import FindingList from '$lib/draw/FindingList.svelte';
  import { goalWords } from '$lib/draw/goal-words';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { JudgedSoFar } from '$lib/worker/judged-so-far.svelte';
  import { WatchedFlight } from '$lib/worker/watched-flight.svelte';
  import type { PageData } from './$types';
  import EndSheet from './EndSheet.svelte';
  import DoneList from './DoneList.svelte';
  import MarkBar from './MarkBar.svelte';
  import { StandingActs } from './standing-acts.svelte';

  let { data }: { data: PageData } = $props();
  const { shown, attemptId } = untrack(() => data);
  const { aircraft } = shown.lesson;
  const watched = new WatchedFlight(attemptId);
  const judged = new JudgedSoFar(watched, shown.lesson);
  const flight = $derived(judged.flight);
  const soFar = $derived(judged.answer?.soFar ?? null);

  let width = $state(720);
  let ending = $state(false);
  let selected = $state<number | null>(null);
  /** A moment that is looked at; null: now. */
  let looked_s = $state<number | null>(null);

  /** What draws a flight is fetched before there is one to draw. */
  const drawing = () => import('./WatchedStrips.svelte');

  onMount(() => {
    void drawing();
    judged.begin();
    if (data.finished) watched.ended = true;
    else watched.open();
    return () => {
      judged.end();
      watched.close();
    };
  });

  /** What was flown before is shown as soon as it is there. */
  $effect(() => {
    if (watched.length > 1 && soFar === null) untrack(() => judged.anew());
  });
  /** With what was asked for on the way. */
  const lesson = $derived(soFar?.lesson ?? shown.lesson);
  const drill = $derived(lesson.drill);
  const total_s = $derived(flight ? duration(flight) : 1);
  const cursor_s = $derived(looked_s ?? total_s);
  const span = $derived(soFar?.phases.findLast(({ start_s }) => start_s <= cursor_s) ?? null);
  const phase = $derived(span ? phaseById(drill, span.phaseId) : null);
  const acts = new StandingActs(
    () => watched.commands,
    () => watched.asked,
    () => (judged.flight ? weatherChangesOf(judged.flight) : [])
  );
  const standing = $derived(
    watched.ended
      ? 'ended'
      : !watched.connected
        ? 'the server is not reached; it is tried again'
        : watched.quiet && !acts.frozenBy
          ? 'nothing new: the student’s network may be gone'
          : watched.newest === null
            ? 'waiting for the airplane'
            : watched.newest.running
              ? 'flying'
              : acts.frozenBy
                ? `${acts.frozenBy.by === data.me?.name ? 'you have' : `${acts.frozenBy.by} has`} stopped time`
                : 'time stands still'
  );
  /** The newest mark is not always the latest moment. */
  const lastMark = $derived.by(() => {
    const mark = watched.marks.at(-1);
    return mark ? `${clock(mark.at_s)} ${mark.words || markNames[mark.kind]}` : '';
  });
  const others = $derived(watched.watchers.filter((name) => name !== data.me?.name));

  useShortcuts(
    markKinds
      .filter((kind) => kind !== 'words')
      .map((kind, i) => ({
        key: String(i + 1),
        shown: String(i + 1),
        does: `mark: ${markNames[kind].toLowerCase()}`,
        run: () => watched.length > 1 && watched.mark(kind)
      }))
  );
</script>

<svelte:head><title>Station, {data.studentName} · Hanza</title></svelte:head>

<header class="flex flex-wrap items-baseline justify-between gap-x-4">
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h1>{data.studentName}</h1>
    <p class="text-[13px] text-soft">{drill.name} · lesson {data.number} · {aircraft.name}</p>
  </div>
  <p class="text-[13px]" role="status">
    {#if watched.unsent > 0}<span class="mr-2 text-below"
        >{watched.unsent === 1 ? '1 mark on its way' : `${watched.unsent} marks on their way`}</span
      >
    {:else if watched.marks.length > 0}<span class="mr-2 text-soft">Marked last: {lastMark}</span>{/if}
    <span class={watched.connected && !watched.quiet ? 'text-trace' : 'text-below'}>{standing}</span>
    {#if others.length > 0}<span class="text-soft"> · {others.join(', ')} also here</span>{/if}
    {#if !watched.ended}<button class="{button.quiet} ml-2 compact:min-h-11" onclick={() => (ending = true)}
        >End the flight…</button
      >{/if}
  </p>
</header>
<p class="min-h-6 text-[15px]">
  {#if phase}<span class="font-bold">{phase.name}</span>
    <span class="text-soft">{goalWords(phase, aircraft.gear.retractable)}</span>{/if}
</p>
<p class="min-h-6 text-[13px]" aria-live="polite">
  {#if soFar && soFar.outside.length > 0}<span class="font-bold text-below"
      >Outside now: {soFar.outside.join('; ')}</span
    >{/if}
  {#if watched.newest?.hint}<span class="ml-3 text-soft">The coach says: {watched.newest.hint}</span>{/if}
</p>

{#if watched.ended}
  <p class="my-3 border border-now p-3">
    This flight has ended.
    <a href="/debrief/{attemptId}" class="font-bold">Open its debrief</a>{#if watched.unsent > 0}
      · {watched.unsent} of your marks still on the way{/if}
  </p>
{/if}

<div class="mt-1 grid gap-6 pb-40 lg:grid-cols-[minmax(0,1fr)_340px] compact:pb-4">
  <section bind:clientWidth={width} aria-label="Strips" class="min-w-0 overflow-x-clip">
    {#if soFar}
      {#await drawing() then { default: WatchedStrips }}
        <WatchedStrips {soFar} {width} {cursor_s} onlook={(moment_s) => (looked_s = moment_s)} />
      {/await}
      {#if looked_s !== null}<button class="{button.quiet} mt-1" onclick={() => (looked_s = null)}
          >Back to now</button
        >{/if}
    {:else}
      <p class="p-8 text-soft" role="status">Fetching what was flown…</p>
    {/if}
  </section>

  <div class="grid min-w-0 content-start gap-x-6 gap-y-3 sm:grid-cols-2 lg:grid-cols-1">
    {#await import('./WatchedNow.svelte') then { default: WatchedNow }}
      <WatchedNow
        {shown}
        {lesson}
        {watched}
        {flight}
        track={judged.answer?.track ?? []}
        {phase}
        {cursor_s}
        {looked_s}
      />
    {/await}
    <DoneList {watched} phases={drill.phases} onmoment={(moment_s) => (looked_s = moment_s)} />
    {#if soFar && soFar.findings.length > 0}
      <section class="min-w-0">
        <h2>Found so far</h2>
        <div class="mt-1 border-b border-line">
          <FindingList
            findings={soFar.findings}
            {selected}
            onselect={(index) => {
              selected = index;
              looked_s = soFar!.findings[index]!.moment_s;
            }}
          />
        </div>
      </section>
    {/if}
  </div>
</div>

{#if !watched.ended}
  <div
    class="no-print fixed right-0 bottom-0 left-[104px] z-20 grid gap-2 border-t border-line bg-sheet px-5 py-2 compact:sticky compact:left-0 compact:px-3"
  >
    {#if watched.problem || judged.failure}<p class="text-[13px] text-hard" role="alert">
        {watched.problem || `What was flown could not be judged: ${judged.failure}.`}
      </p>{/if}
    <MarkBar
      ready={watched.length > 1}
      now_s={() => watched.flown_s}
      onmark={(kind, words, at_s) => watched.mark(kind, words, at_s)}
    />
    {#await import('./ActsBar.svelte') then { default: ActsBar }}
      <ActsBar {data} {watched} {acts} phases={drill.phases} />
    {/await}
  </div>
{/if}

<EndSheet bind:open={ending} onend={() => void watched.give({ does: 'end' })} />
