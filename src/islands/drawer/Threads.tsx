import { FormLength, FormLines, FormNumber, FormPrice, FormSelect, ThreadSwatch } from '~/components';
import { formatRun } from '~/core/base/units';
import { THREAD_KINDS } from '~/core/keep/model';
import { spell } from '~/words';
import { FormColour } from '../cloth/ColourField';
import css from './Drawer.module.css';
import { Editor, type EditorProps, Part } from './Editor';
import { nameColumn, price, type TableOf } from './table';
import { THREAD_KIND_WORDS } from './words';

/** A thread on its spool. */
export function ThreadEditor(props: EditorProps<'threads'>) {
  return (
    <Editor kind="threads" {...props}>
      {(form, t, units) => (
        <>
          <div className={css.start}>
            <ThreadSwatch colour={t.colour ?? '#808080'} size={84} />
            <FormSelect
              form={form}
              name="kind"
              label="Kind"
              options={THREAD_KINDS.map((value) => ({ value, label: THREAD_KIND_WORDS[value] }))}
            />
            <FormColour
              form={form}
              name="colour"
              label={spell('Colour')}
              hint="a name like teal, or a code like #a1b2c3"
            />
          </div>
          <Part title="On the spool">
            <FormLength form={form} units={units} run min={0} max={100_000_000} name="stockMm" label="Left" />
            <FormLength
              form={form}
              units={units}
              run
              min={1000}
              max={100_000_000}
              name="spoolMm"
              label="Length on a new spool"
            />
            <FormPrice form={form} name="pricePerSpool" per={1} label="Price of a new spool" />
            <FormNumber
              form={form}
              name="tex"
              label="Tex, g/km"
              hint="sewing thread is about 30, topstitching thread 60 and more"
            />
          </Part>
          <FormLines form={form} name="note" label="Note" />
        </>
      )}
    </Editor>
  );
}

/** Threads, with what is left on the spool. */
export const threadTable: TableOf<'threads'> = (drawer, units) => ({
  widths: '56px minmax(10rem,2fr) minmax(8rem,1.2fr) 7rem 7rem 7rem',
  columns: [
    {
      id: 'swatch',
      header: () => <span className="visually-hidden">{spell('Colour')}</span>,
      enableSorting: false,
      cell: ({ row }) => <ThreadSwatch colour={row.original.colour} size={38} />,
    },
    nameColumn('threads', drawer),
    { id: 'kind', header: 'Kind', accessorFn: (t) => THREAD_KIND_WORDS[t.kind] },
    {
      id: 'left',
      header: 'Left',
      accessorFn: (t) => t.stockMm,
      cell: ({ row }) => formatRun(row.original.stockMm, units),
    },
    {
      id: 'spool',
      header: 'Spool',
      accessorFn: (t) => t.spoolMm,
      cell: ({ row }) => formatRun(row.original.spoolMm, units),
    },
    {
      id: 'price',
      header: 'Price',
      accessorFn: (t) => t.pricePerSpool ?? -1,
      cell: ({ row }) => price(row.original.pricePerSpool),
    },
  ],
});
