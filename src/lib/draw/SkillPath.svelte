<script lang="ts">
  import { STANDARD_SCORE } from '$core/road/skill';
  import { isMet, type TaskFlight } from '$core/road/standing';
  import type { SkillHistory } from '$core/road/skill-history';
  import { figure } from '$core/measure/figure';
  import { onDay } from './when';

  /** How far somebody came with one thing: each flight, what a next one was then expected to come to with its interval, and the standard. */
  let {
    flights,
    after,
    width,
    height = 220
  }: {
    /** Oldest first. */
    flights: readonly (TaskFlight & { attemptId: string; finishedAt: string })[];
    after: SkillHistory['after'];
    width: number;
    height?: number;
  } = $props();

  const LEFT = 34;
  const BELOW = 24;
  const ABOVE = 8;
  const RIGHT = 12;
  const first = $derived(flights[0]!.day);
  const span = $derived(Math.max(1, flights.at(-1)!.day - first));
  const x = (day: number) =>
    flights.length === 1
      ? (LEFT + width - RIGHT) / 2
      : LEFT + ((day - first) / span) * Math.max(1, width - LEFT - RIGHT);
  const y = (score: number) =>
    ABOVE + (1 - Math.max(0, Math.min(100, score)) / 100) * (height - ABOVE - BELOW);
  const line = (of: (i: number) => number, reverse = false) => {
    const points = flights.map(({ day }, i) => `${x(day).toFixed(1)} ${y(of(i)).toFixed(1)}`);
    return (reverse ? points.reverse() : points).join('L');
  };
  const interval = $derived(`M${line((i) => after[i]!.high)}L${line((i) => after[i]!.low, true)}Z`);
  const expected = $derived(`M${line((i) => after[i]!.expected)}`);
  const last = $derived(after.at(-1)!);
</script>

<svg
  viewBox="0 0 {width} {height}"
  {width}
  {height}
  class="block"
  role="group"
  aria-label="{flights.length} flights; expected of the next after them {figure(
    last.expected
  )} of 100, between {figure(last.low)} and {figure(last.high)}; the standard begins above {STANDARD_SCORE}"
>
  <rect
    x={LEFT}
    y={y(100)}
    width={Math.max(0, width - LEFT - RIGHT)}
    height={y(STANDARD_SCORE) - y(100)}
    fill="var(--band)"
  />
  <path d="M{LEFT} {y(STANDARD_SCORE)}H{width - RIGHT}" stroke="var(--band-edge)" />
  {#each [0, 50, 100] as score (score)}
    <text x={LEFT - 6} y={y(score) + 4} text-anchor="end" font-size="11" fill="var(--soft)">{score}</text>
  {/each}
  <text x={width - RIGHT} y={y(STANDARD_SCORE) - 5} text-anchor="end" font-size="11" fill="var(--soft)"
    >to standard</text
  >
  <path d={interval} fill="var(--trace)" fill-opacity="0.14" />
  <path d={expected} fill="none" stroke="var(--trace)" stroke-width="2" />
  {#each flights as flight, i (flight.attemptId)}
    <a
      href="/debrief/{flight.attemptId}"
      aria-label="Flight {i + 1}, {onDay(flight.finishedAt)}: {flight.score}, {flight.verdict}"
    >
      <!-- Larger than it looks, so that a finger finds it. -->
      <circle cx={x(flight.day)} cy={y(flight.score)} r="11" fill="transparent" />
      <circle
        cx={x(flight.day)}
        cy={y(flight.score)}
        r="4.5"
        fill={isMet(flight) ? 'var(--trace)' : 'var(--sheet)'}
        stroke="var(--trace)"
        stroke-width="2"
      />
    </a>
  {/each}
  <text
    x={x(first)}
    y={height - 6}
    text-anchor={flights.length === 1 ? 'middle' : 'start'}
    font-size="11"
    fill="var(--soft)">{onDay(flights[0]!.finishedAt)}</text
  >
  {#if flights.length > 1}
    <text x={width - RIGHT} y={height - 6} text-anchor="end" font-size="11" fill="var(--soft)"
      >{onDay(flights.at(-1)!.finishedAt)}</text
    >
  {/if}
</svg>
