<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import { clock, figure, heading, signedFigure } from '$core/measure/figure';
  import { holdCircuit, holdExtent, solveHold, type Hold } from '$core/procedure/hold';
  import { holdRules } from '$core/procedure/hold-rules';
  import { entryPath, holdEntry } from '$core/procedure/hold-entry';
  import { holdingLimitAt, holdingLimits } from '$core/procedure/holding-limits';
  import EntryDial from '$lib/draw/EntryDial.svelte';
  import PathMap from '$lib/draw/PathMap.svelte';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import type { DeskAir } from './desk-air.svelte';
  import Figure from './Figure.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';

  let { air }: { air: DeskAir } = $props();

  let course_deg = $state(270);
  let turn = $state<Hold['turn']>('right');
  let legKind = $state<'time' | 'distance'>('time');
  let leg_s = $state(60);
  let leg_nm = $state(4);
  let arriving_deg = $state(60);
  let altitude_ft = $state(4000);
  let limitsId = $state(holdingLimits[0]!.id);
  let shownRule = $state(0);

  const hold = $derived<Hold>({
    inboundCourse_deg: course_deg,
    turn,
    leg: legKind === 'time' ? { kind: 'time', seconds: leg_s } : { kind: 'distance', nm: leg_nm }
  });
  const limits = $derived(holdingLimits.find((set) => set.id === limitsId)!);
  const conditions = $derived({ tas_kt: air.tas_kt, wind: air.wind, bankLimit_deg: limits.bank_deg });
  const solution = $derived(solveHold(hold, conditions));
  const rules = $derived(solution.kind === 'solved' ? holdRules(hold, conditions, solution) : []);
  const choice = $derived(holdEntry(hold, arriving_deg));
  const entry = $derived(
    solution.kind === 'solved' ? entryPath(hold, conditions, solution, choice.entry, arriving_deg) : null
  );
  const circuit = $derived(solution.kind === 'solved' ? holdCircuit(hold, conditions, solution) : []);
  const extent = $derived(holdExtent(circuit, hold));
  const rule = $derived(rules[shownRule] ?? null);
  const byRule = $derived(
    solution.kind === 'solved' && rule
      ? holdCircuit(hold, conditions, solution, {
          heading_deg: rule.error.outboundHeading_deg,
          outbound_s: rule.error.outbound_s
        })
      : []
  );
  const limit = $derived(holdingLimitAt(limits, altitude_ft));
  const side = (degrees: number) => (degrees >= 0 ? 'right' : 'left');
</script>

