import { useCallback, useEffect, useRef, useState } from 'react';
import {
  asksAfter,
  asLearnt,
  type BoardStep,
  coldLook,
  coolsAfter,
  currentOf,
  feltCool,
  foundWrong,
  gatesAsked,
  goneBack,
  heatChange,
  heldAsShould,
  inPassing,
  ironSet,
  ironThere,
  learntOf,
  mendFinished,
  runsOn,
  stepFinished,
  waitFor,
  wantsCold,
} from '~/core/hands/board';
import { lookup, type MendCode, newId, type Plan, type Project } from '~/core/keep/model';
import { nowMs, record, steadyMs } from '~/store';
import { doneWords } from '~/words';
import { usePressRun } from './PressRun';
import { seenFault, seenHold } from './seen';
import { sound, wakeSound } from './sounds';

/** What the big target says and does. */
export interface Target {
  readonly says: string;
  readonly act: () => void;
  readonly hot?: boolean;
}

/** The moment of an act, and names for what it adds. */
export const moment = () => ({ nowMs: nowMs(), newId });

/** What can be done now: the step that is current, what is asked of it, what the target does, and the way back. */
export function useBoardActs(
  { project, plan, steps, now }: { project: Project; plan: Plan; steps: readonly BoardStep[]; now: number },
  { loud, ticks, practised }: { loud: boolean; ticks: boolean; practised: boolean },
  onPassing: () => void,
) {
  const { board } = project;
  const current = currentOf(steps);
  const mend = board.mends.find((m) => !m.done) ?? null;
  const key = mend ? `mend ${mend.id}` : (current?.facts[0] ?? 'end');
  const [asked, setAsking] = useState<BoardStep | null>(null);
  // Something was found wrong, also of what was done long ago: which, is asked next.
  const [noticing, setNoticing] = useState(false);
  const [later, setLater] = useState<string | null>(null);
  const [open, setOpen] = useState<readonly string[]>([]);
  const shownAt = useRef(steadyMs());
  // biome-ignore lint/correctness/useExhaustiveDependencies: begins anew with every step
  useEffect(() => {
    shownAt.current = steadyMs();
    setOpen([]);
  }, [key]);
  const say = useCallback((tone: 'start' | 'cool') => void (loud && sound(tone)), [loud]);

  /** Keeps that a step is done: all of it, or one more copy; asks once of each kind whether it held. */
  const finish = (bs: BoardStep, one = false, ask = true): void => {
    // What was done already is only looked at once more.
    if (bs.done) return;
    if (ask && asked === null && asksAfter(board, bs, one)) {
      setAsking(bs);
      return;
    }
    const tookS = (steadyMs() - shownAt.current) / 1000;
    const then = one ? null : coolsAfter(steps, bs);
    record((b) => stepFinished(b, bs, one, tookS, moment(), then));
    if (inPassing(bs.step.handsS / (one ? bs.copies : 1), tookS)) onPassing();
    if (bs.step.kind !== 'bond' && bs.step.kind !== 'fuse') say('start');
    shownAt.current = steadyMs();
  };
  /** @param pieceIds the pieces that are meant, where not all of them are */
  const wrong = (bs: BoardStep, code: MendCode, pieceIds?: readonly string[]): void => {
    const next = foundWrong(board, plan, bs.step, code, moment(), pieceIds);
    record(() => next);
    seenFault({ project, plan, steps }, bs, code, next);
    finish(bs, false, false);
    setAsking(null);
    setNoticing(false);
  };

  const planned = plan.press.find((t) => t.id === current?.step.ticketId);
  const learnt = planned ? learntOf(board, plan, planned) : null;
  const ticket = planned && asLearnt(planned, learnt);
  const press = usePressRun(
    current,
    current?.step.ticketId ? ticket : undefined,
    { loud, ticks: ticks && loud },
    () => current && finish(current),
    board.at,
    now,
    lookup(project).iron.kind === 'heat-press',
  );
  const back = (): void => {
    if (noticing) {
      setNoticing(false);
      return;
    }
    if (asked) {
      setAsking(null);
      return;
    }
    if (due) {
      setLater(due.step.look);
      return;
    }
    const next = goneBack(board, current);
    if (next === 'press') press.abort();
    else record(() => next);
  };

  // What is under way was asked about before it began.
  const underWay = press.moment.state !== 'lifted' || press.made > 0;
  // What was bonded is looked at as soon as it is cold, and nothing is under way.
  const cold = mend || underWay ? null : coldLook(board, steps, now);
  const due = cold !== null && cold.step.look !== later ? cold : null;
  const asking = asked ?? due;
  const gates = current && !practised && !underWay ? gatesAsked(steps, steps.indexOf(current)) : [];
  const closed = gates.filter((g) => !open.includes(g.code));
  const waitS = current && !runsOn(current.step) ? waitFor(board.timers, current.step.members, now) : 0;
  // An iron that changes heat is waited for: nobody presses too cool by a tap too many.
  const changes =
    ticket !== undefined && current !== null && !underWay && !ticket.stop ? heatChange(board, current, now) : null;
  const waits = waitS > 0 && current !== null && wantsCold(current.step);

  const target = ((): Target | null => {
    if (noticing) return null;
    if (asking)
      return {
        says: 'Yes',
        act: () => {
          record((b) => heldAsShould(b, asking.step));
          seenHold({ project, plan, steps }, asking);
          setAsking(null);
          finish(asking, false, false);
        },
      };
    if (mend)
      return {
        says: mend.doing === 'make-again' ? 'Make it again' : 'Done',
        act: () => record((b) => mendFinished(b, mend.id, steps, moment())),
      };
    if (!current) return null;
    const { step } = current;
    if (changes?.state === 'to-set')
      return {
        says: 'The iron is set',
        act: () => {
          wakeSound();
          record((b) => ironSet(b, changes.id, changes.seconds, nowMs()));
        },
      };
    if (changes?.state === 'warming')
      return {
        says: 'It is there already',
        act: () => record((b) => ironThere(b, changes.id)),
      };
    if (waits) return { says: 'It feels cool: continue', act: () => record((b) => feltCool(b, step.members)) };
    if (step.ticketId !== null && press.act && closed.length === 0) return press.act;
    if (step.ticketId !== null && ticket?.stop)
      return { says: 'Skip, continue', act: () => finish(current, false, false) };
    if (closed.length > 0)
      return { says: closed.length === 1 ? 'Yes' : 'Yes to all', act: () => setOpen(gates.map((g) => g.code)) };
    const more = current.copies - current.doneCopies;
    return {
      says: current.copies > 1 && !runsOn(step) ? `All ${more} done` : doneWords(step),
      act: () => finish(current),
    };
  })();

  return {
    current,
    mend,
    key,
    asking,
    noticing,
    setNoticing,
    gates,
    open,
    setOpen,
    ticket,
    learnt,
    press,
    underWay,
    waitS: waits ? waitS : 0,
    changes,
    target,
    finish,
    wrong,
    back,
  };
}
export type BoardActs = ReturnType<typeof useBoardActs>;
