<script lang="ts">
  import { figure, heading } from '$core/measure/figure';
  import { mainNeedle, type NavigationShown } from '$core/radio/navigation-shown';
  import { inSteps, onCircle, ticksPath } from './dial';
  import { bearingWords, courseWords, pathWords } from './navigation';
  import { sourceNames } from '$core/radio/source-names';
  import PathStrip from './PathStrip.svelte';

  /**
   * Heading and course in one picture: the course is a lane across the rose, turned to its direction and pushed aside by as
   * much as the airplane is off it; the airplane stands in the middle, nose up.
   */
  let {
    shown,
    heading_deg,
    fullScale
  }: {
    shown: NavigationShown;
    heading_deg: number;
    /** What its edge means; left out: that was not recorded. */
    fullScale?: string;
  } = $props();
  const uid = $props.id();

  const scale = { low: 0, high: 359.9, fromAngle: 0, toAngle: 359.9 };
  const tens = ticksPath(scale, 10, 118, 108);
  const fives = ticksPath(scale, 5, 118, 113);
  const labels = Array.from({ length: 12 }, (_, i) => ({
    angle: i * 30,
    text: ['N', '3', '6', 'E', '12', '15', 'S', '21', '24', 'W', '30', '33'][i]!
  }));
  const HALF = 46;
  const needle = $derived(mainNeedle(shown));
  const { pointer, distance } = $derived(shown);
  const shift = $derived(inSteps(needle.deflection * HALF, 0.5));
  const turned = $derived(inSteps(needle.course_deg - heading_deg, 0.2));
  const at = $derived(pointer && onCircle(113, inSteps(pointer.relative_deg, 0.5)));
  const words = $derived(
    `Heading ${heading(heading_deg)}, course ${heading(needle.course_deg)} by ${sourceNames[shown.source]}: ${courseWords(needle)}${shown.path ? `; ${pathWords(shown.path)}` : ''}. ${bearingWords(shown)}`
  );
</script>

<svg viewBox="-130 -150 260 310" class="block w-full" role="img" aria-label={words} data-testid="course-rose">
  <clipPath id={uid}><circle r="96" /></clipPath>
  <circle r="122" fill="var(--paper)" stroke="var(--line)" />
  <g clip-path="url(#{uid})">
    <g transform="rotate({turned})">
      {#if needle.valid}
        <g transform="translate({shift} 0)">
          <rect x={-HALF} y="-130" width={2 * HALF} height="260" fill="var(--band)" />
          <path d="M{-HALF} -130V130M{HALF} -130V130" stroke="var(--band-edge)" stroke-width="1.6" />
          <path d="M0 -130V130" stroke="var(--now)" stroke-width="4.5" />
          <path
            d={needle.toFrom === 'from' ? 'M-9 62L0 78L9 62' : 'M-9 -62L0 -78L9 -62'}
            fill="none"
            stroke="var(--now)"
            stroke-width="4.5"
          />
        </g>
      {/if}
    </g>
  </g>
  <g transform="rotate({-inSteps(heading_deg, 0.1)})">
    <path d={fives} stroke="var(--soft)" stroke-width="1" />
    <path d={tens} stroke="var(--ink)" stroke-width="1.6" />
    {#each labels as label (label.angle)}
      <text
        transform="rotate({label.angle}) translate(0 -93)"
        y="5"
        text-anchor="middle"
        font-size="14"
        fill="var(--ink)"
        class="figure">{label.text}</text
      >
    {/each}
  </g>
  <path d="M0 -124V-106" stroke="var(--now)" stroke-width="3" />
  <path d="M0 -14L8 16L0 10L-8 16Z" fill="var(--sheet)" stroke="var(--ink)" stroke-width="2" />
  {#if pointer && at}
    <circle cx={at.x} cy={at.y} r="7" fill="var(--sheet)" stroke="var(--trace)" stroke-width="3" />
    <circle cx={at.x} cy={at.y} r="1.8" fill="var(--trace)" />
  {/if}
  {#if !needle.valid}
    <rect x="-44" y="30" width="88" height="24" fill="var(--sheet)" stroke="var(--hard)" />
    <text y="47" text-anchor="middle" font-size="14" fill="var(--hard)" font-weight="700">no signal</text>
  {/if}
  <text x="-128" y="-132" font-size="13" fill="var(--soft)"
    >{sourceNames[shown.source]}
    <tspan class="figure" fill="var(--ink)" font-size="16">{heading(needle.course_deg)}</tspan
    >{needle.valid && needle.toFrom ? ` ${needle.toFrom.toUpperCase()}` : ''}</text
  >
  {#if fullScale}
    <text x="128" y="-132" text-anchor="end" font-size="11" fill="var(--soft)">edge {fullScale}</text>
  {/if}
  {#if shown.path}<g transform="translate(110 96)"><PathStrip path={shown.path} half={36} /></g>{/if}
  <text x="-128" y="146" font-size="13" fill="var(--soft)"
    >{pointer ? `to ${sourceNames[pointer.source]}` : 'no bearing'}
    <tspan class="figure" fill="var(--ink)">{pointer ? heading(pointer.bearing_deg) : ''}</tspan></text
  >
  <text x="128" y="146" text-anchor="end" font-size="15" fill="var(--ink)" class="figure"
    >{distance ? `${figure(distance.nm, 1)} NM · ${figure(distance.groundspeed_kt)} kt` : '– NM'}</text
  >
</svg>
