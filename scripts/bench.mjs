// npm run bench: builds if need be, then prints what was measured beside what was aimed at.
import { buildApp, installPackages, needNode, run } from './lib.mjs';

needNode();
installPackages();
await buildApp();
run('Measuring …', process.execPath, ['--import', 'tsx', 'test/bench/bench.ts']);
