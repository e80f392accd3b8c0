<script lang="ts">
  import { Switch } from 'bits-ui';
  import type { Snippet } from 'svelte';

  /** A switch: what it says happens at once. */
  let {
    checked = $bindable(false),
    disabled = false,
    onchange,
    children
  }: {
    checked?: boolean;
    disabled?: boolean;
    onchange?: (checked: boolean) => void;
    children: Snippet;
  } = $props();
</script>

<label class="flex min-h-7 items-center gap-2 {disabled ? 'opacity-60' : ''}">
  <Switch.Root
    bind:checked
    {disabled}
    onCheckedChange={onchange}
    class="flex h-4 w-7 shrink-0 items-center rounded-full border border-strong-line bg-paper px-px data-[state=checked]:border-now data-[state=checked]:bg-now"
  >
    <Switch.Thumb
      class="block size-3 rounded-full bg-strong-line data-[state=checked]:translate-x-3 data-[state=checked]:bg-sheet"
    />
  </Switch.Root>
  <span>{@render children()}</span>
</label>
