<script lang="ts">
  import Choice from '$lib/ui/Choice.svelte';
  import { goto } from '$app/navigation';
  import { onDestroy, onMount } from 'svelte';
  import type { Gaze } from '$core/instrument/scan-area';
  import { areaNames } from '$core/instrument/scan-area';
  import { looksToCsv } from '$core/format/dwell-csv';
  import { clock, figure } from '$core/measure/figure';
  import { logLooks } from '$core/scan/dwell-log';
  import type { Look } from '$core/scan/look';
  import { watchedScan } from '$core/scan/scan-report';
  import ScanMap from '$lib/draw/ScanMap.svelte';
  import { atTime } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import { saveFile } from '$lib/ui/save-file';
  import Field from '$lib/ui/Field.svelte';
  import { numberInput } from '$lib/ui/input';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();

  /** Taps are kept in the browser until the server has them. */
  const KEPT = 'hanza.watched';
  const PAD: readonly (readonly [Gaze, string])[] = [
    ['airspeed', 'q'],
    ['attitude', 'w'],
    ['altimeter', 'e'],
    ['turn', 'a'],
    ['heading', 's'],
    ['vertical-speed', 'd'],
    ['engine', 'z'],
    ['compass', 'x'],
    ['elsewhere', 'c']
  ];

  let looks = $state<Look[]>([]);
  /** Clock time at which the watching began, ms; null before. */
  let began = $state<number | null>(null);
  let running = $state(false);
  let now_s = $state(0);
  let attemptId = $state('');
  let offset_s = $state(0);
  let message = $state('');
  let sending = $state(false);
  let timer: ReturnType<typeof setInterval> | null = null;

  const current = $derived(running ? (looks.at(-1)?.area ?? null) : null);
  const report = $derived(!running && looks.length > 0 ? watchedScan(looks) : null);
  const elapsed = () => (began === null ? 0 : (Date.now() - began) / 1000);

  onMount(() => {
    const kept = localStorage.getItem(KEPT);
    if (kept) looks = JSON.parse(kept) as Look[];
    timer = setInterval(() => {
      if (running) now_s = elapsed();
    }, 200);
  });
  onDestroy(() => timer && clearInterval(timer));

  function tap(area: Gaze) {
    if (began === null || !running) {
      looks = [];
      began = Date.now();
      running = true;
      message = '';
    }
    const at = elapsed();
    const last = looks.at(-1);
    if (last?.area === area) return;
    if (last) last.end_s = at;
    looks.push({ area, start_s: at, end_s: at });
    localStorage.setItem(KEPT, JSON.stringify(looks));
  }
  function undo() {
    if (looks.length === 0) return;
    looks = looks.slice(0, -1);
    localStorage.setItem(KEPT, JSON.stringify(looks));
  }
  function stop() {
    const last = looks.at(-1);
    if (last && running) last.end_s = elapsed();
    running = false;
    began = null;
    localStorage.setItem(KEPT, JSON.stringify(looks));
  }
  function forget() {
    looks = [];
    localStorage.removeItem(KEPT);
  }
  const download = () => saveFile(looksToCsv(looks), 'watched-scan.csv', 'text/csv');
  async function keep() {
    sending = true;
    message = '';
    const shift = attemptId ? offset_s : 0;
    const moved = looks.map((look) => ({
      ...look,
      start_s: look.start_s + shift,
      end_s: look.end_s + shift
    }));
    const path = attemptId ? `/api/attempts/${attemptId}/dwell` : `/api/students/${data.studentId}/dwell`;
    try {
      const response = await fetch(path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          id: data.freshId,
          source: 'observed',
          name: `Watched ${new Date().toISOString().slice(0, 10)}`,
          notes: ['Tapped by a person watching: short looks are missed, and each comes a moment late.'],
          looks: logLooks(moved)
        })
      });
      if (!response.ok) {
        const answer = (await response.json().catch(() => ({}))) as { message?: string };
        message = `${answer.message ?? `The server answered ${response.status}`}. The taps are kept here.`;
        return;
      }
      localStorage.removeItem(KEPT);
      await goto(attemptId ? `/debrief/${attemptId}/scan?log=${data.freshId}` : `/watch/${data.freshId}`);
    } catch {
      message = 'The server was not reached. The taps are kept in this browser; try again later.';
    } finally {
      sending = false;
    }
  }

  useShortcuts([
    ...PAD.map(([area, key], index) => ({
      key,
      shown: index === 0 ? 'Q W E · A S D · Z X C' : '',
      does: index === 0 ? 'what the student looks at, as on the pad' : '',
      run: () => tap(area)
    })),
    { key: 'Backspace', shown: '⌫', does: 'take the last tap back', run: undo },
    { key: 'Space', shown: 'space', does: 'stop watching', run: stop }
  ]);
