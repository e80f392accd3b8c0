<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { aircraftById } from '$core/aircraft/catalogue';
  import { nextLevel } from '$core/bench/level';
  import {
    HARDEST_LEVEL,
    panelQuestionKinds,
    panelQuestionNames,
    type PanelQuestionKind
  } from '$core/bench/question';
  import type { School } from '$core/bench/primary-question';
  import { figure, percent } from '$core/measure/figure';
  import type { PanelKind } from '$core/instrument/readings';
  import EngineGauges from '$lib/panel/EngineGauges.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { BenchQuestion, BenchRequest } from '$lib/worker/bench.worker';
  import BenchWorker from '$lib/worker/bench.worker?worker';
  import { freshId } from '$lib/worker/fresh-id';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();

  interface Given {
    kind: string;
    level: number;
    right: boolean;
    prompt: boolean;
    took_s: number;
  }
  let given = $state<Given[]>([]);
  const answers = $derived<Given[]>([...data.answers, ...given]);
  let kind = $state<PanelQuestionKind | null>(null);
  let panel = $state<PanelKind>('dials');
  let school = $state<School>('primary and supporting');
  let question = $state.raw<BenchQuestion | null>(null);
  let failure = $state('');
  let chosen = $state<number | null>(null);
  let shownSince = 0;
  let took_s = $state(0);
  let frame = $state(0);
  let left_s = $state(0);
  let unsent = $state(0);
  let worker: Worker | null = null;
  let timer: ReturnType<typeof setInterval> | null = null;

  const of = (k: string) => answers.filter((a) => a.kind === k);
  const levelOf = (k: string) => nextLevel(of(k).slice(-40));
  const LATEST = 20;
  const standing = (k: string) => {
    const latest = of(k).slice(-LATEST);
    if (latest.length === 0) return null;
    const right = latest.filter((a) => a.right).length;
    const times = latest
      .filter((a) => a.right)
      .map((a) => a.took_s)
      .sort((a, b) => a - b);
    return {
      count: of(k).length,
      right: right / latest.length,
      median_s: times[Math.floor(times.length / 2)] ?? null
    };
  };

  onMount(() => {
    timer = setInterval(() => {
      if (!question || chosen !== null) return;
      const since = (performance.now() - shownSince) / 1000;
      left_s = Math.max(0, question.within_s - since);
      // The clip runs once and stands at its last moment.
      frame = Math.min(question.frames.length - 1, Math.floor(since * 10));
      if (left_s === 0) answer(-1);
    }, 100);
  });
  onDestroy(() => {
    if (timer) clearInterval(timer);
    worker?.terminate();
  });

  function ask(next: PanelQuestionKind) {
    kind = next;
    question = null;
    chosen = null;
    failure = '';
    worker ??= new BenchWorker();
    worker.onmessage = ({ data: answer }: MessageEvent<{ question?: BenchQuestion; message?: string }>) => {
      if (answer.question) {
        question = answer.question;
        frame = 0;
        shownSince = performance.now();
        left_s = answer.question.within_s;
      } else failure = answer.message ?? 'No question came.';
    };
    worker.onerror = (event) => {
      failure = event.message || 'The question maker stopped.';
      worker?.terminate();
      worker = null;
    };
    const seed = 1 + Math.floor(Math.random() * 2_000_000_000);
    worker.postMessage({ kind: next, level: levelOf(next), seed, panel, school } satisfies BenchRequest);
  }

  function answer(option: number) {
    if (!question || chosen !== null || !kind) return;
    chosen = option;
    took_s = (performance.now() - shownSince) / 1000;
    frame = question.frames.length - 1;
    const now: Given = {
      kind,
      level: question.level,
      right: option === question.answer,
      prompt: option >= 0 && took_s <= question.within_s,
      took_s: Math.min(600, took_s)
    };
    given = [...given, now];
    void keep({ id: freshId(), ...now });
  }
  async function keep(body: Given & { id: string }) {
    for (let tries = 0; tries < 4; tries++) {
      try {
        const response = await fetch('/api/bench/answers', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body)
        });
        if (response.ok) return;
      } catch {
        // The network may be back in a moment; what stays unsent is said.
      }
      await new Promise((resolve) => setTimeout(resolve, 1500 * (tries + 1)));
    }
    unsent += 1;
  }

  useShortcuts([
    ...[1, 2, 3, 4, 5, 6, 7].map((number) => ({
      key: String(number),
      shown: number === 1 ? '1 … 7' : '',
      does: number === 1 ? 'choose an answer' : '',
      run: () => question && number <= question.options.length && answer(number - 1)
    })),
    {
      key: 'Enter',
      shown: 'enter',
      does: 'the next question',
      run: () => kind && chosen !== null && ask(kind)
    },
    { key: 'Escape', shown: 'esc', does: 'back to the bench', run: () => (kind = null) }
  ]);
</script>

