<script lang="ts" generics="Row extends { id: string }">
  import {
    createFilteredRowModel,
    createPaginatedRowModel,
    createSortedRowModel,
    createTable,
    columnFilteringFeature,
    filterFn_includesString,
    globalFilteringFeature,
    rowPaginationFeature,
    rowSortingFeature,
    sortFn_alphanumeric,
    tableFeatures
  } from '@tanstack/svelte-table';
  import { flushSync, untrack } from 'svelte';
  import { button } from './button';
  import ChoiceField from './ChoiceField.svelte';
  import type { Asked, Column } from './data-table';
  import { input } from './input';

  /** A list that is sorted by its headings, searched and paged: here, or by the server where it keeps more than it sends. */
  let {
    label,
    rows,
    columns,
    pageSize = 25,
    find = '',
    dim = () => false,
    remote
  }: {
    label: string;
    rows: readonly Row[];
    columns: readonly Column<Row>[];
    pageSize?: number;
    /** What can be looked for, in words; left out, there is no field for it. */
    find?: string;
    /** Rows that count no longer. */
    dim?: (row: Row) => boolean;
    /** Given where the server sorts and pages. `sorts` are the columns it can put in order. */
    remote?: { asked: Asked; more: boolean; sorts: readonly string[]; go: (asked: Asked) => void };
  } = $props();

  const id = $props.id();
  const features = tableFeatures({
    columnFilteringFeature,
    globalFilteringFeature,
    filteredRowModel: createFilteredRowModel(),
    filterFns: { includesString: filterFn_includesString },
    rowSortingFeature,
    sortedRowModel: createSortedRowModel(),
    sortFns: { alphanumeric: sortFn_alphanumeric },
    rowPaginationFeature,
    paginatedRowModel: createPaginatedRowModel()
  });
  const table = createTable({
    features,
    columns: untrack(() => columns).map(({ id, value }) => ({
      id,
      accessorFn: (row: Row) => value?.(row) ?? '',
      sortFn: 'alphanumeric' as const,
      filterFn: 'includesString' as const,
      enableSorting: value !== undefined
    })),
    get data() {
      return [...rows];
    },
    getRowId: (row: Row) => row.id,
    globalFilterFn: 'includesString',
    manualSorting: untrack(() => remote !== undefined),
    manualPagination: untrack(() => remote !== undefined),
    initialState: { pagination: { pageIndex: 0, pageSize: untrack(() => pageSize) } }
  });

  const order = $derived.by(() => {
    if (remote) return { id: remote.asked.sort, descending: remote.asked.descending };
    const [first] = table.atoms.sorting.get();
    return first ? { id: first.id, descending: first.desc } : null;
  });
  const shown = $derived(table.getRowModel().rows.map((row) => row.original));
  const found = $derived(table.getFilteredRowModel().rows.length);
  const paging = $derived(table.atoms.pagination.get());
  const page = $derived(remote ? remote.asked.page : paging.pageIndex + 1);
  const hasMore = $derived(remote ? remote.more : page * paging.pageSize < found);

  const sortable = (column: Column<Row>) =>
    remote ? remote.sorts.includes(column.id) : column.value !== undefined;
  function sortBy(column: Column<Row>) {
    const again = order?.id === column.id;
    // Figures are looked at from the largest, words from A.
    const descending = again ? !order!.descending : column.number === true;
    if (remote) remote.go({ sort: column.id, descending, page: 1 });
    else table.setSorting([{ id: column.id, desc: descending }]);
  }
  function turnTo(next: number) {
    if (remote) remote.go({ ...remote.asked, page: next });
    else table.setPageIndex(next - 1);
  }
</script>

<!-- On paper there are no pages to turn: the whole list is printed. -->
<svelte:window
  onbeforeprint={() => !remote && flushSync(() => table.setPageSize(Math.max(pageSize, rows.length)))}
  onafterprint={() => !remote && table.setPageSize(pageSize)}
/>

{#snippet arrow(column: Column<Row>)}<span aria-hidden="true"
    >{order?.id === column.id ? (order.descending ? '\u00a0↓\u00a0' : '\u00a0↑\u00a0') : ''}</span
  >{/snippet}

{#if columns.some(sortable)}
  <!-- Where the headings do not fit. -->
  <div class="no-print mt-2 hidden items-end gap-2 max-[899px]:flex">
    <ChoiceField
      label="In the order of"
      name="{id}-order"
      bind:value={() => order?.id ?? '', (chosen) => sortBy(columns.find((column) => column.id === chosen)!)}
      choices={columns.filter(sortable).map((column) => [column.id, column.header])}
      placeholder="as it comes"
    />
    {#if order}
      <button
        type="button"
        class={button.plain}
        onclick={() => sortBy(columns.find((column) => column.id === order.id)!)}
        >{order.descending ? '↓ falling' : '↑ rising'}</button
      >
    {/if}
  </div>
{/if}
{#if find}
  <input
    type="search"
    class="{input} no-print mt-2 max-w-64 text-[13px]"
    placeholder={find}
    aria-label={find}
    oninput={(event) => table.setGlobalFilter(event.currentTarget.value)}
  />
{/if}
<!-- On a narrow screen the rows are stacked; said in roles, so that it stays a table for those who listen to it. -->
<!-- svelte-ignore a11y_no_redundant_roles -->
<table class="sheet-table stacks mt-2 text-[13px]" role="table" aria-label={label}>
  <thead role="rowgroup">
    <tr role="row">
      {#each columns as column (column.id)}
        <th
          role="columnheader"
          class={column.number ? 'number' : ''}
          aria-sort={order?.id === column.id ? (order.descending ? 'descending' : 'ascending') : undefined}
        >
          {#if sortable(column)}
            <button
              type="button"
              class="no-print -my-1 min-h-6 hover:text-ink {order?.id === column.id
                ? 'font-bold text-ink'
                : ''}"
              onclick={() => sortBy(column)}
              >{#if column.number}{@render arrow(
                  column
                )}{/if}{column.header}{#if !column.number}{@render arrow(column)}{/if}</button
            >
            <!-- Browsers leave buttons out of a heading that is printed again on the next page. -->
            <span class="hidden print:inline" aria-hidden="true">{column.header}</span>
          {:else}{column.header}{/if}
        </th>
      {/each}
    </tr>
  </thead>
  <tbody role="rowgroup">
    {#each shown as row (row.id)}
      <tr role="row" class={dim(row) ? 'text-soft' : 'hover:bg-paper'}>
        {#each columns as column (column.id)}
          <td role="cell" class={column.number ? 'number' : ''} data-label={column.header}
            ><div>
              {#if column.cell}{@render column.cell(row)}{:else}{column.value?.(row) ?? ''}{/if}
            </div></td
          >
        {/each}
      </tr>
    {:else}
      <tr role="row"><td role="cell" colspan={columns.length} class="text-soft">Nothing here matches.</td></tr
      >
    {/each}
  </tbody>
</table>
{#if page > 1 || hasMore}
  <nav class="no-print mt-3 flex items-center gap-2 text-[13px]" aria-label="Pages of {label.toLowerCase()}">
    <button class={button.plain} disabled={page <= 1} onclick={() => turnTo(page - 1)}>Back</button>
    <button class={button.plain} disabled={!hasMore} onclick={() => turnTo(page + 1)}>Next</button>
    <span class="text-soft"
      >page {page}{remote ? '' : ` of ${Math.max(1, Math.ceil(found / paging.pageSize))}`}</span
    >
  </nav>
{/if}
