import { ArrowLeft, Download, FlipVertical2, History, Keyboard, Redo2, Spool, Undo2 } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { Boundary, Button, ButtonLink, Empty, lazily, Note, REFUSAL_SHOWN, Toast } from '~/components';
import type { Project, Snag } from '~/core/keep/model';
import {
  attempt,
  clearRefused,
  edit,
  endMerge,
  exportProject,
  flip,
  lookAtStation,
  openProject,
  planAgain,
  redo,
  restoreProject,
  saveAgain,
  seedDemo,
  select,
  selectNext,
  stopPlanning,
  undo,
  useWorkbench,
  workHere,
} from '~/store';
import { Frame } from '../app/Frame';
import { loadTraysAhead } from '../pattern/trays';
import { type KeyId, keyOf } from './keys';
import { OpenQuestions } from './OpenQuestions';
import { Seam } from './Seam';
import { addressOf, readAddress, STATION_LIST, type Station } from './stations';
import { useSingleKeys } from './useSingleKeys';
import css from './Workshop.module.css';

/** Each station is loaded when it is opened: what one works at should be there at once. */
const VIEWS: { readonly [S in Station]: ReturnType<typeof lazily<object>> } = {
  pattern: lazily('the station Pattern', async () => (await import('../pattern/Pattern')).Pattern),
  layers: lazily('the station Layers', async () => (await import('../layers/Layers')).Layers),
  match: lazily('the station Match', async () => (await import('../match/Match')).Match),
  trace: lazily('the station Trace', async () => (await import('../trace/Trace')).Trace),
  press: lazily('the station Press', async () => (await import('../press/Press')).PressStation),
  edge: lazily('the station Edge', async () => (await import('../edge/Edge')).EdgeStation),
  gather: lazily('the station Gather', async () => (await import('../gather/Gather')).Gather),
  board: lazily('the station Board', async () => (await import('../board/Board')).BoardStation),
};

const VersionsDialog = lazily(
  'the earlier versions',
  async () => (await import('./VersionsDialog')).VersionsDialog,
  'dialog',
);

const Snags = lazily('what snags', async () => (await import('./Snags')).Snags, 'dialog');
const KeysDialog = lazily('the keys', async () => (await import('./KeysDialog')).KeysDialog, 'dialog');
const Repair = lazily('the repair', async () => (await import('./Repair')).Repair);

const SEED_MS = 1500;
const AHEAD_MS = 200;
const LOOKED_MS = 800;

/** One project: its name, its seam of stations, and the station that hands are at. */
export function Workshop() {
  return (
    <Frame what="this project">
      <StationFrame />
    </Frame>
  );
}

