import type { ColumnDef } from '@tanstack/react-table';
import { CircleAlert } from 'lucide-react';
import type { DisplayUnits } from '~/core/base/units';
import { type DrawerContents, type DrawerKind, doubtsOf, type Things } from '~/core/keep/drawer';
import { moneyWords } from '~/words';
import css from './Drawer.module.css';

/** The columns of a table and how wide they are. Text is what search looks through; numbers sort as numbers. */
export interface TableView<T> {
  readonly columns: readonly ColumnDef<T>[];
  readonly widths: string;
}
/** How the things of a kind stand in their table. */
export type TableOf<K extends DrawerKind> = (drawer: DrawerContents, units: DisplayUnits) => TableView<Things[K]>;

/** The name as the button that opens the thing, with a mark when something contradicts itself. */
function NameCell({ name, doubts, note }: { name: string; doubts: number; note?: string }) {
  return (
    <span className={css.name}>
      <button type="button" className={css.open}>
        {name || 'unnamed'}
      </button>
      {doubts > 0 && <CircleAlert className={css.doubt} size={18} role="img" aria-label="something does not add up" />}
      {note && <span className={css.small}>{note}</span>}
    </span>
  );
}

/** The name, which opens the thing, with a mark when something of it does not fit. */
export const nameColumn = <K extends DrawerKind>(kind: K, drawer: DrawerContents): ColumnDef<Things[K]> => ({
  id: 'name',
  header: 'Name',
  accessorFn: (t) => t.name,
  cell: ({ row }) => (
    <NameCell
      name={row.original.name}
      doubts={doubtsOf(kind, row.original, drawer).length}
      {...('prewashed' in row.original && row.original.prewashed ? { note: 'prewashed' } : {})}
    />
  ),
});

export const price = (n: number | null): string => (n === null ? '' : moneyWords(n));
