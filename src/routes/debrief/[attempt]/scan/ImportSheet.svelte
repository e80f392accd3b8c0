<script lang="ts">
  import Tick from '$lib/ui/Tick.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import { onDestroy } from 'svelte';
  import { goto, invalidateAll } from '$app/navigation';
  import { areaNames, type Gaze } from '$core/instrument/scan-area';
  import { figure } from '$core/measure/figure';
  import { MOST_LOOKS, logLooks } from '$core/scan/dwell-log';
  import { button } from '$lib/ui/button';
  import { input, numberInput } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';
  import type { DwellAnswer, DwellRequest } from '$lib/worker/dwell.worker';
  import DwellWorker from '$lib/worker/dwell.worker?worker';

  /** Reads an eye tracker's file: what was put right is said, areas are mapped, the clock is laid to the flight's. */
  let {
    open = $bindable(false),
    attemptId,
    freshId
  }: { open?: boolean; attemptId: string; freshId: string } = $props();

  let name = $state('');
  let chosen = $state(false);
  let mapping = $state<Record<string, Gaze>>({});
  let firstLog_s = $state(0);
  let firstFlight_s = $state(0);
  let drifts = $state(false);
  let secondLog_s = $state(60);
  let secondFlight_s = $state(60);
  let refused = $state('');
  let sending = $state(false);

  let read = $state.raw<DwellAnswer | null>(null);
  let reading = $state(false);
  let worker: Worker | null = null;
  onDestroy(() => worker?.terminate());

  function ask(request: DwellRequest) {
    if (!worker) {
      worker = new DwellWorker();
      worker.onmessage = ({ data }: MessageEvent<DwellAnswer>) => {
        read = data;
        reading = false;
      };
      worker.onerror = () => {
        read = { problem: 'The reader stopped; choose the file again.' };
        reading = false;
        worker = null;
      };
    }
    reading = true;
    worker.postMessage(request);
  }

  $effect(() => {
    if (!chosen) return;
    const marks = [
      { log_s: firstLog_s, flight_s: firstFlight_s },
      ...(drifts ? [{ log_s: secondLog_s, flight_s: secondFlight_s }] : [])
    ];
    ask({ how: { mapping: { ...mapping }, marks } });
  });

  const done = $derived(read && 'read' in read ? read.read : null);
  const unknown = $derived(done?.areas.filter((area) => area.gaze === null) ?? []);
  const ready = $derived(
    done !== null &&
      done.looks.length >= 4 &&
      done.looks.length <= MOST_LOOKS &&
      unknown.length === 0 &&
      name.trim() !== ''
  );

  async function choose(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    refused = '';
    if (!file) return;
    name = file.name.slice(0, 120);
    mapping = {};
    chosen = false;
    read = null;
    // A byte-order mark is left in, so that it can be said.
    const content = new TextDecoder('utf-8', { ignoreBOM: true }).decode(await file.arrayBuffer());
    // The log's first moment is taken for the flight's until somebody says otherwise.
    const start = /[\r\n]+\s*"?([-+\d.,]+)/.exec(content)?.[1]?.replace(',', '.');
    firstLog_s = Number.isFinite(Number(start)) ? Number(start) : 0;
    firstFlight_s = 0;
    ask({ text: content, how: { mapping: {}, marks: [] } });
    chosen = true;
  }

  async function send() {
    if (!done) return;
    sending = true;
    refused = '';
    try {
      const response = await fetch(`/api/attempts/${attemptId}/dwell`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          id: freshId,
          source: 'file',
          name: name.trim(),
          notes: done.notes,
          looks: logLooks(done.looks)
        })
      });
      if (!response.ok) {
        const answer = (await response.json().catch(() => ({}))) as { message?: string };
        refused =
          answer.message ?? `The server answered ${response.status}; the file is still here, try again.`;
        return;
      }
      open = false;
      await goto(`/debrief/${attemptId}/scan?log=${freshId}`);
      await invalidateAll();
    } catch {
      refused = 'The server was not reached; the file is still here, try again.';
    } finally {
      sending = false;
    }
  }
</script>

<Sheet
  bind:open
  wide
  title="Read in a dwell log"
  description="A CSV file with a column of times and one of areas; an end, a duration, x and y may be there. From an eye tracker, or anything that writes such rows."
>
  <div class="grid gap-3 text-[13px]">
    <div>
      <label for="dwell-file" class="mb-0.5 block text-xs text-soft">File</label>
      <input id="dwell-file" type="file" accept=".csv,text/csv,text/plain" onchange={choose} />
    </div>
    {#if reading && !read}<p class="text-soft" role="status">Reading…</p>{/if}
    {#if read && 'problem' in read}
      <p class="border border-hard p-2 text-hard" role="alert">{read.problem}</p>
    {/if}
    {#if done}
      <p role="status">
        {figure(done.looks.length)} looks{done.looks.length > 0
          ? ` from ${figure(done.looks[0]!.start_s, 1)} to ${figure(done.looks.at(-1)!.end_s, 1)} s of the flight`
          : ''}.
      </p>
      {#each done.notes as note (note)}<p class="text-xs text-soft">◆ {note}</p>{/each}
      {#if unknown.length > 0}
        <div class="border border-below p-2">
          <p class="text-below">▼ Areas this file names and Hanza does not know. Say what each one is:</p>
          {#each unknown as area (area.name)}
            <div class="mt-1 flex items-center gap-2">
              <label for="area-{area.name}" class="w-48 truncate"
                >“{area.name}”
                <span class="text-xs text-soft">{figure(area.rows)} rows, from row {area.firstRow}</span
                ></label
              >
              <Choice
                id="area-{area.name}"
                bind:value={
                  () => mapping[area.name] ?? '',
                  (gaze) => (mapping = { ...mapping, [area.name]: gaze as Gaze })
                }
                choices={Object.entries(areaNames)}
              />
            </div>
          {/each}
        </div>
      {/if}
      <fieldset class="grid grid-cols-[auto_1fr_auto_1fr] items-center gap-2">
        <legend class="mb-1 text-xs text-soft">The log’s clock beside the flight’s</legend>
        <label for="log-1">the log’s</label>
        <input id="log-1" type="number" step="0.1" class={numberInput} bind:value={firstLog_s} />
        <label for="flight-1">s is the flight’s</label>
        <input id="flight-1" type="number" step="0.1" class={numberInput} bind:value={firstFlight_s} />
        {#if drifts}
          <label for="log-2">and</label>
          <input id="log-2" type="number" step="0.1" class={numberInput} bind:value={secondLog_s} />
          <label for="flight-2">s is</label>
          <input id="flight-2" type="number" step="0.1" class={numberInput} bind:value={secondFlight_s} />
        {/if}
        <Tick bind:checked={drifts}>the clocks drift: a second moment known in both</Tick>
      </fieldset>
      <div>
        <label for="dwell-name" class="mb-0.5 block text-xs text-soft">Name</label>
        <input id="dwell-name" class={input} maxlength="120" bind:value={name} />
      </div>
    {/if}
    {#if refused}<p class="text-hard" role="alert">{refused}</p>{/if}
    <div class="flex justify-end gap-2">
      <button class={button.plain} onclick={() => (open = false)}>Leave it</button>
      <button class={button.main} disabled={!ready || sending} onclick={send}
        >{sending ? 'Keeping…' : 'Keep it'}</button
      >
    </div>
  </div>
</Sheet>
