// What the stores need of a browser, in Node: IndexedDB (fake-indexeddb), a page that hears events, and a planner behind a real message channel.
import 'fake-indexeddb/auto';
import { expose } from 'comlink';
import type { Project } from '~/core/keep/model';
import { asPlanned, type Planned, planWithPicture } from '~/core/plan';
import { archive } from '~/workers/archive';
import { type Crossing, Telling, Told } from '~/workers/crossing';

// The stores look for IndexedDB as soon as they are loaded, so they are handed on from here.
export * from '~/store';

/** Projects the planner was asked for, newest last. */
export const planned: Project[] = [];
/** Projects the planner was to be made ready for. */
export const warmed: Project[] = [];
/** Set to make the planner fail with these words. */
export const planner: { failsWith: string | null } = { failsWith: null };

const ports: MessagePort[] = [];
/** Lets the planners go; until then they keep the test run from ending. */
export const closePlanners = (): void => ports.splice(0).forEach((p) => p.close());

class PlannerThread {
  constructor() {
    const { port1, port2 } = new MessageChannel();
    const asked = new Told<Project>();
    const told = new Telling<Planned>(({ plan }) => plan.projectId);
    expose(
      {
        ...archive,
        plan: (about: Crossing<Project>) => {
          const project = asPlanned(asked.take(about));
          planned.push(project);
          if (planner.failsWith) throw new Error(planner.failsWith);
          return told.tell(planWithPicture(project));
        },
        warmUp: (about: Crossing<Project>) => void warmed.push(asked.take(about)),
      },
      port1 as never,
    );
    ports.push(port1, port2);
    // biome-ignore lint/correctness/noConstructorReturn: a thread is its port here.
    return port2 as unknown as PlannerThread;
  }
}

Object.assign(globalThis, {
  Worker: PlannerThread,
  window: globalThis.window ?? Object.assign(new EventTarget(), { atob, btoa }),
  document: globalThis.document ?? new EventTarget(),
});

/** Waits until something holds; fails with its words after twenty seconds. */
export async function until(what: string, holds: () => boolean | Promise<boolean>): Promise<void> {
  const end = Date.now() + 20_000;
  while (!(await holds())) {
    if (Date.now() > end) throw new Error(`Waited in vain: ${what}`);
    await new Promise((done) => setTimeout(done, 5));
  }
}
