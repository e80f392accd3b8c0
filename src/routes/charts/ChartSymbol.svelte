<script lang="ts">
  /** What stands for a station or fix on a chart, about its place. */
  let { kind, chosen }: { kind: 'vor' | 'ndb' | 'localizer' | 'marker' | 'fix'; chosen: boolean } = $props();
  const ink = (usual: string) => (chosen ? 'var(--now)' : `var(--${usual})`);
</script>

<circle r="15" fill="transparent" />
{#if kind === 'vor'}
  <circle r="8" fill="var(--sheet)" stroke={ink('trace')} stroke-width="2.2" />
  <path d="M0 -8V8M-8 0H8" stroke={ink('trace')} stroke-width="1.4" />
{:else if kind === 'ndb'}
  <circle r="8" fill="none" stroke={ink('above')} stroke-width="2" stroke-dasharray="2 2.6" />
  <circle r="2.4" fill={ink('above')} />
{:else if kind === 'localizer'}
  <path d="M-7 6H7L0 -8Z" fill="var(--sheet)" stroke={ink('trace')} stroke-width="2" />
{:else if kind === 'marker'}
  <rect x="-5" y="-5" width="10" height="10" fill="var(--sheet)" stroke={ink('soft')} stroke-width="1.6" />
{:else}
  <path d="M-5 -5L5 5M5 -5L-5 5" stroke={ink('ink')} stroke-width="1.8" />
{/if}
