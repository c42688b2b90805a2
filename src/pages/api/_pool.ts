import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { errorAnswer, type Job, type JobAnswer } from '~/workers/job';

/** Every call ends within 30 s (contract): a job gets 22 s once it runs, and waits at most 7 s for its turn. */
const RUN_MS = 22_000;
const WAIT_MS = 7_000;
const THREADS = 2;

const tooLong = errorAnswer(503, {
  code: 'too-long',
  message: 'This took longer than 22 seconds and was stopped. Split the project, or simplify its outlines.',
  path: '',
});
const busy = errorAnswer(503, {
  code: 'busy',
  message: 'Too many calls at once. Wait a moment, then try again.',
  path: '',
});
const broken = errorAnswer(500, {
  code: 'our-fault',
  message: 'Something went wrong here, not in your file. Please try again.',
  path: '',
});

interface Waiting {
  readonly job: Job;
  readonly done: (answer: JobAnswer) => void;
  readonly giveUp: NodeJS.Timeout;
}

const idle: Worker[] = [];
const waiting: Waiting[] = [];
let threads = 0;

// Built beside the server by astro.config.ts. `import.meta.url` is somewhere below dist/server once bundled.
const script = (): URL => {
  for (const up of ['./', '../', '../../', '../../../']) {
    const url = new URL(`${up}server-job.mjs`, import.meta.url);
    if (existsSync(url)) return url;
  }
  throw new Error('server-job.mjs is missing: run npm run build');
};

function next(): void {
  const task = waiting[0];
  if (!task || (idle.length === 0 && threads >= THREADS)) return;
  waiting.shift();
  clearTimeout(task.giveUp);
  let worker = idle.pop();
  if (!worker) {
    threads += 1;
    worker = new Worker(script());
    // A thread at rest keeps no process alive; one at work is kept by its request.
    worker.unref();
  }
  run(worker, task);
}

function run(worker: Worker, task: Waiting): void {
  const finish = (answer: JobAnswer, keep: boolean): void => {
    clearTimeout(timer);
    worker.off('message', answered);
    worker.off('error', failed);
    if (keep) idle.push(worker);
    else {
      threads -= 1;
      void worker.terminate();
    }
    task.done(answer);
    next();
  };
  const answered = (answer: JobAnswer): void => finish(answer, true);
  const failed = (error: unknown): void => {
    console.error(error);
    finish(broken, false);
  };
  const timer = setTimeout(() => finish(tooLong, false), RUN_MS);
  worker.on('message', answered);
  worker.on('error', failed);
  worker.postMessage(task.job);
}

/** Runs a job in a thread of its own. Always answers, within 30 s. */
export function runInPool(job: Job): Promise<JobAnswer> {
  return new Promise((done) => {
    const task: Waiting = {
      job,
      done,
      giveUp: setTimeout(() => {
        waiting.splice(waiting.indexOf(task), 1);
        done(busy);
      }, WAIT_MS),
    };
    waiting.push(task);
    next();
  });
}
