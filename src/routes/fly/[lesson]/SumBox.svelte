<script lang="ts">
  import type { Answer } from '$core/flight/flight-event';
  import { onDestroy } from 'svelte';
  import { dueKinds } from '$core/bench/repetition';
  import { spokenNumber } from '$core/bench/spoken-number';
  import { freshSum } from '../../bench/fresh-sum';
  import { isRight, sumKinds, type SumKind, type SumQuestion } from '$core/bench/sum-question';
  import { figure, heading } from '$core/measure/figure';
  import { canListen, listenOnce } from '$lib/controls/listening';
  import type { BenchAnswers } from '$lib/worker/bench-answers.svelte';

  /** Sums asked while flying: one now and then, answered with a number and enter, while the airplane wants to be flown. */
  let {
    answers,
    time_s,
    running,
    onanswered
  }: {
    answers: BenchAnswers;
    time_s: number;
    running: boolean;
    onanswered: (answer: Answer) => void;
  } = $props();

  const FIRST_S = 20;
  const BETWEEN_S = 45;
  const STANDS_S = 6;
  // eslint-disable-next-line svelte/prefer-svelte-reactivity
  const askedBefore = new Set<string>();
  let question = $state.raw<SumQuestion | null>(null);
  let asked_s = $state(0);
  let next_s = $state<number | null>(null);
  let typed = $state('');
  let said = $state('');
  let saidAt_s = $state(0);
  let stop = () => {};

  $effect(() => {
    if (!running) return;
    next_s ??= time_s + FIRST_S;
    if (question === null && time_s >= next_s) ask();
  });
  onDestroy(() => stop());

  function ask() {
    // What has a picture to it is for the bench: here the eyes are needed elsewhere.
    const kinds = dueKinds(sumKinds, answers.all, new Date().toISOString()).map(
      ({ kind }) => kind as SumKind
    );
    for (const kind of kinds) {
      const made = freshSum(kind, answers.levelOf(kind), askedBefore);
      if (made.picture !== null) continue;
      question = made;
      askedBefore.add(made.prompt);
      break;
    }
    asked_s = time_s;
    typed = '';
    said = '';
  }

  function answer(value: number) {
    if (!question || !Number.isFinite(value)) return;
    const took_s = Math.min(600, time_s - asked_s);
    const right = isRight(question.answer, value);
    const { kind, level, within_s } = question;
    answers.give({ kind, level, right, prompt: took_s <= within_s, took_s });
    const due =
      question.answer.kind === 'choice'
        ? question.answer.options[question.answer.right]!
        : question.answer.angle
          ? heading(question.answer.value)
          : `${figure(question.answer.value)} ${question.answer.unit}`;
    said = right ? `Right, ${figure(took_s)} s.` : `No: ${due}. ${question.working}`;
    saidAt_s = time_s;
    onanswered({ to: 'sum', sum: kind, right, took_s: Math.round(took_s) });
    question = null;
    next_s = time_s + BETWEEN_S;
  }

  function listen() {
    stop = listenOnce(
      (heard) => {
        const value = heard.map(spokenNumber).find((number) => number !== null);
        if (value === undefined || value === null) said = `“${heard[0]}” is no number.`;
        else answer(value);
      },
      (why) => (said = why)
    );
  }
</script>

{#if question}
  <form
    class="mt-1 flex flex-wrap items-center gap-2 border border-now bg-sheet px-2 py-1 text-[13px]"
    aria-label="Sum while flying"
    onsubmit={(event) => {
      event.preventDefault();
      if (typed.trim() !== '') answer(Number(typed.replace('−', '-').replace(',', '.')));
    }}
  >
    <label for="sum-flying" class="font-bold">{question.prompt}</label>
    {#if question.answer.kind === 'choice'}
      {#each question.answer.options as option, i (option)}
        <button
          type="button"
          class="min-h-7 rounded-sm border border-strong-line bg-sheet px-2"
          onclick={() => answer(i)}>{option}</button
        >
      {/each}
    {:else}
      <input
        id="sum-flying"
        class="figure w-20 rounded-sm border border-strong-line bg-sheet px-1 py-0.5 text-right"
        inputmode="numeric"
        autocomplete="off"
        bind:value={typed}
      />
      <span class="text-soft">{question.answer.unit}</span>
      {#if canListen()}<button
          type="button"
          class="min-h-7 rounded-sm border border-strong-line bg-sheet px-2"
          onclick={listen}>say it</button
        >{/if}
    {/if}
    <span class="ml-auto text-xs text-soft figure"
      >{figure(Math.max(0, question.within_s - (time_s - asked_s)))} s</span
    >
  </form>
{:else if said && time_s - saidAt_s < STANDS_S}
  <p class="mt-1 text-[13px]" role="status">{said}</p>
{/if}
