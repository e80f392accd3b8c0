<script lang="ts">
  import { LONGEST_CALL, type Command } from '$core/flight/command';
  import { faultKinds, faultNames, type FaultKind } from '$core/instrument/instrument-fault';
  import { capital } from '$core/measure/capital';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';
  import Choice from '$lib/ui/Choice.svelte';

  /** What can be done to the flight from here. */
  let {
    frozen,
    held,
    failed,
    ongive,
    onend
  }: {
    frozen: boolean;
    held: boolean;
    failed: readonly FaultKind[];
    ongive: (command: Command) => void;
    onend: () => void;
  } = $props();
  let words = $state('');
  let what = $state<FaultKind | ''>('');
  const left = $derived(faultKinds.filter((kind) => !failed.includes(kind)));

  function say(event: SubmitEvent) {
    event.preventDefault();
    if (words.trim() === '') return;
    ongive({ does: 'call', words: words.trim() });
    words = '';
  }
</script>

<div class="flex flex-wrap items-center gap-2" role="group" aria-label="Do something to the flight">
  <button
    class="{frozen ? button.main : button.plain} min-h-11"
    aria-pressed={frozen}
    onclick={() => ongive({ does: 'freeze', on: !frozen })}>{frozen ? 'Let time go on' : 'Stop time'}</button
  >
  <button
    class="{held ? button.main : button.plain} min-h-11"
    aria-pressed={held}
    onclick={() => ongive({ does: 'hold position', on: !held })}
    >{held ? 'Let it fly on' : 'Hold over this place'}</button
  >
  <div class="w-52">
    <Choice
      name="fail"
      label="What is to fail"
      placeholder="let something fail"
      bind:value={what}
      choices={left.map((kind) => [kind, capital(faultNames[kind])] as const)}
    />
  </div>
  <button
    class="{button.plain} min-h-11"
    disabled={what === ''}
    onclick={() => {
      if (what !== '') ongive({ does: 'fail', what });
      what = '';
    }}>Fail it now</button
  >
  <form class="flex min-w-52 flex-1 gap-2" onsubmit={say}>
    <input
      class="{input} min-h-11"
      aria-label="Say to the student"
      placeholder="say to the student"
      maxlength={LONGEST_CALL}
      bind:value={words}
    />
    <button class="{button.plain} min-h-11" disabled={words.trim() === ''}>Say</button>
  </form>
  <button class="{button.plain} min-h-11" onclick={onend}>End the flight…</button>
</div>
