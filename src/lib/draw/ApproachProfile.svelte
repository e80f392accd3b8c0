<script lang="ts">
  import { figure } from '$core/measure/figure';
  import type { Approach } from '$core/procedure/approach/approach';
  import type { ApproachCard } from '$core/procedure/approach/approach-card';
  import { GLIDE_SLOPE_FULL_SCALE_DEG } from '$core/radio/glide-slope';
  import { distanceAtHeight, heightOnPath } from '$core/procedure/approach/vertical-path';

  /** The way in from the side: what may not be flown below, the path in its band, the minimum. The runway is on the right. */
  let {
    approach,
    card,
    flown = [],
    width = 460,
    height = 230
  }: {
    approach: Approach;
    card: ApproachCard;
    /** What was flown, or the airplane alone: before the threshold, and how high. */
    flown?: readonly { before_nm: number; altitude_ft: number }[];
    /** In its own pixels: what is drawn smaller keeps its letters. */
    width?: number;
    height?: number;
  } = $props();
  /** Beyond the picture's edges nothing is drawn. */
  const seen = $derived(
    flown.filter(
      ({ before_nm, altitude_ft }) =>
        before_nm > -0.4 && before_nm < farthest_nm + 0.3 && altitude_ft < highest_ft + 200
    )
  );

  const NAME_WIDTH = 46;
  const [LEFT, RIGHT, TOP, BOTTOM] = [14, 30, 34, 22];
  /** A path's band on the picture: three quarters of a full scale of 0.7°, or of a quarter of the angle for one of waypoints. */
  const BAND_SHARE = 0.75;

  const { profile, floors, minimum } = $derived(card);
  const ground_ft = $derived(approach.touchdownElevation_ft);
  const inbound = $derived(profile.points.filter(({ before_nm }) => before_nm > -0.3));
  const farthest_nm = $derived(Math.max(3, inbound[0]?.before_nm ?? 8) + 0.5);
  const highest_ft = $derived(
    Math.max(...inbound.map(({ above_ft, below_ft }) => below_ft ?? above_ft ?? 0), ground_ft + 1500) + 200
  );
  const x = $derived(
    (before_nm: number) => width - RIGHT - ((before_nm + 0.4) / (farthest_nm + 0.4)) * (width - LEFT - RIGHT)
  );
  const y = $derived(
    (altitude_ft: number) =>
      height - BOTTOM - ((altitude_ft - ground_ft) / (highest_ft - ground_ft)) * (height - TOP - BOTTOM)
  );
  /** Names that would lie over each other are left out, the final fix and the ends last. */
  const named = $derived.by(() => {
    const rank = (field: string, role: (typeof inbound)[number]['role']) =>
      role === 'final' ? 0 : field === inbound[0]?.field || role === 'missed approach point' ? 1 : 2;
    const placed: typeof inbound = [];
    for (const point of [...inbound].sort((a, b) => rank(a.field, a.role) - rank(b.field, b.role)))
      if (placed.every((other) => Math.abs(x(other.before_nm) - x(point.before_nm)) >= NAME_WIDTH))
        placed.push(point);
    return placed.map(({ field }) => field);
  });
  const steps = $derived(
    floors.length === 0
      ? ''
      : `M${x(floors[0]!.from_nm)} ${y(ground_ft)}` +
          floors
            .map((f) => `L${x(f.from_nm)} ${y(f.altitude_ft)}L${x(f.to_nm)} ${y(f.altitude_ft)}`)
            .join('') +
          `L${x(floors.at(-1)!.to_nm)} ${y(ground_ft)}Z`
  );
  const path = $derived.by(() => {
    const { path: asked } = approach;
    if (!asked) return null;
    const from_nm = Math.min(farthest_nm, distanceAtHeight(asked, highest_ft - ground_ft));
    const half_deg = approach.kind === 'ils' ? GLIDE_SLOPE_FULL_SCALE_DEG : asked.angle_deg / 4;
    const line = (angle_deg: number) =>
      Array.from({ length: 25 }, (_, k) => {
        const before_nm = (from_nm * k) / 24;
        const at = ground_ft + heightOnPath({ ...asked, angle_deg }, before_nm, 'refracted');
        return [x(before_nm), Math.max(TOP - 10, y(at))] as const;
      });
    const text = (points: (readonly [number, number])[]) => points.map((p) => p.join(' ')).join('L');
    return {
      line: `M${text(line(asked.angle_deg))}`,
      band: `M${text(line(asked.angle_deg + BAND_SHARE * half_deg))}L${text(line(asked.angle_deg - BAND_SHARE * half_deg).reverse())}Z`,
      advisory: minimum?.kind !== 'DA'
    };
  });
  const words = $derived(
    `Profile: ${floors.map((f) => `not below ${figure(f.altitude_ft)} ft from ${figure(f.from_nm, 1)} to ${figure(f.to_nm, 1)} NM`).join(', ')}${minimum ? `; minimum ${figure(minimum.altitude_ft)} ft` : ''}`
  );
