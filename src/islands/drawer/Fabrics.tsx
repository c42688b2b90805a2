import { Controller, type UseFormReturn } from 'react-hook-form';
import {
  ClothSwatch,
  FieldChoice,
  FormCheck,
  FormLength,
  FormLines,
  FormNumber,
  FormPrice,
  FormSelect,
  FormTemperature,
  LengthField,
  Select,
} from '~/components';
import {
  CARE_LIMIT_C,
  CARE_WORD,
  type CareDots,
  type DisplayUnits,
  dotsAllowed,
  formatTemperature,
  formatThickness,
  SPEECH,
} from '~/core/base/units';
import { CLOTH_PROPERTIES, type ClothProperty, clothOf, FIBRE_FACTS, fabricFrom } from '~/core/choose/material';
import { type Fabric, FIBRES, type Iron, LIMITS, type Picture } from '~/core/keep/model';
import { clothName, clothOptions, gsm, spell } from '~/words';
import { FormColour } from '../cloth/ColourField';
import css from './Drawer.module.css';
import { Editor, type EditorProps, Part } from './Editor';
import { PhotoField } from './PhotoField';
import { StockRows } from './StockRows';
import { nameColumn, type TableOf } from './table';
import { limitWords, perRun, stockM2, stockWords } from './words';

const DOTS = [1, 2, 3] as const;

/** A fabric: starts from a cloth, so that only what differs is typed. */
export function FabricEditor(props: EditorProps<'fabrics'>) {
  return (
    <Editor kind="fabrics" {...props}>
      {(form, f, units) => {
        const cloth = clothOf({ kind: f.kind, clothId: f.clothId ?? null });
        const figure = (p: ClothProperty): string =>
          p === 'thicknessMm' ? formatThickness(cloth[p], units) : `${cloth[p]} ${CLOTH_PROPERTIES[p].unit}`;
        const typical = (p: ClothProperty): string => `${figure(p)} is ${CLOTH_PROPERTIES[p].from}`;
        const own = (p: 'opacity' | 'stretchPercent' | 'conductivityWmK' | 'stiffnessUNm', label: string) => (
          <FormNumber form={form} name={p} label={label} placeholder={String(cloth[p])} hint={typical(p)} optional />
        );
        return (
          <>
            <div className={css.start}>
              <ClothSwatch
                fabric={{ ...fabricFrom('other', { id: 'x', name: '' }), ...f }}
                pictures={props.drawer.pictures}
                size={84}
              />
              <Select
                label="Starts from"
                value={cloth.id}
                options={clothOptions()}
                onChange={(id) => {
                  const usual = fabricFrom(id, { id: f.id, name: f.name });
                  for (const key of [
                    'clothId',
                    'kind',
                    'fibre',
                    'thicknessMm',
                    'massGsm',
                    'maxIronC',
                    'sides',
                    'frays',
                    'opacity',
                    'stretchPercent',
                    'conductivityWmK',
                    'stiffnessUNm',
                  ] as const)
                    form.setValue(key, usual[key], { shouldDirty: true });
                }}
              />
              <FormColour
                form={form}
                name="colour"
                label={spell('Colour')}
                hint="a name like teal, or a code like #a1b2c3"
              />
            </div>
            <HeatPart
              form={form}
              units={units}
              limitC={Number(f.maxIronC) || 0}
              irons={props.drawer.irons}
              ironId={f.testedIronId ?? null}
            />
            <Part title="The fabric">
              <FormSelect
                form={form}
                name="fibre"
                label="Fibre"
                options={FIBRES.map((v) => ({ value: v, label: FIBRE_FACTS[v].name }))}
              />
              <FormNumber form={form} name="massGsm" label="Weight, g/m²" hint={typical('massGsm')} />
              <FormLength
                form={form}
                units={units}
                fine
                name="thicknessMm"
                min={LIMITS.clothMinMm}
                max={20}
                label="Thickness"
                hint={typical('thicknessMm')}
              />
              <FormSelect
                form={form}
                name="frays"
                label="Frays"
                options={['not at all', 'a little', 'clearly', 'badly'].map((label, value) => ({ value, label }))}
              />
              <FormSelect
                form={form}
                name="sides"
                label="Right side"
                options={[
                  { value: 'one', label: 'one' },
                  { value: 'both', label: 'both look alike' },
                ]}
              />
              <div className={css.checks}>
                <FormCheck form={form} name="oneWay" label="has a right way up" />
                <FormCheck form={form} name="prewashed" label="prewashed" />
              </div>
            </Part>
            <details className={css.more}>
              <summary>More figures</summary>
              <div className={css.fields}>
                {own('opacity', 'Opacity, 0 to 1')}
                {own('stretchPercent', 'Stretch, %')}
                {own('conductivityWmK', 'Heat conduction, W/(m·K)')}
                {own('stiffnessUNm', 'Stiffness, µN·m')}
              </div>
            </details>
            <Part title="What you have">
              <StockRows form={form} units={units} name="stock" add="Add a piece or scrap" />
              <FormPrice
                form={form}
                name="pricePerM2"
                per={perRun(units) ** 2}
                label={`Price per ${SPEECH[units].square}`}
              />
            </Part>
            <PhotoPart form={form} units={units} pictures={props.drawer.pictures} />
          </>
        );
      }}
    </Editor>
  );
}

