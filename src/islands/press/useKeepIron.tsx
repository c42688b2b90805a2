import { type ReactNode, useState } from 'react';
import type { Iron } from '~/core/keep/model';
import { attemptOrTell, changeDrawer, editHere, useDrawer } from '~/store';
import css from './Press.module.css';

/** Keeps what was measured of an iron in the project, and, if the Drawer has that iron and it is wished, there too. */
export function useKeepIron(iron: Iron): {
  /** Where it goes, to tick; nothing when the Drawer does not have this iron. */
  readonly where: ReactNode;
  /** @returns why the project did not take it, in words */
  readonly keep: (words: string, change: (iron: Iron) => void) => string | null;
} {
  const [also, setAlso] = useState(true);
  const inDrawer = useDrawer()?.irons.find((i) => i.id === iron.id);
  return {
    where: inDrawer && (
      <label className={css.also}>
        <input type="checkbox" checked={also} onChange={(e) => setAlso(e.target.checked)} />
        Save it in the Drawer too, for every project
      </label>
    ),
    keep: (words, change) => {
      const refused = editHere((p) => {
        const mine = p.irons.find((x) => x.id === iron.id);
        if (mine) change(mine);
      });
      if (refused || !inDrawer || !also) return refused;
      const there = structuredClone(inDrawer);
      change(there);
      void attemptOrTell('The iron in the Drawer was not changed', () =>
        changeDrawer('irons', words, new Map([[there.id, there]])),
      );
      return null;
    },
  };
}
