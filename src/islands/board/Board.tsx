import { Ear, EarOff, ListChecks, Music2, Settings2, Undo2, Volume2, VolumeX, X } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Button, ButtonLink, Empty, lazily, Note, Toast } from '~/components';
import {
  asksAfter,
  type BoardStep,
  boardSteps,
  currentOf,
  feltCool,
  foundWrong,
  gatesOf,
  goneBack,
  heldAsShould,
  ironIsIdle,
  ironSet,
  laidBy,
  lastDone,
  leftS,
  mendFinished,
  runsOn,
  stepFinished,
  timersAt,
  waitFor,
  wantsCold,
  wrongWith,
} from '~/core/hands/board';
import { type BoardTimer, type MendCode, newId, type Plan, type Project } from '~/core/keep/model';
import { nowMs, record, useWorkbench } from '~/store';
import { careWords, doneWords, gateWords, lookWords, mendingWords, seconds, stepWords, wrongWords } from '~/words';
import { addressOf } from '../project/stations';
import { useOpen } from '../project/useOpen';
import css from './Board.module.css';
import { Finish } from './Finish';
import { namesOf, PressNumbers, usePressRun } from './PressRun';
import { StepPicture } from './StepPicture';
import { listenForClap, sound, wakeSound } from './sounds';
import { useBoardKeys, useSwipe } from './useBoardKeys';
import { useAwake, useNow } from './useNow';
import { useSetting } from './useSetting';

const StepList = lazily('the list of steps', async () => (await import('./StepList')).StepList, 'dialog');
const BoardTools = lazily('the settings', async () => (await import('./BoardTools')).BoardTools, 'dialog');

/** A timer that is out stays in the strip for so long, so that nobody misses it, ms. */
const STAYS_MS = 60_000;
/** What the big target says and does. */
interface Target {
  readonly says: string;
  readonly act: () => void;
  readonly hot?: boolean;
  readonly shut?: boolean;
}

/** The evening at the ironing board: one step at a time, large, with its timers. */
export function BoardStation() {
  const { project, plan } = useOpen();
  if (!project || !plan) return null;
  if (project.pieces.length === 0)
    return (
      <div className={css.board}>
        <Empty title="Nothing to do at the board yet">
          <p>Once there are pieces, every step stands here, one at a time, with its seconds.</p>
          <ButtonLink href={addressOf(project.id, 'pattern')}>To Pattern</ButtonLink>
        </Empty>
      </div>
    );
  return <BoardSteps project={project} plan={plan} />;
}

