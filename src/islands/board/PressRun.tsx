import { type ReactNode, useEffect, useRef } from 'react';
import { Note } from '~/components';
import {
  type BoardStep,
  ironLifted,
  ironStands,
  type PressMoment,
  pressMoment,
  type SetDown,
  setDownAt,
  setDownsOf,
} from '~/core/hands/board';
import type { PressTicket, Project, Step } from '~/core/keep/model';
import { nowMs, record } from '~/store';
import {
  betweenWords,
  calledWords,
  dialWords,
  fewOf,
  heat as heatWords,
  liftWords,
  seconds,
  setDownWords,
} from '~/words';
import css from './Board.module.css';
import { sound, wakeSound } from './sounds';

/** The hand needs so long from the button to the board, ms. Estimated. */
export const REACH_MS = 1500;

/** What the big target does while a press is under way. */
export interface PressAct {
  readonly says: string;
  readonly hot: boolean;
  readonly act: () => void;
}

/** A press that is under way, or could be. */
export interface PressRun {
  readonly act: PressAct | null;
  readonly made: number;
  readonly moment: PressMoment;
  readonly count: number;
  readonly eachS: number;
  /** Which set-down comes next; null: it cannot be pressed. */
  readonly next: SetDown | null;
  /** A plate is closed and opened; an iron is set down and lifted. */
  readonly closes: boolean;
  readonly abort: () => void;
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
  now: number,
  closes: boolean,
): PressRun {
  const fact = bs?.facts[0] ?? '';
  const mine = at?.fact === fact ? at : null;
  const made = mine?.setDowns ?? 0;
  const quiet = useRef<() => void>(() => undefined);
  const can = bs !== null && ticket !== undefined && ticket.stop === null;
  const { count, eachS } = can ? setDownsOf(bs.step.setDowns, ticket) : { count: 0, eachS: 0 };
  const moment = pressMoment(mine, eachS, now, REACH_MS);
  const whole = moment.state === 'down' ? Math.ceil(moment.leftS) : 0;

  // A soft tick each second, if wished.
  useEffect(() => {
    if (ticks && whole > 0) sound('tick');
  }, [ticks, whole]);
  useEffect(() => () => quiet.current(), []);

  const stand = (setDowns: number, down: number | null): void => {
    record((b) => ironStands(b, fact, setDowns, down, nowMs()));
  };
  const next = can ? setDownAt(Math.min(made, count - 1), bs.step, ticket) : null;
  const run = { made, moment, count, eachS, next, closes };
  const abort = (): void => {
    quiet.current();
    if (moment.state !== 'lifted') stand(made, null);
    else if (made > 0) stand(made - 1, null);
  };
  if (next === null) return { ...run, moment: { state: 'lifted' }, act: null, abort };
  const start = (): void => {
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
  };
  const lifted = (): void => {
    quiet.current();
    // Lifted too early: this place counts as not made.
    if (moment.state === 'reach' || moment.state === 'down') {
      stand(made, null);
      return;
    }
    const overS = moment.state === 'out' ? moment.overS : null;
    record((b) => ironLifted(b, fact, overS, { first: made === 0, adds: ticket?.passes != null }));
    if (made + 1 < count) stand(made + 1, null);
    else {
      record((b) => ({ ...b, hotSinceMs: nowMs() }));
      onEnd();
    }
  };
  const act: PressAct =
    moment.state === 'lifted'
      ? { says: setDownWords(next, eachS, closes), hot: true, act: start }
      : { says: liftWords(moment.state, made + 1 < count, closes), hot: true, act: lifted };
  return { ...run, act, abort };
}

/** Longer than this past its seconds an iron has lain too long, s. Ours. */
const TOO_LONG_S = 30;

/** The numbers that matter: heat on the dial, seconds, how often. */
export function PressNumbers({
  project,
  ticket,
  step,
  made,
  count,
  eachS,
  moment,
  closes,
}: { project: Project; ticket: PressTicket; step: Step } & Pick<
  PressRun,
  'made' | 'count' | 'eachS' | 'moment' | 'closes'
>) {
  const lift = moment.state === 'out' || moment.state === 'unknown';
  return (
    <>
      <div className={lift ? `${css.numbers} ${css.lift}` : css.numbers}>
        <p className={css.heat}>
          {ticket.heat.dial ? (
            <>
              <strong>{dialWords(ticket.heat.dial)}</strong>
              <span>on the dial, {heatWords(ticket.heat.soleplateC, project.units)}</span>
            </>
          ) : (
            <strong>{heatWords(ticket.heat.soleplateC, project.units)}</strong>
          )}
          <span>{ticket.steam ? 'with steam' : 'dry'}</span>
        </p>
        <Count moment={moment} eachS={eachS} closes={closes}>
          {ticket.passes ? 'a pass, gliding' : 'each time'}
          {ticket.side === 'both' ? ', from each side' : ticket.side === 'back' ? ', from the back' : ''}
        </Count>
        <p className={css.times}>
          <strong>
            {Math.min(made + 1, count)} of {count}
          </strong>
          <span>{count === 1 ? 'press' : 'presses'}</span>
        </p>
      </div>
      <p className={css.between}>{betweenWords(project, step, ticket)}</p>
      {moment.state === 'unknown' && (
        <Note stop>
          The clock of this device was changed while the {closes ? 'press was shut' : 'iron was down'}, or the device
          slept. Nobody can know for how long. {closes ? 'Open the press' : 'Lift the iron'} and look. If it holds, it
          counts; if not, press Back and press this place again.
        </Note>
      )}
      {moment.state === 'out' && moment.overS > TOO_LONG_S && (
        <Note stop>
          By the clock of this device the {closes ? 'press was shut' : 'iron was down'} {overWords(moment.overS)} too
          long. {closes ? 'Open' : 'Lift'} it and look at the fabric.
        </Note>
      )}
    </>
  );
}

const overWords = (s: number): string =>
  s < 90 ? seconds(Math.round(s)) : s < 5400 ? `${Math.round(s / 60)} min` : `${Math.round(s / 3600)} h`;

/** The seconds that are left, large. */
export function Count({
  moment,
  eachS,
  closes,
  children,
}: Pick<PressRun, 'moment' | 'eachS' | 'closes'> & { children?: ReactNode }) {
  const leftS = moment.state === 'reach' || moment.state === 'down' ? Math.min(moment.leftS, eachS) : 0;
  const says = {
    lifted: seconds(eachS),
    reach: closes ? 'Close it' : 'Set it down',
    down: `${leftS.toFixed(1)} s`,
    out: closes ? 'Open' : 'Lift',
    unknown: closes ? 'Open' : 'Lift',
  }[moment.state];
  const over = moment.state === 'out' || moment.state === 'unknown';
  return (
    <>
      <p className={css.count} role="timer" aria-live="off">
        <strong data-left={moment.state === 'lifted' ? undefined : leftS.toFixed(1)}>{says}</strong>
        <span>
          {moment.state === 'lifted'
            ? children
            : moment.state === 'reach'
              ? closes
                ? 'counting starts when the press is shut'
                : 'counting starts when the iron is down'
              : ''}
        </span>
      </p>
      <p className="visually-hidden" aria-live="assertive">
        {over
          ? closes
            ? 'Open the press.'
            : 'Lift the iron.'
          : moment.state === 'reach'
            ? closes
              ? 'Close the press.'
              : 'Set the iron down.'
            : ''}
      </p>
    </>
  );
}

/** Pieces by name, the first few. */
export const namesOf = (project: Project, ids: readonly string[]): string =>
  fewOf(ids.map(calledWords(project)), NAMED);
const NAMED = 3;
