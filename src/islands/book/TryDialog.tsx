import { useEffect, useState } from 'react';
import { Button, Dialog, Note } from '~/components';
import type { Tells } from '~/core/choose/learn';
import { newId, type Plan, type PressTicket, type Project, type Swatch } from '~/core/keep/model';
import { attempt, changeBook, nowMs, useBook } from '~/store';
import {
  coverName,
  dialWords,
  heat,
  leanWords,
  seconds,
  sideWords,
  swatchTitle,
  tellsWords,
  ticketCalled,
} from '~/words';
import { askOfBook, askPlanThread } from '~/workers';
import css from './Book.module.css';
import { Count } from './Count';
import { type Found, NOTHING_FOUND, Questions } from './Questions';

const LIMIT_MS = 20_000;

/** A scrap of a press: what to lay, how long, what to look at; kept in the swatch book. */
export function TryDialog({
  project,
  plan,
  ticket: t,
  onClose,
}: {
  project: Project;
  plan: Plan;
  ticket: PressTicket;
  onClose: () => void;
}) {
  const [tryS] = useState(() => Math.max(1, Math.round(t.dwell.seconds)));
  const [countedS, setCountedS] = useState(tryS);
  const [found, setFound] = useState<Found>(NOTHING_FOUND);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [tells, setTells] = useState<Tells | null>(null);
  const book = useBook();
  // As it was planned when the scrap was laid: what it teaches changes the plan meanwhile.
  const [planned, setPlanned] = useState<Swatch | null | undefined>(undefined);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, as it stood when the dialog was opened
  useEffect(() => {
    let here = true;
    const seen = { id: newId(), atMs: nowMs(), seconds: tryS, peel: 2 as const };
    askPlanThread(project, async (w, about) => await w.swatchOf(about, t.id, seen), LIMIT_MS).then(
      (swatch) => here && setPlanned(swatch),
      () => here && setPlanned(null),
    );
    return () => {
      here = false;
    };
  }, []);
  useEffect(() => {
    if (!planned || !book) return;
    let here = true;
    askOfBook(async (w) => await w.scrapTells(book, planned, project.irons), LIMIT_MS).then(
      (told) => here && setTells(told),
      // What it would tell is told where it can be worked out.
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [planned, book, project.irons]);
  const degrees = heat(t.heat.soleplateC, project.units);
  const web = project.webs.find((w) => w.id === t.webId)?.name ?? 'web';
  const keep = async (): Promise<void> => {
    if (!planned || found.peel === null) return;
    const swatch: Swatch = { ...planned, ...found, peel: found.peel, seconds: countedS };
    const kept = await attempt(() =>
      changeBook(`add a swatch of ${swatchTitle(swatch)}`, new Map([[swatch.id, swatch]])),
    );
    if (kept.ok) onClose();
    else setTrouble(kept.words);
  };
  return (
    <Dialog title="Try a scrap" wide onClose={onClose}>
      {planned === undefined ? (
        <p role="status">Looking at what lies there …</p>
      ) : planned === null ? (
        <Note stop>This press could not be looked at. Close this, and try again.</Note>
      ) : (
        <div className={css.try}>
          <section>
            <p>For {ticketCalled(project, plan, t)}.</p>
            <ol className={css.steps}>
              <li>
                Cut a scrap of each fabric, the size of a playing card: {swatchTitle(planned)}. Cut {web} a little
                smaller, and leave one corner free of it to pull at.
              </li>
              <li>
                Set {planned.iron?.name || 'the iron'} to{' '}
                {t.heat.dial ? `${dialWords(t.heat.dial)} (${degrees})` : degrees}, steam {t.steam ? 'on' : 'off'}.
              </li>
              <li>
                Lay them as in the work, with {t.cover === 'none' ? 'nothing' : coverName(t.cover)} between. Press for{' '}
                {seconds(tryS)}, {t.passes ? 'gliding without weight' : leanWords(t.pressure.lean)}
                {t.side === 'face' ? '' : `, ${sideWords(t.side)}`}.
              </li>
            </ol>
            <Count plannedS={tryS} countedS={countedS} onCounted={setCountedS} />
            <Note>
              The iron burns: set it on its heel, never leave it alone. Where a label or leaflet is stricter, follow it.
            </Note>
            {tells && <p className={css.tells}>{tellsWords(tells)}</p>}
          </section>
          <section>
            <p>Let it get cold to the hand. Then:</p>
            <Questions stage={t.stage} found={found} onChange={setFound} />
            {trouble && <Note stop>{trouble}</Note>}
            <div className={css.buttons}>
              <Button onClick={onClose}>Cancel</Button>
              <Button look="go" disabled={found.peel === null} onClick={() => void keep()}>
                Pin it in
              </Button>
            </div>
            {found.peel === null && <p className={css.under}>Say how it peels first.</p>}
          </section>
        </div>
      )}
    </Dialog>
  );
}
