<script lang="ts">
  import Field from '$lib/ui/Field.svelte';
  import { numberInput } from '$lib/ui/input';

  /** A number within limits; what lies outside is said and not used. */
  let {
    label,
    name,
    value = $bindable(),
    min,
    max,
    step = 1,
    unit = ''
  }: {
    label: string;
    name: string;
    value: number;
    min: number;
    max: number;
    step?: number;
    unit?: string;
  } = $props();
  let problem = $state<string | null>(null);
</script>

<Field {label} {name} {unit} {problem}>
  <input
    id={name}
    type="number"
    {min}
    {max}
    {step}
    class={numberInput}
    bind:value={
      () => value,
      (typed: number | null) => {
        problem =
          typed === null || !(typed >= min && typed <= max)
            ? `${label}: from ${min} to ${max} ${unit}`.trim()
            : null;
        if (problem === null) value = typed!;
      }
    }
    aria-invalid={problem ? true : undefined}
    aria-describedby={problem ? `${name}-problem` : undefined}
  />
</Field>
