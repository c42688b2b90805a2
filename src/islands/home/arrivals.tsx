import { useState } from 'react';
import { Button, Dialog } from '~/components';
import type { EverythingRead } from '~/core/keep/archive';
import { type Arrived, attempt, openFile, takeDamaged } from '~/store';
import { addressOf } from '../project/stations';
import css from './Home.module.css';

/** Why something could not be done. */
export interface Trouble {
  readonly title: string;
  readonly file: string | null;
  readonly list: readonly string[];
  /** A document that can be mended. */
  readonly raw?: unknown;
}

/** Files that come in on the first page, and what has to be asked about them. @param onEverything a copy of everything came in */
export function useArrivals(onEverything: () => void) {
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [everything, setEverything] = useState<EverythingRead | null>(null);
  const [arrived, setArrived] = useState<Arrived | null>(null);
  const [reading, setReading] = useState<string | null>(null);
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setReading(file.name);
    const read = await attempt(() => openFile(file), null);
    setReading(null);
    const title = 'That file could not be opened';
    if (!read.ok) {
      setTrouble({ title, file: file.name, list: [read.words] });
      return;
    }
    const opened = read.value;
    if (opened.kind === 'project') window.location.assign(addressOf(opened.id, 'pattern'));
    else if (opened.kind === 'asks') setArrived(opened.arrived);
    else if (opened.kind === 'everything') {
      setEverything(opened.read);
      onEverything();
    } else
      setTrouble({
        title,
        file: file.name,
        list: opened.problems,
        ...(opened.kind === 'damaged' ? { raw: opened.raw } : {}),
      });
  };
  return { take, reading, trouble, setTrouble, everything, setEverything, arrived, setArrived };
}

/** What went wrong with a file or with storage; nothing was changed. What can be mended leads on. */
export function TroubleDialog({
  trouble,
  onTaken,
  onTrouble,
}: {
  trouble: Trouble;
  onTaken: (id: string) => void;
  onTrouble: (trouble: Trouble | null) => void;
}) {
  const { title, file, list, raw } = trouble;
  return (
    <Dialog title={title} onClose={() => onTrouble(null)}>
      <p>
        Nothing was changed.
        {file !== null && ` In “${file}”:`}
      </p>
      <ul className={css.problems}>
        {list.map((p) => (
          <li key={p}>{p}</li>
        ))}
      </ul>
      <div className={css.actions}>
        {raw !== undefined && (
          <Button
            look="go"
            onClick={async () => {
              const taken = await attempt(() => takeDamaged(raw, file?.replace(/\.seam(\.json)?$|\.json$/i, '') ?? ''));
              if (taken.ok) onTaken(taken.value);
              else onTrouble({ title: 'It could not be imported', file: null, list: [taken.words] });
            }}
          >
            See what can be repaired
          </Button>
        )}
        <Button onClick={() => onTrouble(null)}>Close</Button>
      </div>
    </Dialog>
  );
}
