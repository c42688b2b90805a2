// npm run attack: the long attacks on the application, which `npm test` runs in short: flipped bits, evenings on two devices, archives, recipes, and random hands. Takes about an hour; MINUTES=… changes how long random hands work.
import { buildApp, installDebian, installPackages, needNode, run } from './lib.mjs';

needNode();
installPackages();
installDebian({ chromium: 'chromium', chromedriver: 'chromium-driver' });
await buildApp();
run(
  'Attacking what is kept …',
  process.execPath,
  ['scripts/tests.mjs', 'unit', 'kept-files', 'board-two-devices', 'board-clock', 'recipes-in-time'],
  { env: { ...process.env, THOROUGH: '1' } },
);
run('Attacking …', process.execPath, [
  '--import',
  'tsx',
  'node_modules/mocha/bin/mocha.js',
  '--no-config',
  '--timeout',
  '3600000',
  'test/attack/attack.test.ts',
]);
