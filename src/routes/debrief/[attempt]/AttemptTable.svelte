<script lang="ts">
  import { figure, percent, signedFigure } from '$core/measure/figure';
  import type { ComparableMeasures } from '$core/grade/grade';
  import { onDay } from '$lib/draw/when';

  /** A student's attempts at one drill side by side, oldest first. */
  let {
    attempts,
    here,
    ghostId,
    onghost
  }: {
    attempts: readonly { id: string; score: number; finishedAt: string; comparable: ComparableMeasures }[];
    /** The attempt on screen. */
    here: string;
    ghostId: string | null;
    /** null while there is nothing yet to lay a ghost over. */
    onghost: ((id: string) => void) | null;
  } = $props();
</script>

<table class="sheet-table mt-1 max-w-4xl text-[13px]">
  <thead>
    <tr>
      <th>attempt</th><th class="number">figure</th><th class="number">rate held</th><th class="number"
        >rate RMS</th
      ><th class="number">speed held</th><th class="number">left level at</th><th class="number"
        >lowest at decision</th
      ><th class="number">to climb</th><th class="number">levelled</th><th></th>
    </tr>
  </thead>
  <tbody>
    {#each attempts as attempt, index (attempt.id)}
      {@const c = attempt.comparable}
      {@const isHere = attempt.id === here}
      <tr class={isHere ? 'font-bold' : ''}>
        <td class="figure whitespace-nowrap !py-1">
          {#if isHere}{index + 1} · this one{:else}<a href="/debrief/{attempt.id}"
              >{index + 1} · {onDay(attempt.finishedAt)}</a
            >{/if}
        </td>
        <td class="number !py-1">{attempt.score}</td>
        <td class="number !py-1">{c.rateShare === null ? '–' : percent(c.rateShare)}</td>
        <td class="number !py-1">{c.rateRms_fpm === null ? '–' : `${figure(c.rateRms_fpm)} ft/min`}</td>
        <td class="number !py-1">{c.speedShare === null ? '–' : percent(c.speedShare)}</td>
        <td class="number !py-1"
          >{c.descentBegunAt_kt === null ? '–' : `${figure(c.descentBegunAt_kt)} kt`}</td
        >
        <td class="number !py-1"
          >{c.lowestAtDecision_ft === null ? '–' : `${signedFigure(c.lowestAtDecision_ft)} ft`}</td
        >
        <td class="number !py-1">{c.toClimb_s === null ? '–' : `${figure(c.toClimb_s, 1)} s`}</td>
        <td class="number !py-1"
          >{c.levelOffError_ft === null ? '–' : `${signedFigure(c.levelOffError_ft)} ft`}</td
        >
        <td class="text-right !py-1 font-normal">
          {#if !isHere && onghost}
            <button
              class="text-now underline underline-offset-2"
              aria-pressed={ghostId === attempt.id}
              onclick={() => onghost(attempt.id)}
            >
              {ghostId === attempt.id ? 'hide ghost' : 'ghost'}
            </button>
          {/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>
