import { useLiveQuery } from 'dexie-react-hooks';
import { Archive, Copy, Download, FolderInput, Pencil, Plus, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button, ButtonLink, Dialog, Empty, Note, Picture, TextField, Toast } from '~/components';
import {
  db,
  deleteProject,
  download,
  duplicateProject,
  exportFile,
  importProject,
  makeProject,
  type ProjectRow,
  renameProject,
  restoreProject,
  seedDemo,
} from '~/store';
import css from './Home.module.css';

const open = (id: string): void => window.location.assign(`/project/${encodeURIComponent(id)}/pattern`);
const address = (id: string): string => `/project/${encodeURIComponent(id)}/pattern`;
const dateWords = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** The first page: every project, as the picture it will be. */
export function Home() {
  const [ready, setReady] = useState<'no' | 'yes' | 'failed'>('no');
  const [renaming, setRenaming] = useState<ProjectRow | null>(null);
  const [deleted, setDeleted] = useState<ProjectRow | null>(null);
  const [problems, setProblems] = useState<{ file: string; list: string[] } | null>(null);
  const [dropping, setDropping] = useState(false);
  const fileInput = useRef<HTMLInputElement>(null);

  useEffect(() => {
    seedDemo().then(
      () => setReady('yes'),
      () => setReady('failed'),
    );
  }, []);
  const rows = useLiveQuery(
    async () => (await db.projects.orderBy('updatedAt').reverse().toArray()).filter((r) => r.deletedAt === null),
    [],
  );

  const take = async (files: FileList | null): Promise<void> => {
    const file = files?.[0];
    if (!file) return;
    const result = await importProject(file);
    if (result.ok) open(result.id);
    else setProblems({ file: file.name, list: result.problems });
  };

  return (
    <main
      className={dropping ? `${css.page} ${css.dropping}` : css.page}
      onDragOver={(e) => {
        e.preventDefault();
        setDropping(true);
      }}
      onDragLeave={() => setDropping(false)}
      onDrop={(e) => {
        e.preventDefault();
        setDropping(false);
        void take(e.dataTransfer.files);
      }}
    >
      <header className={css.masthead}>
        <div>
          <h1>Apple Seam</h1>
          <p>
            Bonded appliqué, worked out before the iron is hot: which web, what heat, how long, which way round, what
            lies over what.
          </p>
        </div>
        <div className={css.actions}>
          <Button look="go" icon={<Plus size={20} />} onClick={async () => open(await makeProject())}>
            New project
          </Button>
          <Button icon={<FolderInput size={20} />} onClick={() => fileInput.current?.click()}>
            Open a file
          </Button>
          <ButtonLink href="/drawer" icon={<Archive size={20} />}>
            The Drawer
          </ButtonLink>
          <input
            ref={fileInput}
            className="visually-hidden"
            type="file"
            accept=".json,.seam.json,application/json"
            aria-label="Project file"
            tabIndex={-1}
            onChange={(e) => {
              void take(e.target.files);
              e.target.value = '';
            }}
          />
        </div>
      </header>

      <svg className={css.thread} aria-hidden="true" preserveAspectRatio="none" viewBox="0 0 1200 26">
        <path
          d="M0 14C120 2 240 2 380 13S640 24 800 12S1060 4 1200 14"
          fill="none"
          stroke="currentColor"
          strokeWidth="3.5"
          strokeLinecap="round"
          strokeDasharray="22 12"
          vectorEffect="non-scaling-stroke"
        />
      </svg>

      {ready === 'failed' && (
        <Note stop>
          This browser does not let the page keep anything, so projects cannot be stored. Leave private browsing, or
          allow site data for this address.
        </Note>
      )}
      {rows?.length === 0 && ready === 'yes' && (
        <Empty title="An empty table">
          <p>
            Start a new project, or open a project file that ends in .seam.json. You can also drop one anywhere on this
            page.
          </p>
        </Empty>
      )}

      <ul className={css.projects} aria-label="Projects" aria-busy={rows === undefined}>
        {rows?.map((row) => (
          <li key={row.id} className={css.project} data-project={row.id}>
            <a className={css.hung} href={address(row.id)} tabIndex={-1} aria-label={`Open ${row.name}`}>
              <Picture project={row.doc} spots={{}} title={row.name} />
            </a>
            <h2 className={css.name}>
              <a href={address(row.id)}>{row.name}</a>
            </h2>
            <p className={css.when}>
              {row.doc.pieces.length === 1 ? '1 piece' : `${row.doc.pieces.length} pieces`} · changed{' '}
              {dateWords.format(row.updatedAt)}
            </p>
            <div className={css.row}>
              <Button look="plain" icon={<Pencil size={16} />} onClick={() => setRenaming(row)}>
                Rename
              </Button>
              <Button look="plain" icon={<Copy size={16} />} onClick={() => void duplicateProject(row.id)}>
                Duplicate
              </Button>
              <Button
                look="plain"
                icon={<Download size={16} />}
                onClick={() => {
                  const { blob, filename } = exportFile(row.doc);
                  download(blob, filename);
                }}
              >
                Export
              </Button>
              <Button
                look="stop"
                icon={<Trash2 size={16} />}
                onClick={() => {
                  void deleteProject(row.id);
                  setDeleted(row);
                }}
              >
                Delete
              </Button>
            </div>
          </li>
        ))}
      </ul>

      <p className={css.foot}>
        Everything you make stays in this browser; export a project to keep a copy or pass it on. Irons, steam and
        blades hurt: follow the care label and the web’s own leaflet where they are stricter than a figure here.
      </p>

      {renaming && <Rename row={renaming} onClose={() => setRenaming(null)} />}
      {problems && (
        <Dialog title="That file could not be opened" onClose={() => setProblems(null)}>
          <p>Nothing was changed. In “{problems.file}”:</p>
          <ul className={css.problems}>
            {problems.list.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
          <Button onClick={() => setProblems(null)}>Close</Button>
        </Dialog>
      )}
      {deleted && (
        <Toast onGone={() => setDeleted(null)}>
          <span>“{deleted.name}” is deleted.</span>
          <Button
            onClick={() => {
              void restoreProject(deleted.id);
              setDeleted(null);
            }}
          >
            Undo
          </Button>
        </Toast>
      )}
    </main>
  );
}

function Rename({ row, onClose }: { row: ProjectRow; onClose: () => void }) {
  const [name, setName] = useState(row.name);
  return (
    <Dialog title="Rename" onClose={onClose}>
      <form
        className={css.form}
        onSubmit={(e) => {
          e.preventDefault();
          if (!name.trim()) return;
          void renameProject(row.id, name);
          onClose();
        }}
      >
        <TextField label="Name of the project" value={name} onChange={setName} />
        <div>
          <Button onClick={onClose}>Cancel</Button>
          <Button look="go" type="submit" disabled={!name.trim()}>
            Rename
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
