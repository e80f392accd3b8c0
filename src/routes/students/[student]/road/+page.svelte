<script lang="ts">
  import { enhance } from '$app/forms';
  import { figure } from '$core/measure/figure';
  import { practiceLevels } from '$core/road/practice-level';
  import { dueWords } from '$core/road/proposal-words';
  import type { ReadyTask } from '$core/road/readiness';
  import SkillBar from '$lib/draw/SkillBar.svelte';
  import { standingWords } from '$lib/draw/standing-words';
  import { button } from '$lib/ui/button';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import MockTests from './MockTests.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const teaches = $derived(data.me?.teaches ?? false);
  const road = $derived(data.road);
  const stages = $derived([...new Set(road.lessons.map(({ stage }) => stage))]);
  const completed = $derived(road.lessons.filter(({ state }) => state === 'completed').length);
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);
  const STATES: Record<ReadyTask['state'], { sign: string; words: string; colour: string }> = {
    ready: { sign: '◆', words: 'to standard', colour: 'text-trace' },
    slipping: { sign: '▼', words: 'was to standard, fading', colour: 'text-below' },
    'on the way': { sign: '◇', words: 'on the way', colour: 'text-ink' },
    'nothing flown': { sign: '·', words: 'nothing flown', colour: 'text-soft' }
  };
  const LESSON_SIGNS = { completed: '◆', known: '◆', open: '◇', later: '·' } as const;
  const levels = practiceLevels.map(({ name }, i): [string, string] => [String(i + 1), `${i + 1}: ${name}`]);
  const keyOf = (id: string | null) => id ?? 'shipped';
  let syllabus = $derived(keyOf(data.road.settings.syllabusId));
  const lessons = $derived(
    (data.syllabuses.find(({ id }) => keyOf(id) === syllabus) ?? data.syllabuses[0]!).lessons
  );
</script>

<svelte:head><title>{data.student.name}: the road · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>{data.student.name}: the road</h1>
    <p class="text-soft">
      {road.syllabus.name}, edition {road.syllabus.edition} · {completed} of {road.lessons.length} lessons completed
    </p>
  </div>
  <div class="flex gap-2 print:hidden">
    {#if teaches && road.proposals[0]}
      <a
        class={button.main}
        href="/plan?student={data.student.id}&{road.proposals[0].task.startsWith('approach ')
          ? `approach=${road.proposals[0].task.slice(9)}`
          : `drill=${road.proposals[0].task}`}">Plan the next: {road.proposals[0].name}</a
      >
    {/if}
    <a class={button.plain} href="/students/{data.student.id}">Overview</a>
  </div>
</header>

