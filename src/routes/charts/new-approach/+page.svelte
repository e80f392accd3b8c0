<script lang="ts">
  import { goto } from '$app/navigation';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import ApproachEditor from '../edit/ApproachEditor.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const refused = $derived(
    form && 'field' in form ? { field: form.field ?? '', message: form.message } : null
  );
</script>

<svelte:head><title>A new approach · Hanza</title></svelte:head>

<div class="mb-2 max-w-60">
  <ChoiceField
    label="To which runway"
    name="runway-to"
    bind:value={
      () => data.runway,
      (runway) => void goto(`/charts/new-approach?${new URLSearchParams({ world: data.world.id, runway })}`)
    }
    choices={data.world.runways.map((r) => [`${r.airport} ${r.name}`, `${r.airport} ${r.name}`] as const)}
  />
</div>
{#key data.runway}
  <ApproachEditor
    world={data.world}
    start={data.start}
    making={data.making}
    title="A new approach"
    {refused}
  />
{/key}
