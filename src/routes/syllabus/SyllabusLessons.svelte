<script lang="ts">
  import type { Syllabus, SyllabusLesson } from '$core/road/syllabus';
  import { inlineInput } from '$lib/ui/input';

  /** A syllabus by its stages; while it is changed, lessons are dragged or moved by their arrows, and what completes them is set. */
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

  interface At {
    stage: number;
    lesson: number;
  }
  let dragged = $state<At | null>(null);
  const lessonName = (id: string) =>
    syllabus.stages.flatMap(({ lessons }) => lessons).find((lesson) => lesson.id === id)?.name ?? id;

  function withLessons(change: (stages: SyllabusLesson[][]) => SyllabusLesson[][]) {
    const lessons = change(syllabus.stages.map((stage) => [...stage.lessons]));
    onchange!({
      ...syllabus,
      stages: syllabus.stages.map((stage, s) => ({ ...stage, lessons: lessons[s]! }))
    });
  }
  function move(from: At, to: At) {
    withLessons((stages) => {
      const [lesson] = stages[from.stage]!.splice(from.lesson, 1);
      stages[to.stage]!.splice(to.lesson, 0, lesson!);
      return stages;
    });
  }
  /** One place up or down; over the end of a stage into the next. A stage keeps one lesson at least. */
  function step(at: At, by: 1 | -1) {
    const { lessons } = syllabus.stages[at.stage]!;
    const inStage = at.lesson + by;
    if (inStage >= 0 && inStage < lessons.length) return move(at, { stage: at.stage, lesson: inStage });
    const next = syllabus.stages[at.stage + by];
    if (next && lessons.length > 1)
      move(at, { stage: at.stage + by, lesson: by > 0 ? 0 : next.lessons.length });
  }
  function setLesson(at: At, changes: Partial<SyllabusLesson>) {
    withLessons((stages) => {
      stages[at.stage]![at.lesson] = { ...stages[at.stage]![at.lesson]!, ...changes };
      return stages;
    });
  }
  function setTask(
    at: At,
    lesson: SyllabusLesson,
    t: number,
    changes: Partial<SyllabusLesson['tasks'][number]>
  ) {
    setLesson(at, { tasks: lesson.tasks.map((task, i) => (i === t ? { ...task, ...changes } : task)) });
  }
  const standardWords = (met: number, unaided: boolean) =>
    `${met === 1 ? 'once to standard' : `${met} in a row to standard`}${unaided ? ', without hints' : ''}`;
</script>

{#each syllabus.stages as stage, s (stage.id)}
  <section class="mt-6">
    <h2>{s + 1} · {stage.name}</h2>
    <ol class="mt-1 border-t border-line">
      {#each stage.lessons as lesson, l (lesson.id)}
        {@const at = { stage: s, lesson: l }}
        <li
          class="grid gap-x-6 gap-y-1 border-b border-line py-2 text-[13px] md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] {dragged
            ? 'hover:bg-band'
            : ''}"
          draggable={onchange !== null}
          ondragstart={() => (dragged = at)}
          ondragend={() => (dragged = null)}
          ondragover={(event) => dragged && event.preventDefault()}
          ondrop={(event) => {
            event.preventDefault();
            if (dragged && (dragged.stage === s || syllabus.stages[dragged.stage]!.lessons.length > 1))
              move(dragged, at);
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
            {#each lesson.tasks as { task, met, unaided, minutes }, t (task)}
              <li class="flex flex-wrap items-baseline gap-x-3">
                <span class={task in names ? '' : 'text-hard'}>{names[task] ?? `${task}, which is gone`}</span
                >
                {#if onchange}
                  <label
                    >met <input
                      class="{inlineInput} w-12"
                      type="number"
                      min="1"
                      max="5"
                      aria-label="Flights in a row to standard: {names[task] ?? task}"
                      value={met}
                      onchange={(event) => {
                        const value = event.currentTarget.valueAsNumber;
                        if (Number.isInteger(value) && value >= 1 && value <= 5)
                          setTask(at, lesson, t, { met: value });
                        else event.currentTarget.value = String(met);
                      }}
                    /></label
                  >
                  <label
                    ><input
                      type="checkbox"
                      checked={unaided}
                      onchange={(event) => setTask(at, lesson, t, { unaided: event.currentTarget.checked })}
                    /> without hints</label
                  >
                {:else}
                  <span class="text-xs text-soft">{standardWords(met, unaided)} · {minutes} min</span>
                {/if}
              </li>
            {/each}
          </ul>
          {#if onchange}
            <div class="flex gap-1">
              <button
                type="button"
                class="min-h-8 min-w-8 border border-strong-line"
                aria-label="Put {lesson.name} earlier"
                disabled={s === 0 && l === 0}
                onclick={() => step(at, -1)}>↑</button
              >
              <button
                type="button"
                class="min-h-8 min-w-8 border border-strong-line"
                aria-label="Put {lesson.name} later"
                disabled={s === syllabus.stages.length - 1 && l === stage.lessons.length - 1}
                onclick={() => step(at, 1)}>↓</button
              >
            </div>
          {/if}
        </li>
      {/each}
    </ol>
  </section>
{/each}
