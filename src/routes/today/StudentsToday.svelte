<script lang="ts">
  import { practiceLevels } from '$core/road/practice-level';
  import { dueWords } from '$core/road/proposal-words';
  import { drillName } from '$lib/draw/plan-words';
  import { button } from '$lib/ui/button';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { Verdict as VerdictKind } from '$core/finding/verdict';
  import type { PageData } from './$types';
  import WeeksFlown from './WeeksFlown.svelte';
  import PracticeButtons from '../practise/PracticeButtons.svelte';

  /** One thing to do and why, two others, and what is due. */
  let { today, names }: { today: NonNullable<PageData['student']>; names: PageData['names'] } = $props();

  const urgent = $derived(today.proposals[0]?.reason === 'homework' && today.proposals[0]);
  /** A lesson that waits goes before what Hanza proposes, and after homework that is due. */
  const lessonFirst = $derived(today.waiting !== null && !urgent);
  const first = $derived(lessonFirst ? null : (today.proposals[0] ?? null));
  const others = $derived(today.proposals.slice(lessonFirst ? 0 : 1).slice(0, 2));
  const levelOf = (task: string) => today.levels[task] ?? 1;
  const levelWords = (task: string) => practiceLevels[levelOf(task) - 1]!.name;
  type Proposal = (typeof today.proposals)[number];
</script>

{#snippet chosen(proposal: Proposal)}
  <PracticeButtons
    id={today.newLessonId}
    seed={today.newSeed}
    task={proposal.task}
    name={proposal.name}
    main={proposal === first}
  />
  <p class="mt-1 text-xs text-soft">
    Level {levelOf(proposal.task)} of {practiceLevels.length}: {levelWords(proposal.task)}.
  </p>
{/snippet}

<h1>Today</h1>
{#if today.flown === 0 && !today.waiting}
  <section class="mt-4 border-l-4 border-now bg-band/40 p-4">
    <h2 class="text-lg">Your first evening</h2>
    <p class="mt-1 max-w-prose">
      Half an hour: what is where, your hands on the controls, straight and level, one turn, one descent, and
      what Hanza makes of your own flight.
    </p>
    <a class="{button.main} mt-3" href="/first-evening">Begin</a>
  </section>
{/if}

<div class="mt-4 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_340px]">
  <div class="min-w-0">
    {#if lessonFirst && today.waiting}
      {@const { id, number, plan, by, note } = today.waiting}
      <section aria-labelledby="first-thing" class="border-l-4 border-now bg-band/40 p-4">
        <h2 id="first-thing" class="text-lg">Lesson {number}: {drillName(plan)}</h2>
        <p class="mt-1 max-w-prose">Planned for you by {by}.</p>
        {#if note}<p class="mt-1 max-w-prose">“{note}”</p>{/if}
        <div class="mt-3 flex flex-wrap gap-2">
          <a class={button.main} href="/fly/{id}">Fly it</a>
          <a class={button.plain} href="/plan/{id}">The brief</a>
        </div>
      </section>
    {:else if first}
      <section aria-labelledby="first-thing" class="border-l-4 border-now bg-band/40 p-4">
        <h2 id="first-thing" class="text-lg">
          {first.name} <span class="text-[13px] font-normal text-soft">about {first.minutes} minutes</span>
        </h2>
        <p class="mt-1 mb-3 max-w-prose">{first.why}</p>
        {@render chosen(first)}
      </section>
    {:else}
      <p class="text-soft">
        Nothing is due. Everything in the syllabus has been to standard;
        <a href="/practise">practise what you like</a>.
      </p>
    {/if}

    {#if others.length > 0}
      <h2 class="mt-8">Or instead</h2>
      <ul class="mt-2 grid gap-3 md:grid-cols-2">
        {#each others as proposal (proposal.task)}
          <li class="border border-line p-3">
            <p class="font-bold">
              {proposal.name}
              <span class="text-[13px] font-normal text-soft">about {proposal.minutes} minutes</span>
            </p>
            <p class="mt-1 mb-2 text-[13px]">{proposal.why}</p>
            {@render chosen(proposal)}
          </li>
        {/each}
      </ul>
    {/if}
    <p class="mt-6 text-[13px]">
      <a href="/practise">Anything else to practise</a> · <a href="/guided">Guided lessons</a> ·
      <a href="/first-evening">The first evening</a>
    </p>
  </div>

  <aside class="grid content-start gap-6">
    <section>
      <h2>Homework</h2>
      {#if today.homework.length === 0}
        <p class="mt-1 text-[13px] text-soft">None is set.</p>
      {:else}
        <ul class="mt-1">
          {#each today.homework as work (work.id)}
            <li class="border-b border-line py-2 text-[13px]">
              <p class="flex flex-wrap justify-between gap-x-3">
                <span class="font-bold">{names[work.task] ?? work.task}</span>
                <span class={work.dueIn_d < 0 && work.done < work.times ? 'text-hard' : 'text-soft'}
                  >{work.done >= work.times ? 'done' : dueWords(work.dueIn_d)}</span
                >
              </p>
              <p>
                <span class="figure">{work.done}</span> of <span class="figure">{work.times}</span> flown ·
                set by
                {work.setBy}
                {#if work.attemptId}<span aria-hidden="true">·</span>
                  <a href="/debrief/{work.attemptId}{work.at_s === null ? '' : `?at=${work.at_s.toFixed(0)}`}"
                    >the moment</a
                  >{#if work.lessonId && work.at_s !== null && work.done < work.times}<span
                      aria-hidden="true"
                    >
                      ·</span
                    >
                    <a href="/fly/{work.lessonId}?from={work.attemptId}&at={work.at_s.toFixed(0)}"
                      >fly it from there</a
                    >{/if}{/if}
              </p>
              {#if work.words}<p class="text-soft">“{work.words}”</p>{/if}
              {#each work.flown as flight (flight.attemptId)}
                <a href="/debrief/{flight.attemptId}" class="mr-3 no-underline"
                  ><Verdict verdict={flight.verdict as VerdictKind} />
                  <span class="figure">{flight.score}</span></a
                >
              {/each}
            </li>
          {/each}
        </ul>
      {/if}
    </section>
    {#if today.flown > 0}<WeeksFlown weeks={today.weeks} />{/if}
    <section>
      <h2>Sums</h2>
      <p class="mt-1 text-[13px]">
        {#if today.sumsDue > 0}
          {today.sumsDue}
          {today.sumsDue === 1 ? 'kind of sum is' : 'kinds of sum are'} due at the <a href="/bench">bench</a>:
          about five minutes.
        {:else}<span class="text-soft">None is due at the</span> <a href="/bench">bench</a>.{/if}
      </p>
    </section>
  </aside>
</div>
<p class="mt-8 max-w-prose text-xs text-soft">
  What is proposed follows from your flights, the syllabus and what your instructor has set. Your instructor
  decides what comes next in your training.
</p>
