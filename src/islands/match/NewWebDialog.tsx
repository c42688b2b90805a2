import { useEffect, useState } from 'react';
import { Button, Dialog, LengthField, Note, Select, TextField, WebSwatch } from '~/components';
import { WEB_KINDS, webFrom } from '~/core/choose/material';
import { freeName } from '~/core/keep/drawer';
import { newId, type Project, type Web } from '~/core/keep/model';
import type { Taken } from '~/core/plan';
import { attemptOrTell, changeDrawer, editHere } from '~/store';
import { fewOf, gsm, ruleWords } from '~/words';
import { askPlanThread } from '~/workers';
import css from './Match.module.css';

/** A web to start from: the commonest, a light film on a liner. */
const USUAL_WEB = 'light-film';
/** A packet's length, common practice. */
const USUAL_LEFT_MM = 1000;
const MOST_MM = 1_000_000;
/** Asking takes milliseconds; waiting behind a plan takes seconds. */
const LIMIT_MS = 30_000;

/** Which pieces a web of this kind could be for; null: not known yet, or nobody answered. */
function useTaken(project: Project, web: Web): readonly Taken[] | null {
  const [taken, setTaken] = useState<readonly Taken[] | null>(null);
  const asked = JSON.stringify(web);
  useEffect(() => {
    let gone = false;
    setTaken(null);
    askPlanThread(project, async (w, about) => await w.takenFor(about, JSON.parse(asked)), LIMIT_MS).then(
      (got) => void (gone || setTaken(got)),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [project, asked]);
  return taken;
}

/** More fabrics than these are counted. */
const NAMED = 6;

/** Which fabrics it would be for, and what rules it out for the rest, before it is taken. */
function WhatFor({ project, taken }: { project: Project; taken: readonly Taken[] | null }) {
  if (!taken) return <p className={css.small}>Looking at your fabrics …</p>;
  if (taken.length === 0) return null;
  const clothOf = new Map(project.pieces.map((p) => [p.id, p.fabricId]));
  const called = (ids: readonly string[]): string =>
    fewOf(
      project.fabrics.filter((f) => ids.some((id) => clothOf.get(id) === f.id)).map((f) => f.name || 'a fabric'),
      NAMED,
    );
  const out = new Map<string, string[]>();
  for (const { pieceId, ruledOutBy } of taken) {
    if (!ruledOutBy) continue;
    const why = ruleWords(ruledOutBy, project.units);
    out.set(why, [...(out.get(why) ?? []), pieceId]);
  }
  const suited = taken.filter((t) => !t.ruledOutBy).map((t) => t.pieceId);
  return (
    <div data-taken={suited.length} role="status" className={css.whatFor}>
      {suited.length > 0 && (
        <p>
          <strong>It will be used for {called(suited)}.</strong>
        </p>
      )}
      {[...out].map(([why, ids]) => (
        <Note key={why} stop={suited.length === 0}>
          Not for {called(ids)}. {why}
        </Note>
      ))}
    </div>
  );
}

/** A new web on the spot, in three answers: what kind, how much there is, what it is called. All else is typical. */
export function NewWebDialog({ project, onClose }: { project: Project; onClose: () => void }) {
  const [kindId, setKindId] = useState(USUAL_WEB);
  const [stockMm, setStockMm] = useState(USUAL_LEFT_MM);
  const [name, setName] = useState('');
  const [error, setError] = useState<string | null>(null);
  const kind = WEB_KINDS.find((k) => k.id === kindId);
  const called = freeName(
    name.trim() || (kind?.name ?? 'Web'),
    project.webs.map((w) => w.name),
  );
  const web = webFrom(kindId, { id: 'new', name: called, stockMm });
  const taken = useTaken(project, web);
  const suited = new Set(taken?.flatMap((t) => (t.ruledOutBy ? [] : [t.pieceId])) ?? []);
  const keep = (): void => {
    const mine = { ...web, id: newId() };
    const refused = editHere((p) => {
      p.webs.push(structuredClone(mine));
      for (const piece of p.pieces) if (suited.has(piece.id)) piece.webId = mine.id;
    });
    setError(refused);
    if (refused) return;
    void attemptOrTell('The new web is in the project, but not in the Drawer', () =>
      changeDrawer('webs', `add ${mine.name}`, new Map([[mine.id, mine]])),
    );
    onClose();
  };
  return (
    <Dialog title="A new web" onClose={onClose}>
      <form
        className={css.newWeb}
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <WebSwatch web={web} width={120} height={64} />
        <Select
          label="What kind?"
          value={kindId}
          options={WEB_KINDS.map((k) => ({ value: k.id, label: `${k.name}, ${gsm(k.massGsm, project.units)}` }))}
          onChange={setKindId}
        />
        <LengthField
          label="How much is there?"
          units={project.units}
          min={0}
          max={MOST_MM}
          value={stockMm}
          onChange={setStockMm}
        />
        <TextField label="Name" value={name} maxLength={60} onChange={setName} />
        <p className={css.small}>
          Heat, seconds and roll width are typical of its kind. It is kept in the Drawer too: enter its own leaflet
          there.
        </p>
        <WhatFor project={project} taken={taken} />
        {error && <Note stop>{error}</Note>}
        <div className={css.dialogEnd}>
          <Button onClick={onClose}>Cancel</Button>
          <Button look="go" type="submit">
            {suited.size > 0 ? 'Use it' : 'Keep it'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
