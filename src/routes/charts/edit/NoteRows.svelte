<script lang="ts">
  import type { Note } from '$core/procedure/approach/approach';
  import Cell from './Cell.svelte';

  /** The notes of a chart: as data where they change something, as words otherwise. */
  let { notes, onchange }: { notes: Note[]; onchange: (notes: Note[]) => void } = $props();

  const fresh: Record<Note['kind'], { words: string; make: () => Note }> = {
    text: { words: 'words', make: () => ({ kind: 'text', words: 'Note' }) },
    'remote altimeter': {
      words: 'remote altimeter setting',
      make: () => ({ kind: 'remote altimeter', source: 'elsewhere', add_ft: 100, addVisibility_sm: 0 })
    },
    'lights out': {
      words: 'approach lights out',
      make: () => ({ kind: 'lights out', addVisibility_sm: 0.25 })
    },
    'lights not coincident': {
      words: 'visual lights not coincident',
      make: () => ({ kind: 'lights not coincident' })
    },
    'no circling': {
      words: 'no circling on one side',
      make: () => ({ kind: 'no circling', runway: '', turn: 'left' })
    },
    cold: { words: 'cold station', make: () => ({ kind: 'cold', below_C: -10 }) }
  };
  const number = (value: string) => Number(value.replace(',', '.'));
  const put = (i: number, note: Note) => onchange(notes.map((old, k) => (k === i ? note : old)));
</script>

<fieldset class="min-w-0">
  <legend class="font-bold">Notes</legend>
  <ul>
    {#each notes as note, i (i)}
      <li class="flex items-end gap-2 border-t border-line py-1.5 text-[13px]">
        {#if note.kind === 'text'}
          <Cell
            label="words"
            width="min-w-0 flex-1"
            value={note.words}
            onset={(words) => put(i, { ...note, words })}
          />
        {:else if note.kind === 'remote altimeter'}
          <Cell
            label="altimeter setting of"
            width="w-40"
            value={note.source}
            onset={(source) => put(i, { ...note, source })}
          />
          <Cell
            label="ft more"
            width="w-20"
            number
            value={note.add_ft}
            onset={(v) => put(i, { ...note, add_ft: number(v) })}
          />
          <Cell
            label="SM more"
            width="w-20"
            number
            value={note.addVisibility_sm}
            onset={(v) => put(i, { ...note, addVisibility_sm: number(v) })}
          />
        {:else if note.kind === 'lights out'}
          <Cell
            label="lights out: SM more"
            width="w-32"
            number
            value={note.addVisibility_sm}
            onset={(v) => put(i, { ...note, addVisibility_sm: number(v) })}
          />
        {:else if note.kind === 'no circling'}
          <Cell
            label="no circling to runway"
            width="w-40"
            value={note.runway}
            onset={(runway) => put(i, { ...note, runway })}
          />
          <button
            type="button"
            class="rounded-sm border border-strong-line px-2 py-1"
            aria-label="by {note.turn} turns: change"
            onclick={() => put(i, { ...note, turn: note.turn === 'left' ? 'right' : 'left' })}
            >by {note.turn} turns</button
          >
        {:else if note.kind === 'cold'}
          <Cell
            label="cold from °C down"
            width="w-32"
            number
            value={note.below_C}
            onset={(v) => put(i, { ...note, below_C: number(v) })}
          />
        {:else}
          <span class="py-1">The visual descent lights do not coincide with the path.</span>
        {/if}
        <button
          type="button"
          class="ml-auto px-1.5 py-1"
          aria-label="Remove note {i + 1}"
          onclick={() => onchange(notes.filter((_, k) => k !== i))}>×</button
        >
      </li>
    {/each}
  </ul>
  <p class="mt-1 flex flex-wrap gap-x-4 text-[13px]">
    {#each Object.entries(fresh) as [kind, { words, make }] (kind)}
      <button
        type="button"
        class="text-now underline underline-offset-2"
        onclick={() => onchange([...notes, make()])}>{words}</button
      >
    {/each}
  </p>
</fieldset>
