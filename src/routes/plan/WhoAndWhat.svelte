<script lang="ts">
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import type { PlanChange } from '$core/drill/plan-change';
  import { trainingAreas } from '$core/earth/training-area';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import type { PageData } from './$types';

  /** Whose lesson, which drill, in what, where, and judged by which tolerances. */
  let {
    plan = $bindable(),
    drills,
    airplanes,
    places,
    groundElevation_ft,
    profiles,
    students,
    studentId,
    studentName,
    choosable,
    fetching,
    approaches,
    onstudent,
    onapproach,
    onchange,
    problem
  }: {
    plan: LessonPlan;
    drills: PageData['drills'];
    airplanes: PageData['airplanes'];
    /** The school's own worlds, as they are today. */
    places: PageData['places'];
    groundElevation_ft: number;
    profiles: PageData['school']['profiles'];
    students: PageData['students'];
    studentId: string;
    studentName: string | undefined;
    /** Whether the student can still be another. */
    choosable: boolean;
    /** The chosen student's last lesson is on its way: what is changed now would be lost to it. */
    fetching: boolean;
    onstudent: (id: string) => void;
    /** Approaches that can be flown, and that one is chosen. */
    approaches: PageData['approaches'];
    onapproach: (id: string) => void;
    /** A choice that takes other fields with it. */
    onchange: (change: PlanChange) => void;
    problem: (field: string) => string | null;
  } = $props();

  const families = $derived([...new Set(drills.map((drill) => drill.family))]);

  const BY_APPROACH = 'approach:';
  /** The drill, or the approach, that is asked for. */
  const asked = $derived(plan.approach ? `${BY_APPROACH}${plan.approach.approach.id}` : plan.drill);
  const listed = $derived([
    ...approaches,
    ...(plan.approach && !approaches.some(({ id }) => id === plan.approach!.approach.id)
      ? [
          {
            id: plan.approach.approach.id,
            title: plan.approach.approach.name,
            airport: plan.approach.approach.airport
          }
        ]
      : [])
  ]);

  function chooseDrill(id: string) {
    if (id.startsWith(BY_APPROACH)) {
      onapproach(id.slice(BY_APPROACH.length));
      return;
    }
    onchange({ kind: 'drill', id });
  }
  /** The school's own worlds, and the one this plan was made with. */
  const own = $derived.by(() => {
    const { ownPlace } = plan;
    return ownPlace && !places.some(({ area }) => area.id === ownPlace.area.id)
      ? [...places, ownPlace]
      : places;
  });

  function chooseArea(id: string) {
    const { ownPlace: _, navigation: __, ...rest } = plan;
    const place = own.find(({ area }) => area.id === id);
    plan = { ...rest, area: id, ...(place ? { ownPlace: place } : {}) };
  }
</script>

<fieldset class="grid grid-cols-2 gap-x-5 gap-y-3">
  <legend class="mb-1 font-bold">Who and what</legend>
  {#if !choosable}
    <div>
      <p class="mb-0.5 text-xs text-soft">Student</p>
      <p class="flex min-h-9 items-center">{studentName}</p>
    </div>
  {:else}
    <ChoiceField
      label="Student"
      name="student"
      problem={problem('student')}
      bind:value={() => studentId, onstudent}
      choices={students.map(({ id, name }) => [id, name])}
    />
  {/if}
  <fieldset class="contents" disabled={fetching}>
    <ChoiceField
      label="Drill"
      name="drill"
      problem={problem('drill')}
      bind:value={() => asked, chooseDrill}
      choices={[
        ...families.flatMap((family) =>
          drills.filter((drill) => drill.family === family).map(({ id, name }) => [id, name, family] as const)
        ),
        ...listed.map(
          ({ id, title, airport }) => [`${BY_APPROACH}${id}`, `${airport} ${title}`, 'approaches'] as const
        )
      ]}
    />
    <ChoiceField
      label="Airplane"
      name="aircraft"
      problem={problem('aircraft')}
      bind:value={() => plan.aircraft, (id) => onchange({ kind: 'aircraft', id })}
      choices={airplanes.map(({ id, name }) => [id, name])}
    />
    <ChoiceField
      label="Where"
      name="area"
      problem={problem('area')}
      hint={groundElevation_ft > 0 ? `ground up to ${groundElevation_ft} ft` : 'over the sea'}
      bind:value={() => plan.area, chooseArea}
      choices={[
        ...trainingAreas.map(({ id, name }) => [id, name] as const),
        ...own.map(({ area }) => [area.id, area.name, 'the school’s own worlds'] as const)
      ]}
    />
    <ChoiceField
      label="Tolerances"
      name="toleranceProfile"
      problem={problem('toleranceProfile')}
      bind:value={plan.toleranceProfile}
      choices={profiles.map(({ id, name }) => [id, name])}
    />
  </fieldset>
</fieldset>
