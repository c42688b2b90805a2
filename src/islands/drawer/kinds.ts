import type { ComponentType } from 'react';
import type { DrawerKind } from '~/core/keep/drawer';
import type { EditorProps } from './Editor';
import { FabricEditor, fabricTable } from './Fabrics';
import { ThreadEditor, threadTable } from './Threads';
import { CoverEditor, coverTable, IronEditor, ironTable, SurfaceEditor, surfaceTable } from './Tools';
import type { TableOf } from './table';
import { WebEditor, webTable } from './Webs';

/** How a kind of thing is seen in its table, and changed. */
interface Look<K extends DrawerKind> {
  readonly table: TableOf<K>;
  readonly Editor: ComponentType<EditorProps<K>>;
}

export const LOOKS: { readonly [K in DrawerKind]: Look<K> } = {
  fabrics: { table: fabricTable, Editor: FabricEditor },
  webs: { table: webTable, Editor: WebEditor },
  threads: { table: threadTable, Editor: ThreadEditor },
  irons: { table: ironTable, Editor: IronEditor },
  covers: { table: coverTable, Editor: CoverEditor },
  surfaces: { table: surfaceTable, Editor: SurfaceEditor },
};
