import { useLiveQuery } from 'dexie-react-hooks';
import { Archive, FolderInput, LifeBuoy, Plus, Trash2 } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { Boundary, Button, ButtonLink, Dialog, lazily, Note, TextField, Toast } from '~/components';
import type { EverythingRead } from '~/core/keep/archive';
import { DEMO_IDS, type DemoId, isDemoId } from '~/demo/ids';
import {
  type Attempt,
  attempt,
  copyIsDue,
  db,
  deleteProject,
  duplicateProject,
  findFolder,
  listProjects,
  openFile,
  type ProjectRow,
  remindLater,
  renameProject,
  restoreProject,
  seedDemo,
  takeDamaged,
  useFolder,
} from '~/store';
import { Frame } from '../app/Frame';
import { addressOf } from '../project/stations';
import css from './Home.module.css';
import { ProjectCard } from './ProjectCard';

const BinDialog = lazily('the bin', async () => (await import('./BinDialog')).BinDialog, 'dialog');
const CopiesDialog = lazily('keeping copies', async () => (await import('./CopiesDialog')).CopiesDialog, 'dialog');

const open = (id: string): void => window.location.assign(addressOf(id, 'pattern'));

/** What one learns from each project of the demo. */
const LESSONS: { readonly [D in DemoId]: string } = {
  'harbour-light':
    'Many layers: what goes down before what, a unit built on the sheet, and a word that can be retyped.',
  'lemon-pot': 'Washed and stitched, in inches: two sides of one thing, and lemons cut from their print.',
  'felt-tags': 'No needle at all: a window in felt, six alike under a heat press.',
  'comet-pennants': 'Two cloths glue to glue, pale to pale and dark to dark, a comet on each, nine in all.',
};

interface Trouble {
  readonly title: string;
  readonly file: string | null;
  readonly list: readonly string[];
  /** A document that can be mended. */
  readonly raw?: unknown;
}

/** The first page: every project, as the picture it will be. */
export function Home() {
  return (
    <Frame what="the first page">
      <Table />
    </Frame>
  );
}

