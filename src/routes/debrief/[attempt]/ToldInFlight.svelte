<script lang="ts">
  import type { Flight } from '$core/flight/flight';
  import { clock } from '$core/measure/figure';

  /** What the coach said, or the autopilot did, in a flight, and when. */
  let {
    flight,
    kind,
    title,
    onmoment
  }: {
    flight: Flight | null;
    kind: 'hint' | 'autopilot';
    title: (count: number) => string;
    onmoment: (time_s: number) => void;
  } = $props();
  const told = $derived(flight?.events.flatMap((event) => (event.kind === kind ? [event] : [])) ?? []);
</script>

{#if told.length > 0}
  <details class="mt-3 text-[13px]">
    <summary class="cursor-pointer text-now">{title(told.length)}</summary>
    <ol class="mt-1 grid gap-0.5">
      {#each told as { time_s, detail }, i (i)}
        <li class="grid grid-cols-[44px_1fr] gap-1">
          <button
            class="figure text-left text-xs text-now underline underline-offset-2"
            onclick={() => onmoment(time_s)}>{clock(time_s)}</button
          ><span>{detail}</span>
        </li>
      {/each}
    </ol>
  </details>
{/if}
