<script lang="ts">
  import type { DrillFile } from '$core/drill/drill-file';
  import type { OtherFix } from '$core/drill/other-fixes';
  import { fixedBy } from '$core/drill/reference';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import { input } from '$lib/ui/input';

  /** Further fixes of a drill by radio, beside the one it begins about: a phase can be flown about any of them. */
  let {
    navigation,
    onchange
  }: { navigation: NonNullable<DrillFile['navigation']>; onchange: (others: OtherFix[]) => void } = $props();
  const others = $derived(navigation.others ?? []);

  const BY = {
    vor: 'VOR',
    ndb: 'NDB',
    dme: 'radial and DME',
    radials: 'two radials',
    rnav: 'waypoint',
    localizer: 'localizer'
  };
  const small = `${input} !min-h-7 !px-1.5 !py-0.5 text-[13px] text-ink`;
  const set = (index: number, change: Partial<OtherFix>) =>
    onchange(others.map((other, i) => (i === index ? { ...other, ...change } : other)));
  /** An id no other fix has. It stays when the fix is renamed: phases and figures go by it. */
  function freshId(): string {
    const taken = others.map(({ id }) => id);
    let number = 2;
    while (taken.includes(`fix-${number}`)) number += 1;
    return `fix-${number}`;
  }
  const rename = (index: number, name: string) => name.trim() && set(index, { name: name.trim() });
  /** Names as they are typed, with anything between them. */
  const namesIn = (text: string) =>
    text
      .toUpperCase()
      .match(/[A-Z]{1,5}/g)
      ?.slice(0, 8) ?? [];
</script>

<h2 class="mt-4">More fixes</h2>
<p class="text-xs text-soft">
  Beside the fix the drill begins about. A phase says which one it is flown about; the plan says which fix of
  its world that is.
</p>
<ul class="mt-1 grid gap-1.5">
  {#each others as other, index (index)}
    <li class="flex flex-wrap items-end gap-2 border border-line p-2" aria-label="Fix {index + 2}">
      <label class="w-36 text-xs text-soft"
        >name
        <input
          class={small}
          value={other.name}
          onchange={(e) => rename(index, e.currentTarget.value)}
        /></label
      >
      <label class="w-40 text-xs text-soft"
        >found by
        <Choice
          label="found by"
          class={small}
          bind:value={() => other.by, (by) => set(index, { by })}
          choices={fixedBy.map((by) => [by, BY[by]] as const)}
        /></label
      >
      <label class="min-w-40 flex-1 text-xs text-soft"
        >usually
        <input
          class="{small} figure"
          value={other.usualFixes.join(', ')}
          onchange={(e) => {
            const names = namesIn(e.currentTarget.value);
            if (names.length > 0) set(index, { usualFixes: names });
            else e.currentTarget.value = other.usualFixes.join(', ');
          }}
        /></label
      >
      <label class="w-32 text-xs text-soft"
        >turns
        <Choice
          label="turns"
          class={small}
          bind:value={() => other.turn ?? 'right', (turn) => set(index, { turn })}
          choices={['right', 'left']}
        /></label
      >
      <button
        type="button"
        class="min-h-7 px-1.5 text-hard"
        aria-label="Remove fix {other.name}"
        onclick={() => onchange(others.filter((_, i) => i !== index))}>✕</button
      >
    </li>
  {/each}
</ul>
{#if others.length < 6}
  <button
    type="button"
    class="{button.plain} mt-2"
    onclick={() =>
      onchange([
        ...others,
        {
          id: freshId(),
          name: 'Second',
          by: navigation.by,
          usualFixes: [...navigation.usualFixes],
          turn: 'right'
        }
      ])}>Add a fix</button
  >
{/if}
