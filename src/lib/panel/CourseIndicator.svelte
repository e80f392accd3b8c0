<script lang="ts">
  import { heading } from '$core/measure/figure';
  import type { PathShown } from '$core/radio/glide-slope';
  import type { CourseNeedle } from '$core/radio/navigation-shown';
  import { inSteps } from './dial';
  import PathStrip from './PathStrip.svelte';
  import { courseWords, pathWords } from './navigation';

  /** A course as a lane seen from above: its middle line slides to where the course lies, the airplane stays in the middle. */
  let {
    needle,
    path,
    source,
    fullScale
  }: {
    needle: CourseNeedle;
    /** The path of what feeds it; null: it has none. */
    path: PathShown | null;
    /** What feeds it, as it is written on the instrument. */
    source: string;
    /** What the lane's edges mean: `10°`, `1 NM`. */
    fullScale: string;
  } = $props();

  const HALF = 64;
  const x = $derived(inSteps(needle.deflection * HALF, 0.5));
  const words = $derived(
    `Course ${heading(needle.course_deg)} by ${source}: ${courseWords(needle)}${path ? `; ${pathWords(path)}` : ''}`
  );
</script>

<svg
  viewBox="-100 -100 200 200"
  class="block w-full"
  role="img"
  aria-label={words}
  data-testid="course-indicator"
>
  <circle r="98" fill="var(--paper)" stroke="var(--line)" />
  <text y="-66" text-anchor="middle" font-size="21" fill="var(--ink)" class="figure"
    >{heading(needle.course_deg)}</text
  >
  <text y="-50" text-anchor="middle" font-size="11" fill="var(--soft)">{source}</text>
  <path d="M-{HALF} -38V48M{HALF} -38V48" stroke="var(--band-edge)" stroke-width="2" />
  <rect x={-HALF} y="-38" width={2 * HALF} height="86" fill="var(--band)" />
  {#each [-0.75, -0.5, -0.25, 0.25, 0.5, 0.75] as share (share)}
    <path
      d="M{share * HALF} {Math.abs(share) === 0.5 ? -2 : 1}v{Math.abs(share) === 0.5 ? 14 : 8}"
      stroke="var(--soft)"
      stroke-width="1.6"
    />
  {/each}
  <path d="M0 -9L5 12L0 8L-5 12Z" fill="none" stroke="var(--ink)" stroke-width="1.8" />
  {#if needle.valid}
    <path d="M{x} -37V47" stroke="var(--now)" stroke-width="5" />
    {#if needle.toFrom}
      <text y="65" text-anchor="middle" font-size="15" fill="var(--ink)" font-weight="700"
        >{needle.toFrom.toUpperCase()}</text
      >
      <path d={needle.toFrom === 'to' ? 'M26 64l6 -11l6 11Z' : 'M26 53l6 11l6 -11Z'} fill="var(--ink)" />
    {/if}
  {:else}
    <path d="M-{HALF} -38L{HALF} 48M-{HALF} 48L{HALF} -38" stroke="var(--hard)" stroke-width="1.5" />
    <rect x="-42" y="-8" width="84" height="24" fill="var(--sheet)" stroke="var(--hard)" />
    <text y="9" text-anchor="middle" font-size="14" fill="var(--hard)" font-weight="700">no signal</text>
  {/if}
  {#if path}<g transform="translate(69 5)"><PathStrip {path} half={43} /></g>{/if}
  <text y="82" text-anchor="middle" font-size="11" fill="var(--soft)">edge {fullScale}</text>
</svg>
