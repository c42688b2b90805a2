import type { Remote } from 'comlink';
import type { Look, LookAs } from '~/core/choose/press';
import type { Project, Swatch } from '~/core/keep/model';
import { asAsked, type Planned, type PressedColumns } from '~/core/plan';
import type { ArchiveWorker } from './archive';
import { type Crossing, Telling, Told } from './crossing';
import type { DrawingWorker } from './drawing.worker';
import type { GatherWorker } from './gather.worker';
import type { NestWorker } from './nest.worker';
import type { PlanWorker } from './plan.worker';
import type { SheetWorker } from './sheet.worker';
import { openThread, type WorkerThread } from './thread';

export { proxy } from 'comlink';
export type { FileRead } from './archive';
export type { Crossing } from './crossing';
export type { OwnFace, WordSet } from './drawing.worker';
export { keepOffline } from './offline';
export { forgetWorkedOut } from './planned';
export { ThreadEnded, type WorkerThread } from './thread';

/** The thread that plans, with what the page has told it and was told by it. */
interface PlanThread {
  readonly thread: WorkerThread<PlanWorker>;
  readonly telling: Telling<Project>;
  readonly told: Told<Planned>;
}
let planner: PlanThread | undefined;
/** One for the page, since only the newest plan is wanted. One that was ended is followed by another, which knows nothing yet. */
function planThread(): PlanThread {
  if (!planner || planner.thread.closed())
    planner = {
      thread: openThread(() => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })),
      telling: new Telling((project) => project.id),
      told: new Told(),
    };
  return planner;
}
/** Gives up whatever the planning thread is at. */
export const stopPlanThread = (): void => planThread().thread.close();

/** What of the swatch book bears on a project: brought along whenever the thread is asked about it. */
let swatchesOf: (project: Project) => Swatch[] = ({ swatches }) => swatches;
export const bringSwatches = (of: typeof swatchesOf): void => void (swatchesOf = of);

/** Asks the planning thread about the book itself. */
export const askOfBook = <R>(ask: (thread: Remote<PlanWorker>) => Promise<R>, limitMs?: number): Promise<R> =>
  planThread().thread.run(ask, limitMs);

/**
 * Asks the planning thread about a project; only what changed of that since the last question crosses over.
 * @param ask hands the project on at once
 * @param limitMs after this the thread is ended
 */
export function askPlanThread<R>(
  project: Project,
  ask: (thread: Remote<PlanWorker>, about: Crossing<Project>) => Promise<R>,
  limitMs?: number,
): Promise<R> {
  const { thread, telling } = planThread();
  return thread.run((api) => ask(api, telling.tell({ ...asAsked(project), swatches: swatchesOf(project) })), limitMs);
}

/** Plans a project in the planning thread. Of the answer what did not change are the objects of the answer before. */
export async function planInThread(project: Project, limitMs?: number): Promise<Planned> {
  const { told } = planThread();
  return told.take(
    await askPlanThread(project, async (w, about): Promise<Crossing<Planned>> => await w.plan(about), limitMs),
  );
}

/** Looks into a press in the planning thread. */
export const lookInThread = (press: PressedColumns, as: LookAs, limitMs?: number): Promise<Look> =>
  planThread().thread.run((w) => w.lookInto(press, as), limitMs);

/** Runs something in a thread of its own that is gone afterwards. */
async function once<T, R>(thread: WorkerThread<T>, use: (api: Remote<T>) => Promise<R>): Promise<R> {
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
export const openDrawingThread = (): WorkerThread<DrawingWorker> =>
  openThread(() => new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' }));

/** A thread that lays parts out. Whoever opens it closes it; closing in the middle keeps the best layout that was told so far. */
export const openNestThread = (): WorkerThread<NestWorker> =>
  openThread(() => new Worker(new URL('./nest.worker.ts', import.meta.url), { type: 'module' }));

/** A thread that makes the list of what it takes. Whoever opens it closes it; closing in the middle gives the list up. */
export type GatherThread = WorkerThread<GatherWorker>;
export const openGatherThread = (): GatherThread =>
  openThread(() => new Worker(new URL('./gather.worker.ts', import.meta.url), { type: 'module' }));
