// Test files as plain JavaScript, what they share in files of its own: a runner then starts in a second instead of translating every module anew in each of its processes.
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { ROOT } from './lib.mjs';

/** Where they lie; git does not see it, and packages are found from there. */
const HOME = path.join(ROOT, 'node_modules', '.cache', 'seam-tests');

/** A module that asks where it lies is told where its source does. */
const whereSourcesLie = {
  name: 'where-sources-lie',
  setup: ({ onLoad }) => {
    onLoad({ filter: /\/(test|scripts)\/.*\.(ts|mjs)$/ }, ({ path: file }) => ({
      contents: readFileSync(file, 'utf8').replace(
        /(?<!['"])\bimport\.meta\.url\b/g,
        JSON.stringify(pathToFileURL(file).href),
      ),
      loader: file.endsWith('.ts') ? 'ts' : 'js',
    }));
  },
};

/**
 * Bundles a folder of tests.
 * @param folder as in `test/unit`
 * @param files only these test files, by default all of the folder
 * @param root a copy of the sources, by default these
 * @returns the bundled file of each test file, by its name without an ending
 */
export async function bundleTests(folder, files, root = ROOT) {
  const outdir = path.join(HOME, root === ROOT ? '' : path.basename(root), path.basename(folder));
  rmSync(outdir, { recursive: true, force: true });
  mkdirSync(outdir, { recursive: true });
  const names =
    files ??
    readdirSync(path.join(root, folder))
      .filter((f) => f.endsWith('.test.ts'))
      .map((f) => f.slice(0, -'.test.ts'.length));
  await build({
    entryPoints: Object.fromEntries(
      [...names.map((n) => [`${n}.test`, `${folder}/${n}.test.ts`]), ['setup', 'test/setup.ts']].map(([to, from]) => [
        to,
        path.join(root, from),
      ]),
    ),
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: { '~': path.join(root, 'src') },
    // Told once, of the sources themselves.
    logLevel: root === ROOT ? 'warning' : 'silent',
    jsx: 'automatic',
    sourcemap: 'linked',
    loader: { '.css': 'empty' },
    define: { 'import.meta.env.PROD': 'false', 'import.meta.env.BASE_URL': '"/"' },
    plugins: [whereSourcesLie],
  });
  return new Map(names.map((n) => [n, path.join(outdir, `${n}.test.mjs`)]));
}
