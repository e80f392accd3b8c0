<script lang="ts">
  import type { Flight } from '$core/flight/flight';
  import { clock } from '$core/measure/figure';

  /** What the coach said in a flight, and when. */
  let { flight, onmoment }: { flight: Flight | null; onmoment: (time_s: number) => void } = $props();
  const hints = $derived(flight?.events.flatMap((event) => (event.kind === 'hint' ? [event] : [])) ?? []);
</script>

{#if hints.length > 0}
  <details class="mt-3 text-[13px]">
    <summary class="cursor-pointer text-now"
      >The coach spoke {hints.length} {hints.length === 1 ? 'time' : 'times'}</summary
    >
    <ol class="mt-1 grid gap-0.5">
      {#each hints as hint (hint.time_s)}
        <li class="grid grid-cols-[44px_1fr] gap-1">
          <button
            class="figure text-left text-xs text-now underline underline-offset-2"
            onclick={() => onmoment(hint.time_s)}>{clock(hint.time_s)}</button
          ><span>{hint.detail}</span>
        </li>
      {/each}
    </ol>
  </details>
{/if}
