<script lang="ts">
  import NumberField from './NumberField.svelte';

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

<NumberField
  {label}
  {name}
  {unit}
  {min}
  {max}
  {step}
  {problem}
  bind:value={
    () => value,
    (typed: number | null) => {
      const fits = typed !== null && typed >= min && typed <= max;
      problem = fits ? null : `${label}: from ${min} to ${max} ${unit}`.trim();
      if (fits) value = typed;
    }
  }
/>
