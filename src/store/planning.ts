import type { Project } from '~/core/keep/model';
import type { Planned } from '~/core/plan';
import { askPlanThread, planInThread, stopPlanThread, ThreadEnded } from '~/workers';

/** Said to take long from here on, with a way to stop it. */
const SLOW_MS = 2500;
/** What was edited since then is not kept waiting any longer: the older plan is given up. */
const PATIENCE_MS = 3000;
/** More than these would keep the thread from what is asked of it meanwhile. */
const WARM_PIECES = 150;
/** No plan of anything that can be sewn takes this long. */
const LIMIT_MS = 30_000;

export interface PlanningState {
  readonly planning: boolean;
  /** It takes so long that one may want to stop it. */
  readonly planSlow: boolean;
  readonly planError: string | null;
}

export interface Planner {
  /** Plans this project; of those that come in while one is worked out only the newest is. */
  readonly note: (project: Project) => void;
  /** Hands are near: what the next change will need is worked out meanwhile, once. */
  readonly warmUp: (project: Project) => void;
  /** Gives up what is being worked out. */
  readonly stop: () => void;
  /** Ends for good. */
  readonly close: () => void;
}

/** Plans one project at a time in the page's planning thread. Whatever happens there, it goes on with the next edit. */
export function keepPlanning(
  onPlan: (projectId: string, planned: Planned) => void,
  onState: (state: PlanningState) => void,
): Planner {
  let waiting: Project | null = null;
  let startedAt: number | null = null;
  let overdue: ReturnType<typeof setTimeout> | undefined;
  let closed = false;
  let given = false;
  let warmed = false;

  const giveUp = (): void => {
    if (startedAt === null) return;
    given = true;
    stopPlanThread();
  };
  /** Something newer waits: what runs has until its patience is out. */
  const hurry = (): void => {
    clearTimeout(overdue);
    if (startedAt !== null && waiting)
      overdue = setTimeout(giveUp, Math.max(0, startedAt + PATIENCE_MS - performance.now()));
  };

  const work = async (): Promise<void> => {
    let error: string | null = null;
    while (waiting && !closed) {
      const current = waiting;
      waiting = null;
      given = false;
      error = null;
      startedAt = performance.now();
      onState({ planning: true, planSlow: false, planError: null });
      const slow = setTimeout(() => onState({ planning: true, planSlow: true, planError: null }), SLOW_MS);
      try {
        onPlan(current.id, await planInThread(current, LIMIT_MS));
        // Read by the bench: from here on the station answers.
        performance.mark('station-usable');
      } catch (e) {
        if (!waiting && !closed) error = wordsOf(e);
      } finally {
        clearTimeout(slow);
        clearTimeout(overdue);
      }
    }
    startedAt = null;
    if (!closed) onState({ planning: false, planSlow: false, planError: error });
  };

  const wordsOf = (e: unknown): string => {
    if (!(e instanceof ThreadEnded))
      return `This could not be worked out (${e instanceof Error ? e.message : String(e)}). Undo the last step; your project is safe.`;
    if (e.why === 'not-loaded') return e.message;
    return e.why === 'too-long'
      ? 'Working this out took longer than 30 s and was stopped. What is shown is from before. Simplify outlines, or split the project.'
      : 'Working it out was stopped. What is shown is from before; the next change works it out again.';
  };

  return {
    note: (project) => {
      waiting = project;
      if (startedAt === null) void work();
      else hurry();
    },
    warmUp: (project) => {
      if (warmed || startedAt !== null || closed || project.pieces.length > WARM_PIECES) return;
      warmed = true;
      // Nobody waits for it, so nobody is told when it fails.
      askPlanThread(project, (w, about) => w.warmUp(about), LIMIT_MS).catch(() => undefined);
    },
    stop: () => {
      waiting = null;
      giveUp();
    },
    close: () => {
      closed = true;
      waiting = null;
      clearTimeout(overdue);
      if (startedAt !== null && !given) stopPlanThread();
    },
  };
}
