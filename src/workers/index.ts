import type { Remote } from 'comlink';
import type { ArchiveWorker } from './archive';
import type { DrawingWorker } from './drawing.worker';
import type { GatherWorker } from './gather.worker';
import type { NestWorker } from './nest.worker';
import type { PlanWorker } from './plan.worker';
import type { SheetWorker } from './sheet.worker';
import { openThread, type Thread } from './thread';

export { proxy } from 'comlink';
export type { FileRead } from './archive';
export type { OwnFace } from './drawing.worker';
export { keepOffline } from './offline';
export { forgetWorkedOut } from './planned';
export { type Thread, ThreadEnded } from './thread';

let planner: Thread<PlanWorker> | undefined;
/** The thread that plans; one for the page, since only the newest plan is wanted. One that was ended is followed by another. */
export const planThread = (): Thread<PlanWorker> => {
  if (!planner || planner.closed())
    planner = openThread(() => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }));
  return planner;
};

/** Runs something in a thread of its own that is gone afterwards. */
async function once<T, R>(thread: Thread<T>, use: (api: Remote<T>) => Promise<R>): Promise<R> {
  try {
    return await thread.run(use);
  } finally {
    thread.close();
  }
}

/** A thread for one document: the PDF writer is large, so it is loaded when asked for and gone afterwards. */
export const withSheetWorker = <R>(use: (api: Remote<SheetWorker>) => Promise<R>): Promise<R> =>
  once(
    openThread<SheetWorker>(() => new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' })),
    use,
  );

/** A thread that packs or unpacks one file. */
export const withArchiveWorker = <R>(use: (api: Remote<ArchiveWorker>) => Promise<R>): Promise<R> =>
  once(
    openThread<ArchiveWorker>(() => new Worker(new URL('./archive.worker.ts', import.meta.url), { type: 'module' })),
    use,
  );

/** A thread that reads drawings, sets words and traces scans. Whoever opens it closes it; closing in the middle is how work is cancelled. */
export const openDrawingThread = (): Thread<DrawingWorker> =>
  openThread(() => new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' }));

/** A thread that lays parts out. Whoever opens it closes it; closing in the middle keeps the best layout that was told so far. */
export const openNestThread = (): Thread<NestWorker> =>
  openThread(() => new Worker(new URL('./nest.worker.ts', import.meta.url), { type: 'module' }));

/** A thread that makes the list of what it takes. Whoever opens it closes it; closing in the middle gives the list up. */
export type GatherThread = Thread<GatherWorker>;
export const openGatherThread = (): GatherThread =>
  openThread(() => new Worker(new URL('./gather.worker.ts', import.meta.url), { type: 'module' }));
