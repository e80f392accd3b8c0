<script lang="ts">
  import { invalidate } from '$app/navigation';
  import { onMount } from 'svelte';
  import type { Verdict as VerdictKind } from '$core/grade/corridor-measure';
  import { drillName, planWords } from '$lib/draw/plan-words';
  import { onDay } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  /** A lesson planned in another browser appears here by itself. */
  const LOOK_AGAIN_MS = 5000;

  onMount(() => {
    const timer = setInterval(
      () => document.visibilityState === 'visible' && invalidate('hanza:lessons'),
      LOOK_AGAIN_MS
    );
    return () => clearInterval(timer);
  });
</script>

<svelte:head><title>Fly · Hanza</title></svelte:head>

<h1>Fly</h1>
{#if !data.chosen}
  <p class="mt-2 text-soft">Choose a student first; their lessons are flown from here.</p>
  <p class="mt-4"><a class={button.plain} href="/students">Students</a></p>
{:else}
  <p class="text-soft">{data.chosen.name} · lessons planned, newest first</p>
  {#if data.lessons.length === 0}
    <p class="mt-6 text-soft">
      No lesson has been planned yet.
      {data.me?.teaches ? '' : 'As soon as your instructor has planned one, it appears here.'}
    </p>
    {#if data.me?.teaches}<p class="mt-4">
        <a class={button.main} href="/plan?student={data.chosen.id}">Plan a lesson</a>
      </p>{/if}
  {:else}
    <ul class="mt-4 grid gap-3 lg:grid-cols-2">
      {#each data.lessons as lesson (lesson.id)}
        <li class="flex items-center justify-between gap-4 border border-line p-4">
          <div class="min-w-0">
            <p>
              <span class="font-bold">Lesson {lesson.number}</span>
              <span class="text-xs text-soft">{onDay(lesson.createdAt)}</span>
            </p>
            <p>{drillName(lesson.plan)}</p>
            <p class="figure text-xs">{planWords(lesson.plan)}</p>
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
