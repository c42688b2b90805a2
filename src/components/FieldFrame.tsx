import { type ComponentProps, type ReactNode, useId } from 'react';
import css from './Field.module.css';

/** What every field says of itself. */
export interface FieldLabel {
  label: string;
  hint?: string | undefined;
}

/** What ties an input to its label, and to its hint or error: to be spread onto it. */
export interface FieldTies {
  readonly id: string;
  readonly 'aria-invalid': boolean;
  readonly 'aria-describedby': string | undefined;
}

/** One field: its label, the input, and beneath it a hint, or in its place what is wrong. */
export function FieldFrame({
  label,
  hint,
  error,
  children,
}: FieldLabel & { error?: string | null | undefined; children: (ties: FieldTies) => ReactNode }) {
  const id = useId();
  const note = `${id}-note`;
  return (
    <div className={css.field}>
      <label className={css.label} htmlFor={id}>
        {label}
      </label>
      {children({
        id,
        'aria-invalid': Boolean(error),
        'aria-describedby': error || hint ? note : undefined,
      })}
      {error ? (
        <span className={css.error} id={note} role="alert">
          {error}
        </span>
      ) : (
        hint && (
          <span className={css.hint} id={note}>
            {hint}
          </span>
        )
      )}
    </div>
  );
}

/** How an input in a frame looks. */
export const inputClass = css.input;

/** The list of a field: one of many. */
export function SelectBox({
  options,
  ...more
}: ComponentProps<'select'> & { options: readonly { value: string | number; label: string }[] }) {
  return (
    <select {...more} className={`${css.input} ${css.select}`}>
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ))}
    </select>
  );
}
