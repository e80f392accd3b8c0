<script lang="ts">
  import type { PageData } from './$types';
  import InstructorsVerdicts from './InstructorsVerdicts.svelte';
  import SchoolThisMorning from './SchoolThisMorning.svelte';
  import StudentsToday from './StudentsToday.svelte';

  let { data }: { data: PageData } = $props();
</script>

<svelte:head><title>{data.student ? 'Today' : 'The school this morning'} · Hanza</title></svelte:head>

{#if data.student}
  <StudentsToday today={data.student} names={data.names} />
{:else if data.morning}
  <SchoolThisMorning me={data.me!} morning={data.morning} names={data.names} />
  {#if data.verdicts.length > 0}<InstructorsVerdicts verdicts={data.verdicts} />{/if}
{/if}
