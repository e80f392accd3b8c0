<script lang="ts">
  import Choice from '$lib/ui/Choice.svelte';
  import type { PhaseFile, Quantity } from '$core/drill/drill-file';
  import { withoutPlace, type PlanProblem } from '$core/drill/plan-check';
  import { quantityFrom, quantityText } from '$core/drill/quantity-text';
  import { Rejection } from '$core/measure/rejection';
  import { input } from '$lib/ui/input';
  import NavigationPhaseFields from './NavigationPhaseFields.svelte';
  import PhaseMoves from './PhaseMoves.svelte';

  /** One phase of a drill being written. What is left empty goes on as in the phase before. */
  let {
    phase,
    index,
    names,
    problem: cannotBeFlown,
    byRadio,
    fixes,
    onchange,
    onmove,
    onremove,
    onunread
  }: {
    phase: PhaseFile;
    index: number;
    /** What the drill's figures are called. */
    names: ReadonlyMap<string, string>;
    /** Why this phase cannot be flown, if it cannot. */
    problem: PlanProblem | undefined;
    /** The drill has a fix: courses, arcs and holds can be asked for. */
    byRadio: boolean;
    /** The drill's fixes, id and name, where it has more than one. */
    fixes: readonly (readonly [string, string])[];
    onchange: (phase: PhaseFile) => void;
    onmove: (by: 1 | -1) => void;
    onremove: () => void;
    /** A field holds what cannot be read, or no longer does. */
    onunread: (unread: boolean) => void;
  } = $props();

  let problem = $state('');
  const small = `${input} !min-h-7 !px-1.5 !py-0.5 text-[13px]`;
  type Key =
    'altitude_ft' | 'to_ft' | 'rate_fpm' | 'speed_kt' | 'heading_deg' | 'flaps_deg' | 'for_s' | 'upset';

  /** A copy of the phase with a field set, or left out when it is empty. */
  function withField(key: keyof PhaseFile, value: unknown): PhaseFile {
    const next: Record<string, unknown> = { ...phase, [key]: value };
    if (value === undefined || value === '') delete next[key];
    return next as PhaseFile;
  }
  function reading(text: string, field: string, use: (quantity: Quantity | undefined) => void) {
    try {
      problem = '';
      onunread(false);
      use(quantityFrom(text, field, names));
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      problem = `“${text}” cannot be read: ${error.accepted} is wanted.`;
      onunread(true);
    }
  }
  const setQuantity = (key: Key, text: string) =>
    reading(text, key, (quantity) => onchange(withField(key, quantity)));
  const vertical = $derived(
    phase.to_ft !== undefined ? 'to' : phase.altitude_ft !== undefined ? 'level' : 'before'
  );
  const RADIO = ['course', 'arc', 'hold', 'reversal'] as const;
  const lateral = $derived(
    RADIO.find((part) => phase[part]) ??
      (phase.turn ? 'turn' : phase.heading_deg !== undefined ? 'heading' : 'before')
  );
  const COURSE = { figure: 'course_deg' };
  const fresh = {
    course: { course: { course_deg: COURSE, way: 'to' as const } },
    arc: { arc: { radius_nm: 10, to_radial_deg: COURSE } },
    hold: { hold: { inbound_deg: COURSE, circuits: 3 } },
    reversal: { reversal: { kind: '45/180' as const, inbound_deg: COURSE, within_nm: 10 } }
  };

  function chooseVertical(kind: string) {
    const { altitude_ft: _, to_ft: __, rate_fpm: ___, nose_holds: ____, ...rest } = phase;
    onchange(
      kind === 'level'
        ? { ...rest, altitude_ft: { figure: 'startAltitude_ft' } }
        : kind === 'to'
          ? { ...rest, to_ft: { figure: 'startAltitude_ft', plus: 500 }, rate_fpm: 500 }
          : rest
    );
  }
  function chooseLateral(kind: string) {
    const {
      heading_deg: _,
      turn: __,
      course: ___,
      arc: ____,
      hold: _____,
      reversal: ______,
      ...rest
    } = phase;
    if (kind in fresh) return onchange({ ...rest, ...fresh[kind as keyof typeof fresh] });
    onchange(
      kind === 'heading'
        ? { ...rest, heading_deg: { figure: 'heading_deg' } }
        : kind === 'turn'
          ? { ...rest, turn: { direction: 'right', by_deg: 90, rate: 'standard' } }
          : rest
    );
  }
</script>