<div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_380px]">
  <div class="grid min-w-0 content-start gap-4">
    <div class="grid grid-cols-4 gap-x-4 gap-y-2">
      <BoundedNumber
        label="Inbound course"
        name="hold-course"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={course_deg}
      />
      <ChoiceField label="Turns" name="hold-turn" bind:value={turn} choices={['right', 'left']} />
      <ChoiceField label="Leg by" name="hold-leg" bind:value={legKind} choices={['time', 'distance']} />
      {#if legKind === 'time'}
        <BoundedNumber
          label="Inbound leg"
          name="hold-seconds"
          unit="s"
          min={30}
          max={240}
          step={10}
          bind:value={leg_s}
        />
      {:else}
        <BoundedNumber
          label="Outbound to"
          name="hold-nm"
          unit="NM"
          min={2}
          max={30}
          step={1}
          bind:value={leg_nm}
        />
      {/if}
      <BoundedNumber
        label="Arriving on"
        name="hold-heading"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={arriving_deg}
      />
      <BoundedNumber
        label="Altitude"
        name="hold-altitude"
        unit="ft"
        min={0}
        max={30000}
        step={500}
        bind:value={altitude_ft}
      />
      <ChoiceField
        label="Rules"
        name="hold-limits"
        bind:value={limitsId}
        choices={holdingLimits.map(({ id, name }) => [id, name])}
      />
      <p class="self-end pb-1 text-xs text-soft">
        {limit
          ? `at most ${limit.ias_kt} KIAS, leg ${figure(limit.leg_s)} s, turns at 3°/s or ${limits.bank_deg}° of bank`
          : 'above all limits'}
      </p>
    </div>
    <div class="grid grid-cols-[minmax(0,1fr)_190px] items-start gap-4">
      <PathMap
        paths={[
          { id: 'circuit', kind: 'ideal', points: circuit },
          { id: 'rule', kind: 'aside', points: byRule },
          { id: 'entry', kind: 'trace', points: entry?.points ?? [] }
        ]}
        {course_deg}
        wind={air.wind}
        onwind={(wind) => (air.wind = wind)}
        reach_nm={1.2}
        label="Plan of the hold: the exact circuit as a band, the {choice.entry} entry as a line, the rule of thumb dashed"
      />
      <div>
        <EntryDial
          inboundCourse_deg={course_deg}
          {turn}
          heading_deg={arriving_deg}
          onheading={(h) => (arriving_deg = h)}
        />
        <p class="mt-1 text-[13px]">
          <strong>{choice.entry}</strong>{choice.alternative
            ? ` or ${choice.alternative}: within 5° of the line`
            : ''}
        </p>
        <p class="text-xs text-soft">
          O less heading, {turn} turns: <span class="figure">{signedFigure(choice.relative_deg)}°</span>. Drag
          the dial to arrive otherwise, the wind to change it.
        </p>
      </div>
    </div>
  </div>

  <div class="min-w-0">
    {#if solution.kind === 'impossible'}
      <p class="border border-hard p-3 text-[13px] text-hard" role="alert">
        No such hold: {solution.reason}.
      </p>
    {:else}
      <dl aria-live="polite">
        <Figure
          name="Inbound heading"
          value={heading(solution.inbound.heading_deg)}
          note="{figure(Math.abs(solution.inbound.windCorrectionAngle_deg), 1)}° {side(
            solution.inbound.windCorrectionAngle_deg
          )}"
        />
        <Figure
          name="Outbound heading"
          value={heading(solution.outboundHeading_deg)}
          note={solution.multiple === null
            ? 'no crosswind'
            : `${figure(solution.multiple, 2)} × the other way`}
        />
        <Figure
          name="Outbound time"
          value="{figure(solution.timed_s, 1)} s"
          note="from {solution.timedFrom}"
        />
        <Figure
          name="Inbound leg"
          value="{figure(solution.inbound_s, 1)} s"
          note="{figure(solution.inbound.groundspeed_kt)} kt over the ground"
        />
        <Figure
          name="Turn inbound at"
          value="{figure(solution.turnsAt_nm, 1)} NM"
          note="circuit {clock(solution.circuit_s)}"
        />
        <Figure
          name="Reaches"
          value="{figure(extent.out_nm, 1)} NM out"
          note={extent.otherSide_nm > 0.05
            ? `▼ ${figure(extent.otherSide_nm, 1)} NM on the other side`
            : 'all on its side'}
        />
      </dl>
      {#if rules.length > 0}
        <SideScroll label="Holding speeds">
          <table class="sheet-table mt-3 text-[13px]">
            <thead
              ><tr
                ><th>Rule of thumb</th><th class="number">heading</th><th class="number">time</th><th
                  class="number">leg</th
                ><th class="number">roll-out</th></tr
              ></thead
            >
            <tbody>
              {#each rules as { name, words, error }, index (name)}
                <tr class={index === shownRule ? 'bg-paper' : ''}>
                  <td class="!py-1"
                    ><button
                      class="min-h-6 text-left text-now underline underline-offset-2"
                      title={words}
                      aria-pressed={index === shownRule}
                      onclick={() => (shownRule = index)}>{name}</button
                    ></td
                  >
                  <td class="number !py-1">{heading(error.outboundHeading_deg)}</td>
                  <td class="number !py-1">{figure(error.outbound_s)} s</td>
                  <td class="number !py-1">{signedFigure(error.inbound_s, 0)} s</td>
                  <td class="number !py-1"
                    >{figure(Math.abs(error.overshot_m))} m {error.overshot_m >= 0 ? 'over' : 'under'}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </SideScroll>
        <p class="mt-1 text-xs text-soft">
          What each leaves: inbound leg too long or short, course overshot or undershot at roll-out. Dashed on
          the plan: {rule?.name}.
        </p>
      {/if}
      {#if entry}
        <h3 class="mt-3 text-[13px] font-bold">The entry, read out</h3>
        <ol class="text-[13px]">
          {#each entry.steps as step, index (index)}
            <li class="flex justify-between border-b border-line py-0.5">
              <span>{step.words}</span><span class="figure">{clock(step.seconds)}</span>
            </li>
          {/each}
        </ol>
      {/if}
      <details class="mt-3 text-[13px]">
        <summary class="cursor-pointer text-now">The working</summary>
        <ol class="mt-1 list-decimal pl-5 leading-relaxed">
          <li>
            Inbound: correction = asin(crosswind ÷ TAS) = asin({figure(solution.inbound.crosswind_kt, 1)} ÷ {figure(
              air.tas_kt
            )}) =
            {signedFigure(solution.inbound.windCorrectionAngle_deg, 1)}°, so heading {heading(
              solution.inbound.heading_deg
            )} and
            {figure(solution.inbound.groundspeed_kt)} kt.
          </li>
          <li>
            Both turns at {figure(solution.turnRate_degps, 1)}°/s together take {figure(
              360 / solution.turnRate_degps
            )} s, and through the air they cancel; the wind drifts the airplane all the while.
          </li>
          <li>
            So the outbound leg must lead from the fix to the roll-out against the wind of the whole circuit:
            |A − W·t| = V·t, with A = −(inbound leg) − W·{figure(360 / solution.turnRate_degps)} s.
          </li>
          <li>
            Its one solution is t = {figure(solution.outbound_s, 1)} s on heading {heading(
              solution.outboundHeading_deg
            )}{solution.timedFrom === 'abeam'
              ? `; wings are level ${figure(solution.outbound_s - solution.timed_s, 1)} s before abeam, so the clock shows ${figure(solution.timed_s, 1)} s`
              : ''}.
          </li>
        </ol>
      </details>
    {/if}
    <p class="mt-3 text-xs text-soft">{limits.source}; {limits.edition}. Training aid, not for navigation.</p>
  </div>
</div>
