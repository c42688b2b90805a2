import { Controller, type UseFormReturn } from 'react-hook-form';
import {
  FormCheck,
  FormLength,
  FormLines,
  FormNumber,
  FormPrice,
  FormSelect,
  FormTemperature,
  Select,
  WebSwatch,
} from '~/components';
import { type DisplayUnits, formatLength, formatRun, formatTemperature, SPEECH } from '~/core/base/units';
import { WEB_KINDS, webFrom, webKindOf } from '~/core/choose/material';
import { LIMITS, SEWING, WEB_FORMS, type Web } from '~/core/keep/model';
import { gsm } from '~/words';
import css from './Drawer.module.css';
import { Editor, type EditorProps, Part } from './Editor';
import { PhotoField } from './PhotoField';
import { StockRows } from './StockRows';
import { nameColumn, price, type TableOf } from './table';
import { FORM_WORDS, LINER_WORDS, perRun, SEWING_WORDS } from './words';

/** Common practice, no source: around 17 in. */
const USUAL_ROLL_MM = 432;

/** A web with its leaflet transcribed. */
export function WebEditor(props: EditorProps<'webs'>) {
  return (
    <Editor kind="webs" {...props}>
      {(form, w, units) => {
        const kind = webKindOf({ ...props.thing, ...w });
        const typical = (figure: string): string => `${figure} is ${kind.from}`;
        return (
          <>
            <div className={css.start}>
              <WebSwatch web={{ ...props.thing, ...w, massGsm: Number(w.massGsm) || 20 }} width={120} height={72} />
              <Select
                label="Starts from"
                value={kind.id}
                options={WEB_KINDS.map((k) => ({ value: k.id, label: `${k.name}, ${gsm(k.massGsm, units)}` }))}
                onChange={(id) => {
                  const usual = webFrom(id, { id: props.thing.id, name: w.name });
                  for (const key of [
                    'kindId',
                    'form',
                    'liners',
                    'massGsm',
                    'meltC',
                    'maxC',
                    'sewing',
                    'tacky',
                    'printable',
                    'widthMm',
                    'leaflet',
                  ] as const)
                    form.setValue(key, usual[key] as never, { shouldDirty: true });
                }}
              />
              <FormNumber form={form} name="massGsm" label="Glue, g/m²" hint={typical(`${kind.massGsm} g/m²`)} />
            </div>
            <Part title="Kind">
              <FormSelect
                form={form}
                name="form"
                label="Form"
                options={WEB_FORMS.map((value) => ({ value, label: FORM_WORDS[value] }))}
              />
              <FormSelect
                form={form}
                name="liners"
                label="Papers"
                options={([0, 1, 2] as const).map((value) => ({ value, label: LINER_WORDS[value] }))}
              />
              <FormSelect
                form={form}
                name="sewing"
                label="Sewing"
                options={SEWING.map((value) => ({ value, label: SEWING_WORDS[value] }))}
              />
              <FormTemperature
                form={form}
                units={units}
                name="meltC"
                min={20}
                max={300}
                label="Melts at"
                hint={typical(formatTemperature(kind.meltC, units))}
              />
              <FormTemperature
                form={form}
                units={units}
                name="maxC"
                min={20}
                max={300}
                label="Highest heat"
                hint={typical(formatTemperature(kind.maxC, units))}
              />
              <div className={css.checks}>
                <FormCheck form={form} name="tacky" label="tacky, so places can be tried" />
                <FormCheck form={form} name="printable" label="paper can be printed on" />
              </div>
            </Part>
            <Leaflet form={form} units={units} />
            <Part title="The leaflet itself">
              <Controller
                control={form.control}
                name="leafletPhotoId"
                render={({ field }) => (
                  <PhotoField
                    label="A photo of the leaflet"
                    pictures={props.drawer.pictures}
                    pictureId={field.value ?? null}
                    onChange={field.onChange}
                  />
                )}
              />
              <Steps form={form} stage="fuse" label="Steps to fuse, one a line" />
              <Steps form={form} stage="bond" label="Steps to bond, one a line" />
            </Part>
            <Part title="How much is left">
              <FormLength
                form={form}
                units={units}
                name="widthMm"
                min={LIMITS.webWidthMinMm}
                max={5000}
                label="Roll width"
                hint={`around ${formatLength(USUAL_ROLL_MM, units)} is usual`}
              />
              <FormLength
                form={form}
                units={units}
                name="stockMm"
                min={0}
                max={1_000_000}
                label="Length left"
                hint={SPEECH[units].like.run}
              />
              <FormPrice
                form={form}
                name="pricePerM"
                per={perRun(units)}
                label={`Price per ${SPEECH[units].sold.one}`}
              />
            </Part>
            <Part title="Offcuts (used first)">
              <StockRows form={form} units={units} name="offcuts" add="Add an offcut" />
            </Part>
            <FormLines form={form} name="note" label="Note" />
          </>
        );
      }}
    </Editor>
  );
}

