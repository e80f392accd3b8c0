<!-- How the grade came about, step by step. -->
<script lang="ts">
  import type { ComponentProps } from 'svelte';
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';
  import GradeArithmetic from './GradeArithmetic.svelte';

  let {
    open = $bindable(),
    tolerance,
    onoverride,
    ...arithmetic
  }: {
    open: boolean;
    /** The tolerance profile’s name. */
    tolerance: string;
    onoverride: (() => void) | null;
  } & ComponentProps<typeof GradeArithmetic> = $props();
</script>

<Sheet
  bind:open
  wide
  title="How the grade came about"
  description="{tolerance}. The worst required element decides; the figure is for trends."
>
  <GradeArithmetic {...arithmetic} />
  <div class="mt-4 flex justify-end gap-2">
    {#if onoverride}
      <button
        class={button.plain}
        onclick={() => {
          open = false;
          onoverride();
        }}>Override…</button
      >
    {/if}
    <button class={button.main} onclick={() => (open = false)}>Close</button>
  </div>
</Sheet>
