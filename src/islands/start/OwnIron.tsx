import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { Button, FieldChoice, TextField } from '~/components';
import { IRON_SORTS, type IronSort, isDry, ownIron, STEAMS, type Steams } from '~/core/intake/start';
import { freeName } from '~/core/keep/drawer';
import { type Iron, newId } from '~/core/keep/model';

const SORT_WORDS: { readonly [S in IronSort]: string } = {
  household: 'household iron',
  travel: 'travel iron, two marks',
  craft: 'small craft iron',
  press: 'heat press',
};
const STEAM_WORDS: { readonly [S in Steams]: string } = {
  never: 'never',
  middle: 'from its middle mark',
  hottest: 'at its hottest mark only',
};

/** An iron that the Drawer does not have: what it is, from where it steams, what it is called. */
export function OwnIron({
  irons,
  iron,
  onChange,
}: {
  irons: readonly Iron[];
  iron: Iron | null;
  onChange: (iron: Iron | null) => void;
}) {
  const [sort, setSort] = useState<IronSort>('household');
  const [steams, setSteams] = useState<Steams>('middle');
  const [name, setName] = useState('');
  const [id] = useState(newId);
  const tell = (more: { sort?: IronSort; steams?: Steams; name?: string }): void => {
    const next = { sort, steams, name, ...more };
    setSort(next.sort);
    setSteams(next.steams);
    setName(next.name);
    const called = freeName(
      next.name.trim() || 'My iron',
      irons.map((i) => i.name),
    );
    onChange(ownIron(id, called, next.sort, next.steams));
  };
  if (!iron)
    return (
      <div>
        <Button icon={<Plus size={18} />} onClick={() => tell({})}>
          Mine is not here
        </Button>
      </div>
    );
  return (
    <>
      <FieldChoice
        label="What is it?"
        value={sort}
        options={IRON_SORTS.map((value) => ({ value, label: SORT_WORDS[value] }))}
        onChange={(value) => tell({ sort: value })}
      />
      {!isDry(sort) && (
        <FieldChoice
          label="It steams"
          value={steams}
          options={STEAMS.map((value) => ({ value, label: STEAM_WORDS[value] }))}
          onChange={(value) => tell({ steams: value })}
        />
      )}
      <TextField
        label="Name (if it has one)"
        value={name}
        maxLength={60}
        hint="its weight and size are taken as usual; mend them in the Drawer"
        onChange={(value) => tell({ name: value })}
      />
      <div>
        <Button icon={<X size={18} />} onClick={() => onChange(null)}>
          One of the others
        </Button>
      </div>
    </>
  );
}
