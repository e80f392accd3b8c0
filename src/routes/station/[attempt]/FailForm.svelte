<!-- What is to fail: now, after a time, at an altitude, or near a fix. -->
<script lang="ts">
  import type { Command, ComesWhen } from '$core/flight/command';
  import { faultKinds, faultNames, type FaultKind } from '$core/instrument/instrument-fault';
  import { capital } from '$core/measure/capital';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';

  let {
    failed,
    fixes,
    ongive
  }: { failed: readonly FaultKind[]; fixes: readonly string[]; ongive: (command: Command) => void } =
    $props();

  let what = $state<FaultKind | ''>('');
  let moment = $state<'now' | 'after' | 'below' | 'above' | 'near'>('now');
  let figure = $state<number | null>(null);
  let fix = $state('');
  const left = $derived(faultKinds.filter((kind) => !failed.includes(kind)));
  const units = { now: '', after: 's', below: 'ft', above: 'ft', near: 'NM' } as const;

  const when = $derived.by((): ComesWhen | null | 'now' => {
    if (moment === 'now') return 'now';
    if (figure === null) return null;
    if (moment === 'after') return { after_s: figure };
    if (moment === 'below') return { below_ft: figure };
    if (moment === 'above') return { above_ft: figure };
    return fix === '' ? null : { within_nm: figure, of: fix };
  });

  function give(event: SubmitEvent) {
    event.preventDefault();
    if (what === '' || when === null) return;
    ongive({ does: 'fail', what, ...(when === 'now' ? {} : { when }) });
    what = '';
  }
</script>

<form class="flex flex-wrap items-end gap-3" onsubmit={give}>
  <div class="w-56">
    <span class="mb-1 block text-xs text-soft">What is to fail</span>
    <Choice
      label="What is to fail"
      placeholder="choose"
      bind:value={what}
      choices={left.map((kind) => [kind, capital(faultNames[kind])] as const)}
    />
  </div>
  <div class="w-36">
    <span class="mb-1 block text-xs text-soft">When</span>
    <Choice
      label="When"
      bind:value={moment}
      choices={[
        ['now', 'now'],
        ['after', 'after'],
        ['below', 'below'],
        ['above', 'above'],
        ...(fixes.length > 0 ? [['near', 'within'] as const] : [])
      ]}
    />
  </div>
  {#if moment !== 'now'}
    <div class="w-28">
      <NumberField
        label={moment === 'near' ? 'Distance' : moment === 'after' ? 'Time' : 'Altitude'}
        name="fail-figure"
        unit={units[moment]}
        bind:value={figure}
      />
    </div>
  {/if}
  {#if moment === 'near'}
    <div class="w-32">
      <span class="mb-1 block text-xs text-soft">of</span>
      <Choice label="of" placeholder="fix" bind:value={fix} choices={[...fixes]} />
    </div>
  {/if}
  <button class="{button.main} min-h-11" disabled={what === '' || when === null}
    >{moment === 'now' ? 'Fail it now' : 'Let it fail then'}</button
  >
</form>
