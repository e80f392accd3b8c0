<script lang="ts">
  import Field from './Field.svelte';
  import { input } from './input';

  let { label, problem }: { label: string; problem: string | null } = $props();
</script>

<Field {label} name="password" hint="At least 10 characters. Several words are easy to remember." {problem}>
  <input id="password" name="password" type="password" class={input} autocomplete="new-password" required />
</Field>
