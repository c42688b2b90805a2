import type { Worker } from 'node:worker_threads';
import { errorAnswer, type Job, type JobAnswer } from '~/workers/job';
import { logOnce } from './log';

/** A caller that is turned away comes again after so long. */
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

/** Threads that take jobs in the order in which they come. */
export class Lane {
  private readonly idle: Worker[] = [];
  private readonly waiting: Waiting[] = [];
  private threads = 0;

  /**
   * @param most so many threads at once
   * @param open makes a thread that answers each message with one
   * @param limits how long a job may wait for a thread, and how long one may work on it, ms
   */
  constructor(
    private readonly most: number,
    private readonly open: () => Worker,
    private readonly limits: { readonly waitMs: number; readonly runMs: number },
  ) {}

  /** Runs a job in a thread of its own. Always answers. @param endAt when the call has to be over, by the clock of `performance` */
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
      const task: Waiting = {
        job,
        done: resolve,
        giveUp: setTimeout(() => leave(busy), this.limits.waitMs),
        signal,
        endAt,
      };
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
      worker = this.open();
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
      Math.max(0, Math.min(this.limits.runMs, task.endAt - performance.now())),
    );
    worker.on('message', answered);
    worker.on('error', failed);
    worker.on('exit', ended);
    task.signal.addEventListener('abort', gone, { once: true });
    worker.postMessage(task.job);
  }
}
