<script lang="ts">
  import { enhance } from '$app/forms';
  import { onDestroy, onMount } from 'svelte';
  import { aircraftById } from '$core/aircraft/catalogue';
  import { rateAndSpeedDescent, RATE_AND_SPEED_DESCENT } from '$core/drill/rate-and-speed-descent';
  import { toleranceProfileById } from '$core/drill/tolerance-profile';
  import { column, duration, type Flight } from '$core/flight/flight';
  import { verdicts } from '$core/grade/corridor-measure';
  import { clock, heading } from '$core/measure/figure';
  import CorridorStrip from '$lib/draw/CorridorStrip.svelte';
  import FindingList from '$lib/draw/FindingList.svelte';
  import { readingsAt } from '$lib/draw/replayed-readings';
  import { stripsOf, unwrapped } from '$lib/draw/strip';
  import { linearScale } from '$lib/draw/trace-path';
  import { atTime } from '$lib/draw/when';
  import Panel from '$lib/panel/Panel.svelte';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import Key from '$lib/ui/Key.svelte';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import { fetchFlight } from '$lib/worker/fetch-flight';
  import type { ActionData, PageData } from './$types';
  import AttemptTable from './AttemptTable.svelte';
  import GradeArithmetic from './GradeArithmetic.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const debrief = $derived(data.debrief);
  const grade = $derived(debrief.grade);
  const plan = $derived(debrief.lesson.plan);
  const aircraft = $derived(aircraftById(plan.aircraft));
  const drill = $derived(rateAndSpeedDescent(plan, toleranceProfileById(plan.toleranceProfile)));
  const standing = $derived(debrief.overrides[0]?.verdict ?? grade.verdict);

  let flight = $state.raw<Flight | null>(null);
  let failure = $state('');
  let ghost = $state.raw<{ id: string; flight: Flight } | null>(null);
  let cursor_s = $state(0);
  let playing = $state(false);
  let selected = $state<number | null>(null);
  let overriding = $state(false);
  let arithmetic = $state(false);
  let noting = $state(false);
  let width = $state(720);

  const total_s = $derived(flight ? duration(flight) : 1);
  const strips = $derived(flight ? stripsOf(flight, grade.measures) : []);
  const readings = $derived(flight ? readingsAt(flight, cursor_s) : null);
  const phaseNow = $derived(grade.phases.findLast((span) => span.start_s <= cursor_s));
  const corridorsNow = $derived(
    drill.phases.find((phase) => phase.id === phaseNow?.phaseId)?.corridors ?? []
  );
  const x = $derived(linearScale([0, total_s], [144, width - 76]));
  const tick_s = $derived(total_s > 900 ? 300 : total_s > 300 ? 60 : 30);
  const earlier = $derived(debrief.attempts.filter((attempt) => attempt.id !== debrief.attemptId));
  const HEIGHTS: Record<string, number> = {
    altitude_ft: 146,
    verticalSpeed_fpm: 140,
    ias_kt: 122,
    heading_deg: 92,
    rpm: 72
  };
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);

  $effect(() => {
    const id = debrief.attemptId;
    flight = null;
    ghost = null;
    failure = '';
    cursor_s = 0;
    selected = null;
    void load(id);
  });

  async function load(id: string) {
    try {
      const loaded = await fetchFlight(id);
      if (id === debrief.attemptId) flight = loaded;
    } catch (error) {
      failure = `The flight could not be fetched: ${error instanceof Error ? error.message : error}.`;
    }
  }

  async function showGhost(id: string | null) {
    if (id === null || ghost?.id === id) {
      ghost = null;
      return;
    }
    try {
      ghost = { id, flight: await fetchFlight(id) };
    } catch (error) {
      failure = `The earlier flight could not be fetched: ${error instanceof Error ? error.message : error}.`;
    }
  }
  const ghostValues = (id: string) =>
    !ghost ? null : id === 'heading_deg' ? headingsAbout(ghost.flight) : column(ghost.flight, id);

  /** The earlier drill may have been flown on another heading: its deviations are what compares. */
  function headingsAbout(flown: Flight): Float32Array {
    const headings = unwrapped(flown);
    return headings.map((value) => value - headings[0]! + plan.heading_deg);
  }

  let animation = 0;
  let last = 0;
  onMount(() => {
    animation = requestAnimationFrame(function picture(now) {
      if (playing) {
        cursor_s = Math.min(total_s, cursor_s + (now - last) / 1000);
        if (cursor_s >= total_s) playing = false;
      }
      last = now;
      animation = requestAnimationFrame(picture);
    });
  });
  onDestroy(() => typeof cancelAnimationFrame === 'function' && cancelAnimationFrame(animation));

  function select(index: number) {
    selected = index;
    cursor_s = grade.findings[index]!.moment_s;
    playing = false;
  }
  function stepFinding(by: 1 | -1) {
    if (grade.findings.length === 0) return;
    const next = selected === null ? (by > 0 ? 0 : grade.findings.length - 1) : selected + by;
    select((next + grade.findings.length) % grade.findings.length);
  }
  const move = (seconds: number) => (cursor_s = Math.max(0, Math.min(total_s, cursor_s + seconds)));
  const play = () => {
    if (cursor_s >= total_s) cursor_s = 0;
    playing = !playing;
  };

  useShortcuts([
    { key: 'Space', shown: 'space', does: 'play, stop', run: play },
    { key: '[', shown: '[ ]', does: 'finding before, after', run: () => stepFinding(-1) },
    { key: ']', shown: '', does: '', run: () => stepFinding(1) },
    { key: 'ArrowLeft', shown: '← →', does: 'a second back, on; with ⇧ ten', run: () => move(-1) },
    { key: 'ArrowRight', shown: '', does: '', run: () => move(1) },
    { key: 'Shift+ArrowLeft', shown: '', does: '', run: () => move(-10) },
    { key: 'Shift+ArrowRight', shown: '', does: '', run: () => move(10) },
    {
      key: 'g',
      shown: 'G',
      does: 'ghost of the attempt before',
      run: () => void showGhost(earlier.at(-1)?.id ?? null)
    },
    { key: 'm', shown: 'M', does: 'the grade’s arithmetic', run: () => (arithmetic = true) },
    { key: 'o', shown: 'O', does: 'override the grade', run: () => data.me?.teaches && (overriding = true) },
    { key: 'n', shown: 'N', does: 'write a note', run: () => data.me?.teaches && (noting = true) }
  ]);
