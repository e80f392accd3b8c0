<script lang="ts">
  import { enhance } from '$app/forms';
  import { figure } from '$core/measure/figure';
  import { onDayOfYear } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';
  import type { TrainingLine } from './log-words';

  /** An entry voided, with the reason. */
  let {
    entry = $bindable(),
    studentName,
    freshId,
    problem
  }: {
    entry: TrainingLine | null;
    studentName: string;
    /** Identity of the entry that will void this one: a repeated request is the same one. */
    freshId: string;
    problem: string | null;
  } = $props();
</script>

<Sheet
  bind:open={() => entry !== null, (open) => !open && (entry = null)}
  title="Void an entry of {studentName}"
  description="It stays in the record, struck through, and counts for nothing once the void is signed."
>
  {#if entry}
    <p class="text-[13px]">
      {onDayOfYear(entry.content.date)} · {entry.content.aircraft} · {entry.content.route} ·
      <span class="figure">{figure(entry.content.total_h, 1)} h</span>
    </p>
    <form
      method="POST"
      action="?/void"
      use:enhance={() =>
        async ({ result, update }) => {
          await update();
          if (result.type === 'success') entry = null;
        }}
      class="mt-3 grid gap-3"
    >
      <input type="hidden" name="id" value={freshId} />
      <input type="hidden" name="entry" value={entry.id} />
      <Field label="Why" name="reason" {problem}>
        <input id="reason" name="reason" class={input} required minlength="3" maxlength="1000" />
      </Field>
      <div class="flex justify-end gap-2">
        <button type="button" class={button.plain} onclick={() => (entry = null)}>Cancel</button>
        <button class={button.hard}>Void this entry</button>
      </div>
    </form>
  {/if}
</Sheet>
