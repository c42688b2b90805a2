import { useEffect, useRef, useState } from 'react';
import type { Look, LookAs } from '~/core/choose/press';
import type { PressTicket, Project } from '~/core/keep/model';
import type { PressedColumns } from '~/core/plan';
import { askPlanThread, lookInThread } from '~/workers';

/** Asking for a stack takes milliseconds; waiting behind a plan takes seconds. */
const LIMIT_MS = 30_000;
const wordsOf = (e: unknown): string => (e instanceof Error ? e.message : String(e));

/** What is tried out; of the columns the one that decides, until another is chosen. */
export type Trying = Omit<LookAs, 'column'> & { readonly column: number | null };

/**
 * A look into the stack of a ticket, at the place that decides, solved in the planning thread.
 * While something newer is worked out the last look stays; of several changes only the newest is asked for.
 */
export function useLook(
  project: Project,
  ticket: PressTicket,
  as: Trying,
): { press: PressedColumns | null; look: Look | null; error: string | null } {
  const [press, setPress] = useState<PressedColumns | null>(null);
  const [look, setLook] = useState<Look | null>(null);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    askPlanThread(project, async (w, about) => await w.pressedOn(about, ticket.id), LIMIT_MS).then(
      (r) => {
        if (!gone) setPress(r);
      },
      (e: unknown) => {
        if (!gone) setError(wordsOf(e));
      },
    );
    return () => {
      gone = true;
    };
  }, [project, ticket.id]);

  const wanted = useRef<{ press: PressedColumns; as: LookAs } | null>(null);
  const asking = useRef(false);
  const gone = useRef(false);
  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
    };
  }, []);
  useEffect(() => {
    if (!press) return;
    wanted.current = { press, as: { ...as, column: as.column ?? press.deciding } };
    if (asking.current) return;
    asking.current = true;
    void (async () => {
      try {
        while (wanted.current && !gone.current) {
          const ask = wanted.current;
          wanted.current = null;
          const got = await lookInThread(ask.press, ask.as, LIMIT_MS);
          if (!gone.current) setLook(got);
        }
      } catch (e) {
        if (!gone.current) setError(wordsOf(e));
      } finally {
        asking.current = false;
      }
    })();
  }, [press, as]);
  return { press, look, error };
}
