import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { errorAnswer, type Job, type JobAnswer, runJob } from './job';

/** A little: enough that health is answered at once, too little to be starved by what else runs on the machine. */
const STANDS_BACK = 3;
// A thread of the server: jobs run here, so that a long one neither blocks the others nor outlives its time.
// What answers comes first: where a thread has a priority of its own (Linux), this one stands back.
try {
  setPriority(STANDS_BACK);
} catch {
  // Not allowed here: it shares alike.
}

const base64 = async (file: string): Promise<string> =>
  (await readFile(createRequire(import.meta.url).resolve(`dejavu-fonts-ttf/ttf/${file}`))).toString('base64');

let fonts: Promise<{ regular: string; bold: string }> | undefined;
const loadFonts = (): Promise<{ regular: string; bold: string }> => {
  fonts ??= Promise.all([base64('DejaVuSans.ttf'), base64('DejaVuSans-Bold.ttf')]).then(([regular, bold]) => ({
    regular,
    bold,
  }));
  return fonts;
};

parentPort?.on('message', async (job: Job) => {
  let answer: JobAnswer;
  try {
    answer = await runJob(job, loadFonts);
  } catch (error) {
    console.error(error);
    answer = errorAnswer(500, {
      code: 'our-fault',
      message: 'Something went wrong here, not in your file. Please try again.',
      path: '',
    });
  }
  parentPort?.postMessage(answer);
});