function Leaflet({ form, units }: { form: UseFormReturn<Web>; units: DisplayUnits }) {
  return (
    <Part title="Leaflet">
      {(['fuse', 'bond'] as const).map((stage) => (
        <div key={stage} className={css.leaflet}>
          <strong>{stage === 'fuse' ? 'To fuse' : 'To bond'}</strong>
          <FormTemperature form={form} units={units} name={`leaflet.${stage}.heatC`} min={20} max={300} label="Heat" />
          <FormNumber form={form} name={`leaflet.${stage}.dwellS`} label="Seconds" />
          <FormCheck form={form} name={`leaflet.${stage}.steam`} label="steam" />
        </div>
      ))}
    </Part>
  );
}

function Steps({ form, stage, label }: { form: UseFormReturn<Web>; stage: 'fuse' | 'bond'; label: string }) {
  return (
    <Controller
      control={form.control}
      name={`steps.${stage}`}
      render={({ field }) => (
        <label className={css.lines}>
          <span>{label}</span>
          <textarea
            rows={3}
            value={(field.value ?? []).join('\n')}
            onChange={(e) => field.onChange(e.target.value === '' ? [] : e.target.value.split('\n').slice(0, 20))}
            onBlur={field.onBlur}
          />
        </label>
      )}
    />
  );
}

/** Webs, with the hatch they are drawn by. */
export const webTable: TableOf<'webs'> = (drawer, units) => ({
  widths: '84px minmax(10rem,2fr) 7rem 8rem 6rem 7rem 8rem 6rem 6rem',
  columns: [
    {
      id: 'swatch',
      header: () => <span className="visually-hidden">Hatch</span>,
      enableSorting: false,
      cell: ({ row }) => <WebSwatch web={row.original} width={68} height={36} />,
    },
    nameColumn('webs', drawer),
    {
      id: 'mass',
      header: 'Glue',
      accessorFn: (w) => w.massGsm,
      cell: ({ row }) => gsm(row.original.massGsm, units),
    },
    { id: 'form', header: 'Form', accessorFn: (w) => FORM_WORDS[w.form] },
    {
      id: 'melts',
      header: 'Melts',
      accessorFn: (w) => w.meltC,
      cell: ({ row }) => formatTemperature(row.original.meltC, units),
    },
    { id: 'liners', header: 'Papers', accessorFn: (w) => LINER_WORDS[w.liners] },
    { id: 'sewing', header: 'Sewing', accessorFn: (w) => SEWING_WORDS[w.sewing] },
    {
      id: 'left',
      header: 'Left',
      accessorFn: (w) => w.stockMm,
      cell: ({ row }) => formatRun(row.original.stockMm, units),
    },
    {
      id: 'price',
      header: `Per ${SPEECH[units].sold.one}`,
      accessorFn: (w) => w.pricePerM ?? -1,
      cell: ({ row }) => price(row.original.pricePerM === null ? null : row.original.pricePerM * perRun(units)),
    },
  ],
});
