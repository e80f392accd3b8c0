<script lang="ts">
  import { enhance } from '$app/forms';
  import { aircraftCatalogue } from '$core/aircraft/catalogue';
  import { atTime } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import type { PageData } from './$types';

  /** The mock tests of a student, and another one. */
  let {
    tests,
    newTest,
    problem
  }: { tests: PageData['tests']; newTest: PageData['newTest']; problem: string | null } = $props();
  let aircraft = $state<string>(aircraftCatalogue[0]!.id);
  const satisfactory = ({ parts }: PageData['tests'][number]) => {
    const results = parts.flatMap((part) => part.results);
    return `${results.filter(({ outcome }) => outcome === 'satisfactory').length} of ${results.length} tasks satisfactory`;
  };
</script>

<section class="min-w-0">
  <h2>Mock tests</h2>
  <p class="text-xs text-soft">
    Every task of the test standard, each flown once, without hints; which flight, wind and radios are drawn
    by its number.
  </p>
  <ul class="mt-1 text-[13px]">
    {#each tests as test (test.id)}
      <li class="flex flex-wrap items-center gap-x-4 border-b border-line py-1.5">
        <a href="/tests/{test.id}" class="font-bold">Test {test.seed}</a>
        <span class="text-soft">{atTime(test.setAt)}</span>
        <span>{test.verdict}: {satisfactory(test)}</span>
      </li>
    {/each}
  </ul>
  <form
    method="POST"
    action="?/mockTest"
    use:enhance
    class="mt-2 flex flex-wrap items-center gap-2 print:hidden"
  >
    <input type="hidden" name="id" value={newTest.id} />
    <input type="hidden" name="seed" value={newTest.seed} />
    <div class="w-48">
      <Choice
        label="Airplane of the test"
        name="aircraft"
        bind:value={aircraft}
        choices={aircraftCatalogue.map(({ id, name }): [string, string] => [id, name])}
      />
    </div>
    <button class={button.plain}>Set a mock test</button>
    {#if problem}<p class="text-[13px] text-hard" role="alert">{problem}</p>{/if}
  </form>
</section>
