import { Printer, Scissors } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { Button, Empty, Note } from '~/components';
import { handsAtPace, paceOf, thingsMade } from '~/core/hands/board';
import { byPlace, eveningOf, type Leg, placeOf, tightestOf } from '~/core/hands/evening';
import type { Plan, PressTicket, Project, Step } from '~/core/keep/model';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import { costOf } from '~/core/plan';
import { counted, minutesWords, placesWords, spanS, ticketCalled, upper } from '~/words';
import { TryDialog } from '../book/TryDialog';
import { Answer, AnswerComing } from '../project/Answer';
import { EveningThread } from '../project/EveningThread';
import { SchoolFields } from '../project/SchoolFields';
import { useOpen } from '../project/useOpen';
import { Bench } from './Bench';
import { LegPanel } from './LegPanel';
import css from './Press.module.css';
import { soFarAt, Ticket } from './Ticket';
import { WarmPicture } from './WarmPicture';

/** The evening as one thread: what hands do where, the iron's heats, what is waited for; and of each press its ticket, to be read from where you stand. */
export function PressStation() {
  const { project, plan } = useOpen();
  if (!project) return null;
  return plan ? <Evening project={project} plan={plan} /> : <AnswerComing project={project} />;
}

/** All tickets are there while the page is printed, and only then. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = (): void => flushSync(() => setPrinting(true));
    const end = (): void => setPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return printing;
}

function Evening({ project, plan }: { project: Project; plan: Plan }) {
  const { making } = plan;
  const pace = useMemo(() => paceOf(project.board.times), [project.board.times]);
  const legs = useMemo(() => eveningOf(making, plan.press, (s) => handsAtPace([s], pace)), [making, plan.press, pace]);
  const tightest = useMemo(() => tightestOf(plan.press), [plan.press]);
  const [chosen, setChosen] = useState<number | null>(null);
  const [scrap, setScrap] = useState(false);
  const printing = usePrinting();
  // What cannot be pressed is looked at first, else the press that leaves the least room.
  const doubtful = plan.press.find((t) => t.stop !== null) ?? tightest;
  const first = legs.findIndex((l) => doubtful !== null && l.ticketIds.includes(doubtful.id));
  const open = chosen !== null && chosen < legs.length ? chosen : Math.max(0, first);
  const leg = legs[open];
  const board = making.steps.filter((s) => placeOf(s) === 'iron');
  const { view, selectedId } = useOpen();
  // A piece that was picked shows the press that bonds it, where it is on this leg.
  const picked =
    selectedId === null
      ? null
      : (making.steps.findLast((s) => s.ticketId !== null && s.pieceIds.includes(selectedId))?.ticketId ?? null);
  const wanted = [picked, doubtful?.id ?? null].find((id) => id !== null && leg?.ticketIds.includes(id)) ?? null;
  return (
    <div className={css.station}>
      <div className={css.desk}>
        <div>
          <EveningAnswer
            project={project}
            plan={plan}
            legs={legs}
            atOwnPace={pace.size > 0}
            tightest={tightest}
            onScrap={() => setScrap(true)}
          />
          {plan.press.length === 0 && (
            <Empty title="No press yet">
              <p>Every press gets its place on the thread once pieces have a web.</p>
            </Empty>
          )}
          {legs.length > 1 && leg && (
            <EveningThread project={project} steps={making.steps} legs={legs} chosen={open} onChoose={setChosen} />
          )}
        </div>
        {legs.length > 1 && view && view.pieces.length > 0 && (
          <WarmPicture view={view} plan={plan} legs={legs} open={open} onLeg={setChosen} />
        )}
      </div>
      {legs.length > 1 && leg && (
        <LegPanel key={`${open} ${wanted}`} leg={leg} project={project} plan={plan} board={board} first={wanted} />
      )}
      {making.reheats.length > 0 && (
        <p className={css.estimate}>
          Later presses heat {counted(making.reheats.length, 'piece')} again: they soften, and set again.
        </p>
      )}
      <Bench project={project} batch={batchOf(project, board)} now={costOf(plan)} />
      <SchoolFields project={project} station="press" now={costOf(plan)} />
      <div className={css.safety}>
        <Note>
          A hot iron, steam and hot presses burn. Set the iron on its heel, never leave it alone, keep its cord and
          children clear, and unplug it when you stop. Where a care label or leaflet is stricter than a figure here,
          follow that.
        </Note>
      </div>
      {printing && (
        <section className={css.printed} aria-label="All tickets">
          {plan.press.map((t) => (
            <div key={t.id}>
              <h2 className={css.stage}>{upper(ticketCalled(project, plan, t))}</h2>
              <Ticket ticket={t} project={project} plan={plan} soFar={soFarAt(board, t)} />
            </div>
          ))}
        </section>
      )}
      {scrap && tightest && (
        <TryDialog project={project} plan={plan} ticket={tightest} onClose={() => setScrap(false)} />
      )}
    </div>
  );
}

/** Copies of layered things that are handled in one go; null: nothing comes in batches. */
function batchOf(project: Project, board: readonly Step[]): number | null {
  const copies = RECIPE_FACTS[project.recipe.id].layered ? Math.max(1, ...board.map((s) => s.copies)) : 1;
  if (copies < 2) return null;
  const batched = board.flatMap((s) => (s.batch ? [s.copies] : []));
  return batched.length > 0 ? Math.max(...batched) : copies;
}

