import { Plus, X } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import {
  Button,
  FormCheck,
  FormLength,
  FormLines,
  FormNumber,
  FormSelect,
  FormTemperature,
  FormText,
} from '~/components';
import { type DisplayUnits, formatTemperature, formatThickness } from '~/core/base/units';
import { COVER_FACTS, SURFACE_FACTS } from '~/core/choose/material';
import { COVERS, IRON_KINDS, LIMITS, SURFACES } from '~/core/keep/model';
import { coverName, surfaceName } from '~/words';
import css from './Drawer.module.css';
import { Editor, type EditorProps, Part } from './Editor';
import { nameColumn, type TableOf } from './table';
import { IRON_KIND_WORDS, sizeWords } from './words';

/** An iron or press, with what its dial was measured at. */
export function IronEditor(props: EditorProps<'irons'>) {
  return (
    <Editor kind="irons" {...props}>
      {(form, _, units) => (
        <>
          <Part title="The iron">
            <FormSelect
              form={form}
              name="kind"
              label="Kind"
              options={IRON_KINDS.map((value) => ({ value, label: IRON_KIND_WORDS[value] }))}
            />
            <FormLength
              form={form}
              units={units}
              min={LIMITS.soleplateMinMm}
              max={1000}
              name="soleplate.widthMm"
              label="Soleplate width"
              hint="at its widest"
            />
            <FormLength
              form={form}
              units={units}
              min={LIMITS.soleplateMinMm}
              max={1000}
              name="soleplate.lengthMm"
              label="Soleplate length"
            />
            <FormNumber form={form} name="massKg" label="Weight, kg" hint="on a kitchen scale, unplugged" />
            <FormNumber
              form={form}
              name="leanN"
              label="Your pressure, N"
              hint="a scale under the board shows it: 1 kg is about 10 N"
            />
            <div className={css.checks}>
              <FormCheck form={form} name="vents" label="steam vents in the soleplate" />
              <FormCheck form={form} name="steam" label="makes steam" />
            </div>
            <FormTemperature
              form={form}
              units={units}
              min={20}
              max={300}
              name="steamFromC"
              label="Steams from"
              placeholder="usually its middle mark"
              hint="where it stops dripping and starts to steam"
              optional
            />
          </Part>
          <Part title="Dial">
            <Marks form={form} units={units} />
          </Part>
        </>
      )}
    </Editor>
  );
}

function Marks({
  form,
  units,
}: {
  form: Parameters<Parameters<typeof Editor<'irons'>>[0]['children']>[0];
  units: DisplayUnits;
}) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'dial' });
  return (
    <div className={css.stock}>
      {fields.map((field, i) => (
        <div key={field.id} className={css.stockRow}>
          <FormText form={form} name={`dial.${i}.mark`} label="Mark" />
          <FormTemperature
            form={form}
            units={units}
            min={20}
            max={300}
            name={`dial.${i}.measuredC`}
            label="Measured"
            optional
          />
          <Button look="plain" icon={<X size={18} />} label={`Remove mark ${i + 1}`} onClick={() => remove(i)} />
        </div>
      ))}
      <Button
        icon={<Plus size={18} />}
        onClick={() => append({ mark: '•'.repeat(Math.min(3, fields.length + 1)), measuredC: null })}
      >
        Add a mark
      </Button>
    </div>
  );
}

export function CoverEditor(props: EditorProps<'covers'>) {
  return (
    <Editor kind="covers" {...props}>
      {(form, c, units) => {
        const usual = COVER_FACTS[c.kind ?? 'press-cloth'];
        return (
          <Part title="The cover">
            <FormSelect
              form={form}
              name="kind"
              label="Kind"
              options={COVERS.filter((v) => v !== 'none').map((value) => ({ value, label: coverName(value) }))}
            />
            <FormLength
              form={form}
              units={units}
              fine
              min={LIMITS.clothMinMm}
              max={20}
              name="thicknessMm"
              label="Thickness"
              hint={`${formatThickness(usual.thicknessMm.value, units)}: ${usual.thicknessMm.from}`}
            />
            <FormNumber
              form={form}
              name="conductivityWmK"
              label="Heat conduction, W/(m·K)"
              placeholder={String(usual.conductivityWmK.value)}
              hint={usual.conductivityWmK.from}
              optional
            />
            <FormTemperature
              form={form}
              units={units}
              min={20}
              max={300}
              name="maxC"
              label="Stands up to"
              hint={`${formatTemperature(usual.limitC.value, units)}: ${usual.limitC.from}`}
            />
            <div className={css.checks}>
              <FormCheck form={form} name="seeThrough" label="see-through" />
              <FormCheck form={form} name="passesSteam" label="lets steam through" />
            </div>
            <FormLines form={form} name="note" label="Note" />
          </Part>
        );
      }}
    </Editor>
  );
}

