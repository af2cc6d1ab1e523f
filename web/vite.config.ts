import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  base: '/static/',
  plugins: [tailwindcss(), svelte()],
  build: {
    manifest: 'manifest.json',
    outDir: 'dist',
    rollupOptions: { input: 'src/main.ts' },
    // Fonts stay files of their own: the content policy allows none inside the style sheet.
    assetsInlineLimit: 0,
  },
  resolve: process.env.VITEST ? { conditions: ['browser'] } : {},
  test: { environment: 'jsdom' },
} as Parameters<typeof defineConfig>[0]);
