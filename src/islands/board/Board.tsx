import { Ear, EarOff, Music2, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Button, ButtonLink, Empty, lazily, Note } from '~/components';
import { boardSteps, canGoBack, coolsAfter, ironIsIdle, madeSoFar } from '~/core/hands/board';
import { eveningOf } from '~/core/hands/evening';
import type { Plan, Project } from '~/core/keep/model';
import { record, rememberStep, undo, useWorkbench } from '~/store';
import { stepWords } from '~/words';
import { addressOf } from '../project/stations';
import { useOpen } from '../project/useOpen';
import css from './Board.module.css';
import { BoardHead } from './BoardHead';
import { Meanwhile } from './Meanwhile';
import { StepNow } from './StepNow';
import { Strip } from './Strip';
import { useOldEvidence } from './seen';
import { wakeSound } from './sounds';
import { useBoardActs } from './useBoardActs';
import { useBoardKeys, useSwipe } from './useBoardKeys';
import { useClap } from './useClap';
import { useAwake, useBoardClock } from './useNow';
import { useSetting } from './useSetting';

const StepList = lazily('the list of steps', async () => (await import('./StepList')).StepList, 'dialog');
const BoardTools = lazily('the settings', async () => (await import('./BoardTools')).BoardTools, 'dialog');

/** The evening at the ironing board: one step at a time, large, with its timers. */
export function BoardStation() {
  const { project, plan } = useOpen();
  if (!project) return null;
  if (project.pieces.length === 0)
    return (
      <div className={css.board}>
        <Empty title="Nothing to do at the board yet">
          <p>Once there are pieces, you get every step here, one at a time, with its seconds.</p>
          <ButtonLink href={addressOf(project.id, 'pattern')}>To Pattern</ButtonLink>
        </Empty>
      </div>
    );
  return plan ? <BoardSteps project={project} plan={plan} /> : <Meanwhile project={project} />;
}

/** All is to be done again: said once, and taken back. */
const Begun = ({ onClose }: { onClose: () => void }) => (
  <Note
    actions={
      <>
        <Button
          onClick={() => {
            undo();
            onClose();
          }}
        >
          Undo
        </Button>
        <Button onClick={onClose}>Good</Button>
      </>
    }
  >
    <span role="status">Everything starts again.</span>
  </Note>
);

/** An iron, or a press, that has been hot for long with nobody at it. */
const IdleIron = ({ closes, reads }: { closes: boolean; reads: boolean }) => (
  <Note
    stop
    actions={
      <Button disabled={reads} onClick={() => record((b) => ({ ...b, hotSinceMs: null }))}>
        {closes ? 'It is off, or I am here' : 'It is off or in my hand'}
      </Button>
    }
  >
    {closes
      ? 'The press has been hot for ten minutes. Switch it off if you are done.'
      : 'The iron has been hot for ten minutes. Set it on its heel, or unplug it.'}
  </Note>
);

const IN_PASSING = 'That was quicker than hands can be. Steps that are only ticked off do not count for your pace.';
/** So long it is told, ms. */
const PASSING_MS = 12_000;

