import { useState } from 'react';
import { Button, Dialog, Note } from '~/components';
import { newCloth } from '~/core/keep/drawer';
import { type Fabric, newId } from '~/core/keep/model';
import { colourAndKind } from '~/words';
import css from './FabricChoice.module.css';
import { NewClothFields, USUAL_CLOTH } from './NewClothFields';

/** A new cloth on the spot, in three answers. */
export function NewClothDialog({
  taken,
  onCloth,
  onClose,
}: {
  taken: readonly string[];
  /** @returns why it was not taken, in words */
  onCloth: (cloth: Fabric) => string | null;
  onClose: () => void;
}) {
  const [cloth, setCloth] = useState(USUAL_CLOTH);
  const [readable, setReadable] = useState(true);
  const [error, setError] = useState<string | null>(null);
  return (
    <Dialog title="A new fabric" onClose={onClose}>
      <form
        className={css.form}
        onSubmit={(e) => {
          e.preventDefault();
          // Why it is not understood stands at the field.
          if (!readable) return;
          const refused = onCloth(newCloth(newId(), cloth, taken, colourAndKind));
          setError(refused);
          if (!refused) onClose();
        }}
      >
        <NewClothFields cloth={cloth} onChange={setCloth} onReadable={setReadable} />
        <p className={css.small}>
          The rest is typical of such a fabric. It is kept in the Drawer too, where you can change it.
        </p>
        {error && <Note stop>{error}</Note>}
        <div className={css.end}>
          <Button onClick={onClose}>Cancel</Button>
          <Button look="go" type="submit">
            Use it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
