<script lang="ts">
  import { figure } from '$core/measure/figure';
  import type { RequirementProgress } from '$core/record/progress';

  let { progress, compact = false }: { progress: RequirementProgress; compact?: boolean } = $props();
  const share = $derived(Math.min(1, progress.have / progress.requirement.required));
  const decimals = $derived(progress.requirement.unit === 'h' ? 1 : 0);
  const unit = $derived(
    progress.requirement.unit === 'h' ? 'h' : progress.requirement.required === 1 ? 'flight' : 'flights'
  );
</script>

<div class="grid grid-cols-[1fr_auto] items-baseline gap-x-3">
  <span class={compact ? 'text-[13px]' : ''}>{progress.requirement.name}</span>
  <span class="figure text-[13px]">
    <span class={share >= 1 ? 'text-trace' : 'text-ink'}>{figure(progress.have, decimals)}</span><span
      class="text-soft"
      >&#8201;/&#8201;{figure(progress.requirement.required)} {unit}{share >= 1 ? ' ◆' : ''}</span
    >
  </span>
  <div
    class="relative col-span-2 mt-1 h-3 border border-line bg-paper"
    role="progressbar"
    aria-valuenow={progress.have}
    aria-valuemin={0}
    aria-valuemax={progress.requirement.required}
    aria-label={progress.requirement.name}
  >
    <div class="absolute inset-y-0 left-0 bg-band" style:width="{share * 100}%"></div>
    <div class="absolute inset-y-0 w-0.5 bg-trace" style:left="calc({share * 100}% - 2px)"></div>
  </div>
</div>