/** How long it takes, what leaves the least room, and the way to make sure: read before anything is opened. */
function EveningAnswer({
  project,
  plan,
  legs,
  atOwnPace,
  tightest,
  onScrap,
}: {
  project: Project;
  plan: Plan;
  legs: readonly Leg[];
  atOwnPace: boolean;
  tightest: PressTicket | null;
  onScrap: () => void;
}) {
  const { making } = plan;
  const iron = legs.filter((l) => l.at === 'iron');
  const sum = (of: (leg: Leg) => number): number => iron.reduce((s, leg) => s + of(leg), 0);
  const handsS = sum((l) => l.handsS);
  const waitS = sum((l) => l.waitS);
  // Before and after it.
  const elsewhere = placesWords(byPlace(legs.flatMap((l) => (l.at === 'iron' ? [] : [{ at: l.at, s: l.handsS }]))));
  const lot = thingsMade(project);
  if (plan.press.length === 0) return null;
  const stops = plan.press.filter((t) => t.stop !== null).length;
  return (
    <Answer
      says={
        <span data-total={Math.round(handsS + waitS)}>
          About <strong>{minutesWords(handsS + waitS)}</strong> at the board, {counted(making.settings, 'iron setting')}
          : {minutesWords(handsS)} pressing, peeling and placing, {minutesWords(waitS)} waiting
          {atOwnPace ? ', at your own pace' : ''}.
          {lot > 1 && ` That is ${minutesWords((handsS + waitS) / lot)} for each of ${lot}.`}
          {elsewhere !== '' && ` Before and after: ${elsewhere}.`}
        </span>
      }
      reason={
        <>
          {stops > 0 && (
            <strong className={css.notSo}>{counted(stops, 'press', 'presses')} cannot be done like this. </strong>
          )}
          {tightest &&
            `Least room: ${ticketCalled(project, plan, tightest)}. It is bonded and unharmed from ${spanS(tightest.dwell.minS, tightest.dwell.maxS)}. `}
          The figures are estimates: press a scrap first, and believe the scrap.
        </>
      }
    >
      {tightest && (
        <Button look="go" icon={<Scissors size={20} />} onClick={onScrap}>
          Try a scrap
        </Button>
      )}
      <Button icon={<Printer size={20} />} onClick={() => window.print()}>
        Print tickets
      </Button>
    </Answer>
  );
}
