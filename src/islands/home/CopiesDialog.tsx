import { useLiveQuery } from 'dexie-react-hooks';
import { FolderCheck, HardDriveDownload, HardDriveUpload } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button, Dialog, FilePick, Note, Progress } from '~/components';
import type { EverythingRead } from '~/core/keep/archive';
import {
  allowFolder,
  attempt,
  bringBack,
  canUseFolder,
  chooseFolder,
  db,
  drawerWords,
  findFolder,
  KEPT_AT,
  keepEverything,
  leaveFolder,
  listProjects,
  openFile,
  type Room,
  roomLeft,
  useFolder,
  writeToFolder,
} from '~/store';
import css from './Home.module.css';

const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' });
const clock = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' });
const megabytes = (bytes: number): string => {
  const mb = bytes / 1e6;
  if (mb < 1) return `${Math.max(1, Math.round(bytes / 1000))} kB`;
  return mb >= 1000 ? `${(mb / 1000).toFixed(1)} GB` : mb >= 10 ? `${Math.round(mb)} MB` : `${mb.toFixed(1)} MB`;
};
const count = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** Copies outside the browser: everything in one file and back, a folder that is written to by itself, and how much room there is. */
export function CopiesDialog({ brought, onClose }: { brought: EverythingRead | null; onClose: () => void }) {
  const [share, setShare] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [found, setFound] = useState<EverythingRead | null>(brought);
  const [room, setRoom] = useState<Room | null>(null);
  const folder = useFolder();
  const keptAt = useLiveQuery(async () => (await db.settings.get(KEPT_AT))?.value as number | undefined, []);
  useEffect(() => {
    void roomLeft().then(setRoom);
    void findFolder();
  }, []);

  const keep = async (): Promise<void> => {
    setShare(0);
    setError(null);
    const done = await attempt(() => keepEverything(setShare), null);
    setShare(null);
    if (done.ok)
      setSaid(
        `${count(done.value.projects, 'project')} and the Drawer are in the file, ${megabytes(done.value.bytes)}. Put it where this device is not: a stick, another computer.`,
      );
    else setError(done.words);
  };
  const take = async (file: File): Promise<void> => {
    setError(null);
    setSaid(null);
    setShare(0);
    const read = await attempt(() => openFile(file, setShare), null);
    setShare(null);
    if (!read.ok) setError(read.words);
    else if (read.value.kind === 'everything') setFound(read.value.read);
    else if (read.value.kind === 'project') setSaid(`That was one project: “${read.value.name}” is here now.`);
    else setError(`“${file.name}”: ${read.value.problems.join(' ')}`);
  };
  const put = async (read: EverythingRead): Promise<void> => {
    const done = await attempt(() => bringBack(read), null);
    setFound(null);
    if (!done.ok) {
      setError(`Nothing was changed. ${done.words}`);
      return;
    }
    const { projects, things, here, damaged } = done.value;
    setSaid(
      [
        `${count(projects, 'project')} and ${count(things, 'thing')} of the Drawer and shelf came in.`,
        here > 0 ? `${here} were here already and stayed as they are.` : '',
        damaged > 0 ? `${count(damaged, 'project')} came in damaged: open them to mend them.` : '',
      ]
        .filter(Boolean)
        .join(' '),
    );
  };

  return (
    <Dialog wide title="Copies of your own" onClose={onClose}>
      <div className={css.copies}>
        {error && <Note stop>{error}</Note>}
        {said && (
          <Note>
            <span role="status">{said}</span>
          </Note>
        )}
        {share !== null && <Progress label="Working on the file" share={share} />}
        {found && (
          <section>
            <h3>In this file</h3>
            <p>
              {count(found.found.projects.length, 'project')}
              {found.found.projects.length > 0 &&
                ` (${found.found.projects
                  .slice(0, 6)
                  .map((p) => p.project.name)
                  .join(', ')}${found.found.projects.length > 6 ? ' and more' : ''})`}
              , {drawerWords(found.found.drawer) || 'nothing for the Drawer'}. What is here already stays as it is; a
              project that differs comes in beside.
            </p>
            {found.damaged.length > 0 && <p>{count(found.damaged.length, 'project')} in it can only be mended.</p>}
            {found.problems.length > 0 && (
              <ul className={css.problems}>
                {found.problems.map((p) => (
                  <li key={p}>{p}</li>
                ))}
              </ul>
            )}
            <div className={css.actions}>
              <Button look="go" onClick={() => void put(found)}>
                Bring it all in
              </Button>
              <Button onClick={() => setFound(null)}>Leave it</Button>
            </div>
          </section>
        )}
        <section>
          <h3>Everything in one file</h3>
          <p>
            All projects, the bin, the Drawer, your shapes and your fonts.{' '}
            {keptAt ? `Last kept on ${day.format(keptAt)}.` : 'It was never kept on this device.'}
          </p>
          <div className={css.actions}>
            <Button
              look="go"
              icon={<HardDriveDownload size={20} />}
              disabled={share !== null}
              onClick={() => void keep()}
            >
              Save everything
            </Button>
            <FilePick
              label="Bring a copy back"
              icon={<HardDriveUpload size={20} />}
              accept=".zip,.seam,.json,application/zip"
              onFile={(f) => void take(f)}
            />
          </div>
        </section>
        {canUseFolder() && (
          <section>
            <h3>A folder that is written to by itself</h3>
            {folder.state === 'none' ? (
              <p>Choose a folder, and each project you work on is also written there, a few seconds after you stop.</p>
            ) : (
              <p>
                “{folder.name}”
                {folder.state === 'asks' && ' — the browser wants your word again before it writes there.'}
                {folder.state === 'ready' &&
                  (folder.wroteAt ? ` — last written at ${clock.format(folder.wroteAt)}.` : ' — ready.')}
                {folder.state === 'failed' && ` — ${folder.words}`}
              </p>
            )}
            <div className={css.actions}>
              {folder.state === 'asks' && (
                <Button look="go" onClick={() => void allowFolder()}>
                  Let it write there
                </Button>
              )}
              <Button
                icon={<FolderCheck size={20} />}
                onClick={async () => {
                  const words = await chooseFolder();
                  setError(words);
                  if (words === null && useFolder.getState().state === 'ready')
                    for (const row of await listProjects()) await writeToFolder(row.doc);
                }}
              >
                {folder.state === 'none' ? 'Choose a folder' : 'Another folder'}
              </Button>
              {folder.state !== 'none' && <Button onClick={() => void leaveFolder()}>Write there no more</Button>}
            </div>
          </section>
        )}
        <section>
          <h3>Room in this browser</h3>
          <p>
            {room
              ? `${megabytes(room.usedBytes)} are in use; by the browser’s own estimate there is room for ${megabytes(room.ofBytes - room.usedBytes)} more. ${
                  room.promised
                    ? 'It has promised to keep what is here until you clear it.'
                    : 'It has not promised to keep what is here when the device runs short of room: copies matter.'
                }`
              : 'This browser does not tell how much room there is.'}
          </p>
        </section>
      </div>
    </Dialog>
  );
}
