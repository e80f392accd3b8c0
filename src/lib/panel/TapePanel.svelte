<script lang="ts">
  import type { AircraftFile } from '$core/aircraft/aircraft-file';
  import type { Bugs } from '$core/instrument/bugs';
  import type { InstrumentId, QuickReadings, Readings } from '$core/instrument/readings';
  import { figure, heading } from '$core/measure/figure';
  import HeadingTape from './HeadingTape.svelte';
  import Tape from './Tape.svelte';
  import TapeAttitude from './TapeAttitude.svelte';
  import { inSteps } from './dial';
  import type { ScanArea } from '$core/instrument/scan-area';
  import TapeWindow from './TapeWindow.svelte';
  import { altitudeMarks, minimumWords, type CorridorOf } from './panel';
  import { heldReadings, type ScanView } from './scan-view';

  /** The same quantities as on the dials, as moving rulers round one attitude field, with trends and the path over the ground. */
  let {
    readings,
    moving,
    setting_hPa,
    speeds,
    corridorOf,
    covered,
    view = null,
    bugs
  }: {
    readings: Readings;
    moving: QuickReadings;
    setting_hPa: number;
    speeds: AircraftFile['speeds'];
    corridorOf: CorridorOf;
    covered: ReadonlySet<InstrumentId>;
    view?: ScanView | null;
    bugs: Bugs;
  } = $props();
  const held = heldReadings<Readings>();
  const heldMoving = heldReadings<QuickReadings>();
  const of = (area: ScanArea) => held(area, readings, view);

  /** Trends show where a quantity will be after this long. */
  const AHEAD_S = 6;
  const SPEED = { pixels: 3.4, minor: 5, major: 10, half: 150 };
  const ALTITUDE = { pixels: 0.34, minor: 20, major: 100, half: 150 };
  const RATE_PIXELS = 0.07;

  const verticalSpeed = $derived(of('vertical-speed').verticalSpeed_fpm);
  /** Where the rate ends, in pixels down from level. */
  const rateEnd = $derived(inSteps(-Math.max(-2000, Math.min(2000, verticalSpeed)) * RATE_PIXELS, 1));
  const rateCorridor = $derived(corridorOf('verticalSpeed_fpm'));
  const turning = $derived(of('turn'));
  const turn = $derived(inSteps(Math.max(-6, Math.min(6, turning.turnRate_degps)) * 20, 1));
</script>

