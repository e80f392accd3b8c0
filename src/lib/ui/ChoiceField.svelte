<script lang="ts" generics="T extends string">
  import Field from './Field.svelte';
  import { input } from './input';

  /** One of a few things, chosen by its words. */
  let {
    label,
    name,
    value = $bindable(),
    choices,
    problem = null,
    hint = ''
  }: {
    label: string;
    name: string;
    value: T;
    choices: readonly (readonly [id: T, words: string])[];
    problem?: string | null;
    hint?: string;
  } = $props();
</script>

<Field {label} {name} {problem} {hint}>
  <select
    id={name}
    {name}
    class={input}
    bind:value
    aria-invalid={problem ? true : undefined}
    aria-describedby={problem ? `${name}-problem` : undefined}
  >
    {#each choices as [id, words] (id)}<option value={id}>{words}</option>{/each}
  </select>
</Field>
