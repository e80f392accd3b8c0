<script lang="ts">
  import { input } from '$lib/ui/input';

  /** A figure or a name in a row: its words are over the column, or said to who does not see it. */
  let {
    label,
    value,
    onset,
    number = false,
    wrong = false,
    list,
    width = 'w-20'
  }: {
    label: string;
    value: string | number | null | undefined;
    /** Empty: nothing. */
    onset: (value: string) => void;
    number?: boolean;
    wrong?: boolean;
    list?: string;
    width?: string;
  } = $props();
</script>

<label class="block {width}">
  <span class="block truncate text-[11px] text-soft">{label}</span>
  <input
    class="{input} !min-h-8 !px-1.5 !py-0.5 text-[13px] {number ? 'figure text-right' : ''}"
    inputmode={number ? 'decimal' : undefined}
    autocomplete="off"
    spellcheck="false"
    value={value ?? ''}
    {list}
    aria-invalid={wrong}
    onchange={(event) => onset(event.currentTarget.value.trim())}
  />
</label>
