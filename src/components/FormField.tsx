import { useRef, useState } from 'react';
import { Controller, type FieldValues, get, type Path, type UseFormReturn } from 'react-hook-form';
import {
  bareUnit,
  type DisplayUnits,
  formatLength,
  formatRun,
  formatTemperature,
  formatThickness,
  type Parsed,
  parseLength,
  parseTemperature,
} from '~/core/base/units';
import { moneyWords, readMoney, unitWords } from '~/words';
import css from './Field.module.css';
import { FieldFrame, type FieldLabel, SelectBox } from './FieldFrame';

interface Common<T extends FieldValues> extends FieldLabel {
  form: UseFormReturn<T>;
  name: Path<T>;
}

export const errorAt = <T extends FieldValues>(form: UseFormReturn<T>, name: Path<T>): string | undefined =>
  (get(form.formState.errors, name) as { message?: string } | undefined)?.message;

/** A line of text that belongs to a form. */
export function FormText<T extends FieldValues>({ form, name, label, hint }: Common<T>) {
  const error = errorAt(form, name);
  return (
    <FieldFrame label={label} hint={hint} error={error}>
      {(ties) => <input {...ties} className={css.input} type="text" autoComplete="off" {...form.register(name)} />}
    </FieldFrame>
  );
}

/** Several lines of text that belong to a form. */
export function FormLines<T extends FieldValues>({ form, name, label, hint, rows = 3 }: Common<T> & { rows?: number }) {
  const error = errorAt(form, name);
  return (
    <FieldFrame label={label} hint={hint} error={error}>
      {(ties) => <textarea {...ties} className={css.input} rows={rows} {...form.register(name)} />}
    </FieldFrame>
  );
}

/** A number of a form, with a comma or a point; left empty it is null when `optional`, and refused otherwise. */
export function FormNumber<T extends FieldValues>({
  form,
  name,
  label,
  hint,
  placeholder,
  optional = false,
}: Common<T> & { placeholder?: string; optional?: boolean }) {
  const error = errorAt(form, name);
  return (
    <FieldFrame label={label} hint={hint} error={error}>
      {(ties) => (
        <input
          {...ties}
          className={css.input}
          type="text"
          inputMode="decimal"
          autoComplete="off"
          placeholder={placeholder}
          {...form.register(name, {
            setValueAs: (v: unknown) => {
              if (typeof v !== 'string') return v;
              const plain = v.trim().replace(',', '.');
              if (plain === '') return optional ? null : undefined;
              return Number.isFinite(Number(plain)) ? Number(plain) : v;
            },
          })}
        />
      )}
    </FieldFrame>
  );
}

/** What stands in a form where something was typed that is not understood: the text as it was, and what to say. No schema takes it. */
export interface Unread {
  readonly unread: string;
  readonly message: string;
}
export const isUnread = (value: unknown): value is Unread =>
  typeof value === 'object' && value !== null && 'unread' in value;

interface Measured<T extends FieldValues> extends Common<T> {
  units: DisplayUnits;
  /** Bounds in mm or °C; told in the units shown. */
  min?: number;
  max?: number;
  placeholder?: string;
  /** Left empty it is null. */
  optional?: boolean;
}

