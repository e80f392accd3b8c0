<script lang="ts">
  import { MET_BETWEEN, MINUTES_BETWEEN, SYLLABUS_MOST } from '$core/road/syllabus-bounds';
  import type { SyllabusLesson, SyllabusTask } from '$core/road/syllabus';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import { inlineInput, input } from '$lib/ui/input';

  /** One lesson of a syllabus being changed: its words, what is flown in it and when that is enough, what comes before it. */
  let {
    lesson,
    names,
    others,
    onchange,
    onremove,
    ondone
  }: {
    lesson: SyllabusLesson;
    /** Everything that can be flown, by its id. */
    names: Record<string, string>;
    others: readonly { id: string; name: string }[];
    onchange: (changes: Partial<Omit<SyllabusLesson, 'id'>>) => void;
    /** null: it is the only lesson. */
    onremove: (() => void) | null;
    ondone: () => void;
  } = $props();

  const nameOf = (id: string) => others.find((other) => other.id === id)?.name ?? id;
  const addable = $derived(
    Object.entries(names).filter(([task]) => !lesson.tasks.some((one) => one.task === task))
  );
  const before = $derived(others.filter(({ id }) => !lesson.after.includes(id)));

  /** What is left empty, or out of bounds, is put back. */
  const words = (field: 'name' | 'purpose') => (event: Event & { currentTarget: HTMLInputElement }) => {
    const value = event.currentTarget.value.trim();
    if (value) onchange({ [field]: value });
    else event.currentTarget.value = lesson[field];
  };
  const BETWEEN = { met: MET_BETWEEN, minutes: MINUTES_BETWEEN };
  const setTask = (task: SyllabusTask, changes: Partial<SyllabusTask>) =>
    onchange({ tasks: lesson.tasks.map((one) => (one === task ? { ...one, ...changes } : one)) });
</script>

{#snippet whole(task: SyllabusTask, field: keyof typeof BETWEEN, label: string)}
  {@const [least, most] = BETWEEN[field]}
  <input
    class="{inlineInput} w-14"
    type="number"
    min={least}
    max={most}
    aria-label={label}
    value={task[field]}
    onchange={(event) => {
      const value = event.currentTarget.valueAsNumber;
      if (Number.isInteger(value) && value >= least && value <= most) setTask(task, { [field]: value });
      else event.currentTarget.value = String(task[field]);
    }}
  />
{/snippet}

<div
  class="grid gap-2 border border-strong-line bg-sheet p-3 md:col-span-3"
  role="group"
  aria-label="Change {lesson.name}"
>
  <label class="grid gap-0.5"
    >Name <input
      class={input}
      value={lesson.name}
      maxlength={SYLLABUS_MOST.name}
      onchange={words('name')}
    /></label
  >
  <label class="grid gap-0.5"
    >What it is about, to the student
    <input
      class={input}
      value={lesson.purpose}
      maxlength={SYLLABUS_MOST.purpose}
      onchange={words('purpose')}
    /></label
  >
  <fieldset class="grid gap-1">
    <legend class="mb-1 font-bold">Flown in it</legend>
    {#each lesson.tasks as task (task.task)}
      {@const name = names[task.task] ?? `${task.task}, which is gone`}
      <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span class="min-w-56 {task.task in names ? '' : 'text-hard'}">{name}</span>
        <label>met {@render whole(task, 'met', `Flights in a row to standard: ${name}`)}</label>
        <label>{@render whole(task, 'minutes', `Minutes a flight: ${name}`)} min</label>
        <label
          ><input
            type="checkbox"
            checked={task.unaided}
            onchange={(event) => setTask(task, { unaided: event.currentTarget.checked })}
          /> without hints</label
        >
        {#if lesson.tasks.length > 1}
          <button
            type="button"
            class={button.quiet}
            aria-label="Take {name} out"
            onclick={() => onchange({ tasks: lesson.tasks.filter((one) => one !== task) })}>take out</button
          >
        {/if}
      </div>
    {/each}
    {#if lesson.tasks.length < SYLLABUS_MOST.tasks && addable.length > 0}
      <Choice
        label="Add something to fly"
        placeholder="add something to fly"
        value=""
        choices={addable}
        onchoose={(task) =>
          onchange({ tasks: [...lesson.tasks, { task, met: 1, unaided: false, minutes: 20 }] })}
      />
    {/if}
  </fieldset>
  <fieldset class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <legend class="mb-1 font-bold">Comes after</legend>
    {#each lesson.after as id (id)}
      <span class="flex items-center gap-1"
        >{nameOf(id)}
        <button
          type="button"
          class={button.quiet}
          aria-label="Not after {nameOf(id)}"
          onclick={() => onchange({ after: lesson.after.filter((one) => one !== id) })}>take out</button
        ></span
      >
    {:else}<span class="text-soft">nothing: it can be begun at once</span>{/each}
    {#if lesson.after.length < SYLLABUS_MOST.after && before.length > 0}
      <Choice
        label="Comes after another lesson"
        placeholder="another lesson"
        value=""
        choices={before.map(({ id, name }) => [id, name] as const)}
        onchoose={(id) => onchange({ after: [...lesson.after, id] })}
      />
    {/if}
  </fieldset>
  <div class="flex gap-2">
    <button type="button" class={button.main} onclick={ondone}>Done</button>
    {#if onremove}<button type="button" class={button.plain} onclick={onremove}>Take this lesson out</button
      >{/if}
  </div>
</div>
