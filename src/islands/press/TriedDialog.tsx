import { useState } from 'react';
import { Button, Dialog, Note, NumberField } from '~/components';
import { dialFor } from '~/core/choose/press';
import type { Iron, PressTicket, Project, Remedy } from '~/core/keep/model';
import { asTried, triedS } from '~/core/plan';
import { attemptOrTell, changeDrawer, editHere, useDrawer } from '~/store';
import { coverName, dialWords, heat, leanWords, listedWords, seconds } from '~/words';
import css from './Press.module.css';

const MOST_S = 120;

/** A scrap is pressed hotter than its label says: how, and what it bore. */
export function TriedDialog({
  project,
  iron,
  remedy,
  ticket,
  layers,
  onClose,
}: {
  project: Project;
  iron: Iron;
  /** The press that it is for. */
  ticket: PressTicket;
  /** What lies in the press, by id: two fabrics may be called alike. */
  layers: ReadonlySet<string>;
  remedy: Extract<Remedy, { code: 'try-hotter' }>;
  onClose: () => void;
}) {
  const drawer = useDrawer();
  // Half of it from each side is whole seconds on each.
  const bothSides = ticket.side === 'both';
  const longS = bothSides ? 2 * Math.ceil(triedS(remedy) / 2) : triedS(remedy);
  const [countedS, setCountedS] = useState(longS);
  const [error, setError] = useState<string | null>(null);
  const tried = project.fabrics.filter((f) => layers.has(f.id) && remedy.cloths.includes(f.name));
  const names = listedWords(tried.map((f) => f.name || 'the fabric'));
  const { place } = dialFor(iron, remedy.toC);
  const degrees = heat(remedy.toC, project.units);
  const at = place ? `${dialWords(place)} (${degrees})` : degrees;
  const keep = (): void => {
    const ids = new Set(tried.map((f) => f.id));
    const bore = { soleplateC: remedy.toC, seconds: countedS };
    const refused = editHere((p) => {
      for (const f of p.fabrics) if (ids.has(f.id)) asTried(f, iron, bore);
    });
    setError(refused);
    if (refused) return;
    const there = (drawer?.fabrics ?? []).filter((f) => ids.has(f.id)).map((f) => structuredClone(f));
    for (const f of there) asTried(f, iron, bore);
    if (there.length > 0)
      void attemptOrTell('In the Drawer it was not noted', () =>
        changeDrawer('fabrics', `note the scrap of ${names}`, new Map(there.map((f) => [f.id, f]))),
      );
    onClose();
  };
  return (
    <Dialog title={`Try a scrap of ${names}`} onClose={onClose}>
      <p>
        Set {iron.name} to {at}. Lay scraps of all that lies there, web and all, as in the work, with{' '}
        {ticket.cover === 'none' ? 'nothing' : coverName(ticket.cover)} between. Press them{' '}
        {bothSides ? `for ${seconds(longS / 2)}, turn them over, and press for as long again` : `for ${seconds(longS)}`}
        , {leanWords(ticket.pressure.lean)}. Let them get cold.
      </p>
      <p>Look at {names} by daylight: shiny, yellow, stiff or shrunk means too hot. Then stay with the label.</p>
      <NumberField
        label={bothSides ? 'Unharmed after, both sides together' : 'Unharmed after'}
        unit=" s"
        value={countedS}
        min={1}
        max={MOST_S}
        onChange={setCountedS}
      />
      <Note>
        It is hotter than the label: your own test decides. Open a window, use a cover, and stop if it smells or smokes.
      </Note>
      {error && <Note stop>{error}</Note>}
      <div className={css.row}>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="go" disabled={tried.length === 0} onClick={keep}>
          Write it down
        </Button>
      </div>
    </Dialog>
  );
}
