<script lang="ts">
  import { enhance } from '$app/forms';
  import { goto } from '$app/navigation';
  import { untrack } from 'svelte';
  import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
  import { turbulenceLevels } from '$core/air/turbulence';
  import { briefingFor } from '$core/drill/briefing';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { problemsOf } from '$core/drill/plan-check';
  import { sensiblePlan } from '$core/drill/sensible-plan';
  import { toleranceProfileById, toleranceProfiles } from '$core/drill/tolerance-profile';
  import { trainingAreaById, trainingAreas } from '$core/earth/training-area';
  import { HECTOPASCALS_PER_INCH_OF_MERCURY } from '$core/measure/units';
  import BriefSheet from '$lib/draw/BriefSheet.svelte';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();

  let plan = $state<LessonPlan>(untrack(() => ({ ...data.start, seed: data.newSeed })));
  let touchedSince = $state(0);
  $effect(() => {
    // Another student brings another last lesson to start from.
    void data.studentId;
    plan = { ...data.start, seed: data.newSeed };
  });

  const aircraft = $derived(aircraftById(plan.aircraft));
  const empty = $derived(
    Object.entries(plan).flatMap(([field, value]) =>
      field !== 'cloudBase_ft' && (value === null || value === undefined || Number.isNaN(value))
        ? [{ field, message: 'A number is needed here.' }]
        : []
    )
  );
  const problems = $derived(
    empty.length > 0 ? empty : problemsOf(plan, aircraft, trainingAreaById(plan.area))
  );
  const refused = $derived(
    form && 'field' in form && touchedSince === 0 ? { field: form.field, message: form.message } : null
  );
  const briefing = $derived(
    problems.length > 0 ? null : briefingFor(plan, aircraft, toleranceProfileById(plan.toleranceProfile))
  );
  const ready = $derived(briefing !== null && !('kind' in briefing) && data.studentId !== null);

  function problem(field: keyof LessonPlan | 'student'): string | null {
    return (
      problems.find((p) => p.field === field)?.message ?? (refused?.field === field ? refused.message : null)
    );
  }
  const invalid = (field: keyof LessonPlan) => (problem(field) ? true : undefined);
  const described = (field: keyof LessonPlan) => (problem(field) ? `${field}-problem` : undefined);

  useShortcuts([{ key: 'd', shown: 'D', does: 'the airplane’s own figures', run: sensible }]);

  function sensible() {
    plan = { ...sensiblePlan(aircraft, trainingAreaById(plan.area)), seed: plan.seed };
  }
</script>

<svelte:head><title>Plan a lesson · Hanza</title></svelte:head>

{#snippet number(
  label: string,
  field:
    | 'startAltitude_ft'
    | 'startSpeed_kt'
    | 'heading_deg'
    | 'targetSpeed_kt'
    | 'descentRate_fpm'
    | 'decisionAltitude_ft'
    | 'climbSpeed_kt'
    | 'levelOffAltitude_ft'
    | 'windFrom_deg'
    | 'windSpeed_kt'
    | 'altimeterSetting_hPa',
  unit: string,
  step: number,
  hint = ''
)}
  <Field {label} name={field} {unit} problem={problem(field)} {hint}>
    <input
      id={field}
      type="number"
      {step}
      class={numberInput}
      bind:value={plan[field]}
      aria-invalid={invalid(field)}
      aria-describedby={described(field)}
    />
  </Field>
{/snippet}

<header class="flex items-end justify-between gap-3">
  <div>
    <h1>Plan a lesson</h1>
    <p class="text-soft">
      {#if data.last}Begins from lesson {data.last.number}{data.last.verdict
          ? `, ${data.last.verdict}`
          : ', not flown yet'}.{:else}Begins from the airplane’s own figures.{/if}
    </p>
  </div>
  <div class="flex gap-2">
    <button type="button" class={button.plain} onclick={sensible}>The airplane’s own figures</button>
    <button form="plan" class={button.main} disabled={!ready}>Plan this lesson</button>
  </div>
</header>

<form
  id="plan"
  method="POST"
  use:enhance={() => {
    touchedSince = 0;
    return ({ update }) => update({ reset: false });
  }}
  oninput={() => (touchedSince += 1)}
  class="mt-3 grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,1fr)_minmax(0,560px)] lg:grid-cols-[minmax(0,1fr)_minmax(0,520px)]"