{#if road.proposals.length > 0}
  <section class="mt-4">
    <h2>What comes next, and why</h2>
    <ol class="mt-1 border-t border-line text-[13px]">
      {#each road.proposals.slice(0, 3) as proposal (proposal.task)}
        <li class="grid gap-x-6 border-b border-line py-1.5 md:grid-cols-[220px_minmax(0,1fr)_70px]">
          <span class="font-bold">{proposal.name}</span>
          <span>{proposal.why}</span>
          <span class="figure text-right text-soft">{proposal.minutes} min</span>
        </li>
      {/each}
    </ol>
  </section>
{/if}

<div class="mt-6 grid gap-x-10 gap-y-8 lg:grid-cols-2">
  <section class="min-w-0">
    <h2>Ready for the test?</h2>
    <p class="text-xs text-soft">
      {road.readiness.standard.name}, {road.readiness.standard.edition}: check the current edition. What can
      be shown in Hanza; the rest an examiner sees in the airplane.
    </p>
    <table class="sheet-table mt-2 w-full text-[13px]">
      <thead><tr><th>Task</th><th>Shown by</th><th>In Hanza</th></tr></thead>
      <tbody>
        {#each road.readiness.tasks as { task, state, best } (task.id)}
          {@const { sign, words, colour } = STATES[state]}
          <tr>
            <td
              >{task.name}
              <div class="text-xs text-soft">{task.area}</div></td
            >
            <td>
              {#if best}
                <a href="/debrief?student={data.student.id}&drill={encodeURIComponent(best.task)}"
                  >{road.names[best.task] ?? best.task}</a
                >
                <SkillBar skill={best.skill} />
              {:else}–{/if}
            </td>
            <td class={colour}><span aria-hidden="true">{sign}</span> {words}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="mt-2 text-[13px]">
      <span class="figure">{road.readiness.ready}</span> of
      <span class="figure">{road.readiness.tasks.length}</span> tasks to standard.
      {#if road.readiness.flights}
        About {figure(road.readiness.flights.low)} to {figure(road.readiness.flights.high)} flights more.
      {/if}
      <span class="text-soft">{road.readiness.basis}</span>
    </p>
  </section>

  <section class="min-w-0">
    <h2>Where everything stands</h2>
    <p class="text-xs text-soft">
      The tick is what a flight now would most likely come to, its line where it lies with 80 % certainty; the
      band is the standard. Flights still needed are told in their 80 % interval, or not at all.
    </p>
    {#if road.standings.length === 0}<p class="mt-2 text-[13px] text-soft">
        Nothing has been flown yet.
      </p>{/if}
    <ul class="mt-2 border-t border-line text-[13px]">
      {#each road.standings as standing (standing.task)}
        <li
          class="grid items-center gap-x-4 border-b border-line py-1.5 sm:grid-cols-[minmax(0,1fr)_150px_150px]"
        >
          <a href="/students/{data.student.id}/road/{encodeURIComponent(standing.task)}">{standing.name}</a>
          <SkillBar skill={standing.skill} />
          <span
            class="text-xs {standing.kind === 'slipping' || standing.kind === 'stuck'
              ? 'text-below'
              : 'text-soft'}"
            >{standingWords(standing)}{#if standing.kind !== 'to standard' && standing.toStandard}; {standing
                .toStandard.low === standing.toStandard.high
                ? figure(standing.toStandard.low)
                : `${figure(standing.toStandard.low)} to ${figure(standing.toStandard.high)}`} more{/if}</span
          >
        </li>
      {/each}
    </ul>
  </section>
</div>

<section class="mt-8">
  <h2>The syllabus</h2>
  {#each stages as stage (stage)}
    <h3 class="mt-3 text-[13px] font-bold">{stage}</h3>
    <ul class="mt-1 grid gap-x-8 text-[13px] md:grid-cols-2">
      {#each road.lessons.filter((lesson) => lesson.stage === stage) as lesson (lesson.id)}
        <li class="flex items-baseline gap-2 border-b border-line py-1">
          <span aria-hidden="true" class={lesson.state === 'completed' ? 'text-trace' : 'text-soft'}
            >{LESSON_SIGNS[lesson.state]}</span
          >
          <span class={lesson.state === 'later' ? 'text-soft' : ''}>{lesson.name}</span>
          <span class="ml-auto text-xs text-soft">
            {#if lesson.state === 'open'}{lesson.tasks.filter(({ standing }) => standing.reached).length} of {lesson
                .tasks.length} to standard{:else}{lesson.state === 'known'
                ? 'taken as known'
                : lesson.state}{/if}
          </span>
        </li>
      {/each}
    </ul>
  {/each}
</section>

<div class="mt-8 grid gap-x-10 gap-y-8 lg:grid-cols-2">
  <MockTests
    tests={data.tests}
    newTest={data.newTest}
    problem={form &&
    'field' in form &&
    ['test', 'aircraft', 'seed', 'id', 'student'].includes(String(form.field))
      ? form.message
      : null}
  />
  <section class="min-w-0">
    <h2>Homework</h2>
    {#if road.homework.length === 0}<p class="mt-1 text-[13px] text-soft">
        None is set.{teaches ? ' It is set from any debrief.' : ''}
      </p>{/if}
    <ul class="mt-1 text-[13px]">
      {#each road.homework as work (work.id)}
        <li class="flex flex-wrap items-center gap-x-4 border-b border-line py-1.5">
          <span class="font-bold">{road.names[work.task] ?? work.task}</span>
          <span><span class="figure">{work.done}</span> of <span class="figure">{work.times}</span></span>
          <span class="text-soft"
            >{work.done >= work.times ? 'done' : dueWords(work.dueIn_d)} · {work.setBy}</span
          >
          {#each work.flown as flight (flight.attemptId)}<a class="figure" href="/debrief/{flight.attemptId}"
              >{flight.score}</a
            >{/each}
          {#if teaches && work.done < work.times}
            <form method="POST" action="?/takeBack" use:enhance class="ml-auto">
              <input type="hidden" name="id" value={work.id} />
              <button class={button.quiet}>Take it back</button>
            </form>
          {/if}
        </li>
      {/each}
    </ul>
  </section>

  {#if teaches}
    <section class="min-w-0 print:hidden">
      <h2>What {data.student.name.split(' ')[0]} is led by</h2>
      <form
        method="POST"
        action="?/settings"
        use:enhance={() =>
          ({ update }) =>
            update({ reset: false })}
        class="mt-2 grid gap-3"
      >
        <ChoiceField
          label="Syllabus"
          name="syllabus"
          problem={problem('syllabus')}
          bind:value={syllabus}
          choices={data.syllabuses.map(({ id, version, name }): [string, string] => [
            keyOf(id),
            id ? `${name}, version ${version}` : `${name}, ships with Hanza`
          ])}
        />
        <ChoiceField
          label="Begins with"
          name="startsWith"
          problem={problem('startsWith')}
          value={lessons.some(({ id }) => id === road.settings.startsWith)
            ? road.settings.startsWith!
            : lessons[0]!.id}
          choices={lessons.map(({ id, name, stage }): [string, string, string] => [id, name, stage])}
        />
        <div class="grid gap-3 sm:grid-cols-2">
          <ChoiceField
            label="Own practice no easier than"
            name="least"
            problem={problem('least')}
            value={String(road.settings.least)}
            choices={levels}
          />
          <ChoiceField
            label="and no harder than"
            name="most"
            problem={problem('most')}
            value={String(road.settings.most)}
            choices={levels}
          />
        </div>
        <div><button class={button.plain}>Keep</button></div>
      </form>
    </section>
  {/if}
</div>
<p class="mt-8 max-w-prose text-xs text-soft">
  Estimates from flights in Hanza; their intervals are made to hold for eight of ten people. A qualified
  instructor decides.
</p>
