<script lang="ts">
  import { onMount, type ComponentProps } from 'svelte';
  import type DialogSheet from './DialogSheet.svelte';
  import { whenIdle } from './when-idle';

  /** A sheet over the page. Its script comes once the page is there: nothing opens by itself, and by then the network may be gone. */
  let { open = $bindable(false), ...rest }: ComponentProps<typeof DialogSheet> = $props();

  let Dialog = $state.raw<typeof DialogSheet | null>(null);
  onMount(() =>
    whenIdle(async () => {
      Dialog = (await import('./DialogSheet.svelte')).default;
    })
  );
</script>

{#if Dialog}<Dialog bind:open {...rest} />{/if}
