// npm run bench: builds if need be, then prints what was measured beside what was aimed at.
// What is measured is bundled first, as what ships is.
import path from 'node:path';
import { build } from 'esbuild';
import { buildApp, installPackages, needNode, ROOT, run } from './lib.mjs';

needNode();
installPackages();
await buildApp();
// In a folder of the root: what is bundled finds the root from where it lies.
const outfile = path.join(ROOT, 'dist/bench.mjs');
await build({
  entryPoints: ['test/bench/bench.ts'],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  // Its module build is named in a way that Node does not take.
  alias: { 'maxrects-packer': './node_modules/maxrects-packer/dist/maxrects-packer.mjs' },
  logLevel: 'warning',
});
run('Measuring …', process.execPath, [outfile]);