function StationFrame() {
  const [{ id, station }, setAddress] = useState(() => readAddress(window.location.pathname));
  const [showSnags, setShowSnags] = useState(false);
  const [showVersions, setShowVersions] = useState(false);
  const [showKeys, setShowKeys] = useState(false);
  const singleKeys = useSingleKeys();
  const [tries, setTries] = useState(0);
  const status = useWorkbench((s) => s.status);
  const project = useWorkbench((s) => s.project);
  const plan = useWorkbench((s) => s.plan);
  const planning = useWorkbench((s) => s.planning);
  const savedAt = useWorkbench((s) => s.savedAt);
  const saveError = useWorkbench((s) => s.saveError);
  const openError = useWorkbench((s) => s.openError);
  const damaged = useWorkbench((s) => s.damaged);
  const role = useWorkbench((s) => s.role);
  const refused = useWorkbench((s) => s.refused);
  const flipped = useWorkbench((s) => s.flipped);
  const canUndo = useStore(useWorkbench.temporal, (s) => s.pastStates.length > 0);
  const canRedo = useStore(useWorkbench.temporal, (s) => s.futureStates.length > 0);

  // biome-ignore lint/correctness/useExhaustiveDependencies: each try opens it anew
  useEffect(() => {
    let close: (() => void) | undefined;
    let gone = false;
    // The demo is laid out first, if that can be done in a moment; storage that does not answer is for the opening to tell.
    const moment = new Promise((done) => setTimeout(done, SEED_MS));
    void Promise.race([attempt(seedDemo), moment]).then(() => {
      if (!gone) close = openProject(id);
    });
    return () => {
      gone = true;
      close?.();
    };
  }, [id, tries]);

  const go = useCallback(
    (to: Station) => {
      window.history.pushState(null, '', addressOf(id, to));
      setAddress({ id, station: to });
      endMerge();
    },
    [id],
  );

  useEffect(() => {
    const back = (): void => setAddress(readAddress(window.location.pathname));
    const acts: Partial<Record<KeyId, () => void>> = {
      undo,
      redo,
      flip,
      help: () => setShowKeys(true),
      next: () => selectNext(1),
      before: () => selectNext(-1),
    };
    const key = (e: KeyboardEvent): void => {
      if (e.defaultPrevented || document.querySelector('dialog[open]')) return;
      const id = keyOf(e, singleKeys);
      const act = id && acts[id];
      if (!act) return;
      e.preventDefault();
      act();
    };
    window.addEventListener('popstate', back);
    window.addEventListener(REFUSAL_SHOWN, clearRefused);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('popstate', back);
      window.removeEventListener(REFUSAL_SHOWN, clearRefused);
      window.removeEventListener('keydown', key);
    };
  }, [singleKeys]);

  // Once the station at hand stands, the others are fetched: one may walk the seam at once, and also when the server is gone by then.
  const planned = plan !== null;
  useEffect(() => {
    if (!planned) return;
    const later = setTimeout(() => {
      // Read by tests: from here on every station opens without the server.
      void Promise.all([...Object.values(VIEWS).map((view) => view.loadAhead()), loadTraysAhead()]).then(() =>
        performance.mark('stations-at-hand'),
      );
    }, AHEAD_MS);
    return () => clearTimeout(later);
  }, [planned]);

  // A station counts as looked at once its answers stood there for a moment.
  useEffect(() => {
    if (!planned) return;
    const later = setTimeout(() => lookAtStation(station), LOOKED_MS);
    return () => clearTimeout(later);
  }, [planned, station]);

  const name = project?.name;
  useEffect(() => {
    if (name) document.title = `${STATION_LIST.find((s) => s.id === station)?.name ?? ''} · ${name} · Apple Seam`;
  }, [name, station]);

  if (status === 'missing')
    return (
      <main>
        <Empty title="This project is not here">
          <p>
            It was thrown away for good, or it lives in another browser. Projects stay where they were made until they
            are exported.
          </p>
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );
  if (status === 'deleted')
    return (
      <main>
        <Empty title={project ? `“${project.name}” was deleted` : 'This project was deleted'}>
          <p>It lies in the bin for a month. Bring it back to go on with it.</p>
          <DeletedActions id={id} project={project} onBack={() => setTries((n) => n + 1)} />
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );
  if (status === 'damaged' && damaged) return <Repair id={id} raw={damaged.raw} problems={damaged.problems} />;
  if (status === 'failed')
    return (
      <main>
        <Empty title="This project could not be opened">
          <p role="alert">{openError}</p>
          <Button look="go" onClick={() => setTries((n) => n + 1)}>
            Try again
          </Button>
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );
  if (!project) return <p style={{ padding: '3rem', textAlign: 'center' }}>Laying the project out …</p>;

  const View = VIEWS[station];
  const snags = plan?.snags ?? [];
  const serious = snags.filter((s) => s.severity !== 'note').length;
  const show = (snag: Snag): void => {
    select(snag.pieceIds[0] ?? null);
    go(snag.station);
    setShowSnags(false);
  };
  // At the ironing board one step fills the screen, and nothing else is there.
  if (station === 'board')
    return (
      <div className={css.workshop} data-planning={planning}>
        <section aria-label="Messages">
          <Banners project={project} />
          {/* Here and not at the foot of the screen, where the target is. */}
          {refused && (
            <Note stop actions={<Button onClick={clearRefused}>Close</Button>}>
              {refused}
            </Note>
          )}
        </section>
        <Boundary key={station} what="the station Board">
          <View />
        </Boundary>
      </div>
    );
  return (
    <div className={css.workshop} data-planning={planning}>
      <header className={css.head}>
        <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
        <h1 className="visually-hidden">{project.name}</h1>
        <input
          className={css.title}
          aria-label="Name of the project"
          value={project.name}
          maxLength={200}
          onChange={(e) => {
            const typed = e.target.value;
            if (typed !== '') edit((p) => void (p.name = typed), { what: 'name' });
          }}
        />
        <span className={css.state} role="status">
          {role === 'reader'
            ? 'Looking on'
            : saveError
              ? 'Not saved'
              : planning
                ? 'Working it out …'
                : savedAt
                  ? 'Saved'
                  : 'Saving …'}
        </span>
        <div className={css.tools}>
          <Button look="plain" icon={<Undo2 size={22} />} label="Undo" disabled={!canUndo} onClick={undo} />
          <Button look="plain" icon={<Redo2 size={22} />} label="Redo" disabled={!canRedo} onClick={redo} />
          <Button
            look="plain"
            icon={<FlipVertical2 size={22} />}
            aria-pressed={flipped}
            title={singleKeys ? 'Turn everything over (F)' : 'Turn everything over'}
            onClick={flip}
          >
            Flip
          </Button>
          <Button
            look="plain"
            icon={<Spool size={22} className={serious > 0 ? css.snags : ''} />}
            onClick={() => setShowSnags(true)}
          >
            {snags.length === 0 ? 'No snags' : snags.length === 1 ? '1 snag' : `${snags.length} snags`}
          </Button>
          <Button
            look="plain"
            icon={<Download size={22} />}
            label="Export the project"
            onClick={() => void exportProject(project)}
          />
          <Button
            look="plain"
            data-only="keyboard"
            icon={<Keyboard size={22} />}
            label="Keys"
            onClick={() => setShowKeys(true)}
          />
          <Button
            look="plain"
            icon={<History size={22} />}
            label="Earlier versions"
            onClick={() => setShowVersions(true)}
          />
        </div>
      </header>
      <Seam id={id} station={station} plan={plan} open={project.open} onGo={go} />
      <main className={css.body}>
        <Banners project={project} />
        <OpenQuestions project={project} station={station} />
        <Boundary key={station} what={`the station ${STATION_LIST.find((s) => s.id === station)?.name ?? ''}`}>
          <View />
        </Boundary>
      </main>
      {refused && (
        <Toast stop onGone={clearRefused}>
          <span>{refused}</span>
          <Button onClick={clearRefused}>Close</Button>
        </Toast>
      )}
      {showKeys && <KeysDialog onClose={() => setShowKeys(false)} />}
      {showVersions && <VersionsDialog project={project} onClose={() => setShowVersions(false)} />}
      {showSnags && project && (
        <Snags project={project} snags={snags} onShow={show} onClose={() => setShowSnags(false)} />
      )}
    </div>
  );
}

