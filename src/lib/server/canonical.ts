/** JSON with keys in order, so that the same content always gives the same text. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value !== null && typeof value === 'object') {
    const pairs = Object.entries(value)
      .filter(([, part]) => part !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1));
    return `{${pairs.map(([key, part]) => `${JSON.stringify(key)}:${canonical(part)}`).join(',')}}`;
  }
  return JSON.stringify(value) ?? 'null';
}
