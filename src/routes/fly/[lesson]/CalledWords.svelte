<script lang="ts">
  import { HINT_STANDS_S } from '$lib/draw/hint-stands';
  import type { Frame } from '$lib/worker/flight-protocol';

  /** What an instructor would say now: the call, the clearance to come, the coach's hint. */
  let {
    call,
    clearance,
    time_s,
    hint,
    said,
    frozen,
    held
  }: {
    call: string | null;
    clearance: string | null;
    time_s: number;
    hint: Frame['hint'];
    said: { words: string; by: string } | null;
    frozen: boolean;
    /** What time was stopped for, flown with the coach; null: it was not. */
    held: string | null;
  } = $props();

  const coached = $derived(hint && time_s - hint.time_s < HINT_STANDS_S ? hint.words : null);
</script>

<p class="min-h-6 text-[15px] font-bold text-now" aria-live="assertive">
  {#if frozen}<span class="mr-3">Your instructor has stopped time.</span>{/if}
  {#if said}<span class="mr-3" data-testid="said">{said.by}: “{said.words}”</span>{/if}
  {#if call}“{call}”{/if}
  {#if clearance}<span class="ml-3 font-normal text-ink">{clearance}</span>{/if}
  {#if held}<span class="ml-3 font-normal text-ink" data-testid="held"
      >Held. {held} Set it, then press space.</span
    >{:else if coached}<span class="ml-3 font-normal text-ink" data-testid="hint">Coach: {coached}</span>{/if}
</p>
