// Hands broken things to the readers one by one, each with a time limit.
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { build } from 'esbuild';
import type { Kind, Outcome } from './read';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
let bundled: Promise<string> | undefined;
/** The readers as one file, in a folder of the root, so that packages are found from it. */
const bundle = (): Promise<string> => {
  bundled ??= (async () => {
    mkdirSync(path.join(ROOT, 'node_modules/.cache'), { recursive: true });
    const folder = mkdtempSync(path.join(ROOT, 'node_modules/.cache/hostile-'));
    process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
    const outfile = path.join(folder, 'read.mjs');
    await build({
      entryPoints: [fileURLToPath(new URL('./read.ts', import.meta.url))],
      outfile,
      bundle: true,
      platform: 'node',
      format: 'esm',
      // Its WebAssembly is found beside it.
      external: ['harfbuzzjs'],
      define: { 'import.meta.url': 'HERE' },
      banner: {
        js: `import { createRequire as requireOf } from 'node:module'; const HERE = ${JSON.stringify(new URL('./make.ts', import.meta.url).href)}; const require = requireOf(HERE);`,
      },
      logLevel: 'warning',
    });
    return outfile;
  })();
  return bundled;
};

/** A thread that is ready to read. */
async function openReader(): Promise<Worker> {
  const worker = new Worker(await bundle());
  await new Promise<void>((ready, fail) => {
    worker.once('error', fail);
    worker.once('message', () => {
      worker.off('error', fail);
      ready();
    });
  });
  return worker;
}

export interface Report {
  readonly count: Readonly<Record<Outcome['as'], number>>;
  /** What was not as it should be, with the seed that makes it again. */
  readonly wrong: readonly string[];
  readonly slowestMs: number;
}

/** Reads `n` broken things from a first seed on. @param limitMs each must end within */
export async function attackReader(kind: Kind, n: number, firstSeed: number, limitMs: number): Promise<Report> {
  const count = { taken: 0, refused: 0, mended: 0, beyond: 0 };
  const wrong: string[] = [];
  let slowestMs = 0;
  let worker = await openReader();
  const read = (seed: number): Promise<Outcome | 'late' | 'died'> =>
    new Promise((done) => {
      const died = (): void => finish('died');
      const finish = (o: Outcome | 'late' | 'died'): void => {
        clearTimeout(timer);
        worker.off('message', finish);
        worker.off('error', died);
        done(o);
      };
      const timer = setTimeout(() => finish('late'), limitMs);
      worker.on('message', finish);
      worker.on('error', died);
      worker.postMessage({ kind, seed });
    });
  for (let i = 0; i < n; i++) {
    const seed = firstSeed + i;
    const start = performance.now();
    const outcome = await read(seed);
    slowestMs = Math.max(slowestMs, performance.now() - start);
    if (outcome === 'late' || outcome === 'died') {
      wrong.push(`${kind} ${seed}: ${outcome === 'late' ? `not done within ${limitMs} ms` : 'ended its thread'}`);
      await worker.terminate();
      worker = await openReader();
      continue;
    }
    count[outcome.as] += 1;
    for (const w of outcome.wrong) wrong.push(`${kind} ${seed}: ${w}`);
  }
  await worker.terminate();
  return { count, wrong, slowestMs };
}
