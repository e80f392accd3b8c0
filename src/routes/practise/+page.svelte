<script lang="ts">
  import { practiceLevels } from '$core/road/practice-level';
  import SkillBar from '$lib/draw/SkillBar.svelte';
  import { standingWords } from '$lib/draw/standing-words';
  import Choice from '$lib/ui/Choice.svelte';
  import type { ActionData, PageData } from './$types';
  import PracticeButtons from './PracticeButtons.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();

  const KINDS: Record<string, string> = {
    basic: 'Level, at any speed',
    turns: 'Turns',
    'climbs and descents': 'Climbs and descents',
    patterns: 'Patterns',
    'partial panel': 'Partial panel',
    recovery: 'Unusual attitudes',
    navigation: 'Courses, arcs, holds and reversals'
  };
  const groups = $derived([
    ...[...new Set(data.drills.map(({ family }) => family))].map((family) => ({
      name: KINDS[family] ?? family,
      tasks: data.drills.filter((drill) => drill.family === family)
    })),
    ...(data.ownDrills.length > 0 ? [{ name: 'The school’s own', tasks: data.ownDrills }] : []),
    { name: 'Approaches', tasks: data.approaches.map((approach) => ({ ...approach, purpose: '' })) }
  ]);
  let levels = $state<Record<string, string>>({});
  const standingOf = (task: string) => data.standings.find((standing) => standing.task === task);
  const choices = $derived(
    practiceLevels.flatMap(({ name }, i): [string, string][] =>
      i + 1 >= data.bounds.least && i + 1 <= data.bounds.most ? [[String(i + 1), `${i + 1}: ${name}`]] : []
    )
  );
  const levelOf = (task: string) => levels[task] ?? String(data.levels[task] ?? data.bounds.least);
</script>

<svelte:head><title>Practise · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Practise</h1>
    <p class="max-w-prose text-soft">
      Anything, alone, as hard as it suits you: a level more after each flight to standard, one less after two
      that were not.
    </p>
  </div>
  <p class="text-[13px]"><a href="/plan">Plan a flight with figures of your own</a></p>
</header>
{#if form && 'message' in form}<p class="mt-2 text-[13px] text-hard" role="alert">{form.message}</p>{/if}

{#each groups as group (group.name)}
  <section class="mt-6">
    <h2>{group.name}</h2>
    <ul class="mt-1 border-t border-line">
      {#each group.tasks as { id, name, purpose } (id)}
        {@const standing = standingOf(id)}
        <li
          class="grid items-center gap-x-4 gap-y-1 border-b border-line py-2 md:grid-cols-[minmax(0,1fr)_150px_210px_auto]"
        >
          <div class="min-w-0">
            <p class="font-bold">{name}</p>
            {#if purpose}<p class="text-xs text-soft">{purpose}</p>{/if}
          </div>
          <div>
            {#if standing}
              <SkillBar skill={standing.skill} />
              <p class="text-xs text-soft">{standingWords(standing)}</p>
            {:else}<p class="text-xs text-soft">not flown yet</p>{/if}
          </div>
          <Choice
            label="Level of {name}"
            bind:value={() => levelOf(id), (level) => (levels[id] = level)}
            {choices}
          />
          <PracticeButtons
            id={data.newLessonId}
            seed={data.newSeed}
            task={id}
            {name}
            level={levels[id] === undefined ? null : Number(levels[id])}
          />
        </li>
      {/each}
    </ul>
  </section>
{/each}
<p class="mt-6 max-w-prose text-xs text-soft">
  Own practice stands apart from planned lessons; your instructor sees it. It is not instrument training for
  the log by itself.
</p>
