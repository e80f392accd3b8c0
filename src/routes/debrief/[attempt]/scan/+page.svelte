<script lang="ts">
  import { lowered } from '$core/measure/capital';
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import { enhance } from '$app/forms';
  import { patternNames } from '$core/drill/scan-pattern';
  import { duration } from '$core/flight/flight';
  import type { FlownFlight } from '$core/flight/flown-flight';
  import { scanAreas, type Gaze } from '$core/instrument/scan-area';
  import { clock, figure, percent } from '$core/measure/figure';
  import { looksOf, type Look } from '$core/scan/look';
  import { engineInterval_s } from '$core/scan/scan-report';
  import FindingList from '$lib/draw/FindingList.svelte';
  import LookRaster from '$lib/draw/LookRaster.svelte';
  import ScanMap from '$lib/draw/ScanMap.svelte';
  import { stripsOf } from '$lib/draw/strip';
  import { atTime } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import PutBack from '$lib/ui/PutBack.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { fetchFlight } from '$lib/worker/fetch-flight';
  import StripStack from '$lib/draw/StripStack.svelte';
  import type { ActionData, PageData } from './$types';
  import { Player } from '$lib/draw/player.svelte';
  import CostTable from './CostTable.svelte';
  import ImportSheet from './ImportSheet.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const { attempt } = $derived(data);
  const lesson = $derived(data.planned);
  const report = $derived(data.report);

  let flown = $state.raw<FlownFlight | null>(null);
  const flight = $derived(flown?.flight ?? null);
  let failure = $state('');
  const player = new Player(() => total_s);
  let selected = $state<number | null>(null);
  let importing = $state(false);
  let phaseId = $state('');
  let width = $state(720);

  const total_s = $derived(flight ? duration(flight) : 1);
  const looks = $derived<readonly Look[]>(data.log ? data.log.looks : flight ? looksOf(flight) : []);
  const areas = $derived<Gaze[]>(
    [...scanAreas.filter((area) => !lesson.covered.includes(area as never)), 'elsewhere' as const].filter(
      (area) => (area !== 'compass' && area !== 'elsewhere') || looks.some((look) => look.area === area)
    )
  );
  const strips = $derived(
    flown
      ? stripsOf(flown.judged, attempt, flown.lesson)
          .filter((strip) => strip.corridors.length > 0)
          .map((strip) => ({ ...strip, height: 74 }))
      : []
  );
  const measure = $derived(
    report?.phases.find((p) => p.phaseId === phaseId)?.measure ?? report?.whole ?? null
  );
  const engine_s = $derived(report ? engineInterval_s(report.whole) : null);

  $effect(() => {
    const id = attempt.id;
    flown = null;
    failure = '';
    void fetchFlight(id, data.planned)
      .then((loaded) => (flown = loaded))
      .catch((error: Error) => (failure = `The flight could not be fetched: ${error.message}.`));
  });

  useShortcuts([
    ...player.keys(),
    { key: 'i', shown: 'I', does: 'read in a dwell log', run: () => (importing = true) }
  ]);
</script>

<svelte:head><title>Scan, {attempt.lesson.studentName} · Hanza</title></svelte:head>

