import { ArrowLeft, Download, FlipVertical2, Redo2, Spool, Undo2 } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { Button, ButtonLink, Empty, Note } from '~/components';
import type { Snag } from '~/core/model';
import {
  download,
  edit,
  endMerge,
  exportFile,
  flip,
  openProject,
  redo,
  seedDemo,
  select,
  undo,
  useWorkbench,
} from '~/store';
import { Layers } from '../layers/Layers';
import { Match } from '../match/Match';
import { Pattern } from '../pattern/Pattern';
import { Press } from '../press/Press';
import { Trace } from '../trace/Trace';
import { Seam } from './Seam';
import { Snags } from './Snags';
import { addressOf, readAddress, STATIONS, type Station } from './stations';
import css from './Workshop.module.css';

const VIEWS: Readonly<Record<Station, () => React.JSX.Element | null>> = {
  pattern: Pattern,
  layers: Layers,
  match: Match,
  trace: Trace,
  press: Press,
};

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** One project: its name, its seam of stations, and the station that hands are at. */
export function Workshop() {
  const [{ id, station }, setAddress] = useState(() => readAddress(window.location.pathname));
  const [showSnags, setShowSnags] = useState(false);
  const status = useWorkbench((s) => s.status);
  const project = useWorkbench((s) => s.project);
  const plan = useWorkbench((s) => s.plan);
  const planning = useWorkbench((s) => s.planning);
  const savedAt = useWorkbench((s) => s.savedAt);
  const flipped = useWorkbench((s) => s.flipped);
  const error = useWorkbench((s) => s.saveError ?? s.planError);
  const canUndo = useStore(useWorkbench.temporal, (s) => s.pastStates.length > 0);
  const canRedo = useStore(useWorkbench.temporal, (s) => s.futureStates.length > 0);

  useEffect(() => {
    let close: (() => void) | undefined;
    let gone = false;
    void seedDemo()
      .catch(() => undefined)
      .then(() => {
        if (!gone) close = openProject(id);
      });
    return () => {
      gone = true;
      close?.();
    };
  }, [id]);

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
    const key = (e: KeyboardEvent): void => {
      const command = e.ctrlKey || e.metaKey;
      if (command && e.key.toLowerCase() === 'z' && !isTyping(e.target)) {
        e.preventDefault();
        (e.shiftKey ? redo : undo)();
      } else if (command && e.key.toLowerCase() === 'y' && !isTyping(e.target)) {
        e.preventDefault();
        redo();
      } else if (!command && !e.altKey && e.key.toLowerCase() === 'f' && !isTyping(e.target)) flip();
    };
    window.addEventListener('popstate', back);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('popstate', back);
      window.removeEventListener('keydown', key);
    };
  }, []);

  const name = project?.name;
  useEffect(() => {
    if (name) document.title = `${STATIONS.find((s) => s.id === station)?.name} · ${name} · Apple Seam`;
  }, [name, station]);

  if (status === 'missing' || status === 'failed') {
    return (
      <main>
        <Empty title="This project is not here">
          <p>
            {status === 'missing'
              ? 'It was deleted, or it lives in another browser. Projects stay where they were made until they are exported.'
              : error}
          </p>
          <ButtonLink href="/">To my projects</ButtonLink>
        </Empty>
      </main>
    );
  }
  if (!project) return <p style={{ padding: '3rem', textAlign: 'center' }}>Laying the project out …</p>;

  const View = VIEWS[station];
  const snags = plan?.snags ?? [];
  const serious = snags.filter((s) => s.severity !== 'note').length;
  const show = (snag: Snag): void => {
    select(snag.pieceIds[0] ?? null);
    go(snag.station);
    setShowSnags(false);
  };
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
            if (typed !== '') edit((p) => void (p.name = typed), 'name');
          }}
        />
        <span className={css.state} role="status">
          {planning ? 'Working it out …' : savedAt ? 'Saved' : 'Saving …'}
        </span>
        <div className={css.tools}>
          <Button look="plain" icon={<Undo2 size={22} />} label="Undo" disabled={!canUndo} onClick={undo} />
          <Button look="plain" icon={<Redo2 size={22} />} label="Redo" disabled={!canRedo} onClick={redo} />
          <Button
            look="plain"
            icon={<FlipVertical2 size={22} />}
            aria-pressed={flipped}
            title="Turn everything over (F)"
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
            onClick={() => {
              const { blob, filename } = exportFile(project);
              download(blob, filename);
            }}
          />
        </div>
      </header>
      <Seam id={id} station={station} plan={plan} onGo={go} />
      {error && (
        <div className={css.alert}>
          <Note stop>{error}</Note>
        </div>
      )}
      <main className={css.body}>
        <View />
      </main>
      {showSnags && <Snags snags={snags} onShow={show} onClose={() => setShowSnags(false)} />}
    </div>
  );
}
