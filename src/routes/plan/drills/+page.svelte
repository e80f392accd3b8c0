<script lang="ts">
  import { enhance } from '$app/forms';
  import { onDay } from '$lib/draw/when';
  import PutBack from '$lib/ui/PutBack.svelte';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  let importing = $state(false);
  const families = $derived([...new Set(data.shipped.map((drill) => drill.family))]);
  const problem = $derived(form && 'message' in form ? form.message : null);

  useShortcuts([{ key: 'i', shown: 'I', does: 'import a drill', run: () => (importing = true) }]);
</script>

<svelte:head><title>Drills · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Drills</h1>
    <p class="text-soft">
      What can be flown: phases with what is asked for in each. Copy one to make it yours, or begin a new one.
    </p>
  </div>
  <div class="flex flex-wrap gap-2">
    <button class={button.plain} onclick={() => (importing = true)}>Import a drill…</button>
    <a class={button.main} href="/plan/drills/new">New drill</a>
  </div>
</header>

{#if form && 'removed' in form && form.removed}
  <PutBack
    field="key"
    removed={form.removed}
    words="“{form.removed}” is off the shelf. Lessons planned with it keep it."
  />
{/if}

<section class="mt-4">
  <h2>The school’s own</h2>
  {#if data.own.length === 0}
    <p class="mt-1 text-[13px] text-soft">
      None yet. Begin a new one, or open one below and save it under a name of your own.
    </p>
  {:else}
    <table class="sheet-table mt-1 text-[13px]">
      <thead><tr><th>Drill</th><th class="number">phases</th><th>changed</th><th></th></tr></thead>
      <tbody>
        {#each data.own as { body, changedBy, changedAt } (body.id)}
          <tr>
            <td
              ><a href="/plan/drills/{body.id}" class="font-bold text-ink">{body.name}</a>
              <div class="text-xs text-soft">{body.purpose}</div></td
            >
            <td class="number">{body.phases.length}</td>
            <td class="text-xs text-soft">{onDay(changedAt)}, {changedBy}</td>
            <td class="text-right whitespace-nowrap">
              <a href="/plan/drills/{body.id}/drill.json" download="{body.id}.json">JSON</a>
              <form method="POST" action="?/remove" use:enhance class="ml-3 inline">
                <input type="hidden" name="key" value={body.id} />
                <button class="min-h-6 text-now underline underline-offset-2" aria-label="Remove {body.name}"
                  >remove</button
                >
              </form>
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>

{#each families as family (family)}
  <section class="mt-5">
    <h2 class="first-letter:uppercase">{family}</h2>
    <table class="sheet-table mt-1 text-[13px]">
      <tbody>
        {#each data.shipped.filter((drill) => drill.family === family) as drill (drill.id)}
          <tr>
            <td class="w-64"><a href="/plan/drills/{drill.id}" class="font-bold text-ink">{drill.name}</a></td
            >
            <td>{drill.purpose}</td>
            <td class="number w-20">{drill.phases.length} phases</td>
            <td class="w-14 text-right"
              ><a href="/plan/drills/{drill.id}/drill.json" download="{drill.id}.json">JSON</a></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </section>
{/each}

<Sheet
  bind:open={importing}
  title="Import a drill"
  description="A drill as Hanza exports it. It is held against its schema and flown on paper before it is kept."
>
  <form method="POST" action="?/import" enctype="multipart/form-data" use:enhance class="grid gap-3">
    <Field label="File" name="file"
      ><input id="file" name="file" type="file" accept="application/json,.json" class={input} /></Field
    >
    <Field label="or its text" name="text" {problem}>
      <textarea id="text" name="text" rows="6" class="{input} figure text-xs"></textarea>
    </Field>
    <div class="flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (importing = false)}>Cancel</button>
      <button class={button.main}>Import</button>
    </div>
  </form>
</Sheet>
