<script lang="ts">
  import { enhance } from '$app/forms';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';

  /** Takes in a world as JSON or GeoJSON; what does not fit is said at its place, and nothing is kept of it. */
  let {
    open = $bindable(),
    problem,
    kept,
    onkept
  }: {
    open: boolean;
    problem: string | null;
    /** The world that has just been kept. */
    kept: string | null;
    onkept: (id: string) => void;
  } = $props();

  $effect(() => {
    if (kept === null) return;
    open = false;
    onkept(kept);
  });
</script>

<Sheet
  bind:open
  title="Import a world"
  description="Stations, fixes and runways as Hanza exports them, JSON or GeoJSON. Training only, never for navigation."
>
  <form method="POST" action="?/import" enctype="multipart/form-data" use:enhance class="grid gap-3">
    <Field label="File" name="file"
      ><input
        id="file"
        name="file"
        type="file"
        accept="application/json,application/geo+json,.json,.geojson"
        class={input}
      /></Field
    >
    <Field label="or its text" name="text" {problem}>
      <textarea id="text" name="text" rows="6" class="{input} figure text-xs"></textarea>
    </Field>
    <Field label="Name, where the file has none (GeoJSON)" name="name">
      <input id="name" name="name" class={input} maxlength="60" />
    </Field>
    <div class="flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (open = false)}>Cancel</button>
      <button class={button.main}>Import</button>
    </div>
  </form>
</Sheet>
