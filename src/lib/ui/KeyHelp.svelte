<script lang="ts">
  import { onMount } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import Sheet from './Sheet.svelte';
  import Key from './Key.svelte';
  import { belongsToFocus, shownShortcuts } from './shortcuts.svelte';

  let open = $state(false);
  const everywhere = [
    { shown: '?', does: 'this list' },
    { shown: 'Ctrl K', does: 'go anywhere' }
  ];

  onMount(() =>
    tinykeys(window, {
      'Shift+?': (event) => {
        if (!belongsToFocus(event)) open = !open;
      }
    })
  );
</script>

<Sheet bind:open title="Keys">
  <dl class="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2 text-[13px]">
    {#each [...shownShortcuts.list.filter((s) => s.shown), ...everywhere] as shortcut (shortcut.shown)}
      <dt class="text-right"><Key>{shortcut.shown}</Key></dt>
      <dd>{shortcut.does}</dd>
    {/each}
  </dl>
</Sheet>
