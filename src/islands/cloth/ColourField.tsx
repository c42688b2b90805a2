import { Camera } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Controller, type FieldValues, type Path, type UseFormReturn } from 'react-hook-form';
import {
  Button,
  errorAt,
  FieldFrame,
  type FieldLabel,
  type FieldTies,
  inputClass,
  lazily,
  type Unread,
} from '~/components';
import { parseColour } from '~/core/base/colour';
import { spell } from '~/words';
import css from './ColourField.module.css';

const PhotoColours = lazily(
  'picking from a photo',
  async () => (await import('./PhotoColours')).PhotoColours,
  'dialog',
);

/** The three ways to a colour beside one another: typed by name or code, picked from a well, tapped on a photo. */
export function ColourInput({
  ties,
  value,
  onChange,
  onUnread,
  onBlur,
}: {
  ties: FieldTies;
  /** #rrggbb; empty while what is typed is not understood. */
  value: string;
  onChange: (colour: string) => void;
  /** What was typed is not understood; called when the field is left, and with every letter that follows. */
  onUnread: (text: string, message: string) => void;
  onBlur?: () => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const [photo, setPhoto] = useState(false);
  const read = (text: string): void => {
    const parsed = parseColour(text);
    if (parsed.ok) onChange(parsed.value);
    else onUnread(text, parsed.message);
  };
  // A change from elsewhere (undo, the well) takes the place of what was typed.
  useEffect(() => {
    const parsed = draft === null ? null : parseColour(draft);
    if (value !== '' && parsed?.ok && parsed.value !== value) setDraft(null);
  }, [value, draft]);
  return (
    <div className={css.colour}>
      <input
        {...ties}
        className={inputClass}
        type="text"
        autoComplete="off"
        spellCheck={false}
        value={draft ?? value}
        onChange={(e) => {
          setDraft(e.target.value);
          read(e.target.value);
        }}
        onBlur={() => {
          if (draft !== null && parseColour(draft).ok) setDraft(null);
          onBlur?.();
        }}
      />
      <input
        type="color"
        className={css.well}
        aria-label={`Pick the ${spell('colour')}`}
        value={value === '' ? '#888888' : value}
        onChange={(e) => {
          setDraft(null);
          onChange(e.target.value);
        }}
      />
      <Button
        icon={<Camera size={18} />}
        label={`Take the ${spell('colour')} from a photo`}
        onClick={() => setPhoto(true)}
      />
      {photo && (
        <PhotoColours
          one
          onTake={([colour]) => {
            setDraft(null);
            if (colour) onChange(colour);
          }}
          onClose={() => setPhoto(false)}
        />
      )}
    </div>
  );
}

/** A colour by itself: what is typed stays as typed until it is understood. */
export function ColourField({
  label,
  hint,
  value,
  onChange,
  onReadable,
}: FieldLabel & {
  value: string;
  onChange: (colour: string) => void;
  /** Whether what stands there is understood just now. */
  onReadable?: (readable: boolean) => void;
}) {
  const [error, setError] = useState<string | null>(null);
  return (
    <FieldFrame label={label} hint={hint} error={error}>
      {(ties) => (
        <ColourInput
          ties={ties}
          value={value}
          onChange={(colour) => {
            setError(null);
            onReadable?.(true);
            onChange(colour);
          }}
          onUnread={(_, message) => {
            setError(message);
            onReadable?.(false);
          }}
        />
      )}
    </FieldFrame>
  );
}

/** A colour of a form. Kept as #rrggbb. */
export function FormColour<T extends FieldValues>({
  form,
  name,
  label,
  hint,
}: FieldLabel & { form: UseFormReturn<T>; name: Path<T> }) {
  return (
    <FieldFrame label={label} hint={hint} error={errorAt(form, name)}>
      {(ties) => (
        <Controller
          control={form.control}
          name={name}
          render={({ field }) => {
            const value: unknown = field.value;
            return (
              <ColourInput
                ties={ties}
                value={typeof value === 'string' ? value : ''}
                onChange={field.onChange}
                onUnread={(unread, message) => field.onChange({ unread, message } satisfies Unread)}
                onBlur={field.onBlur}
              />
            );
          }}
        />
      )}
    </FieldFrame>
  );
}
