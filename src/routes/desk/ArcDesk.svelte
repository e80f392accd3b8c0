<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import { clock, figure, heading } from '$core/measure/figure';
  import { flyArc, planArc, sideOfArc, type ArcSchool, type DmeArc } from '$core/procedure/dme-arc';
  import PathMap from '$lib/draw/PathMap.svelte';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import type { DeskAir } from './desk-air.svelte';
  import Figure from './Figure.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';

  let { air }: { air: DeskAir } = $props();
  let radius_nm = $state(10);
  let from_deg = $state(200);
  let to_deg = $state(290);
  let direction = $state<DmeArc['direction']>('clockwise');
  const arc = $derived<DmeArc>({ radius_nm, fromRadial_deg: from_deg, toRadial_deg: to_deg, direction });
  const plan = $derived(planArc(arc, air.tas_kt, air.wind));
  const SCHOOLS: readonly ArcSchool[] = ['ten-degree steps', 'continuous bank'];
  const flown = $derived(SCHOOLS.map((school) => ({ school, ...flyArc(arc, school, air.tas_kt, air.wind) })));
  const ideal = $derived.by(() => {
    const round = plan.kind === 'planned' ? plan.length_nm / radius_nm / (Math.PI / 180) : 0;
    return Array.from({ length: Math.ceil(round) + 1 }, (_, i) => {
      const angle = ((from_deg + sideOfArc(arc) * Math.min(round, i)) * Math.PI) / 180;
      return { north_nm: radius_nm * Math.cos(angle), east_nm: radius_nm * Math.sin(angle) };
    });
  });
</script>

<div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_420px]">
  <div class="grid min-w-0 content-start gap-4">
    <div class="grid grid-cols-4 gap-x-4 gap-y-2">
      <BoundedNumber label="Arc" name="arc-radius" unit="NM" min={1} max={60} bind:value={radius_nm} />
      <BoundedNumber
        label="From radial"
        name="arc-from"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={from_deg}
      />
      <BoundedNumber
        label="To radial"
        name="arc-to"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={to_deg}
      />
      <ChoiceField
        label="Way round"
        name="arc-direction"
        bind:value={direction}
        choices={['clockwise', ['counter-clockwise', 'counter-clockwise']]}
      />
    </div>
    <PathMap
      paths={[
        { id: 'ideal', kind: 'ideal', points: ideal },
        { id: 'steps', kind: 'trace', points: flown[0]!.points },
        { id: 'bank', kind: 'aside', points: flown[1]!.points }
      ]}
      wind={air.wind}
      onwind={(wind) => (air.wind = wind)}
      label="Plan of the arc: ideal as a band, ten-degree steps as a line, continuous bank dashed"
    />
  </div>
  <div>
    {#if plan.kind === 'impossible'}
      <p class="border border-hard p-3 text-[13px] text-hard" role="alert">
        This arc cannot be flown: {plan.reason}.
      </p>
    {:else}
      <dl>
        <Figure
          name="Turn onto the arc"
          value="{figure(plan.leadOnInbound_nm, 2)} NM"
          note="before it from outside; ½ % of groundspeed: {figure(plan.leadOnRule_nm, 2)}"
        />
        <Figure
          name="From inside"
          value="{figure(plan.leadOnOutbound_nm, 2)} NM"
          note="before it, on the radial outbound"
        />
        <Figure name="Round it" value={clock(plan.time_s)} note="{figure(plan.length_nm, 1)} NM" />
        <Figure
          name="Turn off it at"
          value={heading(plan.leadRadial_deg)}
          note="{figure(plan.leadOut_deg, 1)}° before; 57.3 × turn radius ÷ {radius_nm}: {figure(
            plan.leadOutRule_deg,
            1
          )}°"
        />
        {#each flown as { school, inside_nm, outside_nm } (school)}
          <Figure
            name={school}
            value="{figure(Math.max(inside_nm, outside_nm), 2)} NM"
            note={inside_nm > outside_nm ? 'inside at most' : 'outside at most'}
          />
        {/each}
      </dl>
      <SideScroll label="Figures along the arc">
        <table class="sheet-table mt-3 text-[13px]">
          <thead
            ><tr
              ><th class="number">radial</th><th class="number">course</th><th class="number">heading</th><th
                class="number">pointer</th
              ><th class="number">over ground</th><th class="number">time</th></tr
            ></thead
          >
          <tbody>
            {#each plan.radials as r (r.radial_deg)}
              <tr>
                <td class="number !py-0.5">{heading(r.radial_deg)}</td>
                <td class="number !py-0.5">{heading(r.course_deg)}</td>
                <td class="number !py-0.5 font-bold">{heading(r.heading_deg)}</td>
                <td class="number !py-0.5"
                  >{figure(Math.abs(r.pointerAhead_deg))}° {Math.abs(r.pointerAhead_deg) < 0.5
                    ? 'on'
                    : r.pointerAhead_deg > 0
                      ? 'ahead'
                      : 'behind'}</td
                >
                <td class="number !py-0.5">{figure(r.groundspeed_kt)} kt</td>
                <td class="number !py-0.5">{clock(r.time_s)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </SideScroll>
      <p class="mt-2 text-xs text-soft">
        The pointer stands {direction === 'clockwise' ? 'off the right' : 'off the left'} wing tip: ahead of it
        where the wind blows outward, behind where it blows inward. A continuous turn would take {figure(
          plan.bank_deg,
          1
        )}° of bank in still air.
      </p>
    {/if}
  </div>
</div>
