<script lang="ts">
  import { clock } from '$core/measure/figure';
  import { button } from '$lib/ui/button';

  /** An attempt of an earlier visit that was begun and not finished. */
  let {
    seconds,
    resumable,
    onresume,
    onclose
  }: { seconds: number; resumable: boolean; onresume: () => void; onclose: () => void } = $props();
</script>

<section
  class="mt-3 flex flex-wrap items-center gap-3 border border-below p-3 text-[13px]"
  aria-label="Unfinished attempt"
>
  <p>▼ An attempt of {clock(seconds)} was begun and not finished. Nothing of it is lost.</p>
  {#if resumable}<button class={button.main} onclick={onresume}>Resume it</button>{/if}
  <button class={button.plain} onclick={onclose}>Close and grade it</button>
</section>
