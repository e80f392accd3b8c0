<script lang="ts">
  import { scanAreas, type Gaze } from '$core/instrument/scan-area';
  import FindingList from '$lib/draw/FindingList.svelte';
  import LookRaster from '$lib/draw/LookRaster.svelte';
  import ScanMap from '$lib/draw/ScanMap.svelte';
  import { atTime } from '$lib/draw/when';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const { log } = $derived(data);
  let selected = $state<number | null>(null);
  let cursor_s = $state(0);
  let width = $state(720);
  const areas = $derived<Gaze[]>(
    [...scanAreas, 'elsewhere' as const].filter(
      (area) => (area !== 'compass' && area !== 'elsewhere') || log.looks.some((look) => look.area === area)
    )
  );
</script>

<svelte:head><title>Watched, {data.student.name} · Hanza</title></svelte:head>

<header>
  <h1>{log.name}</h1>
  <p class="text-[13px] text-soft">
    <a href="/students/{data.student.id}" class="text-soft">{data.student.name}</a> · {log.addedBy}, {atTime(
      log.addedAt
    )} · no flight beside it
  </p>
</header>
{#each log.notes as note (note)}<p class="mt-1 text-xs text-soft">◆ {note}</p>{/each}
<div class="mt-3 grid grid-cols-[minmax(0,1fr)_340px] gap-6">
  <section bind:clientWidth={width} class="min-w-0 overflow-x-clip" aria-label="Looks">
    <LookRaster looks={log.looks} {areas} duration_s={log.looks.at(-1)?.end_s ?? 1} {width} {cursor_s} />
    <div class="mt-4 border-b border-line">
      <FindingList
        findings={log.report.findings}
        {selected}
        onselect={(index) => {
          selected = index;
          cursor_s = log.report.findings[index]!.moment_s;
        }}
      />
    </div>
    {#if log.report.findings.length === 0}<p class="mt-2 text-[13px] text-soft">
        Nothing was stared at, left out or overdone.
      </p>{/if}
  </section>
  <ScanMap measure={log.report.whole} pattern="hub-and-spoke" />
</div>
