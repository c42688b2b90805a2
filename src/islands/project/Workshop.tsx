import { useCallback, useEffect, useState } from 'react';
import { Boundary, Button, lazily, Note, Toast } from '~/components';
import type { Snag } from '~/core/keep/model';
import { attempt, clearRefused, endMerge, openProject, seedDemo, select, useWorkbench } from '~/store';
import { Frame } from '../app/Frame';
import { Banners } from './Banners';
import { NotOpen } from './NotOpen';
import { OpenQuestions } from './OpenQuestions';
import { ProjectHead } from './ProjectHead';
import { Seam } from './Seam';
import { addressOf, readAddress, STATION_LIST, type Station } from './stations';
import { useProjectKeys, useStationsAhead } from './useProjectPage';
import { useSingleKeys } from './useSingleKeys';
import { VIEWS } from './views';
import css from './Workshop.module.css';

const VersionsDialog = lazily(
  'the earlier versions',
  async () => (await import('./VersionsDialog')).VersionsDialog,
  'dialog',
);

const Snags = lazily('the snags', async () => (await import('./Snags')).Snags, 'dialog');
const KeysDialog = lazily('the keys', async () => (await import('./KeysDialog')).KeysDialog, 'dialog');

const SEED_MS = 1500;

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
  const refused = useWorkbench((s) => s.refused);

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

  useProjectKeys(
    singleKeys,
    () => setAddress(readAddress(window.location.pathname)),
    () => setShowKeys(true),
  );
  useStationsAhead(plan !== null, station);
  const name = project?.name;
  useEffect(() => {
    if (name) document.title = `${STATION_LIST.find((s) => s.id === station)?.name ?? ''} · ${name} · Apple Seam`;
  }, [name, station]);

  if (status !== 'open' && status !== 'loading') return <NotOpen id={id} onAgain={() => setTries((n) => n + 1)} />;
  if (!project) return <p style={{ padding: '3rem', textAlign: 'center' }}>Opening the project …</p>;

  const View = VIEWS[station];
  const snags = plan?.snags ?? [];
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
      <ProjectHead
        project={project}
        snags={snags}
        singleKeys={singleKeys}
        onSnags={() => setShowSnags(true)}
        onKeys={() => setShowKeys(true)}
        onVersions={() => setShowVersions(true)}
      />
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
