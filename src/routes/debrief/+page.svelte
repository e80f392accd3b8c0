<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { verdicts } from '$core/finding/verdict';
  import type { Comparable } from '$core/grade/comparable';
  import { figure } from '$core/measure/figure';
  import { atTime } from '$lib/draw/when';
  import { askedAddress } from '$lib/ui/asked-address';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import DataTable from '$lib/ui/DataTable.svelte';
  import Hint from '$lib/ui/Hint.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  type Attempt = PageData['attempts'][number];
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
  const onlyWith = (asked: Record<string, string>) => {
    const url = new URL(page.url);
    for (const [name, value] of Object.entries({ ...asked, page: '' }))
      if (value) url.searchParams.set(name, value);
      else url.searchParams.delete(name);
    void goto(url, { keepFocus: true, noScroll: true });
  };
  const drillChoices = $derived(
    Object.entries(data.names).sort(([, one], [, other]) => one.localeCompare(other))
  );
  const sorts = $derived(data.everyone ? ['flown'] : ['flown', 'score']);
</script>

{#snippet flownCell(attempt: Attempt)}<a href="/debrief/{attempt.id}" class="figure whitespace-nowrap"
    >{atTime(attempt.finishedAt)}</a
  >{/snippet}
{#snippet lessonCell(attempt: Attempt)}{attempt.lessonNumber}{attempt.kind === 'practice'
    ? ' · own practice'
    : ''}{attempt.pilot === 'student' ? '' : ' · demonstration'}{attempt.comparable.completed
    ? ''
    : ' · stopped early'}{attempt.takenFrom ? ' · taken over' : ''}{/snippet}
{#snippet verdictCell(attempt: Attempt)}
  <Verdict verdict={attempt.verdict} />
  {#if attempt.overridden}<div class="text-xs text-soft">computed: {attempt.computedVerdict}</div>{/if}
  {#if !attempt.genuine}<div class="text-xs text-hard">✕ this grade does not verify</div>{/if}
  {#if data.me?.teaches && attempt.unusual.length > 0}<Hint
      says={attempt.unusual.join('; ')}
      class="text-xs text-below">▼ unusual</Hint
    >{/if}
{/snippet}
{#snippet heldCell(attempt: Attempt)}<span class="figure text-xs"
    >{attempt.comparable.completed ? '' : 'until then: '}{held(attempt.comparable)}</span
  >{/snippet}
{#snippet othersCell(attempt: Attempt)}<span class="figure text-xs text-soft"
    >{others(attempt.comparable)}</span
  >{/snippet}

<svelte:head><title>Debrief · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Debrief</h1>
    <p class="text-soft">
      Finished attempts{data.everyone ? ', the whole school' : ` · ${data.chosen?.name}`}
    </p>
  </div>
  {#if data.me?.teaches && data.chosen}<a href="/debrief" class="text-[13px]">The whole school</a>{/if}
</header>

{#if data.attempts.length === 0 && !data.drill && !data.verdict}
  <p class="mt-8 text-soft">
    Nothing has been flown yet. A lesson flown to its end, or stopped, appears here.
  </p>
{:else}
  <div class="no-print mt-3 grid max-w-lg grid-cols-2 gap-3">
    <ChoiceField
      label="Drill"
      name="drill"
      bind:value={() => data.drill ?? '', (drill) => onlyWith({ drill })}
      choices={[['', 'all drills'], ...drillChoices]}
    />
    <ChoiceField
      label="Verdict"
      name="verdict"
      bind:value={() => data.verdict ?? '', (verdict) => onlyWith({ verdict })}
      choices={[['', 'all verdicts'], ...verdicts]}
    />
  </div>
  {#key data.everyone}
    <DataTable
      label="Attempts"
      rows={data.attempts}
      columns={[
        { id: 'flown', header: 'Flown', cell: flownCell },
        ...(data.everyone
          ? [{ id: 'student', header: 'Student', value: (attempt: Attempt) => attempt.studentName }]
          : []),
        { id: 'drill', header: 'Drill', value: (attempt) => data.names[attempt.drill] ?? attempt.drill },
        { id: 'lesson', header: 'Lesson', cell: lessonCell },
        { id: 'verdict', header: 'Verdict', cell: verdictCell },
        {
          id: 'score',
          header: 'Score',
          value: (attempt) => (attempt.comparable.completed ? attempt.score : '–'),
          number: true
        },
        { id: 'held', header: 'Held', cell: heldCell },
        { id: 'others', header: '', cell: othersCell }
      ]}
      remote={{
        asked: data.asked,
        more: data.more,
        sorts,
        go: (asked) => goto(askedAddress(page.url, asked), { keepFocus: true, noScroll: true })
      }}
    />
  {/key}
  {#if data.lookedAt}<p class="mt-2 text-xs text-soft">
      Looked for among the school’s latest {data.lookedAt} attempts; choose a student to see all of theirs.
    </p>{/if}
{/if}
