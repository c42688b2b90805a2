import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { betterNest, errorAnswer, type Job, type JobAnswer, type JobWork } from '~/workers/job';
import { logOnce } from './log';

/** Every call ends within 30 s (contract): that is all it has from when its body is in, waiting and checking included. */
const CALL_MS = 28_000;
const WAIT_MS = 7_000;
const RUN_MS = 20_000;

const RETRY_S = 3;
const tooLong = errorAnswer(503, {
  code: 'too-long',
  message: 'This took longer than 20 seconds and was stopped. Split the project, or simplify its outlines.',
  path: '',
});
export const busy: JobAnswer = {
  ...errorAnswer(503, {
    code: 'busy',
    message: 'Too many calls at once. Wait a moment, then try again.',
    path: '',
  }),
  retryAfterS: RETRY_S,
};
const broken = errorAnswer(500, {
  code: 'our-fault',
  message: 'Something went wrong here, not in your file. Please try again.',
  path: '',
});
/** Nobody waits for it any more. */
export const GONE = errorAnswer(499, { code: 'gone', message: 'The caller is gone.', path: '' });

interface Waiting {
  readonly job: Job;
  readonly done: (answer: JobAnswer) => void;
  readonly giveUp: NodeJS.Timeout;
  readonly signal: AbortSignal;
  readonly endAt: number;
}

// Built beside the server by astro.config.ts. `import.meta.url` is somewhere below dist/server once bundled, and this file while one edits.
const script = (): URL => {
  for (const up of ['./', '../', '../../', '../../../', '../../dist/server/']) {
    const url = new URL(`${up}server-job.mjs`, import.meta.url);
    if (existsSync(url)) return url;
  }
  throw new Error('server-job.mjs is missing: run npm run build');
};

/** Threads that take jobs in the order in which they come. */
class Lane {
  private readonly idle: Worker[] = [];
  private readonly waiting: Waiting[] = [];
  private threads = 0;

  constructor(private readonly most: number) {}

  /** Runs a job in a thread of its own. Always answers, within 30 s. */
  run(job: Job, signal: AbortSignal, endAt: number): Promise<JobAnswer> {
    return new Promise((resolve) => {
      if (signal.aborted) {
        resolve(GONE);
        return;
      }
      const leave = (answer: JobAnswer): void => {
        const i = this.waiting.indexOf(task);
        if (i < 0) return;
        this.waiting.splice(i, 1);
        clearTimeout(task.giveUp);
        resolve(answer);
      };
      const task: Waiting = { job, done: resolve, giveUp: setTimeout(() => leave(busy), WAIT_MS), signal, endAt };
      signal.addEventListener('abort', () => leave(GONE), { once: true });
      this.waiting.push(task);
      this.next();
    });
  }

  /** Whether nothing runs or waits. */
  atRest(): boolean {
    return this.waiting.length === 0 && this.threads === this.idle.length;
  }

  private next(): void {
    const task = this.waiting[0];
    if (!task || (this.idle.length === 0 && this.threads >= this.most)) return;
    this.waiting.shift();
    clearTimeout(task.giveUp);
    let worker = this.idle.pop();
    if (!worker) {
      this.threads += 1;
      // A body that eats a thread's memory ends that thread, not the server.
      worker = new Worker(script(), { resourceLimits: { maxOldGenerationSizeMb: 1536 } });
      // A thread at rest keeps no process alive; one at work is kept by its request.
      worker.unref();
    }
    this.work(worker, task);
  }

  private work(worker: Worker, task: Waiting): void {
    let over = false;
    const finish = (answer: JobAnswer, keep: boolean): void => {
      if (over) return;
      over = true;
      clearTimeout(timer);
      worker.off('message', answered);
      worker.off('error', failed);
      worker.off('exit', ended);
      task.signal.removeEventListener('abort', gone);
      if (keep) this.idle.push(worker);
      else {
        this.threads -= 1;
        void worker.terminate();
      }
      task.done(answer);
      this.next();
    };
    const answered = (answer: JobAnswer): void => finish(answer, true);
    const failed = (error: unknown): void => {
      logOnce(`A job failed: ${error instanceof Error ? error.message : String(error)}`);
      finish(broken, false);
    };
    const ended = (): void => finish(broken, false);
    const gone = (): void => finish(GONE, false);
    const timer = setTimeout(
      () => finish(tooLong, false),
      Math.max(0, Math.min(RUN_MS, task.endAt - performance.now())),
    );
    worker.on('message', answered);
    worker.on('error', failed);
    worker.on('exit', ended);
    task.signal.addEventListener('abort', gone, { once: true });
    worker.postMessage(task.job);
  }
}

const work = new Lane(2);
const checks = new Lane(1);

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
