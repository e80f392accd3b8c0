<script lang="ts">
  /** In which of the latest weeks anything was flown. */
  let { weeks }: { weeks: readonly boolean[] } = $props();
  const flown = $derived(weeks.filter(Boolean).length);
</script>

<section>
  <h2>Weeks</h2>
  <p class="mt-1 flex gap-1" aria-hidden="true">
    {#each weeks as isFlown, i (i)}
      <span class="h-3.5 w-3.5 border {isFlown ? 'border-trace bg-trace' : 'border-line bg-paper'}"></span>
    {/each}
  </p>
  <p class="mt-1 text-[13px] text-soft">
    Flown in <span class="figure">{flown}</span> of the last <span class="figure">{weeks.length}</span> weeks.
  </p>
</section>
