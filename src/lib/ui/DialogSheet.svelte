<script lang="ts">
  import { Dialog } from 'bits-ui';
  import type { Snippet } from 'svelte';

  let {
    open = $bindable(false),
    title,
    description = '',
    children,
    wide = false,
    letsGo = false
  }: {
    open?: boolean;
    title: string;
    description?: string;
    children: Snippet;
    wide?: boolean;
    /** In the trainer: once closed, the keys go back to the airplane, not to what opened it. */
    letsGo?: boolean;
  } = $props();
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-black/40" />
    <Dialog.Content
      onCloseAutoFocus={(event) => {
        if (!letsGo) return;
        event.preventDefault();
        if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      }}
      class="fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[calc(100vw-2rem)] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-md border border-strong-line bg-sheet p-5 shadow-xl {wide
        ? 'max-w-2xl'
        : 'max-w-md'}"
    >
      <Dialog.Title class="text-base font-bold">{title}</Dialog.Title>
      {#if description}<Dialog.Description class="mt-1 text-[13px] text-soft"
          >{description}</Dialog.Description
        >{/if}
      <div class="mt-4">{@render children()}</div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
