import { useLiveQuery } from 'dexie-react-hooks';
import { BookOpenText, LifeBuoy, Trash2 } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { Boundary, Button, ButtonLink, Dialog, lazily, Note, TextField, Toast } from '~/components';
import { DEMO_IDS, type DemoId, isDemoId } from '~/demo/ids';
import {
  type Attempt,
  attempt,
  db,
  deleteProject,
  duplicateProject,
  findFolder,
  listProjects,
  noteVisit,
  type ProjectRow,
  renameProject,
  restoreProject,
  seedDemo,
  useWays,
} from '~/store';
import { Frame } from '../app/Frame';
import { AskWays, WaysDialog } from '../app/WaysDialog';
import { addressOf } from '../project/stations';
import { TroubleDialog, useArrivals } from './arrivals';
import css from './Home.module.css';
import { Masthead, Reminders } from './Masthead';
import { ProjectCard } from './ProjectCard';

const BinDialog = lazily('the bin', async () => (await import('./BinDialog')).BinDialog, 'dialog');
const ArrivalDialog = lazily('what arrived', async () => (await import('./ArrivalDialog')).ArrivalDialog, 'dialog');
const CopiesDialog = lazily('keeping copies', async () => (await import('./CopiesDialog')).CopiesDialog, 'dialog');

const open = (id: string): void => window.location.assign(addressOf(id, 'pattern'));

/** What one learns from each project of the demo. */
const LESSONS: { readonly [D in DemoId]: string } = {
  'harbour-light': 'Many layers: what goes down first, a unit built on the pressing sheet, and a word you can retype.',
  'lemon-pot': 'Washed and stitched, in inches: two sides of one thing, and lemons cut from a print.',
  'felt-tags': 'No needle at all: a window in felt, six alike under a heat press.',
  'comet-pennants': 'Two fabrics glue to glue, pale to pale and dark to dark, a comet on each: nine in all.',
};

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
  const [dialog, setDialog] = useState<'bin' | 'copies' | 'ways' | null>(null);
  const asked = useWays();
  const [dropping, setDropping] = useState(false);
  const arrivals = useArrivals(() => setDialog('copies'));
  const { trouble, setTrouble } = arrivals;

  const begin = useCallback(async (): Promise<void> => {
    setReady('no');
    const laid = await attempt(seedDemo, undefined, () => void begin());
    setReady(laid.ok ? 'yes' : 'failed');
    if (!laid.ok) {
      setFailure(laid.words);
      return;
    }
    await findFolder();
    void attempt(() => noteVisit());
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
        void arrivals.take(e.dataTransfer.files[0]);
      }}
    >
      <Masthead onFile={(f) => void arrivals.take(f)} onWays={asked ? () => setDialog('ways') : null} />
      {ready !== 'failed' && asked?.chosen === false && <AskWays now={asked.ways} />}
      {ready === 'failed' && (
        <Note stop actions={<Button onClick={() => void begin()}>Try again</Button>}>
          {failure} Until then projects cannot be saved here.
        </Note>
      )}
      {arrivals.reading && (
        <Note>
          <span role="status">Reading “{arrivals.reading}” …</span>
        </Note>
      )}
      <Reminders ready={ready === 'yes'} onCopies={() => setDialog('copies')} />
      <section aria-labelledby="yours">
        <h2 id="yours" className={css.shelfTitle}>
          Yours
        </h2>
        {own?.length === 0 && (
          <p className={css.nothing}>
            Nothing of your own yet. Start a new project, or open a project file (.seam or .seam.json). You can also
            drop one anywhere on this page.
          </p>
        )}
        <ul className={css.projects} aria-label="Your projects" aria-busy={rows === undefined}>
          {own?.map(card)}
        </ul>
      </section>
      {shown !== undefined && shown.length > 0 && (
        <section aria-labelledby="shelf" className={css.shelf}>
          <h2 id="shelf" className={css.shelfTitle}>
            Example projects
          </h2>
          <p className={css.nothing}>Made up for you to take apart. Nothing you do to them spoils anything.</p>
          <ul className={css.projects} aria-label="Example projects">
            {shown.map(card)}
          </ul>
        </section>
      )}

      <Foot binned={binned ?? 0} onDialog={setDialog} />

      {renaming && (
        <Rename
          row={renaming}
          onName={(name) => void doing('It was not renamed', () => renameProject(renaming.id, name))}
          onClose={() => setRenaming(null)}
        />
      )}
      {dialog === 'ways' && asked && (
        <WaysDialog now={asked.ways} chosen={asked.chosen} onClose={() => setDialog(null)} />
      )}
      {dialog === 'bin' && <BinDialog onClose={() => setDialog(null)} />}
      {dialog === 'copies' && (
        <CopiesDialog
          brought={arrivals.everything}
          onArrived={(arrived) => {
            setDialog(null);
            arrivals.setArrived(arrived);
          }}
          onClose={() => {
            setDialog(null);
            arrivals.setEverything(null);
          }}
        />
      )}
      {arrivals.arrived && (
        <ArrivalDialog arrived={arrivals.arrived} onTaken={open} onClose={() => arrivals.setArrived(null)} />
      )}
      {trouble && <TroubleDialog trouble={trouble} onTaken={open} onTrouble={setTrouble} />}
      {deleted && (
        <Toast onGone={() => setDeleted(null)}>
          <span>“{deleted.name}” is in the bin.</span>
          <Button
            onClick={() => {
              void doing('It was not restored', () => restoreProject(deleted.id));
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

/** Where what is made stays, and that irons hurt. */
const Foot = ({ binned, onDialog }: { binned: number; onDialog: (which: 'bin' | 'copies') => void }) => (
  <footer className={css.foot}>
    <p>
      Everything you make stays in this browser. Export a project to pass it on, and keep a copy of everything now and
      then. Irons, steam and blades hurt. Where a care label or the web’s leaflet is stricter than a figure here, follow
      that.
    </p>
    <div className={css.actions}>
      <ButtonLink icon={<BookOpenText size={20} />} href="/words">
        Words
      </ButtonLink>
      <Button icon={<LifeBuoy size={20} />} onClick={() => onDialog('copies')}>
        Keep everything
      </Button>
      <Button icon={<Trash2 size={20} />} onClick={() => onDialog('bin')}>
        {binned ? `The bin (${binned})` : 'The bin'}
      </Button>
    </div>
  </footer>
);

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
        <TextField label="Project name" value={name} onChange={setName} />
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
