<script lang="ts">
  import { approachKinds, type Approach, type ApproachKind } from '$core/procedure/approach/approach';
  import type { Runway } from '$core/radio/world';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import Cell from './Cell.svelte';
  import type { ApproachDraft } from './draft.svelte';

  /** Name, kind, runway, and the figures a chart has once. */
  let {
    draft,
    runways,
    wrongAt
  }: { draft: ApproachDraft; runways: readonly Runway[]; wrongAt: (field: string) => boolean } = $props();

  const approach = $derived(draft.approach);
  const changed = () => draft.remember();
  const number = (value: string) => (value === '' ? Number.NaN : Number(value.replace(',', '.')));
  function set<K extends keyof Approach>(key: K, value: Approach[K]) {
    draft.approach[key] = value;
    draft.remember();
  }

  function chooseRunway(name: string) {
    const runway = runways.find((r) => r.name === name);
    if (!runway) return;
    draft.approach.runway = runway.name;
    draft.approach.touchdownElevation_ft = Math.round(runway.elevation_ft);
    draft.approach.finalCourse_deg = Math.round(runway.course_deg);
    changed();
  }
</script>

<fieldset class="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4 lg:grid-cols-6">
  <legend class="mb-1 font-bold">What it is</legend>
  <Cell
    label="Name"
    width="col-span-2"
    value={approach.name}
    wrong={wrongAt('name')}
    onset={(v) => set('name', v)}
  />
  <Cell
    label="Short name for addresses"
    width="col-span-2"
    value={approach.id}
    wrong={wrongAt('id')}
    onset={(v) => set('id', v.toLowerCase())}
  />
  <ChoiceField
    label="Kind"
    name="kind"
    bind:value={() => approach.kind, (kind: ApproachKind) => set('kind', kind)}
    choices={[...approachKinds]}
  />
  <ChoiceField
    label="Runway"
    name="runway"
    bind:value={
      () => approach.runway ?? '', (name) => (name === '' ? set('runway', null) : chooseRunway(name))
    }
    choices={[...runways.map(({ name }) => [name, name] as const), ['', 'circling only']]}
  />
  <Cell
    label="Airport elevation ft"
    width=""
    number
    value={approach.airportElevation_ft}
    onset={(v) => set('airportElevation_ft', number(v))}
  />
  <Cell
    label="Touchdown ft"
    width=""
    number
    value={approach.touchdownElevation_ft}
    onset={(v) => set('touchdownElevation_ft', number(v))}
  />
  <Cell
    label="Safe altitude ft"
    width=""
    number
    value={approach.safeAltitude_ft}
    onset={(v) => set('safeAltitude_ft', number(v))}
  />
  <Cell
    label="Variation °, east +"
    width=""
    number
    value={approach.variation_deg}
    onset={(v) => set('variation_deg', number(v))}
  />
  <Cell
    label="Final course °"
    width=""
    number
    value={approach.finalCourse_deg}
    wrong={wrongAt('finalCourse_deg')}
    onset={(v) => set('finalCourse_deg', number(v))}
  />
  <Cell
    label="Led by station"
    width=""
    list="stations"
    value={approach.station}
    wrong={wrongAt('station')}
    onset={(v) => set('station', v.toUpperCase() || null)}
  />
  <Cell
    label="Path °, empty: none"
    width=""
    number
    value={approach.path?.angle_deg}
    wrong={wrongAt('path')}
    onset={(v) =>
      set('path', v === '' ? null : { crossing_ft: approach.path?.crossing_ft ?? 50, angle_deg: number(v) })}
  />
  <Cell
    label="Over threshold ft"
    width=""
    number
    value={approach.path?.crossing_ft}
    onset={(v) => approach.path && set('path', { ...approach.path, crossing_ft: number(v) })}
  />
  <Cell
    label="Chart’s edition"
    width="col-span-2"
    value={approach.edition}
    onset={(v) => set('edition', v)}
  />
</fieldset>
