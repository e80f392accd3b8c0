<script lang="ts">
  import { precipitations } from '$core/air/precipitation';
  import { daylights, type ApproachPlan, type lostOn } from '$core/drill/approach/approach-plan';
  import { plantedFaults } from '$core/drill/approach/planted-fault';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';
  import ReceivedFields from './ReceivedFields.svelte';

  /** By which way in and how an approach is flown, what is received, and how it ends. */
  let {
    plan = $bindable(),
    asked,
    circles,
    onwayin,
    problem
  }: {
    plan: LessonPlan;
    asked: ApproachPlan;
    /** Where the approach leads to no runway, one is circled to. */
    circles: readonly NonNullable<ApproachPlan['circle']>[];
    /** Another way in takes place, height and heading with it. */
    onwayin: (transition: string | null) => void;
    problem: (field: string) => string | null;
  } = $props();

  const approach = $derived(asked.approach);
  const set = (change: Partial<ApproachPlan>) => (plan.approach = { ...asked, ...change });
  const lines = $derived([...new Set(approach.minimums.map(({ line }) => line))]);
  const hasNote = (kind: string) => approach.notes.some((note) => note.kind === kind);
  /** At its first fix a hold or a procedure turn is come to from wherever one likes. */
  const comesFrom = $derived.by(() => {
    const legs = approach.transitions.find(({ id }) => id === asked.transition)?.legs;
    return legs?.[1] !== undefined && ['HF', 'HM', 'HA', 'PI'].includes(legs[1].type);
  });

  /** So thick is a second layer until it is said otherwise. */
  const UPPER_FT = 1000;

  /** Left empty the weather is what is published. */
  function weather(key: 'base_ft' | 'top_ft' | 'visibility_sm', value: number | null) {
    const { [key]: _, ...rest } = asked;
    plan.approach = value === null ? rest : { ...rest, [key]: value };
  }

  /** A second layer is as thick as one likes; emptied at either edge it is gone. */
  function upperLayer(key: 'base_ft' | 'top_ft', value: number | null) {
    const { upper: layer, ...rest } = asked;
    const fresh = {
      base_ft: (value ?? 0) - (key === 'top_ft' ? UPPER_FT : 0),
      top_ft: (value ?? 0) + UPPER_FT
    };
    plan.approach = value === null ? rest : { ...rest, upper: { ...(layer ?? fresh), [key]: value } };
  }

  function loseFieldOn(lost: '' | (typeof lostOn)[number]) {
    const { runway, turn } = asked.circle!;
    set({ circle: { runway, turn, ...(lost === '' ? {} : { lost }) } });
  }
</script>

