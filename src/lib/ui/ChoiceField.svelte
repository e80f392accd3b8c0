<script lang="ts" generics="T extends string">
  import Choice from './Choice.svelte';
  import type { Choices } from './choices';
  import Field from './Field.svelte';

  /** A choice with its name above it and, where it was refused, why below it. */
  let {
    label,
    name,
    value = $bindable(),
    choices,
    placeholder,
    disabled = false,
    problem = null,
    hint = '',
    onchoose
  }: {
    label: string;
    name: string;
    value: T;
    choices: Choices<T>;
    placeholder?: string;
    disabled?: boolean;
    problem?: string | null;
    hint?: string;
    onchoose?: (value: T) => void;
  } = $props();
</script>

<Field {label} {name} {problem} {hint}>
  <Choice id={name} {name} bind:value {choices} {placeholder} {disabled} {problem} {onchoose} />
</Field>
