<script lang="ts">
  import type { Comparable } from '$core/grade/comparable';
  import { figure } from '$core/measure/figure';
  import { atTime } from '$lib/draw/when';
  import { withStudent } from '$lib/ui/with-student';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const about = $derived(data.me?.teaches && data.chosen ? data.chosen : null);
  /** The two quantities an attempt says most about, and its own measures. */
  const held = (c: Comparable) =>
    c.figures
      .filter((f) => f.id.endsWith('.inside'))
      .slice(0, 3)
      .map((f) => `${f.name.replace(' held', '')} ${figure(f.value)} %`)
      .join(' · ');
  const others = (c: Comparable) =>
    c.figures
      .filter((f) => !f.id.includes('.inside') && !f.id.includes('.rms'))
      .slice(0, 2)
      .map((f) => `${f.name} ${figure(f.value, f.decimals)} ${f.unit}`)
      .join(' · ');
</script>

<svelte:head><title>Debrief · Hanza</title></svelte:head>

<header class="flex items-end justify-between gap-3">
  <div>
    <h1>Debrief</h1>
    <p class="text-soft">Finished attempts, newest first{data.everyone ? '' : ` · ${data.chosen?.name}`}</p>
  </div>
  {#if data.me?.teaches && data.chosen}<a href="/debrief" class="text-[13px]">The whole school</a>{/if}
</header>

{#if data.attempts.length === 0}
  <p class="mt-8 text-soft">
    Nothing has been flown yet. A lesson flown to its end, or stopped, appears here.
  </p>
{:else}
  <table class="sheet-table mt-4 text-[13px]">
    <thead>
      <tr>
        <th>Flown</th>
        {#if data.everyone}<th>Student</th>{/if}
        <th>Drill</th><th>Lesson</th><th>Verdict</th><th class="number">Score</th><th>Held</th><th></th>
      </tr>
    </thead>
    <tbody>
      {#each data.attempts as attempt (attempt.id)}
        {@const c = attempt.comparable}
        <tr class="hover:bg-paper">
          <td
            ><a href="/debrief/{attempt.id}" class="figure whitespace-nowrap">{atTime(attempt.finishedAt)}</a
            ></td
          >
          {#if data.everyone}<td>{attempt.studentName}</td>{/if}
          <td>{data.names[attempt.drill] ?? attempt.drill}</td>
          <td
            >{attempt.lessonNumber}{attempt.kind === 'practice' ? ' · own practice' : ''}{attempt.pilot ===
            'student'
              ? ''
              : ' · demonstration'}{c.completed ? '' : ' · stopped early'}{attempt.takenFrom
              ? ' · taken over'
              : ''}</td
          >
          <td
            ><Verdict verdict={attempt.verdict} />
            {#if attempt.overridden}<div class="text-xs text-soft">
                computed: {attempt.computedVerdict}
              </div>{/if}
            {#if !attempt.genuine}<div class="text-xs text-hard">✕ this grade does not verify</div>{/if}
            {#if data.me?.teaches && attempt.unusual.length > 0}<div
                class="text-xs text-below"
                title={attempt.unusual.join('; ')}
              >
                ▼ unusual
              </div>{/if}</td
          >
          <td class="number">{attempt.score}</td>
          <td class="figure text-xs">{held(c)}</td>
          <td class="figure text-xs text-soft">{others(c)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <nav class="mt-3 flex gap-4 text-[13px]" aria-label="Pages">
    {#if data.page > 1}<a href="{withStudent('/debrief', about)}{about ? '&' : '?'}page={data.page - 1}"
        >Newer</a
      >{/if}
    {#if data.more}<a href="{withStudent('/debrief', about)}{about ? '&' : '?'}page={data.page + 1}">Older</a
      >{/if}
  </nav>
{/if}
