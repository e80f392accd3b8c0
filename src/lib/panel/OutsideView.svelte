<script lang="ts">
  import type { Daylight } from '$core/drill/approach/approach-plan';
  import { figure } from '$core/measure/figure';
  import type { Outside } from '$core/view/looking-out';
  import OutsideWorker from '$lib/worker/outside.worker?worker';
  import { onDestroy, onMount } from 'svelte';
  import { drawOutside, type OutsidePicture } from './outside-picture';

  /** Out of the cockpit: cloud, or what lies below as far as it can be made out, the runway and its lights, the sky above the clouds. */
  let { outside, daylight, height }: { outside: Outside; daylight: Daylight; height: number } = $props();

  /** Who asked their machine for less motion sees it stand. */
  const calm = typeof matchMedia === 'function' && matchMedia('(prefers-reduced-motion: reduce)').matches;
  let canvas = $state<HTMLCanvasElement | null>(null);
  let width = $state(800);

  /** What is ahead, for who hears the page and does not see it. */
  const words = $derived.by(() => {
    const through = outside.falling === 'none' ? '' : `through ${outside.falling}: `;
    if (outside.blank === 'device') return 'the view-limiting device is on, nothing to be seen';
    if (outside.blank) return `${through}cloud, nothing to be seen`;
    if (outside.below === 'cloud')
      return `the tops of the cloud below, ${outside.above === 'sky' ? 'clear sky above' : 'another cloud above'}`;
    const nearest = outside.lights.filter(({ kind }) => kind === 'threshold')[0];
    const first = nearest ?? outside.lights[0];
    if (!first) return `${through}the ground below and its horizon, no runway`;
    const side =
      Math.abs(first.right) < 1
        ? 'ahead'
        : `${figure(Math.abs(first.right))}° ${first.right > 0 ? 'right' : 'left'} of the nose`;
    return `${through}${nearest ? 'the runway' : first.kind === 'approach' ? 'approach lights' : 'runway lights'} ${side}`;
  });

  /** Off the interface's thread, where the browser can: filling so large a picture takes as long as a whole panel. */
  let show = $state.raw<((picture: OutsidePicture) => void) | null>(null);
  let worker: Worker | null = null;
  onMount(() => {
    if (!('transferControlToOffscreen' in canvas!)) {
      const pen = canvas!.getContext('2d')!;
      show = (picture) => drawOutside(pen, picture);
      return;
    }
    worker = new OutsideWorker();
    const drawing = worker;
    const on = canvas!.transferControlToOffscreen();
    drawing.postMessage(on, [on]);
    show = (picture) => drawing.postMessage(picture);
  });
  onDestroy(() => worker?.terminate());

  $effect(() =>
    show?.({
      outside,
      daylight,
      width,
      height,
      density: window.devicePixelRatio || 1,
      time_s: calm ? 0 : performance.now() / 1000
    })
  );
</script>

<div
  bind:clientWidth={width}
  class="mb-2 border border-line"
  role="img"
  aria-label="Out of the cockpit: {words}"
>
  <canvas bind:this={canvas} class="block w-full" style:height="{height}px"></canvas>
</div>