>
  <input type="hidden" name="id" value={data.newLessonId} />
  <input type="hidden" name="plan" value={JSON.stringify(plan)} />
  <div class="grid content-start gap-4">
    <fieldset class="grid grid-cols-2 gap-x-5 gap-y-3">
      <legend class="mb-1 font-bold">Who and what</legend>
      <Field label="Student" name="student" problem={problem('student')}>
        <select
          id="student"
          name="student"
          class={input}
          value={data.studentId}
          onchange={(event) =>
            goto(`/plan?student=${event.currentTarget.value}`, { keepFocus: true, noScroll: true })}
        >
          {#each data.students as student (student.id)}<option value={student.id}>{student.name}</option
            >{/each}
        </select>
      </Field>
      <Field label="Airplane" name="aircraft" problem={problem('aircraft')}>
        <select id="aircraft" class={input} bind:value={plan.aircraft}>
          {#each aircraftCatalogue as choice (choice.id)}<option value={choice.id}>{choice.name}</option
            >{/each}
        </select>
      </Field>
      <Field
        label="Where"
        name="area"
        problem={problem('area')}
        hint={trainingAreaById(plan.area).groundElevation_ft > 0
          ? `ground up to ${trainingAreaById(plan.area).groundElevation_ft} ft`
          : 'over the sea'}
      >
        <select id="area" class={input} bind:value={plan.area}>
          {#each trainingAreas as choice (choice.id)}<option value={choice.id}>{choice.name}</option>{/each}
        </select>
      </Field>
      <Field label="Tolerances" name="toleranceProfile" problem={problem('toleranceProfile')}>
        <select id="toleranceProfile" class={input} bind:value={plan.toleranceProfile}>
          {#each toleranceProfiles as choice (choice.id)}<option value={choice.id}>{choice.name}</option
            >{/each}
        </select>
      </Field>
    </fieldset>

    <fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
      <legend class="mb-1 font-bold">Level, then slow</legend>
      {@render number('Altitude', 'startAltitude_ft', 'ft', 100)}
      {@render number('Speed', 'startSpeed_kt', 'kt', 5)}
      {@render number('Heading', 'heading_deg', '°', 5)}
    </fieldset>

    <fieldset class="grid grid-cols-4 gap-x-4 gap-y-3">
      <legend class="mb-1 font-bold">Descend</legend>
      {@render number('Speed', 'targetSpeed_kt', 'kt', 5)}
      {@render number('Rate', 'descentRate_fpm', 'ft/min', 50)}
      <Field label="Flaps" name="flaps_deg" problem={problem('flaps_deg')}>
        <select
          id="flaps_deg"
          class={numberInput}
          bind:value={plan.flaps_deg}
          aria-invalid={invalid('flaps_deg')}
        >
          {#each aircraft.flaps.positions_deg as position (position)}<option value={position}
              >{position}°</option
            >{/each}
        </select>
      </Field>
      {@render number('Decision altitude', 'decisionAltitude_ft', 'ft', 100)}
    </fieldset>

    <fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
      <legend class="mb-1 font-bold">Climb away</legend>
      {@render number('Speed', 'climbSpeed_kt', 'kt', 1, `Vy is ${aircraft.speeds.bestClimb_kt} kt`)}
      {@render number('Level off at', 'levelOffAltitude_ft', 'ft', 100)}
    </fieldset>

    <fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
      <legend class="mb-1 font-bold">Air</legend>
      {@render number('Wind from (magnetic)', 'windFrom_deg', '°', 10)}
      {@render number('Wind speed', 'windSpeed_kt', 'kt', 1)}
      <Field label="Ride" name="turbulence">
        <select id="turbulence" class={input} bind:value={plan.turbulence}>
          {#each turbulenceLevels as level (level)}<option value={level}>{level}</option>{/each}
        </select>
      </Field>
      {@render number(
        'Altimeter setting',
        'altimeterSetting_hPa',
        'hPa',
        1,
        `${(plan.altimeterSetting_hPa / HECTOPASCALS_PER_INCH_OF_MERCURY).toFixed(2)} inHg`
      )}
      <Field
        label="Cloud base"
        name="cloudBase_ft"
        unit="ft"
        problem={problem('cloudBase_ft')}
        hint="empty: view-limiting device"
      >
        <input
          id="cloudBase_ft"
          type="number"
          step="100"
          min="0"
          max="20000"
          class={numberInput}
          bind:value={plan.cloudBase_ft}
        />
      </Field>
    </fieldset>

    <fieldset class="flex flex-wrap gap-x-6 gap-y-2">
      <legend class="mb-1 font-bold">Help in the air</legend>
      <label class="flex min-h-9 items-center gap-2"
        ><input type="radio" bind:group={plan.corridors} value="hints" /> corridors shown (hints)</label
      >
      <label class="flex min-h-9 items-center gap-2"
        ><input type="radio" bind:group={plan.corridors} value="test" /> hidden (test)</label
      >
      <label class="flex min-h-9 items-center gap-2"
        ><input type="checkbox" bind:checked={plan.attitudeHoldAllowed} /> attitude hold allowed</label
      >
    </fieldset>
  </div>

  <div class="min-w-0">
    <div class="sticky top-3">
      {#if briefing && !('kind' in briefing)}
        <BriefSheet {plan} {briefing} />
      {:else}
        <div class="border border-hard p-4" role="status">
          <h2 class="text-hard">This cannot be flown yet</h2>
          <ul class="mt-2 grid gap-2 text-[13px]">
            {#each problems as { field, message } (field)}
              <li>
                <a
                  href="#{field}"
                  onclick={(event) => {
                    event.preventDefault();
                    document.getElementById(field)?.focus();
                  }}>{message}</a
                >
              </li>
            {/each}
            {#if briefing && 'kind' in briefing}<li>{briefing.explanation}</li>{/if}
          </ul>
        </div>
      {/if}
      {#if refused && !problems.some((p) => p.field === refused.field)}
        <p class="mt-3 text-[13px] text-hard" role="alert">{refused.message}</p>
      {/if}
    </div>
  </div>
</form>
