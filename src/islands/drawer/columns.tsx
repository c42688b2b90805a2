import type { ColumnDef } from '@tanstack/react-table';
import { CircleAlert } from 'lucide-react';
import { ClothSwatch, ThreadSwatch, WebSwatch } from '~/components';
import { type DrawerContents, type DrawerKind, doubtsOf, type Things } from '~/core/drawer';
import { COVER_FACTS, clothOf, FIBRE_FACTS, SURFACE_FACTS } from '~/core/material';
import type { Fabric } from '~/core/model';
import { type DisplayUnits, formatRun, formatTemperature, formatThickness } from '~/core/units';
import css from './Drawer.module.css';
import {
  FORM_WORDS,
  IRON_KIND_WORDS,
  LINER_WORDS,
  limitWords,
  perRun,
  SEWING_WORDS,
  sizeWords,
  stockM2,
  stockWords,
  THREAD_KIND_WORDS,
} from './words';

/** The columns of a table and how wide they are. */
export interface TableView<T> {
  readonly columns: readonly ColumnDef<T>[];
  readonly widths: string;
}

/** The name as the button that opens the thing, with a mark when something contradicts itself. */
function NameCell({ name, doubts, note }: { name: string; doubts: number; note?: string }) {
  return (
    <span className={css.name}>
      <button type="button" className={css.open}>
        {name || 'unnamed'}
      </button>
      {doubts > 0 && <CircleAlert className={css.doubt} size={18} role="img" aria-label="something does not fit" />}
      {note && <span className={css.small}>{note}</span>}
    </span>
  );
}

/** "Batik, cotton"; the fibre once only. */
const clothWords = (f: Fabric): string => {
  const { name, material } = clothOf(f);
  // Paper and foil are of what they are called.
  if (material !== 'fabric') return name;
  const fibre = FIBRE_FACTS[f.fibre].name;
  return name.toLowerCase().includes(fibre) ? name : `${name}, ${fibre}`;
};

const gsm = (n: number): string => `${Math.round(n)} g/m²`;
const price = (n: number | null): string => (n === null ? '' : n.toFixed(2));

