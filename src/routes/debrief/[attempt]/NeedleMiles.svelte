<script lang="ts">
  import type { Lesson } from '$core/drill/lesson';
  import type { PhaseSpan } from '$core/drill/phase-tracker';
  import type { Flight } from '$core/flight/flight';
  import { needleMiles } from '$core/grade/needle-miles';
  import { figure, percent } from '$core/measure/figure';

  /** The needles of a final mile by mile, in shares of scale and in metres and feet: the nearer, the smaller they should be. */
  let { lesson, flight, spans }: { lesson: Lesson; flight: Flight; spans: readonly PhaseSpan[] } = $props();
  const miles = $derived(needleMiles(flight, lesson, spans));
  const hasPath = $derived(miles.some(({ path }) => path !== null));
</script>

{#if miles.length > 0}
  <section class="mt-4 max-w-xl">
    <h2>Needles, mile by mile</h2>
    <table class="mt-1 w-full text-[13px]">
      <thead>
        <tr class="border-b border-line text-left text-xs text-soft">
          <th class="py-0.5 pr-3 font-normal">before the threshold</th>
          <th class="py-0.5 pr-3 text-right font-normal">off course</th>
          <th class="py-0.5 pr-3 text-right font-normal">beside it</th>
          {#if hasPath}
            <th class="py-0.5 pr-3 text-right font-normal">off the path</th>
            <th class="py-0.5 pr-3 text-right font-normal">in height</th>
          {/if}
          <th class="py-0.5 text-right font-normal">aim</th>
        </tr>
      </thead>
      <tbody>
        {#each miles as mile (mile.to_nm)}
          {@const wide = mile.course > mile.aim}
          {@const offPath = mile.path !== null && mile.path > mile.aim}
          <tr class="figure border-b border-line">
            <td class="py-0.5 pr-3">{mile.to_nm + 1} to {mile.to_nm} NM</td>
            <td class="py-0.5 pr-3 text-right" class:font-bold={wide}
              >{percent(mile.course)}{wide ? ' !' : ''}</td
            >
            <td class="py-0.5 pr-3 text-right">{figure(mile.aside_m)} m</td>
            {#if hasPath}
              <td class="py-0.5 pr-3 text-right" class:font-bold={offPath}
                >{mile.path === null ? '–' : `${percent(mile.path)}${offPath ? ' !' : ''}`}</td
              >
              <td class="py-0.5 pr-3 text-right"
                >{mile.offPath_ft === null ? '–' : `${figure(mile.offPath_ft)} ft`}</td
              >
            {/if}
            <td class="py-0.5 text-right text-soft">{percent(mile.aim)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="mt-1 text-xs text-soft">
      On average in each mile, in shares of full scale. The aim narrows toward the runway; the grade holds to
      the tolerance of the profile all the way. “!” is beyond the aim.
    </p>
  </section>
{/if}