type FabricForm = UseFormReturn<Fabric>;

/** Its care label, and what it bore on a scrap. */
function HeatPart({
  form,
  units,
  limitC,
  irons,
  ironId,
}: {
  form: FabricForm;
  units: DisplayUnits;
  limitC: number;
  irons: readonly Iron[];
  /** The iron that the scrap was pressed with. */
  ironId: string | null;
}) {
  const dots = dotsAllowed(limitC);
  return (
    <Part title="Heat it stands">
      <FieldChoice
        label="Care label"
        value={dots === null ? 'none' : String(dots)}
        options={[
          ...DOTS.map((d) => ({
            value: String(d),
            label: `${'•'.repeat(d)} ${CARE_WORD[d]}, ${formatTemperature(CARE_LIMIT_C[d], units)}`,
          })),
          { value: 'none', label: 'less' },
        ]}
        onChange={(v) =>
          form.setValue('maxIronC', v === 'none' ? 90 : CARE_LIMIT_C[Number(v) as CareDots], {
            shouldDirty: true,
          })
        }
      />
      <FormTemperature
        form={form}
        units={units}
        name="maxIronC"
        min={0}
        max={300}
        label="Heat limit"
        hint="from the care label’s dots (ISO 3758); type a lower limit if you know one"
      />
      <FormTemperature
        form={form}
        units={units}
        name="testedC"
        min={0}
        max={300}
        label="Tested on a scrap at"
        hint="hotter than the label, and the scrap was unharmed: you decide"
        optional
      />
      <FormNumber
        form={form}
        name="testedS"
        label="Tested for, s"
        hint="presses hotter than the label stay below this"
        optional
      />
      <Select
        label="Tested with"
        value={ironId ?? ''}
        options={[
          { value: '', label: 'not known' },
          ...irons.map((i) => ({ value: i.id, label: i.name })),
          ...(ironId !== null && !irons.some((i) => i.id === ironId)
            ? [{ value: ironId, label: 'an iron that is not in the Drawer' }]
            : []),
        ]}
        onChange={(id) => {
          form.setValue('testedIronId', id === '' ? null : id, { shouldDirty: true });
          form.setValue('testedMark', null, { shouldDirty: true });
        }}
      />
    </Part>
  );
}

/** A photo of it, and what is noted. */
const PhotoPart = ({
  form,
  units,
  pictures,
}: {
  form: FabricForm;
  units: DisplayUnits;
  pictures: readonly Picture[];
}) => (
  <Part title="Photo and note">
    <Controller
      control={form.control}
      name="photo"
      render={({ field }) => (
        <div>
          <PhotoField
            label="A photo of the fabric"
            pictures={pictures}
            pictureId={field.value?.pictureId ?? null}
            onChange={(pictureId) =>
              field.onChange(pictureId ? { pictureId, widthMm: field.value?.widthMm ?? 200 } : null)
            }
          />
          {field.value && (
            <LengthField
              label="Width of fabric in the photo"
              units={units}
              value={field.value.widthMm}
              min={10}
              max={3000}
              onChange={(widthMm) => field.onChange({ ...field.value, widthMm })}
            />
          )}
        </div>
      )}
    />
    <FormLines form={form} name="note" label="Note" />
  </Part>
);

/** "Batik, cotton"; the fibre once only. */
const clothWords = (f: Fabric): string => {
  const cloth = clothOf(f);
  const name = clothName(cloth);
  // Paper and foil are of what they are called.
  if (cloth.material !== 'fabric') return name;
  const fibre = FIBRE_FACTS[f.fibre].name;
  return name.toLowerCase().includes(fibre) ? name : `${name}, ${fibre}`;
};

/** Fabrics, with their swatches and what is left of them. */
export const fabricTable: TableOf<'fabrics'> = (drawer, units) => ({
  widths: '56px minmax(10rem,2fr) minmax(8rem,1.3fr) 7rem 6rem 8rem 7rem',
  columns: [
    {
      id: 'swatch',
      header: () => <span className="visually-hidden">Swatch</span>,
      enableSorting: false,
      cell: ({ row }) => <ClothSwatch fabric={row.original} pictures={drawer.pictures} size={42} />,
    },
    nameColumn('fabrics', drawer),
    { id: 'cloth', header: 'Fabric', accessorFn: clothWords },
    {
      id: 'mass',
      header: 'Weight',
      accessorFn: (f) => f.massGsm,
      cell: ({ row }) => gsm(row.original.massGsm, units),
    },
    {
      id: 'thickness',
      header: 'Thickness',
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
      header: 'What you have',
      accessorFn: (f) => stockM2(f.stock),
      cell: ({ row }) => {
        const m2 = stockM2(row.original.stock);
        return m2 > 0 ? stockWords(m2, units) : <span className={css.small}>none</span>;
      },
    },
  ],
});
