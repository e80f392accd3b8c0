import type { Asked } from './data-table';

/** The address of the same page with its list in another order or on another page. */
export function askedAddress(url: URL, { sort, descending, page }: Asked): string {
  const asked = new URLSearchParams(url.searchParams);
  asked.set('sort', sort);
  asked.set('way', descending ? 'down' : 'up');
  asked.set('page', String(page));
  return `${url.pathname}?${asked}`;
}
