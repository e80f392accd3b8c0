<script lang="ts">
  import { enhance } from '$app/forms';
  import { goto } from '$app/navigation';
  import { navigating } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import type { PlanChange } from '$core/drill/plan-change';
  import { withChange } from '$core/drill/with-change';
  import BriefSheet from '$lib/draw/BriefSheet.svelte';
  import { button } from '$lib/ui/button';
  import { draftOf, dropDraft, keepDraft } from '$lib/ui/draft';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import NumberField from '$lib/ui/NumberField.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { Reckoner } from '$lib/worker/reckoner.svelte';
  import type { ActionData, PageData } from './$types';
  import CannotBeFlown from './CannotBeFlown.svelte';
  import AirFields from './AirFields.svelte';
  import ApproachFields from './ApproachFields.svelte';
  import FigureFields from './FigureFields.svelte';
  import NavigationFields from './NavigationFields.svelte';
  import PanelFields from './PanelFields.svelte';
  import ScanFields from './ScanFields.svelte';
  import WhoAndWhat from './WhoAndWhat.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();

  let plan = $state<LessonPlan>(untrack(() => data.start));
  let touchedSince = $state(0);
  /** What is changed before the chosen student's last lesson has come would be lost to it. */
  const fetching = $derived(navigating.to !== null);
  let note = $state(untrack(() => data.changed?.note ?? ''));
  /** A draft belongs to one student's next lesson, or to the lesson being changed. */
  const draftName = $derived(
    `plan ${data.changed?.id ?? data.studentId ?? ''}${data.mended ? ' mended' : ''}${data.approach ? ` ${data.approach}` : ''}`
  );
  let draftFound = $state(false);
  let opened = '';
  $effect(() => {
    // Another student brings another last lesson to start from.
    const name = draftName;
    untrack(() => {
      const draft = draftOf<{ plan: LessonPlan; note: string }>(name);
      draftFound = draft !== null;
      plan = draft?.plan ?? data.start;
      reckoner.answer = data.making;
      note = draft?.note ?? data.changed?.note ?? '';
      opened = asText();
    });
  });
  const asText = () => JSON.stringify([plan, note]);
  $effect(() => {
    if (asText() !== opened)
      keepDraft(
        untrack(() => draftName),
        { plan: $state.snapshot(plan), note }
      );
  });

  function startOver() {
    dropDraft(draftName);
    draftFound = false;
    plan = data.start;
    note = data.changed?.note ?? '';
    opened = asText();
  }

  const title = $derived(
    data.alone
      ? 'Practise by yourself'
      : data.changed
        ? `Change lesson ${data.changed.number}`
        : 'Plan a lesson'
  );
  const submit = $derived(data.changed ? 'Save the change' : data.alone ? 'Fly this' : 'Plan this lesson');
  /** Worked out where the page was made, then off this thread as it is typed. */
  const reckoner = new Reckoner<'plan'>(untrack(() => data.making));
  const making = $derived(reckoner.answer);
  const { problems, brief } = $derived(making);
  onMount(() => reckoner.whileShown());
  $effect(() =>
    reckoner.ask({ kind: 'plan', plan: $state.snapshot(plan) as LessonPlan, school: data.school })
  );

  /** Choices not worked out yet: each is made of what the one before it left, and none is left behind by flying at once. */
  let choosing = $state(0);
  let chosen = Promise.resolve();

  /** A choice that takes other fields with it; what is typed meanwhile stays. */
  function change(change: PlanChange) {
    choosing += 1;
    chosen = chosen.then(async () => {
      const [before, madeFor] = [$state.snapshot(plan) as LessonPlan, draftName];
      try {
        const after = await reckoner.change({ plan: before, change, ownDrills: data.school.drills });
        if (madeFor === draftName) plan = withChange($state.snapshot(plan) as LessonPlan, before, after);
      } catch (error) {
        reckoner.failure = (error as Error).message;
      }
      choosing -= 1;
    });
  }

  const refused = $derived(
    form && 'field' in form && touchedSince === 0 ? { field: form.field, message: form.message } : null
  );
  const ready = $derived(brief !== null && !('kind' in brief.briefing) && data.studentId !== null);

  function problem(field: string): string | null {
    return (
      problems.find((p) => p.field === field)?.message ?? (refused?.field === field ? refused.message : null)
    );
  }

  /** The address that plans an approach, for whom or in place of which lesson it was being planned. */
  const asking = (approach: string | null, student = data.studentId) =>
    new URLSearchParams({
      ...(approach ? { approach } : {}),
      ...(data.changed ? { lesson: data.changed.id } : student ? { student } : {})
    });

  const ownFigures = () => change({ kind: 'own figures' });
  useShortcuts([{ key: 'd', shown: 'D', does: 'the airplane’s own figures', run: ownFigures }]);
</script>

<svelte:head><title>{title} · Hanza</title></svelte:head>

