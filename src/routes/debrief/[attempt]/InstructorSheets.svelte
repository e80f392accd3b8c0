<script lang="ts">
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import { enhance } from '$app/forms';
  import { verdicts, type Verdict } from '$core/finding/verdict';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';
  import HomeworkSheet from './HomeworkSheet.svelte';

  /** What an instructor adds beside the computed grade: a verdict of their own, a note, homework. */
  let {
    overriding = $bindable(false),
    noting = $bindable(false),
    homework = $bindable(false),
    task,
    standing,
    computed,
    freshIds,
    problem
  }: {
    overriding?: boolean;
    noting?: boolean;
    homework?: boolean;
    /** What homework would be about: its name, by when, and where the cursor stands. */
    task: { id: string; name: string; due: string; at_s: number };
    standing: Verdict;
    computed: Verdict;
    freshIds: { override: string; note: string; homework: string };
    problem: (field: string) => string | null;
  } = $props();

  let chosenVerdict = $derived(standing);
</script>

<Sheet
  bind:open={overriding}
  title="Override the verdict"
  description="The computed verdict is kept beside yours: {computed}."
>
  <form
    method="POST"
    action="?/override"
    use:enhance={() =>
      async ({ update, result }) => {
        await update();
        if (result.type === 'success') overriding = false;
      }}
    class="grid gap-3"
  >
    <input type="hidden" name="id" value={freshIds.override} />
    <ChoiceField
      label="Verdict"
      name="verdict"
      problem={problem('verdict')}
      bind:value={chosenVerdict}
      choices={verdicts}
    />
    <Field label="Reason" name="reason" problem={problem('reason')}>
      <textarea id="reason" name="reason" rows="3" class={input} required minlength="3" maxlength="1000"
      ></textarea>
    </Field>
    <div class="flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (overriding = false)}>Cancel</button>
      <button class={button.main}>Override</button>
    </div>
  </form>
</Sheet>

<Sheet bind:open={noting} title="Instructor’s note">
  <form
    method="POST"
    action="?/note"
    use:enhance={() =>
      async ({ update, result }) => {
        await update();
        if (result.type === 'success') noting = false;
      }}
    class="grid gap-3"
  >
    <input type="hidden" name="id" value={freshIds.note} />
    <Field label="What you would say" name="body" problem={problem('body')}>
      <textarea id="body" name="body" rows="5" class={input} required maxlength="4000"></textarea>
    </Field>
    <div class="flex justify-end gap-2">
      <button type="button" class={button.plain} onclick={() => (noting = false)}>Cancel</button>
      <button class={button.main}>Keep it</button>
    </div>
  </form>
</Sheet>

<HomeworkSheet
  bind:open={homework}
  id={freshIds.homework}
  task={task.id}
  name={task.name}
  due={task.due}
  at_s={task.at_s}
  {problem}
/>
