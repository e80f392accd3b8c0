import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { pageScripts } from './scripts/page-scripts/page-scripts';

/** The browser never validates by schema: what only builds one is left out of its scripts. */
const treeshake = {
  manualPureFunctions: [
    'Type',
    'oneOf',
    'orNone',
    'numberIn',
    'objectSharing',
    'frequencyIn',
    'does',
    'letters'
  ],
  moduleSideEffects: [{ test: /node_modules.@sinclair.typebox|src.lib.core/, sideEffects: false }]
};

export default defineConfig({
  plugins: [tailwindcss(), sveltekit(), pageScripts(treeshake)],
  worker: { format: 'es', rolldownOptions: { treeshake } },
  build: { rolldownOptions: { checks: { pluginTimings: false }, treeshake } },
  ssr: { external: ['@node-rs/argon2'] }
});
