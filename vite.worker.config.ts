import { defineConfig } from 'vite';

/** The server's heavy work as one file that runs in threads of its own; see src/lib/server/heavy. */
export default defineConfig({
  build: {
    ssr: 'src/lib/server/heavy/work.ts',
    outDir: 'build/work',
    emptyOutDir: true,
    rolldownOptions: { output: { entryFileNames: 'work.js' }, checks: { pluginTimings: false } }
  },
  publicDir: false
});
