import type { Snippet } from 'svelte';

/** A column of a list: what stands in it, and by what its rows are put in order and found. */
export interface Column<Row> {
  id: string;
  header: string;
  /** Left out where there is nothing to sort or to find by. */
  value?: (row: Row) => string | number | null;
  /** Left out where the value itself is shown. */
  cell?: Snippet<[Row]>;
  number?: boolean;
}

/** How a list that the server keeps is asked for. */
export interface Asked {
  sort: string;
  descending: boolean;
  page: number;
}
