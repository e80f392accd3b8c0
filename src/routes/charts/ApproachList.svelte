<script lang="ts">
  import { enhance } from '$app/forms';
  import { approaches } from '$core/procedure/approach/approach-catalogue';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import PutBack from '$lib/ui/PutBack.svelte';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { listedApproach, type ListedApproach } from './listed-approach';

  /** The approaches of a world, those that ship and the school's own, with their cards; instructors take in more. */
  let {
    world,
    own,
    teaches,
    problem,
    kept,
    removed
  }: {
    world: string;
    own: readonly ListedApproach[];
    teaches: boolean;
    problem: string | null;
    /** The one that has just been kept, or taken away. */
    kept: string | null;
    removed: string | null;
  } = $props();

  let open = $state(false);
  const here = $derived(
    [...approaches.map(listedApproach), ...own].filter((approach) => approach.world === world)
  );
  const isOwn = ({ id }: ListedApproach) => own.some((approach) => approach.id === id);
  $effect(() => {
    if (kept !== null) open = false;
  });
</script>

{#if here.length > 0 || teaches}
  <section class="mt-4">
    <div class="flex items-baseline justify-between gap-3">
      <h2>Approaches</h2>
      {#if teaches}<span class="flex gap-4 text-[13px]">
          <a href="/charts/new-approach?world={world}">Type one in…</a>
          <button class="text-now underline underline-offset-2" onclick={() => (open = true)}
            >Take in an approach…</button
          ></span
        >{/if}
    </div>
    {#if removed}
      <PutBack action="?/removeApproach" field="approach" {removed} words="“{removed}” is off the shelf." />
    {/if}
    <ul class="mt-1 grid gap-x-6 sm:grid-cols-2">
      {#each here as approach (approach.id)}
        <li class="flex items-baseline gap-2 border-t border-line py-1 text-[13px]">
          <a href="/charts/{approach.id}">{approach.airport} {approach.name}</a>
          <span class="text-soft">{approach.lines.join(', ')}</span>
          {#if isOwn(approach)}
            <span class="text-soft">· the school’s own</span>
            {#if teaches}
              <form method="POST" action="?/removeApproach" use:enhance class="ml-auto">
                <input type="hidden" name="approach" value={approach.id} />
                <button
                  class="min-h-6 text-xs text-now underline underline-offset-2"
                  aria-label="Remove {approach.airport} {approach.name}">Remove</button
                >
              </form>
            {/if}
          {/if}
        </li>
      {:else}
        <li class="py-1 text-[13px] text-soft">None of this world yet.</li>
      {/each}
    </ul>
  </section>
  <Sheet
    bind:open
    title="Take in an approach"
    description="As JSON, from Hanza or by its published schema; a card’s own JSON is a good beginning. It names the world whose stations and runways it uses. Training only: a current chart decides."
  >
    <form
      method="POST"
      action="?/importApproach"
      enctype="multipart/form-data"
      use:enhance
      class="grid gap-3"
    >
      <Field label="File" name="approachFile"
        ><input
          id="approachFile"
          name="approachFile"
          type="file"
          accept="application/json,.json"
          class={input}
        /></Field
      >
      <Field label="or its text" name="approachText" {problem}>
        <textarea id="approachText" name="approachText" rows="8" class="{input} figure text-xs"></textarea>
      </Field>
      <div class="flex justify-end gap-2">
        <button type="button" class={button.plain} onclick={() => (open = false)}>Cancel</button>
        <button class={button.main}>Take it in</button>
      </div>
    </form>
  </Sheet>
{/if}