export function SurfaceEditor(props: EditorProps<'surfaces'>) {
  return (
    <Editor kind="surfaces" {...props}>
      {(form, s, units) => {
        const usual = SURFACE_FACTS[s.kind ?? 'ironing-board'];
        return (
          <Part title="The surface">
            <FormSelect
              form={form}
              name="kind"
              label="Kind"
              options={SURFACES.map((value) => ({ value, label: surfaceName(value) }))}
            />
            <FormLength
              form={form}
              units={units}
              fine
              min={0.5}
              max={500}
              name="thicknessMm"
              label="Thickness"
              hint={`${formatThickness(usual.thicknessMm.value, units)}: ${usual.thicknessMm.from}`}
            />
            <FormNumber
              form={form}
              name="conductivityWmK"
              label="Heat conduction, W/(m·K)"
              placeholder={String(usual.conductivityWmK.value)}
              hint={usual.conductivityWmK.from}
              optional
            />
            <FormLines form={form} name="note" label="Note" />
          </Part>
        );
      }}
    </Editor>
  );
}

/** Irons and presses, with their dials. */
export const ironTable: TableOf<'irons'> = (drawer, units) => ({
  widths: 'minmax(10rem,2fr) minmax(8rem,1fr) 9rem 6rem minmax(9rem,1.4fr)',
  columns: [
    nameColumn('irons', drawer),
    { id: 'kind', header: 'Kind', accessorFn: (i) => IRON_KIND_WORDS[i.kind] },
    {
      id: 'soleplate',
      header: 'Soleplate',
      accessorFn: (i) => i.soleplate.widthMm * i.soleplate.lengthMm,
      cell: ({ row }) => sizeWords(row.original.soleplate.widthMm, row.original.soleplate.lengthMm, units),
    },
    {
      id: 'mass',
      header: 'Weight',
      accessorFn: (i) => i.massKg,
      cell: ({ row }) => `${Number(row.original.massKg.toFixed(2))} kg`,
    },
    {
      id: 'dial',
      header: 'Dial',
      accessorFn: (i) =>
        i.dial
          .map((d) => (d.measuredC === null ? d.mark : `${d.mark} ${formatTemperature(d.measuredC, units)}`))
          .join(', '),
      cell: ({ getValue }) => (getValue() as string) || <span className={css.small}>not measured</span>,
    },
  ],
});

/** Covers, with what they bear. */
export const coverTable: TableOf<'covers'> = (drawer, units) => ({
  widths: 'minmax(10rem,2fr) minmax(8rem,1.2fr) 7rem 8rem 8rem',
  columns: [
    nameColumn('covers', drawer),
    { id: 'kind', header: 'Kind', accessorFn: (c) => coverName(c.kind) },
    {
      id: 'thickness',
      header: 'Thickness',
      accessorFn: (c) => c.thicknessMm,
      cell: ({ row }) => formatThickness(row.original.thicknessMm, units),
    },
    {
      id: 'limit',
      header: 'Stands up to',
      accessorFn: (c) => c.maxC,
      cell: ({ row }) => formatTemperature(row.original.maxC, units),
    },
    { id: 'see', header: 'See-through', accessorFn: (c) => (c.seeThrough ? 'yes' : 'no') },
  ],
});

/** What is ironed on. */
export const surfaceTable: TableOf<'surfaces'> = (drawer, units) => ({
  widths: 'minmax(10rem,2fr) minmax(8rem,1.2fr) 7rem minmax(10rem,2fr)',
  columns: [
    nameColumn('surfaces', drawer),
    { id: 'kind', header: 'Kind', accessorFn: (s) => surfaceName(s.kind) },
    {
      id: 'thickness',
      header: 'Thickness',
      accessorFn: (s) => s.thicknessMm,
      cell: ({ row }) => formatThickness(row.original.thicknessMm, units),
    },
    { id: 'note', header: 'Note', accessorFn: (s) => s.note },
  ],
});
