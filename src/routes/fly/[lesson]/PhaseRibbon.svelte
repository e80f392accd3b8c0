<script lang="ts">
  import { isOfPlan, type Drill } from '$core/drill/drill';
  import { goalWords } from '$lib/draw/goal-words';

  /** The phases of the drill: which one is on, and what it asks for. Long drills show the phases around it. */
  let {
    drill,
    index,
    hints,
    retractable,
    pathLost
  }: {
    drill: Drill;
    index: number | null;
    hints: boolean;
    retractable: boolean;
    pathLost: boolean;
  } = $props();

  const SHOWN = 8;
  /** What comes of the minimum, and of a circle, is not told before it is there. */
  const turnsOut = $derived([
    drill.phases.findIndex(({ segment }) => segment === 'missed'),
    // How the final is flown follows from what is received.
    ...(pathLost ? [drill.phases.findIndex(({ segment }) => segment === 'final')] : []),
    ...drill.checks.flatMap((check) =>
      check.kind === 'threshold' || check.kind === 'circle'
        ? [
            drill.phases.findIndex(
              ({ id }) => id === (check.kind === 'circle' ? check.phases[0] : check.phase)
            )
          ]
        : []
    )
  ]);
  /** What was cleared on the way stands by itself. */
  const phase = $derived(drill.phases[index ?? 0]!);
  const planned = $derived(drill.phases.filter(isOfPlan));
  const known = $derived(
    isOfPlan(phase)
      ? planned.slice(0, Math.min(...turnsOut.filter((at) => at > (index ?? 0)), planned.length))
      : [phase]
  );
  const first = $derived(Math.max(0, Math.min(known.length - SHOWN, (hints ? (index ?? 0) : 0) - 2)));
  const shown = $derived(known.slice(first, first + SHOWN));
</script>

<div
  class="mt-2 grid border-y border-line text-[13px]"
  style:grid-template-columns="repeat({shown.length}, minmax(0, 1fr))"
  aria-label="Phases"
>
  {#each shown as step (step.id)}
    {@const on = index !== null && step.id === phase.id && (hints || !isOfPlan(phase))}
    <div
      class="truncate border-r border-line px-2 py-1 last:border-r-0 {on ? 'bg-band font-bold' : 'text-soft'}"
      aria-current={on ? 'step' : undefined}
    >
      {step.name}
    </div>
  {/each}
</div>
<p class="figure mt-1 min-h-5 text-xs text-soft">
  {#if hints || !isOfPlan(phase)}{goalWords(phase, retractable)}{:else}{known.length === 1
      ? 'one phase'
      : `${known.length} phases`}, as briefed{/if}
</p>