<svelte:head><title>Bench · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Bench</h1>
    <p class="text-soft">
      Which instrument now? Questions flown afresh each time, as hard as you can just answer.
    </p>
  </div>
  <div class="flex gap-3 text-[13px]">
    <label class="flex items-center gap-1.5"
      >panel
      <select class="rounded-sm border border-strong-line bg-sheet px-2 py-1" bind:value={panel}>
        <option value="dials">dials</option>
        <option value="tapes">tapes</option>
      </select></label
    >
    <label class="flex items-center gap-1.5"
      >school
      <select class="rounded-sm border border-strong-line bg-sheet px-2 py-1" bind:value={school}>
        <option value="primary and supporting">primary and supporting</option>
        <option value="control and performance">control and performance</option>
      </select></label
    >
  </div>
</header>

{#if kind === null}
  <ul class="mt-5 grid gap-4 sm:grid-cols-2">
    {#each panelQuestionKinds as choice (choice)}
      {@const so = standing(choice)}
      <li class="flex flex-col border border-line p-4">
        <h2 class="text-base">{panelQuestionNames[choice].name}</h2>
        <p class="mt-1 flex-1 text-[13px]">{panelQuestionNames[choice].words}</p>
        <p class="mt-2 text-xs text-soft">
          Level <span class="figure">{levelOf(choice)}</span> of {HARDEST_LEVEL}{so
            ? ` · ${figure(so.count)} answered · ${percent(so.right)} of the last ${Math.min(LATEST, so.count)} right${so.median_s === null ? '' : `, ${figure(so.median_s, 1)} s`}`
            : ' · not tried yet'}
        </p>
        <div class="mt-2 flex gap-1" aria-hidden="true">
          {#each Array.from({ length: HARDEST_LEVEL }, (_, i) => i + 1) as step (step)}
            <span class="h-1.5 flex-1 border border-band-edge {step <= levelOf(choice) ? 'bg-band-edge' : ''}"
            ></span>
          {/each}
        </div>
        <button class="{button.main} mt-3 self-start" onclick={() => ask(choice)}>Ask me</button>
      </li>
    {/each}
  </ul>
{:else}
  <div class="mt-3 grid grid-cols-[minmax(0,1fr)_340px] gap-6">
    <div class="mx-auto w-full max-w-[700px]">
      {#if question}
        <Panel
          kind={question.panel}
          readings={question.frames[frame]!}
          setting_hPa={question.setting_hPa}
          speeds={aircraftById(question.aircraft).speeds}
          compass
        />
      {:else if failure}
        <p class="border border-hard p-3 text-[13px] text-hard" role="alert">{failure}</p>
      {:else}
        <p class="p-8 text-soft" role="status">Flying a question…</p>
      {/if}
    </div>
    <div>
      <p class="text-xs text-soft">
        {panelQuestionNames[kind].name} · level <span class="figure">{question?.level ?? levelOf(kind)}</span>
      </p>
      {#if question}
        <div class="mt-1 w-60">
          <EngineGauges
            readings={question.frames[frame]!}
            propulsion={aircraftById(question.aircraft).propulsion}
          />
        </div>
        {#if question.asked}<p class="mt-2 text-[13px]">
            {question.kind === 'primary' ? 'Flown' : 'Asked for'}: <strong>{question.asked}</strong>
          </p>{/if}
        <h2 class="mt-2 text-base">{question.prompt}</h2>
        <ol class="mt-2 grid gap-1.5">
          {#each question.options as option, index (index)}
            <li>
              <button
                class="flex min-h-10 w-full items-center gap-2 rounded-sm border px-3 text-left text-[13px] {chosen !==
                  null && index === question.answer
                  ? 'border-band-edge bg-band font-bold'
                  : chosen === index
                    ? 'border-below'
                    : 'border-strong-line'}"
                disabled={chosen !== null}
                onclick={() => answer(index)}
              >
                <span class="figure text-xs text-soft">{index + 1}</span>
                <span class="flex-1">{option}</span>
                {#if chosen !== null && index === question.answer}<span aria-label="the answer">◆</span>
                {:else if chosen === index}<span class="text-below" aria-label="your answer, wrong">▼</span
                  >{/if}
              </button>
            </li>
          {/each}
        </ol>
        {#if chosen === null}
          <div class="mt-3 h-1.5 border border-line" role="timer" aria-label="{figure(left_s)} seconds left">
            <div class="h-full bg-now" style:width="{(100 * left_s) / question.within_s}%"></div>
          </div>
        {:else}
          <div class="mt-3" role="status">
            <p class="font-bold {chosen === question.answer ? 'text-trace' : 'text-below'}">
              {chosen === question.answer
                ? `Right, ${figure(took_s, 1)} s.`
                : chosen < 0
                  ? `Time is up: ${question.options[question.answer]}.`
                  : `No: ${question.options[question.answer]}.`}
            </p>
            <p class="mt-1 text-[13px]">{question.working}</p>
          </div>
          <button class="{button.main} mt-3" onclick={() => kind && ask(kind)}>Next</button>
        {/if}
      {/if}
      <button class="{button.quiet} mt-3" onclick={() => (kind = null)}>Back to the bench</button>
      {#if unsent > 0}<p class="mt-2 text-xs text-below" role="status">
          {unsent}
          {unsent === 1 ? 'answer' : 'answers'} could not be sent and will not count.
        </p>{/if}
    </div>
  </div>
{/if}
