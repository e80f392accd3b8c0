/** How a list is asked for in the address: by which of its columns, which way round, and which page. */
export function askedOrder<Sort extends string>(
  url: URL,
  sorts: readonly Sort[],
  usual: { sort: Sort; descending: boolean }
): { sort: Sort; descending: boolean; page: number } {
  const asked = sorts.find((sort) => sort === url.searchParams.get('sort'));
  const way = url.searchParams.get('way');
  return {
    sort: asked ?? usual.sort,
    descending: way === null ? usual.descending : way === 'down',
    page: Math.max(1, Math.min(1000, Math.floor(Number(url.searchParams.get('page') ?? 1)) || 1))
  };
}