</script>

<svelte:head><title>Watch the eyes · Hanza</title></svelte:head>

<header>
  <h1>Watch the eyes</h1>
  <p class="text-soft">
    Tap what you see the student look at; the first tap starts the clock. For the person who is not flying:
    looking out comes first.
  </p>
</header>

<div class="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_340px]">
  <div>
    <div class="mb-2 flex flex-wrap items-end gap-4">
      <Field label="Student" name="watch-student">
        <Choice
          id="watch-student"
          disabled={running}
          bind:value={
            () => data.studentId ?? '', (student) => goto(`/watch?student=${student}`, { keepFocus: true })
          }
          choices={data.students.map(({ id, name }) => [id, name])}
        />
      </Field>
      <p class="figure text-2xl" role="timer" aria-label="Watched for">
        {clock(running ? now_s : (looks.at(-1)?.end_s ?? 0))}
      </p>
      <p class="pb-1 text-[13px] text-soft">{looks.length} looks</p>
    </div>
    <div class="grid max-w-2xl grid-cols-3 gap-2">
      {#each PAD as [area, key] (area)}
        <button
          class="flex min-h-24 flex-col items-center justify-center rounded-md border text-[15px] {current ===
          area
            ? 'border-now bg-band font-bold'
            : 'border-strong-line bg-sheet'}"
          aria-pressed={current === area}
          onpointerdown={(event) => {
            event.preventDefault();
            tap(area);
          }}
          onkeydown={(event) => event.key === 'Enter' && tap(area)}
        >
          {areaNames[area]}
          <span class="figure text-xs text-soft">{key.toUpperCase()}</span>
        </button>
      {/each}
    </div>
    <div class="mt-3 flex flex-wrap gap-2">
      <button class={button.main} disabled={!running} onclick={stop}>Stop watching</button>
      <button class={button.plain} disabled={looks.length === 0} onclick={undo}>Take the last tap back</button
      >
    </div>
  </div>

  <div>
    {#if report}
      <ScanMap measure={report.whole} pattern="hub-and-spoke" />
      <p class="mt-1 text-[13px]">
        {figure(report.whole.looks)} looks, {figure(report.whole.meanLook_s, 1)} s on average.
        {report.findings.map((f) => `${f.title}: ${f.evidence}`).join(' ')}
      </p>
      <div class="mt-3 grid gap-2">
        <Field label="Lay it beside" name="watch-attempt">
          <Choice
            id="watch-attempt"
            bind:value={attemptId}
            choices={[
              ['', 'no flight: keep it by itself'],
              ...data.attempts.map(
                (attempt) => [attempt.id, `${attempt.drill}, ${atTime(attempt.finishedAt)}`] as const
              )
            ]}
          />
        </Field>
        {#if attemptId}
          <Field label="The first tap was" name="watch-offset" unit="s into the flight">
            <input id="watch-offset" type="number" step="1" class={numberInput} bind:value={offset_s} />
          </Field>
        {/if}
        <div class="flex flex-wrap gap-2">
          <button class={button.main} disabled={sending || !data.studentId} onclick={keep}
            >{sending ? 'Keeping…' : 'Keep it'}</button
          >
          <button class={button.plain} onclick={download}>CSV</button>
          <button class={button.quiet} onclick={forget}>Forget it</button>
        </div>
      </div>
    {:else if !running && looks.length > 0}
      <p class="text-[13px] text-soft">Too few looks to say anything: four at least.</p>
    {:else}
      <p class="text-[13px] text-soft">
        What was looked at, how long, and what was left out stands here when you stop. It can be kept by
        itself or laid beside one of the student’s flights.
      </p>
    {/if}
    {#if message}<p class="mt-2 text-[13px] text-hard" role="alert">{message}</p>{/if}
  </div>
</div>
