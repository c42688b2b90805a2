import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { betterNest, type JobAnswer, type JobWork } from '~/workers/job';
import { Lane } from './lane';

export { busy, GONE } from './lane';

/** Every call ends within 30 s (contract): that is all it has from when its body is in, waiting and checking included. */
const CALL_MS = 28_000;
const WAIT_MS = 7_000;
const RUN_MS = 20_000;

// Built beside the server by astro.config.ts. `import.meta.url` is somewhere below dist/server once bundled, and this file while one edits.
const script = (): URL => {
  for (const up of ['./', '../', '../../', '../../../', '../../dist/server/']) {
    const url = new URL(`${up}server-job.mjs`, import.meta.url);
    if (existsSync(url)) return url;
  }
  throw new Error('server-job.mjs is missing: run npm run build');
};

// A body that eats a thread's memory ends that thread, not the server.
const openThread = (): Worker => new Worker(script(), { resourceLimits: { maxOldGenerationSizeMb: 1536 } });
const LIMITS = { waitMs: WAIT_MS, runMs: RUN_MS };
const work = new Lane(2, openThread, LIMITS);
const checks = new Lane(1, openThread, LIMITS);

/**
 * Does a job in a thread. What is wrong with a body is found on a lane of its own, so that nobody waits in line only to hear that the file is broken.
 * @param signal aborted when the caller has gone: then the job is ended
 */
export async function runInPool(job: JobWork, signal: AbortSignal): Promise<JobAnswer> {
  const endAt = performance.now() + CALL_MS;
  const checked = await checks.run({ kind: 'check', of: job }, signal, endAt);
  if (checked.status !== 200) return checked;
  // A nesting is searched from two seeds where both threads are at rest, as the page does it: the better answer counts. In a crowd one has to do.
  if (job.kind === 'nest' && work.atRest())
    return betterNest(
      ...(await Promise.all([work.run(job, signal, endAt), work.run({ ...job, another: true }, signal, endAt)])),
    );
  return work.run(job, signal, endAt);
}
