<script lang="ts">
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { patternNames, patternWords, scanPatterns } from '$core/drill/scan-pattern';
  import { scanCues, scanStages, windowStrengths, type ScanTask } from '$core/drill/scan-task';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';

  /** The scan lesson: nothing, or a pattern at one of its stages, with each part open to change. */
  let { plan = $bindable(), problem }: { plan: LessonPlan; problem: (field: string) => string | null } =
    $props();

  const CUE_WORDS = { paced: 'at its rhythm', fading: 'fading in two minutes', none: 'none' } as const;
  const HIDE_WORDS = { dim: 'dimmed', blurred: 'blurred', covered: 'covered' } as const;
  const task = $derived(plan.scan);
  const stage = $derived(
    task
      ? (scanStages.find((s) =>
          (Object.keys(s.task) as (keyof typeof s.task)[]).every((key) => s.task[key] === task[key])
        )?.id ?? 'own')
      : 'off'
  );

  function choose(id: string) {
    const found = scanStages.find((s) => s.id === id);
    const { scan: _, ...bare } = plan;
    plan = found
      ? { ...bare, scan: { pattern: task?.pattern ?? 'hub-and-spoke', ...found.task } }
      : id === 'off'
        ? bare
        : plan;
  }
  const set = <K extends keyof ScanTask>(key: K, value: ScanTask[K]) => {
    if (task) plan = { ...plan, scan: { ...task, [key]: value } };
  };
</script>

<fieldset class="grid grid-cols-3 gap-x-5 gap-y-3">
  <legend class="mb-1 font-bold">Scan</legend>
  <Field label="Scan lesson" name="scanStage">
    <select
      id="scanStage"
      class={input}
      value={stage}
      onchange={(event) => choose(event.currentTarget.value)}
    >
      <option value="off">none: the whole panel in sight</option>
      {#each scanStages as choice (choice.id)}<option value={choice.id}>{choice.name}</option>{/each}
      {#if stage === 'own'}<option value="own">as set below</option>{/if}
    </select>
  </Field>
  {#if task}
    <Field label="Pattern" name="scanPattern">
      <select
        id="scanPattern"
        class={input}
        value={task.pattern}
        onchange={(event) => set('pattern', event.currentTarget.value as ScanTask['pattern'])}
      >
        {#each scanPatterns as choice (choice)}<option value={choice}>{patternNames[choice]}</option>{/each}
      </select>
    </Field>
    <Field label="Look" name="scanRhythm" unit="s" problem={problem('scan.rhythm_s')}>
      <input
        id="scanRhythm"
        type="number"
        step="0.1"
        class={numberInput}
        bind:value={() => task.rhythm_s, (value) => set('rhythm_s', value)}
      />
    </Field>
    <p class="col-span-3 text-xs text-soft">
      {patternWords[task.pattern]}
      {scanStages.find((s) => s.id === stage)?.words ?? ''}
    </p>
    <Field label="The rest is" name="scanWindow">
      <select
        id="scanWindow"
        class={input}
        value={task.window}
        onchange={(event) => set('window', event.currentTarget.value as ScanTask['window'])}
      >
        {#each windowStrengths as choice (choice)}<option value={choice}>{HIDE_WORDS[choice]}</option>{/each}
      </select>
    </Field>
    <Field label="Cue" name="scanCue">
      <select
        id="scanCue"
        class={input}
        value={task.cue}
        onchange={(event) => set('cue', event.currentTarget.value as ScanTask['cue'])}
      >
        {#each scanCues as choice (choice)}<option value={choice}>{CUE_WORDS[choice]}</option>{/each}
      </select>
    </Field>
    <Field label="Hands" name="scanHands">
      <select
        id="scanHands"
        class={input}
        value={task.flownBy}
        onchange={(event) => set('flownBy', event.currentTarget.value as ScanTask['flownBy'])}
      >
        <option value="reference">the reference pilot’s</option>
        <option value="student">the student’s</option>
      </select>
    </Field>
    <label class="col-span-2 flex min-h-6 items-center gap-2 text-[13px]"
      ><input
        type="checkbox"
        checked={task.distractions}
        onchange={(event) => set('distractions', event.currentTarget.checked)}
      /> questions, calls and an engine gauge</label
    >
    <label class="flex min-h-6 items-center gap-2 text-[13px]"
      ><input
        type="checkbox"
        checked={task.attention === 'automatic'}
        onchange={(event) => set('attention', event.currentTarget.checked ? 'automatic' : 'student')}
      /> window moves by itself</label
    >
  {/if}
</fieldset>
