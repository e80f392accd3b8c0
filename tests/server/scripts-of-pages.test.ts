import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path/posix';
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

const MOST_KB = 121;
const MOST_ASKED_FOR = 30;

describe('the scripts of the pages, as they are built', () => {
  /** Schemas are kept at the edge, on the server: one that slips into a page brings the whole library with it. */
  test('no script of any page builds a schema', () => {
    const all = readdirSync(scripts, { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.endsWith('.js') && !file.startsWith('workers/')
    );
    expect(all.length).toBeGreaterThan(50);
    expect(all.filter((file) => readFileSync(join(scripts, file), 'utf8').includes('TypeBox'))).toEqual([]);
  });

  /** What must have come before a page can be used, compressed. What is worked out while one types is worked out in a worker. */
  test('are light enough to be there at once', async () => {
    const { manifest } = (await import(pathToFileURL(join(output, 'server/manifest.js')).href)) as {
      manifest: Built;
    };
    const { client, nodes, routes } = manifest._;
    const read = (file: string) => readFileSync(join(output, 'client', file), 'utf8');
    const size_KB = async (page: NonNullable<Built['_']['routes'][number]['page']>) => {
      const parts = [...page.layouts, page.leaf].filter((node) => node !== undefined);
      const needed = await Promise.all(parts.map(async (node) => (await nodes[node]!()).imports));
      const files = new Set([...client.imports, ...needed.flat()]);
      expect(files.size).toBeLessThanOrEqual(MOST_ASKED_FOR);
      // Also what the list does not name: it is fetched all the same, only later.
      for (const file of files)
        for (const [, imported] of read(file).matchAll(/(?:from|import)\s*["'](\.[^"']+)["']/g))
          files.add(join(dirname(file), imported!));
      return [...files].reduce((sum, file) => sum + gzipSync(read(file)).length / 1024, 0);
    };
    const pages = routes.filter(({ page }) => page);
    expect(pages.map(({ id }) => id)).toContain('/fly/[lesson]');
    const heavy: string[] = [];
    for (const { id, page } of pages) {
      const size = await size_KB(page!);
      expect(size, id).toBeGreaterThan(30);
      if (size > MOST_KB) heavy.push(`${id}: ${size.toFixed(0)} KB`);
    }
    expect(heavy).toEqual([]);
  });
});
