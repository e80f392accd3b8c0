<script lang="ts">
  import type { PageData } from './$types';
  import type { AttemptUnderWay } from './attempt-under-way.svelte';
  import UnfinishedAttempt from './UnfinishedAttempt.svelte';

  /** What is to be said of the attempt itself: what happened last, that it is over, that an earlier one is unfinished. */
  let { underWay, open }: { underWay: AttemptUnderWay; open: PageData['open'][number] | null } = $props();
</script>

{#if underWay.note}<p class="mt-2 text-[13px] text-below" role="status">{underWay.note}</p>{/if}
{#if underWay.session?.state === 'ended'}
  <p class="mt-2 text-[13px]" role="status">
    Flown. {underWay.isSaved
      ? 'The debrief opens as soon as it is graded.'
      : 'It is kept in this browser and graded as soon as the server answers.'}
  </p>
{/if}

{#if open && underWay.session?.state === 'ready' && underWay.attempt?.id !== open.id}
  <UnfinishedAttempt
    seconds={open.samples / 10}
    resumable={open.pilot === 'student' || open.pilot === 'instructor'}
    onresume={() => underWay.resume(open)}
    onclose={() => underWay.close(open)}
  />
{/if}
