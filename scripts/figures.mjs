// npm run figures: draws the figures of docs/model.md anew, from the demo data.
import path from 'node:path';
import { build } from 'esbuild';
import { installPackages, needNode, ROOT, run } from './lib.mjs';

needNode();
installPackages();
const outfile = path.join(ROOT, 'node_modules/.cache/seam-figures.mjs');
await build({
  entryPoints: ['test/bench/figures.ts'],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  alias: { '~': path.join(ROOT, 'src') },
  logLevel: 'warning',
});
run('Drawing the figures …', process.execPath, [outfile]);
