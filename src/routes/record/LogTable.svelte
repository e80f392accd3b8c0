<script lang="ts">
  import { clock, figure } from '$core/measure/figure';
  import { atTime, onDayOfYear } from '$lib/draw/when';
  import { button } from '$lib/ui/button';
  import DataTable from '$lib/ui/DataTable.svelte';
  import Hint from '$lib/ui/Hint.svelte';
  import { deviceNames } from './device-names';
  import {
    aircraftOf,
    hoursOf,
    remarksOf,
    routeOf,
    type Hours,
    type Line,
    type SignableLine,
    type TrainingLine
  } from './log-words';

  /** The log's lines, with what may be done to each. */
  let {
    entries,
    dateOf,
    teaches,
    oncorrect,
    onvoid,
    onsign
  }: {
    entries: Line[];
    /** The date of another entry. */
    dateOf: (id: string | null) => string;
    teaches: boolean;
    oncorrect: (entry: TrainingLine) => void;
    onvoid: (entry: TrainingLine) => void;
    onsign: (entry: SignableLine) => void;
  } = $props();
  const route = (entry: Line) => routeOf(entry, dateOf);
</script>

{#snippet mend(entry: TrainingLine)}
  <button class="no-print ml-2 text-xs text-now underline underline-offset-2" onclick={() => oncorrect(entry)}
    >Correct</button
  >
  <button class="no-print ml-2 text-xs text-now underline underline-offset-2" onclick={() => onvoid(entry)}
    >Void</button
  >
{/snippet}

{#snippet dateCell(entry: Line)}<span
    class="figure whitespace-nowrap {entry.correctedBy ? 'line-through' : ''}"
    >{onDayOfYear(entry.content.date)}</span
  >{/snippet}
{#snippet aircraftCell(entry: Line)}<span
    class="lg:whitespace-nowrap {entry.correctedBy ? 'line-through' : ''}">{aircraftOf(entry)}</span
  >{#if entry.kind === 'training' && entry.content.device !== 'airplane'}<div class="text-xs text-soft">
      {deviceNames[entry.content.device]}
    </div>{/if}{/snippet}
{#snippet routeCell(entry: Line)}{#if entry.kind === 'practice'}<a href="/debrief/{entry.attemptId}"
      >{entry.content.drill}</a
    >{:else}<span class={entry.correctedBy ? 'line-through' : ''}>{route(entry)}</span>{/if}{/snippet}
{#snippet hoursCell(entry: Line, name: Hours)}{#if entry.kind === 'training'}<span
      class={entry.correctedBy ? 'line-through' : ''}>{figure(entry.content[name], 1)}</span
    >{:else if entry.kind === 'practice' && name === 'total_h'}<span class="text-soft"
      >{clock(entry.content.duration_s)}, not counted</span
    >{/if}{/snippet}
{#snippet totalCell(entry: Line)}{@render hoursCell(entry, 'total_h')}{/snippet}
{#snippet actualCell(entry: Line)}{@render hoursCell(entry, 'instrumentActual_h')}{/snippet}
{#snippet simulatedCell(entry: Line)}{@render hoursCell(entry, 'instrumentSimulated_h')}{/snippet}
{#snippet countryCell(entry: Line)}{@render hoursCell(entry, 'crossCountryPic_h')}{/snippet}
{#snippet remarksCell(entry: Line)}<div class="max-w-64">
    <span class={entry.kind === 'practice' ? 'text-soft' : entry.correctedBy ? 'line-through' : ''}
      >{remarksOf(entry)}</span
    >
    {#if entry.kind === 'training' && entry.corrects}<div class="text-xs text-soft">
        corrects an earlier entry
      </div>{/if}
  </div>{/snippet}
{#snippet signedCell(entry: Line)}<div class="lg:whitespace-nowrap">
    {#if !entry.intact}
      <span class="font-bold text-hard">✕ signature does not verify; not counted</span>
    {:else if entry.signed}
      <Hint says={atTime(entry.signedAt ?? '')} class="text-trace">◆ {entry.signedBy}</Hint>
      {#if teaches && entry.kind === 'training' && !entry.correctedBy}
        {@render mend(entry)}
      {/if}
    {:else if entry.correctedBy}
      <span class="text-soft">corrected or voided</span>
    {:else if entry.kind === 'practice'}<span class="text-soft">–</span>
    {:else if teaches}
      <button class="{button.plain} no-print !min-h-7 !py-0.5" onclick={() => onsign(entry)}>Sign…</button>
      <span class="hidden print:inline">not signed</span>
      {#if entry.kind === 'training'}{@render mend(entry)}{/if}
    {:else}<span class="text-soft">not signed</span>{/if}
  </div>{/snippet}

<DataTable
  label="Log"
  find="Find in the log"
  rows={entries}
  dim={(entry) => entry.correctedBy !== null}
  columns={[
    { id: 'date', header: 'Date', value: (entry) => entry.content.date, cell: dateCell },
    { id: 'aircraft', header: 'Airplane or device', value: aircraftOf, cell: aircraftCell },
    { id: 'route', header: 'Route or drill', value: route, cell: routeCell },
    { id: 'total', header: 'total', value: hoursOf('total_h'), cell: totalCell, number: true },
    {
      id: 'actual',
      header: 'actual',
      value: hoursOf('instrumentActual_h'),
      cell: actualCell,
      number: true
    },
    {
      id: 'simulated',
      header: 'simulated',
      value: hoursOf('instrumentSimulated_h'),
      cell: simulatedCell,
      number: true
    },
    {
      id: 'country',
      header: 'x-country',
      value: hoursOf('crossCountryPic_h'),
      cell: countryCell,
      number: true
    },
    { id: 'remarks', header: 'Approaches, remarks', value: remarksOf, cell: remarksCell },
    { id: 'signed', header: 'Signed', cell: signedCell }
  ]}
/>
