<script lang="ts">
  import Slide from '$lib/ui/Slide.svelte';

  let {
    name,
    value = $bindable(),
    min,
    max,
    step,
    shown,
    readonly = false
  }: {
    name: string;
    value: number;
    min: number;
    max: number;
    step: number;
    shown: string;
    readonly?: boolean;
  } = $props();
</script>

<div class="grid grid-cols-[64px_1fr_64px] items-center gap-2 text-[13px]">
  <span class="text-soft" aria-hidden="true">{name}</span>
  <Slide
    label={name}
    {value}
    {min}
    {max}
    {step}
    {shown}
    disabled={readonly}
    onslide={(moved) => (value = moved)}
  />
  <output class="figure text-right" aria-hidden="true">{shown}</output>
</div>
