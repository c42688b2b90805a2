import { ArrowLeft, ArrowRight } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button, ButtonLink, Note } from '~/components';
import { THINGS, type UsedLast } from '~/core/intake/start';
import type { DrawerContents } from '~/core/keep/drawer';
import type { Project } from '~/core/keep/model';
import { attempt, beginProject, readUnits, readUsedLast, seedDemo, useDrawer } from '~/store';
import { Frame } from '../app/Frame';
import { addressOf } from '../project/stations';
import { Growing } from './Growing';
import { QUESTIONS, STEPS, type Step } from './questions';
import css from './Start.module.css';
import { useAnswers } from './useAnswers';

/** Starting a project: one question after another, with the thing growing beside them. */
export function Start() {
  return (
    <Frame what="the start of a project">
      <Table />
    </Frame>
  );
}

function Table() {
  const drawer = useDrawer();
  const [known, setKnown] = useState<{ last: UsedLast; units: Project['units'] } | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    const read = async () => {
      await seedDemo();
      return { last: await readUsedLast(), units: await readUnits() };
    };
    void attempt(read, undefined, (late) => {
      setFailed(null);
      setKnown(late);
    }).then((r) => (r.ok ? setKnown(r.value) : setFailed(r.words)));
  }, []);
  if (failed)
    return (
      <main className={css.page}>
        <Note stop>{failed} Until then no project can be started here.</Note>
        <ButtonLink href="/">To my projects</ButtonLink>
      </main>
    );
  if (!drawer || !known) return <p className={css.wait}>Clearing the table …</p>;
  return <Conversation drawer={drawer} {...known} />;
}

function Conversation({ drawer, last, units }: { drawer: DrawerContents; last: UsedLast; units: Project['units'] }) {
  const answers = useAnswers(drawer, last, units);
  const { said, now } = answers;
  const [step, setStep] = useState<Step>('thing');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const heading = useRef<HTMLHeadingElement>(null);
  const place = STEPS.indexOf(step);

  // Whoever hears the page is told the next question.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the question changes
  useEffect(() => heading.current?.focus(), [step]);

  const finish = async (): Promise<void> => {
    if (busy) return;
    setBusy(true);
    const begun = await attempt(() => beginProject(now.current));
    setBusy(false);
    if (!begun.ok) {
      setTrouble(begun.words);
      return;
    }
    const { first } = THINGS[now.current.thing];
    window.location.assign(addressOf(begun.value, 'pattern') + (first ? `#${first}` : ''));
  };
  const goOn = (): void => {
    const next = STEPS[place + 1];
    if (next) setStep(next);
    else void finish();
  };
  const { title, lead, Body, unanswered } = QUESTIONS[step];

  return (
    <main className={css.page}>
      <Head place={place} />
      <div className={css.split}>
        <form
          className={css.question}
          onSubmit={(e) => {
            e.preventDefault();
            whenUnderstood(e.currentTarget, goOn);
          }}
        >
          <h1 ref={heading} tabIndex={-1}>
            {typeof title === 'string' ? title : title(said)}
          </h1>
          <p className={css.lead}>{typeof lead === 'string' ? lead : lead(said)}</p>
          <Body answers={answers} drawer={drawer} last={last} />
          {trouble && <Note stop>{trouble} Your answers are still here: try again.</Note>}
          <div className={css.end}>
            {place > 0 && (
              <Button icon={<ArrowLeft size={20} />} onClick={() => setStep(STEPS[place - 1] ?? 'thing')}>
                Back
              </Button>
            )}
            <Button look="go" type="submit" disabled={busy} icon={<ArrowRight size={20} />}>
              {place === STEPS.length - 1 ? 'Start' : unanswered?.(said) ? 'Decide later' : 'Continue'}
            </Button>
            {place > 0 && place < STEPS.length - 1 && (
              <Button
                look="plain"
                disabled={busy}
                onClick={(e) => e.currentTarget.form && whenUnderstood(e.currentTarget.form, () => void finish())}
              >
                Start now
              </Button>
            )}
          </div>
        </form>
        <Growing said={said} />
      </div>
    </main>
  );
}

/** How far one has come, in stitches. */
const Head = ({ place }: { place: number }) => (
  <header className={css.head}>
    <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
    <p className={css.where}>
      A new project
      <span className="visually-hidden">
        : question {place + 1} of {STEPS.length}
      </span>
    </p>
    <svg className={css.stitches} viewBox={`0 0 ${STEPS.length * 34} 10`} aria-hidden="true">
      {STEPS.map((s, i) => (
        <line key={s} x1={i * 34 + 3} x2={i * 34 + 27} y1="5" y2="5" data-done={i <= place} />
      ))}
    </svg>
  </header>
);

/** Goes on, once every field has taken in what was typed: what is not understood keeps one here. */
function whenUnderstood(form: HTMLFormElement, goOn: () => void): void {
  // A field takes it in when it is left.
  if (document.activeElement instanceof HTMLInputElement) document.activeElement.blur();
  setTimeout(() => {
    const wrong = form.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (wrong) wrong.focus();
    else goOn();
  });
}
