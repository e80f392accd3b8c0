<script lang="ts">
  import Tick from '$lib/ui/Tick.svelte';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { patternNames, patternWords, scanPatterns } from '$core/drill/scan-pattern';
  import { scanCues, scanStages, windowStrengths, type ScanTask } from '$core/drill/scan-task';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';

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
  <ChoiceField
    label="Scan lesson"
    name="scanStage"
    bind:value={() => stage, choose}
    choices={[
      ['off', 'none: the whole panel in sight'],
      ...scanStages.map(({ id, name }) => [id, name] as const),
      ...(stage === 'own' ? [['own', 'as set below'] as const] : [])
    ]}
  />
  {#if task}
    <ChoiceField
      label="Pattern"
      name="scanPattern"
      bind:value={() => task.pattern, (pattern) => set('pattern', pattern)}
      choices={scanPatterns.map((id) => [id, patternNames[id]])}
    />
    <NumberField
      label="Look"
      name="scanRhythm"
      unit="s"
      step={0.1}
      problem={problem('scan.rhythm_s')}
      bind:value={() => task.rhythm_s, (value) => set('rhythm_s', value!)}
    />
    <p class="col-span-3 text-xs text-soft">
      {patternWords[task.pattern]}
      {scanStages.find((s) => s.id === stage)?.words ?? ''}
    </p>
    <ChoiceField
      label="The rest is"
      name="scanWindow"
      bind:value={() => task.window, (strength) => set('window', strength)}
      choices={windowStrengths.map((id) => [id, HIDE_WORDS[id]])}
    />
    <ChoiceField
      label="Cue"
      name="scanCue"
      bind:value={() => task.cue, (cue) => set('cue', cue)}
      choices={scanCues.map((id) => [id, CUE_WORDS[id]])}
    />
    <ChoiceField
      label="Hands"
      name="scanHands"
      bind:value={() => task.flownBy, (hands) => set('flownBy', hands)}
      choices={[
        ['reference', 'the reference pilot’s'],
        ['student', 'the student’s']
      ]}
    />
    <div class="col-span-2 text-[13px]">
      <Tick checked={task.distractions} onchange={(on) => set('distractions', on)}
        >questions, calls and an engine gauge</Tick
      >
    </div>
    <div class="text-[13px]">
      <Tick
        checked={task.attention === 'automatic'}
        onchange={(on) => set('attention', on ? 'automatic' : 'student')}>window moves by itself</Tick
      >
    </div>
  {/if}
</fieldset>
