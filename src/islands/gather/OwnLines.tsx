import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Button, NumberField, TextField } from '~/components';
import { LIMITS, newId } from '~/core/keep/model';
import { edit } from '~/store';
import { setOwnLine } from './edits';
import css from './Gather.module.css';

/** Something that no plan knows of: buttons, a zip, a cushion pad. */
export function OwnLines() {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [count, setCount] = useState(1);
  const add = (): void => {
    const said = name.trim();
    if (said === '') return;
    edit((p) => setOwnLine(p, { id: newId(), name: said.slice(0, LIMITS.nameChars), count: Math.round(count) }));
    setName('');
    setCount(1);
    setOpen(false);
  };
  if (!open)
    return (
      <Button look="plain" icon={<Plus size={18} />} onClick={() => setOpen(true)}>
        Add your line
      </Button>
    );
  return (
    <div className={css.ownLine}>
      <TextField label="What else you need" value={name} hint="Buttons, a zip, a cushion pad" onChange={setName} />
      <NumberField label="How many" unit="" min={1} max={9999} value={count} onChange={setCount} />
      <div className={css.row}>
        <Button disabled={name.trim() === ''} onClick={add}>
          Add line
        </Button>
        <Button look="plain" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
