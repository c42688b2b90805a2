import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import node from '@astrojs/node';
import react from '@astrojs/react';
import type { AstroIntegration } from 'astro';
import { defineConfig } from 'astro/config';
import { build } from 'esbuild';
import { generateSW } from 'workbox-build';

const gzipped = promisify(gzip);
const brotlied = promisify(brotliCompress);

const CLIENT = fileURLToPath(new URL('./dist/client', import.meta.url));
const SERVER = fileURLToPath(new URL('./dist/server', import.meta.url));

/** Parts of the PDF writer that turn pages into pictures, which nothing of ours asks for. */
const LEFT_OUT = Object.fromEntries(
  ['html2canvas', 'dompurify', 'canvg'].map((name) => [
    name,
    fileURLToPath(new URL('./src/workers/left-out.ts', import.meta.url)),
  ]),
);

/** Packages that do nothing when they are loaded, though they do not say so, and core and words, which never do: whoever does not call them does without. */
const LAZY = /node_modules\/(transliteration|bidi-js|clipper2-ts)\/|\/src\/(core|words)\//;

/** Schemas are never turned into other schema languages here, and what is wrong is said in words of ours: the parts that would do so are left out of what goes to the browser. */
const SCHEMA_WRITERS = /zod\/v4\/core\/(json-schema-processors|to-json-schema)\.js$/;
const SCHEMA_WORDS = /zod\/v4\/locales\/en\.js$/;
const leanSchemas = () => ({
  name: 'lean-schemas',
  enforce: 'pre' as const,
  load: (id: string) => {
    if (SCHEMA_WORDS.test(id)) return 'export default () => ({});';
    if (!SCHEMA_WRITERS.test(id)) return null;
    return [...readFileSync(id, 'utf8').matchAll(/^export (?:const|function) (\w+)/gm)]
      .map(([, name]) => `export const ${name} = () => undefined;`)
      .join('\n');
  },
});

const treeshake = { moduleSideEffects: (id: string) => !LAZY.test(id) };

/** The server and the thread that its jobs run in, each as one file. */
async function bundleServer(): Promise<void> {
  await build({
    entryPoints: { main: 'src/server/main.ts', 'server-job': 'src/workers/server-job.ts' },
    outdir: SERVER,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['jspdf', 'sirv', 'harfbuzzjs'],
    logLevel: 'warning',
  });
}

/** The service worker that keeps the whole application in the browser: every file with a hash, and the pages. A newer one waits until someone takes it. */
async function bundleOffline(): Promise<void> {
  const { warnings } = await generateSW({
    swDest: path.join(CLIENT, 'offline.js'),
    globDirectory: CLIENT,
    globPatterns: ['**/*.{html,js,css,woff,woff2,ttf,wasm,svg,png,webmanifest}'],
    globIgnores: ['404.html'],
    maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
    dontCacheBustURLsMatching: /^_astro\//,
    directoryIndex: 'index.html',
    navigateFallback: '/project.html',
    navigateFallbackAllowlist: [/^\/project\//],
    skipWaiting: false,
    clientsClaim: true,
    cleanupOutdatedCaches: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    mode: 'production',
  });
  for (const warning of warnings) console.error(warning);
}

/** A build that only tests look at need not be small. */
const FOR_TESTS = process.env['BUILD_FOR_TESTS'] !== undefined;
/** Scripts are what a first visit waits for. */
const QUALITY = FOR_TESTS ? { scripts: 4, others: 4, gzip: 1 } : { scripts: 11, others: 9, gzip: 9 };

/** Everything that shrinks, shrunk once and for all, in as many threads as there are: the server hands out what the browser can read. */
async function compress(): Promise<void> {
  const files = readdirSync(CLIENT, { recursive: true, encoding: 'utf8' })
    .filter((entry) => /\.(html|js|css|svg|ttf|wasm|webmanifest)$/.test(entry))
    .map((entry) => path.join(CLIENT, entry));
  await Promise.all(
    files.map(async (file) => {
      const bytes = readFileSync(file);
      if (bytes.length < 1024) return;
      const params = {
        [constants.BROTLI_PARAM_QUALITY]: file.endsWith('.js') ? QUALITY.scripts : QUALITY.others,
        [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
      };
      const [gz, br] = await Promise.all([gzipped(bytes, { level: QUALITY.gzip }), brotlied(bytes, { params })]);
      writeFileSync(`${file}.gz`, gz);
      writeFileSync(`${file}.br`, br);
    }),
  );
}

const after: AstroIntegration = {
  name: 'server-and-offline',
  hooks: {
    // While one edits, Vite serves: there too every project is one page, whatever its address.
    'astro:server:setup': ({ server }) => {
      server.middlewares.use((req, _res, next) => {
        if (req.url?.startsWith('/project/')) req.url = '/project';
        next();
      });
    },
    'astro:build:done': async () => {
      await bundleServer();
      await bundleOffline();
      await compress();
    },
  },
};

// One Node process serves the pages and the endpoints; everything a person makes stays in their own browser.
export default defineConfig({
  output: 'static',
  adapter: node({ mode: 'middleware' }),
  integrations: [react(), after],
  devToolbar: { enabled: false },
  server: { host: '127.0.0.1', port: 4321 },
  build: { format: 'file' },
  // Nothing of ours goes through the framework's image service; the server hands no request to it.
  image: { service: { entrypoint: 'astro/assets/services/noop' } },
  // The endpoints keep nothing and take only JSON, which a foreign page cannot send unasked; they answer other types themselves.
  security: { checkOrigin: false },
  vite: {
    // Said here as well as in tsconfig.json, since workers are bundled apart.
    resolve: {
      alias: {
        '~': fileURLToPath(new URL('./src', import.meta.url)),
        // Its plain name leads to what browsers of ten years ago need.
        dexie: 'dexie/dist/modern/dexie.mjs',
        ...LEFT_OUT,
      },
    },
    plugins: [leanSchemas()],
    worker: { format: 'es', rollupOptions: { treeshake }, plugins: () => [leanSchemas()] },
    // Fonts and the PDF writer's own typeface are files of their own, never inlined.
    build: {
      assetsInlineLimit: 0,
      chunkSizeWarningLimit: 900,
      reportCompressedSize: false,
      minify: FOR_TESTS ? false : 'esbuild',
      rollupOptions: { treeshake },
    },
  },
});
