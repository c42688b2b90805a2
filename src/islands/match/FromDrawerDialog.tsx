import { useMemo, useState } from 'react';
import { Button, ButtonLink, Dialog, Note } from '~/components';
import {
  type Difference,
  DRAWER_KINDS,
  type DrawerContents,
  differences,
  KIND_WORDS,
  type Things,
  takeIn,
} from '~/core/keep/drawer';
import type { Project } from '~/core/keep/model';
import { attempt, changeDrawer, editHere } from '~/store';
import css from './Match.module.css';

const STATE_WORDS: Readonly<Record<Difference['state'], string>> = {
  new: 'in the Drawer, not here yet',
  changed: 'changed in the Drawer since',
  own: 'only in this project',
};
const keyOf = (d: Difference): string => `${d.kind} ${d.id}`;

/** Brings the project and the Drawer together, thing by thing. */
export function FromDrawerDialog({
  project,
  drawer,
  onClose,
}: {
  project: Project;
  drawer: DrawerContents;
  onClose: () => void;
}) {
  const found = useMemo(() => differences(project, drawer), [project, drawer]);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(
    () => new Set(found.filter((d) => d.state === 'changed').map(keyOf)),
  );
  const [error, setError] = useState<string | null>(null);
  const chosen = found.filter((d) => ticked.has(keyOf(d)));
  const into = chosen.filter((d) => d.state !== 'own');
  const back = chosen.filter((d) => d.state === 'own');
  const toggle = (d: Difference): void => {
    const next = new Set(ticked);
    if (!next.delete(keyOf(d))) next.add(keyOf(d));
    setTicked(next);
  };
  const go = async (): Promise<void> => {
    const refused = into.length > 0 ? editHere((p) => takeIn(p, drawer, into)) : null;
    if (refused) {
      setError(refused);
      return;
    }
    for (const kind of DRAWER_KINDS) {
      const mine = back.filter((d) => d.kind === kind);
      if (mine.length === 0) continue;
      const list = project[kind] as unknown as readonly Things[typeof kind][];
      const things = new Map(mine.map((d) => [d.id, list.find((t) => t.id === d.id)]));
      const kept = await attempt(() =>
        changeDrawer(kind, `keep ${mine.length} ${KIND_WORDS[kind].many}`, things as never),
      );
      if (!kept.ok) {
        setError(kept.words);
        return;
      }
    }
    onClose();
  };
  return (
    <Dialog title="Between project and Drawer" onClose={onClose}>
      {error && <Note stop>{error}</Note>}
      {found.length === 0 ? (
        <p>This project and the Drawer hold the same things.</p>
      ) : (
        <>
          <p className={css.small}>
            A project keeps its own copies, so a change in the Drawer spoils nothing. Tick what to bring in, or to put
            back.
          </p>
          <ul className={css.differences}>
            {found.map((d) => (
              <li key={keyOf(d)}>
                <label>
                  <input type="checkbox" checked={ticked.has(keyOf(d))} onChange={() => toggle(d)} />
                  <span>
                    {d.name || KIND_WORDS[d.kind].one}{' '}
                    <span className={css.small}>
                      {KIND_WORDS[d.kind].one}, {STATE_WORDS[d.state]}
                    </span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </>
      )}
      <div className={css.dialogEnd}>
        <ButtonLink href="/drawer">Open the Drawer</ButtonLink>
        <Button look="go" disabled={chosen.length === 0} onClick={() => void go()}>
          {back.length === 0
            ? `Bring in ${into.length}`
            : into.length === 0
              ? `Put ${back.length} back`
              : `Bring in ${into.length}, put ${back.length} back`}
        </Button>
      </div>
    </Dialog>
  );
}