/** A figure of a form that is typed with its unit, as people write it; kept as a number. */
function FormMeasure<T extends FieldValues>({
  form,
  name,
  label,
  hint,
  placeholder,
  optional = false,
  min = Number.NEGATIVE_INFINITY,
  max = Number.POSITIVE_INFINITY,
  read,
  show,
}: Omit<Measured<T>, 'units'> & {
  read: (text: string, shown: number | undefined) => Read;
  show: (value: number) => string;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  // What stood there when typing began: a bare number is in its unit.
  const stood = useRef<number | undefined>(undefined);
  const understood = (text: string): number | null | Unread => {
    if (optional && text.trim() === '') return null;
    const parsed = read(text, stood.current);
    if (!parsed.ok) return { unread: text, message: parsed.message };
    if (parsed.value >= min && parsed.value <= max) return parsed.value;
    const bound = parsed.value < min ? `At least ${show(min)}` : `At most ${show(max)}`;
    return { unread: text, message: `${bound}, please.` };
  };
  return (
    <FieldFrame label={label} hint={hint} error={errorAt(form, name)}>
      {(ties) => (
        <Controller
          control={form.control}
          name={name}
          render={({ field }) => {
            const value: unknown = field.value;
            const shown = isUnread(value) ? value.unread : typeof value === 'number' ? show(value) : '';
            return (
              <input
                {...ties}
                ref={field.ref}
                className={css.input}
                type="text"
                autoComplete="off"
                placeholder={placeholder}
                value={draft ?? shown}
                onChange={(e) => {
                  if (draft === null) stood.current = typeof value === 'number' ? value : undefined;
                  setDraft(e.target.value);
                  field.onChange(understood(e.target.value));
                }}
                onBlur={() => {
                  setDraft(null);
                  field.onBlur();
                }}
              />
            );
          }}
        />
      )}
    </FieldFrame>
  );
}

/** A number that was typed, or a sentence that says what would be understood. */
type Read = { readonly ok: true; readonly value: number } | { readonly ok: false; readonly message: string };
const spoken = (parsed: Parsed<number>): Read =>
  parsed.ok ? parsed : { ok: false, message: unitWords(parsed.problem) };

/** A length of a form, in the units shown. Kept in mm. @param fine a thickness: finer than a ruler shows @param run off a roll or a spool: yards or metres */
export const FormLength = <T extends FieldValues>({
  units,
  fine = false,
  run = false,
  ...field
}: Measured<T> & { fine?: boolean; run?: boolean }) => (
  <FormMeasure
    {...field}
    read={(text, shown) =>
      spoken(parseLength(text, bareUnit(units, shown, fine ? 'thickness' : run ? 'run' : 'length')))
    }
    show={(mm) => (fine ? formatThickness(mm, units) : run ? formatRun(mm, units) : formatLength(mm, units, 1))}
  />
);

/** A temperature of a form, in the scale shown. Kept in °C. */
export const FormTemperature = <T extends FieldValues>({ units, ...field }: Measured<T>) => (
  <FormMeasure
    {...field}
    read={(text) => spoken(parseTemperature(text, units))}
    show={(c) => formatTemperature(c, units)}
  />
);

/** A price of a form, for as much as things are sold by; left empty it is not known. Kept per metre or square metre. @param per how many of those one unit is */
export const FormPrice = <T extends FieldValues>({ per, ...field }: Common<T> & { per: number }) => (
  <FormMeasure
    {...field}
    optional
    min={0}
    read={(text) => {
      const n = readMoney(text);
      return n !== null
        ? { ok: true, value: n / per }
        : { ok: false, message: `“${text.trim()}” is not a price. Write it like 12.50.` };
    }}
    show={(perMetre) => moneyWords(perMetre * per)}
  />
);

/** One of many in a form. */
export function FormSelect<T extends FieldValues>({
  form,
  name,
  label,
  hint,
  options,
}: Common<T> & { options: readonly { value: string | number; label: string }[] }) {
  const numeric = options.every((o) => typeof o.value === 'number');
  return (
    <FieldFrame label={label} hint={hint} error={errorAt(form, name)}>
      {(ties) => (
        <SelectBox
          {...ties}
          options={options}
          {...form.register(name, numeric ? { setValueAs: (v: unknown) => Number(v) } : {})}
        />
      )}
    </FieldFrame>
  );
}

/** Yes or no in a form. */
export function FormCheck<T extends FieldValues>({ form, name, label }: Omit<Common<T>, 'hint'>) {
  return (
    <label className={css.option}>
      <input type="checkbox" {...form.register(name)} />
      {label}
    </label>
  );
}
