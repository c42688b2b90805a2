import { ClothSwatch, Select, TextField } from '~/components';
import { type NewCloth, newCloth } from '~/core/keep/drawer';
import { clothOptions, colourAndKind, spell } from '~/words';
import { ColourField } from './ColourField';
import css from './FabricChoice.module.css';

/** A cloth to start from: plain cotton in the colour of unbleached cloth. */
export const USUAL_CLOTH: NewCloth = { clothId: 'quilting-cotton', colour: '#c9b99a', use: '' };

/** The three answers a new cloth needs. */
export function NewClothFields({
  cloth,
  onChange,
  onReadable,
}: {
  cloth: NewCloth;
  onChange: (cloth: NewCloth) => void;
  /** Whether its colour is understood as it is typed. */
  onReadable: (readable: boolean) => void;
}) {
  return (
    <div className={css.three}>
      <ClothSwatch fabric={newCloth('new', cloth, [], colourAndKind)} size={84} />
      <div className={css.fields}>
        <Select
          label="What fabric?"
          value={cloth.clothId}
          options={clothOptions()}
          onChange={(clothId) => onChange({ ...cloth, clothId })}
        />
        <ColourField
          label={spell('Colour')}
          hint="a name like teal, or a code like #a1b2c3"
          value={cloth.colour}
          onReadable={onReadable}
          onChange={(colour) => onChange({ ...cloth, colour })}
        />
        <TextField
          label="What for? (this names it)"
          value={cloth.use}
          maxLength={60}
          onChange={(use) => onChange({ ...cloth, use })}
        />
      </div>
    </div>
  );
}