function BoardSteps({ project, plan }: { project: Project; plan: Plan }) {
  const { board } = project;
  const screen = useWorkbench((s) => s.picture);
  const role = useWorkbench((s) => s.role);
  const steps = useMemo(() => boardSteps(project, plan.making), [project, plan]);
  const current = currentOf(steps);
  const mend = board.mends.find((m) => !m.done) ?? null;
  const [dialog, setDialog] = useState<'list' | 'tools' | null>(null);
  const [asking, setAsking] = useState<BoardStep | null>(null);
  const [word, setWord] = useState<string | null>(null);
  const [loud, setLoud] = useSetting('board-sound', true);
  const [ticks, setTicks] = useSetting('board-ticks', false);
  const [practised, setPractised] = useSetting('board-practised', false);
  const [open, setOpen] = useState<readonly string[]>([]);
  const ear = useRef<{ stop: () => void } | null>(null);
  const [hears, setHears] = useState(false);
  const shownAt = useRef(nowMs());
  useAwake();

  const now = useNow(board.timers.length > 0 || board.hotSinceMs !== null);
  const { timers, setBack } = timersAt(board.timers, now);
  // A clock that was set back would let timers run for ever: they start anew, and that is said.
  useEffect(() => {
    if (!setBack) return;
    record((b) => ({ ...b, timers: [...timersAt(b.timers, nowMs()).timers] }));
    setWord('The clock of this device was set back. Timers were started anew: rather too long than too short.');
  }, [setBack]);

  const key = mend ? `mend ${mend.id}` : (current?.facts[0] ?? 'end');
  // biome-ignore lint/correctness/useExhaustiveDependencies: begins anew with every step
  useEffect(() => {
    shownAt.current = nowMs();
    setOpen([]);
  }, [key]);

  const say = useCallback((tone: 'start' | 'cool') => void (loud && sound(tone)), [loud]);

  const moment = () => ({ nowMs: nowMs(), newId });
  /** Keeps that a step is done: all of it, or one more copy; asks once of each kind whether it held. */
  const finish = (bs: BoardStep, one = false, ask = true): void => {
    // What was done already is only looked at once more.
    if (bs.done) return;
    if (ask && asking === null && asksAfter(board, bs, one)) {
      setAsking(bs);
      return;
    }
    record((b) => stepFinished(b, bs, one, shownAt.current, moment()));
    if (bs.step.kind !== 'bond' && bs.step.kind !== 'fuse') say('start');
    shownAt.current = nowMs();
  };

  const wrong = (bs: BoardStep, code: MendCode): void => {
    record((b) => foundWrong(b, plan, bs.step, code, moment()));
    finish(bs, false, false);
    setAsking(null);
  };

  const back = (): void => {
    if (asking) {
      setAsking(null);
      return;
    }
    const next = goneBack(board, current);
    if (next === 'press') press.abort();
    else record(() => next);
  };

  const ticket = plan.press.find((t) => t.id === current?.step.ticketId);
  const press = usePressRun(
    current,
    current?.step.ticketId ? ticket : undefined,
    { loud, ticks: ticks && loud },
    () => current && finish(current),
    board.at,
  );

  // What is under way was asked about before it began.
  const underWay = press.leftS !== null || press.made > 0;
  const gates = current && !practised && !underWay ? gatesOf(project, plan, current.step) : [];
  const closed = gates.filter((g) => !open.includes(g));
  const waitS = current && !runsOn(current.step) ? waitFor(timers, current.step.members, now) : 0;
  const waits = waitS > 0 && current !== null && wantsCold(current.step);

  /** What the big target does now, and what it says. */
  const main = ((): Target | null => {
    if (asking)
      return {
        says: 'It is as it should be',
        act: () => {
          record((b) => heldAsShould(b, asking.step.kind));
          setAsking(null);
          finish(asking, false, false);
        },
      };
    if (mend)
      return {
        says: mend.doing === 'make-again' ? 'Make it once more' : 'Done',
        act: () => record((b) => mendFinished(b, mend.id)),
      };
    if (!current) return null;
    const { step } = current;
    if (waits) return { says: 'It feels cool: go on', act: () => record((b) => feltCool(b, step.members)) };
    if (step.ticketId !== null && press.act && closed.length === 0) return press.act;
    if (step.ticketId !== null && ticket?.stop)
      return { says: 'Leave it out, go on', act: () => finish(current, false, false) };
    if (closed.length > 0) return { says: 'Tick what is asked above', act: () => undefined, shut: true };
    const more = current.copies - current.doneCopies;
    return {
      says: current.copies > 1 && !runsOn(step) ? `All ${more} done` : doneWords(step.kind),
      act: () => finish(current),
    };
  })();

  const go = (): void => {
    wakeSound();
    if (main && !main.shut) main.act();
  };
  useBoardKeys(go, back);
  const swipe = useSwipe(go, back);

  const hear = async (): Promise<void> => {
    if (ear.current) {
      ear.current.stop();
      ear.current = null;
      setHears(false);
      return;
    }
    const got = await listenForClap(() => goRef.current());
    if ('error' in got) setWord(got.error);
    else {
      ear.current = got;
      setHears(true);
    }
  };
  const goRef = useRef(go);
  goRef.current = go;
  useEffect(() => () => ear.current?.stop(), []);

  // Heat and seconds stand beside the sentence, large: they are told once.
  const words = stepWords(project, plan, { settings: false });
  const number = current ? steps.indexOf(current) + 1 : steps.length;
  const next = current ? steps.slice(number).find((s) => !s.done) : undefined;
  const laid = useMemo(() => laidBy(steps), [steps]);
  const doneCount = steps.filter((s) => s.done).length;
  const step = current?.step;
  return (
    <div className={css.board} data-step={key}>
      <header className={css.top}>
        <ButtonLink look="plain" href={addressOf(project.id, 'press')} icon={<X size={26} />} label="Leave the board" />
        <div className={css.where}>
          <h1>{project.name}</h1>
          <span role="status">
            {role !== 'writer' ? 'Looking on: another tab is at work. ' : ''}
            {current ? `Step ${number} of ${steps.length}` : `All ${steps.length} steps done`}
          </span>
        </div>
        <Button look="plain" icon={<ListChecks size={26} />} label="All steps" onClick={() => setDialog('list')} />
        <Button
          look="plain"
          icon={loud ? <Volume2 size={26} /> : <VolumeX size={26} />}
          label={loud ? 'Sound off' : 'Sound on'}
          onClick={() => {
            wakeSound();
            setLoud(!loud);
          }}
        />
        <Button look="plain" icon={<Settings2 size={26} />} label="More" onClick={() => setDialog('tools')} />
        <div
          className={css.thread}
          role="progressbar"
          aria-label="Steps done"
          aria-valuenow={doneCount}
          aria-valuemin={0}
          aria-valuemax={steps.length}
        >
          <i style={{ width: `${(100 * doneCount) / Math.max(1, steps.length)}%` }} />
        </div>
      </header>
      <Strip project={project} timers={timers} now={now} loud={loud} />
      {ironIsIdle(board.hotSinceMs, now) && (
        <Note
          stop
          actions={
            <Button onClick={() => record((b) => ({ ...b, hotSinceMs: null }))}>It is unplugged, or in my hand</Button>
          }
        >
          The iron has stood hot for ten minutes. Set it on its heel, or unplug it.
        </Note>
      )}
      <main className={css.step} {...swipe} data-kind={step?.kind}>
        {asking ? (
          <Asked bs={asking} onWrong={(code) => wrong(asking, code)} />
        ) : mend ? (
          <section className={css.words} aria-label="Mending">
            <p className={css.small}>
              {wrongWords(mend.code)}: {namesOf(project, mend.pieceIds)}
            </p>
            <p className={css.say}>{mendingWords(mend, project.units)}</p>
            {mend.dwellS !== null && <MendTimer seconds={mend.dwellS} loud={loud} />}
          </section>
        ) : current && step ? (
          <>
            <section className={css.words}>
              <p className={css.say} aria-live="polite">
                {words(step)}
              </p>
              {ticket && !ticket.stop && step.ticketId !== null && (
                <PressNumbers project={project} ticket={ticket} {...press} />
              )}
              {ticket?.stop && step.ticketId !== null && (
                <Note stop actions={<ButtonLink href={addressOf(project.id, 'press')}>See why, in Press</ButtonLink>}>
                  This press would not work as it is. Leave it out for now, or mend it in Press: what is done here stays
                  done.
                </Note>
              )}
              {waits && (
                <p className={css.wait}>
                  Still warm: <strong>{seconds(Math.ceil(waitS))}</strong> to go. Warm adhesive comes off with the
                  liner.
                </p>
              )}
              {!waits && gates.length > 0 && (
                <fieldset className={css.gates}>
                  <legend>Before you go on</legend>
                  {gates.map((g) => (
                    <label key={g}>
                      <input
                        type="checkbox"
                        checked={open.includes(g)}
                        onChange={(e) => setOpen(e.target.checked ? [...open, g] : open.filter((o) => o !== g))}
                      />
                      {gateWords(g)}
                    </label>
                  ))}
                </fieldset>
              )}
              {current.copies > 1 && !runsOn(step) && (
                <p className={css.copies}>
                  <span>
                    {current.doneCopies} of {current.copies} done
                  </span>
                  <Button onClick={() => finish(current, true)}>One more is done</Button>
                </p>
              )}
              {ticket && step.waitS >= 5 && step.ticketId !== null && !ticket.stop && press.made === 0 && (
                <WarmUp step={step.id} seconds={step.waitS} timers={timers} />
              )}
              {step.care.length > 0 && <p className={css.care}>{step.care.map(careWords).join(' ')}</p>}
            </section>
            <StepPicture
              project={project}
              plan={plan}
              screen={screen}
              step={step}
              laid={laid}
              place={step.ticketId !== null ? press.made : null}
            />
          </>
        ) : (
          <Finish project={project} plan={plan} />
        )}
      </main>
      <footer className={css.foot}>
        <p className={css.next}>{!asking && !mend && next ? `Then: ${words(next.step)}` : ''}</p>
        <div className={css.targets}>
          <button
            type="button"
            className={css.back}
            aria-label="Back"
            onClick={back}
            disabled={board.trail.length === 0 && !asking && !mend && press.made === 0 && press.leftS === null}
          >
            <Undo2 size={28} aria-hidden="true" />
            <span>Back</span>
          </button>
          {main && (
            <button
              type="button"
              className={main.hot ? `${css.go} ${css.hot}` : css.go}
              disabled={main.shut || role !== 'writer'}
              onClick={go}
              data-go="true"
            >
              {main.says}
            </button>
          )}
        </div>
        {current && !asking && !mend && steps.some((s) => s.done) && (
          <button type="button" className={css.snag} onClick={() => setAsking(lastDone(steps, board.trail))}>
            Something is wrong with the last step
          </button>
        )}
      </footer>
      {dialog === 'list' && <StepList steps={steps} words={words} current={current} onClose={() => setDialog(null)} />}
      {dialog === 'tools' && (
        <BoardTools
          project={project}
          plan={plan}
          current={current}
          practised={practised}
          onPractised={setPractised}
          onClose={() => setDialog(null)}
        >
          <Button icon={<Music2 size={22} />} aria-pressed={ticks} onClick={() => setTicks(!ticks)}>
            Tick the seconds
          </Button>
          <Button
            icon={hears ? <Ear size={22} /> : <EarOff size={22} />}
            aria-pressed={hears}
            onClick={() => void hear()}
          >
            Go on at a clap
          </Button>
        </BoardTools>
      )}
      {word && (
        <Toast onGone={() => setWord(null)}>
          <span>{word}</span>
        </Toast>
      )}
    </div>
  );
}

