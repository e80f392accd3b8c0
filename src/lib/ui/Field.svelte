<script lang="ts">
  import type { Snippet } from 'svelte';

  let {
    label,
    name,
    unit = '',
    problem = null,
    hint = '',
    children
  }: {
    label: string;
    name: string;
    unit?: string;
    problem?: string | null;
    hint?: string;
    children: Snippet;
  } = $props();
</script>

<div class="min-w-0">
  <label for={name} class="mb-0.5 block text-xs text-soft">{label}</label>
  <div class="flex items-center gap-1.5">
    {@render children()}
    {#if unit}<span class="shrink-0 text-xs text-soft">{unit}</span>{/if}
  </div>
  {#if problem}
    <p id="{name}-problem" class="mt-1 text-xs leading-snug text-hard" role="alert">{problem}</p>
  {:else if hint}
    <p class="mt-1 text-xs leading-snug text-soft">{hint}</p>
  {/if}
</div>
