<script lang="ts">
  import ApproachEditor from '../../edit/ApproachEditor.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const refused = $derived(
    form && 'field' in form ? { field: form.field ?? '', message: form.message } : null
  );
</script>

<svelte:head><title>Change {data.start.name} · Hanza</title></svelte:head>

<ApproachEditor
  world={data.world}
  start={data.start}
  making={data.making}
  title="{data.own ? 'Change' : 'Make your own of'} {data.start.airport} {data.start.name}"
  {refused}
/>
