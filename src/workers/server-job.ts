import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { labelFaces, needsFaces, type SheetDocument } from '~/core/print/sheet';
import type { PdfFonts } from '~/core/print/sheet/pdf';
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

const fontFile = (file: string): Promise<Buffer> =>
  readFile(createRequire(import.meta.url).resolve(`dejavu-fonts-ttf/ttf/${file}`));
const plainBytes = (file: Buffer): ArrayBuffer => new Uint8Array(file).buffer;

let files: Promise<[Buffer, Buffer]> | undefined;
const loadFonts = async (doc: SheetDocument): Promise<PdfFonts> => {
  files ??= Promise.all([fontFile('DejaVuSans.ttf'), fontFile('DejaVuSans-Bold.ttf')]);
  const [regular, bold] = await files;
  return {
    regular: regular.toString('base64'),
    bold: bold.toString('base64'),
    labels: needsFaces(doc) ? await labelFaces(plainBytes(regular), plainBytes(bold), []) : null,
  };
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
