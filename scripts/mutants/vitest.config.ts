import { fileURLToPath } from 'node:url';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

const at = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url));

const tests = (process.env['HANZA_MUTANT_TESTS'] ?? 'tests/core/**/*.test.ts').split(',');

/** The tests of one room and nothing else: what its mutants are to be killed by. */
export default defineConfig({
  plugins: tests.some((file) => file.startsWith('tests/page')) ? [svelte({ configFile: false })] : [],
  resolve: { alias: { $core: at('./src/lib/core'), $lib: at('./src/lib') } },
  test: {
    include: tests,
    setupFiles: './tests/seed.ts',
    testTimeout: 60_000,
    root: at('.')
  }
});
