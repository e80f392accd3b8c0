<script lang="ts">
  import { assistLevels, type LessonPlan } from '$core/drill/lesson-plan';
  import { faultKinds, faultNames, type FaultKind } from '$core/instrument/instrument-fault';
  import { instrumentIds, type InstrumentId } from '$core/instrument/readings';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';

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
  <Field label="Panel" name="panel">
    <select id="panel" class={input} bind:value={plan.panel}>
      <option value="dials">round dials</option>
      <option value="tapes">tapes</option>
    </select>
  </Field>
  <Field label="Most help allowed" name="assist">
    <select id="assist" class={input} bind:value={plan.assist}>
      {#each assistLevels as level (level)}<option value={level}
          >{level === 'direct' ? 'none: the stick' : level.replace('-', ' ')}</option
        >{/each}
    </select>
  </Field>
  <Field label="Corridors" name="corridors">
    <select id="corridors" class={input} bind:value={plan.corridors}>
      <option value="hints">shown (hints)</option>
      <option value="test">hidden (test)</option>
    </select>
  </Field>
  <Field label="Fuel" name="fuelShare" unit="%">
    <input
      id="fuelShare"
      type="number"
      min="5"
      max="100"
      step="5"
      class={numberInput}
      bind:value={() => Math.round(plan.fuelShare * 100), (value) => (plan.fuelShare = (value ?? 100) / 100)}
    />
  </Field>
  <details class="col-span-4 text-[13px]">
    <summary class="min-h-7 cursor-pointer text-now">
      Partial panel: {plan.covered.length + coveredByDrill.length} covered, {plan.faults.length} failing
    </summary>
    <div class="mt-1 grid grid-cols-2 gap-x-6">
      <div>
        {#each instrumentIds as id (id)}
          <label class="flex min-h-7 items-center gap-2"
            ><input
              type="checkbox"
              checked={plan.covered.includes(id) || coveredByDrill.includes(id)}
              disabled={coveredByDrill.includes(id)}
              onchange={() => toggle(id)}
            />
            {id.replace('-', ' ')} covered</label
          >
        {/each}
      </div>
      <div>
        {#each faultKinds as kind (kind)}
          {@const fault = faultOf(kind)}
          <div class="flex min-h-7 items-center gap-2">
            <label class="flex items-center gap-2"
              ><input
                type="checkbox"
                checked={fault !== undefined}
                onchange={(event) => setFault(kind, event.currentTarget.checked)}
              />
              {faultNames[kind]}</label
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
