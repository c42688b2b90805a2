// npm test: installs what is missing, then format and lint, types, arrows, dead code, unit tests, build, browser tests.
import { spawnSync } from 'node:child_process';
import { bin, buildApp, fail, installDebian, installPackages, needNode, run, say } from './lib.mjs';

const started = Date.now();
needNode();
installPackages();
installDebian({ chromium: 'chromium', chromedriver: 'chromium-driver', pdftoppm: 'poppler-utils' });

run('Format and lint (biome)', bin('biome'), ['check', '.']);
run('Types (tsc)', bin('tsc'), ['--noEmit']);
run('Arrows between folders (dependency-cruiser)', bin('depcruise'), ['src', '--config', '.dependency-cruiser.cjs']);
run('Nothing unused (knip)', bin('knip'), []);

/** Runs Mocha with its output shown, and counts what it says at the end. */
function mocha(title, args) {
  say(title);
  const { status, stdout } = spawnSync(bin('mocha'), args, {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
    maxBuffer: 1 << 26,
  });
  process.stdout.write(stdout);
  const count = (word) => Number(new RegExp(`^\\s*(\\d+) ${word}`, 'm').exec(stdout)?.[1] ?? 0);
  return { ok: status === 0, passed: count('passing'), failed: count('failing') };
}

const unit = mocha('Unit tests', []);
buildApp();
const browser = mocha('Browser tests', ['--config', '.mocharc.e2e.json']);

say(`Took ${Math.round((Date.now() - started) / 1000)} s.`);
console.log(`${unit.passed + browser.passed} passed, ${unit.failed + browser.failed} failed`);
if (!unit.ok || !browser.ok) fail('Some tests failed.');
