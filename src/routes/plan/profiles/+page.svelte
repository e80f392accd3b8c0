<script lang="ts">
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import { enhance } from '$app/forms';
  import type { InheritingProfile, ToleranceProfile } from '$core/drill/tolerance-profile';
  import PutBack from '$lib/ui/PutBack.svelte';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();

  const FIGURES: { key: keyof InheritingProfile['changes']; name: string; unit: string }[] = [
    { key: 'altitude_ft', name: 'altitude ±', unit: 'ft' },
    { key: 'heading_deg', name: 'heading ±', unit: '°' },
    { key: 'speedAbove_kt', name: 'speed above', unit: 'kt' },
    { key: 'speedBelow_kt', name: 'speed below', unit: 'kt' },
    { key: 'verticalSpeed_fpm', name: 'rate ±', unit: 'ft/min' },
    { key: 'bank_deg', name: 'bank ±', unit: '°' },
    { key: 'turnRate_degps', name: 'turn rate ±', unit: '°/s' },
    { key: 'rollOut_deg', name: 'roll-out ±', unit: '°' },
    { key: 'levelOff_ft', name: 'level-off ±', unit: 'ft' },
    { key: 'belowDecision_ft', name: 'below decision', unit: 'ft' },
    { key: 'climbWithin_s', name: 'climb within', unit: 's' }
  ];
  const blank: InheritingProfile = {
    id: '',
    name: '',
    source: '',
    edition: String(new Date().getUTCFullYear()),
    inherits: 'faa-basic-attitude',
    changes: {}
  };
  let editing = $state<InheritingProfile>({ ...blank });
  let isNew = $state(true);
  const parent = $derived<ToleranceProfile | undefined>(data.usable.find((p) => p.id === editing.inherits));
  const problem = (field: string) =>
    form &&
    'field' in form &&
    (form.field === field || form.field === `change.${field}` || form.field === `changes.${field}`)
      ? form.message
      : null;

  function edit(profile: InheritingProfile | null) {
    editing = profile ? structuredClone($state.snapshot(profile)) : { ...blank, changes: {} };
    isNew = profile === null;
  }
</script>

<svelte:head><title>Tolerances · Hanza</title></svelte:head>

<header>
  <p class="text-xs"><a href="/plan">Plan</a></p>
  <h1>Tolerances</h1>
  <p class="text-soft">
    How closely things are to be held. A school’s profile inherits from another and changes what it says.
    Check the current edition and your authority.
  </p>
</header>

<div class="mt-4 overflow-x-auto">
  <table class="sheet-table text-[13px]">
    <thead>
      <tr>
        <th>Profile</th>
        {#each FIGURES as { key, name, unit } (key)}<th class="number">{name}<br />{unit}</th>{/each}
        <th></th>
      </tr>
    </thead>
    <tbody>
      {#each data.usable as profile (profile.id)}
        {@const own = data.own.find(({ body }) => body.id === profile.id)}
        <tr>
          <td class="min-w-48"
            ><strong>{profile.name}</strong>
            <div class="text-xs text-soft">
              {own
                ? `inherits from ${data.usable.find((p) => p.id === own.body.inherits)?.name ?? own.body.inherits}`
                : profile.source}
            </div></td
          >
          {#each FIGURES as { key } (key)}
            <td class="number {own && own.body.changes[key] !== undefined ? 'font-bold text-now' : ''}"
              >{profile[key]}</td
            >
          {/each}
          <td class="text-right whitespace-nowrap">
            {#if own}
              <button
                class="min-h-6 text-now underline underline-offset-2"
                onclick={() => edit(own.body)}
                aria-label="Change {profile.name}">change</button
              >
              <form method="POST" action="?/remove" use:enhance class="ml-2 inline">
                <input type="hidden" name="key" value={profile.id} />
                <button
                  class="min-h-6 text-now underline underline-offset-2"
                  aria-label="Remove {profile.name}">remove</button
                >
              </form>
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>
{#if form && 'removed' in form && form.removed}
  <PutBack
    field="key"
    removed={form.removed}
    words="“{form.removed}” is off the list. Lessons planned with it keep it."
  />
{/if}
{#if problem('key')}<p class="mt-2 text-[13px] text-hard" role="alert">{problem('key')}</p>{/if}

<section class="mt-6 max-w-3xl">
  <div class="flex items-baseline justify-between">
    <h2>{isNew ? 'A new profile' : `Change ${editing.name}`}</h2>
    {#if !isNew}<button class="text-[13px] text-now underline underline-offset-2" onclick={() => edit(null)}
        >a new one instead</button
      >{/if}
    {#if form && 'saved' in form}<span class="text-[13px] text-trace" role="status">◆ Saved</span>{/if}
  </div>
  <form
    method="POST"
    action="?/save"
    use:enhance={() =>
      async ({ update, result }) => {
        await update({ reset: false });
        if (result.type === 'success') edit(null);
      }}
    class="mt-2 grid grid-cols-4 gap-x-4 gap-y-3"
  >
    <Field label="Name" name="name" problem={problem('name')}
      ><input id="name" name="name" class={input} bind:value={editing.name} required maxlength="60" /></Field
    >
    <Field label="Id" name="id" problem={problem('id')}
      ><input
        id="id"
        name="id"
        class="{input} figure"
        bind:value={editing.id}
        readonly={!isNew}
        required
        placeholder="school-strict"
      /></Field
    >
    <ChoiceField
      label="Inherits from"
      name="inherits"
      problem={problem('inherits')}
      bind:value={editing.inherits}
      choices={data.usable.map(({ id, name }) => [id, name])}
    />
    <Field label="Edition" name="edition" problem={problem('edition')}
      ><input id="edition" name="edition" class={input} bind:value={editing.edition} /></Field
    >
    <div class="col-span-4">
      <Field label="Source" name="source" problem={problem('source')}
        ><input
          id="source"
          name="source"
          class={input}
          bind:value={editing.source}
          placeholder="where these figures come from"
        /></Field
      >
    </div>
    {#each FIGURES as { key, name, unit } (key)}
      <Field label={name} name="change.{key}" {unit} problem={problem(key)}>
        <input
          id="change.{key}"
          name="change.{key}"
          inputmode="decimal"
          class={numberInput}
          bind:value={
            () => editing.changes[key] ?? '',
            (value) => (editing.changes = { ...editing.changes, [key]: value as number })
          }
          placeholder={String(parent?.[key] ?? '')}
        />
      </Field>
    {/each}
    <div class="col-span-4 flex justify-end">
      <button class={button.main}>Save</button>
    </div>
  </form>
</section>
