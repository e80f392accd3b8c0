<script lang="ts">
  /** An instrument out of sight: an instructor's disc of card over it. */
  let { name }: { name: string } = $props();
</script>

<svg viewBox="-100 -100 200 200" class="block w-full" role="img" aria-label="{name}, covered">
  <circle r="98" fill="var(--phase)" stroke="var(--line)" />
  <text y="-2" text-anchor="middle" font-size="15" fill="var(--soft)">{name.toLowerCase()}</text>
  <text y="18" text-anchor="middle" font-size="13" fill="var(--soft)">covered</text>
</svg>
