<script lang="ts">
  import { enhance } from '$app/forms';
  import { clock } from '$core/measure/figure';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';
  import Tick from '$lib/ui/Tick.svelte';

  /** The same again, alone, so many times by a day; about a moment of this flight where one is chosen. */
  let {
    open = $bindable(false),
    id,
    task,
    name,
    due,
    at_s,
    problem
  }: {
    open?: boolean;
    id: string;
    task: string;
    name: string;
    due: string;
    /** Where the cursor stands. */
    at_s: number;
    problem: (field: string) => string | null;
  } = $props();

  let aboutMoment = $state(false);
</script>

<Sheet bind:open title="Set homework" description="{name}, flown alone. How it went comes back to you.">
  <form
    method="POST"
    action="?/homework"
    use:enhance={() =>
      async ({ update, result }) => {
        await update();
        if (result.type === 'success') open = false;
      }}
    class="grid gap-3"
  >
    <input type="hidden" name="id" value={id} />
    <input type="hidden" name="task" value={task} />
    <input type="hidden" name="at_s" value={aboutMoment ? at_s.toFixed(1) : ''} />
    <div class="grid grid-cols-2 gap-3">
      <Field label="How often" name="times" problem={problem('times')}>
        <input
          id="times"
          name="times"
          type="number"
          min="1"
          max="10"
          value="3"
          required
          class={numberInput}
        />
      </Field>
      <Field label="By" name="due" problem={problem('due')}>
        <input id="due" name="due" type="date" value={due} required class={input} />
      </Field>
    </div>
    <Field label="What to look at (may be left out)" name="words" problem={problem('words')}>
      <textarea id="words" name="words" rows="2" maxlength="300" class={input}></textarea>
    </Field>
    {#if at_s > 0}<Tick bind:checked={aboutMoment}>About this moment, {clock(at_s)}</Tick>{/if}
    <div class="flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (open = false)}>Cancel</button>
      <button class={button.main}>Set it</button>
    </div>
  </form>
</Sheet>
