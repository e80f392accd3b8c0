<script lang="ts">
  let {
    x,
    y,
    downIsNoseUp,
    onmove,
    onrelease
  }: {
    x: number;
    y: number;
    downIsNoseUp: boolean;
    onmove: (x: number, y: number) => void;
    onrelease: () => void;
  } = $props();

  function move(event: PointerEvent) {
    const target = event.currentTarget as SVGElement;
    if (event.type === 'pointerdown') target.setPointerCapture(event.pointerId);
    else if (!target.hasPointerCapture(event.pointerId)) return;
    const box = target.getBoundingClientRect();
    const held = (value: number) => Math.max(-1, Math.min(1, value));
    onmove(
      held(((event.clientX - box.left) / box.width) * 2 - 1),
      held(((event.clientY - box.top) / box.height) * 2 - 1)
    );
  }
</script>

<svg
  viewBox="-50 -50 100 100"
  class="block w-full cursor-crosshair touch-none"
  role="application"
  aria-label="Yoke: drag; {downIsNoseUp ? 'down' : 'up'} is nose up. The arrow keys do the same."
  onpointerdown={move}
  onpointermove={move}
  onpointerup={onrelease}
  onpointercancel={onrelease}
>
  <rect x="-49" y="-49" width="98" height="98" rx="6" fill="var(--paper)" stroke="var(--line)" />
  <path d="M-44 0H44M0 -44V44" stroke="var(--line)" />
  <circle cx={x * 42} cy={y * 42} r="7" fill="var(--now)" />
</svg>
