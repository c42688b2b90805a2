// npm run unit [name …], npm run e2e [name …]: tests by the names of their files, or all of them; the browser's need a build.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { bundleTests } from './bundle-tests.mjs';
import { bin } from './lib.mjs';

const [which = 'unit', ...names] = process.argv.slice(2);
const files = [...(await bundleTests(`test/${which}`, names.length > 0 ? names : undefined)).values()];
const args = ['--no-config', '--require', path.join(path.dirname(files[0]), 'setup.mjs')];
args.push(
  '--timeout',
  which === 'unit' ? '120000' : '480000',
  ...(files.length > 1 ? ['--parallel', '--jobs', '2'] : []),
);
const { status } = spawnSync(bin('mocha'), [...args, ...files], { stdio: 'inherit' });
process.exit(status ?? 1);
