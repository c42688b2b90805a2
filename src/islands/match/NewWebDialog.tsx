import { useState } from 'react';
import { Button, Dialog, LengthField, Note, Select, TextField, WebSwatch } from '~/components';
import { WEB_KINDS, webFrom } from '~/core/choose/material';
import { freeName } from '~/core/keep/drawer';
import { newId, type Project } from '~/core/keep/model';
import { attemptOrTell, changeDrawer, editHere } from '~/store';
import { gsm } from '~/words';
import css from './Match.module.css';

/** A web to start from: the commonest, a light film on a liner. */
const USUAL_WEB = 'light-film';
/** A packet's length, common practice. */
const USUAL_LEFT_MM = 1000;
const MOST_MM = 1_000_000;

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
  const keep = (): void => {
    const mine = { ...web, id: newId() };
    const refused = editHere((p) => void p.webs.push(structuredClone(mine)));
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
        {error && <Note stop>{error}</Note>}
        <div className={css.dialogEnd}>
          <Button onClick={onClose}>Cancel</Button>
          <Button look="go" type="submit">
            Use it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
