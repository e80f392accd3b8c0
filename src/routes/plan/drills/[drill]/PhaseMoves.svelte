<script lang="ts">
  /** Moves a phase of a drill up or down, or takes it out. */
  let { index, onmove, onremove }: { index: number; onmove: (by: 1 | -1) => void; onremove: () => void } =
    $props();
</script>

<span class="flex gap-1 pb-0.5">
  <button
    type="button"
    class="min-h-7 px-1.5"
    aria-label="Move phase {index + 1} up"
    onclick={() => onmove(-1)}>↑</button
  >
  <button
    type="button"
    class="min-h-7 px-1.5"
    aria-label="Move phase {index + 1} down"
    onclick={() => onmove(1)}>↓</button
  >
  <button
    type="button"
    class="min-h-7 px-1.5 text-hard"
    aria-label="Remove phase {index + 1}"
    onclick={onremove}>✕</button
  >
</span>
