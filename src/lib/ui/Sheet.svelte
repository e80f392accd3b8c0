<script lang="ts">
  import { onMount, type ComponentProps } from 'svelte';
  import type DialogSheet from './DialogSheet.svelte';
  import { whenIdle } from './when-idle';

  /** A sheet over the page. Its script comes once the page is there, before anybody asks: by then the network may be gone. */
  let { open = $bindable(false), ...rest }: ComponentProps<typeof DialogSheet> = $props();

  let Dialog = $state.raw<typeof DialogSheet | null>(null);
  async function fetchDialog() {
    Dialog = (await import('./DialogSheet.svelte')).default;
  }
  onMount(() => whenIdle(() => void fetchDialog()));
  // Asked for sooner, or where it did not come: now.
  $effect(() => {
    if (open && !Dialog) void fetchDialog();
  });
</script>

{#if Dialog}<Dialog bind:open {...rest} />{/if}
