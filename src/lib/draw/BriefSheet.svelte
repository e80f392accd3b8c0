<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import { powerWords } from '$core/aircraft/power-shown';
  import type { Briefing } from '$core/drill/briefing';
  import { circumstancesOf } from '$core/grade/circumstances';
  import type { LessonBrief } from '$core/flight/lesson-brief';
  import { areaNames } from '$core/instrument/scan-area';
  import { clock, figure, signedFigure } from '$core/measure/figure';
  import { patternNames, patternWords } from '$core/drill/scan-pattern';
  import { taskNames } from '$core/drill/tolerance-profile';
  import ApproachBrief from './ApproachBrief.svelte';
  import PlanView from './PlanView.svelte';
  import PlannedProfile from './PlannedProfile.svelte';
  import TrackMap from './TrackMap.svelte';
  import { goalWords } from './goal-words';

  let {
    brief,
    briefing,
    phases = false,
    teaches = true
  }: {
    brief: LessonBrief;
    /** That of the brief: the airplane can fly what is asked for. */
    briefing: Briefing;
    phases?: boolean;
    /** For who teaches: everything. A student is told nothing that a test asks, and of no failure that is to come. */
    teaches?: boolean;
  } = $props();
  const { lesson, clearances, fromAbove, chart } = $derived(brief);
  const harder = $derived(circumstancesOf(lesson));
  const withheld = $derived(!teaches && lesson.plan.corridors === 'test');
  const { drill, tolerance, aircraft } = $derived(lesson);
  const navigationLines = $derived(brief.navigationLines.slice(0, withheld ? 1 : undefined));
  const drift = $derived(Math.round(briefing.drift_deg));
  /** Phases flown with the same setting stand in one line. */
  const settings = $derived.by(() => {
    const lines: { names: string[]; line: Briefing['settings'][number]['line'] }[] = [];
    for (const { phase, line } of briefing.settings) {
      if (phase.upset !== null || phase.recovery) continue;
      const same = lines.find(
        (other) =>
          other.line.ias_kt === line.ias_kt &&
          Math.abs(other.line.verticalSpeed_fpm - line.verticalSpeed_fpm) < 60 &&
          other.line.flaps_deg === line.flaps_deg &&
          other.line.gear === line.gear
      );
      if (!same) lines.push({ names: [phase.name], line });
      else if (!same.names.includes(phase.name)) same.names.push(phase.name);
    }
    return lines;
  });
  /** The chart of an approach shows its turns itself. */
  const turnsDrawn = $derived(!chart && drill.phases.some((p) => p.goal.lateral.kind === 'turn'));
  const turns = $derived([
    ...new Map(briefing.turns.map((turn) => [Math.round(turn.bank_deg), turn])).values()
  ]);
</script>

