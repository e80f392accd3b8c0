<script lang="ts">
  import type { Lesson } from '$core/drill/lesson';
  import type { Verdict as VerdictWords } from '$core/finding/verdict';
  import { unjudgedWords } from '$core/grade/unjudged';
  import { clock, heading } from '$core/measure/figure';
  import { atTime } from '$lib/draw/when';
  import type { Debrief } from '$lib/server/debrief';
  import Verdict from '$lib/ui/Verdict.svelte';

  /** Whose flight it was, what is to be known of it, and how it was graded. */
  let {
    debrief,
    lesson,
    standing,
    onarithmetic
  }: { debrief: Debrief; lesson: Lesson; standing: VerdictWords; onarithmetic: () => void } = $props();
  const grade = $derived(debrief.grade);
  const { plan, aircraft, drill } = $derived(lesson);
  const inPart = $derived(unjudgedWords(grade.unjudged ?? []));
</script>

<header class="flex items-start justify-between gap-4">
  <div class="min-w-0">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h1>{drill.name}</h1>
      <p class="text-[13px] text-soft">
        <a href="/students/{debrief.lesson.studentId}" class="text-soft">{debrief.lesson.studentName}</a> ·
        <a href="/plan/{debrief.lesson.id}" class="text-soft">lesson {debrief.lesson.number}</a> · {aircraft.name}
        · wind {heading(plan.windFrom_deg)}/{plan.windSpeed_kt}
        kt · {plan.turbulence} · {atTime(debrief.finishedAt)}
        {#if debrief.pilot === 'eyes'}· the reference pilot flew, the scan is the student’s{:else if debrief.pilot !== 'student'}·
          <strong class="text-below">demonstration</strong>{/if}
        {#if debrief.takenFrom}· <a href="/debrief/{debrief.takenFrom.attemptId}"
            >taken over at {clock(debrief.takenFrom.at_s)}</a
          >{/if}
      </p>
    </div>
    {#if debrief.lesson.mockTest}
      <p class="mt-0.5 text-[13px]">
        Part {debrief.lesson.mockTest.part} of a mock test:
        <a href="/tests/{debrief.lesson.mockTest.id}">to the test</a>
      </p>
    {/if}
    {#if inPart !== null}
      <p class="mt-0.5 text-[13px]">{inPart}</p>
    {/if}
    {#if (grade.circumstances ?? []).length > 0}
      <p class="mt-0.5 text-[13px]">Made harder on purpose: {grade.circumstances.join('; ')}.</p>
    {/if}
    {#if !debrief.genuine}
      <p class="mt-0.5 text-[13px] text-hard" role="alert">
        This grade was not made by this school’s Hanza: it counts for nothing.
      </p>
    {/if}
    {#if debrief.unusual.length > 0}
      <p class="mt-0.5 text-[13px] text-below">Unusual, worth a look: {debrief.unusual.join('; ')}.</p>
    {/if}
  </div>
  <button
    class="shrink-0 text-right"
    onclick={onarithmetic}
    aria-label="Verdict: {standing}. Show the arithmetic"
  >
    <Verdict verdict={standing} large />
    <span class="mt-1 block text-xs text-soft"
      >{debrief.overrides.length > 0
        ? `instructor’s; computed: ${grade.verdict}`
        : `${grade.learningStep} · score ${grade.score}`}</span
    >
  </button>
</header>
