<script lang="ts">
  import { inlineInput } from '$lib/ui/input';
  import Choice from '$lib/ui/Choice.svelte';
  import type { School } from '$core/bench/primary-question';
  import {
    HARDEST_LEVEL,
    panelQuestionKinds,
    panelQuestionNames,
    type PanelQuestionKind
  } from '$core/bench/question';
  import { dueKinds } from '$core/bench/repetition';
  import { sumKinds, sumNames, type SumKind } from '$core/bench/sum-question';
  import type { PanelKind } from '$core/instrument/readings';
  import { figure, percent } from '$core/measure/figure';
  import { button } from '$lib/ui/button';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { BenchAnswers } from '$lib/worker/bench-answers.svelte';
  import type { PageData } from './$types';
  import PanelQuestionView from './PanelQuestionView.svelte';
  import SumQuestionView from './SumQuestionView.svelte';

  let { data }: { data: PageData } = $props();

  const answers = new BenchAnswers(() => data.answers);
  let asking = $state<{ panel: PanelQuestionKind } | { sum: SumKind | null } | null>(null);
  let panel = $state<PanelKind>('dials');
  let school = $state<School>('primary and supporting');
  let view: { key: (name: string) => void } | undefined = $state();

  const due = $derived(dueKinds(sumKinds, answers.all, new Date().toISOString()));
  const words = (kind: string) => {
    const so = answers.standing(kind);
    return so
      ? `${figure(so.count)} answered · ${percent(so.right)} of the last ${so.latest} right${so.median_s === null ? '' : `, ${figure(so.median_s, 1)} s`}`
      : 'not tried yet';
  };
  const dueWords = (at: string | null) => {
    if (at === null) return 'new';
    const days = (Date.parse(at) - Date.now()) / 86_400_000;
    return days <= 0 ? 'due' : days < 1 ? 'due today' : `due in ${figure(Math.ceil(days))} days`;
  };

  useShortcuts([
    ...[1, 2, 3, 4, 5, 6, 7].map((number) => ({
      key: String(number),
      shown: number === 1 ? '1 … 7' : '',
      does: number === 1 ? 'choose an answer' : '',
      run: () => view?.key(String(number))
    })),
    { key: 'Enter', shown: 'enter', does: 'the next question', run: () => view?.key('Enter') },
    { key: 'd', shown: 'D', does: 'the sums that are due', run: () => (asking ??= { sum: null }) },
    { key: 'Escape', shown: 'esc', does: 'back to the bench', run: () => (asking = null) }
  ]);
</script>

<svelte:head><title>Bench · Hanza</title></svelte:head>

{#snippet steps(level: number)}
  <div class="flex gap-1" aria-hidden="true">
    {#each Array.from({ length: HARDEST_LEVEL }, (_, i) => i + 1) as step (step)}
      <span class="h-1.5 flex-1 border border-band-edge {step <= level ? 'bg-band-edge' : ''}"></span>
    {/each}
  </div>
{/snippet}

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Bench</h1>
    <p class="text-soft">Made afresh each time, as hard as you can just answer.</p>
  </div>
  {#if asking === null || 'panel' in asking}
    <div class="flex gap-3 text-[13px]">
      <label class="flex items-center gap-1.5"
        >panel
        <Choice label="panel" class={inlineInput} bind:value={panel} choices={['dials', 'tapes']} /></label
      >
      <label class="flex items-center gap-1.5"
        >school
        <Choice
          label="school"
          class={inlineInput}
          bind:value={school}
          choices={['primary and supporting', 'control and performance']}
        /></label
      >
    </div>
  {/if}
</header>

{#if asking === null}
  <h2 class="mt-4">Which instrument now?</h2>
  <ul class="mt-2 grid gap-3 sm:grid-cols-4">
    {#each panelQuestionKinds as choice (choice)}
      {@const level = answers.levelOf(choice)}
      <li class="flex flex-col border border-line p-3">
        <h3 class="font-bold">{panelQuestionNames[choice].name}</h3>
        <p class="mt-1 flex-1 text-[13px] leading-snug">{panelQuestionNames[choice].words}</p>
        <p class="mt-2 mb-1 text-xs text-soft">Level <span class="figure">{level}</span> · {words(choice)}</p>
        {@render steps(level)}
        <button class="{button.plain} mt-3 self-start" onclick={() => (asking = { panel: choice })}
          >Ask me</button
        >
      </li>
    {/each}
  </ul>
  <div class="mt-6 flex items-end justify-between gap-3">
    <div>
      <h2>The sums</h2>
      <p class="text-[13px] text-soft">
        Each comes back when it is about to be forgotten; the next due: {sumNames[
          due[0]!.kind as SumKind
        ].toLowerCase()}.
      </p>
    </div>
    <button class={button.main} onclick={() => (asking = { sum: null })}>Ask what is due</button>
  </div>
  <table class="sheet-table mt-1 text-[13px]">
    <thead><tr><th>Sum</th><th>Level</th><th>How it goes</th><th>When</th><th></th></tr></thead>
    <tbody>
      {#each due as item (item.kind)}
        {@const kind = item.kind as SumKind}
        <tr>
          <td class="!py-1">{sumNames[kind]}</td>
          <td class="w-28 !py-1">{@render steps(answers.levelOf(kind))}</td>
          <td class="!py-1 text-soft">{words(kind)}</td>
          <td class="!py-1 text-soft">{dueWords(item.due)}</td>
          <td class="!py-1 text-right"
            ><button
              class="min-h-6 text-now underline underline-offset-2"
              aria-label="Ask me {sumNames[kind]}"
              onclick={() => (asking = { sum: kind })}>ask</button
            ></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
{:else if 'panel' in asking}
  <PanelQuestionView
    bind:this={view}
    kind={asking.panel}
    {panel}
    {school}
    {answers}
    onleave={() => (asking = null)}
  />
{:else}
  <SumQuestionView bind:this={view} kind={asking.sum} {answers} onleave={() => (asking = null)} />
{/if}
{#if answers.unsent > 0}<p class="mt-2 text-xs text-below" role="status">
    {answers.unsent}
    {answers.unsent === 1 ? 'answer' : 'answers'} could not be sent and will not count.
  </p>{/if}
