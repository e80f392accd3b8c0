<script lang="ts">
  import type { TestAnswer } from '$core/grade/examiner';
  import { button } from '$lib/ui/button';

  /** An examiner's word that the standard was left, and the choice to stop there or to go on. The flight goes on meanwhile. */
  let { words, onanswer }: { words: string; onanswer: (answer: TestAnswer) => void } = $props();
</script>

<section
  class="mb-1 flex flex-wrap items-center gap-x-3 gap-y-1.5 border-l-2 border-hard py-1 pl-3"
  aria-label="Examiner"
  aria-live="assertive"
>
  <p class="min-w-64 flex-1 text-[15px]">
    <span class="font-bold">Outside the standard. {words}</span>
    The test can stop here, or go on: the rest is judged all the same.
  </p>
  <button class={button.main} onclick={() => onanswer('goes on')}>Go on</button>
  <button class={button.plain} onclick={() => onanswer('discontinued')}>Stop the test</button>
</section>
