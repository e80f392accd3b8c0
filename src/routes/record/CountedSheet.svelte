<script lang="ts">
  import { figure } from '$core/measure/figure';
  import { onDayOfYear } from '$lib/draw/when';
  import Sheet from '$lib/ui/Sheet.svelte';
  import type { PageData } from './$types';

  /** Which entries a requirement's figure was added up from. */
  let { progress = $bindable() }: { progress: PageData['progress'][number] | null } = $props();
</script>

<Sheet
  bind:open={() => progress !== null, (open) => !open && (progress = null)}
  title={progress?.requirement.name ?? ''}
  description="{figure(progress?.have ?? 0, 1)} counted of {figure(progress?.flown ?? 0, 1)} flown; {figure(
    progress?.requirement.required ?? 0
  )} required."
>
  {#if progress}
    <table class="sheet-table text-[13px]">
      <tbody>
        {#each progress.entries as entry (entry.entryId)}
          <tr
            ><td class="figure !py-1">{onDayOfYear(entry.date)}</td><td class="number !py-1"
              >{figure(entry.amount, 1)}</td
            ></tr
          >
        {:else}<tr><td class="text-soft">No entry counts toward this yet.</td></tr>{/each}
      </tbody>
    </table>
    {#each progress.notes as words (words)}<p class="mt-2 text-[13px] text-below">▼ {words}</p>{/each}
  {/if}
</Sheet>
