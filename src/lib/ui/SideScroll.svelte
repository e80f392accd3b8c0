<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Holds what may be wider than a phone: it scrolls by itself, by finger and by keys, and the page stays still. */
  let { label, children }: { label: string; children: Snippet } = $props();
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="overflow-x-auto" role="region" aria-label={label} tabindex="0">
  {@render children()}
</div>
