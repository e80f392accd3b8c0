<script lang="ts">
  import { aircraftById } from '$core/aircraft/catalogue';
  import type { DrillFile } from '$core/drill/drill-file';
  import { figureAsked, type LessonPlan } from '$core/drill/lesson-plan';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';

  /** The figures a drill is flown to: its own usual ones until the plan says otherwise. */
  let {
    plan = $bindable(),
    drillFile,
    usualOf,
    problem
  }: {
    plan: LessonPlan;
    drillFile: DrillFile;
    usualOf: (id: string) => number | null;
    problem: (field: string) => string | null;
  } = $props();

  const flaps = $derived(aircraftById(plan.aircraft).flaps.positions_deg);
  const set = (id: string, value: number | null) =>
    // An empty field stays empty, so that it is said to be.
    (plan.figures = { ...plan.figures, [id]: value as number });
</script>

{#if drillFile.figures.length > 0}
  <fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
    <legend class="mb-1 font-bold">{drillFile.name}</legend>
    {#each drillFile.figures as { id, name, unit, step } (id)}
      {@const field = `figures.${id}`}
      {#if id === 'flaps_deg'}
        <ChoiceField
          label={name}
          name={field}
          problem={problem(field)}
          choices={flaps.map((position) => [String(position), `${position}°`])}
          bind:value={
            () => String(figureAsked(plan, id) ?? usualOf(id) ?? 0), (position) => set(id, Number(position))
          }
        />
      {:else}
        <NumberField
          label={name}
          name={field}
          {unit}
          {step}
          problem={problem(field)}
          bind:value={() => figureAsked(plan, id) ?? usualOf(id), (value) => set(id, value)}
        />
      {/if}
    {/each}
  </fieldset>
{/if}
