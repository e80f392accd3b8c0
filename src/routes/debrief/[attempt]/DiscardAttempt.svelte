<script lang="ts">
  import { enhance } from '$app/forms';
  import { button } from '$lib/ui/button';
</script>

<form method="POST" action="?/discard" class="mt-3 print:hidden" use:enhance>
  <button class={button.plain}>Discard this attempt</button>
  <span class="ml-2 text-xs text-soft">Begun by mistake? It then counts in no list and no trend.</span>
</form>
