import { useId } from 'react';
import { type FieldValues, get, type Path, type UseFormReturn } from 'react-hook-form';
import css from './Field.module.css';

interface Common<T extends FieldValues> {
  form: UseFormReturn<T>;
  name: Path<T>;
  label: string;
  hint?: string | undefined;
}

const errorAt = <T extends FieldValues>(form: UseFormReturn<T>, name: Path<T>): string | undefined =>
  (get(form.formState.errors, name) as { message?: string } | undefined)?.message;

function Frame({
  id,
  label,
  hint,
  error,
  children,
}: {
  id: string;
  label: string;
  hint?: string | undefined;
  error: string | undefined;
  children: React.ReactNode;
}) {
  return (
    <div className={css.field}>
      <label className={css.label} htmlFor={id}>
        {label}
      </label>
      {children}
      {error ? (
        <span className={css.error} id={`${id}-note`} role="alert">
          {error}
        </span>
      ) : (
        hint && (
          <span className={css.hint} id={`${id}-note`}>
            {hint}
          </span>
        )
      )}
    </div>
  );
}

/** A line of text that belongs to a form. */
export function FormText<T extends FieldValues>({ form, name, label, hint }: Common<T>) {
  const id = useId();
  const error = errorAt(form, name);
  return (
    <Frame id={id} label={label} hint={hint} error={error}>
      <input
        id={id}
        className={css.input}
        type="text"
        autoComplete="off"
        aria-invalid={error !== undefined}
        aria-describedby={error || hint ? `${id}-note` : undefined}
        {...form.register(name)}
      />
    </Frame>
  );
}

/** Several lines of text that belong to a form. */
export function FormLines<T extends FieldValues>({ form, name, label, hint, rows = 3 }: Common<T> & { rows?: number }) {
  const id = useId();
  const error = errorAt(form, name);
  return (
    <Frame id={id} label={label} hint={hint} error={error}>
      <textarea
        id={id}
        className={css.input}
        rows={rows}
        aria-invalid={error !== undefined}
        aria-describedby={error || hint ? `${id}-note` : undefined}
        {...form.register(name)}
      />
    </Frame>
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
  const id = useId();
  const error = errorAt(form, name);
  return (
    <Frame id={id} label={label} hint={hint} error={error}>
      <input
        id={id}
        className={css.input}
        type="text"
        inputMode="decimal"
        autoComplete="off"
        placeholder={placeholder}
        aria-invalid={error !== undefined}
        aria-describedby={error || hint ? `${id}-note` : undefined}
        {...form.register(name, {
          setValueAs: (v: unknown) => {
            if (typeof v !== 'string') return v;
            const plain = v.trim().replace(',', '.');
            if (plain === '') return optional ? null : undefined;
            return Number.isFinite(Number(plain)) ? Number(plain) : v;
          },
        })}
      />
    </Frame>
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
  const id = useId();
  const numeric = options.every((o) => typeof o.value === 'number');
  return (
    <Frame id={id} label={label} hint={hint} error={errorAt(form, name)}>
      <select
        id={id}
        className={`${css.input} ${css.select}`}
        {...form.register(name, numeric ? { setValueAs: (v: unknown) => Number(v) } : {})}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </Frame>
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
