// npm test: installs what is missing, then types, format and lint, arrows, dead code, unit tests, build, browser tests; in six minutes on two cores.
// Two things run at a time where neither needs the other, since two cores are usual. npm run thorough leaves nothing out.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { appendFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bin, buildApp, fail, installPackages, needNode, ROOT, say } from './lib.mjs';

// With --thorough (npm run thorough) every test takes all of its cases, and nothing is left out.
const THOROUGH = process.argv.includes('--thorough');
if (THOROUGH) process.env.THOROUGH = '1';
const started = Date.now();
/** When each part was over, s since the beginning. */
const took = [];
const over = (what) => took.push(`${what} ${Math.round((Date.now() - started) / 1000)}`);
needNode();
// What Debian has is fetched meanwhile, and waited for before the first test.
const debian = once(spawn(process.execPath, ['scripts/debian.mjs'], { cwd: ROOT, stdio: 'inherit' }), 'exit');
installPackages();
over('installed');
// Stands on packages that may only be there now.
const { bundleTests } = await import('./bundle-tests.mjs');

/** Sweeps as a whole: a killed browser, storage that fails, every screen in the other units; and crafts, the Drawer, shapes and the making screen by screen, whose answers the unit tests hold. */
const SWEEPS = ['a-killed-browser', 'full-storage', 'inches', 'crafts', 'layered', 'making', 'drawer', 'shapes'];
/** What is timed has the machine to itself, at the end. */
const TIMED = ['server'];
/** The longest begin first, so that no worker is left alone with one at the end. */
const LONGEST = ['app', 'pattern', 'start', 'keep', 'offline', 'board'];
/** More files than these that fail are no machine's mood: they are not run once more. */
const MOST_AGAIN = 3;
/** Where it is written down what passed only when it was run once more. */
const AGAIN_LOG = path.join(ROOT, 'node_modules', '.cache', 'seam-again.log');
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
      let ended = false;
      const done = () => {
        if (ended) return;
        ended = true;
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

/** Runs bundled tests with Mocha. @returns how many tests of each file passed and failed */
async function mocha(title, files, { live = false, jobs = 2, timeoutMs }) {
  const folder = mkdtempSync(path.join(tmpdir(), 'tally-'));
  const file = path.join(folder, 'tally.json');
  const setup = path.join(path.dirname(files[0]), 'setup.mjs');
  const args = ['--no-config', '--require', setup, '--timeout', String(timeoutMs), '--slow', '5000'];
  args.push('--reporter', 'test/reporter.cjs', ...(jobs > 1 ? ['--parallel', '--jobs', String(jobs)] : []), ...files);
  const { ok } = await run(title, bin('mocha'), args, live, { TALLY: file });
  const tally = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  rmSync(folder, { recursive: true, force: true });
  return { ok, tally };
}
const count = (key, ...tallies) => tallies.flatMap((t) => Object.values(t)).reduce((sum, of) => sum + of[key], 0);

/**
 * Runs browser tests. A file in which something failed is run once more by itself, from its beginning in a new browser: a machine that is kept busy by others delays a click now and then.
 * It is told and written down, and what fails again has failed.
 */
async function browserTests(title, files, jobs) {
  const how = { live: true, timeoutMs: 480_000 };
  const first = await mocha(title, files, { ...how, jobs });
  const again = Object.keys(first.tally).filter((file) => first.tally[file].failed > 0);
  if (first.ok || again.length === 0 || again.length > MOST_AGAIN || again.includes('')) return first;
  // By itself: a machine with too much to do is what may have been wrong.
  const { ok, tally } = await mocha('Once more, what failed', again, { ...how, jobs: 1 });
  for (const file of again)
    if (ok || tally[file]?.failed === 0) {
      mkdirSync(path.dirname(AGAIN_LOG), { recursive: true });
      appendFileSync(AGAIN_LOG, `${new Date().toISOString()} ${path.basename(file, '.mjs')}\n`);
    }
  return { ok, tally: { ...first.tally, ...tally } };
}

async function checks() {
  const done = [
    await run('Types (tsc, native)', process.execPath, ['node_modules/typescript-7/bin/tsc', '--noEmit']),
    await run('Format and lint (biome)', bin('biome'), ['check', '.']),
    await run('Arrows between folders (dependency-cruiser)', bin('depcruise'), [
      'src',
      '--config',
      '.dependency-cruiser.cjs',
    ]),
    await run('Nothing unused (knip)', bin('knip'), []),
  ];
  over('checked');
  return { ok: done.every((d) => d.ok) };
}

const buildIt = async () => {
  await buildApp({ forTests: true });
  over('built');
};
const unitTests = async () => {
  const files = [...(await bundleTests('test/unit')).values()];
  // Two workers once the checks leave a core to them: while the build has the other, one waits.
  const done = await mocha('Unit tests', files, { timeoutMs: 120_000 });
  over('unit tests');
  return done;
};
const built = buildIt();
const { ok: sound } = await checks();
if (!sound) fail('Please mend what is said above first.');
const [debianCode] = await debian;
if (debianCode !== 0) fail('Please mend what is said above first.');
const unit = await unitTests();
await built;

const named = readdirSync(path.join(ROOT, 'test/e2e'))
  .filter((f) => f.endsWith('.test.ts'))
  .map((f) => f.slice(0, -'.test.ts'.length))
  .filter((n) => THOROUGH || !(SWEEPS.includes(n) || TIMED.includes(n)));
const bundled = await bundleTests('test/e2e', named);
const order = [...named].sort((a, b) => (LONGEST.indexOf(b) < 0 ? -1 : 0) - (LONGEST.indexOf(a) < 0 ? -1 : 0));
const files = order.filter((n) => !TIMED.includes(n)).map((n) => bundled.get(n));
const together = await browserTests('Browser tests', files, 2);
over('browser tests');
const timed = THOROUGH
  ? await browserTests(
      'The server under pressure',
      TIMED.map((n) => bundled.get(n)),
      1,
    )
  : { ok: true, tally: {} };

const all = [unit, together, timed];
const [passed, failed] = ['passed', 'failed'].map((key) => count(key, ...all.map((r) => r.tally)));
if (existsSync(AGAIN_LOG))
  say(`Browser tests that passed only when they were run once more, here so far:\n${readFileSync(AGAIN_LOG, 'utf8')}`);
/** Where most of the time goes, by file, s. */
const slowest = all
  .flatMap((r) => Object.entries(r.tally))
  .sort(([, a], [, b]) => b.ms - a.ms)
  .slice(0, 12)
  .map(([file, { ms }]) => `${path.basename(file, '.test.mjs')} ${Math.round(ms / 1000)}`);
say(`The slowest files, s: ${slowest.join(', ')}.`);
say(`Took ${Math.round((Date.now() - started) / 1000)} s (${took.join(', ')}).`);
console.log(`${passed} passed, ${failed} failed`);
if (!all.every((r) => r.ok)) fail('Some tests failed.');
