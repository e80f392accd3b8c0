<script lang="ts">
  import type { Place } from '$core/earth/local-plane';
  import Cell from './Cell.svelte';
  import type { ApproachDraft } from './draft.svelte';

  /** Fixes an approach has of its own, by distance on the final course or by place. */
  let {
    draft,
    wrongAt,
    start
  }: {
    draft: ApproachDraft;
    wrongAt: (field: string) => boolean;
    /** Where one by place begins. */
    start: Place;
  } = $props();

  const approach = $derived(draft.approach);
  const changed = () => draft.remember();
  const number = (value: string) => (value === '' ? Number.NaN : Number(value.replace(',', '.')));

  /** A fix under another name goes on being what its legs name. */
  function rename(from: string, to: string) {
    const legs = [
      ...draft.approach.transitions.flatMap((way) => way.legs),
      ...draft.approach.final,
      ...draft.approach.missed.legs
    ];
    for (const leg of legs) {
      if (from !== '' && leg.fix === from) leg.fix = to;
      if (from !== '' && leg.about === from) leg.about = to;
    }
    for (const line of draft.approach.minimums) if (line.needsFix === from && from !== '') line.needsFix = to;
    const fix = draft.approach.fixes.find(({ id }) => id === from);
    if (fix) fix.id = to;
    changed();
  }
</script>

<fieldset class="min-w-0">
  <legend class="font-bold">Fixes of its own</legend>
  <ul class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
    {#each approach.fixes as fix, i (i)}
      <li class="flex items-end gap-1.5">
        <Cell
          label="fix"
          width="w-20"
          value={fix.id}
          wrong={wrongAt(`fixes.${i}.id`)}
          onset={(v) => {
            rename(fix.id, v.toUpperCase());
          }}
        />
        {#if 'onFinal_nm' in fix.at}
          <Cell
            label="NM before threshold"
            width="w-28"
            number
            value={fix.at.onFinal_nm}
            onset={(v) => {
              fix.at = { onFinal_nm: number(v) };
              changed();
            }}
          />
        {:else}
          {@const at = fix.at}
          <Cell
            label="latitude °"
            width="w-24"
            number
            value={at.latitude_deg}
            onset={(v) => {
              fix.at = { ...at, latitude_deg: number(v) };
              changed();
            }}
          />
          <Cell
            label="longitude °"
            width="w-24"
            number
            value={at.longitude_deg}
            onset={(v) => {
              fix.at = { ...at, longitude_deg: number(v) };
              changed();
            }}
          />
        {/if}
        <button
          type="button"
          class="px-1 py-1 text-[13px]"
          aria-label="Remove {fix.id}"
          onclick={() => {
            draft.approach.fixes.splice(i, 1);
            changed();
          }}>×</button
        >
      </li>
    {/each}
  </ul>
  <p class="mt-1.5 flex gap-4 text-[13px]">
    <button
      type="button"
      class="text-now underline underline-offset-2"
      onclick={() => {
        draft.approach.fixes.push({ id: '', at: { onFinal_nm: 3 } });
        changed();
      }}>One on the final course</button
    >
    <button
      type="button"
      class="text-now underline underline-offset-2"
      onclick={() => {
        const { latitude_deg, longitude_deg } = start;
        draft.approach.fixes.push({ id: '', at: { latitude_deg, longitude_deg } });
        changed();
      }}>One by latitude and longitude</button
    >
  </p>
</fieldset>