function BoardSteps({ project, plan }: { project: Project; plan: Plan }) {
  const { board } = project;
  const reads = useWorkbench((s) => s.role) !== 'writer';
  const steps = useMemo(() => boardSteps(project, plan.making), [project, plan]);
  const legs = useMemo(() => eveningOf(plan.making, plan.press), [plan]);
  const [dialog, setDialog] = useState<'list' | 'tools' | null>(null);
  const [word, setWord] = useState<string | null>(null);
  const [begun, setBegun] = useState(false);
  const [loud, setLoud] = useSetting('board-sound', true);
  const [ticks, setTicks] = useSetting('board-ticks', false);
  const [practised, setPractised] = useSetting('board-practised', false);
  useAwake();
  useOldEvidence(project, plan, !reads);
  const now = useBoardClock(board, () =>
    setWord('The clock of this device was set back. Timers started again: rather too long than too short.'),
  );
  const [toldPassing, setToldPassing] = useSetting('board-passing-told', false);
  const acts = useBoardActs({ project, plan, steps, now }, { loud, ticks, practised }, () => {
    if (toldPassing) return;
    setToldPassing(true);
    setWord(IN_PASSING);
    setTimeout(() => setWord((w) => (w === IN_PASSING ? null : w)), PASSING_MS);
  });
  const { current, mend, asking, target } = acts;
  const go = (): void => {
    wakeSound();
    if (target && !reads) target.act();
  };
  const back = (): void => {
    if (!reads) acts.back();
  };
  useBoardKeys(go, back);
  const swipe = useSwipe(go, back);
  const clap = useClap(go, setWord);

  // Heat and seconds stand beside the sentence, large: they are told once.
  const words = stepWords(project, plan, { settings: false });
  const number = current ? steps.indexOf(current) + 1 : steps.length;
  // What cools by itself is no step that hands would look out for.
  const cooling = current ? coolsAfter(steps, current) : null;
  const next = current ? steps.slice(number).find((s) => !s.done && s !== cooling) : undefined;
  const made = madeSoFar(steps);
  const far = made && made.made > 0 ? `, ${made.made} of ${made.of} bonded` : '';
  const where = current ? `Step ${number} of ${steps.length}${far}` : `All ${steps.length} steps done`;
  const says = current ? words(current.step) : null;
  const { eachS } = acts.press;
  const fact = current?.facts[0];
  // Shown at once when the page comes back before the plan does.
  useEffect(() => {
    rememberStep(project.id, says === null ? null : { where, says, fact: fact ?? '', eachS: eachS > 0 ? eachS : null });
  }, [project.id, where, says, fact, eachS]);

  return (
    <div className={css.board} data-step={acts.key}>
      <BoardHead
        project={project}
        where={where}
        steps={steps}
        legs={legs}
        hereId={current?.step.id}
        reads={reads}
        loud={loud}
        onLoud={setLoud}
        onDialog={setDialog}
      />
      {word && (
        <Note actions={<Button onClick={() => setWord(null)}>Good</Button>}>
          <span role="status">{word}</span>
        </Note>
      )}
      {begun && <Begun onClose={() => setBegun(false)} />}
      <Strip project={project} now={now} loud={loud} />
      {ironIsIdle(board.hotSinceMs, now) && <IdleIron closes={acts.press.closes} reads={reads} />}
      <fieldset className={css.all} disabled={reads}>
        <main className={css.step} {...swipe} data-kind={current?.step.kind}>
          <StepNow project={project} plan={plan} steps={steps} acts={acts} words={words} loud={loud} />
        </main>
        <footer className={css.foot}>
          <p className={css.next}>{!asking && !mend && next ? `Then: ${words(next.step)}` : ''}</p>
          <div className={css.targets}>
            <button
              type="button"
              className={css.back}
              aria-label="Back"
              onClick={back}
              disabled={!canGoBack(board) && !asking && !acts.noticing && !mend && !acts.underWay}
            >
              <Undo2 size={28} aria-hidden="true" />
              <span>Back</span>
            </button>
            {target && (
              <button
                type="button"
                className={target.hot ? `${css.go} ${css.hot}` : css.go}
                onClick={go}
                data-go="true"
              >
                {target.says}
              </button>
            )}
          </div>
          {current && !asking && !acts.noticing && !mend && steps.some((s) => s.done) && (
            <button type="button" className={css.snag} onClick={() => acts.setNoticing(true)}>
              Something went wrong
            </button>
          )}
        </footer>
      </fieldset>
      {dialog === 'list' && <StepList steps={steps} words={words} current={current} onClose={() => setDialog(null)} />}
      {dialog === 'tools' && (
        <BoardTools
          project={project}
          plan={plan}
          steps={steps}
          reads={reads}
          practised={practised}
          onPractised={setPractised}
          onBegun={() => {
            setDialog(null);
            setBegun(true);
          }}
          onClose={() => setDialog(null)}
        >
          <Button icon={<Music2 size={22} />} aria-pressed={ticks} onClick={() => setTicks(!ticks)}>
            Tick the seconds
          </Button>
          <Button
            icon={clap.hears ? <Ear size={22} /> : <EarOff size={22} />}
            aria-pressed={clap.hears}
            onClick={() => void clap.turn()}
          >
            Continue at a clap
          </Button>
        </BoardTools>
      )}
    </div>
  );
}
