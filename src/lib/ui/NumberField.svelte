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

  /** The arrows go by the step; what is typed may be any figure. */
  function stepByArrow(event: KeyboardEvent) {
    const way = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    const now = value ?? min ?? 0;
    // On to the next whole step, from wherever it stands.
    const next = way > 0 ? Math.floor(now / step + 1e-9) + 1 : Math.ceil(now / step - 1e-9) - 1;
    value = Math.min(max ?? Infinity, Math.max(min ?? -Infinity, Number((next * step).toFixed(6))));
  }
</script>

<Field {label} {name} {unit} {problem} {hint}>
  <input
    id={name}
    type="number"
    step="any"
    {min}
    {max}
    class={numberInput}
    bind:value
    onkeydown={stepByArrow}
    aria-invalid={problem ? true : undefined}
    aria-describedby={problem ? `${name}-problem` : undefined}
  />
</Field>
