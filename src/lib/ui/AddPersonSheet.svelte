<script lang="ts">
  import type { Snippet } from 'svelte';
  import { enhance } from '$app/forms';
  import { button } from './button';
  import PersonFields from './PersonFields.svelte';
  import Sheet from './Sheet.svelte';

  /** Adds somebody through the page's own `add` action; what is returned is the link for their password. */
  let {
    open = $bindable(),
    title,
    problem,
    children
  }: {
    open: boolean;
    title: string;
    problem: (field: string) => string | null;
    /** What is asked before the name. */
    children?: Snippet;
  } = $props();
</script>

<Sheet bind:open {title} description="You get a link for them to choose a password.">
  <form
    method="POST"
    action="?/add"
    use:enhance={() =>
      async ({ result, update }) => {
        await update({ reset: result.type === 'success' });
        if (result.type === 'success') open = false;
      }}
    class="grid gap-3"
  >
    {@render children?.()}
    <PersonFields {problem} />
    <div class="mt-2 flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (open = false)}>Cancel</button>
      <button class={button.main}>Add</button>
    </div>
  </form>
</Sheet>
