import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { gzipSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';

const output = join(process.cwd(), '.svelte-kit/output');
const scripts = join(output, 'client/_app/immutable');

interface Built {
  _: {
    client: { imports: string[] };
    nodes: (() => Promise<{ imports: string[] }>)[];
    routes: { id: string; page: { layouts: (number | undefined)[]; leaf: number } | null }[];
  };
}

describe('the scripts of the pages, as they are built', () => {
  /** Schemas are kept at the edge, on the server: one that slips into a page brings the whole library with it. */
  test('no script of any page builds a schema', () => {
    const all = readdirSync(scripts, { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.endsWith('.js') && !file.startsWith('workers/')
    );
    expect(all.length).toBeGreaterThan(50);
    expect(all.filter((file) => readFileSync(join(scripts, file), 'utf8').includes('TypeBox.Kind'))).toEqual(
      []
    );
  });

  /**
   * What must have come before a page can be used, compressed. Only the two editors work a lesson out while it is
   * typed and bring the core with them; the others are sent what follows from a plan, or fetch it later.
   */
  test('are light enough to be there at once', async () => {
    const { manifest } = (await import(pathToFileURL(join(output, 'server/manifest.js')).href)) as {
      manifest: Built;
    };
    const { client, nodes, routes } = manifest._;
    const size_KB = async (page: NonNullable<Built['_']['routes'][number]['page']>) => {
      const parts = [...page.layouts, page.leaf].filter((node) => node !== undefined);
      const needed = await Promise.all(parts.map(async (node) => (await nodes[node]!()).imports));
      const files = new Set([...client.imports, ...needed.flat()]);
      return [...files].reduce(
        (sum, file) => sum + gzipSync(readFileSync(join(output, 'client', file))).length / 1024,
        0
      );
    };
    const editors = { '/plan': 205, '/plan/drills/[drill]': 175 } as Record<string, number>;
    const pages = routes.filter(({ page }) => page);
    expect(pages.map(({ id }) => id)).toContain('/fly/[lesson]');
    const heavy: string[] = [];
    for (const { id, page } of pages) {
      const size = await size_KB(page!);
      expect(size, id).toBeGreaterThan(30);
      if (size > (editors[id] ?? 132)) heavy.push(`${id}: ${size.toFixed(0)} KB`);
    }
    expect(heavy).toEqual([]);
  });
});
