<script lang="ts">
  import { page } from '$app/state';
  import { atTime } from '$lib/draw/when';
  import { button } from './button';
  import { input } from './input';

  /** A link that lets somebody choose a password; shown once, to be handed on. */
  let { name, path, until }: { name: string; path: string; until: string } = $props();
  const address = $derived(new URL(path, page.url.origin).href);
  let copied = $state(false);

  async function copy() {
    await navigator.clipboard.writeText(address);
    copied = true;
  }
</script>

<div class="my-3 border border-now p-3" role="status">
  <p class="text-[13px]">
    <strong>Give {name} this link.</strong> It opens once and lets them choose a password. It works until {atTime(
      until
    )} and is not shown again.
  </p>
  <div class="mt-2 flex gap-2">
    <input
      class="{input} figure text-xs"
      readonly
      value={address}
      aria-label="Link for {name}"
      onfocus={(event) => event.currentTarget.select()}
    />
    <button type="button" class="{button.plain} shrink-0" onclick={copy}>{copied ? 'Copied' : 'Copy'}</button>
  </div>
</div>
