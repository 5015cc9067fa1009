import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  build: { outDir: '../.nube/web', emptyOutDir: true },
  test: { reporters: ['default'] },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
});
