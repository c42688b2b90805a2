import { type Remote, wrap } from 'comlink';
import type { PlanWorker } from './plan.worker';
import type { SheetWorker } from './sheet.worker';

let planner: Remote<PlanWorker> | undefined;
/** The thread that plans; one for the page, since only the newest plan is wanted. */
export const planWorker = (): Remote<PlanWorker> => {
  planner ??= wrap<PlanWorker>(new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }));
  return planner;
};

/** A thread for one document: the PDF writer is large, so it is loaded when asked for and gone afterwards. */
export async function withSheetWorker<T>(use: (worker: Remote<SheetWorker>) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await use(wrap<SheetWorker>(worker));
  } finally {
    worker.terminate();
  }
}
