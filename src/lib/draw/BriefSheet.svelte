<script lang="ts">
  import { clock, figure, signedFigure } from '$core/measure/figure';
  import type { Briefing } from '$core/drill/briefing';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { toleranceProfileById } from '$core/drill/tolerance-profile';
  import { RATE_AND_SPEED_DESCENT } from '$core/drill/rate-and-speed-descent';
  import DescentProfile from './DescentProfile.svelte';

  let { plan, briefing }: { plan: LessonPlan; briefing: Briefing } = $props();
  const tolerance = $derived(toleranceProfileById(plan.toleranceProfile));
  const NAMES = {
    level: 'Level',
    slowing: 'Slowed, level',
    descent: 'Descent',
    decision: 'Decision',
    climb: 'Climb away',
    'level-off': 'Level again'
  } as const;
  const drift = $derived(Math.round(briefing.drift_deg));
</script>

<div class="grid gap-4">
  <p class="text-[13px] text-soft">{RATE_AND_SPEED_DESCENT.purpose}</p>
  <DescentProfile {plan} {briefing} tolerance_ft={tolerance.altitude_ft} />
  <table class="sheet-table text-[13px]">
    <thead>
      <tr>
        <th>Set and expect</th><th class="number">pitch</th><th class="number">power</th><th class="number"
          >flaps</th
        ><th class="number">speed</th><th class="number">rate</th>
      </tr>
    </thead>
    <tbody>
      {#each briefing.settings as { phase, line } (phase)}
        <tr>
          <td class="!py-1">{NAMES[phase]}</td>
          <td class="number !py-1">{signedFigure(line.pitch_deg, 1)}°</td>
          <td class="number !py-1">{figure(Math.round(line.rpm / 10) * 10)} RPM</td>
          <td class="number !py-1">{line.flaps_deg}°</td>
          <td class="number !py-1">{line.ias_kt} kt</td>
          <td class="number !py-1">{signedFigure(Math.round(line.verticalSpeed_fpm / 10) * 10)} ft/min</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <dl
    class="grid grid-cols-2 gap-x-8 gap-y-1 text-[13px] [&>div]:flex [&>div]:justify-between [&>div]:gap-3 [&_dd]:font-mono [&_dt]:text-soft"
  >
    <div>
      <dt>Path angle in this wind</dt>
      <dd>{figure(briefing.pathAngle_deg, 1)}°</dd>
    </div>
    <div>
      <dt>Descent takes</dt>
      <dd>{clock(briefing.descentTime_s)}, {figure(briefing.descentDistance_nm, 1)} NM</dd>
    </div>
    <div>
      <dt>Groundspeed</dt>
      <dd>{figure(briefing.groundspeed_kt)} kt (TAS {figure(briefing.tas_kt)})</dd>
    </div>
    <div>
      <dt>Drift</dt>
      <dd>{drift === 0 ? 'none' : `${figure(Math.abs(drift))}° ${drift > 0 ? 'right' : 'left'}`}</dd>
    </div>
    <div>
      <dt>Level-off lead</dt>
      <dd>{figure(Math.round(briefing.levelOffLead_ft / 5) * 5)} ft</dd>
    </div>
    <div>
      <dt>Decision lead</dt>
      <dd>{figure(plan.descentRate_fpm / 10)} ft</dd>
    </div>
  </dl>
  <div>
    <h3 class="text-xs font-bold text-soft">Held means: {tolerance.name}</h3>
    <ul class="mt-1 text-[13px] leading-relaxed">
      {#each briefing.tolerances as words (words)}<li>{words}</li>{/each}
    </ul>
    <p class="mt-1 text-xs text-soft">
      {tolerance.source}; {tolerance.edition}. Rate and decision figures are the school’s own.
    </p>
  </div>
  <p class="text-xs text-soft">{briefing.cautions.join(' ')}</p>
</div>
