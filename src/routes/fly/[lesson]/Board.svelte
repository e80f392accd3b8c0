<!-- What lies before the pilot: the view out, the panel, the radios with plan and chart; as large as the window leaves room for under the header and over the bar below. -->
<script lang="ts">
  import { onMount, type ComponentProps } from 'svelte';
  import type { ApproachChart } from '$core/drill/approach/chart-of-plan';
  import type { FlightDeck } from './flight-deck.svelte';
  import FlownPanel from './FlownPanel.svelte';
  import { VIEW_PX } from './looking-out.svelte';
  import type RadiosAndPlan from './RadiosAndPlan.svelte';

  let {
    deck,
    chart,
    picture
  }: {
    deck: FlightDeck;
    /** As the approach is briefed. */
    chart: ApproachChart | null;
    /** Seen from above; only where hints are allowed. */
    picture: ComponentProps<typeof RadiosAndPlan>['picture'];
  } = $props();
  const { approach, underWay, hands, lookingOut, way, hints } = $derived(deck);
  const { session, frame, simulatedBy, lesson } = $derived(underWay);
  const { phase, shownHands } = $derived(deck);
  /** Fetched meanwhile: there is nothing to show of it before the first picture. */
  const radiosAndPlan = () => import('./RadiosAndPlan.svelte');
  onMount(() => {
    if (lesson.navigation) void radiosAndPlan();
  });
  const asksTime = $derived(
    lesson.drill.checks.some((check) => check.kind === 'station-time' && check.phase === phase?.id)
  );
</script>

{#snippet atHand()}
  {#if approach && chart}
    {#await import('./ChartBoard.svelte') then { default: ChartBoard }}
      <ChartBoard
        {lesson}
        plan={approach}
        {chart}
        {frame}
        {hands}
        {simulatedBy}
        onbriefed={(id) => session?.note({ kind: 'briefed', detail: id })}
      />
    {/await}
  {/if}
{/snippet}

<div
  class="relative mx-auto w-full {lesson.navigation
    ? 'max-w-[max(812px,calc((100dvh-420px)*2))]'
    : lesson.plan.panel === 'dials'
      ? 'max-w-[max(340px,calc((100dvh-226px)*1.5))] low:max-w-[calc((100dvh-70px)*1.5)]'
      : 'max-w-[max(340px,calc((100dvh-226px)*1.31))] low:max-w-[calc((100dvh-70px)*1.31)]'} compact:portrait:max-w-none"
>
  {#if lookingOut.size !== 'off' && session?.moving?.outside}
    <p
      class="mb-1 border-l-4 pl-2 text-xs {lookingOut.device === 'on'
        ? 'border-line text-soft'
        : 'border-trace font-bold text-trace'}"
      role="status"
    >
      View-limiting device {lookingOut.device === 'on' ? 'on' : 'off: look out'}
    </p>
    {#await import('$lib/panel/OutsideView.svelte') then { default: OutsideView }}
      <OutsideView
        outside={session.moving.outside}
        daylight={approach?.approach.daylight ?? 'day'}
        height={VIEW_PX[lookingOut.size]}
      />
    {/await}
  {/if}
  <FlownPanel
    {lesson}
    {session}
    setting_hPa={shownHands.altimeterSetting_hPa}
    corridors={hints && phase ? phase.corridors : []}
    covered={deck.helps.covered}
    view={deck.view}
    bugs={deck.shownBugs}
  />
  {#if lesson.navigation && session?.instruments?.navigation && shownHands.radios}
    {@const { world } = lesson.navigation}
    {@const { navigation } = session.instruments}
    {@const { radios } = shownHands}
    {#await radiosAndPlan() then { default: RadiosAndPlan }}
      <RadiosAndPlan
        {world}
        {radios}
        shown={navigation}
        readonly={simulatedBy !== null}
        {asksTime}
        onset={(radios) => (hands.radios = radios)}
        onmark={deck.mark}
        onanswer={(minutes) => {
          session?.note({ kind: 'answer', answer: { to: 'station-time', minutes } });
          underWay.note = `Answered: ${minutes} min.`;
        }}
        {picture}
        {way}
        chart={chart ? atHand : undefined}
      />
    {/await}
  {/if}
</div>
