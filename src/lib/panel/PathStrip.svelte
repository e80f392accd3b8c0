<script lang="ts">
  import type { PathShown } from '$core/radio/glide-slope';
  import { inSteps } from './dial';

  /** The path from the side as a lane: its line slides to where the path lies, the airplane stays at the middle mark. */
  let { path, half }: { path: PathShown; half: number } = $props();
  const y = $derived(inSteps(-path.deflection * half, 0.5));
</script>

<rect y={-half} width="16" height={2 * half} fill="var(--band)" />
<path d="M0 {-half}H16M0 {half}H16" stroke="var(--band-edge)" stroke-width="2" />
{#each [-0.5, 0.5] as share (share)}
  <path d="M4 {share * half}H12" stroke="var(--soft)" stroke-width="1.6" />
{/each}
<path d="M-4 0H3M13 0H20" stroke="var(--ink)" stroke-width="2.4" />
{#if path.valid}
  <path d="M0 {y}H16" stroke="var(--now)" stroke-width="5" />
{:else}
  <path d="M0 {-half}L16 {half}M16 {-half}L0 {half}" stroke="var(--hard)" stroke-width="1.5" />
{/if}
