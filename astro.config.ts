import { fileURLToPath } from 'node:url';
import node from '@astrojs/node';
import react from '@astrojs/react';
import type { AstroIntegration } from 'astro';
import { defineConfig } from 'astro/config';
import { build } from 'esbuild';

/** The endpoints' jobs run in a thread of their own, whose script has to stand beside the server as one file. */
const serverJob: AstroIntegration = {
  name: 'server-job',
  hooks: {
    'astro:build:done': async () => {
      await build({
        entryPoints: ['src/workers/server-job.ts'],
        outfile: fileURLToPath(new URL('./dist/server/server-job.mjs', import.meta.url)),
        bundle: true,
        platform: 'node',
        format: 'esm',
        target: 'node20',
        external: ['jspdf'],
        logLevel: 'warning',
      });
    },
  },
};

// One Node process serves the pages and the endpoints; everything a person makes stays in their own browser.
export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react(), serverJob],
  devToolbar: { enabled: false },
  server: { host: '127.0.0.1', port: 4321 },
  // The endpoints keep nothing and take only JSON, which a foreign page cannot send unasked; they answer other types themselves.
  security: { checkOrigin: false },
  vite: {
    // Said here as well as in tsconfig.json, since workers are bundled apart.
    resolve: { alias: { '~': fileURLToPath(new URL('./src', import.meta.url)) } },
    worker: { format: 'es' },
    // Fonts and the PDF writer's own typeface are files of their own, never inlined.
    build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  },
});
