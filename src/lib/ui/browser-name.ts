/** What a browser calls itself, shortened to what its owner recognises: kind and machine. */
export function browserName(agent: string): string {
  const kinds: [RegExp, string][] = [
    [/Firefox\//, 'Firefox'],
    [/Edg\//, 'Edge'],
    [/Chrom(e|ium)\//, 'Chromium'],
    [/Safari\//, 'Safari']
  ];
  const machines: [RegExp, string][] = [
    [/iPhone|iPad/, 'iPhone or iPad'],
    [/Android/, 'Android'],
    [/Windows/, 'Windows'],
    [/Mac OS X/, 'Mac'],
    [/Linux|X11/, 'Linux']
  ];
  const named = (list: [RegExp, string][]) => list.find(([pattern]) => pattern.test(agent))?.[1];
  return [named(kinds) ?? 'Unknown browser', named(machines)].filter(Boolean).join(' on ');
}
