<script lang="ts">
  import Field from './Field.svelte';
  import { numberInput } from './input';

  /** A number with its unit; null while the field is empty. */
  let {
    label,
    name,
    value = $bindable(),
    unit = '',
    step = 1,
    min,
    max,
    problem = null,
    hint = ''
  }: {
    label: string;
    name: string;
    value: number | null;
    unit?: string;
    step?: number;
    min?: number;
    max?: number;
    problem?: string | null;
    hint?: string;
  } = $props();
</script>

<Field {label} {name} {unit} {problem} {hint}>
  <input
    id={name}
    type="number"
    {step}
    {min}
    {max}
    class={numberInput}
    bind:value
    aria-invalid={problem ? true : undefined}
    aria-describedby={problem ? `${name}-problem` : undefined}
  />
</Field>
