<script lang="ts">
  import { figure } from '$core/measure/figure';
  import { verdicts, type Verdict as VerdictKind } from '$core/finding/verdict';
  import type { Grade } from '$core/grade/grade';
  import { atTime } from '$lib/draw/when';
  import Verdict from '$lib/ui/Verdict.svelte';

  /** Every element of a grade with its arithmetic, what was not met first, and the overrides beside it. */
  let {
    grade,
    overrides
  }: {
    grade: Grade;
    overrides: readonly { verdict: VerdictKind; reason: string; madeBy: string; madeAt: string }[];
  } = $props();
  const elementsByVerdict = $derived(
    [...grade.elements].sort((a, b) => verdicts.indexOf(b.verdict) - verdicts.indexOf(a.verdict))
  );
</script>

<table class="sheet-table text-[13px]">
  <tbody>
    {#each elementsByVerdict as element, index (index)}
      <tr>
        <td class="!py-1.5"
          >{element.name}
          <div class="text-xs text-soft">{element.arithmetic}</div></td
        >
        <td class="!py-1.5"><Verdict verdict={element.verdict} /></td>
        <td class="number !py-1.5">{figure(element.score)}</td>
        <td class="number !py-1.5 text-soft">×{element.weight}</td>
      </tr>
    {/each}
  </tbody>
</table>
<ul class="mt-3 text-[13px]">
  {#each grade.arithmetic as line, index (index)}<li>{line}</li>{/each}
</ul>
{#if overrides.length > 0}
  <h3 class="mt-4 font-bold">Overrides</h3>
  <ul class="mt-1 text-[13px]">
    {#each overrides as made, index (made.madeAt)}
      <li class="py-1">
        <Verdict verdict={made.verdict} />
        {index === 0 ? '(stands)' : ''} “{made.reason}”
        <span class="text-soft">{made.madeBy}, {atTime(made.madeAt)}</span>
      </li>
    {/each}
    <li class="py-1">
      <Verdict verdict={grade.verdict} />
      <span class="text-soft">computed, grader version {grade.graderVersion}</span>
    </li>
  </ul>
{/if}