{#snippet quantity(label: string, key: Key, width: string, placeholder = 'as before')}
  <label class="text-xs text-soft {width}"
    >{label}
    <input
      class="{small} figure text-ink"
      value={quantityText(phase[key], names)}
      {placeholder}
      onchange={(event) => setQuantity(key, event.currentTarget.value)}
    /></label
  >
{/snippet}

<li
  id="phase-{index + 1}"
  class="border p-2 {cannotBeFlown ? 'border-2 border-hard' : 'border-line'}"
  aria-label="Phase {index + 1}"
>
  <div class="flex flex-wrap items-end gap-2">
    <span class="figure w-5 pb-1 text-soft">{index + 1}</span>
    <label class="w-36 text-xs text-soft"
      >name
      <input
        class="{small} text-ink"
        value={phase.name}
        onchange={(event) => onchange(withField('name', event.currentTarget.value))}
      /></label
    >
    <label class="min-w-40 flex-1 text-xs text-soft"
      >call
      <input
        class="{small} text-ink"
        value={phase.call ?? ''}
        placeholder={'nothing is called; {heading}, {altitude}, {speed}, {rate} stand for the figures'}
        onchange={(event) => onchange(withField('call', event.currentTarget.value))}
      /></label
    >
    <label class="w-40 text-xs text-soft"
      >goes on
      <Choice
        label="goes on"
        class="{small} text-ink"
        bind:value={() => phase.pace ?? 'called', (pace) => onchange({ ...phase, pace })}
        choices={[
          ['called', 'when it is over'],
          ['own', 'by the pilot']
        ]}
      /></label
    >
    <PhaseMoves {index} {onmove} {onremove} />
  </div>
  <div class="mt-1.5 flex flex-wrap items-end gap-2 pl-7">
    {#if fixes.length > 0}
      <label class="w-40 text-xs text-soft"
        >flown about
        <Choice
          label="flown about"
          class="{small} text-ink"
          bind:value={() => phase.about ?? '', (about) => onchange(withField('about', about))}
          choices={[['', index === 0 ? 'main fix' : 'as before'], ...fixes]}
        /></label
      >
    {/if}
    <label class="w-44 text-xs text-soft"
      >height
      <Choice
        label="height"
        class="{small} text-ink"
        bind:value={() => vertical, chooseVertical}
        choices={[
          ['before', 'as before, level'],
          ['level', 'level at'],
          ['to', 'climb, descend to']
        ]}
      /></label
    >
    {#if vertical === 'level'}{@render quantity('ft', 'altitude_ft', 'w-44')}{/if}
    {#if vertical === 'to'}
      {@render quantity('ft', 'to_ft', 'w-44')}
      {@render quantity('ft/min', 'rate_fpm', 'w-28', 'full power')}
    {/if}
    {@render quantity('kt', 'speed_kt', 'w-28')}
    <label class="w-28 text-xs text-soft"
      >direction
      <Choice
        label="direction"
        class="{small} text-ink"
        bind:value={() => lateral, chooseLateral}
        choices={[
          ['before', 'as before'],
          'heading',
          'turn',
          ...(byRadio ? RADIO.map((part) => [part, part] as const) : [])
        ]}
      /></label
    >
    <NavigationPhaseFields {phase} {names} {onchange} {reading} {small} />
    {#if lateral === 'heading'}{@render quantity('°', 'heading_deg', 'w-32')}{/if}
    {#if phase.turn}
      {@const turn = phase.turn}
      <label class="w-20 text-xs text-soft"
        >to the
        <Choice
          label="to the"
          class="{small} text-ink"
          bind:value={
            () => turn.direction, (direction) => onchange({ ...phase, turn: { ...turn, direction } })
          }
          choices={['left', 'right']}
        /></label
      >
      <label class="w-24 text-xs text-soft"
        >by °
        <input
          class="{small} figure text-ink"
          value={quantityText(turn.by_deg, names)}
          placeholder={turn.to_deg === undefined ? 'by time' : ''}
          onchange={(event) =>
            reading(event.currentTarget.value, 'turn.by_deg', (by) => {
              const { by_deg: _, to_deg: __, ...rest } = turn;
              onchange({ ...phase, turn: by === undefined ? rest : { ...rest, by_deg: by } });
            })}
        /></label
      >
      <label class="w-24 text-xs text-soft"
        >bank °
        <input
          class="{small} figure text-ink"
          value={quantityText(turn.bank_deg, names)}
          placeholder={turn.rate === 'half' ? '1.5°/s' : '3°/s'}
          onchange={(event) =>
            reading(event.currentTarget.value, 'turn.bank_deg', (bank) => {
              const { bank_deg: _, ...rest } = turn;
              onchange({ ...phase, turn: bank === undefined ? rest : { ...rest, bank_deg: bank } });
            })}
        /></label
      >
    {/if}
    {@render quantity('flaps °', 'flaps_deg', 'w-24')}
    <label class="w-24 text-xs text-soft"
      >gear
      <Choice
        label="gear"
        class="{small} text-ink"
        bind:value={() => phase.gear ?? '', (gear) => onchange(withField('gear', gear))}
        choices={[['', 'as before'], 'up', 'down']}
      /></label
    >
    {@render quantity('lasts, s', 'for_s', 'w-28', 'until reached')}
    <label class="w-28 text-xs text-soft"
      >looking
      <Choice
        label="looking"
        class="{small} text-ink"
        bind:value={
          () => (phase.looksOut ? 'out' : ''),
          (looking) => onchange(withField('looksOut', looking === 'out' ? true : undefined))
        }
        choices={[
          ['', 'in'],
          ['out', 'out: device off']
        ]}
      /></label
    >
  </div>
  {#if phase.until || phase.upset !== undefined || phase.recovery}
    <p class="mt-1 pl-7 text-xs text-soft">
      {#if phase.until}Ends by a condition of its own (in the JSON).{/if}
      {#if phase.upset !== undefined}The instructor sets up an unusual attitude.{/if}
      {#if phase.recovery}The student recovers.{/if}
    </p>
  {/if}
  {#if cannotBeFlown && !problem}<p class="mt-1 pl-7 text-xs text-hard">
      {withoutPlace(cannotBeFlown)}
    </p>{/if}
  {#if problem}<p class="mt-1 pl-7 text-xs text-hard" role="alert">{problem}</p>{/if}
</li>
