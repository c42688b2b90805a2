import { Download, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button, Dialog, Note, PictureView } from '~/components';
import { type Project, parseProject, viewOf } from '~/core/keep/model';
import { attempt, exportProject, exportRaw, takeBack, type VersionRow, versionsOf } from '~/store';
import { momentWords } from '~/words';
import css from './VersionsDialog.module.css';

const WHY: Readonly<Record<VersionRow['why'], string>> = {
  kept: 'saved as you worked',
  before: 'saved before something replaced it',
  damaged: 'damaged, kept as it was',
};

interface Shown {
  readonly row: VersionRow & { readonly asWritten: boolean };
  /** null: no sound project. */
  readonly project: Project | null;
}

/** The project as it once was: looked at, taken back, or saved as a file. */
export function VersionsDialog({ project, onClose }: { project: Project; onClose: () => void }) {
  const [versions, setVersions] = useState<readonly Shown[] | null>(null);
  const [chosen, setChosen] = useState(0);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    void attempt(() => versionsOf(project.id)).then((read) => {
      if (gone) return;
      if (!read.ok) {
        setError(read.words);
        setVersions([]);
        return;
      }
      setVersions(
        read.value.map((row) => {
          const parsed = parseProject(row.doc);
          return { row, project: parsed.ok ? parsed.project : null };
        }),
      );
    });
    return () => {
      gone = true;
    };
  }, [project.id]);
  const shown = versions?.[chosen];
  return (
    <Dialog wide title="Earlier versions" onClose={onClose}>
      {error && <Note stop>{error}</Note>}
      {!versions && <p role="status">Looking …</p>}
      {versions?.length === 0 && !error && (
        <p>
          None yet. Once you change something, a version is saved, and again every few minutes while you work. The last
          twenty are kept.
        </p>
      )}
      {versions && versions.length > 0 && (
        <div className={css.versions}>
          <ul aria-label="Versions, newest first">
            {versions.map((v, i) => (
              <li key={v.row.key}>
                <button type="button" aria-pressed={i === chosen} onClick={() => setChosen(i)}>
                  <b>{momentWords(v.row.at)}</b>
                  <span>
                    {v.project && (v.project.pieces.length === 1 ? '1 piece, ' : `${v.project.pieces.length} pieces, `)}
                    {WHY[v.row.why]}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {shown && (
            <div className={css.shown}>
              {!shown.row.asWritten && (
                <Note stop>This one is not what was saved: the browser’s storage may be damaged. Check it.</Note>
              )}
              {shown.project ? (
                <div className={css.picture}>
                  <PictureView
                    project={viewOf(shown.project, null)}
                    spots={{}}
                    title={`As it was on ${momentWords(shown.row.at)}`}
                  />
                </div>
              ) : (
                <Note>This one cannot be shown. Save it, then open that file on the first page to repair it.</Note>
              )}
              <div className={css.actions}>
                {shown.project && (
                  <Button
                    look="go"
                    icon={<Undo2 size={20} />}
                    onClick={async () => {
                      const refused = shown.project && (await takeBack(shown.project));
                      if (refused) setError(refused);
                      else onClose();
                    }}
                  >
                    Use this version
                  </Button>
                )}
                <Button
                  icon={<Download size={20} />}
                  onClick={() =>
                    shown.project ? void exportProject(shown.project) : exportRaw(shown.row.doc, project.name)
                  }
                >
                  Save as a file
                </Button>
              </div>
              <p className={css.hint}>Undo brings today’s state back. What was done at the board stays done.</p>
            </div>
          )}
        </div>
      )}
    </Dialog>
  );
}
