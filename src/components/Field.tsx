import { useEffect, useId, useState } from 'react';
import {
  bareUnit,
  type DisplayUnits,
  formatLength,
  formatTemperature,
  formatThickness,
  parseLength,
  parseTemperature,
} from '~/core/base/units';
import { moneyWords, readMoney, unitWords } from '~/words';
import css from './Field.module.css';
import { FieldFrame, type FieldLabel, SelectBox } from './FieldFrame';

/** Said to the window when a field shows why what was typed was not taken. */
export const REFUSAL_SHOWN = 'refusal-shown';

/** A line of text; every keystroke counts, an empty one is refused only when `required`. */
export function TextField({
  label,
  hint,
  value,
  onChange,
  maxLength = 200,
}: FieldLabel & { value: string; onChange: (value: string) => void; maxLength?: number }) {
  return (
    <FieldFrame label={label} hint={hint}>
      {(ties) => (
        <input
          {...ties}
          className={css.input}
          type="text"
          value={value}
          maxLength={maxLength}
          autoComplete="off"
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </FieldFrame>
  );
}

interface NumberLike extends FieldLabel {
  /** What is stored; shown again in its tidy form once the field is left. */
  value: number;
  /** Words it gives back say why the value was not taken; they are shown at the field, with what was typed. */
  onChange: (value: number) => unknown;
  min: number;
  max: number;
}

function DraftField<T extends number | null>({
  label,
  hint,
  shown,
  read,
  commit,
}: FieldLabel & {
  shown: string;
  read: (text: string) => { ok: true; value: T } | { ok: false; message: string };
  commit: (value: T) => unknown;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  // What is typed stays as typed until it is understood; a change from elsewhere (undo, another tab) clears it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when what is stored changes
  useEffect(() => {
    setDraft(null);
    setError(null);
  }, [shown]);
  const take = (): void => {
    if (draft === null) return;
    const result = read(draft);
    if (!result.ok) {
      setError(result.message);
      return;
    }
    const refused = commit(result.value);
    setError(typeof refused === 'string' ? refused : null);
    // Told here, it need not be told elsewhere.
    if (typeof refused === 'string') window.dispatchEvent(new Event(REFUSAL_SHOWN));
    if (typeof refused !== 'string') setDraft(null);
  };
  return (
    <FieldFrame label={label} hint={hint} error={error}>
      {(ties) => (
        <input
          {...ties}
          className={css.input}
          type="text"
          autoComplete="off"
          value={draft ?? shown}
          onChange={(e) => setDraft(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => {
            if (e.key === 'Enter') take();
            if (e.key === 'Escape') {
              setDraft(null);
              setError(null);
            }
          }}
        />
      )}
    </FieldFrame>
  );
}

/** A length, read as people write it and shown in the project's units. Stored in mm. @param fine finer than a ruler shows */
export function LengthField({
  units,
  fine = false,
  value,
  min,
  max,
  onChange,
  ...shell
}: NumberLike & { units: DisplayUnits; fine?: boolean }) {
  const show = (mm: number): string => (fine ? formatThickness(mm, units) : formatLength(mm, units, 1));
  return (
    <DraftField
      {...shell}
      shown={show(value)}
      commit={onChange}
      read={(text) => {
        const parsed = parseLength(text, bareUnit(units, value, fine ? 'thickness' : 'length'));
        if (!parsed.ok) return { ok: false, message: unitWords(parsed.problem) };
        if (parsed.value < min || parsed.value > max)
          return { ok: false, message: `Between ${show(min)} and ${show(max)}, please.` };
        return parsed;
      }}
    />
  );
}

/** A temperature, read as people write it and shown in the scale that goes with the units; left empty it is null. Stored in °C. */
export function MaybeTemperatureField({
  units,
  value,
  min,
  max,
  onChange,
  ...shell
}: Omit<NumberLike, 'value' | 'onChange'> & {
  units: DisplayUnits;
  value: number | null;
  onChange: (value: number | null) => unknown;
}) {
  return (
    <DraftField<number | null>
      {...shell}
      shown={value === null ? '' : formatTemperature(value, units)}
      commit={onChange}
      read={(text) => {
        if (text.trim() === '') return { ok: true, value: null };
        const parsed = parseTemperature(text, units);
        if (!parsed.ok) return { ok: false, message: unitWords(parsed.problem) };
        if (parsed.value < min || parsed.value > max)
          return {
            ok: false,
            message: `Between ${formatTemperature(min, units)} and ${formatTemperature(max, units)}, please.`,
          };
        return parsed;
      }}
    />
  );
}

/** A plain number with its unit behind it. */
export function NumberField({
  unit,
  decimals = 0,
  value,
  min,
  max,
  onChange,
  ...shell
}: NumberLike & { unit: string; decimals?: number }) {
  return (
    <DraftField
      {...shell}
      shown={`${Number(value.toFixed(decimals))}${unit}`}
      commit={onChange}
      read={(text) => {
        const n = Number(text.replace(unit, '').replace(',', '.').replace('−', '-').trim());
        if (text.trim() === '' || !Number.isFinite(n))
          return { ok: false, message: `Type a number, like ${min}${unit}.` };
        if (n < min || n > max) return { ok: false, message: `Between ${min}${unit} and ${max}${unit}, please.` };
        return { ok: true, value: n };
      }}
    />
  );
}

/** A price, which may be left blank; shown in the currency that was chosen. @param per how many of what is stored make one of what is typed: yards for metres */
export function PriceField({
  value,
  onChange,
  per = 1,
  ...shell
}: FieldLabel & { value: number | null; onChange: (value: number | null) => unknown; per?: number }) {
  return (
    <DraftField
      {...shell}
      shown={value === null ? '' : moneyWords(value * per)}
      commit={(n) => onChange(Number.isNaN(n) ? null : n)}
      read={(text) => {
        const typed = text.trim();
        if (typed === '') return { ok: true, value: Number.NaN };
        const n = readMoney(typed);
        return n !== null && n / per <= MOST_PRICE
          ? { ok: true, value: n / per }
          : { ok: false, message: `“${typed}” is not a price. Write it like 12.50, or leave it blank.` };
      }}
    />
  );
}
const MOST_PRICE = 100_000;

/** Several lines of text; they count once the field is left. */
export function LinesField({
  label,
  hint,
  value,
  onChange,
  maxLines,
}: FieldLabel & { value: readonly string[]; onChange: (lines: string[]) => void; maxLines: number }) {
  const shown = value.join('\n');
  const [draft, setDraft] = useState<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when what is stored changes
  useEffect(() => setDraft(null), [shown]);
  const lines = (draft ?? shown).split('\n').map((l) => l.trim().slice(0, MOST_LINE));
  const filled = lines.filter((l) => l !== '');
  return (
    <FieldFrame
      label={label}
      hint={hint}
      error={filled.length > maxLines ? `${maxLines} at most: the rest is left out.` : null}
    >
      {(ties) => (
        <textarea
          {...ties}
          className={css.input}
          rows={Math.min(8, Math.max(3, lines.length + 1))}
          value={draft ?? shown}
          onChange={(e) => setDraft(e.target.value)}
          onBlur={() => {
            if (draft === null) return;
            onChange(filled.slice(0, maxLines));
            setDraft(null);
          }}
        />
      )}
    </FieldFrame>
  );
}
const MOST_LINE = 100;

export interface Option<T extends string> {
  value: T;
  label: string;
}

/** One of many, in a list that opens. */
export function Select<T extends string>({
  label,
  hint,
  value,
  options,
  onChange,
}: FieldLabel & { value: T; options: readonly Option<T>[]; onChange: (value: T) => void }) {
  return (
    <FieldFrame label={label} hint={hint}>
      {(ties) => (
        <SelectBox {...ties} options={options} value={value} onChange={(e) => onChange(e.target.value as T)} />
      )}
    </FieldFrame>
  );
}

/** One of a few, all of them in sight. */
export function FieldChoice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  /** null: none is ticked yet. */
  value: T | null;
  options: readonly Option<T>[];
  onChange: (value: T) => void;
}) {
  const name = useId();
  return (
    <fieldset className={css.choice}>
      <legend>{label}</legend>
      {options.map((o) => (
        <label key={o.value} className={css.option}>
          <input
            type="radio"
            name={name}
            value={o.value}
            checked={o.value === value}
            onChange={() => onChange(o.value)}
          />
          {o.label}
        </label>
      ))}
    </fieldset>
  );
}
