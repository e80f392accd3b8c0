<script lang="ts">
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';

  /** Asks before an attempt under way is left. */
  let {
    open = $bindable(),
    stoppable,
    onstop,
    onrestart
  }: {
    open: boolean;
    /** Enough has been flown for a debrief. */
    stoppable: boolean;
    onstop: () => void;
    onrestart: () => void;
  } = $props();
  const then = (act: () => void) => () => {
    open = false;
    act();
  };
</script>

<Sheet
  letsGo
  bind:open
  title="Begin again?"
  description="What has been flown so far is kept and graded as far as it went."
>
  <div class="flex flex-wrap justify-end gap-2">
    <button class={button.plain} onclick={() => (open = false)}>Fly on</button>
    <button class={button.plain} onclick={then(onstop)} disabled={!stoppable}>Stop and debrief</button>
    <button class={button.main} onclick={then(onrestart)}>Begin again</button>
  </div>
</Sheet>
