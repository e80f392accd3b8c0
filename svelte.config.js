import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  compilerOptions: { runes: true },
  kit: {
    adapter: adapter({ out: 'build', precompress: true }),
    alias: { $core: 'src/lib/core' },
    csp: {
      directives: {
        'default-src': ['self'],
        'img-src': ['self', 'data:'],
        'style-src': ['self', 'unsafe-inline'],
        'worker-src': ['self'],
        'frame-ancestors': ['none'],
        'form-action': ['self'],
        'base-uri': ['self']
      }
    }
  }
};
