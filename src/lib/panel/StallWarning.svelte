<script lang="ts">
  /** The lamp of the stall warner, over the panel: red, and in words. */
  let { on }: { on: boolean } = $props();
</script>

<p class="pointer-events-none absolute inset-x-0 top-0 z-20 flex justify-center" role="status">
  {#if on}<span
      class="bg-hard px-3 py-1 text-[13px] font-bold text-sheet compact:px-2 compact:py-0 compact:text-[11px]"
      >Stall warning</span
    >{/if}
</p>