/** Each kind's table. Text is what search looks through; numbers sort as numbers. */
export function tableOf<K extends DrawerKind>(
  kind: K,
  drawer: DrawerContents,
  units: DisplayUnits,
): TableView<Things[K]> {
  const doubts = (thing: Things[K]): number => doubtsOf(kind, thing, drawer).length;
  const named: ColumnDef<Things[K]> = {
    id: 'name',
    header: 'Name',
    accessorFn: (t) => t.name,
    cell: ({ row }) => (
      <NameCell
        name={row.original.name}
        doubts={doubts(row.original)}
        {...('prewashed' in row.original && row.original.prewashed ? { note: 'prewashed' } : {})}
      />
    ),
  };
  const views: { [P in DrawerKind]: () => TableView<Things[P]> } = {
    fabrics: () => ({
      widths: '56px minmax(10rem,2fr) minmax(8rem,1.3fr) 7rem 6rem 8rem 7rem',
      columns: [
        {
          id: 'swatch',
          header: () => <span className="visually-hidden">Swatch</span>,
          enableSorting: false,
          cell: ({ row }) => <ClothSwatch fabric={row.original} pictures={drawer.pictures} size={42} />,
        },
        named as ColumnDef<Things['fabrics']>,
        { id: 'cloth', header: 'Cloth', accessorFn: clothWords },
        {
          id: 'mass',
          header: 'Mass',
          accessorFn: (f) => f.massGsm,
          cell: ({ row }) => gsm(row.original.massGsm),
        },
        {
          id: 'thickness',
          header: 'Thick',
          accessorFn: (f) => f.thicknessMm,
          cell: ({ row }) => formatThickness(row.original.thicknessMm, units),
        },
        {
          id: 'limit',
          header: 'Iron up to',
          accessorFn: (f) => f.maxIronC,
          cell: ({ row }) => limitWords(row.original.maxIronC, units),
        },
        {
          id: 'stock',
          header: 'In stock',
          accessorFn: (f) => stockM2(f.stock),
          cell: ({ row }) => {
            const m2 = stockM2(row.original.stock);
            return m2 > 0 ? stockWords(m2, units) : <span className={css.small}>none</span>;
          },
        },
      ],
    }),
    webs: () => ({
      widths: '84px minmax(10rem,2fr) 7rem 8rem 6rem 7rem 8rem 6rem 6rem',
      columns: [
        {
          id: 'swatch',
          header: () => <span className="visually-hidden">Hatch</span>,
          enableSorting: false,
          cell: ({ row }) => <WebSwatch web={row.original} width={68} height={36} />,
        },
        named as ColumnDef<Things['webs']>,
        {
          id: 'mass',
          header: 'Adhesive',
          accessorFn: (w) => w.massGsm,
          cell: ({ row }) => gsm(row.original.massGsm),
        },
        { id: 'form', header: 'Form', accessorFn: (w) => FORM_WORDS[w.form] },
        {
          id: 'melts',
          header: 'Melts',
          accessorFn: (w) => w.meltC,
          cell: ({ row }) => formatTemperature(row.original.meltC, units),
        },
        { id: 'liners', header: 'Liners', accessorFn: (w) => LINER_WORDS[w.liners] },
        { id: 'sewing', header: 'Sewing', accessorFn: (w) => SEWING_WORDS[w.sewing] },
        {
          id: 'left',
          header: 'Left',
          accessorFn: (w) => w.stockMm,
          cell: ({ row }) => formatRun(row.original.stockMm, units),
        },
        {
          id: 'price',
          header: units === 'in' ? 'Per yard' : 'Per metre',
          accessorFn: (w) => w.pricePerM ?? -1,
          cell: ({ row }) => price(row.original.pricePerM === null ? null : row.original.pricePerM * perRun(units)),
        },
      ],
    }),
    irons: () => ({
      widths: 'minmax(10rem,2fr) minmax(8rem,1fr) 9rem 6rem minmax(9rem,1.4fr)',
      columns: [
        named as ColumnDef<Things['irons']>,
        { id: 'kind', header: 'Kind', accessorFn: (i) => IRON_KIND_WORDS[i.kind] },
        {
          id: 'soleplate',
          header: 'Soleplate',
          accessorFn: (i) => i.soleplate.widthMm * i.soleplate.lengthMm,
          cell: ({ row }) => sizeWords(row.original.soleplate.widthMm, row.original.soleplate.lengthMm, units),
        },
        {
          id: 'mass',
          header: 'Mass',
          accessorFn: (i) => i.massKg,
          cell: ({ row }) => `${Number(row.original.massKg.toFixed(2))} kg`,
        },
        {
          id: 'dial',
          header: 'Dial',
          accessorFn: (i) => i.dial.map((d) => `${d.mark} ${formatTemperature(d.measuredC, units)}`).join(', '),
          cell: ({ getValue }) => (getValue() as string) || <span className={css.small}>not measured</span>,
        },
      ],
    }),
    covers: () => ({
      widths: 'minmax(10rem,2fr) minmax(8rem,1.2fr) 7rem 8rem 8rem',
      columns: [
        named as ColumnDef<Things['covers']>,
        { id: 'kind', header: 'Kind', accessorFn: (c) => COVER_FACTS[c.kind].name },
        {
          id: 'thickness',
          header: 'Thick',
          accessorFn: (c) => c.thicknessMm,
          cell: ({ row }) => formatThickness(row.original.thicknessMm, units),
        },
        {
          id: 'limit',
          header: 'Bears',
          accessorFn: (c) => c.maxC,
          cell: ({ row }) => formatTemperature(row.original.maxC, units),
        },
        { id: 'see', header: 'See-through', accessorFn: (c) => (c.seeThrough ? 'yes' : 'no') },
      ],
    }),
    threads: () => ({
      widths: '56px minmax(10rem,2fr) minmax(8rem,1.2fr) 7rem 7rem 7rem',
      columns: [
        {
          id: 'swatch',
          header: () => <span className="visually-hidden">Colour</span>,
          enableSorting: false,
          cell: ({ row }) => <ThreadSwatch colour={row.original.colour} size={38} />,
        },
        named as ColumnDef<Things['threads']>,
        { id: 'kind', header: 'Kind', accessorFn: (t) => THREAD_KIND_WORDS[t.kind] },
        {
          id: 'left',
          header: 'Left',
          accessorFn: (t) => t.stockMm,
          cell: ({ row }) => formatRun(row.original.stockMm, units),
        },
        {
          id: 'spool',
          header: 'A spool',
          accessorFn: (t) => t.spoolMm,
          cell: ({ row }) => formatRun(row.original.spoolMm, units),
        },
        {
          id: 'price',
          header: 'Costs',
          accessorFn: (t) => t.pricePerSpool ?? -1,
          cell: ({ row }) => price(row.original.pricePerSpool),
        },
      ],
    }),
    surfaces: () => ({
      widths: 'minmax(10rem,2fr) minmax(8rem,1.2fr) 7rem minmax(10rem,2fr)',
      columns: [
        named as ColumnDef<Things['surfaces']>,
        { id: 'kind', header: 'Kind', accessorFn: (s) => SURFACE_FACTS[s.kind].name },
        {
          id: 'thickness',
          header: 'Thick',
          accessorFn: (s) => s.thicknessMm,
          cell: ({ row }) => formatThickness(row.original.thicknessMm, units),
        },
        { id: 'note', header: 'Note', accessorFn: (s) => s.note },
      ],
    }),
  };
  return (views[kind] as () => TableView<Things[K]>)();
}
