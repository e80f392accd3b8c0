<!-- A clearance: heading or fix, altitude, speed; or on with what was planned. -->
<script lang="ts">
  import { clearanceWords, type Clearance } from '$core/drill/clearance';
  import { isOfPlan, type Phase } from '$core/drill/drill';
  import type { Command } from '$core/flight/command';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';

  let {
    phases,
    fixes,
    ongive
  }: { phases: readonly Phase[]; fixes: readonly string[]; ongive: (command: Command) => void } = $props();

  let turn = $state<'' | 'left' | 'right'>('');
  let heading_deg = $state<number | null>(null);
  let direct = $state('');
  let altitude_ft = $state<number | null>(null);
  let speed_kt = $state<number | null>(null);
  let phase = $state('');

  const clearance = $derived<Clearance>({
    does: 'clear',
    ...(direct
      ? { direct }
      : heading_deg === null
        ? {}
        : { heading_deg: Math.round(heading_deg), ...(turn ? { turn } : {}) }),
    ...(altitude_ft === null ? {} : { altitude_ft }),
    ...(speed_kt === null ? {} : { speed_kt })
  });
  const empty = $derived(Object.keys(clearance).length === 1);
  const planned = $derived(phases.filter(isOfPlan));
  /** What a controller says most. */
  const usual = $derived.by(() => {
    const act = (words: string, command: Command) => ({ words, command });
    const goOn = (words: string, phase: string) => act(words, { does: 'go on', phase });
    const final = planned.findIndex(({ segment }) => segment === 'final');
    const inbound = planned.slice(0, Math.max(0, final));
    const join =
      inbound.find(({ goal: { lateral } }) => lateral.kind === 'course' && lateral.intercept_deg !== null) ??
      inbound.findLast(({ goal }) => goal.lateral.kind === 'course');
    const hold = planned.find(({ goal }) => goal.lateral.kind === 'hold');
    return [
      ...(final >= 0
        ? [goOn('Cleared approach', (join ?? planned[final]!).id), act('Go around', { does: 'go around' })]
        : []),
      ...(hold ? [goOn('Hold as published', hold.id)] : [])
    ];
  });

  function give(event: SubmitEvent) {
    event.preventDefault();
    if (empty) return;
    ongive(clearance);
    turn = '';
    direct = '';
    heading_deg = altitude_ft = speed_kt = null;
  }
</script>

<div class="grid gap-2">
  <form class="flex flex-wrap items-end gap-3" onsubmit={give}>
    <div class="w-32">
      <span class="mb-1 block text-xs text-soft">Turn</span>
      <Choice
        label="Turn"
        bind:value={turn}
        choices={[
          ['', 'the short way'],
          ['left', 'left'],
          ['right', 'right']
        ]}
        disabled={direct !== ''}
      />
    </div>
    <div class="w-24">
      <NumberField
        label="Heading"
        name="clear-heading"
        unit="°"
        step={5}
        min={1}
        max={360}
        bind:value={heading_deg}
      />
    </div>
    {#if fixes.length > 0}
      <div class="w-32">
        <span class="mb-1 block text-xs text-soft">or direct</span>
        <Choice
          label="or direct"
          bind:value={direct}
          choices={[['', 'no fix'], ...fixes.map((fix) => [fix, fix] as const)]}
        />
      </div>
    {/if}
    <div class="w-28">
      <NumberField
        label="Altitude"
        name="clear-altitude"
        unit="ft"
        step={100}
        min={100}
        max={25000}
        bind:value={altitude_ft}
      />
    </div>
    <div class="w-24">
      <NumberField
        label="Speed"
        name="clear-speed"
        unit="kt"
        step={5}
        min={40}
        max={300}
        bind:value={speed_kt}
      />
    </div>
    <button class="{button.main} min-h-11" disabled={empty}>Clear</button>
    <p class="min-w-40 flex-1 text-[13px] text-soft" aria-live="polite">
      {#if !empty}“{clearanceWords(clearance)}”: asked for and judged from now on.{:else}What is left empty
        stays as it was.{/if}
    </p>
  </form>
  <div class="flex flex-wrap items-end gap-2">
    {#each usual as one (one.words)}
      <button class="{button.plain} min-h-11" onclick={() => ongive(one.command)}>{one.words}</button>
    {/each}
    <div class="w-72">
      <Choice
        label="Go on with"
        placeholder="or go on with…"
        bind:value={phase}
        choices={planned.map(({ id, name }) => [id, name] as const)}
      />
    </div>
    <button
      class="{button.plain} min-h-11"
      disabled={phase === ''}
      onclick={() => {
        ongive({ does: 'go on', phase });
        phase = '';
      }}>Go on</button
    >
  </div>
</div>
