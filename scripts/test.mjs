// npm test: installs what is missing, then format and lint, types, arrows, dead code, unit tests, build, browser tests.
// Two things run at a time where neither needs the other, since two cores are usual.
import { spawn } from 'node:child_process';
import { bin, buildApp, fail, installDebian, installPackages, needNode, say } from './lib.mjs';

// With --thorough (npm run thorough) every test takes all of its cases.
if (process.argv.includes('--thorough')) process.env.THOROUGH = '1';
const started = Date.now();
needNode();
installPackages();
installDebian({ chromium: 'chromium', chromedriver: 'chromium-driver', pdftoppm: 'poppler-utils' });

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
function run(title, command, args, live = false) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], detached: true });
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

/** Runs Mocha and counts what it says at the end. */
async function mocha(title, args, live) {
  const { ok, output } = await run(title, bin('mocha'), args, live);
  const count = (word) => Number(new RegExp(`^\\s*(\\d+) ${word}`, 'm').exec(output)?.[1] ?? 0);
  return { ok, passed: count('passing'), failed: count('failing') };
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
const together = await mocha('Browser tests', ['--config', '.mocharc.e2e.json'], true);
// What is timed has the machine to itself.
const timed = await mocha('The server under pressure', ['--config', '.mocharc.timed.json'], true);
const browser = {
  ok: together.ok && timed.ok,
  passed: together.passed + timed.passed,
  failed: together.failed + timed.failed,
};

say(`Took ${Math.round((Date.now() - started) / 1000)} s.`);
console.log(`${unit.passed + browser.passed} passed, ${unit.failed + browser.failed} failed`);
if (!unit.ok || !browser.ok) fail('Some tests failed.');
