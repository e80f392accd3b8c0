<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import { enhance } from '$app/forms';
  import AddPersonSheet from '$lib/ui/AddPersonSheet.svelte';
  import AccessLink from '$lib/ui/AccessLink.svelte';
  import { button } from '$lib/ui/button';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import DataTable from '$lib/ui/DataTable.svelte';
  import PersonFields from '$lib/ui/PersonFields.svelte';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  type Person = PageData['people'][number];

  let adding = $state(false);
  let changing = $state<Person | null>(null);
  let role = $state<'student' | 'instructor'>('student');
  let showArchived = $state(false);
  const shown = $derived(data.people.filter((person) => showArchived || !person.archived));
  const archivedCount = $derived(data.people.filter((person) => person.archived).length);
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);
  const roleNames = { chief: 'chief instructor', instructor: 'instructor', student: 'student' };
  const roleOf = (person: Person) =>
    person.archived ? `${roleNames[person.role]}, archived` : roleNames[person.role];
  const justArchived = $derived(
    form && 'archived' in form && form.archived ? data.people.find((p) => p.id === form.archived) : null
  );

  useShortcuts([{ key: 'a', shown: 'A', does: 'add a person', run: () => (adding = true) }]);
</script>

{#snippet nameCell(person: Person)}{#if person.role === 'student' && !person.archived}<a
      href="/students/{person.id}"
      class="font-bold text-ink">{person.name}</a
    >{:else}<span class="font-bold">{person.name}</span>{/if}{/snippet}
{#snippet actsCell(person: Person)}
  <div class="flex justify-end gap-1">
    {#if !person.archived}
      <button class={button.quiet} aria-label="Edit {person.name}" onclick={() => (changing = person)}
        >Edit</button
      >
      <form method="POST" action="?/access" use:enhance>
        <input type="hidden" name="person" value={person.id} />
        <input type="hidden" name="name" value={person.name} />
        <button class={button.quiet} aria-label="New password link for {person.name}">Password link</button>
      </form>
    {/if}
    {#if person.role !== 'chief'}
      <form method="POST" action="?/archive" use:enhance>
        <input type="hidden" name="person" value={person.id} />
        {#if person.archived}<input type="hidden" name="undo" value="1" />{/if}
        <button class={button.quiet} aria-label="{person.archived ? 'Bring back' : 'Archive'} {person.name}"
          >{person.archived ? 'Bring back' : 'Archive'}</button
        >
      </form>
    {/if}
  </div>
{/snippet}

<svelte:head><title>People · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>People</h1>
    <p class="text-soft">{data.me?.schoolName}</p>
  </div>
  <div class="flex items-center gap-4">
    {#if archivedCount > 0}
      <div class="text-[13px]">
        <Toggle bind:checked={showArchived}>show {archivedCount} archived</Toggle>
      </div>
    {/if}
    <button class={button.main} onclick={() => (adding = true)}>Add a person</button>
  </div>
</header>

{#if form && 'link' in form && form.link}<AccessLink {...form.link} />{/if}
{#if justArchived}
  <form
    method="POST"
    action="?/archive"
    use:enhance
    class="my-3 flex items-center gap-3 border border-line p-2 text-[13px]"
  >
    <input type="hidden" name="person" value={justArchived.id} />
    <input type="hidden" name="undo" value="1" />
    <span role="status"
      >{justArchived.name} can no longer sign in. Their lessons, flights and record are kept.</span
    >
    <button class={button.plain}>Undo</button>
  </form>
{/if}
{#if form && 'field' in form && !adding && !changing}
  <p class="mt-2 text-[13px] text-hard" role="alert">{form.message}</p>
{/if}

<DataTable
  label="People"
  find="Find a person"
  rows={shown}
  dim={(person) => person.archived}
  columns={[
    { id: 'name', header: 'Name', value: (person) => person.name, cell: nameCell },
    { id: 'email', header: 'E-mail', value: (person) => person.email },
    { id: 'role', header: 'Role', value: roleOf },
    { id: 'stage', header: 'Stage', value: (person) => person.stage },
    { id: 'acts', header: '', cell: actsCell }
  ]}
/>
<p class="mt-3 max-w-2xl text-xs text-soft">
  Everybody chooses their own password; nobody else sees it. A password link opens once, within a week, and
  signs the person out everywhere when it is used.
</p>

<AddPersonSheet bind:open={adding} title="Add a person" {problem}>
  <ChoiceField
    label="Role"
    name="role"
    bind:value={role}
    choices={['student', 'instructor']}
    problem={problem('role')}
  />
</AddPersonSheet>

<Sheet
  bind:open={() => changing !== null, (open) => !open && (changing = null)}
  title="Edit {changing?.name ?? ''}"
>
  {#if changing}
    <form
      method="POST"
      action="?/change"
      use:enhance={() =>
        async ({ result, update }) => {
          await update({ reset: false });
          if (result.type === 'success') changing = null;
        }}
      class="grid gap-3"
    >
      <input type="hidden" name="person" value={changing.id} />
      <PersonFields person={changing} {problem} />
      <div class="mt-2 flex justify-end gap-2">
        <button type="button" class={button.plain} onclick={() => (changing = null)}>Cancel</button>
        <button class={button.main}>Save</button>
      </div>
    </form>
  {/if}
</Sheet>
