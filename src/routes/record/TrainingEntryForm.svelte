<script lang="ts">
  import DayField from '$lib/ui/DayField.svelte';
  import Tick from '$lib/ui/Tick.svelte';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import { enhance } from '$app/forms';
  import { untrack } from 'svelte';
  import { approachKinds, devices, type TrainingEntry } from '$core/record/log-entry';
  import { button } from '$lib/ui/button';
  import { deviceNames } from './device-names';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';

  let {
    id,
    studentId,
    corrects,
    start,
    today,
    refusal,
    onclose
  }: {
    id: string;
    studentId: string;
    corrects: string | null;
    start: TrainingEntry | null;
    today: string;
    refusal: { field: string; message: string } | null;
    onclose: () => void;
  } = $props();

  let approaches = $state<{ kind: string; place: string }[]>(
    untrack(() => start?.approaches.map((a) => ({ ...a })) ?? [])
  );
  let device = $state<TrainingEntry['device']>(untrack(() => start?.device ?? 'airplane'));
  let sent = $state(false);
  const problem = (field: string) => (sent && refusal?.field === field ? refusal.message : null);
  const approachProblem = $derived(sent && refusal?.field.startsWith('approaches') ? refusal.message : null);
</script>

{#snippet hours(
  label: string,
  name: 'total_h' | 'instrumentActual_h' | 'instrumentSimulated_h' | 'crossCountryPic_h'
)}
  <Field {label} {name} unit="h" problem={problem(name)}>
    <input
      id={name}
      {name}
      inputmode="decimal"
      class={numberInput}
      value={start?.[name] ?? ''}
      placeholder="0.0"
      aria-invalid={problem(name) ? true : undefined}
    />
  </Field>
{/snippet}

<form
  method="POST"
  action="?/enter"
  use:enhance={() =>
    async ({ update, result }) => {
      sent = true;
      await update({ reset: false });
      if (result.type === 'success') onclose();
    }}
  class="grid gap-3"
>
  <input type="hidden" name="id" value={id} />
  <input type="hidden" name="student" value={studentId} />
  <input type="hidden" name="corrects" value={corrects ?? ''} />
  <div class="grid grid-cols-[150px_1fr_1fr] gap-3">
    <DayField
      label="Date"
      name="date"
      problem={problem('date')}
      start={start?.date ?? today}
      latest={today}
    />
    <ChoiceField
      label="Flown in"
      name="device"
      problem={problem('device')}
      bind:value={device}
      choices={devices.map((device) => [device, deviceNames[device]])}
    />
    <Field label="Type and registration" name="aircraft" problem={problem('aircraft')}>
      <input
        id="aircraft"
        name="aircraft"
        class={input}
        value={start?.aircraft ?? ''}
        required
        maxlength="60"
      />
    </Field>
  </div>
  <Field label="Route" name="route" problem={problem('route')}>
    <input
      id="route"
      name="route"
      class={input}
      value={start?.route ?? ''}
      placeholder="XVLB – XVKO – XVLB"
      required
      maxlength="120"
    />
  </Field>
  <div class="grid grid-cols-4 gap-3">
    {@render hours('Total', 'total_h')}
    {@render hours('Actual instrument', 'instrumentActual_h')}
    {@render hours('Simulated instrument', 'instrumentSimulated_h')}
    {@render hours('Cross-country, PIC', 'crossCountryPic_h')}
  </div>
  <div class="grid grid-cols-2 gap-3">
    <Field label="Safety pilot" name="safetyPilot" problem={problem('safetyPilot')}>
      <input
        id="safetyPilot"
        name="safetyPilot"
        class={input}
        value={start?.safetyPilot ?? ''}
        maxlength="80"
      />
    </Field>
    <Field
      label="IFR cross-country"
      name="ifrCrossCountry_nm"
      unit="NM"
      problem={problem('ifrCrossCountry_nm')}
    >
      <input
        id="ifrCrossCountry_nm"
        name="ifrCrossCountry_nm"
        inputmode="numeric"
        class={numberInput}
        value={start?.ifrCrossCountry_nm ?? ''}
        placeholder="0"
      />
    </Field>
  </div>
  <div class="flex flex-wrap gap-x-5 text-[13px]">
    <Tick name="withInstructor" checked={start?.withInstructor ?? true}>with an instructor</Tick>
    <Tick name="holding" checked={start?.holding ?? false}>holding</Tick>
    <Tick name="interceptingTracking" checked={start?.interceptingTracking ?? false}
      >intercepting and tracking</Tick
    >
  </div>
  <fieldset>
    <legend class="text-xs text-soft">Approaches</legend>
    {#each approaches as approach, index (index)}
      <div class="mt-1 flex items-center gap-2">
        <Choice
          name="approachKind"
          class="{input} max-w-40"
          label="Kind of approach {index + 1}"
          bind:value={approach.kind}
          choices={approachKinds}
        />
        <input
          name="approachPlace"
          class={input}
          aria-label="Place of approach {index + 1}"
          placeholder="where"
          bind:value={approach.place}
          maxlength="40"
        />
        <button type="button" class={button.quiet} onclick={() => approaches.splice(index, 1)}>remove</button>
      </div>
    {/each}
    {#if approachProblem}<p class="mt-1 text-xs text-hard" role="alert">{approachProblem}</p>{/if}
    <button
      type="button"
      class="{button.quiet} !px-0"
      onclick={() => approaches.push({ kind: 'ILS', place: '' })}>add an approach</button
    >
  </fieldset>
  <Field label="Remarks" name="remarks" problem={problem('remarks')}>
    <textarea id="remarks" name="remarks" rows="2" class={input} maxlength="1000"
      >{start?.remarks ?? ''}</textarea
    >
  </Field>
  {#if sent && refusal && refusal.field === ''}<p class="text-[13px] text-hard" role="alert">
      {refusal.message}
    </p>{/if}
  <div class="flex justify-end gap-2">
    <button type="button" class={button.plain} onclick={onclose}>Cancel</button>
    <button class={button.main}>{corrects ? 'Enter the correction' : 'Enter'}</button>
  </div>
</form>
