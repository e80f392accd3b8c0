<script lang="ts">
  import type { DrillFile } from '$core/drill/drill-file';
  import { fixesFor, usualNavigation } from '$core/drill/lesson-navigation';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import type { NavigationPlan } from '$core/drill/navigation-plan';
  import { worldOf } from '$core/drill/lesson-place';
  import { radioErrorKinds, type RadioError } from '$core/radio/radio-error';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';

  /** Where a drill by radio is flown, which way round, how the radios are found, and what goes wrong with them. */
  let {
    plan = $bindable(),
    drillFile,
    problem
  }: { plan: LessonPlan; drillFile: DrillFile; problem: (field: string) => string | null } = $props();

  const world = $derived(worldOf(plan));
  const fixes = $derived(drillFile.navigation ? fixesFor(world, drillFile.navigation.by) : []);
  const now = $derived(plan.navigation ?? usualNavigation(drillFile, world));
  const set = (change: Partial<NavigationPlan>) => now && (plan.navigation = { ...now, ...change });
  const first = $derived(now?.errors[0] ?? null);
  function setError(change: Partial<RadioError> | null) {
    if (!now) return;
    const station = first?.station ?? world.stations[0]!.id;
    set({ errors: change === null ? [] : [{ kind: 'off the air', at_s: 60, ...first, station, ...change }] });
  }
</script>

{#if now}
  <fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
    <legend class="mb-1 font-bold">Radio</legend>
    <Field label="Fix" name="navigation.fix" problem={problem('navigation.fix')}>
      <select
        id="navigation.fix"
        class={input}
        value={now.fix}
        onchange={(event) => set({ fix: event.currentTarget.value })}
      >
        {#each fixes as fix (fix)}<option value={fix}>{fix}</option>{/each}
        {#if !fixes.includes(now.fix)}<option value={now.fix}>{now.fix}: not here</option>{/if}
      </select>
    </Field>
    <Field label="Turns, way round" name="navigation.turn" problem={problem('navigation.turn')}>
      <select
        id="navigation.turn"
        class={input}
        value={now.turn}
        onchange={(event) => set({ turn: event.currentTarget.value as NavigationPlan['turn'] })}
      >
        <option value="right">right, clockwise</option>
        <option value="left">left, counter-clockwise</option>
      </select>
    </Field>
    <Field label="Radios" name="navigation.radios" problem={problem('navigation.radios')}>
      <select
        id="navigation.radios"
        class={input}
        value={now.radios}
        onchange={(event) => set({ radios: event.currentTarget.value as NavigationPlan['radios'] })}
      >
        <option value="ready">set and identified</option>
        <option value="cold">to be set up</option>
      </select>
    </Field>
    <Field label="What goes wrong" name="navigation.errors" problem={problem('navigation.errors')}>
      <select
        id="navigation.errors"
        class={input}
        value={first?.kind ?? ''}
        onchange={(event) =>
          setError(
            event.currentTarget.value === ''
              ? null
              : { kind: event.currentTarget.value as RadioError['kind'] }
          )}
      >
        <option value="">nothing</option>
        {#each radioErrorKinds as kind (kind)}<option value={kind}>{kind}</option>{/each}
      </select>
    </Field>
    {#if first}
      {#if first.kind !== 'stuck needle'}
        <Field label="with" name="navigation.station">
          <select
            id="navigation.station"
            class={input}
            value={first.station}
            onchange={(event) => setError({ station: event.currentTarget.value })}
          >
            {#each world.stations.filter((s) => s.kind !== 'marker') as station (station.id)}<option
                value={station.id}>{station.id}</option
              >{/each}
          </select>
        </Field>
      {/if}
      <Field label="after" name="navigation.at" unit="s">
        <input
          id="navigation.at"
          type="number"
          min="0"
          step="10"
          class={numberInput}
          value={first.at_s}
          onchange={(event) => setError({ at_s: Math.max(0, Number(event.currentTarget.value) || 0) })}
        />
      </Field>
    {/if}
  </fieldset>
{/if}
