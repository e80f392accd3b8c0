<!-- Who has control, where the instructor took it: said by one, answered by the other, and by both when it is given back. -->
<script lang="ts">
  import { button } from '$lib/ui/button';
  import type { FlightSession } from '$lib/worker/flight-session.svelte';

  let { session, by }: { session: FlightSession; by: string } = $props();
  const control = $derived(session.frame?.control ?? 'student');
  let answered = $state(false);
  let before = $state<typeof control>('student');

  /** Said once more by the one who gave it, when it has been taken. */
  const STANDS_MS = 6000;
  let given = $state(false);
  $effect(() => {
    if (control === before) return;
    given = before === 'offered' && control === 'student';
    answered = false;
    before = control;
    if (!given) return;
    const over = setTimeout(() => (given = false), STANDS_MS);
    return () => clearTimeout(over);
  });

  function answer() {
    answered = true;
    session.note({ kind: 'control', detail: 'you have control' });
  }
</script>

{#if control !== 'student' || given}
  <div class="flex flex-wrap items-center gap-3 border border-now bg-sheet px-3 py-2 shadow" role="alert">
    <p class="text-[15px] font-bold">
      {by || 'Your instructor'}: {control === 'instructor' ? '“I have control.”' : '“You have control.”'}
    </p>
    {#if control === 'instructor'}
      {#if answered}<p class="text-[13px] text-soft">You said it. Follow through; hands off.</p>
      {:else}<button class="{button.main} min-h-11" onclick={answer}>“You have control”</button>{/if}
    {:else if control === 'offered'}
      <button
        class="{button.main} min-h-11"
        onclick={(event) => {
          session.takeControl();
          event.currentTarget.blur();
        }}>“I have control”</button
      >
      <p class="text-[13px] text-soft">Take hold first: the airplane is yours as you press.</p>
    {/if}
  </div>
{/if}