</script>

<svelte:head><title>Debrief, {debrief.lesson.studentName} · Hanza</title></svelte:head>

<header class="flex items-start justify-between gap-4">
  <div class="min-w-0">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h1>{RATE_AND_SPEED_DESCENT.name}</h1>
      <p class="text-[13px] text-soft">
        <a href="/students/{debrief.lesson.studentId}" class="text-soft">{debrief.lesson.studentName}</a> ·
        <a href="/plan/{debrief.lesson.id}" class="text-soft">lesson {debrief.lesson.number}</a> · {aircraft.name}
        · wind {heading(plan.windFrom_deg)}/{plan.windSpeed_kt}
        kt · {plan.turbulence} · {atTime(debrief.finishedAt)}
        {#if debrief.pilot !== 'student'}· <strong class="text-below">demonstration</strong>{/if}
      </p>
    </div>
    <p class="mt-0.5 text-[13px]">{grade.summary}</p>
  </div>
  <button
    class="shrink-0 text-right"
    onclick={() => (arithmetic = true)}
    aria-label="Verdict: {standing}. Show the arithmetic"
  >
    <Verdict verdict={standing} large />
    <span class="mt-1 block text-xs text-soft"
      >{debrief.overrides.length > 0
        ? `instructor’s; computed: ${grade.verdict}`
        : `${grade.learningStep} · figure ${grade.score}`}</span
    >
  </button>
</header>

<div class="mt-2 grid grid-cols-[minmax(0,1fr)_340px] gap-6">
  <section bind:clientWidth={width} aria-label="Strips" class="min-w-0">
    {#if failure && !flight}
      <p class="border border-hard p-4 text-[13px] text-hard" role="alert">
        {failure} <button class="underline" onclick={() => load(debrief.attemptId)}>Try again</button>
      </p>
    {:else if !flight}
      <p class="p-8 text-soft" role="status">Fetching the flight…</p>
    {:else}
      <svg {width} height="18" class="block" aria-hidden="true">
        {#each grade.phases as span (span.phaseId)}
          {@const from = x(span.start_s)}
          {@const to = x(span.end_s)}
          <rect x={from} width={Math.max(1, to - from - 1)} height="16" fill="var(--phase)" />
          {#if to - from > 44}
            <text x={from + 5} y="12" font-size="11" fill="var(--ink)"
              >{drill.phases.find((p) => p.id === span.phaseId)?.name.toLowerCase()}</text
            >
          {/if}
        {/each}
      </svg>
      {#each strips as strip (strip.id)}
        <CorridorStrip
          {strip}
          duration_s={total_s}
          {width}
          height={HEIGHTS[strip.id] ?? 90}
          {cursor_s}
          ghost={ghostValues(strip.id)}
          onseek={(time_s) => {
            cursor_s = time_s;
            playing = false;
          }}
        />
      {/each}
      <svg {width} height="20" class="block" aria-hidden="true">
        {#each Array.from({ length: Math.floor(total_s / tick_s) + 1 }, (_, i) => i * tick_s) as at (at)}
          {#if Math.abs(x(at) - x(cursor_s)) > 40}
            <text x={x(at)} y="14" font-size="12" text-anchor="middle" fill="var(--soft)" class="figure"
              >{clock(at)}</text
            >
          {/if}
        {/each}
        <text x={x(cursor_s)} y="14" font-size="12" text-anchor="middle" fill="var(--now)" class="figure"
          >{clock(cursor_s)}</text
        >
      </svg>
      <label class="sr-only" for="moment">Moment of the flight</label>
      <input
        id="moment"
        type="range"
        min="0"
        max={total_s}
        step="0.1"
        bind:value={cursor_s}
        aria-valuetext={clock(cursor_s)}
        class="ml-[144px] block h-4 accent-(--now)"
        style:width="{Math.max(50, width - 220)}px"
      />
      <div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-xs text-soft">
        <button class={button.plain} onclick={play}>{playing ? 'Stop' : 'Play'}</button>
        <span><Key>[ ]</Key> finding</span>
        <span><Key>G</Key> ghost</span>
        {#if data.me?.teaches}<span><Key>N</Key> note</span><span><Key>O</Key> override</span>{/if}
        <span><Key>?</Key> keys</span>
        <span class="ml-auto">
          flight as <a href="/api/attempts/{debrief.attemptId}/flight.parquet" download>Parquet</a>,
          <a href="/api/attempts/{debrief.attemptId}/flight.csv" download>CSV</a>
        </span>
      </div>
    {/if}
  </section>

  <div class="min-w-0">
    {#if readings}
      <Panel
        {readings}
        setting_hPa={plan.altimeterSetting_hPa}
        neverExceed_kt={aircraft.speeds.neverExceed_kt}
        corridors={corridorsNow}
      />
    {:else}<div class="aspect-[3/2]"></div>{/if}

    <section class="mt-3">
      <h2>Findings</h2>
      {#if grade.findings.length === 0}
        <p class="mt-1 text-[13px] text-soft">Nothing to say against this flight.</p>
      {:else}
        <div class="mt-1 border-b border-line">
          <FindingList findings={grade.findings} {selected} onselect={select} />
        </div>
      {/if}
    </section>

    <section class="mt-4">
      <div class="flex items-baseline justify-between">
        <h2>Instructor’s notes</h2>
        {#if data.me?.teaches}<button
            class="text-[13px] text-now underline underline-offset-2"
            onclick={() => (noting = true)}>Write a note</button
          >{/if}
      </div>
      {#each debrief.notes as note (note.madeAt)}
        <p class="mt-1 text-[13px] leading-snug whitespace-pre-wrap">{note.body}</p>
        <p class="text-xs text-soft">{note.madeBy}, {atTime(note.madeAt)}</p>
      {:else}
        <p class="mt-1 text-[13px] text-soft">None yet.</p>
      {/each}
    </section>
  </div>
</div>

<section class="mt-6">
  <h2>Attempts at this drill</h2>
  <AttemptTable
    attempts={debrief.attempts}
    here={debrief.attemptId}
    ghostId={ghost?.id ?? null}
    onghost={flight ? showGhost : null}
  />
  <p class="mt-2 text-xs text-soft">practice · not loggable · training aid, a qualified instructor decides</p>
</section>

<Sheet
  bind:open={arithmetic}
  wide
  title="How the grade came about"
  description="{toleranceProfileById(plan.toleranceProfile)
    .name}. The worst required element decides; the figure is for trends."
>
  <GradeArithmetic {grade} overrides={debrief.overrides} />
  <div class="mt-4 flex justify-end gap-2">
    {#if data.me?.teaches}
      <button
        class={button.plain}
        onclick={() => {
          arithmetic = false;
          overriding = true;
        }}>Override…</button
      >
    {/if}
    <button class={button.main} onclick={() => (arithmetic = false)}>Close</button>
  </div>
</Sheet>

<Sheet
  bind:open={overriding}
  title="Override the verdict"
  description="The computed verdict is kept beside yours: {grade.verdict}."
>
  <form
    method="POST"
    action="?/override"
    use:enhance={() =>
      async ({ update, result }) => {
        await update();
        if (result.type === 'success') overriding = false;
      }}
    class="grid gap-3"
  >
    <input type="hidden" name="id" value={data.freshIds.override} />
    <Field label="Verdict" name="verdict" problem={problem('verdict')}>
      <select id="verdict" name="verdict" class={input} value={standing}>
        {#each verdicts as verdict (verdict)}<option>{verdict}</option>{/each}
      </select>
    </Field>
    <Field label="Reason" name="reason" problem={problem('reason')}>
      <textarea id="reason" name="reason" rows="3" class={input} required minlength="3" maxlength="1000"
      ></textarea>
    </Field>
    <div class="flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (overriding = false)}>Cancel</button>
      <button class={button.main}>Override</button>
    </div>
  </form>
</Sheet>

<Sheet bind:open={noting} title="Instructor’s note">
  <form
    method="POST"
    action="?/note"
    use:enhance={() =>
      async ({ update, result }) => {
        await update();
        if (result.type === 'success') noting = false;
      }}
    class="grid gap-3"
  >
    <input type="hidden" name="id" value={data.freshIds.note} />
    <Field label="What you would say" name="body" problem={problem('body')}>
      <textarea id="body" name="body" rows="5" class={input} required maxlength="4000"></textarea>
    </Field>
    <div class="flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (noting = false)}>Cancel</button>
      <button class={button.main}>Keep it</button>
    </div>
  </form>
</Sheet>
