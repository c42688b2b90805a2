import { type Remote, wrap } from 'comlink';
import type { DrawingWorker } from './drawing.worker';
import type { NestWorker } from './nest.worker';
import type { PlanWorker } from './plan.worker';
import type { SheetWorker } from './sheet.worker';

export { proxy } from 'comlink';
export type { OwnFace } from './drawing.worker';

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

/** A thread that reads drawings, sets words and traces scans. Whoever opens it closes it; closing in the middle is how work is cancelled. */
export function openDrawingWorker(): { api: Remote<DrawingWorker>; close: () => void } {
  const worker = new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<DrawingWorker>(worker), close: () => worker.terminate() };
}

/** A thread that lays parts out. Whoever opens it closes it; closing in the middle keeps the best layout that was told so far. */
export function openNestWorker(): { api: Remote<NestWorker>; close: () => void } {
  const worker = new Worker(new URL('./nest.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<NestWorker>(worker), close: () => worker.terminate() };
}
