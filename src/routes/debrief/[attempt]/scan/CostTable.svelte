<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import { firstTarget } from '$core/drill/corridor';
  import type { Drill } from '$core/drill/drill';
  import { quantityWords, sideWords } from '$core/finding/quantity-words';
  import { areaNames } from '$core/instrument/scan-area';
  import { clock, figure } from '$core/measure/figure';
  import type { DeviationCost } from '$core/scan/deviation-cost';

  /** Each deviation beside how long its instrument had been out of sight when it began. */
  let {
    costs,
    drill,
    onselect
  }: { costs: readonly DeviationCost[]; drill: Drill; onselect: (time_s: number) => void } = $props();
  const target = (cost: DeviationCost) => {
    const corridor = drill.phases
      .find((p) => p.id === cost.phaseId)
      ?.corridors.find((c) => c.channel === cost.channel);
    return corridor ? firstTarget(corridor) : 0;
  };
  /** Longer than this a primary instrument should not be out of sight. */
  const LONG_S = 5;
</script>

{#if costs.length === 0}
  <p class="mt-1 text-[13px] text-soft">Nothing left its corridor.</p>
{:else}
  <SideScroll label="What it cost">
    <table class="sheet-table text-[13px]">
      <thead>
        <tr>
          <th>From</th><th>Deviation</th><th>Shown by</th><th class="number">unseen when it began</th><th
            class="number">seen after</th
          ><th class="number">back after</th>
        </tr>
      </thead>
      <tbody>
        {#each costs as cost, index (index)}
          {@const words = quantityWords[cost.channel]}
          {@const long = (cost.unseen_s ?? Infinity) > LONG_S}
          <tr>
            <td class="figure !py-1.5"
              ><button class="min-h-6 text-now underline" onclick={() => onselect(cost.start_s)}
                >{clock(cost.start_s)}</button
              ></td
            >
            <td class="!py-1.5"
              >{words.name}
              {figure(Math.abs(cost.peak), words.decimals)}{words.unit}
              {sideWords(cost.channel, target(cost), cost.peak > 0 ? 'above' : 'below')}</td
            >
            <td class="!py-1.5">{areaNames[cost.area]}</td>
            <td class="number !py-1.5 {long ? 'font-bold text-below' : ''}"
              >{long ? '▼ ' : ''}{cost.unseen_s === null
                ? 'never seen'
                : cost.unseen_s === 0
                  ? 'looking at it'
                  : `${figure(cost.unseen_s, 1)} s`}</td
            >
            <td class="number !py-1.5"
              >{cost.seenAfter_s === null
                ? 'not again'
                : cost.seenAfter_s === 0
                  ? 'at once'
                  : `${figure(cost.seenAfter_s, 1)} s`}</td
            >
            <td class="number !py-1.5">{figure(cost.end_s - cost.start_s)} s</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </SideScroll>
{/if}
