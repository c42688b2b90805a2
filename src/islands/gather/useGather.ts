import { useCallback, useEffect, useRef, useState } from 'react';
import type { GatherPlan, Plan, Project } from '~/core/keep/model';
import { type GatherThread, openGatherThread, proxy, ThreadEnded } from '~/workers';

export interface Gathered {
  /** The list, with the very project and plan that it is of; null until the first is made. */
  readonly made: { readonly gather: GatherPlan; readonly project: Project; readonly plan: Plan } | null;
  /** Share of a list that is being made; null: none is. */
  readonly share: number | null;
  readonly error: string | null;
  readonly stop: () => void;
  readonly again: () => void;
  /** The thread that the list was made in, for what else is asked of it. */
  readonly thread: () => GatherThread;
}

const LIMIT_MS = 60_000;
/** Of what pictures show nothing is counted, and they are by far the most of a project. */
export const bare = (project: Project): Project => ({ ...project, pictures: [] });

/** What a list is made with, beside the plan: all but what lies in the basket. */
const wishesOf = ({ gathering }: Project): string => JSON.stringify({ ...gathering, ticked: [] });

/** The list of what a project takes, made in a thread of its own whenever there is a new plan or something else is wished of it; the last one stays meanwhile. */
export function useGather(project: Project, plan: Plan): Gathered {
  const [made, setMade] = useState<Gathered['made']>(null);
  const [share, setShare] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const wishes = wishesOf(project);
  const held = useRef<GatherThread | null>(null);
  const running = useRef(false);
  const thread = useCallback((): GatherThread => {
    if (!held.current || held.current.closed()) held.current = openGatherThread();
    return held.current;
  }, []);
  useEffect(() => () => held.current?.close(), []);
  // What is counted goes with the plan: between an edit of the picture and its plan nothing new is asked for.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the project is the plan's own, but for its wishes
  useEffect(() => {
    // What is told of the progress may come after the answer: it travels on another way.
    let over = false;
    let done = false;
    // An older list that is still being made is of no use any more.
    if (running.current) held.current?.close();
    running.current = true;
    setShare(0);
    setError(null);
    thread()
      .run(
        (w) =>
          w.gather(
            bare(project),
            plan,
            proxy((s: number) => !over && !done && setShare(s)),
          ),
        LIMIT_MS,
      )
      .then(
        (gather) => {
          if (over) return;
          done = true;
          running.current = false;
          setMade({ gather, project, plan });
          setShare(null);
        },
        (e: unknown) => {
          if (over) return;
          done = true;
          running.current = false;
          setShare(null);
          setError(
            e instanceof ThreadEnded && e.why === 'stopped'
              ? 'The list was stopped before it was finished.'
              : `The list could not be made. ${e instanceof Error ? e.message : String(e)}`,
          );
        },
      );
    return () => {
      over = true;
    };
  }, [plan, wishes, round]);
  return {
    made,
    share,
    error,
    stop: () => held.current?.close(),
    again: () => setRound((n) => n + 1),
    thread,
  };
}

const PAUSE_MS = 400;
/**
 * Something worked out of a list once it has come to rest, in a thread of its own: what is asked of an older list is given up.
 * It is an offer beside the list: without it the list stands.
 */
export function useAside<T>(
  made: Gathered['made'],
  none: T,
  ask: ((thread: GatherThread, made: NonNullable<Gathered['made']>) => Promise<T>) | null,
): T {
  const [answer, setAnswer] = useState<{ readonly of: Gathered['made']; readonly is: T } | null>(null);
  const asks = ask !== null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked goes with the list it is asked of
  useEffect(() => {
    if (!made || !ask) return;
    let thread: GatherThread | null = null;
    const later = setTimeout(() => {
      thread = openGatherThread();
      ask(thread, made).then(
        (is) => setAnswer({ of: made, is }),
        () => undefined,
      );
    }, PAUSE_MS);
    return () => {
      clearTimeout(later);
      thread?.close();
    };
  }, [made, asks]);
  // What was found of another list is not told of this one.
  return answer && answer.of === made ? answer.is : none;
}