</script>

<svg viewBox="0 0 {width} {height}" class="block w-full" role="img" aria-label={words}>
  {#if path && !path.advisory}<path d={path.band} fill="var(--band)" />{/if}
  <path d={steps} fill="var(--phase)" />
  {#each floors as floor, i (i)}
    <path
      d="M{x(floor.from_nm)} {y(floor.altitude_ft)}H{x(floor.to_nm)}"
      stroke="var(--hard)"
      stroke-width="2"
    />
  {/each}
  {#if path}
    <path
      d={path.line}
      fill="none"
      stroke="var(--band-edge)"
      stroke-width="2"
      stroke-dasharray={path.advisory ? '6 4' : undefined}
    />
  {/if}
  {#if minimum}
    <path
      d="M{x(Math.max(1.6, profile.missedPoint_nm + 1.2))} {y(minimum.altitude_ft)}H{width - RIGHT}"
      stroke="var(--now)"
      stroke-width="1.8"
    />
    <text
      x={width - 2}
      y={y(minimum.altitude_ft) - 5}
      text-anchor="end"
      class="fill-now text-[12px] font-bold">{minimum.kind} {figure(minimum.altitude_ft)}</text
    >
  {/if}
  {#each inbound as point (point.field)}
    {@const px = x(point.before_nm)}
    <path d="M{px} {TOP - 4}V{y(ground_ft)}" stroke="var(--line)" />
    {#if named.includes(point.field)}
      <text
        x={px}
        y="12"
        text-anchor={point.before_nm < 0.5 ? 'end' : 'middle'}
        class="fill-ink text-[12px] {point.role === 'final' ? 'font-bold' : ''}">{point.name}</text
      >
      <text x={px} y="26" text-anchor={point.before_nm < 0.5 ? 'end' : 'middle'} class="fill-soft text-[11px]"
        >{point.above_ft !== null
          ? `${figure(point.above_ft)} ft`
          : point.role === 'missed approach point'
            ? 'missed'
            : ''}</text
      >
    {/if}
    {#if point.role === 'final'}<path
        d="M{px - 6} {TOP}L{px + 6} {TOP}L{px} {TOP + 9}Z"
        fill="var(--ink)"
      />{/if}
  {/each}
  {#if seen.length > 1}
    <path
      d="M{seen.map((p) => `${x(p.before_nm).toFixed(1)} ${y(p.altitude_ft).toFixed(1)}`).join('L')}"
      fill="none"
      stroke="var(--ink)"
      stroke-width="1.6"
    />
  {:else if seen[0]}
    <circle cx={x(seen[0].before_nm)} cy={y(seen[0].altitude_ft)} r="5" fill="var(--now)" />
  {/if}
  {#if card.visualDescentPoint}
    {@const px = x(card.visualDescentPoint.distance_nm)}
    <path
      d="M{px} {y(ground_ft)}V{y(minimum?.altitude_ft ?? ground_ft)}"
      stroke="var(--now)"
      stroke-dasharray="3 3"
    />
    <text x={px - 3} y={y(ground_ft) - 4} text-anchor="end" class="fill-now text-[11px]">VDP</text>
  {/if}
  <path d="M{LEFT} {y(ground_ft)}H{width - 4}" stroke="var(--strong-line)" />
  <path d="M{x(0)} {y(ground_ft)}H{x(-0.4)}" stroke="var(--ink)" stroke-width="5" />
  {#each Array.from({ length: Math.floor(farthest_nm / 2) }, (_, k) => 2 * (k + 1)) as mile (mile)}
    <path d="M{x(mile)} {y(ground_ft)}v4" stroke="var(--strong-line)" />
    <text x={x(mile)} y={height - 5} text-anchor="middle" class="fill-soft text-[11px]">{mile}</text>
  {/each}
  <text x={x(0)} y={height - 5} text-anchor="middle" class="fill-soft text-[11px]">NM</text>
</svg>
