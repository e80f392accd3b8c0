<script lang="ts">
  import Field from './Field.svelte';
  import { input } from './input';

  /** Who somebody is: name, address, stage of training. */
  let {
    person = null,
    problem
  }: {
    /** null: somebody new. */
    person?: { name: string; email: string; stage: string } | null;
    problem: (field: string) => string | null;
  } = $props();
</script>

<Field label="Name" name="name" problem={problem('name')}>
  <input id="name" name="name" class={input} required autocomplete="off" value={person?.name ?? ''} />
</Field>
<Field label="E-mail" name="email" problem={problem('email')}>
  <input
    id="email"
    name="email"
    type="email"
    class={input}
    required
    autocomplete="off"
    value={person?.email ?? ''}
  />
</Field>
<Field label="Stage" name="stage" problem={problem('stage')}>
  <input id="stage" name="stage" class={input} placeholder="Attitude flying" value={person?.stage ?? ''} />
</Field>
