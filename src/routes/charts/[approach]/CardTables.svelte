<script lang="ts">
  import { clock, figure } from '$core/measure/figure';
  import type { Approach } from '$core/procedure/approach/approach';
  import type { ApproachCard } from '$core/procedure/approach/approach-card';

  /** What is looked up on the way down: altitudes by distance, times, rates between steps, cold corrections. */
  let { approach, card }: { approach: Approach; card: ApproachCard } = $props();
  const byDistance = $derived(card.table.filter(({ distance_nm }) => distance_nm <= 8));
</script>

{#if byDistance.length > 0}
  <table class="sheet-table text-[12px]">
    <caption class="text-left text-soft"
      >{card.minimum?.kind === 'DA' ? 'On the path' : 'Advisory path'}, ft</caption
    >
    <tbody>
      <tr
        ><th scope="row" class="!border-b !border-line !py-0.5 text-left font-normal text-soft">NM</th
        >{#each byDistance as row (row.distance_nm)}<td class="number !py-0.5 !pr-1.5">{row.distance_nm}</td
          >{/each}</tr
      >
      <tr
        ><th scope="row" class="!border-b !border-line !py-0.5 text-left font-normal text-soft">ft</th
        >{#each byDistance as row (row.distance_nm)}<td class="number !py-0.5 !pr-1.5"
            >{Math.round(row.altitude_ft)}</td
          >{/each}</tr
      >
    </tbody>
  </table>
{/if}
{#if card.stepDowns.length > 0}
  <table class="sheet-table text-[12px]">
    <caption class="text-left text-soft"
      >Between steps, at {figure(card.groundspeed_kt)} kt over the ground</caption
    >
    <tbody>
      {#each card.stepDowns as step (step.from)}
        <tr
          ><td class="!py-0.5">{step.from} to {step.to}</td><td class="number !py-0.5 !pr-1.5"
            >{figure(step.lose_ft)} ft</td
          ><td class="number !py-0.5 !pr-1.5">{figure(step.distance_nm, 1)} NM</td><td
            class="number !py-0.5 !pr-1.5">{figure(step.rate_fpm)} ft/min</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
{/if}
{#if card.timing}
  <table class="sheet-table text-[12px]">
    <caption class="text-left text-soft"
      >Final fix to missed approach point, {figure(card.timing.distance_nm, 1)} NM</caption
    >
    <tbody>
      <tr
        ><th scope="row" class="!border-b !border-line !py-0.5 text-left font-normal text-soft">kt</th
        >{#each card.timing.table as row (row.groundspeed_kt)}<td class="number !py-0.5 !pr-1.5"
            >{row.groundspeed_kt}</td
          >{/each}</tr
      >
      <tr
        ><th scope="row" class="!border-b !border-line !py-0.5 text-left font-normal text-soft">time</th
        >{#each card.timing.table as row (row.groundspeed_kt)}<td class="number !py-0.5 !pr-1.5"
            >{clock(Math.round(row.time_s))}</td
          >{/each}</tr
      >
    </tbody>
  </table>
{/if}
{#if card.cold.length > 0}
  <table class="sheet-table text-[12px]">
    <caption class="text-left text-soft"
      >Cold: altitudes to fly, ft. Exact from {approach.airport}’s elevation; the rule of 4 % for each 10 °C
      beside it</caption
    >
    <tbody>
      {#each card.cold as row (row.name)}
        <tr
          ><td class="!py-0.5">{row.name}</td><td class="number !py-0.5 !pr-1.5"
            >{figure(row.published_ft)}</td
          ><td class="number !py-0.5 !pr-1.5 font-bold">{figure(row.corrected_ft)}</td><td
            class="number !py-0.5 !pr-0 text-soft"
            >+{figure(row.correction_ft)}, rule +{figure(row.rule_ft)}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
{/if}
