<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import { button } from '$lib/ui/button';
  import type { FlightSession, SessionState } from '$lib/worker/flight-session.svelte';
  import type { Helps } from './helps.svelte';
  import type { LookingOut } from './looking-out.svelte';
  import { LOOK_WORDS, type ScanAttention } from './scan-attention.svelte';

  /** Under the panel: begin and pause, the speed of time, who else may fly, which hand looks. */
  let {
    session,
    attention,
    onpause,
    onleave,
    onsimulate,
    lookingOut,
    helps,
    underLoad = $bindable()
  }: {
    session: FlightSession | null;
    attention: ScanAttention | null;
    lookingOut: LookingOut;
    onpause: () => void;
    onleave: () => void;
    helps: Helps;
    onsimulate: (kind: 'reference' | 'habits') => void;
    /** Whether sums are asked meanwhile. */
    underLoad: boolean;
  } = $props();

  const RATES = [1, 2, 4, 8];
  const WORDS: Record<SessionState, string> = {
    loading: 'Loading',
    ready: 'Begin',
    running: 'Pause',
    paused: 'Go on',
    ended: 'Flown',
    failed: 'Loading'
  };
  const state = $derived(session?.state ?? 'loading');
</script>

<!-- In sight whatever stands under the panel; what is chosen once is below it. -->
<footer
  class="sticky bottom-0 z-10 mt-3 flex flex-wrap items-center gap-2 border-t border-line bg-sheet py-1.5 compact:static compact:border-0 compact:py-0"
>
  <button
    class="{state === 'running' ? button.plain : button.main} min-w-28"
    onclick={onpause}
    disabled={['ended', 'failed', 'loading'].includes(state)}>{WORDS[state]}</button
  >
  <button class={button.plain} onclick={onleave}>Begin again…</button>
  <div class="flex items-center gap-1" role="group" aria-label="Speed of time">
    {#each RATES as rate (rate)}
      <button
        class="{button.plain} figure !px-2.5"
        aria-pressed={session?.rate === rate}
        style:background={session?.rate === rate ? 'var(--band)' : ''}
        onclick={(event) => {
          session?.setRate(rate);
          // A click leaves the keys to the airplane: the space bar must pause, not press this again.
          if (event.detail > 0) event.currentTarget.blur();
        }}>{rate}×</button
      >
    {/each}
  </div>
  {#if state === 'ready'}
    <span class="ml-2 text-xs text-soft">or let it be flown by</span>
    <button class={button.quiet} onclick={() => onsimulate('reference')}>the reference pilot</button>
    <button class={button.quiet} onclick={() => onsimulate('habits')}>a pilot with habits</button>
  {/if}
  {#if attention}
    <label class="flex items-center gap-1.5 text-xs text-soft"
      >looking with the
      {#await import('$lib/ui/Choice.svelte') then { default: Choice }}
        <Choice
          letsGo
          label="looking with the"
          class="rounded-sm border border-strong-line bg-sheet px-1 py-1"
          bind:value={attention.hand}
          choices={[
            ['left', 'left hand'],
            ['right', 'right hand']
          ]}
        />
      {/await}: <span class="figure">{LOOK_WORDS[attention.hand]}</span></label
    >
  {/if}
  {#if lookingOut.hasView}
    <button
      class={button.plain}
      aria-keyshortcuts="u"
      onclick={(event) => {
        lookingOut.next(session);
        if (event.detail > 0) event.currentTarget.blur();
      }}>{{ off: 'Look out', small: 'Look out larger', large: 'Look in' }[lookingOut.size]}</button
    >
  {/if}
</footer>
<div class="mt-1.5 flex flex-wrap items-center gap-2">
  {#if helps.isCoached}
    <div class="text-xs text-soft">
      <Toggle bind:checked={helps.withMe}>with the coach: time stops when it corrects</Toggle>
    </div>
  {/if}
  <div class="text-xs text-soft"><Toggle bind:checked={underLoad}>sums while flying</Toggle></div>
  <p class="ml-auto text-xs text-soft">practice · not loggable · <span class="figure">?</span> keys</p>
</div>
