<script lang="ts">
  import { Tooltip } from 'bits-ui';
  import type { Snippet } from 'svelte';

  /** Words that say more about what they stand over: at the pointer, at the focus, and to a screen reader. */
  let { says, class: look = '', children }: { says: string; class?: string; children: Snippet } = $props();
</script>

<Tooltip.Provider delayDuration={200}>
  <Tooltip.Root>
    <Tooltip.Trigger class="{look} cursor-help underline decoration-dotted underline-offset-3">
      {@render children()}<span class="sr-only">: {says}</span>
    </Tooltip.Trigger>
    <Tooltip.Portal>
      <Tooltip.Content
        sideOffset={4}
        collisionPadding={8}
        class="z-[60] max-w-72 rounded-sm border border-strong-line bg-sheet px-3 py-2 text-xs leading-snug text-ink shadow-lg"
        >{says}</Tooltip.Content
      >
    </Tooltip.Portal>
  </Tooltip.Root>
</Tooltip.Provider>
