<script lang="ts">
  import { enhance } from '$app/forms';
  import { freshId } from '$lib/worker/fresh-id';
  import { button } from '$lib/ui/button';

  /** Own practice of one thing, flown or first shown: planned at one press. */
  let {
    id,
    seed,
    task,
    name,
    level = null,
    main = false,
    evening = false
  }: {
    id: string;
    seed: number;
    task: string;
    name: string;
    /** null: the one that is due. */
    level?: number | null;
    main?: boolean;
    /** On the first evening: with whatever is easiest, whatever level is due. */
    evening?: boolean;
  } = $props();
</script>

<!-- Each press is another flight; the id that came with the page serves where there are no scripts. -->
<form
  method="POST"
  action="/practise"
  use:enhance={({ formData }) => formData.set('id', freshId())}
  class="flex flex-wrap gap-2"
>
  <input type="hidden" name="id" value={id} />
  <input type="hidden" name="seed" value={seed} />
  <input type="hidden" name="task" value={task} />
  {#if evening}<input type="hidden" name="evening" value="1" />{/if}
  {#if level !== null && !evening}<input type="hidden" name="level" value={level} />{/if}
  <button class={main ? button.main : button.plain} aria-label="Fly it: {name}">Fly it</button>
  <button class={button.quiet} name="shown" value="1" aria-label="Show me first: {name}">Show me first</button
  >
  <button class={button.quiet} name="with" value="1" aria-label="With me: {name}">With me</button>
</form>
