<!--
  Once the page is awake: shown in a task of its own, after those that asked before it, since all at once would hold up a click.
  On the server, and as the page wakes: at once.
-->
<script lang="ts" module>
  const waiting: (() => void)[] = [];
  let isAwake = false;

  /** The page is whole; what comes from now on comes in turn. */
  export function awake(): void {
    isAwake = true;
  }
  function next() {
    waiting.shift()!();
    if (waiting.length > 0) setTimeout(next);
  }
  function turn(): Promise<void> {
    return new Promise((resolve) => {
      if (waiting.push(resolve) === 1) setTimeout(next);
    });
  }
</script>

<script lang="ts">
  import type { Snippet } from 'svelte';

  let {
    holds = '',
    children
  }: {
    /** Classes that keep its room until it is there. */
    holds?: string;
    children: Snippet;
  } = $props();
  const mine = isAwake ? turn() : null;
</script>

{#if mine}
  {#await mine}{#if holds}<div class={holds}></div>{/if}{:then}{@render children()}{/await}
{:else}
  {@render children()}
{/if}
