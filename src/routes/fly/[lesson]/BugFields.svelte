<script lang="ts">
  import { HIGHEST_BUG_FT, type Bugs } from '$core/instrument/bugs';
  import type { PersonsHands } from '$lib/controls/hands.svelte';

  /** The marks on the scales: an empty field is no mark. */
  let { hands }: { hands: PersonsHands } = $props();
  const FIELDS: { id: keyof Bugs; name: string; least: number; most: number; step: number }[] = [
    { id: 'heading_deg', name: 'heading', least: 1, most: 360, step: 1 },
    { id: 'altitude_ft', name: 'altitude', least: 0, most: HIGHEST_BUG_FT, step: 100 },
    { id: 'minimum_ft', name: 'minimum', least: 0, most: HIGHEST_BUG_FT, step: 10 }
  ];
  let refused = $state<string | null>(null);

  function set({ id, name, least, most }: (typeof FIELDS)[number], field: HTMLInputElement) {
    const value = field.value.trim() === '' ? null : Math.round(Number(field.value));
    const fits = value === null ? !field.validity.badInput : value >= least && value <= most;
    refused = fits ? null : `${name} bug: from ${least} to ${most}, or empty`;
    if (fits) hands.bugs = { ...hands.bugs, [id]: value };
  }
</script>

<div class="flex items-end gap-2 text-xs" role="group" aria-label="Bugs on the scales">
  <span class="pb-1 text-soft">bugs</span>
  {#each FIELDS as field (field.id)}
    <label class="grid min-w-0 flex-1 text-soft"
      >{field.name}
      <input
        type="number"
        step={field.step}
        class="figure w-full rounded-sm border border-strong-line bg-sheet px-1.5 py-0.5 text-right text-[13px] text-ink"
        value={hands.bugs[field.id]}
        onchange={(event) => set(field, event.currentTarget)}
      /></label
    >
  {/each}
</div>
{#if refused}<p class="text-xs" role="alert">{refused}</p>{/if}