/** “Look: did it hold?” Answers lead on. */
function Asked({ bs, onWrong }: { bs: BoardStep; onWrong: (code: MendCode) => void }) {
  const { step } = bs;
  return (
    <section className={css.words} aria-label="Look">
      <p className={css.small}>Look</p>
      <p className={css.say}>{step.look ? lookWords(step.look) : 'Did it come out as it should?'}</p>
      <div className={css.answers}>
        {wrongWith(step).map((code) => (
          <button key={code} type="button" onClick={() => onWrong(code)}>
            {wrongWords(code)}
          </button>
        ))}
      </div>
    </section>
  );
}

/** Everything that runs on by itself: what cools, dries, warms up. */
function Strip({
  project,
  timers,
  now,
  loud,
}: {
  project: Project;
  timers: readonly BoardTimer[];
  now: number;
  loud: boolean;
}) {
  const told = useRef(new Set<string>());
  useEffect(() => {
    for (const t of timers)
      if (leftS(t, now) <= 0 && !told.current.has(t.id)) {
        told.current.add(t.id);
        if (loud && now - t.startedMs - t.seconds * 1000 < STAYS_MS) sound('cool');
      }
  }, [timers, now, loud]);
  const shown = timers.filter((t) => now - t.startedMs - t.seconds * 1000 < STAYS_MS);
  if (shown.length === 0) return null;
  return (
    <section aria-label="What runs on by itself">
      <ul className={css.strip}>
        {shown.map((t) => {
          const left = leftS(t, now);
          const what = t.kind === 'warm-up' ? 'The iron' : namesOf(project, t.pieceIds);
          return (
            <li key={t.id} className={left <= 0 ? css.ready : undefined}>
              <strong>
                {left <= 0 ? (t.kind === 'warm-up' ? 'warm' : t.kind === 'dry' ? 'dry' : 'cool') : until(t, left)}
              </strong>{' '}
              {what}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
/** Drying overnight is told as a time of day. */
const until = (t: BoardTimer, left: number): string =>
  left > 3600
    ? new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' }).format(
        t.startedMs + t.seconds * 1000,
      )
    : left > 90
      ? `${Math.ceil(left / 60)} min`
      : `${Math.ceil(left)} s`;

/** The iron was set to another heat: told when it is there. */
function WarmUp({ step, seconds: s, timers }: { step: string; seconds: number; timers: readonly BoardTimer[] }) {
  const id = `warm ${step}`;
  if (timers.some((t) => t.id === id)) return null;
  return (
    <p className={css.copies}>
      <span>The iron changes its heat here: about {seconds(s)}.</span>
      <Button
        onClick={() => {
          wakeSound();
          record((b) => ironSet(b, id, s, nowMs()));
        }}
      >
        It is set
      </Button>
    </p>
  );
}

/** A press that mends: started by hand, counted, and a tone to lift. */
function MendTimer({ seconds: s, loud }: { seconds: number; loud: boolean }) {
  const [from, setFrom] = useState<number | null>(null);
  const now = useNow(from !== null);
  const left = from === null ? s : Math.max(0, s - (now - from) / 1000);
  return (
    <p className={css.copies}>
      <strong className={css.mendCount}>{from !== null && left <= 0 ? 'Lift' : `${left.toFixed(1)} s`}</strong>
      <Button
        onClick={() => {
          wakeSound();
          if (loud) sound('lift', s);
          setFrom(nowMs());
        }}
      >
        {from === null ? 'Start' : 'Once more'}
      </Button>
    </p>
  );
}
