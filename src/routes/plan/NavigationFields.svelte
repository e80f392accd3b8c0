<script lang="ts">
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import type { NavigationPlan } from '$core/drill/navigation-plan';
  import type { RadioChoices } from '$core/flight/plan-in-making';
  import { radioErrorKinds, type RadioError } from '$core/radio/radio-error';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';

  /** Where a drill by radio is flown, which way round, how the radios are found, and what goes wrong with them. */
  let {
    plan = $bindable(),
    radio,
    problem
  }: { plan: LessonPlan; radio: RadioChoices; problem: (field: string) => string | null } = $props();

  const { fixes, stations } = $derived(radio);
  // What was just chosen stands in the plan before it has been worked out.
  const now = $derived(plan.navigation ?? radio.now);
  const set = (change: Partial<NavigationPlan>) => (plan.navigation = { ...now, ...change });
  const others = $derived(
    radio.others.map((other) => ({ ...other, now: now.others?.[other.id] ?? other.now }))
  );
  const setOther = (id: string, change: { fix?: string; turn?: 'right' | 'left' }) => {
    const chosen = Object.fromEntries(others.map((other) => [other.id, other.now]));
    set({ others: { ...chosen, [id]: { ...chosen[id]!, ...change } } });
  };
  /** The fixes of a world, and the one asked for where it is not among them. */
  const withAsked = (fixes: readonly string[], asked: string) => [
    ...fixes,
    ...(fixes.includes(asked) ? [] : [[asked, `${asked}: not here`] as const])
  ];
  const TURNS = [
    ['right', 'right, clockwise'],
    ['left', 'left, counter-clockwise']
  ] as const;
  const first = $derived(now.errors[0] ?? null);
  function setError(change: Partial<RadioError> | null) {
    const station = first?.station ?? radio.serving;
    set({ errors: change === null ? [] : [{ kind: 'off the air', at_s: 60, ...first, station, ...change }] });
  }
</script>

<fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
  <legend class="mb-1 font-bold">Radio</legend>
  <ChoiceField
    label="Fix"
    name="navigation.fix"
    problem={problem('navigation.fix')}
    bind:value={() => now.fix, (fix) => set({ fix })}
    choices={withAsked(fixes, now.fix)}
  />
  <ChoiceField
    label="Turns, way round"
    name="navigation.turn"
    problem={problem('navigation.turn')}
    bind:value={() => now.turn, (turn) => set({ turn })}
    choices={TURNS}
  />
  <ChoiceField
    label="Radios"
    name="navigation.radios"
    problem={problem('navigation.radios')}
    bind:value={() => now.radios, (radios) => set({ radios })}
    choices={[
      ['ready', 'set and identified'],
      ['cold', 'to be set up']
    ]}
  />
  {#each others as { id, name, fixes: there, now: chosen } (id)}
    <ChoiceField
      label="{name}: fix"
      name="navigation.others.{id}.fix"
      problem={problem(`navigation.others.${id}.fix`)}
      bind:value={() => chosen.fix, (fix) => setOther(id, { fix })}
      choices={withAsked(there, chosen.fix)}
    />
    <ChoiceField
      label="{name}: turns"
      name="navigation.others.{id}.turn"
      bind:value={() => chosen.turn, (turn) => setOther(id, { turn })}
      choices={['right', 'left']}
    />
  {/each}
  <ChoiceField
    label="What goes wrong"
    name="navigation.errors"
    problem={problem('navigation.errors')}
    bind:value={() => first?.kind ?? '', (kind) => setError(kind === '' ? null : { kind })}
    choices={[['', 'nothing'], ...radioErrorKinds]}
  />
  {#if first}
    {#if first.kind !== 'stuck needle'}
      <ChoiceField
        label="with"
        name="navigation.station"
        bind:value={() => first.station, (station) => setError({ station })}
        choices={stations}
      />
    {/if}
    <NumberField
      label="after"
      name="navigation.at"
      unit="s"
      min={0}
      step={10}
      bind:value={() => first.at_s, (seconds) => setError({ at_s: Math.max(0, seconds ?? 0) })}
    />
  {/if}
</fieldset>
