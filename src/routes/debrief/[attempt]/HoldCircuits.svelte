<script lang="ts">
  import { phaseById } from '$core/drill/drill';
  import type { Lesson } from '$core/drill/lesson';
  import { sampleAt, type Flight } from '$core/flight/flight';
  import type { PlanPicture, PlanPoint } from '$core/flight/plan-picture';
  import { INBOUND_WITHIN_S, ROLL_OUT_WITHIN } from '$core/grade/checks/hold-verdict';
  import type { HoldMeasure } from '$core/grade/checks/hold-measure';
  import { clock, figure, heading, percent, signedFigure } from '$core/measure/figure';

  /** The circuits of a hold laid over each other about the fix, with the numbers of each beside what was due. */
  let {
    lesson,
    flight,
    fromAbove,
    track,
    measure,
    onmoment
  }: {
    lesson: Lesson;
    flight: Flight;
    fromAbove: PlanPicture;
    /** One point a second. */
    track: readonly PlanPoint[];
    measure: HoldMeasure;
    onmoment: (time_s: number) => void;
  } = $props();

  const SIZE = { width: 300, height: 250 };
  /** Told apart by dash and number, not by colour alone. */
  const DASHES = ['', '7 4', '2 4', '10 3 2 3', '1 3', '14 4'];
  let alone = $state<number | null>(null);

  const laps = $derived(
    measure.circuits.map((circuit, i) => ({
      circuit,
      name: i < measure.firstCircuit ? 'entry' : String(i - measure.firstCircuit + 1),
      points: track.slice(
        Math.floor(sampleAt(flight, circuit.start_s) / flight.rate_hz),
        Math.ceil(sampleAt(flight, circuit.end_s) / flight.rate_hz) + 1
      )
    }))
  );
  const { fix } = $derived(phaseById(lesson.drill, measure.phaseId).reference!);
  const asked = $derived(fromAbove.ideals.find(({ phaseId }) => phaseId === measure.phaseId));
  const ideal = $derived(asked?.points ?? []);
  const about = $derived(asked?.about ?? { north_nm: 0, east_nm: 0 });
  const all = $derived([...laps.flatMap((lap) => lap.points), ...ideal, about]);
  const bounds = $derived({
    north: [Math.min(...all.map((p) => p.north_nm)), Math.max(...all.map((p) => p.north_nm))] as const,
    east: [Math.min(...all.map((p) => p.east_nm)), Math.max(...all.map((p) => p.east_nm))] as const
  });
  const scale = $derived(
    Math.min(
      (SIZE.width - 44) / Math.max(1, bounds.east[1] - bounds.east[0]),
      (SIZE.height - 44) / Math.max(1, bounds.north[1] - bounds.north[0])
    )
  );
  const x = (east: number) => SIZE.width / 2 + (east - (bounds.east[0] + bounds.east[1]) / 2) * scale;
  const y = (north: number) => SIZE.height / 2 - (north - (bounds.north[0] + bounds.north[1]) / 2) * scale;
  const path = (points: readonly PlanPoint[]) =>
    points
      .map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.east_nm).toFixed(1)} ${y(p.north_nm).toFixed(1)}`)
      .join('');
  /** The number of a circuit stands on it, each a little farther round. */
  const numbered = (points: readonly PlanPoint[], i: number) =>
    points[Math.min(points.length - 1, Math.round(points.length * (0.32 + 0.07 * i)))]!;
  const seconds = (value: number | null) => (value === null ? '–' : `${figure(value)} s`);
  const angle = (value: number | null) => (value === null ? '–' : `${signedFigure(value)}°`);
  const within = (leg: number | null) =>
    leg === null || measure.leg_s === null || Math.abs(leg - measure.leg_s) <= INBOUND_WITHIN_S;
</script>

<section class="mt-3" aria-label="Hold, circuit by circuit">
  <h2>Circuit by circuit</h2>
  <p class="mt-0.5 text-[13px]">
    Arrived on {heading(measure.arrivalHeading_deg)} for {heading(measure.inboundCourse_deg)} inbound, {measure.turn}
    turns: <strong>{measure.due.entry}</strong>{measure.due.alternative
      ? ` or ${measure.due.alternative}`
      : ''} due,
    <strong class={measure.entryRight ? '' : 'text-hard'}>{measure.entry ?? 'no clear entry'}</strong>
    flown{measure.entryRight ? '' : ': not as due'}.
  </p>
  <div class="mt-2 grid grid-cols-[300px_minmax(0,1fr)] gap-4">
    <svg
      viewBox="0 0 {SIZE.width} {SIZE.height}"
      class="block w-full self-start border border-line bg-paper"
      role="img"
      aria-label="{laps.length} circuits over each other, {measure.solution ? 'the exact one as a band' : ''}"
    >
      {#if ideal.length > 0}<path d={path(ideal)} fill="none" stroke="var(--band)" stroke-width="9" />{/if}
      {#each laps as lap, i (i)}
        {#if lap.points.length > 1 && (alone === null || alone === i)}
          {@const end = numbered(lap.points, i)}
          <path
            d={path(lap.points)}
            fill="none"
            stroke="var(--trace)"
            stroke-width={alone === i ? 2.6 : 1.7}
            stroke-dasharray={DASHES[i % DASHES.length]}
          />
          <circle cx={x(end.east_nm)} cy={y(end.north_nm)} r="8" fill="var(--sheet)" stroke="var(--trace)" />
          <text
            x={x(end.east_nm)}
            y={y(end.north_nm) + 4}
            text-anchor="middle"
            font-size="11"
            fill="var(--ink)"
            class="figure">{lap.name === 'entry' ? 'E' : lap.name}</text
          >
        {/if}
      {/each}
      <path
        d="M{x(about.east_nm) - 6} {y(about.north_nm)}h12M{x(about.east_nm)} {y(about.north_nm) - 6}v12"
        stroke="var(--now)"
        stroke-width="2"
      />
      <text x={x(about.east_nm) + 8} y={y(about.north_nm) - 6} font-size="11" fill="var(--ink)">{fix}</text>
    </svg>
    <div class="min-w-0 overflow-x-auto">
      <table class="sheet-table text-[13px]">
        <thead>
          <tr>
            <th></th><th class="number">clock</th><th class="number">outbound</th><th class="number"
              >nose out</th
            ><th class="number">inbound</th><th class="number">nose in</th><th class="number">roll-out</th>
          </tr>
        </thead>
        <tbody>
          {#each laps as { circuit, name }, i (i)}
            <tr onmouseenter={() => (alone = i)} onmouseleave={() => (alone = null)}>
              <td class="!py-1"
                ><button
                  class="text-now underline underline-offset-2"
                  onfocus={() => (alone = i)}
                  onblur={() => (alone = null)}
                  onclick={() => onmoment(circuit.start_s)}>{name}</button
                > <span class="figure text-xs text-soft">{clock(circuit.start_s)}</span></td
              >
              <td class="number !py-1"
                >{circuit.clockStarted_s === null || circuit.clockDue_s === null
                  ? 'not started'
                  : `${signedFigure(circuit.clockStarted_s - circuit.clockDue_s)} s`}</td
              >
              <td class="number !py-1">{seconds(circuit.outbound_s)}</td>
              <td class="number !py-1">{angle(circuit.outboundCorrection_deg)}</td>
              <td
                class="number !py-1 {i >= measure.firstCircuit && !within(circuit.inbound_s)
                  ? 'font-bold text-below'
                  : ''}">{seconds(circuit.inbound_s)}</td
              >
              <td class="number !py-1">{angle(circuit.inboundCorrection_deg)}</td>
              <td
                class="number !py-1 {i >= measure.firstCircuit &&
                circuit.rollOutOff !== null &&
                Math.abs(circuit.rollOutOff) > ROLL_OUT_WITHIN
                  ? 'font-bold text-below'
                  : ''}"
                >{circuit.rollOutOff === null
                  ? '–'
                  : `${percent(Math.min(9, Math.abs(circuit.rollOutOff)))} ${circuit.overshot_nm! > 0 ? 'through' : 'short'}`}</td
              >
            </tr>
          {/each}
          {#if measure.solution}
            <tr class="text-soft">
              <td class="!py-1">exact</td><td class="number !py-1">0 s</td>
              <td class="number !py-1">{seconds(measure.solution.outbound_s)}</td>
              <td class="number !py-1">{angle(measure.solution.outboundCorrection_deg)}</td>
              <td class="number !py-1">{seconds(measure.leg_s)}</td>
              <td class="number !py-1">{angle(measure.solution.inboundCorrection_deg)}</td>
              <td class="number !py-1">0 %</td>
            </tr>
          {/if}
        </tbody>
      </table>
      <p class="mt-1.5 text-xs text-soft">
        Clock: started after it was due (abeam the fix or wings level outbound, whichever is later). Nose:
        degrees right of the course. Roll-out: share of full scale off the course as the wings came level
        inbound; through it, or short of it. The band is what closes exactly in the briefed wind.
      </p>
    </div>
  </div>
</section>
