<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { isApproach } from '$core/drill/approach/approach-drill';
  import { phaseById } from '$core/drill/drill';
  import { lessonOf } from '$core/drill/lesson';
  import { directFixes } from '$core/drill/cleared-phase';
  import { minimumOf } from '$core/drill/approach/approach-minimum';
  import { placesOfLesson } from '$core/drill/places-of-lesson';
  import { spokenWeather } from '$core/air/weather-report';
  import { lessonInWeather } from '$core/flight/weather-in-flight';
  import { reportOf, weatherNow } from '$core/flight/weather-now';
  import { lessonAsFlown } from '$core/flight/as-flown';
  import { duration, type Flight } from '$core/flight/flight';
  import { markKinds, markNames } from '$core/flight/flight-mark';
  import { placedAt_s, sincePlaced } from '$core/flight/placings';
  import { planPicture, planTrack } from '$core/flight/plan-picture';
  import { readingsAt } from '$core/flight/replayed-readings';
  import { flightSoFar, type FlightSoFar } from '$core/grade/flight-so-far';
  import { clock } from '$core/measure/figure';
  import FindingList from '$lib/draw/FindingList.svelte';
  import FlownApproach from '$lib/draw/FlownApproach.svelte';
  import { goalWords } from '$lib/draw/goal-words';
  import PlanView from '$lib/draw/PlanView.svelte';
  import { stripsOf } from '$lib/draw/strip';
  import StripStack from '$lib/draw/StripStack.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import SeenThen from '$lib/panel/SeenThen.svelte';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { WatchedFlight } from '$lib/worker/watched-flight.svelte';
  import type { PageData } from './$types';
  import CommandBar from './CommandBar.svelte';
  import EndSheet from './EndSheet.svelte';
  import DoneList from './DoneList.svelte';
  import MarkBar from './MarkBar.svelte';
  import { StandingActs } from './standing-acts.svelte';

  let { data }: { data: PageData } = $props();
  const { plan, attemptId } = untrack(() => data);
  const planned = lessonOf(plan);
  const { aircraft } = planned;
  const approach = isApproach(plan) ? plan : null;
  const fromAbove = planPicture(planned);
  const places = placesOfLesson(planned);
  const fixes = directFixes(planned);
  const minimum = approach && minimumOf(approach, aircraft);
  const standardThere_C = weatherNow(planned, [], 0).temperature_C - plan.temperatureOffset_K;
  const watched = new WatchedFlight(attemptId);

  /** Strips and findings are made anew this often; the panel as often as samples come. */
  const ANEW_MS = 1000;
  let flight = $state.raw<Flight | null>(null);
  let soFar = $state.raw<FlightSoFar | null>(null);
  let width = $state(720);
  let ending = $state(false);
  let selected = $state<number | null>(null);
  /** A moment that is looked at; null: now. */
  let looked_s = $state<number | null>(null);
  let lengthShown = 0;

  onMount(() => {
    if (data.finished) watched.ended = true;
    else watched.open();
    const timer = setInterval(anew, ANEW_MS);
    return () => {
      clearInterval(timer);
      watched.close();
    };
  });

  function anew() {
    if (watched.length === lengthShown || watched.length < 2) return;
    lengthShown = watched.length;
    flight = watched.flight();
    soFar = flightSoFar(flight, plan);
  }

  /** What was flown before is shown as soon as it is there. */
  $effect(() => {
    if (watched.length > 1 && soFar === null) untrack(anew);
  });
  /** With what was asked for on the way. */
  const lesson = $derived(soFar?.lesson ?? planned);
  const drill = $derived(lesson.drill);
  const total_s = $derived(flight ? duration(flight) : 1);
  const cursor_s = $derived(looked_s ?? total_s);
  const strips = $derived(soFar ? stripsOf(soFar.flight, soFar, lesson) : []);
  const track = $derived(
    fromAbove && flight ? sincePlaced(planTrack(planned, flight), 1, placedAt_s(flight), cursor_s) : []
  );
  const asFlown = $derived(flight ? lessonAsFlown(planned, flight).plan : plan);
  /** Now the panel is that of the newest sample; at a moment that is looked at, of that. */
  const readings = $derived.by(() => {
    const shown = { plan: asFlown, propulsion: aircraft.propulsion.kind };
    if (flight && looked_s !== null) return readingsAt(flight, looked_s, shown);
    return watched.length > 0 ? readingsAt(watched.lastSeconds(), watched.flown_s, shown) : null;
  });
  /** With the radios: the recording and its moment that the needle and the view out are of. */
  const seen = $derived(
    lesson.navigation === null
      ? null
      : flight && looked_s !== null
        ? { flight, time_s: looked_s }
        : watched.length > 0
          ? { flight: watched.lastSeconds(), time_s: watched.flown_s }
          : null
  );
  const span = $derived(soFar?.phases.findLast(({ start_s }) => start_s <= cursor_s) ?? null);
  const phase = $derived(span ? phaseById(drill, span.phaseId) : null);
  const acts = new StandingActs(() => watched.commands);
  /** By what was done, which is known before it can be seen. */
  const weatherLesson = $derived(
    acts.weather.reduce((before, { change }) => lessonInWeather(before, change) ?? before, planned)
  );
  const weather = $derived(weatherNow(weatherLesson, acts.weather, Math.max(total_s, watched.flown_s)));
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
      <StripStack
        {drill}
        phases={soFar.phases}
        {strips}
        {total_s}
        {width}
        bind:cursor_s={() => cursor_s, (moment_s) => (looked_s = moment_s >= total_s - 0.5 ? null : moment_s)}
        ghostValues={() => null}
        onseek={() => {}}
      />
      {#if looked_s !== null}<button class="{button.quiet} mt-1" onclick={() => (looked_s = null)}
          >Back to now</button
        >{/if}
    {:else}
      <p class="p-8 text-soft" role="status">Fetching what was flown…</p>
    {/if}
  </section>

  <div class="grid min-w-0 content-start gap-x-6 gap-y-3 sm:grid-cols-2 lg:grid-cols-1">
    {#if approach}
      <div><FlownApproach {lesson} plan={approach} {flight} final_s={null} {cursor_s} /></div>
    {:else if fromAbove}
      <PlanView
        picture={fromAbove}
        {track}
        seconds={cursor_s > 0 ? cursor_s : null}
        over
        width={340}
        height={270}
        label="Plan view: corridors, what was asked for, and the way flown"
      />
    {/if}
    {#if readings}
      <div class="mx-auto w-full max-w-[300px]">
        <Panel
          kind={plan.panel}
          {readings}
          setting_hPa={plan.altimeterSetting_hPa}
          speeds={aircraft.speeds}
          corridors={phase?.corridors ?? []}
          covered={lesson.covered}
        />
        {#if seen}<SeenThen {lesson} {...seen} phaseId={span?.phaseId ?? null} />{/if}
      </div>
    {/if}
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
    {#if watched.problem}<p class="text-[13px] text-hard" role="alert">{watched.problem}</p>{/if}
    <MarkBar
      ready={watched.length > 1}
      now_s={() => watched.flown_s}
      onmark={(kind, words, at_s) => watched.mark(kind, words, at_s)}
    />
    <CommandBar
      frozen={acts.frozenBy !== null}
      held={acts.heldBy !== null}
      rate={acts.rate}
      control={acts.control}
      place={{ places, own: data.ownPlaces, area: plan.area, here: () => watched.here() }}
      clear={{ phases: drill.phases, fixes }}
      weather={{
        now: weather,
        standard_C: standardThere_C,
        own: data.ownWeather,
        minimum: minimum && {
          height_ft: minimum.set_ft - approach!.approach.approach.touchdownElevation_ft,
          visibility_sm: minimum.visibility_sm
        },
        isKnown: acts.isWeatherKnown,
        said: (told) => spokenWeather(reportOf(planned, told), planned.area.variation_deg)
      }}
      fail={{ failed: acts.failed, fixes }}
      ongive={(command) => void watched.give(command)}
    />
  </div>
{/if}

<EndSheet bind:open={ending} onend={() => void watched.give({ does: 'end' })} />
