// npm test: installs what is missing, then format and lint, types, arrows, dead code, unit tests, build, browser tests.
// Two things run at a time where neither needs the other, since two cores are usual.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bin, buildApp, fail, installDebian, installPackages, needNode, say } from './lib.mjs';

// With --thorough (npm run thorough) every test takes all of its cases.
if (process.argv.includes('--thorough')) process.env.THOROUGH = '1';
const started = Date.now();
needNode();
installPackages();
installDebian({ chromium: 'chromium', chromedriver: 'chromium-driver', pdftoppm: 'poppler-utils' });

/** More files than these that fail are no machine's mood: they are not run once more. */
const MOST_AGAIN = 3;
/** As in the configurations, without their list of files. */
const ALONE = ['--no-config', '--timeout', '480000', '--slow', '5000'].concat(
  ['import=tsx', 'no-experimental-require-module'].flatMap((option) => ['--node-option', option]),
);
/** What is said last still comes within this, once a command has ended, ms. */
const LAST_WORDS_MS = 2000;
/** Groups of processes that are at work: each command with all that it began. */
const groups = new Set();
const endGroup = (pid) => {
  groups.delete(pid);
  try {
    process.kill(-pid, 'SIGKILL');
  } catch {
    // Nothing of it is left.
  }
};
for (const signal of ['SIGINT', 'SIGTERM'])
  process.once(signal, () => {
    for (const pid of groups) endGroup(pid);
    process.exit(1);
  });

/** Runs a command; its output is shown when it has ended, so that two side by side do not mix, or at once when `live`. What it left behind is ended: it would hold the output open for ever. */
function run(title, command, args, live = false, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
      env: { ...process.env, ...env },
    });
    if (child.pid) groups.add(child.pid);
    let output = '';
    if (live) say(title);
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        output += chunk;
        if (live) process.stdout.write(chunk);
      });
    child.on('error', (error) => resolve({ ok: false, output: error.message }));
    child.on('exit', (code) => {
      let over = false;
      const done = () => {
        if (over) return;
        over = true;
        endGroup(child.pid);
        if (!live) {
          say(title);
          process.stdout.write(output);
        }
        resolve({ ok: code === 0, output });
      };
      const late = setTimeout(done, LAST_WORDS_MS);
      child.once('close', () => {
        clearTimeout(late);
        done();
      });
    });
  });
}

/** Runs Mocha. @returns how many tests of each file passed and failed */
async function mocha(title, args, live) {
  const folder = mkdtempSync(path.join(tmpdir(), 'tally-'));
  const file = path.join(folder, 'tally.json');
  const { ok } = await run(title, bin('mocha'), [...args, '--reporter', 'test/reporter.cjs'], live, { TALLY: file });
  const tally = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  rmSync(folder, { recursive: true, force: true });
  return { ok, tally };
}
const count = (key, ...tallies) => tallies.flatMap((t) => Object.values(t)).reduce((sum, of) => sum + of[key], 0);

/**
 * Runs browser tests. A file in which something failed is run once more by itself, from its beginning in a new browser: a machine that is kept busy by others delays a click now and then.
 * It is told, and what fails again has failed.
 */
async function browserTests(title, config) {
  const first = await mocha(title, ['--config', config], true);
  const again = Object.keys(first.tally).filter((file) => first.tally[file].failed > 0);
  if (first.ok || again.length === 0 || again.length > MOST_AGAIN || again.includes('')) return first;
  // By itself: a machine with too much to do is what may have been wrong.
  const { ok, tally } = await mocha('Once more, what failed', [...ALONE, ...again], true);
  for (const file of again)
    if (ok || tally[file]?.failed === 0) say(`Passed only when it was run once more: ${path.relative('.', file)}`);
  return { ok, tally: { ...first.tally, ...tally } };
}

async function lint() {
  const done = [
    await run('Format and lint (biome)', bin('biome'), ['check', '.']),
    await run('Arrows between folders (dependency-cruiser)', bin('depcruise'), [
      'src',
      '--config',
      '.dependency-cruiser.cjs',
    ]),
    await run('Nothing unused (knip)', bin('knip'), []),
  ];
  return { ok: done.every((d) => d.ok) };
}
const checks = await Promise.all([run('Types (tsc)', bin('tsc'), ['--noEmit']), lint()]);
if (checks.some((c) => !c.ok)) fail('Please mend what is said above first.');

const units = mocha('Unit tests', ['--parallel', '--jobs', '2']);
await buildApp();
const unit = await units;
const together = await browserTests('Browser tests', '.mocharc.e2e.json');
// What is timed has the machine to itself.
const timed = await browserTests('The server under pressure', '.mocharc.timed.json');

const all = [unit, together, timed];
const [passed, failed] = ['passed', 'failed'].map((key) => count(key, ...all.map((r) => r.tally)));
say(`Took ${Math.round((Date.now() - started) / 1000)} s.`);
console.log(`${passed} passed, ${failed} failed`);
if (!all.every((r) => r.ok)) fail('Some tests failed.');
