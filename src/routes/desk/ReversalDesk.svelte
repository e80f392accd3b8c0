<script lang="ts">
  import { clock, figure, heading } from '$core/measure/figure';
  import {
    planReversal,
    reversalKinds,
    rollOutWords,
    type ReversalKind
  } from '$core/procedure/course-reversal';
  import PathMap from '$lib/draw/PathMap.svelte';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import type { DeskAir } from './desk-air.svelte';
  import Figure from './Figure.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';

  let { air }: { air: DeskAir } = $props();
  let kind = $state<ReversalKind>('45/180');
  let course_deg = $state(90);
  let side = $state<'right' | 'left'>('right');
  let within_nm = $state(10);
  const plan = $derived(
    planReversal({ kind, inboundCourse_deg: course_deg, side, within_nm }, air.tas_kt, air.wind)
  );
</script>

<div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_380px]">
  <div class="grid min-w-0 content-start gap-4">
    <div class="grid grid-cols-4 gap-x-4 gap-y-2">
      <ChoiceField label="Kind" name="reversal-kind" bind:value={kind} choices={reversalKinds} />
      <BoundedNumber
        label="Inbound course"
        name="reversal-course"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={course_deg}
      />
      <ChoiceField
        label={kind === 'racetrack' ? 'Turns' : 'Outbound, turn'}
        name="reversal-side"
        bind:value={side}
        choices={['right', 'left']}
      />
      <BoundedNumber
        label="Remain within"
        name="reversal-within"
        unit="NM"
        min={3}
        max={30}
        bind:value={within_nm}
      />
    </div>
    <PathMap
      paths={[{ id: 'path', kind: 'ideal', points: plan.kind === 'planned' ? plan.points : [] }]}
      {course_deg}
      wind={air.wind}
      onwind={(wind) => (air.wind = wind)}
      label="Plan of the course reversal with its limit of {within_nm} miles"
    >
      {#snippet over({ x, y, scale })}
        <circle
          cx={x(0)}
          cy={y(0)}
          r={within_nm * scale}
          fill="none"
          stroke="var(--below)"
          stroke-dasharray="7 5"
        />
      {/snippet}
    </PathMap>
  </div>
  <div>
    {#if plan.kind === 'impossible'}
      <p class="border border-hard p-3 text-[13px] text-hard" role="alert">
        Not within this limit: {plan.reason}.
      </p>
    {:else}
      <dl>
        <Figure name="Outbound" value={clock(plan.outbound_s)} note="rule: {clock(plan.ruleOutbound_s)}" />
        <Figure
          name="Turn takes"
          value="{figure(plan.turnAllowance_nm, 1)} NM"
          note="beyond the outbound leg, in still air"
        />
        <Figure name="Farthest" value="{figure(plan.farthest_nm, 1)} NM" note="limit {within_nm} NM" />
        <Figure name="In all" value={clock(plan.total_s)} />
      </dl>
      {@const out = rollOutWords(plan)}
      <p class="mt-2 text-[13px]">Rolled out inbound {out.words}.</p>
      {#if !out.joins}
        <p class="mt-2 border border-hard p-3 text-[13px] text-hard" role="alert">
          In this wind it does not come out on the course in time: take more room, or another reversal.
        </p>
      {/if}
      <h3 class="mt-3 text-[13px] font-bold">Read out</h3>
      <ol class="text-[13px]">
        {#each plan.steps as step, index (index)}
          <li class="grid grid-cols-[1fr_auto_auto] gap-3 border-b border-line py-0.5">
            <span>{step.words}</span><span class="figure">{heading(step.heading_deg)}</span><span
              class="figure">{clock(step.seconds)}</span
            >
          </li>
        {/each}
      </ol>
      <p class="mt-2 text-xs text-soft">
        The rule: (limit − what the turn takes) ÷ groundspeed outbound. The exact time is found by flying the
        whole of it through the moving air. Descend only to the altitude of the segment, established inbound
        before the next.
      </p>
    {/if}
  </div>
</div>
