<script lang="ts">
  import { Checkbox } from 'bits-ui';
  import type { Snippet } from 'svelte';

  /** A box to tick: something that is so or not, kept when the form is sent. */
  let {
    checked = $bindable(false),
    name,
    label,
    disabled = false,
    onchange,
    children
  }: {
    checked?: boolean;
    /** Given where a form sends it. */
    name?: string;
    /** Given where no words stand beside it. */
    label?: string;
    disabled?: boolean;
    onchange?: (checked: boolean) => void;
    children?: Snippet;
  } = $props();
</script>

<label class="flex min-h-7 items-center gap-2 {disabled ? 'opacity-60' : ''}">
  <Checkbox.Root
    bind:checked
    {name}
    {disabled}
    aria-label={label}
    onCheckedChange={onchange}
    class="grid size-4 shrink-0 place-items-center rounded-[2px] border border-strong-line bg-sheet data-[state=checked]:border-now data-[state=checked]:bg-now"
  >
    {#snippet children({ checked })}
      {#if checked}<svg viewBox="0 0 12 12" class="size-3 text-sheet" aria-hidden="true"
          ><path d="M2 6.5 5 9.5 10 3" fill="none" stroke="currentColor" stroke-width="2" /></svg
        >{/if}
    {/snippet}
  </Checkbox.Root>
  {#if children}<span>{@render children()}</span>{/if}
</label>
