<script lang="ts">
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';

  /** Asks before a flight is ended from the station. */
  let { open = $bindable(), onend }: { open: boolean; onend: () => void } = $props();
</script>

<Sheet
  bind:open
  title="End this flight?"
  description="What was flown is kept and graded as far as it went; the student goes to the debrief."
>
  <div class="mt-4 flex justify-end gap-2">
    <button class={button.plain} onclick={() => (open = false)}>Let it go on</button>
    <button
      class={button.hard}
      onclick={() => {
        open = false;
        onend();
      }}>End the flight</button
    >
  </div>
</Sheet>
