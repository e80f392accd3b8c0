<script lang="ts">
  import { Slider } from 'bits-ui';

  /** A value slid along its range. */
  let {
    label,
    value,
    min,
    max,
    step,
    shown,
    disabled = false,
    onslide
  }: {
    label: string;
    value: number;
    min: number;
    max: number;
    step: number;
    /** The value in words, as it is read out. */
    shown: string;
    disabled?: boolean;
    onslide: (value: number) => void;
  } = $props();

  /** As the slider itself can stand: a value between two steps would be set anew at every picture. */
  const stepped = $derived(Math.min(max, Number((min + Math.round((value - min) / step) * step).toFixed(4))));
</script>

<Slider.Root
  type="single"
  {min}
  {max}
  {step}
  thumbPositioning="exact"
  {disabled}
  bind:value={() => stepped, onslide}
  class="relative flex h-6 w-full touch-none items-center select-none data-disabled:opacity-70"
>
  <span class="relative h-1 w-full rounded-full bg-phase">
    <Slider.Range class="absolute h-full rounded-full bg-now" />
  </span>
  <Slider.Thumb
    index={0}
    aria-label={label}
    aria-valuetext={shown}
    class="block size-4 rounded-full border-2 border-now bg-sheet"
  />
</Slider.Root>
