import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const at = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url));

/** The core's own tests and nothing else: what mutants of the core are to be killed by. */
export default defineConfig({
  resolve: { alias: { $core: at('./src/lib/core'), $lib: at('./src/lib') } },
  test: {
    include: (process.env['HANZA_MUTANT_TESTS'] ?? 'tests/core/**/*.test.ts').split(','),
    testTimeout: 60_000,
    root: at('.')
  }
});