{#snippet number(
  label: string,
  field: 'startAltitude_ft' | 'startSpeed_kt' | 'heading_deg',
  unit: string,
  step: number
)}
  <NumberField {label} name={field} {unit} {step} problem={problem(field)} bind:value={plan[field]} />
{/snippet}

<header class="flex items-end justify-between gap-3">
  <div>
    <h1>{title}</h1>
    <p class="text-soft">
      {#if draftFound}What you had begun is still here.
        <button type="button" class="text-now underline underline-offset-2" onclick={startOver}
          >Start over</button
        >{:else if data.changed}Not flown yet; the student sees the change at once.{:else if data.mended}<strong
          class="text-now">{data.mended}</strong
        >{:else if data.last}Based on lesson {data.last.number}{data.last.verdict
          ? `, ${data.last.verdict}`
          : ', not flown yet'}.{:else}Based on the airplane’s own figures.{/if}
      {#if !data.alone}<a href="/plan/drills">Drills</a> · <a href="/plan/profiles">Tolerances</a>{/if}
    </p>
  </div>
  <div class="flex gap-2">
    <button type="button" class={button.plain} disabled={fetching} onclick={ownFigures}
      >The airplane’s own figures</button
    >
    <!-- The form's first button is what Enter in a field presses: nothing. -->
    <button form="plan" disabled hidden aria-hidden="true"></button>
    <button form="plan" class={button.main} disabled={!ready || fetching || choosing > 0}>{submit}</button>
  </div>
</header>

<form
  id="plan"
  method="POST"
  use:enhance={() => {
    touchedSince = 0;
    const sent = draftName;
    return async ({ result, update }) => {
      // Signed out meanwhile: the draft waits until the person is back.
      if (result.type === 'redirect' && !result.location.startsWith('/sign-in')) dropDraft(sent);
      await update({ reset: false });
    };
  }}
  oninput={() => (touchedSince += 1)}
  class="mt-3 grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,1fr)_minmax(0,560px)] lg:grid-cols-[minmax(0,1fr)_minmax(0,520px)]"
>
  <input type="hidden" name="id" value={data.newLessonId} />
  <input type="hidden" name="changes" value={data.changed?.id ?? ''} />
  <input type="hidden" name="plan" value={JSON.stringify(plan)} />
  <div class="grid content-start gap-4">
    <WhoAndWhat
      bind:plan
      drills={data.drills}
      airplanes={data.airplanes}
      places={data.places}
      profiles={data.school.profiles}
      groundElevation_ft={making.groundElevation_ft}
      students={data.students}
      studentId={navigating.to?.url.searchParams.get('student') ?? data.studentId ?? ''}
      studentName={data.chosen?.name}
      choosable={!data.changed && !data.alone}
      {fetching}
      approaches={data.approaches}
      onstudent={(student) =>
        goto(`/plan?${asking(plan.approach?.approach.id ?? null, student)}`, {
          keepFocus: true,
          noScroll: true
        })}
      onapproach={(id) => goto(`/plan?${asking(id)}`, { keepFocus: true, noScroll: true })}
      onchange={change}
      {problem}
    />

    <fieldset class="contents" disabled={fetching}>
      <fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
        <legend class="mb-1 font-bold">Begin</legend>
        {@render number('Altitude', 'startAltitude_ft', 'ft', 100)}
        {@render number('Speed', 'startSpeed_kt', 'kt', 5)}
        {#if !making.drill.byRadio}{@render number('Heading', 'heading_deg', '°', 5)}{/if}
      </fieldset>

      <FigureFields bind:plan {making} {problem} />
      {#if plan.approach}
        <ApproachFields
          bind:plan
          asked={plan.approach}
          circles={making.circles}
          onwayin={(transition) => change({ kind: 'way in', transition })}
          {problem}
        />
      {:else if making.radio}
        <NavigationFields bind:plan radio={making.radio} {problem} />
      {/if}
      <AirFields bind:plan {problem} />
      <PanelFields bind:plan coveredByDrill={making.drill.covers} />
      <ScanFields bind:plan {problem} />
      {#if !data.alone}
        <Field label="Note to the student" name="note" problem={problem('note')}>
          <textarea
            id="note"
            name="note"
            rows="2"
            maxlength="1000"
            class={input}
            placeholder="Brief the entry before we start"
            bind:value={note}></textarea>
        </Field>
      {/if}
    </fieldset>
  </div>

  <div class="min-w-0">
    <div class="sticky top-3">
      {#if brief && !('kind' in brief.briefing)}
        <BriefSheet {brief} briefing={brief.briefing} />
      {:else}
        <CannotBeFlown
          {problems}
          impossible={brief && 'kind' in brief.briefing ? brief.briefing.explanation : null}
        />
      {/if}
      {#if reckoner.failure}<p class="mt-3 text-[13px] text-hard" role="alert">{reckoner.failure}</p>{/if}
      {#if refused && !problems.some((p) => p.field === refused.field)}
        <p class="mt-3 text-[13px] text-hard" role="alert">{refused.message}</p>
      {/if}
    </div>
  </div>
</form>
