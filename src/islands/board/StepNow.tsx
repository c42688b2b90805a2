import { useState } from 'react';
import { Button, ButtonLink, Note, WithTerms } from '~/components';
import { type BoardStep, faultsSoFar, type HeatChange, laidBy, runsOn, shareFault } from '~/core/hands/board';
import type { MendCode, Plan, Project, Step } from '~/core/keep/model';
import { steadyMs, useWorkbench } from '~/store';
import {
  calledWords,
  careWords,
  dialWords,
  gateWords,
  heat,
  lookWords,
  lower,
  mendingWords,
  placeWords,
  seconds,
  warmWords,
  wrongWords,
} from '~/words';
import { addressOf } from '../project/stations';
import { CutOtherwise } from './AsCut';
import css from './Board.module.css';
import { Finish } from './Finish';
import { namesOf, PressNumbers } from './PressRun';
import { StepPicture } from './StepPicture';
import { sound, wakeSound } from './sounds';
import type { BoardActs } from './useBoardActs';
import { useElapsedS } from './useNow';

/** What is in hand: the step itself, the look at the last one, a mend, or the end of the evening. */
export function StepNow({
  project,
  plan,
  steps,
  acts,
  words,
  loud,
}: {
  project: Project;
  plan: Plan;
  steps: readonly BoardStep[];
  acts: BoardActs;
  words: (step: Step) => string;
  loud: boolean;
}) {
  const screen = useWorkbench((s) => s.picture);
  const { asking, mend, current } = acts;
  if (acts.noticing) return <Noticed project={project} steps={steps} onWrong={acts.wrong} />;
  if (asking) return <Asked project={project} bs={asking} onWrong={(code) => acts.wrong(asking, code)} />;
  if (mend) {
    const shared = shareFault(mend, steps);
    return (
      <section className={css.words} aria-label="Fixing">
        <p className={css.small}>
          {wrongWords(mend.code)}: {namesOf(project, mend.pieceIds)}
        </p>
        <p className={css.say}>{mendingWords(mend, project.units)}</p>
        {shared.length > 0 && (
          <p className={css.small}>Pressed in the same go: look at {namesOf(project, shared)}, too.</p>
        )}
        {mend.dwellS !== null && <MendTimer seconds={mend.dwellS} loud={loud} />}
      </section>
    );
  }
  if (!current) return <Finish project={project} plan={plan} />;
  const named = calledWords(project);
  const place = placeWords(current.step.place, project.units, named);
  return (
    <>
      <section className={css.words}>
        <CutOtherwise project={project} steps={steps} />
        <p className={css.say} aria-live="polite">
          <WithTerms text={words(current.step)} />
        </p>
        {place && <p className={css.place}>{place}</p>}
        {current.step.places.length > 0 && (
          <ul className={css.places} aria-label="Where each belongs">
            {current.step.places.map((p) => (
              <li key={p.pieceId}>
                <strong>{named(p.pieceId)}</strong> {lower(placeWords(p.place, project.units, named) ?? '')}
              </li>
            ))}
          </ul>
        )}
        <Asides project={project} current={current} acts={acts} />
      </section>
      <StepPicture
        project={project}
        plan={plan}
        screen={screen}
        step={current.step}
        laid={laidBy(steps)}
        place={current.step.ticketId !== null ? acts.press.made : null}
      />
    </>
  );
}

