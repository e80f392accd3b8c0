<script lang="ts">
  import { enhance } from '$app/forms';
  import { button } from '$lib/ui/button';

  /** What was just taken off a list, and the way back. */
  let {
    field,
    removed,
    words,
    action = '?/remove'
  }: { field: 'id' | 'key' | 'approach'; removed: string; words: string; action?: string } = $props();
</script>

<form
  method="POST"
  {action}
  use:enhance
  class="my-3 flex items-center gap-3 border border-line p-2 text-[13px]"
>
  <input type="hidden" name={field} value={removed} />
  <input type="hidden" name="undo" value="1" />
  <span role="status">{words}</span>
  <button class={button.plain}>Put it back</button>
</form>
