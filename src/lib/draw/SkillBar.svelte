<script lang="ts">
  import { figure } from '$core/measure/figure';
  import { STANDARD_SCORE, type Skill } from '$core/road/skill';

  /** What a flight now is expected to come to, in its 80 % interval, beside the standard: from 0 to 100. */
  let { skill }: { skill: Pick<Skill, 'low' | 'high' | 'expected' | 'chance'> } = $props();
  const at = (score: number) => Math.max(0, Math.min(100, score));
</script>

<svg
  viewBox="0 0 150 14"
  class="block h-3.5 w-full max-w-[150px]"
  role="img"
  aria-label="Expected figure {figure(skill.expected)} of 100, between {figure(at(skill.low))} and {figure(
    at(skill.high)
  )}; the standard begins above {STANDARD_SCORE}"
>
  <rect
    x={1.5 * STANDARD_SCORE}
    y="1"
    width={1.5 * (100 - STANDARD_SCORE)}
    height="12"
    fill="var(--band)"
    stroke="var(--band-edge)"
    stroke-width="0.5"
  />
  <line x1="0" x2="150" y1="7" y2="7" stroke="var(--line)" />
  <line
    x1={1.5 * at(skill.low)}
    x2={1.5 * at(skill.high)}
    y1="7"
    y2="7"
    stroke="var(--trace)"
    stroke-width="2"
  />
  <line
    x1={1.5 * at(skill.expected)}
    x2={1.5 * at(skill.expected)}
    y1="2"
    y2="12"
    stroke="var(--trace)"
    stroke-width="2.5"
  />
</svg>
