<script lang="ts">
  import { categories, type MinimumLine } from '$core/procedure/approach/approach';
  import Choice from '$lib/ui/Choice.svelte';
  import { inlineInput } from '$lib/ui/input';
  import Cell from './Cell.svelte';
  import type { ApproachDraft } from './draft.svelte';

  /** Minimums by line and category; an empty altitude: not authorised. */
  let { draft, wrongAt }: { draft: ApproachDraft; wrongAt: (field: string) => boolean } = $props();

  const approach = $derived(draft.approach);
  const changed = () => draft.remember();
  const number = (value: string) => (value === '' ? Number.NaN : Number(value.replace(',', '.')));

  function minimum(
    line: MinimumLine,
    category: (typeof categories)[number],
    key: 'altitude_ft' | 'visibility_sm',
    value: string
  ) {
    const now = line[category] ?? { altitude_ft: approach.touchdownElevation_ft + 500, visibility_sm: 1 };
    line[category] = value === '' && key === 'altitude_ft' ? null : { ...now, [key]: number(value) };
    changed();
  }
  const small = `${inlineInput} !min-h-8 w-full !px-1.5 !py-0.5 text-[13px] flex items-center justify-between`;
</script>

<fieldset class="min-w-0">
  <legend class="font-bold">Minimums</legend>
  {#each approach.minimums as line, i (i)}
    <div class="flex flex-wrap items-end gap-1.5 border-t border-line py-1.5">
      <Cell
        label="line"
        width="w-24"
        value={line.line}
        wrong={wrongAt(`minimums.${i}.line`)}
        onset={(v) => {
          line.line = v;
          changed();
        }}
      />
      <div class="w-20">
        <span class="block text-[11px] text-soft">is a</span>
        <Choice
          label="Line {i + 1}: DA or MDA"
          class={small}
          value={line.kind}
          choices={['DA', 'MDA']}
          onchoose={(kind: 'DA' | 'MDA') => {
            line.kind = kind;
            changed();
          }}
        />
      </div>
      {#each categories as category (category)}
        <Cell
          label="{category} ft"
          width="w-16"
          number
          value={line[category]?.altitude_ft}
          wrong={wrongAt(`minimums.${i}.${category}`)}
          onset={(v) => minimum(line, category, 'altitude_ft', v)}
        />
        <Cell
          label="SM"
          width="w-14"
          number
          value={line[category]?.visibility_sm}
          onset={(v) => minimum(line, category, 'visibility_sm', v)}
        />
      {/each}
      <button
        type="button"
        class="px-1.5 py-1 text-[13px]"
        disabled={approach.minimums.length === 1}
        aria-label="Remove line {i + 1}"
        onclick={() => {
          draft.approach.minimums.splice(i, 1);
          changed();
        }}>×</button
      >
    </div>
    {#each draft.at(`minimums.${i}`) as problem (problem.field + problem.message)}
      <p class="text-xs {problem.severity === 'wrong' ? 'text-hard' : 'text-below'}">
        {problem.severity === 'wrong' ? '✕' : '▼'}
        {problem.message}
      </p>
    {/each}
  {/each}
  <p class="mt-1">
    <button
      type="button"
      class="text-[13px] text-now underline underline-offset-2"
      onclick={() => {
        const each = { altitude_ft: approach.touchdownElevation_ft + 500, visibility_sm: 1 };
        draft.approach.minimums.push({
          line: 'circling',
          kind: 'MDA',
          A: each,
          B: { ...each },
          C: { ...each },
          D: { ...each }
        });
        changed();
      }}>Another line</button
    >
  </p>
</fieldset>
