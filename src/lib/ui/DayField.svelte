<script lang="ts">
  import { parseDate } from '@internationalized/date';
  import { DateField } from 'bits-ui';
  import { untrack } from 'svelte';
  import { input } from './input';

  /** A day, typed by its parts or stepped with the arrows; a form sends it as 2026-11-27. */
  let {
    label,
    name,
    start,
    latest,
    problem = null
  }: { label: string; name: string; start: string; latest: string; problem?: string | null } = $props();

  let value = $state(untrack(() => parseDate(start)));
  const late = $derived(value.compare(parseDate(latest)) > 0);
</script>

<DateField.Root bind:value locale="en-GB" maxValue={parseDate(latest)} required>
  <div class="min-w-0">
    <DateField.Label class="mb-0.5 block text-xs text-soft">{label}</DateField.Label>
    <DateField.Input
      {name}
      class="{input} figure flex items-center"
      aria-invalid={problem || late ? true : undefined}
    >
      {#snippet children({ segments })}
        {#each segments as { part, value }, index (index)}
          <DateField.Segment
            {part}
            class="rounded-[2px] px-0.5 focus:bg-band focus:text-ink focus:outline-none"
            >{value}</DateField.Segment
          >
        {/each}
      {/snippet}
    </DateField.Input>
    {#if problem || late}
      <p class="mt-1 text-xs leading-snug text-hard" role="alert">
        {problem ?? 'That day has not come yet.'}
      </p>
    {/if}
  </div>
</DateField.Root>
