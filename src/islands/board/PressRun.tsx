import { useEffect, useRef } from 'react';
import { type BoardStep, ironStands } from '~/core/hands/board';
import { type PressTicket, type Project, pieceName } from '~/core/keep/model';
import { nowMs, record } from '~/store';
import { dialWords, heat as heatWords, seconds } from '~/words';
import css from './Board.module.css';
import { sound, wakeSound } from './sounds';
import { useNow } from './useNow';

/** The hand needs so long from the button to the board, ms. Estimated. */
export const REACH_MS = 1500;

/** How often the iron goes down in all, and how long each time: passes, and both sides, counted one by one. */
export function setDownsOf(setDowns: number, ticket: PressTicket): { count: number; eachS: number } {
  const { passes, dwell, side } = ticket;
  if (passes) return { count: setDowns * passes.count, eachS: passes.eachS };
  return side === 'both'
    ? { count: setDowns * 2, eachS: dwell.seconds / 2 }
    : { count: setDowns, eachS: dwell.seconds };
}

/** What the big target does while a press is under way. */
export interface PressAct {
  readonly says: string;
  readonly hot: boolean;
  readonly act: () => void;
}

/**
 * One press, set-down by set-down: start, count, lift, the next place. Where it stands is kept at every tap.
 * @param onEnd every set-down is made
 */
export function usePressRun(
  bs: BoardStep | null,
  ticket: PressTicket | undefined,
  { loud, ticks }: { readonly loud: boolean; readonly ticks: boolean },
  onEnd: () => void,
  at: Project['board']['at'],
): {
  readonly act: PressAct | null;
  readonly made: number;
  readonly leftS: number | null;
  readonly count: number;
  readonly eachS: number;
  readonly abort: () => void;
} {
  const fact = bs?.facts[0] ?? '';
  const mine = at?.fact === fact ? at : null;
  const made = mine?.setDowns ?? 0;
  const downMs = mine?.downMs ?? null;
  const now = useNow(downMs !== null);
  const quiet = useRef<() => void>(() => undefined);
  const can = bs !== null && ticket !== undefined && ticket.stop === null;
  const { count, eachS } = can ? setDownsOf(bs.step.setDowns, ticket) : { count: 0, eachS: 0 };
  const leftS = downMs === null ? null : eachS - (now - downMs) / 1000;
  const whole = Math.ceil(leftS ?? 0);

  // A soft tick each second, if wished.
  useEffect(() => {
    if (ticks && whole > 0 && whole <= eachS) sound('tick');
  }, [ticks, whole, eachS]);
  useEffect(() => () => quiet.current(), []);

  const stand = (setDowns: number, down: number | null): void => {
    record((b) => ironStands(b, fact, setDowns, down, nowMs()));
  };
  const abort = (): void => {
    quiet.current();
    if (downMs !== null) stand(made, null);
    else if (made > 0) stand(made - 1, null);
  };
  if (!can) return { act: null, made, leftS: null, count, eachS, abort };
  if (downMs === null)
    return {
      made,
      leftS: null,
      count,
      eachS,
      abort,
      act: {
        says: made === 0 ? `Start: ${seconds(eachS)}` : `Place ${made + 1}: ${seconds(eachS)}`,
        hot: true,
        act: () => {
          wakeSound();
          if (loud) {
            const starts = sound('start', REACH_MS / 1000);
            const lifts = sound('lift', REACH_MS / 1000 + eachS);
            quiet.current = () => {
              starts();
              lifts();
            };
          }
          stand(made, nowMs() + REACH_MS);
        },
      },
    };
  const out = (leftS ?? 0) <= 0;
  return {
    made,
    leftS,
    count,
    eachS,
    abort,
    act: {
      says: out ? (made + 1 < count ? 'Lifted: the next place' : 'Lifted') : 'Lift it now',
      hot: true,
      act: () => {
        quiet.current();
        if (!out) {
          // Lifted too early: this place counts as not made.
          stand(made, null);
          return;
        }
        if (made + 1 < count) stand(made + 1, null);
        else {
          record((b) => ({ ...b, hotSinceMs: nowMs() }));
          onEnd();
        }
      },
    },
  };
}

/** The numbers that matter: heat on the dial, seconds, how often. */
export function PressNumbers({
  project,
  ticket,
  made,
  count,
  eachS,
  leftS,
}: {
  project: Project;
  ticket: PressTicket;
  made: number;
  count: number;
  eachS: number;
  leftS: number | null;
}) {
  const out = leftS !== null && leftS <= 0;
  const reach = leftS !== null && leftS > eachS;
  return (
    <div className={out ? `${css.numbers} ${css.lift}` : css.numbers}>
      <p className={css.heat}>
        <strong>{heatWords(ticket.heat.soleplateC, project.units)}</strong>
        {ticket.heat.dial && <span>dial at {dialWords(ticket.heat.dial)}</span>}
        <span>{ticket.steam ? 'with steam' : 'dry'}</span>
      </p>
      <p className={css.count} role="timer" aria-live="off">
        {leftS === null ? (
          <>
            <strong>{seconds(eachS)}</strong>
            <span>
              {ticket.passes ? 'a pass, gliding' : 'each time'}
              {ticket.side === 'both' ? ', from each side' : ticket.side === 'back' ? ', from the back' : ''}
            </span>
          </>
        ) : (
          <>
            <strong data-left={Math.max(0, leftS).toFixed(1)}>
              {out ? 'Lift' : reach ? 'Set it down' : `${Math.max(0, leftS).toFixed(1)} s`}
            </strong>
            <span>{reach ? 'it counts when the iron is there' : ''}</span>
          </>
        )}
      </p>
      <p className={css.times}>
        <strong>
          {Math.min(made + 1, count)} of {count}
        </strong>
        <span>{count === 1 ? 'set-down' : 'set-downs'}</span>
      </p>
      <p className="visually-hidden" aria-live="assertive">
        {out ? 'Lift the iron.' : reach ? 'Set the iron down.' : ''}
      </p>
    </div>
  );
}

/** Pieces by number and name, the first few. */
export const namesOf = (project: Project, ids: readonly string[]): string => {
  const names = ids.slice(0, 3).flatMap((id) => {
    const i = project.pieces.findIndex((p) => p.id === id);
    const piece = project.pieces[i];
    return piece ? [`${i + 1} ${pieceName(piece, i + 1)}`] : [];
  });
  return names.join(', ') + (ids.length > 3 ? ` and ${ids.length - 3} more` : '');
};