<div class="grid grid-cols-1 gap-3.5">
  <p class="text-[13px] text-soft">{drill.purpose}</p>
  <div class="grid grid-cols-1 items-start gap-3 {turnsDrawn ? 'sm:grid-cols-[3fr_2fr]' : ''}">
    {#if chart}<ApproachBrief {chart} />{:else if fromAbove && !withheld}<PlanView
        picture={fromAbove}
        track={[fromAbove.start]}
        pointing_deg={lesson.start.heading_deg}
        width={520}
        height={230}
        label="Plan of the lesson: {navigationLines[0]?.words}"
      />{:else}<PlannedProfile {lesson} />{/if}
    {#if turnsDrawn}<TrackMap {lesson} width={260} height={170} />{/if}
  </div>
  {#each clearances as words (words)}<p class="text-[13px] font-bold">{words}</p>{/each}
  {#if navigationLines.length > 0}
    <dl class="grid grid-cols-[110px_1fr] gap-x-3 gap-y-0.5 text-[13px] [&_dt]:text-soft">
      {#each navigationLines as line, i (i)}
        <dt>{line.name}</dt>
        <dd class="figure text-xs leading-5">{line.words}</dd>
      {/each}
    </dl>
  {/if}
  <SideScroll label="Set and expect">
    <table class="sheet-table text-[13px]">
      <thead>
        <tr>
          <th>Set and expect</th><th class="number">pitch</th><th class="number">power</th><th class="number"
            >flaps</th
          ><th class="number">speed</th><th class="number">rate</th>
        </tr>
      </thead>
      <tbody>
        {#each settings as { names, line }, index (index)}
          <tr>
            <td class="!py-1">{names.slice(0, 3).join(', ')}{names.length > 3 ? ' …' : ''}</td>
            <td class="number !py-1">{signedFigure(line.pitch_deg, 1)}°</td>
            <td class="number !py-1">{powerWords(line)}</td>
            <td class="number !py-1"
              >{line.flaps_deg}°{aircraft.gear.retractable && line.gear > 0.5 ? ' gear' : ''}</td
            >
            <td class="number !py-1">{line.ias_kt} kt</td>
            <td class="number !py-1">{signedFigure(Math.round(line.verticalSpeed_fpm / 10) * 10)} ft/min</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </SideScroll>
  {#if phases}
    <ol class="grid gap-0.5 text-[13px]">
      {#each drill.phases as phase, i (phase.id)}
        <li class="grid grid-cols-[22px_130px_1fr] gap-2 border-b border-line pb-0.5">
          <span class="figure text-soft">{i + 1}</span><span>{phase.name}</span>
          <span class="figure text-xs"
            >{goalWords(phase, aircraft.gear.retractable)}{phase.call ? ` · “${phase.call}”` : ''}</span
          >
        </li>
      {/each}
    </ol>
  {/if}
  <dl
    class="grid grid-cols-2 gap-x-8 gap-y-1 text-[13px] [&>div]:flex [&>div]:justify-between [&>div]:gap-3 [&_dd]:font-mono [&_dt]:text-soft"
  >
    <!-- How long an approach takes follows from its legs, and is not worked out. -->
    {#if !chart}<div>
        <dt>Takes</dt>
        <dd>about {clock(briefing.expected_s)}</dd>
      </div>{/if}
    {#if !withheld}<div>
        <dt>Groundspeed</dt>
        <dd>{figure(briefing.groundspeed_kt)} kt (TAS {figure(briefing.tas_kt)})</dd>
      </div>
      <div>
        <dt>Drift</dt>
        <dd>{drift === 0 ? 'none' : `${figure(Math.abs(drift))}° ${drift > 0 ? 'right' : 'left'}`}</dd>
      </div>{/if}
    {#each briefing.verticals.slice(0, 4) as vertical (vertical.phase.id)}
      {#if vertical.levelOffLead_ft !== null}<div>
          <dt>{vertical.phase.name}: level-off lead</dt>
          <dd>{figure(Math.round(vertical.levelOffLead_ft / 5) * 5)} ft</dd>
        </div>{/if}
      <div>
        <dt>{vertical.phase.name}: path</dt>
        <dd>
          {signedFigure(vertical.pathAngle_deg, 1)}°, {clock(vertical.time_s)}, {figure(
            vertical.distance_nm,
            1
          )} NM
        </dd>
      </div>
    {/each}
    {#each withheld ? [] : turns as turn (turn.phase.id)}
      <div>
        <dt>Bank in the turn, exact</dt>
        <dd>{figure(turn.bank_deg, 1)}°, roll out {figure(turn.rollOutLead_deg)}° before</dd>
      </div>
      {#if turn.rules.length > 0}
        <div>
          <dt>By rule of thumb</dt>
          <dd>
            {turn.rules.map((rule) => `${rule.name}: ${signedFigure(rule.error_deg, 1)}°`).join(' · ')}
          </dd>
        </div>
      {/if}
    {/each}
  </dl>
  {#if lesson.plan.scan}
    {@const task = lesson.plan.scan}
    <div class="text-[13px]">
      <h3 class="text-xs font-bold text-soft">The scan: {patternNames[task.pattern]}</h3>
      <p class="mt-0.5">
        {patternWords[task.pattern]} About {figure(task.rhythm_s, 1)} s a look; the engine every third round. Everything
        not looked at is {task.window === 'dim' ? 'dimmed' : task.window};
        {task.flownBy === 'reference'
          ? 'the reference pilot flies, the eyes are yours.'
          : 'you fly and look.'}
        {task.distractions ? 'Questions and calls come, and an engine gauge may leave the green.' : ''}
      </p>
    </div>
  {/if}
  {#if briefing.compass.length > 0 && !withheld}
    <div class="text-[13px]">
      <h3 class="text-xs font-bold text-soft">Roll-outs by compass</h3>
      <ul class="mt-0.5">
        {#each briefing.compass as { phase, words } (phase.id)}<li>{words}</li>{/each}
      </ul>
    </div>
  {/if}
  <div class="grid gap-4 sm:grid-cols-2">
    <div>
      <h3 class="text-xs font-bold text-soft">Tolerances: {tolerance.name}, {taskNames[lesson.task]}</h3>
      <ul class="mt-1 text-[13px] leading-relaxed">
        {#each briefing.tolerances as words (words)}<li>{words}</li>{/each}
      </ul>
    </div>
    <div>
      <h3 class="text-xs font-bold text-soft">What usually goes wrong</h3>
      <ul class="mt-1 text-[13px] leading-relaxed">
        {#each drill.usualFaults as words (words)}<li>{words}</li>{/each}
      </ul>
    </div>
  </div>
  <p class="text-xs text-soft">
    {tolerance.source}; {tolerance.edition}. Rates, transitions and decision figures are the school’s own.
    {briefing.cautions.join(' ')}
  </p>
  {#if teaches && harder.length > 0}
    <p class="text-[13px]">
      <strong>Made harder on purpose:</strong>
      {harder.join('; ')}. The student’s brief does not name the failures.
    </p>
  {:else if lesson.covered.length > 0}
    <p class="text-[13px]">Covered: {lesson.covered.map((id) => areaNames[id]).join(', ')}.</p>
  {/if}
</div>
