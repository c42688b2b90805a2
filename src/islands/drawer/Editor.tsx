import { Trash2 } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import {
  type DefaultValues,
  type FieldErrors,
  get,
  type Resolver,
  set,
  type UseFormReturn,
  useForm,
  useWatch,
} from 'react-hook-form';
import { Button, Dialog, FormText, isUnread, Note } from '~/components';
import type { DisplayUnits } from '~/core/base/units';
import {
  type DrawerContents,
  type DrawerKind,
  doubtsOf,
  KIND_WORDS,
  THING_SCHEMAS,
  type Things,
} from '~/core/keep/drawer';
import { problemsFrom } from '~/core/keep/model';
import { useUnits } from '~/store';
import { doubtWords } from '~/words';
import css from './Drawer.module.css';

/** What the form holds is checked by the schema that everything else is checked by, and told in the same words. */
const checkedBy =
  <K extends DrawerKind>(kind: K): Resolver<Things[K]> =>
  (values) => {
    const parsed = THING_SCHEMAS[kind].safeParse(values);
    const errors: FieldErrors<Things[K]> = {};
    if (!values.name?.trim()) set(errors, 'name', { type: 'required', message: 'Give it a name.' });
    if (!parsed.success) {
      const problems = problemsFrom(parsed.error, values);
      parsed.error.issues.forEach((issue, i) => {
        const path = issue.path.join('.');
        const typed: unknown = get(values, path);
        const message = isUnread(typed) ? typed.message : problems[i]?.message;
        set(errors, path, { type: issue.code, message });
      });
    }
    return Object.keys(errors).length > 0 || !parsed.success
      ? { values: {}, errors }
      : { values: parsed.data as Things[K], errors: {} };
  };

/** What an editor of one kind is given. */
export interface EditorProps<K extends DrawerKind> {
  thing: Things[K];
  isNew: boolean;
  drawer: DrawerContents;
  onKeep: (thing: Things[K]) => void;
  onRemove: () => void;
  /** Why it could not be kept, in words. */
  trouble: string | null;
  onClose: () => void;
}

/** What every editor shares: a form over one thing, what does not fit said beside it, keep, copy and take out. */
export function Editor<K extends DrawerKind>({
  kind,
  thing,
  isNew,
  drawer,
  onKeep,
  onRemove,
  trouble,
  onClose,
  children,
}: EditorProps<K> & {
  kind: K;
  children: (form: UseFormReturn<Things[K]>, watched: Things[K], units: DisplayUnits) => ReactNode;
}) {
  const { one } = KIND_WORDS[kind];
  const form = useForm<Things[K]>({
    defaultValues: thing as DefaultValues<Things[K]>,
    resolver: checkedBy(kind),
    mode: 'onBlur',
  });
  const watched = useWatch({ control: form.control }) as Things[K];
  const doubts = useMemo(() => {
    const parsed = THING_SCHEMAS[kind].safeParse(watched);
    return parsed.success ? doubtsOf(kind, parsed.data as Things[K], drawer) : [];
  }, [kind, watched, drawer]);
  const units = useUnits() ?? 'mm';
  return (
    <Dialog wide title={isNew ? `A new ${one}` : watched.name || `A ${one}`} onClose={onClose}>
      <form
        className={css.editor}
        noValidate
        onSubmit={form.handleSubmit((t) => onKeep({ ...thing, ...t } as Things[K]))}
      >
        <FormText form={form} name={'name' as never} label="Name" />
        {children(form, watched, units)}
        {doubts.length > 0 && (
          <Note>
            <ul>
              {doubts.map((d) => (
                <li key={d.code}>{doubtWords(d, units)}</li>
              ))}
            </ul>
          </Note>
        )}
        {trouble && <Note stop>{trouble}</Note>}
        <div className={css.editorEnd}>
          {!isNew && (
            <Button look="stop" icon={<Trash2 size={18} />} onClick={onRemove}>
              Delete
            </Button>
          )}
          <span />
          <Button onClick={onClose}>Cancel</Button>
          <Button look="go" type="submit">
            {isNew ? 'Add to Drawer' : 'Save'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** A part of an editor under a small title. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className={css.part}>
      <legend>{title}</legend>
      <div className={css.fields}>{children}</div>
    </fieldset>
  );
}
