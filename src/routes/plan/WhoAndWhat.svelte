<script lang="ts">
  import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
  import type { DrillFile } from '$core/drill/drill-file';
  import { areaOf, placeOfWorld } from '$core/drill/lesson-place';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { plainDay } from '$core/procedure/approach/approach-card';
  import { sensiblePlan } from '$core/drill/sensible-plan';
  import { trainingAreas } from '$core/earth/training-area';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import type { PageData } from './$types';

  /** Whose lesson, which drill, in what, where, and judged by which tolerances. */
  let {
    plan = $bindable(),
    drills,
    drillFile,
    worlds,
    profiles,
    students,
    studentId,
    studentName,
    choosable,
    fetching,
    approaches,
    onstudent,
    onapproach,
    problem
  }: {
    plan: LessonPlan;
    drills: readonly DrillFile[];
    drillFile: DrillFile;
    worlds: PageData['worlds'];
    profiles: PageData['profiles'];
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
    problem: (field: string) => string | null;
  } = $props();

  const aircraft = $derived(aircraftById(plan.aircraft));
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
    const { navigation: _, approach: __, ...rest } = plan;
    const file = drills.find((drill) => drill.id === id);
    const fresh = sensiblePlan(aircraft, areaOf(plan), id);
    // By radio it is flown at a speed of its own.
    const changes = (file?.navigation === undefined) !== (drillFile.navigation === undefined);
    const startSpeed_kt = changes ? fresh.startSpeed_kt : plan.startSpeed_kt;
    plan = { ...rest, drill: id, figures: {}, startSpeed_kt };
  }
  /** The school's own worlds, and the one this plan was made with. */
  const places = $derived.by(() => {
    const today = worlds.map((world) => placeOfWorld(world, new Date()));
    const { ownPlace } = plan;
    return ownPlace && !today.some(({ area }) => area.id === ownPlace.area.id) ? [...today, ownPlace] : today;
  });

  function chooseArea(id: string) {
    const { ownPlace: _, navigation: __, ...rest } = plan;
    const place = places.find(({ area }) => area.id === id);
    plan = { ...rest, area: id, ...(place ? { ownPlace: place } : {}) };
  }
  function chooseAircraft(id: string) {
    const fresh = sensiblePlan(aircraftById(id), areaOf(plan), plan.approach ? 'vor-tracking' : plan.drill);
    const { approach } = plan;
    plan = {
      ...plan,
      aircraft: id,
      figures: {},
      startSpeed_kt: fresh.startSpeed_kt,
      ...(approach
        ? { approach: { ...approach, speed_kt: plainDay(approach.approach, aircraftById(id)).speed_kt } }
        : {})
    };
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
      bind:value={() => plan.aircraft, chooseAircraft}
      choices={aircraftCatalogue.map(({ id, name }) => [id, name])}
    />
    <ChoiceField
      label="Where"
      name="area"
      problem={problem('area')}
      hint={areaOf(plan).groundElevation_ft > 0
        ? `ground up to ${areaOf(plan).groundElevation_ft} ft`
        : 'over the sea'}
      bind:value={() => plan.area, chooseArea}
      choices={[
        ...trainingAreas.map(({ id, name }) => [id, name] as const),
        ...places.map(({ area }) => [area.id, area.name, 'the school’s own worlds'] as const)
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
