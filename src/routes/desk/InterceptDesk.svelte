<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import { clock, figure, heading } from '$core/measure/figure';
  import { planIntercept } from '$core/procedure/intercept';
  import PathMap from '$lib/draw/PathMap.svelte';
  import type { DeskAir } from './desk-air.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';

  let { air }: { air: DeskAir } = $props();
  let course_deg = $state(90);
  let aside_nm = $state(-3);
  let angle_deg = $state(45);
  const ANGLES = [30, 45, 60, 90];
  const plans = $derived(
    [...new Set([...ANGLES, angle_deg])]
      .sort((a, b) => a - b)
      .map((angle) => ({
        angle,
        plan: planIntercept({ course_deg, crossTrack_nm: aside_nm, angle_deg: angle }, air.tas_kt, air.wind)
      }))
  );
  const chosen = $derived(plans.find((p) => p.angle === angle_deg)!.plan);
  /** The airplane beside the fix, the track to the course, and on along it. */
  const path = $derived.by(() => {
    if (chosen.kind === 'impossible') return [];
    const c = (course_deg * Math.PI) / 180;
    const at = (along: number, right: number) => ({
      north_nm: along * Math.cos(c) - right * Math.sin(c),
      east_nm: along * Math.sin(c) + right * Math.cos(c)
    });
    return [at(0, aside_nm), at(chosen.along_nm, 0), at(chosen.along_nm + 1.5, 0)];
  });
</script>

<div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_440px]">
  <div class="grid min-w-0 content-start gap-4">
    <div class="grid grid-cols-3 gap-x-4 gap-y-2">
      <BoundedNumber
        label="Course"
        name="intercept-course"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={course_deg}
      />
      <BoundedNumber
        label="Right of it (−: left)"
        name="intercept-aside"
        unit="NM"
        min={-60}
        max={60}
        step={0.5}
        bind:value={aside_nm}
      />
      <BoundedNumber
        label="Angle"
        name="intercept-angle"
        unit="°"
        min={5}
        max={90}
        step={5}
        bind:value={angle_deg}
      />
    </div>
    <PathMap
      paths={[{ id: 'path', kind: 'ideal', points: path }]}
      {course_deg}
      wind={air.wind}
      onwind={(wind) => (air.wind = wind)}
      label="Plan of the intercept at {angle_deg} degrees"
    />
  </div>
  <div>
    <SideScroll label="Intercepts">
      <table class="sheet-table text-[13px]">
        <thead
          ><tr
            ><th class="number">angle</th><th class="number">heading</th><th class="number">closing</th><th
              class="number">time</th
            ><th class="number">along</th><th class="number">lead</th><th class="number">then</th></tr
          ></thead
        >
        <tbody>
          {#each plans as { angle, plan } (angle)}
            <tr class={angle === angle_deg ? 'bg-paper' : ''}>
              <td class="number !py-1"
                ><button class="min-h-6 text-now underline" onclick={() => (angle_deg = angle)}
                  >{angle}°</button
                ></td
              >
              {#if plan.kind === 'impossible'}
                <td colspan="6" class="!py-1 text-below">▼ {plan.reason}</td>
              {:else}
                <td class="number !py-1">{heading(plan.heading_deg)}</td>
                <td class="number !py-1">{figure(plan.closing_kt)} kt</td>
                <td class="number !py-1">{clock(plan.time_s)}</td>
                <td class="number !py-1">{figure(plan.along_nm, 1)} NM</td>
                <td class="number !py-1">{figure(plan.leadTurn_nm, 2)} NM</td>
                <td class="number !py-1">{heading(plan.courseHeading_deg)}</td>
              {/if}
            </tr>
          {/each}
        </tbody>
      </table>
    </SideScroll>
    <p class="mt-2 text-xs text-soft">
      Closing: groundspeed × sin(track − course). Lead: turn radius × (1 − cos of the angle); on the needle,
      begin to turn by the rate at which it moves. Cross the course by no more than half scale.
    </p>
  </div>
</div>
