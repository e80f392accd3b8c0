<script lang="ts">
  import { onMount } from 'svelte';
  import type { Verdict as VerdictKind } from '$core/finding/verdict';
  import { enhance } from '$app/forms';
  import { clock } from '$core/measure/figure';
  import { drillName, planWords } from '$lib/draw/plan-words';
  import { atTime, onDay } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import { lookAgain } from '$lib/ui/look-again';
  import StudentChoice from '$lib/ui/StudentChoice.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  /** A lesson planned in another browser appears here by itself. */
  const LOOK_AGAIN_MS = 5000;

  onMount(() => lookAgain('hanza:lessons', LOOK_AGAIN_MS));
</script>

<svelte:head><title>Fly · Hanza</title></svelte:head>

<h1>Fly</h1>
{#if !data.chosen}
  <StudentChoice students={data.students} path="/fly" />
{:else}
  <p class="text-soft">{data.chosen.name} · newest lesson first</p>
  {#if data.unfinished.length > 0}
    <section class="mt-4 border border-now p-3 text-[13px]" aria-label="Unfinished flights">
      <h2>Unfinished {data.unfinished.length === 1 ? 'flight' : 'flights'}</h2>
      {#each data.unfinished as attempt (attempt.id)}
        <div class="mt-2 flex flex-wrap items-center justify-between gap-2">
          <span
            >Lesson {attempt.lessonNumber}, begun {atTime(attempt.startedAt)},
            <span class="figure">{clock(attempt.flown_s)}</span> flown and kept</span
          >
          <span class="flex gap-2">
            <a class={button.main} href="/fly/{attempt.lessonId}">Go on or end it</a>
            <form method="POST" action="?/discard" use:enhance>
              <input type="hidden" name="attempt" value={attempt.id} />
              <button class={button.plain}>Discard</button>
            </form>
          </span>
        </div>
      {/each}
      {#if form && 'field' in form}<p class="mt-2 text-hard" role="alert">{form.message}</p>{/if}
    </section>
  {/if}
  {#if data.lessons.length === 0}
    <p class="mt-6 text-soft">
      No lesson has been planned yet.
      {data.me?.teaches ? '' : 'As soon as your instructor has planned one, it appears here.'}
    </p>
    {#if !data.me?.teaches}<p class="mt-4">
        <a class={button.main} href="/plan">Practise by yourself</a>
      </p>{/if}
    {#if data.me?.teaches}<p class="mt-4">
        <a class={button.main} href="/plan?student={data.chosen.id}">Plan a lesson</a>
      </p>{/if}
  {:else}
    <ul class="mt-4 grid gap-3 lg:grid-cols-2">
      {#each data.lessons as lesson (lesson.id)}
        <li class="flex items-center justify-between gap-4 border border-line p-4">
          <div class="min-w-0">
            <p>
              <span class="font-bold"
                >{lesson.kind === 'practice' ? 'Practice' : 'Lesson'} {lesson.number}</span
              >
              <span class="text-xs text-soft">{onDay(lesson.createdAt)}</span>
            </p>
            <p>{drillName(lesson.plan)}</p>
            <p class="figure text-xs">{planWords(lesson.plan)}</p>
            {#if lesson.note}<p class="mt-1 text-[13px]">“{lesson.note}”</p>{/if}
            <p class="mt-1 text-xs text-soft">
              {#if lesson.lastVerdict}
                {lesson.attempts}
                {lesson.attempts === 1 ? 'try' : 'tries'} · <Verdict
                  verdict={lesson.lastVerdict as VerdictKind}
                />
              {:else}not flown yet{/if}
            </p>
          </div>
          <div class="flex shrink-0 gap-2">
            <a class={button.plain} href="/plan/{lesson.id}" aria-label="Brief of lesson {lesson.number}"
              >Brief</a
            >
            <a class={button.main} href="/fly/{lesson.id}" aria-label="Fly lesson {lesson.number}">Fly</a>
          </div>
        </li>
      {/each}
    </ul>
  {/if}
{/if}
