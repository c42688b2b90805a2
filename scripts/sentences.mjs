// npm run sentences: every text that people read, to be read in one go. The texts of the interface where they stand; then every sentence with its cases, American beside British.
import path from 'node:path';
import { build } from 'esbuild';
import { installPackages, needNode, ROOT, run } from './lib.mjs';

needNode();
installPackages();
const outfile = path.join(ROOT, 'node_modules/.cache/seam-sentences.mjs');
await build({
  entryPoints: ['test/unit/sentences-table.ts'],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  alias: { '~': path.join(ROOT, 'src') },
  logLevel: 'warning',
});
run('Collecting the sentences …', process.execPath, [outfile]);
