<script lang="ts">
  import { courseWords } from '$lib/panel/navigation';
  import type { NavigationShown } from '$core/radio/navigation-shown';

  /** What a radio receives, small, whether or not it feeds the instrument. */
  let { number, needle }: { number: number; needle: NavigationShown['needles']['nav1'] } = $props();
</script>

<span class="flex items-center gap-1 text-soft">
  <svg
    viewBox="-50 -8 100 16"
    class="h-4 w-[74px]"
    role="img"
    aria-label="Needle of radio {number}: {courseWords(needle)}"
  >
    <path d="M-45 0H45M-45 -4V4M45 -4V4M0 -3V3" stroke="var(--line)" />
    {#if needle.valid}<path
        d="M{Math.round(needle.deflection * 45)} -7V7"
        stroke="var(--now)"
        stroke-width="3.5"
      />{/if}
  </svg>
  <span class="w-9">{needle.valid ? (needle.toFrom ?? '') : 'off'}</span>
</span>
