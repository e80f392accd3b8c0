<script lang="ts">
  import type { TestAnswer } from '$core/grade/examiner';
  import { button } from '$lib/ui/button';

  /** An examiner's word that the standard was left, and the choice to stop there or to go on. The flight goes on meanwhile. */
  let { words, onanswer }: { words: string; onanswer: (answer: TestAnswer) => void } = $props();
</script>

<!-- It lies over the names of the phases: the panel stays where it is. -->
<section
  class="absolute inset-x-0 top-2 z-20 flex flex-wrap items-center gap-x-3 gap-y-1.5 border border-l-4 border-hard bg-sheet py-2 pr-3 pl-3"
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
