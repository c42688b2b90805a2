import { useState } from 'react';
import { Button, ClothSwatch, Dialog, Note, TextField } from '~/components';
import { clothOf } from '~/core/choose/material';
import { takeIn } from '~/core/keep/drawer';
import type { Fabric, Project } from '~/core/keep/model';
import { editHere, useDrawer } from '~/store';
import { clothName, finder } from '~/words';
import css from './FabricChoice.module.css';

/** The Drawer's cloths that are not in the project yet: the one picked comes in and is used at once. */
export function DrawerClothDialog({
  project,
  onCloth,
  onClose,
}: {
  project: Project;
  onCloth: (id: string) => void;
  onClose: () => void;
}) {
  const drawer = useDrawer();
  const [search, setSearch] = useState('');
  const [error, setError] = useState<string | null>(null);
  const here = new Set(project.fabrics.map((f) => f.id));
  const others = drawer?.fabrics.filter((f) => !here.has(f.id)) ?? [];
  const isFound = finder(search);
  const finds = (f: Fabric): boolean => isFound(f.name, clothName(clothOf(f)));
  const found = others.filter(finds);
  const shown = found.slice(0, SHOWN);
  return (
    <Dialog title="From the Drawer" onClose={onClose}>
      <div className={css.form}>
        {!drawer ? (
          <p>Opening the Drawer …</p>
        ) : others.length === 0 ? (
          <p>Every fabric in the Drawer is in this project already.</p>
        ) : (
          <>
            {others.length > FEW && <TextField label="Search" value={search} onChange={setSearch} />}
            <ul className={css.drawer}>
              {shown.map((f) => (
                <li key={f.id}>
                  <Button
                    onClick={() => {
                      const refused = editHere((p) => takeIn(p, drawer, [{ kind: 'fabrics', id: f.id }]));
                      setError(refused);
                      if (refused) return;
                      onCloth(f.id);
                      onClose();
                    }}
                  >
                    <ClothSwatch fabric={f} pictures={drawer.pictures} size={34} />
                    {f.name}
                  </Button>
                </li>
              ))}
            </ul>
            {found.length === 0 && (
              <Note actions={<Button onClick={() => setSearch('')}>Clear search</Button>}>
                No fabric matches “{search}”.
              </Note>
            )}
            {found.length > SHOWN && (
              <p className={css.small}>{found.length - SHOWN} more: type part of a name to find them.</p>
            )}
          </>
        )}
        {error && <Note stop>{error}</Note>}
        <div className={css.end}>
          <Button onClick={onClose}>Close</Button>
        </div>
      </div>
    </Dialog>
  );
}

/** More than this are searched rather than looked through. */
const FEW = 12;
const SHOWN = 60;
