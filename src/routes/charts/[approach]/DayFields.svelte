<script lang="ts">
  import { stepDownsOf } from '$core/procedure/approach/minimum';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';
  import type { BriefedDay } from './approach-day.svelte';

  /** In what, and on what a day, the approach is flown. */
  let { briefed }: { briefed: BriefedDay } = $props();
  const approach = $derived(briefed.approach);
  const lines = $derived([...new Set(approach.minimums.map(({ line }) => line))]);
  const remote = $derived(approach.notes.find((note) => note.kind === 'remote altimeter'));
  const stepDowns = $derived(stepDownsOf(approach).map(({ fix }) => fix));
  const hasLights = $derived(approach.notes.some((note) => note.kind === 'lights out'));
</script>

<div class="no-print grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4 xl:grid-cols-6">
  <ChoiceField
    label="Airplane"
    name="aircraft"
    bind:value={() => briefed.aircraftId, (id) => briefed.chooseAircraft(id)}
    choices={briefed.days.map(({ aircraft: { id, name } }) => [id, name])}
  />
  <BoundedNumber
    label="Approach speed"
    name="speed"
    unit="kt"
    min={50}
    max={200}
    step={5}
    bind:value={briefed.speed_kt}
  />
  <BoundedNumber
    label="Wind from"
    name="wind-from"
    unit="°"
    min={0}
    max={360}
    step={10}
    bind:value={briefed.windFrom_deg}
  />
  <BoundedNumber
    label="Wind"
    name="wind"
    unit="kt"
    min={0}
    max={60}
    step={5}
    bind:value={briefed.windSpeed_kt}
  />
  <BoundedNumber
    label="Temperature"
    name="temperature"
    unit="°C"
    min={-50}
    max={45}
    step={5}
    bind:value={briefed.temperature_C}
  />
  <ChoiceField
    label="Way in"
    name="transition"
    bind:value={briefed.transition}
    choices={[...approach.transitions.map(({ id, name }) => [id, name] as const), ['', 'vectors to final']]}
  />
  <ChoiceField
    label="Minimums"
    name="line"
    bind:value={briefed.line}
    choices={[['', 'lowest usable'], ...lines.map((line) => [line, line] as const)]}
  />
  {#if approach.path}
    <ChoiceField label="Path" name="path" bind:value={briefed.path} choices={['received', 'not received']} />
  {/if}
  {#if stepDowns.length > 0}
    <ChoiceField
      label={stepDowns.join(', ')}
      name="stepDowns"
      bind:value={briefed.stepDowns}
      choices={['received', 'not received']}
    />
  {/if}
  {#if remote}
    <ChoiceField
      label="Altimeter setting"
      name="altimeter"
      bind:value={briefed.altimeter}
      choices={[
        ['local', 'from here'],
        ['remote', 'from elsewhere']
      ]}
    />
  {/if}
  {#if hasLights}
    <ChoiceField
      label="Approach lights"
      name="lights"
      bind:value={briefed.approachLights}
      choices={['on', 'out']}
    />
  {/if}
  <ChoiceField
    label="Without a path"
    name="technique"
    bind:value={briefed.technique}
    choices={[
      ['continuous', 'one descent, +50 ft'],
      ['step-down', 'step down, level']
    ]}
  />
  <ChoiceField
    label="Set minimum to"
    name="round"
    bind:value={briefed.round}
    choices={[
      ['10', 'next 10 ft'],
      ['20', 'next 20 ft'],
      ['1', 'the foot']
    ]}
  />
</div>
