import { Dialog, FieldChoice } from '~/components';
import { attemptOrTell } from '~/store';
import css from './KeysDialog.module.css';
import { KEYS, setSingleKeys } from './keys';
import { useSingleKeys } from './useSingleKeys';

const PLACES = [
  { where: 'everywhere', title: 'At every station' },
  { where: 'pattern', title: 'In Pattern' },
  { where: 'layers', title: 'In Layers' },
] as const;

/** Every key that does something, and a switch for those of one letter. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  const single = useSingleKeys();
  return (
    <Dialog title="Keys" onClose={onClose}>
      <FieldChoice
        label="Single-key shortcuts"
        value={single ? 'on' : 'off'}
        options={[
          { value: 'on', label: 'on' },
          { value: 'off', label: 'off' },
        ]}
        onChange={(v) => void attemptOrTell('That could not be saved', () => setSingleKeys(v === 'on'))}
      />
      {PLACES.map(({ where, title }) => (
        <section key={where} className={css.place}>
          <h3>{title}</h3>
          <dl className={css.keys}>
            {Object.entries(KEYS)
              .filter(([, k]) => k.where === where)
              .map(([id, k]) => (
                <div key={id} data-off={k.single && !single}>
                  <dt>
                    {k.keys.map((one) => (
                      <kbd key={one}>{one}</kbd>
                    ))}
                  </dt>
                  <dd>{k.does}</dd>
                </div>
              ))}
          </dl>
        </section>
      ))}
      <p>On a Mac, Command stands for Ctrl. Tab goes through everything, Enter and Space press it.</p>
    </Dialog>
  );
}