{#snippet cover(width: number, words: string)}
  <rect y="-150" {width} height="300" fill="var(--phase)" stroke="var(--line)" />
  <text x={width / 2} text-anchor="middle" font-size="13" fill="var(--soft)">{words}</text>
{/snippet}

<svg viewBox="0 0 620 470" class="block w-full" role="group" aria-label="Tape panel">
  <g transform="translate(100 178)">
    {#if covered.has('attitude')}
      {@render cover(320, 'attitude covered')}
    {:else}
      <TapeWindow area="attitude" box={[0, -150, 320, 300]} {view}
        ><TapeAttitude readings={heldMoving('attitude', moving, view)} /></TapeWindow
      >
    {/if}
  </g>
  <g transform="translate(8 178)">
    {#if covered.has('airspeed')}
      {@render cover(84, 'covered')}
    {:else}
      <TapeWindow area="airspeed" box={[0, -150, 84, 300]} {view}
        >{@const shown = of('airspeed')}<Tape
          name="Airspeed"
          value={shown.ias_kt}
          shown={shown.ias_kt < 30 ? '--' : figure(shown.ias_kt)}
          unit="kt"
          scale={SPEED}
          side="left"
          trend={shown.speedTrend_ktps * AHEAD_S}
          corridor={corridorOf('ias_kt')}
          limit={speeds.neverExceed_kt}
        /></TapeWindow
      >
    {/if}
  </g>
  <g transform="translate(428 178)">
    {#if covered.has('altimeter')}
      {@render cover(92, 'covered')}
    {:else}
      <TapeWindow area="altimeter" box={[0, -150, 92, 300]} {view}
        >{@const shown = of('altimeter')}<Tape
          name="Altitude"
          value={shown.altitude_ft}
          shown={figure(Math.round(shown.altitude_ft / 10) * 10)}
          unit="ft"
          scale={ALTITUDE}
          width={92}
          side="right"
          trend={(shown.verticalSpeed_fpm * AHEAD_S) / 60}
          corridor={corridorOf('altitude_ft')}
          setting="{setting_hPa} hPa"
          bugs={altitudeMarks(bugs)}
          under={minimumWords(bugs.minimum_ft, shown.altitude_ft)}
          warns={bugs.minimum_ft !== null && shown.altitude_ft <= bugs.minimum_ft}
        /></TapeWindow
      >
    {/if}
  </g>
  <g transform="translate(530 178)">
    {#if covered.has('vertical-speed')}
      {@render cover(82, 'covered')}
    {:else}
      <TapeWindow area="vertical-speed" box={[0, -150, 82, 300]} {view}
        ><g role="img" aria-label="Vertical speed {figure(Math.round(verticalSpeed / 20) * 20)} ft/min">
          <rect y="-150" width="82" height="300" fill="var(--paper)" stroke="var(--line)" />
          {#if rateCorridor}
            <rect
              y={-rateCorridor.high * RATE_PIXELS}
              width="10"
              height={(rateCorridor.high - rateCorridor.low) * RATE_PIXELS}
              fill="var(--band)"
              stroke="var(--band-edge)"
            />
          {/if}
          {#each [-2000, -1500, -1000, -500, 0, 500, 1000, 1500, 2000] as at (at)}
            <path
              d="M0 {-at * RATE_PIXELS}h{at % 1000 === 0 ? 12 : 7}"
              stroke="var(--ink)"
              stroke-width="1.4"
            />
            {#if at % 1000 === 0}<text
                x="16"
                y={-at * RATE_PIXELS + 4}
                font-size="11"
                fill="var(--soft)"
                class="figure">{Math.abs(at) / 100}</text
              >{/if}
          {/each}
          <path d="M0 0H5V{rateEnd}H0Z" fill="var(--now)" />
          <text
            x="78"
            y={rateEnd * 0.94 + 6}
            text-anchor="end"
            font-size="16"
            fill="var(--ink)"
            class="figure">{figure(Math.round(verticalSpeed / 20) * 20)}</text
          >
          <text x="41" y="166" text-anchor="middle" font-size="11" fill="var(--soft)">ft/min</text>
        </g></TapeWindow
      >
    {/if}
  </g>
  <g transform="translate(260 372)">
    {#if covered.has('heading')}
      <rect x="-160" width="320" height="40" fill="var(--phase)" stroke="var(--line)" />
      <text y="25" text-anchor="middle" font-size="13" fill="var(--soft)">heading covered</text>
    {:else if readings.attitudeValid}
      <TapeWindow area="heading" box={[-160, -30, 320, 70]} {view}
        >{@const shown = of('heading')}<HeadingTape
          heading_deg={shown.heading_deg}
          drift_deg={shown.drift_deg}
          corridor={corridorOf('heading_deg')}
          bug_deg={bugs.heading_deg}
        /></TapeWindow
      >
    {:else}
      <rect x="-160" width="320" height="40" fill="var(--paper)" stroke="var(--hard)" />
      <text y="25" text-anchor="middle" font-size="14" fill="var(--hard)">no heading source</text>
    {/if}
  </g>
  <g transform="translate(260 440)">
    {#if covered.has('turn')}
      <text y="8" text-anchor="middle" font-size="13" fill="var(--soft)">turn and slip covered</text>
    {:else}
      <TapeWindow area="turn" box={[-130, -18, 260, 44]} {view}
        ><g
          role="img"
          aria-label="Turn rate {figure(
            Math.abs(turning.turnRate_degps)
          )} degrees a second {turning.turnRate_degps >= 0 ? 'right' : 'left'}, ball {figure(
            turning.ball,
            1
          )}"
        >
          <path d="M-120 -6H120" stroke="var(--line)" />
          <path d="M-60 -14V2M60 -14V2" stroke="var(--ink)" stroke-width="4" />
          <path d="M0 -12V0" stroke="var(--ink)" stroke-width="2" />
          <path d="M0 -10H{turn}v8H0Z" fill="var(--now)" />
          <rect x="-40" y="8" width="80" height="16" rx="8" fill="var(--sheet)" stroke="var(--strong-line)" />
          <path d="M-9 8V24M9 8V24" stroke="var(--ink)" />
          <circle cx={inSteps(turning.ball * 31, 0.5)} cy="16" r="6.5" fill="var(--ink)" />
          <text x="-66" y="20" text-anchor="end" font-size="11" fill="var(--soft)"
            >2 min turn at the marks</text
          >
        </g></TapeWindow
      >
    {/if}
  </g>
  <text x="428" y="440" font-size="12" fill="var(--soft)" class="figure"
    >{readings.attitudeValid && !covered.has('heading') && (view === null || view.looked === 'heading')
      ? `track ${heading(readings.heading_deg + readings.drift_deg)}`
      : ''}</text
  >
</svg>
