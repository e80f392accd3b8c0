<script lang="ts">
  import { enhance } from '$app/forms';
  import { onDayOfYear } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { signedWords, type SignableLine } from './log-words';

  /** What is about to be signed, read once more. */
  let {
    entry = $bindable(),
    studentName,
    signer,
    dateOf
  }: {
    entry: SignableLine | null;
    studentName: string;
    signer: string | undefined;
    dateOf: (id: string | null) => string;
  } = $props();
</script>

<Sheet
  bind:open={() => entry !== null, (open) => !open && (entry = null)}
  title="Sign this entry for {studentName}?"
  description="Once signed it cannot be changed, only corrected or voided by another entry."
>
  {#if entry}
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-[13px] [&_dt]:text-soft">
      <dt>Date</dt>
      <dd class="figure">{onDayOfYear(entry.content.date)}</dd>
      {#each signedWords(entry, dateOf) as [what, words] (what)}
        <dt>{what}</dt>
        <dd>{words}</dd>
      {/each}
    </dl>
    <p class="mt-3 text-[13px]">Signed by {signer}, with the time.</p>
    <form
      method="POST"
      action="?/sign"
      use:enhance={() =>
        async ({ update }) => {
          await update();
          entry = null;
        }}
      class="mt-4 flex justify-end gap-2"
    >
      <input type="hidden" name="entry" value={entry.id} />
      <button type="button" class={button.plain} onclick={() => (entry = null)}>Cancel</button>
      <button class={button.main}>Sign</button>
    </form>
  {/if}
</Sheet>
