<script lang="ts">
  import Choice from '$lib/ui/Choice.svelte';
  import type { PhaseFile, Quantity } from '$core/drill/drill-file';
  import { quantityText } from '$core/drill/quantity-text';
  import { reversalKinds } from '$core/procedure/course-reversal';

  /** What a phase by radio asks for: a course, an arc, a hold or a course reversal, with its figures. */
  let {
    phase,
    names,
    onchange,
    reading,
    small
  }: {
    phase: PhaseFile;
    /** What the drill's figures are called. */
    names: ReadonlyMap<string, string>;
    onchange: (phase: PhaseFile) => void;
    /** Reads a quantity and says what does not fit. */
    reading: (text: string, field: string, use: (quantity: Quantity | undefined) => void) => void;
    small: string;
  } = $props();

  type Part = 'course' | 'arc' | 'hold' | 'reversal';
  function set(part: Part, key: string, text: string, optional: boolean) {
    reading(text, `${part}.${key}`, (quantity) => {
      if (quantity === undefined && !optional) return;
      const next: Record<string, unknown> = { ...phase[part], [key]: quantity };
      if (quantity === undefined) delete next[key];
      onchange({ ...phase, [part]: next });
    });
  }
</script>

{#snippet figure(part: Part, key: string, label: string, value: Quantity | undefined, placeholder = '')}
  <label class="w-32 text-xs text-soft"
    >{label}
    <input
      class="{small} figure text-ink"
      value={quantityText(value, names)}
      {placeholder}
      onchange={(event) => set(part, key, event.currentTarget.value, placeholder !== '')}
    /></label
  >
{/snippet}

{#if phase.course}
  <label class="w-24 text-xs text-soft"
    >way
    <Choice
      label="way"
      class="{small} text-ink"
      bind:value={() => phase.course!.way, (way) => onchange({ ...phase, course: { ...phase.course!, way } })}
      choices={[
        ['to', 'inbound'],
        ['from', 'outbound']
      ]}
    /></label
  >
  {@render figure('course', 'course_deg', 'course °', phase.course.course_deg)}
  {@render figure('course', 'intercept_deg', 'join at °', phase.course.intercept_deg, 'is on it')}
{:else if phase.arc}
  {@render figure('arc', 'radius_nm', 'radius NM', phase.arc.radius_nm)}
  {@render figure('arc', 'to_radial_deg', 'to radial °', phase.arc.to_radial_deg)}
{:else if phase.hold}
  {@render figure('hold', 'inbound_deg', 'inbound °', phase.hold.inbound_deg)}
  {@render figure('hold', 'leg_s', 'leg s', phase.hold.leg_s, '60')}
  {@render figure('hold', 'leg_nm', 'or out to NM', phase.hold.leg_nm, 'by time')}
  {@render figure('hold', 'circuits', 'circuits', phase.hold.circuits)}
{:else if phase.reversal}
  <label class="w-28 text-xs text-soft"
    >kind
    <Choice
      label="kind"
      class="{small} text-ink"
      bind:value={
        () => phase.reversal!.kind, (kind) => onchange({ ...phase, reversal: { ...phase.reversal!, kind } })
      }
      choices={reversalKinds}
    /></label
  >
  {@render figure('reversal', 'inbound_deg', 'inbound °', phase.reversal.inbound_deg)}
  {@render figure('reversal', 'within_nm', 'within NM', phase.reversal.within_nm)}
{/if}
