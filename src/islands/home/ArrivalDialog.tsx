import { useState } from 'react';
import { Button, Dialog, Note, PictureView } from '~/components';
import { type Project, viewOf } from '~/core/keep/model';
import { type ArrivalChoice, type Arrived, attempt, takeArrived } from '~/store';
import { momentWords } from '~/words';
import css from './Home.module.css';

/** A project that came as a file, of which something has to be said before it is stored: it is already here, or is not as it was written. */
export function ArrivalDialog({
  arrived,
  onTaken,
  onClose,
}: {
  arrived: Arrived;
  onTaken: (id: string) => void;
  onClose: () => void;
}) {
  const { project, damage, here } = arrived;
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async (choice: ArrivalChoice): Promise<void> => {
    setBusy(true);
    const done = await attempt(() => takeArrived(arrived, choice), null);
    setBusy(false);
    if (done.ok) onTaken(done.value);
    else setError(done.words);
  };
  return (
    <Dialog wide title={here ? `“${here.project.name}” is already here` : `“${project.name}”`} onClose={onClose}>
      <div className={css.copies}>
        {error && <Note stop>{error}</Note>}
        {damage.length > 0 && (
          <Note stop>{damage.join(' ')} You can open it. Check its sizes and times before you sew by them.</Note>
        )}
        {here && (
          <div className={css.twoSides}>
            <Side title={`Here, changed ${momentWords(here.updatedAt)}`} project={here.project} />
            <Side title="In the file" project={project} />
          </div>
        )}
        {here ? (
          <ul className={css.ways}>
            <li>
              <Button look="go" disabled={busy} onClick={() => void take('hands')}>
                Import what was done there
              </Button>
              <span>What was ticked off and noted at that board counts here, with its photos. The pattern stays.</span>
            </li>
            <li>
              <Button disabled={busy} onClick={() => void take('instead')}>
                Replace the one here
              </Button>
              <span>The one here is kept as an earlier version. What was done on both counts.</span>
            </li>
            <li>
              <Button disabled={busy} onClick={() => void take('beside')}>
                Keep both
              </Button>
              <span>Both stay as they are.</span>
            </li>
          </ul>
        ) : (
          <div className={css.actions}>
            <Button look="go" disabled={busy} onClick={() => void take('beside')}>
              Import it
            </Button>
          </div>
        )}
        <div className={css.actions}>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </div>
    </Dialog>
  );
}

/** One of two states of a project: its picture, and how far hands have come. */
export function Side({ title, project }: { title: string; project: Project }) {
  const steps = project.board.done.length;
  return (
    <figure>
      <figcaption>{title}</figcaption>
      <PictureView project={viewOf(project, null)} spots={{}} title={`${project.name}, ${title}`} />
      <span>
        “{project.name}”, {project.pieces.length === 1 ? '1 piece' : `${project.pieces.length} pieces`}
        {steps > 0 ? ', begun at the board' : ''}
      </span>
    </figure>
  );
}
