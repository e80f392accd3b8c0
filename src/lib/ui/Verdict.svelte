<script lang="ts">
  import type { Verdict } from '$core/finding/verdict';

  let { verdict, large = false }: { verdict: Verdict; large?: boolean } = $props();
  const marks: Record<Verdict, { sign: string; colour: string; words: string }> = {
    met: { sign: '◆', colour: 'text-trace border-trace', words: 'Met' },
    'met with prompt correction': {
      sign: '◇',
      colour: 'text-below border-below',
      words: 'Met with prompt correction'
    },
    'not met': { sign: '✕', colour: 'text-hard border-hard', words: 'Not met' }
  };
  const mark = $derived(marks[verdict]);
</script>

<span
  class="inline-flex items-center gap-1.5 lg:whitespace-nowrap {mark.colour} {large
    ? 'rounded-sm border-[1.5px] px-2.5 py-1 text-[13px] font-bold'
    : 'text-[13px]'}"
>
  <span aria-hidden="true">{mark.sign}</span>{mark.words}
</span>