/** What stands beneath the sentence: its numbers, what is asked before it, its copies, what to take care of. */
function Asides({ project, current, acts }: { project: Project; current: BoardStep; acts: BoardActs }) {
  const { step } = current;
  const { press, waitS, gates, open, setOpen, changes, learnt } = acts;
  const ticket = step.ticketId === null ? undefined : acts.ticket;
  // While the iron changes heat that is all there is to do.
  const setting = changes && changes.state !== 'there' ? changes : null;
  return (
    <>
      {setting && <Changes changes={setting} project={project} acts={acts} />}
      {ticket?.passes && press.next?.pass === 2 && press.moment.state === 'lifted' && (
        <p className={css.wait}>Take the pins out of this place. Look at the edges, then steam it again.</p>
      )}
      {ticket && !ticket.stop && !setting && <PressNumbers project={project} ticket={ticket} step={step} {...press} />}
      {learnt && (
        <p className={css.wait}>
          Longer than planned ({seconds(learnt.plannedS)}): {namesOf(project, learnt.pieceIds)} did not hold.
        </p>
      )}
      {ticket?.stop && (
        <Note stop actions={<ButtonLink href={addressOf(project.id, 'press')}>See why, in Press</ButtonLink>}>
          This press would not work as it is. Skip it for now, or fix it in Press. What is done here stays done.
        </Note>
      )}
      {waitS > 0 && (
        <p className={css.wait}>
          Still warm: <strong>{seconds(Math.ceil(waitS))}</strong> to go. {warmWords(current.step)}
        </p>
      )}
      {waitS === 0 && !setting && gates.length > 0 && (
        <fieldset className={css.gates}>
          <legend>Before you continue</legend>
          {gates.map((g) => (
            <label key={g.code}>
              <input
                type="checkbox"
                checked={open.includes(g.code)}
                onChange={(e) => setOpen(e.target.checked ? [...open, g.code] : open.filter((o) => o !== g.code))}
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
          <Button onClick={() => acts.finish(current, true)}>One more is done</Button>
        </p>
      )}
      {step.care.length > 0 && <p className={css.care}>{step.care.map((c) => careWords(c, press.closes)).join(' ')}</p>}
    </>
  );
}

/** “Look: did it hold?” Answers lead on. */
function Asked({ project, bs, onWrong }: { project: Project; bs: BoardStep; onWrong: (code: MendCode) => void }) {
  const { step } = bs;
  return (
    <section className={css.words} aria-label="Check">
      <p className={css.small}>{step.pieceIds.length > 0 ? `Check: ${namesOf(project, step.pieceIds)}` : 'Check'}</p>
      <p className={css.say}>{step.look ? lookWords(step.look) : 'Did it come out right?'}</p>
      <div className={css.answers}>
        {step.wrong.map((code) => (
          <button key={code} type="button" onClick={() => onWrong(code)}>
            {wrongWords(code)}
          </button>
        ))}
      </div>
    </section>
  );
}

/** Something is wrong with what was done, now or long ago: what it is, and of which pieces. */
function Noticed({
  project,
  steps,
  onWrong,
}: {
  project: Project;
  steps: readonly BoardStep[];
  onWrong: (bs: BoardStep, code: MendCode, pieceIds: readonly string[]) => void;
}) {
  const [code, setCode] = useState<MendCode | null>(null);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const faults = faultsSoFar(steps);
  const behind = code === null ? [] : (faults.get(code) ?? []);
  const pieces = [...new Set(behind.flatMap((bs) => bs.step.pieceIds))];
  const named = calledWords(project);
  /** The last step that can have failed so with one of these pieces. */
  const tell = (of: MendCode, ids: readonly string[]): void => {
    const bs = (faults.get(of) ?? []).find((b) => ids.length === 0 || b.step.pieceIds.some((id) => ids.includes(id)));
    if (bs) onWrong(bs, of, ids);
  };
  if (code === null)
    return (
      <section className={css.words} aria-label="Check">
        <p className={css.say}>What went wrong?</p>
        <div className={css.answers}>
          {[...faults.keys()].map((c) => (
            <button
              key={c}
              type="button"
              onClick={() => {
                const ids = [...new Set((faults.get(c) ?? []).flatMap((bs) => bs.step.pieceIds))];
                if (ids.length > 1) setCode(c);
                else tell(c, ids);
              }}
            >
              {wrongWords(c)}
            </button>
          ))}
        </div>
      </section>
    );
  return (
    <section className={css.words} aria-label="Check">
      <p className={css.small}>{wrongWords(code)}</p>
      <p className={css.say}>Which pieces?</p>
      <div className={css.answers}>
        {pieces.map((id) => (
          <button
            key={id}
            type="button"
            aria-pressed={picked.includes(id)}
            onClick={() => setPicked(picked.includes(id) ? picked.filter((p) => p !== id) : [...picked, id])}
          >
            {named(id)}
          </button>
        ))}
      </div>
      <p>
        <Button look="go" disabled={picked.length === 0} onClick={() => tell(code, picked)}>
          Continue
        </Button>
      </p>
    </section>
  );
}

/** The iron is set to another heat, and waited for. */
function Changes({ changes, project, acts }: { changes: HeatChange; project: Project; acts: BoardActs }) {
  const dial = acts.ticket?.heat.dial;
  const to = dial ? dialWords(dial) : heat(acts.ticket?.heat.soleplateC ?? 0, project.units);
  return (
    <p className={css.wait}>
      {changes.state !== 'warming' ? (
        <>
          Set the iron to <strong>{to}</strong> now. It takes about {seconds(Math.ceil(changes.seconds))} to get there.
        </>
      ) : (
        <>
          The iron is on its way to {to}: <strong>{seconds(Math.ceil(changes.leftS))}</strong> to go.
        </>
      )}
    </p>
  );
}

/** A press that mends: started by hand, counted, and a tone to lift. */
function MendTimer({ seconds: s, loud }: { seconds: number; loud: boolean }) {
  const [from, setFrom] = useState<number | null>(null);
  const left = Math.max(0, s - useElapsedS(from));
  return (
    <p className={css.copies}>
      <strong className={css.mendCount}>{from !== null && left <= 0 ? 'Lift' : `${left.toFixed(1)} s`}</strong>
      <Button
        onClick={() => {
          wakeSound();
          if (loud) sound('lift', s);
          setFrom(steadyMs());
        }}
      >
        {from === null ? 'Start' : 'Once more'}
      </Button>
    </p>
  );
}
