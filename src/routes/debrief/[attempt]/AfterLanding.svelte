<script lang="ts">
  import type { Finding } from '$core/finding/finding';
  import { page } from '$app/state';
  import { guidedTexts } from '$core/drill/approach/guided-text';
  import { clock } from '$core/measure/figure';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { button } from '$lib/ui/button';

  /** The first thing after landing: one thing done well, one to work on, and one thing to do about it. */
  let {
    findings,
    plan,
    next,
    lessonId,
    studentId,
    attemptId,
    canTakeOver,
    onmoment
  }: {
    findings: readonly Finding[];
    plan: LessonPlan;
    /** What it asks for next. */
    next: { words: string; why: string };
    lessonId: string;
    studentId: string;
    attemptId: string;
    canTakeOver: boolean;
    onmoment: (index: number) => void;
  } = $props();

  /** So long before the moment a person takes hold again. */
  const BEFORE_S = 20;
  const LEAST_FROM_S = 10;

  const good = $derived(findings.findIndex(({ severity }) => severity === 'good'));
  const worst = $derived(
    findings.findIndex(({ severity, under }) => severity !== 'good' && (under ?? null) === null)
  );
  const again_s = $derived(worst < 0 ? 0 : Math.max(0, findings[worst]!.start_s - BEFORE_S));
</script>

{#snippet said(index: number)}
  {@const finding = findings[index]!}
  <p class="text-[15px] leading-snug font-bold">
    <button class="text-left underline-offset-2 hover:underline" onclick={() => onmoment(index)}
      >{finding.title}
      <span class="figure text-xs font-normal text-soft">{clock(finding.moment_s)}</span></button
    >
  </p>
  <p class="mt-0.5 text-[13px] leading-snug">{finding.evidence}</p>
{/snippet}

<section
  aria-label="After landing"
  class="mt-3 grid gap-x-6 gap-y-3 border-y border-line py-3 md:grid-cols-[1fr_1fr_auto]"
>
  <div>
    <h2 class="mb-1 text-xs text-soft">Done well</h2>
    {#if good >= 0}{@render said(good)}{:else}<p class="text-[13px] text-soft">
        Nothing stood out this time.
      </p>{/if}
  </div>
  <div>
    <h2 class="mb-1 text-xs text-soft">Work on this first</h2>
    {#if worst >= 0}
      {@render said(worst)}
      <p class="mt-0.5 text-[13px] leading-snug text-soft">{findings[worst]!.cure}</p>
    {:else}<p class="text-[13px]">{next.why}</p>{/if}
  </div>
  <div class="flex flex-col items-start gap-2 md:items-end md:text-right print:hidden">
    {#if plan.guided && !page.data['me']?.teaches}
      <a class={button.main} href="/guided">Go on: {guidedTexts[plan.guided.lesson].name}</a>
    {:else if worst >= 0 && canTakeOver && again_s >= LEAST_FROM_S}
      <a class={button.main} href="/fly/{lessonId}?from={attemptId}&at={again_s.toFixed(1)}"
        >Fly it again from {clock(again_s)}</a
      >
      <a
        class="text-[13px] text-now underline underline-offset-2"
        href="/plan?student={studentId}&after={attemptId}">{next.words}</a
      >
    {:else}
      <a class={button.main} href="/plan?student={studentId}&after={attemptId}">{next.words}</a>
    {/if}
  </div>
</section>
