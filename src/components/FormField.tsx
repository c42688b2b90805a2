import { type FieldValues, get, type Path, type UseFormReturn } from 'react-hook-form';
import css from './Field.module.css';
import { FieldFrame, type FieldLabel, SelectBox } from './FieldFrame';

interface Common<T extends FieldValues> extends FieldLabel {
  form: UseFormReturn<T>;
  name: Path<T>;
}

const errorAt = <T extends FieldValues>(form: UseFormReturn<T>, name: Path<T>): string | undefined =>
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
