import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useRef, useState } from 'react';
import { Button, Note } from '~/components';
import { finder } from '~/words';
import css from './Drawer.module.css';

const ROW_PX = 60;

/**
 * Rows that can be sorted and searched; only those in sight are in the page, so that thousands stay quick.
 * @param widths of the columns, as for a CSS grid
 */
export function DrawerTable<T extends { id: string; name: string }>({
  label,
  rows,
  columns,
  widths,
  search,
  onClear,
  onOpen,
}: {
  label: string;
  rows: readonly T[];
  columns: readonly ColumnDef<T>[];
  widths: string;
  search: string;
  /** Empties the search. */
  onClear: () => void;
  onOpen: (row: T) => void;
}) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const isFound = finder(search);
  const table = useReactTable({
    data: rows as T[],
    columns: columns as ColumnDef<T>[],
    state: { sorting, globalFilter: search },
    onSortingChange: setSorting,
    getRowId: (row) => row.id,
    sortDescFirst: false,
    enableSortingRemoval: false,
    globalFilterFn: (row, column) => isFound(String(row.getValue(column) ?? '')),
    getColumnCanGlobalFilter: () => true,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const scroller = useRef<HTMLDivElement>(null);
  const found = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: found.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 8,
  });
  if (found.length === 0 && search.trim() !== '')
    return (
      <Note actions={<Button onClick={onClear}>Clear search</Button>}>
        <span role="status">Nothing here matches “{search.trim()}”.</span>
      </Note>
    );
  return (
    <div
      ref={scroller}
      className={css.table}
      role="table"
      aria-label={label}
      aria-rowcount={found.length + 1}
      style={{ '--widths': widths } as React.CSSProperties}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
      tabIndex={0}
    >
      <div role="rowgroup" className={css.headings}>
        {table.getHeaderGroups().map((group) => (
          // biome-ignore lint/a11y/useFocusableInteractive: rows of a table are read, not focused
          <div key={group.id} role="row" aria-rowindex={1} className={css.row}>
            {group.headers.map((h) => {
              const sorted = h.column.getIsSorted();
              return (
                // biome-ignore lint/a11y/useFocusableInteractive: its button is
                <div
                  key={h.id}
                  role="columnheader"
                  aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                  data-column={h.column.id}
                >
                  {h.column.getCanSort() ? (
                    <button type="button" className={css.heading} onClick={h.column.getToggleSortingHandler()}>
                      {flexRender(h.column.columnDef.header, h.getContext())}
                      {sorted === 'asc' && <ArrowUp size={15} aria-hidden="true" />}
                      {sorted === 'desc' && <ArrowDown size={15} aria-hidden="true" />}
                    </button>
                  ) : (
                    <span className={css.heading}>{flexRender(h.column.columnDef.header, h.getContext())}</span>
                  )}
                </div>
              );
            })}
          </div>
        ))}
      </div>
      <div role="rowgroup" className={css.rows} style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const row = found[item.index];
          if (!row) return null;
          return (
            // biome-ignore lint/a11y/useFocusableInteractive: the name in the row is what is focused
            // biome-ignore lint/a11y/useKeyWithClickEvents: the name in the row is the button; the whole row is a larger target for the hand
            <div
              key={row.id}
              role="row"
              aria-rowindex={item.index + 2}
              className={css.row}
              data-thing={row.id}
              style={{ height: ROW_PX, transform: `translateY(${item.start}px)` }}
              onClick={() => onOpen(row.original)}
            >
              {row.getVisibleCells().map((cell) => (
                <div key={cell.id} role="cell" data-column={cell.column.id}>
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </div>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}