/** What can be done with a project that lies in the bin. */
function DeletedActions({ id, project, onBack }: { id: string; project: Project | null; onBack: () => void }) {
  const [error, setError] = useState<string | null>(null);
  return (
    <>
      {error && <Note stop>{error}</Note>}
      <Button
        look="go"
        onClick={async () => {
          const done = await attempt(() => restoreProject(id));
          if (done.ok) onBack();
          else setError(done.words);
        }}
      >
        Bring it back
      </Button>
      {project && <Button onClick={() => void exportProject(project)}>Export it</Button>}
    </>
  );
}

/** What stands above a station: who writes, what is not saved yet, what is not worked out yet; each with what can be done about it. */
function Banners({ project }: { project: Project }) {
  const role = useWorkbench((s) => s.role);
  const saveError = useWorkbench((s) => s.saveError);
  const planError = useWorkbench((s) => s.planError);
  const planSlow = useWorkbench((s) => s.planSlow);
  if (role !== 'reader' && !saveError && !planError && !planSlow) return null;
  return (
    <div className={css.banners}>
      {role === 'reader' && (
        <Note actions={<Button onClick={workHere}>Work here instead</Button>}>
          Another tab is at work on this project. Here you look on; what is done there shows at once.
        </Note>
      )}
      {saveError && (
        <Note
          stop
          actions={
            <>
              <Button onClick={saveAgain}>Try now</Button>
              <Button onClick={() => void exportProject(project)}>Export it</Button>
            </>
          }
        >
          Not saved yet. {saveError} It is tried again by itself.
        </Note>
      )}
      {planError && (
        <Note stop actions={<Button onClick={planAgain}>Work it out again</Button>}>
          {planError}
        </Note>
      )}
      {planSlow && (
        <Note actions={<Button onClick={stopPlanning}>Stop</Button>}>
          Still working it out. You can go on meanwhile.
        </Note>
      )}
    </div>
  );
}
