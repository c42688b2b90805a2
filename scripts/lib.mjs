// Shared by start and test: what a fresh machine needs, installed once and said aloud.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
process.chdir(ROOT);
process.env.ASTRO_TELEMETRY_DISABLED = '1';

export const say = (text) => console.log(`▸ ${text}`);

export function fail(text) {
  console.error(`✗ ${text}`);
  process.exit(1);
}

const hash = (text) => createHash('sha256').update(text).digest('hex');
const stamp = (name) => path.join(ROOT, 'node_modules', '.cache', `seam-${name}`);
const readStamp = (name) => (existsSync(stamp(name)) ? readFileSync(stamp(name), 'utf8') : '');
function writeStamp(name, value) {
  mkdirSync(path.dirname(stamp(name)), { recursive: true });
  writeFileSync(stamp(name), value);
}

export function needNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Node 20.19 or newer is needed; this is ${process.versions.node}.`);
}

/** Runs a command with its output shown; ends the script when it fails. */
export function run(title, command, args, options = {}) {
  say(title);
  const { status, error } = spawnSync(command, args, { stdio: 'inherit', ...options });
  if (status !== 0) fail(`${title}: ${error?.message ?? `ended with ${status}`}`);
}

export const bin = (name) => path.join(ROOT, 'node_modules', '.bin', name);

/** npm ci, unless what is installed was installed from this very lock file. */
export function installPackages() {
  const wanted = hash(readFileSync('package-lock.json', 'utf8'));
  if (readStamp('packages') === wanted) return say('Packages are installed.');
  run('Installing packages (npm ci) …', 'npm', ['ci', '--no-audit', '--no-fund']);
  writeStamp('packages', wanted);
}

function treeHash(folders) {
  const sum = createHash('sha256');
  const walk = (entry) => {
    if (statSync(entry).isDirectory()) for (const name of readdirSync(entry).sort()) walk(path.join(entry, name));
    else sum.update(entry).update(readFileSync(entry));
  };
  for (const folder of folders) walk(folder);
  return sum.digest('hex');
}

/**
 * Builds the application, unless nothing it is made of has changed.
 * @param forTests what is served need not be as small as can be
 */
export async function buildApp({ forTests = false } = {}) {
  const wanted = treeHash(['src', 'public', 'astro.config.ts', 'package-lock.json', 'tsconfig.json']);
  const built = existsSync('dist/server/main.mjs') ? readStamp('build') : '';
  if (built === wanted || (forTests && built === `${wanted} for tests`)) return say('The build is up to date.');
  say('Building …');
  const env = { ...process.env, ...(forTests ? { BUILD_FOR_TESTS: '1' } : {}) };
  const code = await new Promise((resolve) =>
    spawn(bin('astro'), ['build'], { stdio: 'inherit', env })
      .on('error', () => resolve(1))
      .on('close', resolve),
  );
  if (code !== 0) fail(`Building ended with ${code}.`);
  writeStamp('build', forTests ? `${wanted} for tests` : wanted);
}

const has = (program) => spawnSync('which', [program], { stdio: 'ignore' }).status === 0;

/** Debian packages the tests need, installed when a program of theirs is missing. */
export function installDebian(packages) {
  const missing = Object.entries(packages)
    .filter(([program]) => !has(program))
    .map(([, name]) => name);
  if (missing.length === 0) return say(`Found ${Object.keys(packages).join(', ')}.`);
  if (!has('apt-get')) fail(`Please install ${missing.join(', ')}: the browser tests need them.`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    run(`${command} ${rest.join(' ')}`, command, rest, {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
  };
  apt(['update', '-qq']);
  apt(['install', '-y', '-qq', '--no-install-recommends', ...missing]);
}

export const freePort = () =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/** Starts the built server and waits until it answers. @param dist folder of the build, when it is a copy */
export async function serve({ port, host = '127.0.0.1', stdio = 'ignore', dist = 'dist' }) {
  const child = spawn(process.execPath, [path.join(dist, 'server/main.mjs')], {
    stdio,
    env: { ...process.env, PORT: String(port), HOST: host },
  });
  const url = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
  let gone = false;
  child.once('exit', () => {
    gone = true;
  });
  for (let i = 0; i < 600 && !gone; i++) {
    try {
      if ((await fetch(`${url}/api/health`)).ok) return { child, url };
    } catch {
      // not yet
    }
    await new Promise((r) => setTimeout(r, 100));
  }
  child.kill();
  throw new Error(
    gone
      ? `The server stopped at once. Is port ${port} in use? Choose another with PORT=…`
      : 'The server did not answer within a minute.',
  );
}
