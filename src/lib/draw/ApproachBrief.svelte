<script lang="ts">
  import type { ApproachChart } from '$core/drill/approach/chart-of-plan';
  import ApproachPlan from './ApproachPlan.svelte';
  import ApproachProfile from './ApproachProfile.svelte';

  /** The approach of a lesson as its card briefs it, on the lesson's own day. */
  let { chart }: { chart: ApproachChart } = $props();
  const { approach, card, items, picture } = $derived(chart);
</script>

<div class="grid gap-3 sm:grid-cols-2 print:grid-cols-2">
  <ApproachPlan {picture} label="Plan of {approach.name}: ways in, final course, missed approach" />
  <ApproachProfile {approach} {card} />
</div>
<dl class="grid grid-cols-[110px_1fr] gap-x-3 gap-y-1 text-[13px] [&_dt]:text-soft">
  {#each items as { id, title, lines } (id)}
    <dt>{title}</dt>
    <dd>
      {#each lines as line, i (i)}<p class={id === 'minimum' && i === 0 ? 'font-bold' : ''}>
          {line}
        </p>{/each}
    </dd>
  {/each}
</dl>
