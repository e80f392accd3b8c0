<script lang="ts">
  import type { FlightOutbox } from '$lib/worker/flight-outbox.svelte';
  import { button } from './button';
  import { saveFile } from './save-file';

  /** Flights in this browser that the server will not take: seen, exported or discarded by who flew them. */
  let { outbox }: { outbox: FlightOutbox } = $props();

  async function save(id: string) {
    saveFile(await outbox.exported(id), `hanza-unsent-${id.slice(0, 8)}.json`, 'application/json');
  }
</script>

<section class="no-print mb-4 border border-below p-3 text-[13px]" aria-label="Flights not accepted">
  {#each outbox.refused as attempt (attempt.id)}
    <div class="flex flex-wrap items-center justify-between gap-2">
      <p>
        <strong>A flight in this browser was not accepted:</strong>
        {attempt.refused}. It is kept here.
      </p>
      <div class="flex gap-2">
        <button class={button.plain} onclick={() => outbox.tryAgain(attempt.id)}>Try again</button>
        <button class={button.plain} onclick={() => save(attempt.id)}>Save as a file</button>
        <button class={button.plain} onclick={() => outbox.discard(attempt.id)}>Discard</button>
      </div>
    </div>
  {/each}
</section>
