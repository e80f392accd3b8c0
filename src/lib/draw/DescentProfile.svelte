<script lang="ts">
  import { clock, figure } from '$core/measure/figure';
  import type { Briefing } from '$core/drill/briefing';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { trainingAreaById } from '$core/earth/training-area';
  import { linearScale } from './trace-path';

  let {
    plan,
    briefing,
    tolerance_ft,
    width = 560,
    height = 190
  }: {
    plan: LessonPlan;
    briefing: Briefing;
    tolerance_ft: number;
    width?: number;
    height?: number;
  } = $props();

  /** Level flight before the descent, slowing included, and after the climb: long enough to be seen. */
  const LEVEL_S = 45;
  const climbRate = $derived(briefing.settings.find((s) => s.phase === 'climb')!.line.verticalSpeed_fpm);
  const climb_s = $derived(((plan.levelOffAltitude_ft - plan.decisionAltitude_ft) / climbRate) * 60);
  const total_s = $derived(LEVEL_S + briefing.descentTime_s + climb_s + LEVEL_S);
  const ground = $derived(trainingAreaById(plan.area).groundElevation_ft);
  const x = $derived(linearScale([0, total_s], [52, width - 8]));
  const low = $derived(
    Math.min(
      plan.decisionAltitude_ft - 500,
      plan.decisionAltitude_ft - (plan.startAltitude_ft - plan.decisionAltitude_ft) * 0.35
    )
  );
  const y = $derived(linearScale([low, plan.startAltitude_ft + 250], [height - 22, 8]));
  const atDescent = LEVEL_S;
  const atDecision = $derived(LEVEL_S + briefing.descentTime_s);
  const atLevelOff = $derived(atDecision + climb_s);
  const line = $derived([
    [0, plan.startAltitude_ft],
    [atDescent, plan.startAltitude_ft],
    [atDecision, plan.decisionAltitude_ft],
    [atLevelOff, plan.levelOffAltitude_ft],
    [total_s, plan.levelOffAltitude_ft]
  ] as const);
  const points = $derived(line.map(([t, a]) => `${x(t)},${y(a)}`).join(' '));
  const band = $derived(Math.abs(y(0) - y(tolerance_ft)) * 2);
</script>

<svg
  viewBox="0 0 {width} {height}"
  class="block w-full max-w-[600px]"
  role="img"
  aria-label="Altitude over time as planned: level at {figure(plan.startAltitude_ft)} feet, down to {figure(
    plan.decisionAltitude_ft
  )}, up to {figure(plan.levelOffAltitude_ft)}"
>
  {#if plan.cloudBase_ft !== null && plan.cloudBase_ft > low}
    <rect
      x="52"
      y="0"
      width={width - 60}
      height={Math.max(0, y(plan.cloudBase_ft))}
      fill="var(--phase)"
      opacity="0.55"
    />
    <text x={width - 12} y={y(plan.cloudBase_ft) - 4} text-anchor="end" font-size="11" fill="var(--soft)"
      >in cloud above {figure(plan.cloudBase_ft)} ft</text
    >
  {/if}
  <polyline {points} fill="none" stroke="var(--band)" stroke-width={band} stroke-linejoin="round" />
  <line
    x1="52"
    x2={width - 8}
    y1={y(plan.decisionAltitude_ft)}
    y2={y(plan.decisionAltitude_ft)}
    stroke="var(--below)"
    stroke-dasharray="4 3"
  />
  <text
    x={x(atDescent) - 6}
    y={y(plan.decisionAltitude_ft) - 5}
    text-anchor="end"
    font-size="11"
    fill="var(--below)">decision</text
  >
  {#if ground > low}
    <rect
      x="52"
      y={y(ground)}
      width={width - 60}
      height={height - 22 - y(ground)}
      fill="var(--earth)"
      opacity="0.4"
    />
  {/if}
  <polyline {points} fill="none" stroke="var(--trace)" stroke-width="1.6" />
  {#each [plan.startAltitude_ft, plan.decisionAltitude_ft] as altitude (altitude)}
    <text x="46" y={y(altitude) + 4} text-anchor="end" font-size="12" class="figure" fill="var(--ink)"
      >{figure(altitude)}</text
    >
  {/each}
  <text
    x={x(atLevelOff) + 6}
    y={y(plan.levelOffAltitude_ft) - 10}
    font-size="12"
    class="figure"
    fill="var(--ink)">{figure(plan.levelOffAltitude_ft)}</text
  >
  <text
    x={(x(atDescent) + x(atDecision)) / 2 + 14}
    y={(y(plan.startAltitude_ft) + y(plan.decisionAltitude_ft)) / 2 - 8}
    font-size="12"
    class="figure"
    fill="var(--ink)"
  >
    −{figure(plan.descentRate_fpm)} ft/min · {plan.targetSpeed_kt} kt
  </text>
  <line x1="52" x2={width - 8} y1={height - 20.5} y2={height - 20.5} stroke="var(--line)" />
  <text x={x(atDescent)} y={height - 6} font-size="11" text-anchor="middle" class="figure" fill="var(--soft)"
    >descent {clock(briefing.descentTime_s)}</text
  >
  <text x={x(atDecision)} y={height - 6} font-size="11" text-anchor="middle" class="figure" fill="var(--soft)"
    >climb {clock(climb_s)}</text
  >
</svg>
