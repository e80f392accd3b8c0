<script lang="ts">
  import type { TestAnswer } from '$core/grade/examiner';
  import { button } from '$lib/ui/button';
  import type { Frame } from '$lib/worker/flight-protocol';
  import type { FlightSession } from '$lib/worker/flight-session.svelte';

  /** An examiner's word that the standard was left, and the choice to stop there or to go on. The flight goes on meanwhile. */
  let { offer, session }: { offer: NonNullable<Frame['offer']>; session: FlightSession } = $props();

  let answered = $state(false);
  function answer(given: TestAnswer) {
    session.note({ kind: 'test', detail: given });
    answered = true;
    if (given === 'discontinued') session.stop();
  }
</script>

{#if !answered && session.state !== 'ended'}
  <section
    class="flex flex-wrap items-center gap-x-3 gap-y-1.5 border border-l-4 border-hard bg-sheet py-2 pr-3 pl-3 shadow"
    aria-label="Examiner"
    aria-live="assertive"
  >
    <p class="min-w-64 flex-1 text-[15px]">
      <span class="font-bold">Outside the standard. {offer.words}</span>
      The test can stop here, or go on: the rest is judged all the same.
    </p>
    <button class={button.main} onclick={() => answer('goes on')}>Go on</button>
    <button class={button.plain} onclick={() => answer('discontinued')}>Stop the test</button>
  </section>
{/if}
