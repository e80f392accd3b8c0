<script lang="ts">
  import Tick from '$lib/ui/Tick.svelte';
  import { assistLevels } from '$core/drill/assist-level';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { areaNames } from '$core/instrument/scan-area';
  import { faultKinds, faultNames, type FaultKind } from '$core/instrument/instrument-fault';
  import { instrumentIds, type InstrumentId } from '$core/instrument/readings';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import { numberInput } from '$lib/ui/input';
  import NumberField from '$lib/ui/NumberField.svelte';

  /** What the student sees and may use: panel, help, covers, failures. */
  let { plan = $bindable(), coveredByDrill }: { plan: LessonPlan; coveredByDrill: readonly InstrumentId[] } =
    $props();

  const toggle = (id: InstrumentId) =>
    (plan.covered = plan.covered.includes(id) ? plan.covered.filter((c) => c !== id) : [...plan.covered, id]);
  const faultOf = (kind: FaultKind) => plan.faults.find((fault) => fault.kind === kind);
  function setFault(kind: FaultKind, on: boolean) {
    plan.faults = on
      ? [...plan.faults, { kind, at_s: 60 }]
      : plan.faults.filter((fault) => fault.kind !== kind);
  }
</script>

<fieldset class="grid grid-cols-4 gap-x-4 gap-y-2">
  <legend class="mb-1 font-bold">Panel and help</legend>
  <ChoiceField
    label="Panel"
    name="panel"
    bind:value={plan.panel}
    choices={[['dials', 'round dials'], 'tapes']}
  />
  <ChoiceField
    label="Most help allowed"
    name="assist"
    bind:value={plan.assist}
    choices={assistLevels.map((level) => [
      level,
      level === 'direct' ? 'none: the stick' : level.replace('-', ' ')
    ])}
  />
  <ChoiceField
    label="Corridors"
    name="corridors"
    bind:value={plan.corridors}
    choices={[
      ['hints', 'shown (hints)'],
      ['test', 'hidden (test)']
    ]}
  />
  <NumberField
    label="Fuel"
    name="fuelShare"
    unit="%"
    min={5}
    max={100}
    step={5}
    bind:value={
      () => Math.round(plan.fuelShare * 100), (percent) => (plan.fuelShare = (percent ?? 100) / 100)
    }
  />
  <details class="col-span-4 text-[13px]">
    <summary class="min-h-7 cursor-pointer text-now">
      Partial panel: {plan.covered.length + coveredByDrill.length} covered, {plan.faults.length} failing
    </summary>
    <div class="mt-1 grid grid-cols-2 gap-x-6">
      <div>
        {#each instrumentIds as id (id)}
          <Tick
            checked={plan.covered.includes(id) || coveredByDrill.includes(id)}
            disabled={coveredByDrill.includes(id)}
            onchange={() => toggle(id)}>{areaNames[id]} covered</Tick
          >
        {/each}
      </div>
      <div>
        {#each faultKinds as kind (kind)}
          {@const fault = faultOf(kind)}
          <div class="flex min-h-7 items-center gap-2">
            <Tick checked={fault !== undefined} onchange={(on) => setFault(kind, on)}>{faultNames[kind]}</Tick
            >
            {#if fault}
              at <input
                type="number"
                min="0"
                max="7200"
                aria-label="{faultNames[kind]} at, seconds"
                class="{numberInput} !w-20"
                bind:value={fault.at_s}
              /> s
            {/if}
          </div>
        {/each}
      </div>
    </div>
  </details>
</fieldset>