{#snippet upper(what: string, key: 'base_ft' | 'top_ft')}
  <NumberField
    label="Second layer, {what}"
    name="approach.upper.{key}"
    unit="ft"
    step={100}
    problem={problem(`approach.upper.${key}`)}
    hint="empty: none"
    bind:value={() => asked.upper?.[key] ?? null, (value) => upperLayer(key, value)}
  />
{/snippet}

<fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
  <legend class="mb-1 font-bold">Approach</legend>
  <ChoiceField
    label="Way in"
    name="approach.transition"
    problem={problem('transition') ?? problem('approach')}
    bind:value={() => asked.transition ?? '', (id) => onwayin(id === '' ? null : id)}
    choices={[...approach.transitions.map(({ id, name }) => [id, name] as const), ['', 'vectors to final']]}
  />
  <NumberField
    label="Final approach speed"
    name="approach.speed_kt"
    unit="kt"
    step={5}
    problem={problem('approach.speed_kt')}
    bind:value={() => asked.speed_kt, (speed_kt) => set({ speed_kt })}
  />
  <ChoiceField
    label="At the minimum"
    name="approach.ends"
    bind:value={
      () => asked.ends,
      (ends) =>
        set({
          ends,
          ...(circles[0] && ends !== 'missed' && !asked.circle ? { circle: circles[0] } : {})
        })
    }
    choices={[
      ['missed', 'missed'],
      ['landing', circles.length > 0 ? 'circle to land' : 'runway seen'],
      ['as seen', 'as the weather has it']
    ]}
  />
  {#if asked.circle && asked.ends !== 'missed'}
    <ChoiceField
      label="Circle to runway"
      name="approach.circle.runway"
      problem={problem('approach.circle.runway')}
      bind:value={() => asked.circle!.runway, (runway) => set({ circle: { ...asked.circle!, runway } })}
      choices={[...new Set(circles.map(({ runway }) => runway))].map((name) => [name, name] as const)}
    />
    <ChoiceField
      label="Turns"
      name="approach.circle.turn"
      problem={problem('approach.circle.turn')}
      bind:value={() => asked.circle!.turn, (turn) => set({ circle: { ...asked.circle!, turn } })}
      choices={[
        ['left', 'left'],
        ['right', 'right']
      ]}
    />
    <ChoiceField
      label="Field in sight"
      name="approach.circle.lost"
      problem={problem('approach.circle.lost')}
      bind:value={() => asked.circle!.lost ?? '', (lost) => loseFieldOn(lost)}
      choices={[
        ['', 'to the runway'],
        ['downwind', 'lost on the downwind'],
        ['base', 'lost on base']
      ]}
    />
  {/if}
  {#if asked.ends === 'as seen'}
    <NumberField
      label="Cloud base"
      hint="above touchdown"
      name="approach.base_ft"
      unit="ft"
      step={50}
      problem={problem('approach.base_ft')}
      bind:value={() => asked.base_ft ?? null, (value) => weather('base_ft', value)}
    />
    <NumberField
      label="Flight visibility"
      name="approach.visibility_sm"
      unit="SM"
      step={0.25}
      problem={problem('approach.visibility_sm')}
      bind:value={() => asked.visibility_sm ?? null, (value) => weather('visibility_sm', value)}
    />
    <NumberField
      label="Cloud top"
      name="approach.top_ft"
      unit="ft"
      step={100}
      problem={problem('approach.top_ft')}
      hint="empty: above you"
      bind:value={() => asked.top_ft ?? null, (value) => weather('top_ft', value)}
    />
    {#if asked.top_ft !== undefined || asked.upper}
      {@render upper('base', 'base_ft')}
      {@render upper('top', 'top_ft')}
    {/if}
    <ChoiceField
      label="Rain or snow"
      name="approach.precipitation"
      problem={problem('approach.precipitation')}
      bind:value={() => asked.precipitation ?? 'none', (precipitation) => set({ precipitation })}
      choices={precipitations}
    />
  {/if}
  {#if asked.ends !== 'missed'}
    <ChoiceField
      label="Light outside"
      name="approach.daylight"
      bind:value={() => asked.daylight ?? 'day', (daylight) => set({ daylight })}
      choices={daylights}
    />
  {/if}
  <ChoiceField
    label="Flaps and gear"
    name="approach.configure"
    bind:value={() => asked.configure, (configure) => set({ configure })}
    choices={[
      ['before the final fix', 'before the final fix'],
      ['on the path', approach.path ? 'as the path begins' : 'past the final fix']
    ]}
  />
  <ChoiceField
    label="Radios"
    name="approach.radios"
    bind:value={
      () => asked.planted ?? asked.radios,
      (found) => {
        const { planted: _, ...rest } = asked;
        plan.approach =
          found === 'cold' || found === 'ready' ? { ...rest, radios: found } : { ...rest, planted: found };
      }
    }
    choices={[
      ['cold', 'to be set up'],
      ['ready', 'set and identified'],
      ...plantedFaults.map((fault) => [fault, fault, 'one thing wrong'] as const)
    ]}
  />
  <ChoiceField
    label="Minimums"
    name="approach.line"
    problem={problem('approach.line')}
    bind:value={() => asked.line ?? '', (line) => set({ line: line === '' ? null : line })}
    choices={[['', 'lowest usable'], ...lines.map((line) => [line, line] as const)]}
  />
  <ReceivedFields bind:plan {asked} {problem} />
  {#if approach.path}
    <ChoiceField
      label="Down to an MDA"
      name="approach.technique"
      bind:value={() => asked.technique, (technique) => set({ technique })}
      choices={[
        ['continuous', 'one descent'],
        ['step-down', 'step by step']
      ]}
    />
    {#if asked.technique === 'continuous'}
      <NumberField
        label="Added to an MDA"
        name="approach.addOn_ft"
        unit="ft"
        step={10}
        problem={problem('approach.addOn_ft')}
        bind:value={() => asked.addOn_ft, (addOn_ft) => set({ addOn_ft })}
      />
    {/if}
  {/if}
  {#if hasNote('remote altimeter')}
    <ChoiceField
      label="Altimeter setting"
      name="approach.altimeter"
      bind:value={() => asked.altimeter, (altimeter) => set({ altimeter })}
      choices={[
        ['local', 'from here'],
        ['remote', 'from elsewhere']
      ]}
    />
  {/if}
  {#if hasNote('lights out')}
    <ChoiceField
      label="Approach lights"
      name="approach.lights"
      bind:value={() => asked.approachLights, (approachLights) => set({ approachLights })}
      choices={['on', 'out']}
    />
  {/if}
  {#if comesFrom}
    <NumberField
      label="Comes to it on"
      name="heading_deg"
      unit="°"
      step={10}
      problem={problem('heading_deg')}
      bind:value={plan.heading_deg}
    />
  {/if}
</fieldset>
