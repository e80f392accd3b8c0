<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { aircraftById } from '$core/aircraft/catalogue';
  import type { School } from '$core/bench/primary-question';
  import { panelQuestionNames, type PanelQuestionKind } from '$core/bench/question';
  import { figure } from '$core/measure/figure';
  import type { PanelKind } from '$core/instrument/readings';
  import EngineGauges from '$lib/panel/EngineGauges.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import { button } from '$lib/ui/button';
  import type { BenchQuestion, BenchRequest } from '$lib/worker/bench.worker';
  import BenchWorker from '$lib/worker/bench.worker?worker';
  import type { BenchAnswers } from '$lib/worker/bench-answers.svelte';

  /** Questions about a flown panel, one after the other. */
  let {
    kind,
    panel,
    school,
    answers,
    onleave
  }: {
    kind: PanelQuestionKind;
    panel: PanelKind;
    school: School;
    answers: BenchAnswers;
    onleave: () => void;
  } = $props();

  let question = $state.raw<BenchQuestion | null>(null);
  let failure = $state('');
  let chosen = $state<number | null>(null);
  let shownSince = 0;
  let took_s = $state(0);
  let frame = $state(0);
  let left_s = $state(0);
  let worker: Worker | null = null;
  let timer: ReturnType<typeof setInterval> | null = null;

  onMount(() => {
    ask();
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

  function ask() {
    question = null;
    chosen = null;
    failure = '';
    worker ??= new BenchWorker();
    worker.onmessage = ({ data }: MessageEvent<{ question?: BenchQuestion; message?: string }>) => {
      if (data.question) {
        question = data.question;
        frame = 0;
        shownSince = performance.now();
        left_s = data.question.within_s;
      } else failure = data.message ?? 'No question came.';
    };
    worker.onerror = (event) => {
      failure = event.message || 'The question maker stopped.';
      worker?.terminate();
      worker = null;
    };
    const seed = 1 + Math.floor(Math.random() * 2_000_000_000);
    worker.postMessage({ kind, level: answers.levelOf(kind), seed, panel, school } satisfies BenchRequest);
  }

  function answer(option: number) {
    if (!question || chosen !== null) return;
    chosen = option;
    took_s = Math.min(600, (performance.now() - shownSince) / 1000);
    frame = question.frames.length - 1;
    answers.give({
      kind,
      level: question.level,
      right: option === question.answer,
      prompt: option >= 0 && took_s <= question.within_s,
      took_s
    });
  }

  /** Keys of the page: a number chooses, enter goes on. */
  export function key(name: string) {
    if (name === 'Enter') {
      if (chosen !== null) ask();
    } else if (question && Number(name) >= 1 && Number(name) <= question.options.length)
      answer(Number(name) - 1);
  }
</script>

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
      <button class="{button.plain} mt-2" onclick={ask}>Ask again</button>
    {:else}
      <p class="p-8 text-soft" role="status">Flying a question…</p>
    {/if}
  </div>
  <div>
    <p class="text-xs text-soft">
      {panelQuestionNames[kind].name} · level
      <span class="figure">{question?.level ?? answers.levelOf(kind)}</span>
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
        <button class="{button.main} mt-3" onclick={ask}>Next</button>
      {/if}
    {/if}
    <button class="{button.quiet} mt-3" onclick={onleave}>Back to the bench</button>
  </div>
</div>
