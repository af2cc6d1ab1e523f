import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  base: '/static/',
  plugins: [tailwindcss(), svelte()],
  build: {
    manifest: 'manifest.json',
    outDir: 'dist',
    rollupOptions: {
      input: { main: 'src/main.ts', sw: 'src/offline/worker.ts' },
      output: {
        // The service worker is asked for by name, at the root of the site.
        entryFileNames: ({ name }) => (name === 'sw' ? 'sw.js' : 'assets/[name]-[hash].js'),
      },
    },
    // Fonts stay files of their own: the content policy allows none inside the style sheet.
    assetsInlineLimit: 0,
  },
  resolve: process.env.VITEST ? { conditions: ['browser'] } : {},
  test: { environment: 'jsdom', testTimeout: 30_000 },
} as Parameters<typeof defineConfig>[0]);
