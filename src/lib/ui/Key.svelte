<script lang="ts">
  import type { Snippet } from 'svelte';
  let { children }: { children: Snippet } = $props();
</script>

<kbd class="figure rounded-sm border border-line bg-paper px-1.5 py-0.5 text-xs text-ink"
  >{@render children()}</kbd
>
