<script lang="ts">
  import type { ApproachPlan } from '$core/drill/approach/approach-plan';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { kindsWithPath } from '$core/procedure/approach/approach';
  import { stepDownsOf } from '$core/procedure/approach/minimum';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';

  /** What of an approach is received: its path, and the step-down fixes of its final. */
  let {
    plan = $bindable(),
    asked,
    problem
  }: { plan: LessonPlan; asked: ApproachPlan; problem: (field: string) => string | null } = $props();

  const approach = $derived(asked.approach);
  const stepDowns = $derived(stepDownsOf(approach).map(({ fix }) => fix));
</script>

{#if approach.path && kindsWithPath.includes(approach.kind)}
  <ChoiceField
    label="Path"
    name="approach.path"
    problem={problem('approach.pathLost')}
    bind:value={
      () => (asked.withoutPath ? 'out' : asked.pathLost ? 'lost' : 'in'),
      (value) => {
        const { pathLost: _, ...rest } = asked;
        plan.approach = {
          ...rest,
          withoutPath: value === 'out',
          ...(value === 'lost' ? { pathLost: true as const } : {})
        };
      }
    }
    choices={[
      ['in', 'received'],
      ['out', 'not received'],
      ['lost', 'lost on the way']
    ]}
  />
{/if}
{#if stepDowns.length > 0}
  <ChoiceField
    label={stepDowns.join(', ')}
    name="approach.withoutFixes"
    problem={problem('approach.withoutFixes')}
    bind:value={
      () => (asked.withoutFixes.length > 0 ? 'out' : 'in'),
      (value) => (plan.approach = { ...asked, withoutFixes: value === 'out' ? stepDowns : [] })
    }
    choices={[
      ['in', 'received'],
      ['out', 'not received']
    ]}
  />
{/if}
