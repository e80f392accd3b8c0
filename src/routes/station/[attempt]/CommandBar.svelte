<!-- What can be done to the flight from here: the plainest acts at one touch, the others behind a word. -->
<script lang="ts">
  import type { ComponentProps } from 'svelte';
  import { LONGEST_CALL, timeRates, type Command } from '$core/flight/command';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';
  import ClearForm from './ClearForm.svelte';
  import FailForm from './FailForm.svelte';
  import PlaceForm from './PlaceForm.svelte';
  import WeatherForm from './WeatherForm.svelte';

  let {
    frozen,
    held,
    rate,
    control,
    place,
    clear,
    weather,
    fail,
    ongive
  }: {
    frozen: boolean;
    held: boolean;
    rate: number;
    /** Who has control; offered: given back, and not taken yet. */
    control: 'student' | 'instructor' | 'offered';
    place: Omit<ComponentProps<typeof PlaceForm>, 'ongive' | 'frozen'>;
    clear: Omit<ComponentProps<typeof ClearForm>, 'ongive'>;
    weather: Omit<ComponentProps<typeof WeatherForm>, 'ongive'>;
    fail: Omit<ComponentProps<typeof FailForm>, 'ongive'>;
    ongive: (command: Command) => void;
  } = $props();

  const acts = { place: 'Place…', clear: 'Clear…', weather: 'Weather…', fail: 'Fail…' } as const;
  type Act = keyof typeof acts;
  let open = $state<Act | null>(null);
  let words = $state('');

  function say(event: SubmitEvent) {
    event.preventDefault();
    if (words.trim() === '') return;
    ongive({ does: 'call', words: words.trim() });
    words = '';
  }
</script>

{#if open}
  <div id="act" class="border-t border-line pt-2">
    {#if open === 'place'}<PlaceForm {...place} {frozen} {ongive} />
    {:else if open === 'clear'}<ClearForm {...clear} {ongive} />
    {:else if open === 'weather'}<WeatherForm {...weather} {ongive} />
    {:else}<FailForm {...fail} {ongive} />{/if}
  </div>
{/if}
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
  <button
    class="{control === 'student' ? button.plain : button.main} min-h-11"
    disabled={control === 'offered'}
    onclick={() => ongive({ does: 'control', by: control === 'student' ? 'instructor' : 'student' })}
    >{control === 'student'
      ? '“I have control”'
      : control === 'instructor'
        ? '“You have control”'
        : 'Offered'}</button
  >
  <div class="flex items-center gap-1" role="group" aria-label="Speed of time">
    {#each timeRates as one (one)}
      <button
        class="{button.plain} figure min-h-11 !px-2.5"
        aria-pressed={rate === one}
        style:background={rate === one ? 'var(--band)' : ''}
        onclick={() => ongive({ does: 'time', rate: one })}>{one}×</button
      >
    {/each}
  </div>
  {#each Object.entries(acts) as [act, name] (act)}
    <button
      class="{button.plain} min-h-11"
      style:background={open === act ? 'var(--band)' : ''}
      aria-expanded={open === act}
      aria-controls={open === act ? 'act' : undefined}
      onclick={() => (open = open === act ? null : (act as Act))}>{name}</button
    >
  {/each}
  <form class="flex min-w-40 flex-1 gap-2" onsubmit={say}>
    <input
      class="{input} min-h-11"
      aria-label="Say to the student"
      placeholder="say to the student"
      maxlength={LONGEST_CALL}
      bind:value={words}
    />
    <button class="{button.plain} min-h-11" disabled={words.trim() === ''}>Say</button>
  </form>
</div>
