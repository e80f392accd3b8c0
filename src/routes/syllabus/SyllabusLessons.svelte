<script lang="ts">
  import { SYLLABUS_MOST } from '$core/road/syllabus-bounds';
  import type { Syllabus } from '$core/road/syllabus';
  import {
    addLesson,
    addStage,
    changeLesson,
    isFull,
    moveLesson,
    removeLesson,
    renameStage,
    stepLesson,
    type LessonPlace
  } from '$core/road/syllabus-change';
  import { button } from '$lib/ui/button';
  import { inlineInput } from '$lib/ui/input';
  import LessonEditor from './LessonEditor.svelte';

  /** A syllabus by its stages; while it is changed, lessons are dragged or moved by their arrows, opened to be changed, added and taken out. */
  let {
    syllabus,
    names,
    onchange
  }: {
    syllabus: Syllabus;
    names: Record<string, string>;
    /** null: only to be read. */
    onchange: ((next: Syllabus) => void) | null;
  } = $props();

  let dragged = $state<LessonPlace | null>(null);
  /** The lesson whose words and tasks are being changed, by its id. */
  let open = $state<string | null>(null);
  const lessons = $derived(syllabus.stages.flatMap((stage) => stage.lessons));
  const lessonName = (id: string) => lessons.find((lesson) => lesson.id === id)?.name ?? id;
  const firstTask = $derived(Object.keys(names)[0]!);

  /** What is new is opened, to be given its name. */
  function addTo(stage: number | null) {
    const next = stage === null ? addStage(syllabus, firstTask) : addLesson(syllabus, stage, firstTask);
    onchange!(next);
    open = (stage === null ? next.stages.at(-1)! : next.stages[stage]!).lessons.at(-1)!.id;
  }
  const standardWords = (met: number, unaided: boolean) =>
    `${met === 1 ? 'once to standard' : `${met} in a row to standard`}${unaided ? ', without hints' : ''}`;
</script>

{#each syllabus.stages as stage, s (stage.id)}
  <section class="mt-6">
    {#if onchange}
      <label class="flex items-center gap-2 font-bold"
        >{s + 1} ·
        <input
          class="{inlineInput} min-w-72"
          aria-label="Name of stage {s + 1}"
          maxlength={SYLLABUS_MOST.name}
          value={stage.name}
          onchange={(event) => {
            const name = event.currentTarget.value.trim();
            if (name) onchange(renameStage(syllabus, s, name));
            else event.currentTarget.value = stage.name;
          }}
        /></label
      >
    {:else}<h2>{s + 1} · {stage.name}</h2>{/if}
    <ol class="mt-1 border-t border-line">
      {#each stage.lessons as lesson, l (lesson.id)}
        {@const at = { stage: s, lesson: l }}
        <li
          class="grid gap-x-6 gap-y-1 border-b border-line py-2 text-[13px] md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] {dragged
            ? 'hover:bg-band'
            : ''}"
          draggable={onchange !== null && open !== lesson.id}
          ondragstart={() => (dragged = at)}
          ondragend={() => (dragged = null)}
          ondragover={(event) => dragged && event.preventDefault()}
          ondrop={(event) => {
            event.preventDefault();
            if (dragged) onchange!(moveLesson(syllabus, dragged, at));
            dragged = null;
          }}
        >
          <div class="min-w-0">
            <p class="font-bold">{lesson.name}</p>
            <p class="text-soft">{lesson.purpose}</p>
            {#if lesson.after.length > 0}<p class="text-xs text-soft">
                after {lesson.after.map(lessonName).join(' and ')}
              </p>{/if}
          </div>
          <ul class="min-w-0">
            {#each lesson.tasks as { task, met, unaided, minutes } (task)}
              <li class="flex flex-wrap items-baseline gap-x-3">
                <span class={task in names ? '' : 'text-hard'}>{names[task] ?? `${task}, which is gone`}</span
                >
                <span class="text-xs text-soft">{standardWords(met, unaided)} · {minutes} min</span>
              </li>
            {/each}
          </ul>
          {#if onchange}
            <div class="flex items-start gap-1">
              <button
                type="button"
                class="min-h-8 border border-strong-line px-2"
                aria-label="Change {lesson.name}"
                aria-expanded={open === lesson.id}
                onclick={() => (open = open === lesson.id ? null : lesson.id)}>change</button
              >
              <button
                type="button"
                class="min-h-8 min-w-8 border border-strong-line"
                aria-label="Put {lesson.name} earlier"
                disabled={s === 0 && l === 0}
                onclick={() => onchange(stepLesson(syllabus, at, -1))}>↑</button
              >
              <button
                type="button"
                class="min-h-8 min-w-8 border border-strong-line"
                aria-label="Put {lesson.name} later"
                disabled={s === syllabus.stages.length - 1 && l === stage.lessons.length - 1}
                onclick={() => onchange(stepLesson(syllabus, at, 1))}>↓</button
              >
            </div>
            {#if open === lesson.id}
              <LessonEditor
                {lesson}
                {names}
                others={lessons.filter((other) => other !== lesson)}
                onchange={(changes) => onchange(changeLesson(syllabus, at, changes))}
                onremove={lessons.length > 1
                  ? () => {
                      open = null;
                      onchange(removeLesson(syllabus, at));
                    }
                  : null}
                ondone={() => (open = null)}
              />
            {/if}
          {/if}
        </li>
      {/each}
    </ol>
    {#if onchange && !isFull(stage)}
      <button type="button" class="{button.quiet} mt-1" onclick={() => addTo(s)}
        >Add a lesson to this stage</button
      >
    {/if}
  </section>
{/each}

{#if onchange && syllabus.stages.length < SYLLABUS_MOST.stages}
  <button type="button" class="{button.plain} mt-4" onclick={() => addTo(null)}>Add a stage</button>
{/if}
