<script lang="ts">
  import { onDestroy, onMount, tick } from 'svelte';
  import { dueKinds } from '$core/bench/repetition';
  import { freshSum } from './fresh-sum';
  import { isRight, sumKinds, sumNames, type SumKind, type SumQuestion } from '$core/bench/sum-question';
  import { figure, heading } from '$core/measure/figure';
  import HeadingDial from './HeadingDial.svelte';
  import { spokenNumber } from '$core/bench/spoken-number';
  import { canListen, listenOnce } from '$lib/controls/listening';
  import { button } from '$lib/ui/button';
  import type { BenchAnswers } from '$lib/worker/bench-answers.svelte';

  /** Sums, one after the other: of one kind, or whatever is due. */
  let { kind, answers, onleave }: { kind: SumKind | null; answers: BenchAnswers; onleave: () => void } =
    $props();

  let question = $state.raw<SumQuestion | null>(null);
  /** Of this round: nothing is asked twice while there is something else to ask. */
  // eslint-disable-next-line svelte/prefer-svelte-reactivity
  const asked = new Set<string>();
  let typed = $state('');
  let given = $state<number | null>(null);
  let took_s = $state(0);
  let left_s = $state(0);
  let shownSince = 0;
  let unheard = $state('');
  let stopListening = () => {};
  let field: HTMLInputElement | undefined = $state();
  let timer: ReturnType<typeof setInterval> | null = null;

  const right = $derived(question !== null && given !== null && isRight(question.answer, given));

  onMount(() => {
    void ask();
    timer = setInterval(() => {
      if (question && given === null)
        left_s = Math.max(0, question.within_s - (performance.now() - shownSince) / 1000);
    }, 100);
  });
  onDestroy(() => {
    if (timer) clearInterval(timer);
    stopListening();
  });

  async function ask() {
    const next = kind ?? (dueKinds(sumKinds, answers.all, new Date().toISOString())[0]!.kind as SumKind);
    question = freshSum(next, answers.levelOf(next), asked);
    asked.add(question.prompt);
    typed = '';
    given = null;
    shownSince = performance.now();
    left_s = question.within_s;
    await tick();
    field?.focus();
  }

  function answer(value: number) {
    if (!question || given !== null || !Number.isFinite(value)) return;
    given = value;
    took_s = Math.min(600, (performance.now() - shownSince) / 1000);
    answers.give({
      kind: question.kind,
      level: question.level,
      right: isRight(question.answer, value),
      prompt: took_s <= question.within_s,
      took_s
    });
  }
  function listen() {
    unheard = '';
    stopListening = listenOnce(
      (heard) => {
        const value = heard.map(spokenNumber).find((number) => number !== null) ?? null;
        if (value === null) unheard = `“${heard[0]}” is no number.`;
        else {
          typed = String(value);
          answer(value);
        }
      },
      (why) => (unheard = why)
    );
  }
  const submit = () =>
    given === null ? typed.trim() !== '' && answer(Number(typed.replace('−', '-'))) : void ask();

  export function key(name: string) {
    if (name === 'Enter') submit();
    else if (
      question?.answer.kind === 'choice' &&
      Number(name) >= 1 &&
      Number(name) <= question.answer.options.length
    )
      answer(Number(name) - 1);
  }
  const said = (q: SumQuestion) =>
    q.answer.kind === 'choice'
      ? q.answer.options[q.answer.right]!
      : q.answer.angle
        ? heading(q.answer.value)
        : `${figure(q.answer.value)} ${q.answer.unit}`;
</script>

{#if question}
  <div class="mt-4 grid max-w-4xl gap-8 sm:grid-cols-[minmax(0,1fr)_260px]">
    <div>
      <p class="text-xs text-soft">
        {sumNames[question.kind]} · level <span class="figure">{question.level}</span>
      </p>
      <h2 class="mt-1 text-lg leading-snug">{question.prompt}</h2>
      {#if question.answer.kind === 'choice'}
        <ol class="mt-3 grid max-w-sm gap-1.5">
          {#each question.answer.options as option, index (option)}
            <li>
              <button
                class="flex min-h-11 w-full items-center gap-3 rounded-sm border px-3 text-left {given !==
                  null && index === question.answer.right
                  ? 'border-band-edge bg-band font-bold'
                  : given === index
                    ? 'border-below'
                    : 'border-strong-line'}"
                disabled={given !== null}
                onclick={() => answer(index)}
              >
                <span class="figure text-xs text-soft">{index + 1}</span>{option}
              </button>
            </li>
          {/each}
        </ol>
      {:else}
        <form
          class="mt-3 flex items-center gap-2"
          onsubmit={(event) => {
            event.preventDefault();
            submit();
          }}
        >
          <label class="sr-only" for="sum-answer">Answer</label>
          <input
            bind:this={field}
            id="sum-answer"
            inputmode="numeric"
            autocomplete="off"
            class="figure h-12 w-36 rounded-sm border border-strong-line bg-sheet px-3 text-right text-2xl"
            bind:value={typed}
            readonly={given !== null}
          />
          <span class="text-soft">{question.answer.unit}</span>
          {#if given === null}<button class={button.main}>Answer</button>{/if}
          {#if given === null && canListen()}<button type="button" class={button.plain} onclick={listen}
              >Say it</button
            >{/if}
        </form>
        {#if unheard}<p class="mt-1 text-xs text-below" role="status">{unheard}</p>{/if}
      {/if}
      {#if given === null}
        <div
          class="mt-4 h-1.5 max-w-sm border border-line"
          role="timer"
          aria-label="{figure(left_s)} seconds left"
        >
          <div class="h-full bg-now" style:width="{(100 * left_s) / question.within_s}%"></div>
        </div>
        {#if left_s === 0}<p class="mt-1 text-xs text-below">
            Over the time; the answer still counts as late.
          </p>{/if}
      {:else}
        <div class="mt-4" role="status">
          <p class="font-bold {right ? 'text-trace' : 'text-below'}">
            {right
              ? `Right, ${figure(took_s, 1)} s${took_s > question.within_s ? `, ${question.within_s} s allowed` : ''}.`
              : `No: ${said(question)}.`}
          </p>
          <p class="mt-1">{question.working}</p>
        </div>
        <button class="{button.main} mt-3" onclick={() => void ask()}>Next</button>
      {/if}
      <div><button class="{button.quiet} mt-4" onclick={onleave}>Back to the bench</button></div>
    </div>
    {#if question.picture}
      <HeadingDial
        heading_deg={question.picture.heading_deg}
        mark_deg={question.picture.mark_deg}
        turn={question.picture.turn}
      />
    {/if}
  </div>
{/if}
