import { FormLength, FormLines, FormNumber, FormPrice, FormSelect, ThreadSwatch } from '~/components';
import { THREAD_KINDS } from '~/core/model';
import { FormColour } from '../cloth/ColourField';
import css from './Drawer.module.css';
import { Editor, type EditorProps, Part } from './Editor';
import { THREAD_KIND_WORDS } from './words';

/** A thread on its spool. */
export function ThreadEditor(props: EditorProps<'threads'>) {
  return (
    <Editor kind="threads" {...props}>
      {(form, t, units) => (
        <>
          <div className={css.start}>
            <ThreadSwatch colour={t.colour ?? '#808080'} size={84} />
            <FormSelect
              form={form}
              name="kind"
              label="Kind"
              options={THREAD_KINDS.map((value) => ({ value, label: THREAD_KIND_WORDS[value] }))}
            />
            <FormColour form={form} name="colour" label="Colour" hint="a name like teal, or a code like #a1b2c3" />
          </div>
          <Part title="On the spool">
            <FormLength form={form} units={units} run min={0} max={100_000_000} name="stockMm" label="Left" />
            <FormLength
              form={form}
              units={units}
              run
              min={1000}
              max={100_000_000}
              name="spoolMm"
              label="A new spool holds"
            />
            <FormPrice form={form} name="pricePerSpool" per={1} label="A new spool costs" />
            <FormNumber
              form={form}
              name="tex"
              label="Tex, g/km"
              hint="sewing thread is about 30, topstitching 60 and more"
            />
          </Part>
          <FormLines form={form} name="note" label="Note" />
        </>
      )}
    </Editor>
  );
}
