<script lang="ts">
  /** One result: its name, its figure, and a word about it. */
  let { name, value, note = '' }: { name: string; value: string; note?: string } = $props();
</script>

<div class="flex items-baseline justify-between gap-3 border-b border-line py-1">
  <dt class="text-[13px] text-soft">{name}</dt>
  <dd class="text-right">
    <span class="figure text-[15px]">{value}</span>{#if note}<span class="ml-2 text-xs text-soft">{note}</span
      >{/if}
  </dd>
</div>
