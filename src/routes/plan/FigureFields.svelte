<script lang="ts">
  import { figureAsked, type LessonPlan } from '$core/drill/lesson-plan';
  import type { PlanInMaking } from '$core/flight/plan-in-making';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';

  /** The figures a drill is flown to: its own usual ones until the plan says otherwise. */
  let {
    plan = $bindable(),
    making,
    problem
  }: {
    plan: LessonPlan;
    making: PlanInMaking;
    problem: (field: string) => string | null;
  } = $props();

  const { drill, usual, flaps_deg } = $derived(making);
  const set = (id: string, value: number | null) =>
    // An empty field stays empty, so that it is said to be.
    (plan.figures = { ...plan.figures, [id]: value as number });
</script>

{#if drill.figures.length > 0}
  <fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
    <legend class="mb-1 font-bold">{drill.name}</legend>
    {#each drill.figures as { id, name, unit, step } (id)}
      {@const field = `figures.${id}`}
      {#if id === 'flaps_deg'}
        <ChoiceField
          label={name}
          name={field}
          problem={problem(field)}
          choices={flaps_deg.map((position) => [String(position), `${position}°`])}
          bind:value={
            () => String(figureAsked(plan, id) ?? usual[id] ?? 0), (position) => set(id, Number(position))
          }
        />
      {:else}
        <NumberField
          label={name}
          name={field}
          {unit}
          {step}
          problem={problem(field)}
          bind:value={() => figureAsked(plan, id) ?? usual[id] ?? null, (value) => set(id, value)}
        />
      {/if}
    {/each}
  </fieldset>
{/if}
