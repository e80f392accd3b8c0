import { fileURLToPath } from 'node:url';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';
import { builtCore } from './tests/built-core.ts';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  resolve: { alias: { $core: at('./src/lib/core'), $lib: at('./src/lib') } },
  test: {
    // Left to itself it would use one core of two.
    maxWorkers: 2,
    setupFiles: './tests/seed.ts',
    projects: [
      {
        extends: true,
        plugins: [builtCore],
        test: {
          name: 'core',
          globalSetup: './tests/built-core.ts',
          execArgv: ['--enable-source-maps'],
          server: { deps: { external: [/build\/core/] } },
          include: ['tests/core/**/*.test.ts', 'tests/cli/**/*.test.ts'],
          // Pure functions: what one file has warmed up serves the next.
          isolate: false,
          testTimeout: 300_000
        }
      },
      {
        // What stands behind the pages, without a page: its state is plain values here.
        extends: true,
        plugins: [svelte({ configFile: false })],
        test: { name: 'page', include: ['tests/page/**/*.test.ts'], testTimeout: 120_000 }
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 300_000,
          hookTimeout: 300_000
        }
      }
    ]
  }
});
