import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';

const scripts = join(process.cwd(), '.svelte-kit/output/client/_app/immutable');

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
