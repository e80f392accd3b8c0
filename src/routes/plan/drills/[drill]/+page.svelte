<script lang="ts">
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import { enhance } from '$app/forms';
  import { onMount, untrack } from 'svelte';
  import type { DrillFile, PhaseFile } from '$core/drill/drill-file';
  import { drillShaped } from '$core/drill/drill-shape';
  import { Rejection } from '$core/measure/rejection';
  import { figureNames } from '$core/drill/figure-names';
  import { withOtherFixes } from '$core/drill/other-fixes';
  import MoreFixes from './MoreFixes.svelte';
  import { withoutPlace, type PlanProblem } from '$core/drill/plan-check';
  import { goalWords } from '$lib/draw/goal-words';
  import PlannedProfile from '$lib/draw/PlannedProfile.svelte';
  import TrackMap from '$lib/draw/TrackMap.svelte';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import { Reckoner } from '$lib/worker/reckoner.svelte';
  import type { ActionData, PageData } from './$types';
  import PhaseEditor from './PhaseEditor.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();

  const FAMILIES = [
    'basic',
    'turns',
    'climbs and descents',
    'patterns',
    'partial panel',
    'recovery',
    'navigation'
  ] as const;
  let drill = $derived<DrillFile>(data.draft);
  let tryIn = $state(untrack(() => data.airplanes[0]!.id));
  let text = $derived(JSON.stringify(drill, null, 2));
  let textProblem = $state('');

  /** The id a new drill gets from its name, until it is given one of its own. */
  const idFrom = (name: string) =>
    name
      .toLowerCase()
      .normalize('NFD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'drill';
  function rename(name: string) {
    const follows = data.savedAt === null && (drill.id === idFrom(drill.name) || drill.id === 'new-drill');
    drill = { ...drill, name, ...(follows && data.own ? { id: idFrom(name) } : {}) };
  }

  const isNew = $derived(data.own && data.savedAt === null);
  const names = $derived(figureNames(drill));
  /** What its phases can be flown about, where there is a choice. */
  const fixes = $derived(
    drill.navigation?.others?.length
      ? ([
          ['main', 'main fix'],
          ...drill.navigation.others.map(({ id, name }) => [id, name] as const)
        ] as const)
      : []
  );
  /** Phases with a field that cannot be read: they are not saved as they were before it. */
  const unread = new SvelteSet<string>();
  const words = (problem: PlanProblem) =>
    problem.phase === undefined && !problem.message.startsWith(problem.field)
      ? `${problem.field}: ${problem.message}`
      : withoutPlace(problem);

  /** Worked out where the page was made, then off this thread as it is typed. */
  const reckoner = new Reckoner<'drill'>(untrack(() => data.making));
  const { problems, lesson } = $derived(reckoner.answer);
  onMount(() => reckoner.whileShown());
  $effect(() => reckoner.ask({ kind: 'drill', drill: $state.snapshot(drill) as DrillFile, aircraft: tryIn }));

  const setPhase = (index: number, phase: PhaseFile) =>
    (drill = { ...drill, phases: drill.phases.map((old, i) => (i === index ? phase : old)) });
  function movePhase(index: number, by: 1 | -1) {
    const phases = [...drill.phases];
    const [phase] = phases.splice(index, 1);
    phases.splice(Math.max(0, index + by), 0, phase!);
    drill = { ...drill, phases };
  }
  function addPhase() {
    let number = drill.phases.length + 1;
    while (drill.phases.some((phase) => phase.id === `phase-${number}`)) number += 1;
    drill = {
      ...drill,
      phases: [...drill.phases, { id: `phase-${number}`, name: `Phase ${number}`, for_s: 30 }]
    };
  }
  function takeText() {
    try {
      drill = drillShaped(JSON.parse(text));
      textProblem = '';
    } catch (error) {
      const { message } = error as Error;
      textProblem = error instanceof Rejection ? message : `This is not JSON: ${message}`;
    }
  }
</script>

<svelte:head><title>{drill.name} · Drills · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <p class="text-xs"><a href="/plan/drills">Drills</a></p>
    <h1>{drill.name}</h1>
    <p class="text-soft">
      {isNew
        ? 'Not saved yet'
        : data.own
          ? 'The school’s own'
          : 'Ships with Hanza; saved as a copy of your own'} · {drill.phases.length}
      {drill.phases.length === 1 ? 'phase' : 'phases'}
    </p>
  </div>
  <form
    id="save"
    method="POST"
    use:enhance={() =>
      ({ update }) =>
        update({ reset: false })}
    class="flex items-center gap-3"
  >
    {#if form && 'saved' in form}<span class="text-[13px] text-trace" role="status">◆ Saved</span>{/if}
    <input type="hidden" name="drill" value={JSON.stringify(drill)} />
    <input type="hidden" name="since" value={data.savedAt ?? ''} />
    <button class={button.main} disabled={problems.length > 0 || unread.size > 0 || reckoner.failure !== ''}
      >Save{data.own ? '' : ' as our own'}</button
    >
  </form>
</header>
{#if form && 'message' in form}
  <div class="mt-2 flex flex-wrap items-center gap-3 border border-hard p-2 text-[13px]">
    <p class="text-hard" role="alert">{form.field ? `${form.field}: ` : ''}{form.message}</p>
    {#if !form.field}
      <a href="/plan/drills/{drill.id}" target="_blank" rel="noopener">Look at what is saved</a>
      <button form="save" name="over" value="1" class={button.plain}>Save mine over it</button>
    {/if}
  </div>
{/if}

<div class="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_360px]">
  <div class="min-w-0">
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
      <Field label="Name" name="name"
        ><input
          id="name"
          class={input}
          value={drill.name}
          oninput={(e) => rename(e.currentTarget.value)}
        /></Field
      >
      <Field label="Id" name="id"
        ><input
          id="id"
          class="{input} figure"
          value={drill.id}
          onchange={(e) => (drill = { ...drill, id: e.currentTarget.value })}
        /></Field
      >
      <ChoiceField
        label="Family"
        name="family"
        bind:value={() => drill.family, (family) => (drill = { ...drill, family })}
        choices={FAMILIES}
      />
      <div class="col-span-2 sm:col-span-4">
        <Field label="Purpose" name="purpose"
          ><textarea
            id="purpose"
            rows="2"
            class={input}
            value={drill.purpose}
            onchange={(e) => (drill = { ...drill, purpose: e.currentTarget.value })}></textarea></Field
        >
      </div>
    </div>
    {#if drill.navigation}
      <MoreFixes
        navigation={drill.navigation}
        onchange={(others) => (drill = withOtherFixes(drill, others))}
      />
    {/if}
    <h2 class="mt-4">Phases</h2>
    <p class="text-xs text-soft">
      A figure is a number, or one of these with + or ×, as in “start altitude + 500”: {[
        ...names.values()
      ].join(', ')}.
    </p>
    <ol class="mt-1 grid gap-1.5">
      {#each drill.phases as phase, index (phase.id)}
        <PhaseEditor
          {phase}
          {index}
          {names}
          problem={problems.find((found) => found.phase === index)}
          byRadio={drill.navigation !== undefined}
          {fixes}
          onchange={(changed) => setPhase(index, changed)}
          onmove={(by) => movePhase(index, by)}
          onunread={(now) => (now ? unread.add(phase.id) : unread.delete(phase.id))}
          onremove={() => (drill = { ...drill, phases: drill.phases.filter((_, i) => i !== index) })}
        />
      {/each}
    </ol>
    <button type="button" class="{button.plain} mt-2" onclick={addPhase}>Add a phase</button>
    <details class="mt-4">
      <summary class="min-h-7 cursor-pointer text-[13px] text-now">The whole drill as JSON</summary>
      <textarea class="{input} figure mt-1 text-xs" rows="18" bind:value={text} aria-label="Drill as JSON"
      ></textarea>
      {#if textProblem}<p class="text-xs text-hard" role="alert">{textProblem}</p>{/if}
      <button type="button" class="{button.plain} mt-1" onclick={takeText}>Use this text</button>
    </details>
  </div>
  <aside class="min-w-0">
    <div class="sticky top-3 grid gap-3">
      <ChoiceField
        label="As it would be flown in the"
        name="tryIn"
        bind:value={tryIn}
        choices={data.airplanes.map(({ id, name }) => [id, name])}
      />
      {#if reckoner.failure}
        <p class="border border-hard p-3 text-[13px] text-hard" role="alert">{reckoner.failure}</p>
      {:else if lesson}
        <PlannedProfile {lesson} width={360} height={160} />
        {#if lesson.drill.phases.some((phase) => phase.goal.lateral.kind === 'turn')}<TrackMap
            {lesson}
          />{/if}
        <ol class="text-xs">
          {#each lesson.drill.phases as phase, index (phase.id)}
            <li class="border-b border-line py-0.5">
              <span class="figure text-soft">{index + 1}</span>
              {phase.name}:
              <span class="figure">{goalWords(phase, lesson.aircraft.gear.retractable)}</span>
            </li>
          {/each}
        </ol>
      {:else}
        <div class="border border-hard p-3" role="status">
          <h2 class="text-hard">This cannot be flown yet</h2>
          <ul class="mt-1 grid gap-1 text-[13px]">
            {#each problems as problem (problem.field)}<li>
                {#if problem.phase !== undefined}<a class="font-bold" href="#phase-{problem.phase + 1}"
                    >Phase {problem.phase + 1}, “{drill.phases[problem.phase]?.name}”</a
                  >:{/if}
                {words(problem)}
              </li>{/each}
          </ul>
        </div>
      {/if}
    </div>
  </aside>
</div>
