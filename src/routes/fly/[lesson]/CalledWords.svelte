<script lang="ts">
  import type { Frame } from '$lib/worker/flight-protocol';

  /** What an instructor would say now: the call, the clearance to come, the coach's hint. */
  let {
    call,
    clearance,
    time_s,
    hint
  }: { call: string | null; clearance: string | null; time_s: number; hint: Frame['hint'] } = $props();

  /** A hint stands for as long as it takes to do it. */
  const HINT_STANDS_S = 9;
  const coached = $derived(hint && time_s - hint.time_s < HINT_STANDS_S ? hint.words : null);
</script>

<p class="min-h-6 text-[15px] font-bold text-now" aria-live="assertive">
  {#if call}“{call}”{/if}
  {#if clearance}<span class="ml-3 font-normal text-ink">{clearance}</span>{/if}
  {#if coached}<span class="ml-3 font-normal text-ink" data-testid="hint">Coach: {coached}</span>{/if}
</p>
