import { useState } from 'react';
import { Button, Dialog, Note, NumberField } from '~/components';
import { leanAt, leanFromScale, pressureKPa } from '~/core/choose/press';
import type { Iron } from '~/core/keep/model';
import { leanWords } from '~/words';
import css from './Press.module.css';
import { useKeepIron } from './useKeepIron';

/** What a lean is worth, from a kitchen or bathroom scale under the board. */
export function LeanDialog({ iron, onClose }: { iron: Iron; onClose: () => void }) {
  const { where, keep } = useKeepIron(iron);
  const [error, setError] = useState<string | null>(null);
  const [resting, setResting] = useState(2);
  const [leaning, setLeaning] = useState(Math.round((2 + iron.leanN / 9.80665) * 10) / 10);
  const leanN = leanFromScale(leaning, resting);
  const kPa = pressureKPa({ ...iron, leanN });
  return (
    <Dialog title="Weigh your pressure" onClose={onClose}>
      <div className={css.measureForm}>
        <p>
          Put a scale on the board, a folded towel on it, and the cold iron on that. Read it with the iron just standing
          there, then pressing as you usually do.
        </p>
        <NumberField
          label="Iron alone"
          unit=" kg"
          decimals={1}
          value={resting}
          min={0}
          max={200}
          onChange={setResting}
        />
        <NumberField
          label="Pressing as usual"
          unit=" kg"
          decimals={1}
          value={leaning}
          min={0}
          max={200}
          onChange={setLeaning}
        />
        <p>
          That is <strong>{Math.round(leanN)} N</strong>; with the iron’s own mass {kPa.toFixed(1)} kPa under this
          soleplate: {leanWords(leanAt(kPa))}.
        </p>
        {error && <Note stop>{error}</Note>}
        {where}
        <div className={css.row}>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            look="go"
            onClick={() => {
              const refused = keep(`weigh the pressure on ${iron.name}`, (mine) => {
                mine.leanN = Math.round(leanN * 10) / 10;
              });
              setError(refused);
              if (!refused) onClose();
            }}
          >
            Save
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