<header class="flex items-start justify-between gap-4">
  <div class="min-w-0">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h1>Where the eyes went</h1>
      <p class="text-[13px] text-soft">
        <a href="/students/{attempt.lesson.studentId}" class="text-soft">{attempt.lesson.studentName}</a> ·
        <a href="/debrief/{attempt.id}">debrief of {lowered(lesson.drill.name)}</a> · {atTime(
          attempt.finishedAt
        )}
        {#if attempt.pilot === 'eyes'}· the reference pilot flew{:else if attempt.pilot !== 'student'}·
          <strong class="text-below">demonstration</strong>{/if}
      </p>
    </div>
    {#if report}<p class="mt-0.5 text-[13px]">{report.summary}</p>{/if}
  </div>
  <button class="{button.plain} shrink-0" onclick={() => (importing = true)}>Read in a dwell log…</button>
</header>

{#if form && 'removed' in form && form.removed}
  <PutBack field="id" removed={form.removed} words="The dwell log is off the list." />
{/if}
{#if data.logs.length > 0}
  <ul class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 border-y border-line py-1.5 text-[13px]">
    <li class="text-soft">Told by</li>
    {#if attempt.recorded}
      <li>
        <a href="?" aria-current={data.log ? undefined : 'true'} class={data.log ? '' : 'font-bold text-ink'}
          >the window scan</a
        >
      </li>
    {/if}
    {#each data.logs as log (log.id)}
      <li class="flex items-baseline gap-2">
        <a href="?log={log.id}" class={data.log?.id === log.id ? 'font-bold text-ink' : ''}>{log.name}</a>
        <span class="text-xs text-soft"
          >{log.source === 'file' ? 'eye tracker' : 'watched'}, {log.addedBy}</span
        >
        <form method="POST" action="?/remove" use:enhance>
          <input type="hidden" name="id" value={log.id} />
          <button
            class="min-h-6 text-xs text-now underline underline-offset-2"
            aria-label="Take {log.name} off the list">take off</button
          >
        </form>
      </li>
    {/each}
  </ul>
{/if}
{#each data.log?.notes ?? [] as note (note)}<p class="mt-1 text-xs text-soft">◆ {note}</p>{/each}

{#if !report}
  <div class="mt-6 max-w-2xl border border-line p-4">
    <h2>The eyes were not recorded in this flight</h2>
    <p class="mt-1 text-[13px]">
      {attempt.findings.some((f) => f.kind === 'fixation')
        ? 'From the flying alone it looks like staring; see the debrief. That is inferred, not seen.'
        : 'From the flying alone nothing looks like staring. That is inferred, not seen.'}
      Plan it as a scan lesson, read in the file of an eye tracker, or watch the student’s eyes and tap what you
      see.
    </p>
    <div class="mt-3 flex gap-2">
      <button class={button.main} onclick={() => (importing = true)}>Read in a dwell log…</button>
      {#if data.me?.teaches}<a class={button.plain} href="/watch">Watch the eyes</a>{/if}
    </div>
  </div>
{:else}
  <div class="mt-2 grid grid-cols-1 gap-6 lg:grid-cols-[minmax(0,1fr)_340px]">
    <section bind:clientWidth={width} aria-label="Looks and strips" class="min-w-0 overflow-x-clip">
      {#if failure}<p class="border border-hard p-3 text-[13px] text-hard" role="alert">{failure}</p>{/if}
      {#if !flight && !failure}<p class="p-8 text-soft" role="status">Fetching the flight…</p>{/if}
      {#if flight}
        <StripStack
          drill={lesson.drill}
          phases={attempt.phases}
          {strips}
          {total_s}
          {width}
          bind:cursor_s={player.time_s}
          ghostValues={() => null}
          onseek={() => (player.playing = false)}
        >
          {#snippet above()}<LookRaster
              {looks}
              {areas}
              duration_s={total_s}
              {width}
              cursor_s={player.time_s}
            />{/snippet}
        </StripStack>
      {/if}
      <h2 class="mt-4">What it cost</h2>
      <CostTable costs={report.costs} drill={lesson.drill} onselect={(time_s) => player.go(time_s)} />
      {#if report.distractions.length > 0}
        <h2 class="mt-4">Questions and calls</h2>
        <SideScroll label="Questions and calls">
          <table class="sheet-table text-[13px]">
            <thead
              ><tr
                ><th>When</th><th>What</th><th>Answer</th><th class="number">after</th><th>Meanwhile</th></tr
              ></thead
            >
            <tbody>
              {#each report.distractions as d (d.at_s)}
                <tr>
                  <td class="figure"
                    ><button class="text-now underline" onclick={() => player.go(d.at_s)}
                      >{clock(d.at_s)}</button
                    ></td
                  >
                  <td>{d.words}</td>
                  <td>{d.answeredAfter_s === null ? 'none' : d.right ? 'right' : 'wrong'}</td>
                  <td class="number"
                    >{d.answeredAfter_s === null ? '–' : `${figure(d.answeredAfter_s, 1)} s`}</td
                  >
                  <td class="text-soft"
                    >{d.gapArea ? `${d.gapArea} unseen for ${figure(d.longestGap_s)} s` : ''}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </SideScroll>
      {/if}
    </section>
    <div class="min-w-0">
      <div class="flex items-center justify-between gap-2">
        <label class="text-xs text-soft" for="phase">In</label>
        <Choice
          id="phase"
          class="min-w-0 flex-1 rounded-sm border border-strong-line bg-sheet px-2 py-1 text-[13px]"
          bind:value={phaseId}
          choices={[
            ['', 'the whole flight'],
            ...report.phases.map(
              (p) =>
                [p.phaseId, lesson.drill.phases.find((d) => d.id === p.phaseId)?.name ?? p.phaseId] as const
            )
          ]}
        />
      </div>
      {#if measure}
        <div class="mt-2"><ScanMap {measure} pattern={report.pattern} covered={lesson.covered} /></div>
        <dl
          class="mt-1 grid grid-cols-2 gap-x-4 text-[13px] [&>div]:flex [&>div]:justify-between [&_dd]:font-mono [&_dt]:text-soft"
        >
          <div>
            <dt>{patternNames[report.pattern]}</dt>
            <dd>{measure.likeness === null ? '–' : percent(measure.likeness)}</dd>
          </div>
          <div>
            <dt>back to the hub</dt>
            <dd>{measure.hubReturns === null ? '–' : percent(measure.hubReturns)}</dd>
          </div>
          <div>
            <dt>a look</dt>
            <dd>{figure(measure.meanLook_s, 2)} s</dd>
          </div>
          <div>
            <dt>engine every</dt>
            <dd>{engine_s === null ? '–' : `${figure(engine_s)} s`}</dd>
          </div>
        </dl>
      {/if}
      <section class="mt-4">
        <h2>Findings of the scan</h2>
        {#if report.findings.length === 0}
          <p class="mt-1 text-[13px] text-soft">Nothing was stared at, left out or overdone.</p>
        {:else}
          <div class="mt-1 border-b border-line">
            <FindingList
              findings={report.findings}
              {selected}
              onselect={(index) => {
                selected = index;
                player.go(report.findings[index]!.moment_s);
              }}
            />
          </div>
        {/if}
      </section>
      {#if data.mending}
        <section class="mt-4 border border-line p-3">
          <h2>The lesson that mends it</h2>
          <p class="mt-1 text-[13px]">{data.mending.why}</p>
          {#if data.me?.teaches}
            <a
              class="{button.main} mt-2"
              href="/plan?student={attempt.lesson.studentId}&mend={attempt.id}{data.log
                ? `&log=${data.log.id}`
                : ''}">Plan it</a
            >
          {/if}
        </section>
      {/if}
    </div>
  </div>
{/if}
<p class="mt-4 text-xs text-soft">practice · not loggable · training aid, a qualified instructor decides</p>

<ImportSheet bind:open={importing} attemptId={attempt.id} freshId={data.freshId} />