function Table() {
  const [ready, setReady] = useState<'no' | 'yes' | 'failed'>('no');
  const [failure, setFailure] = useState('');
  const [renaming, setRenaming] = useState<ProjectRow | null>(null);
  const [deleted, setDeleted] = useState<ProjectRow | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [dialog, setDialog] = useState<'bin' | 'copies' | null>(null);
  const [everything, setEverything] = useState<EverythingRead | null>(null);
  const [due, setDue] = useState(false);
  const [dropping, setDropping] = useState(false);
  const [reading, setReading] = useState<string | null>(null);
  const fileInput = useRef<HTMLInputElement>(null);
  const folder = useFolder((s) => s.state);

  const begin = useCallback(async (): Promise<void> => {
    setReady('no');
    const laid = await attempt(seedDemo, undefined, () => void begin());
    setReady(laid.ok ? 'yes' : 'failed');
    if (!laid.ok) {
      setFailure(laid.words);
      return;
    }
    await findFolder();
    const asked = await attempt(() => copyIsDue());
    setDue(asked.ok && asked.value);
  }, []);
  useEffect(() => void begin(), [begin]);
  // What cannot be read is told by the beginning; the list then stays as it is.
  const rows = useLiveQuery(async () => (ready === 'failed' ? [] : await listProjects().catch(() => [])), [ready]);
  const binned = useLiveQuery(
    async () =>
      ready === 'failed'
        ? 0
        : await db.projects
            .filter((r) => r.deletedAt !== null)
            .count()
            .catch(() => 0),
    [ready],
  );

  /** Does something with storage and says so when it could not be done. */
  const doing = async <T,>(title: string, work: () => PromiseLike<T>): Promise<Attempt<T>> => {
    const done = await attempt(work);
    if (!done.ok) setTrouble({ title, file: null, list: [done.words] });
    return done;
  };

  const take = async (files: FileList | null): Promise<void> => {
    const file = files?.[0];
    if (!file) return;
    const title = 'That file could not be opened';
    setReading(file.name);
    try {
      const result = await openFile(file);
      if (result.kind === 'project') open(result.id);
      else if (result.kind === 'everything') {
        setEverything(result.read);
        setDialog('copies');
      } else
        setTrouble({
          title,
          file: file.name,
          list: result.problems,
          ...(result.kind === 'damaged' ? { raw: result.raw } : {}),
        });
    } catch (e) {
      const words = await attempt(() => Promise.reject(e));
      setTrouble({ title, file: file.name, list: [words.ok ? '' : words.words] });
    } finally {
      setReading(null);
    }
  };

  const own = rows?.filter((r) => !isDemoId(r.id));
  const shown = rows && DEMO_IDS.flatMap((id) => rows.filter((r) => r.id === id));
  const card = (row: ProjectRow): ReactNode => (
    <li key={row.id} className={css.project} data-project={row.id}>
      <Boundary what={`“${row.name}”`}>
        <ProjectCard
          row={row}
          lesson={isDemoId(row.id) ? LESSONS[row.id] : null}
          onRename={() => setRenaming(row)}
          onDuplicate={() => void doing('It was not duplicated', () => duplicateProject(row.id))}
          onDelete={async () => {
            if ((await doing('It was not deleted', () => deleteProject(row.id))).ok) setDeleted(row);
          }}
        />
      </Boundary>
    </li>
  );

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
          <ButtonLink look="go" href="/start" icon={<Plus size={20} />}>
            New project
          </ButtonLink>
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
            accept=".json,.seam,.seam.json,.zip,application/json,application/zip"
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
        <Note stop actions={<Button onClick={() => void begin()}>Try again</Button>}>
          {failure} Until then projects cannot be kept here.
        </Note>
      )}
      {reading && (
        <Note>
          <span role="status">Reading “{reading}” …</span>
        </Note>
      )}
      {due && (
        <Note
          actions={
            <>
              <Button
                look="go"
                onClick={() => {
                  setDue(false);
                  setDialog('copies');
                }}
              >
                Keep a copy
              </Button>
              <Button
                onClick={() => {
                  setDue(false);
                  void attempt(() => remindLater());
                }}
              >
                Ask again in a week
              </Button>
            </>
          }
        >
          For three weeks or more nothing was kept in a file of your own, and a browser can be cleared.
        </Note>
      )}
      {(folder === 'asks' || folder === 'failed') && (
        <Note stop={folder === 'failed'} actions={<Button onClick={() => setDialog('copies')}>See to it</Button>}>
          {folder === 'asks'
            ? 'The folder that projects are also written to needs your word again.'
            : 'The folder that projects are also written to could not be written to.'}
        </Note>
      )}
      <section aria-labelledby="yours">
        <h2 id="yours" className={css.shelfTitle}>
          Yours
        </h2>
        {own?.length === 0 && (
          <p className={css.nothing}>
            Nothing of your own yet. Start a new project, or open a project file that ends in .seam or .seam.json; you
            can also drop one anywhere on this page.
          </p>
        )}
        <ul className={css.projects} aria-label="Your projects" aria-busy={rows === undefined}>
          {own?.map(card)}
        </ul>
      </section>
      {shown !== undefined && shown.length > 0 && (
        <section aria-labelledby="shelf" className={css.shelf}>
          <h2 id="shelf" className={css.shelfTitle}>
            On the shelf, to look into
          </h2>
          <p className={css.nothing}>Made up for you to take apart. Nothing you do to them spoils anything.</p>
          <ul className={css.projects} aria-label="Projects to look into">
            {shown.map(card)}
          </ul>
        </section>
      )}

      <footer className={css.foot}>
        <p>
          Everything you make stays in this browser; export a project to pass it on, and keep a copy of everything now
          and then. Irons, steam and blades hurt: follow the care label and the web’s own leaflet where they are
          stricter than a figure here.
        </p>
        <div className={css.actions}>
          <Button icon={<LifeBuoy size={20} />} onClick={() => setDialog('copies')}>
            Keep everything
          </Button>
          <Button icon={<Trash2 size={20} />} onClick={() => setDialog('bin')}>
            {binned ? `The bin (${binned})` : 'The bin'}
          </Button>
        </div>
      </footer>

      {renaming && (
        <Rename
          row={renaming}
          onName={(name) => void doing('It was not renamed', () => renameProject(renaming.id, name))}
          onClose={() => setRenaming(null)}
        />
      )}
      {dialog === 'bin' && <BinDialog onClose={() => setDialog(null)} />}
      {dialog === 'copies' && (
        <CopiesDialog
          brought={everything}
          onClose={() => {
            setDialog(null);
            setEverything(null);
          }}
        />
      )}
      {trouble && (
        <Dialog title={trouble.title} onClose={() => setTrouble(null)}>
          <p>
            Nothing was changed.
            {trouble.file !== null && ` In “${trouble.file}”:`}
          </p>
          <ul className={css.problems}>
            {trouble.list.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
          <div className={css.actions}>
            {trouble.raw !== undefined && (
              <Button
                look="go"
                onClick={async () => {
                  const { raw, file } = trouble;
                  const taken = await attempt(() =>
                    takeDamaged(raw, file?.replace(/\.seam(\.json)?$|\.json$/i, '') ?? ''),
                  );
                  if (taken.ok) open(taken.value);
                  else setTrouble({ title: 'It could not be taken in', file: null, list: [taken.words] });
                }}
              >
                See what can be mended
              </Button>
            )}
            <Button onClick={() => setTrouble(null)}>Close</Button>
          </div>
        </Dialog>
      )}
      {deleted && (
        <Toast onGone={() => setDeleted(null)}>
          <span>“{deleted.name}” is in the bin.</span>
          <Button
            onClick={() => {
              void doing('It was not brought back', () => restoreProject(deleted.id));
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

function Rename({ row, onName, onClose }: { row: ProjectRow; onName: (name: string) => void; onClose: () => void }) {
  const [name, setName] = useState(row.name);
  return (
    <Dialog title="Rename" onClose={onClose}>
      <form
        className={css.form}
        onSubmit={(e) => {
          e.preventDefault();
          if (!name.trim()) return;
          onName(name);
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
