<script lang="ts">
  import { enhance } from '$app/forms';
  import { aircraftById } from '$core/aircraft/catalogue';
  import type { MockOutcome } from '$core/road/mock-test';
  import { atTime } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const test = $derived(data.test);
  const results = $derived(test.parts.flatMap((part) => part.results));
  const count = (outcome: MockOutcome) => results.filter((result) => result.outcome === outcome).length;
  const next = $derived(
    test.verdict === 'under way' ? test.parts.find(({ flight }) => flight === null) : undefined
  );
  const isMine = $derived(data.me?.id === test.studentId);
  const OUTCOMES: Record<MockOutcome, { sign: string; colour: string }> = {
    satisfactory: { sign: '◆', colour: 'text-trace' },
    unsatisfactory: { sign: '✕', colour: 'text-hard' },
    'not flown': { sign: '·', colour: 'text-soft' }
  };
  const VERDICTS = {
    passed: { sign: '◆', words: 'Every task satisfactory', colour: 'text-trace border-trace' },
    'not passed': { sign: '✕', words: 'Not every task satisfactory', colour: 'text-hard border-hard' },
    'under way': { sign: '◇', words: 'Under way', colour: 'text-below border-below' }
  } as const;
  const verdict = $derived(VERDICTS[test.verdict]);
</script>

<svelte:head><title>Mock test, {test.studentName} · Hanza</title></svelte:head>

<header class="flex flex-wrap items-start justify-between gap-3">
  <div>
    <h1>Mock test</h1>
    <p class="text-soft">
      <a href="/students/{test.studentId}/road" class="text-soft">{test.studentName}</a> · {test.standard} · {aircraftById(
        test.aircraft
      ).name} · test {test.seed}
    </p>
    <p class="text-[13px] text-soft">Set by {test.setBy}, {atTime(test.setAt)}.</p>
  </div>
  <p
    class="inline-flex items-center gap-1.5 rounded-sm border-[1.5px] px-2.5 py-1 text-[13px] font-bold {verdict.colour}"
    data-testid="result"
  >
    <span aria-hidden="true">{verdict.sign}</span>{verdict.words}
  </p>
</header>

<p class="mt-3 max-w-prose text-[13px]">
  <span class="figure">{count('satisfactory')}</span> of <span class="figure">{results.length}</span> tasks
  satisfactory{#if count('unsatisfactory') > 0},
    <span class="figure">{count('unsatisfactory')}</span> unsatisfactory{/if}{#if count('not flown') > 0},
    <span class="figure">{count('not flown')}</span> not flown{/if}{#if test.stoppedAt}; stopped {atTime(
      test.stoppedAt
    )}{/if}.
  {#if test.verdict === 'under way' && count('unsatisfactory') > 0}
    A task was not satisfactory. As in a test, it can stop here or go on: what is satisfactory stands either
    way.
  {/if}
</p>

<div class="mt-3 flex flex-wrap gap-2 print:hidden">
  {#if next && isMine}
    <a class={button.main} href="/fly/{next.lessonId}">Fly part {next.number}: {next.name}</a>
    <a class={button.plain} href="/plan/{next.lessonId}">Its brief</a>
  {/if}
  {#if test.verdict === 'under way'}
    <form method="POST" action="?/stop" use:enhance><button class={button.plain}>Stop the test</button></form>
  {/if}
  {#if results.some(({ outcome }) => outcome !== 'not flown')}
    <button class={button.quiet} onclick={() => window.print()}>Print the result</button>
  {/if}
</div>
{#if form && 'message' in form}<p class="mt-2 text-[13px] text-hard" role="alert">{form.message}</p>{/if}

<div class="mt-5 overflow-x-auto">
  <table class="sheet-table w-full text-[13px]">
    <thead>
      <tr><th>Part</th><th>Task</th><th>Result</th><th>Flown</th><th>What stood out</th></tr>
    </thead>
    <tbody>
      {#each test.parts as part (part.number)}
        {#each part.results as result, i (result.id)}
          {@const { sign, colour } = OUTCOMES[result.outcome]}
          <tr>
            <td class="figure">{i === 0 ? part.number : ''}</td>
            <td class="min-w-36"
              >{result.name}
              <div class="text-xs text-soft">{result.area}</div></td
            >
            <td class="{colour} whitespace-nowrap"><span aria-hidden="true">{sign}</span> {result.outcome}</td
            >
            <td class="min-w-40">
              {#if i > 0}<span class="text-soft">the same flight</span>
              {:else if part.flight}<a href="/debrief/{part.flight.attemptId}">{part.name}</a>
                <div class="text-xs text-soft">{atTime(part.flight.finishedAt)}</div>
              {:else}{part.name}{#if part.isUnderWay}<div class="text-xs text-below">begun</div>{/if}{/if}
            </td>
            <td class="min-w-56">
              {#if i === 0 && part.flight && part.results.some(({ outcome }) => outcome === 'unsatisfactory')}{part
                  .flight.worst ?? ''}{/if}
            </td>
          </tr>
        {/each}
      {/each}
    </tbody>
  </table>
</div>

<p class="mt-6 max-w-prose text-xs text-soft">
  Each part is flown once, without hints and corridors, and judged by {test.edition}: check the current
  edition. Attitude hold is allowed, as in other lessons; an examiner sees you fly by hand. Only what can be
  shown in Hanza is in it. This is practice: an examiner tests, in an airplane or a qualified device.
</p>
