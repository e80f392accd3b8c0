<script lang="ts">
  import { figure, heading } from '$core/measure/figure';
  import type { NavigationShown } from '$core/radio/navigation-shown';
  import { inSteps, onCircle, ticksPath } from './dial';
  import { bearingWords } from './navigation';
  import { sourceNames } from '$core/radio/source-names';

  /** The compass rose with the one thing it points at on its rim, and how far that is. */
  let { shown, heading_deg }: { shown: NavigationShown; heading_deg: number } = $props();

  const scale = { low: 0, high: 359.9, fromAngle: 0, toAngle: 359.9 };
  const tens = ticksPath(scale, 10, 78, 70);
  const labels = Array.from({ length: 12 }, (_, i) => ({
    angle: i * 30,
    text: ['N', '3', '6', 'E', '12', '15', 'S', '21', '24', 'W', '30', '33'][i]!
  }));
  const { pointer, distance } = $derived(shown);
  const at = $derived(pointer && onCircle(88, inSteps(pointer.relative_deg, 0.5)));
  const tail = $derived(pointer && onCircle(88, inSteps(pointer.relative_deg + 180, 0.5)));
</script>

<svg
  viewBox="-100 -100 200 200"
  class="block w-full"
  role="img"
  aria-label={bearingWords(shown)}
  data-testid="bearing-pointer"
>
  <circle r="98" fill="var(--paper)" stroke="var(--line)" />
  <g transform="rotate({-inSteps(heading_deg, 0.2)})">
    <path d={tens} stroke="var(--soft)" stroke-width="1.3" />
    {#each labels as label (label.angle)}
      <text
        transform="rotate({label.angle}) translate(0 -56)"
        y="5"
        text-anchor="middle"
        font-size="13"
        fill="var(--ink)"
        class="figure">{label.text}</text
      >
    {/each}
  </g>
  <path d="M0 -98V-84" stroke="var(--now)" stroke-width="3" />
  {#if pointer && at && tail}
    <circle cx={at.x} cy={at.y} r="8" fill="var(--sheet)" stroke="var(--trace)" stroke-width="3.5" />
    <circle cx={at.x} cy={at.y} r="2" fill="var(--trace)" />
    <circle cx={tail.x} cy={tail.y} r="3.5" fill="var(--trace)" />
  {/if}
  <circle r="42" fill="var(--sheet)" stroke="var(--line)" />
  <text y="-19" text-anchor="middle" font-size="11" fill="var(--soft)"
    >{pointer ? `to ${sourceNames[pointer.source]}` : 'no bearing'}</text
  >
  <text y="0" text-anchor="middle" font-size="19" fill="var(--ink)" class="figure"
    >{pointer ? heading(pointer.bearing_deg) : '– – –'}</text
  >
  <text y="17" text-anchor="middle" font-size="15" fill="var(--ink)" class="figure"
    >{distance ? `${figure(distance.nm, 1)} NM` : '– NM'}</text
  >
  <text y="31" text-anchor="middle" font-size="11" fill="var(--soft)" class="figure"
    >{distance ? `${figure(distance.groundspeed_kt)} kt` : ''}</text
  >
</svg>
