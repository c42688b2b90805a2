import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { type ArrayPath, type FieldValues, type Path, type UseFormReturn, useFieldArray } from 'react-hook-form';
import { Button, FieldFrame, FormLength, FormNumber, inputClass } from '~/components';
import { boundsOf, parsePath, regionOf } from '~/core/base/shape';
import { bareUnit, type DisplayUnits, parseSize, type Size, SPEECH } from '~/core/base/units';
import { unitWords } from '~/words';
import css from './Drawer.module.css';

/** Pieces and scraps with their sizes, and for a scrap its outline. */
export function StockRows<T extends FieldValues>({
  form,
  name,
  units,
  add,
}: {
  form: UseFormReturn<T>;
  units: DisplayUnits;
  name: ArrayPath<T>;
  add: string;
}) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name });
  const row = (i: number, key: string): Path<T> => `${name}.${i}.${key}` as Path<T>;
  return (
    <div className={css.stock}>
      {fields.map((field, i) => {
        const outline = form.watch(row(i, 'outline')) as string | null;
        return (
          <div key={field.id} className={css.stockRow}>
            <FormLength form={form} units={units} min={1} max={100_000} name={row(i, 'widthMm')} label="Width" />
            <FormLength form={form} units={units} min={1} max={100_000} name={row(i, 'heightMm')} label="Height" />
            <FormNumber form={form} name={row(i, 'count')} label="How many" />
            <ScrapShape
              outline={outline}
              onShape={(d) => {
                form.setValue(row(i, 'outline'), d as never, { shouldDirty: true });
                if (d && parsePath(d).ok) {
                  const b = boundsOf(regionOf(d));
                  form.setValue(row(i, 'widthMm'), Math.round(b.maxX) as never);
                  form.setValue(row(i, 'heightMm'), Math.round(b.maxY) as never);
                }
              }}
              width={Number(form.watch(row(i, 'widthMm'))) || 100}
              height={Number(form.watch(row(i, 'heightMm'))) || 100}
            />
            <Button look="plain" icon={<X size={18} />} label={`Remove piece ${i + 1}`} onClick={() => remove(i)} />
          </div>
        );
      })}
      <SizeEntry units={units} label={add} onSize={(size) => append({ ...size, outline: null } as never)} />
    </div>
  );
}

/** A size typed in one line, as it stands on a label: "18 x 22 in x 2". */
function SizeEntry({ units, label, onSize }: { units: DisplayUnits; label: string; onSize: (size: Size) => void }) {
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const add = (): void => {
    const parsed = parseSize(text, bareUnit(units));
    if (!parsed.ok) {
      setError(unitWords(parsed.problem));
      return;
    }
    onSize(parsed.value);
    setText('');
    setError(null);
  };
  return (
    <div className={css.sizeEntry}>
      <FieldFrame label={label} hint={SPEECH[units].like.sizes} error={error}>
        {(ties) => (
          <input
            {...ties}
            className={inputClass}
            type="text"
            autoComplete="off"
            value={text}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== 'Enter') return;
              e.preventDefault();
              add();
            }}
          />
        )}
      </FieldFrame>
      <Button icon={<Plus size={18} />} onClick={add}>
        Add size
      </Button>
    </div>
  );
}

/** The shape of a scrap: whole, a corner cut off, a triangle, or path data of one's own. */
function ScrapShape({
  outline,
  width: w,
  height: h,
  onShape,
}: {
  outline: string | null;
  width: number;
  height: number;
  onShape: (outline: string | null) => void;
}) {
  const shapes: readonly { name: string; d: string | null }[] = [
    { name: 'whole', d: null },
    { name: 'corner gone', d: `M0 0H${w}V${h * 0.5}L${w * 0.5} ${h}H0Z` },
    { name: 'L', d: `M0 0H${w * 0.5}V${h * 0.5}H${w}V${h}H0Z` },
    { name: 'triangle', d: `M0 0L${w} ${h}H0Z` },
  ];
  return (
    <div className={css.scrap}>
      <svg viewBox={`-2 -2 ${w + 4} ${h + 4}`} aria-hidden="true">
        <path d={outline ?? `M0 0H${w}V${h}H0Z`} />
      </svg>
      <select
        className={css.scrapChoice}
        aria-label="Shape of this piece"
        value={shapes.find((s) => s.d === outline)?.name ?? 'own'}
        onChange={(e) => onShape(shapes.find((s) => s.name === e.target.value)?.d ?? outline)}
      >
        {shapes.map((s) => (
          <option key={s.name} value={s.name}>
            {s.name}
          </option>
        ))}
        {!shapes.some((s) => s.d === outline) && <option value="own">its own shape</option>}
      </select>
    </div>
  );
}
