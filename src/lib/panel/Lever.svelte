<script lang="ts">
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
  const id = $props.id();
  /** As the slider itself can stand: a value between two steps would be set anew at every picture. */
  const stepped = $derived(Number((Math.round(value / step) * step).toFixed(4)));
</script>

<div class="grid grid-cols-[64px_1fr_64px] items-center gap-2 text-[13px]">
  <label for={id} class="text-soft">{name}</label>
  <!-- Once let go of, the arrow keys go back to the airplane. -->
  <input
    {id}
    type="range"
    {min}
    {max}
    {step}
    bind:value={() => stepped, (moved) => (value = moved)}
    disabled={readonly}
    onpointerup={(event) => event.currentTarget.blur()}
    class="h-6 w-full accent-(--now) disabled:opacity-70"
  />
  <output for={id} class="figure text-right">{shown}</output>
</div>
