import { useLiveQuery } from 'dexie-react-hooks';
import { Download, Trash2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Boundary, Button, Dialog, Note, PictureView } from '~/components';
import { viewOf } from '~/core/keep/model';
import {
  attempt,
  exportProject,
  exportRaw,
  forgetProject,
  forgetUnusedPictures,
  KEEP_DELETED_MS,
  listProjects,
  type ProjectRow,
  restoreProject,
} from '~/store';
import css from './Home.module.css';
import { soundProject } from './sound';

const DAY_MS = 24 * 3600 * 1000;
const daysLeft = (row: ProjectRow): string => {
  const days = Math.max(1, Math.ceil(((row.deletedAt ?? 0) + KEEP_DELETED_MS - Date.now()) / DAY_MS));
  return days === 1 ? 'one more day here' : `${days} more days here`;
};

/** What was thrown away: it can be brought back for a month. */
export function BinDialog({ onClose }: { onClose: () => void }) {
  const rows = useLiveQuery(async () => await listProjects(true), []);
  const [sure, setSure] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const doing = async (work: () => PromiseLike<unknown>): Promise<void> => {
    const done = await attempt(work);
    setError(done.ok ? null : done.words);
    setSure(null);
  };
  return (
    <Dialog wide title="The bin" onClose={onClose}>
      {error && <Note stop>{error}</Note>}
      {!rows && <p role="status">Looking …</p>}
      {rows?.length === 0 && <p>It is empty. What you delete stays here for a month, and you can restore it.</p>}
      <ul className={css.bin} aria-label="Deleted projects">
        {rows?.map((row) => (
          <li key={row.id} data-binned={row.id}>
            <div className={css.thumb}>
              <Boundary what="its picture">{pictured(row)}</Boundary>
            </div>
            <div>
              <h3>{row.name}</h3>
              <p className={css.when}>{daysLeft(row)}</p>
              <div className={css.actions}>
                <Button look="go" icon={<Undo2 size={18} />} onClick={() => void doing(() => restoreProject(row.id))}>
                  Restore
                </Button>
                <Button
                  icon={<Download size={18} />}
                  onClick={() => (soundProject(row.doc) ? void exportProject(row.doc) : exportRaw(row.doc, row.name))}
                >
                  Export
                </Button>
                {sure === row.id ? (
                  <Button
                    look="stop"
                    onClick={() =>
                      void doing(async () => {
                        await forgetProject(row.id);
                        await forgetUnusedPictures();
                      })
                    }
                  >
                    Yes, delete for good
                  </Button>
                ) : (
                  <Button look="stop" icon={<Trash2 size={18} />} onClick={() => setSure(row.id)}>
                    Delete for good
                  </Button>
                )}
              </div>
            </div>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

/** The picture of a deleted project, where it is sound. */
function pictured(row: ProjectRow) {
  const project = soundProject(row.doc);
  return project && <PictureView project={viewOf(project, null)} spots={{}} title={row.name} />;
}
