<script lang="ts">
  import { untrack } from 'svelte';
  import { figure } from '$core/measure/figure';
  import { HECTOPASCALS_PER_INCH_OF_MERCURY } from '$core/measure/units';
  import NumberField from '$lib/ui/NumberField.svelte';

  /** An altimeter setting, typed in hectopascals or in inches of mercury: their sizes tell them apart. */
  let { value = $bindable(), problem = null }: { value: number; problem?: string | null } = $props();

  const LARGEST_INCHES = 40;
  let typed = $state<number | null>(untrack(() => value));
  const inches = $derived(typed !== null && typed < LARGEST_INCHES);
  const asHectopascals = (number: number) =>
    number < LARGEST_INCHES ? Math.round(number * HECTOPASCALS_PER_INCH_OF_MERCURY * 10) / 10 : number;

  $effect(() => {
    if (typed !== null) value = asHectopascals(typed);
    else value = NaN;
  });
  $effect(() => {
    // Another lesson's setting arrives from outside.
    const outside = value;
    untrack(() => {
      if (Number.isFinite(outside) && (typed === null || asHectopascals(typed) !== outside)) typed = outside;
    });
  });
</script>

<NumberField
  label="Altimeter setting"
  name="altimeterSetting_hPa"
  unit={inches ? 'inHg' : 'hPa'}
  step={inches ? 0.01 : 1}
  {problem}
  hint={typed === null
    ? ''
    : inches
      ? `${figure(asHectopascals(typed), 1)} hPa`
      : `${figure(typed / HECTOPASCALS_PER_INCH_OF_MERCURY, 2)} inHg`}
  bind:value={typed}
/>
