import { useLiveQuery } from 'dexie-react-hooks';
import { FolderCheck, HardDriveDownload, HardDriveUpload } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button, Dialog, FilePick, Note, Progress } from '~/components';
import { type EverythingCounts, type EverythingRead, type KeptChoice, keyOf } from '~/core/keep/archive';
import { DRAWER_KINDS, KIND_WORDS } from '~/core/keep/drawer';
import {
  type Arrived,
  allowFolder,
  attempt,
  bringBack,
  canUseFolder,
  chooseFolder,
  compareWithHere,
  db,
  findFolder,
  type HereAndKept,
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
import { archiveWords, clockWords, dayWords } from '~/words';
import { Differing } from './Differing';
import css from './Home.module.css';

const megabytes = (bytes: number): string => {
  const mb = bytes / 1e6;
  if (mb < 1) return `${Math.max(1, Math.round(bytes / 1000))} kB`;
  return mb >= 1000 ? `${(mb / 1000).toFixed(1)} GB` : mb >= 10 ? `${Math.round(mb)} MB` : `${mb.toFixed(1)} MB`;
};
const count = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** What there is, in words: "4 projects, 2 in the bin, 12 earlier versions, 37 fabrics …". */
function countWords({ projects, binned, versions, things, shapes, faces, swatches }: EverythingCounts): string {
  const parts = [
    count(projects, 'project'),
    binned > 0 && `${binned} in the bin`,
    versions > 0 && count(versions, 'earlier version'),
    ...DRAWER_KINDS.map(
      (k) => things[k] > 0 && `${things[k]} ${things[k] === 1 ? KIND_WORDS[k].one : KIND_WORDS[k].many}`,
    ),
    shapes > 0 && count(shapes, 'shape'),
    faces > 0 && count(faces, 'font'),
    swatches > 0 && `${swatches} ${swatches === 1 ? 'swatch' : 'swatches'}`,
  ];
  return parts.filter(Boolean).join(', ');
}

/** Copies outside the browser: everything in one file and back, a folder that is written to by itself, and how much room there is. */
export function CopiesDialog({
  brought,
  onArrived,
  onClose,
}: {
  brought: EverythingRead | null;
  /** A single project came in, of which something has to be asked. */
  onArrived: (arrived: Arrived) => void;
  onClose: () => void;
}) {
  const [share, setShare] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [found, setFound] = useState<EverythingRead | null>(brought);
  const keptAt = useLiveQuery(async () => (await db.settings.get(KEPT_AT))?.value as number | undefined, []);

  const keep = async (): Promise<void> => {
    setShare(0);
    setError(null);
    const done = await attempt(() => keepEverything(setShare), null);
    setShare(null);
    if (done.ok)
      setSaid(
        `In the file: ${countWords(done.value.counts)}; ${megabytes(done.value.bytes)}. Keep it off this device: on a stick, or another computer.`,
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
    else if (read.value.kind === 'asks') onArrived(read.value.arrived);
    else setError(`“${file.name}”: ${read.value.problems.join(' ')}`);
  };

  return (
    <Dialog wide title="Your own copies" onClose={onClose}>
      <div className={css.copies}>
        {error && <Note stop>{error}</Note>}
        {said && (
          <Note>
            <span role="status">{said}</span>
          </Note>
        )}
        {share !== null && <Progress label="Working on the file" share={share} />}
        {found && (
          <BringBack
            read={found}
            onDone={(words, failed) => {
              setFound(null);
              if (failed) setError(words);
              else setSaid(words);
            }}
          />
        )}
        <section>
          <h3>Everything in one file</h3>
          <p>
            All projects with their earlier versions, the bin, the Drawer, your shapes and your fonts.{' '}
            {keptAt ? `Last kept on ${dayWords(keptAt)}.` : 'No copy of this device is known.'}
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
              label="Restore a copy"
              icon={<HardDriveUpload size={20} />}
              accept=".zip,.seam,.json,application/zip"
              onFile={(f) => void take(f)}
            />
          </div>
        </section>
        <FolderPart onError={setError} />
        <RoomPart />
      </div>
    </Dialog>
  );
}

/** What is in the file, what is here, and what becomes of what differs. */
function BringBack({
  read,
  onDone,
}: {
  read: EverythingRead;
  onDone: (words: string | null, failed?: boolean) => void;
}) {
  const [both, setBoth] = useState<HereAndKept | null>(null);
  const [choices, setChoices] = useState<ReadonlyMap<string, KeptChoice>>(new Map());
  const [busy, setBusy] = useState(false);
  const tell = useRef(onDone);
  tell.current = onDone;
  useEffect(() => {
    let gone = false;
    void attempt(() => compareWithHere(read), null).then((done) => {
      if (gone) return;
      if (done.ok) setBoth(done.value);
      else tell.current(done.words, true);
    });
    return () => {
      gone = true;
    };
  }, [read]);
  const differing = both?.compared.filter((c) => c.standing === 'differs') ?? [];
  const open = differing.filter((c) => !choices.has(keyOf(c))).length;
  const put = async (): Promise<void> => {
    setBusy(true);
    const done = await attempt(() => bringBack(read, choices), null);
    if (!done.ok) {
      onDone(`Nothing was changed. ${done.words}`, true);
      return;
    }
    const { projects, things, versions, same, stayed, damaged } = done.value;
    onDone(
      [
        `${count(projects, 'project')}, ${count(versions, 'earlier version')} and ${count(things, 'thing')} from Drawer and shelf came in.`,
        same > 0 ? `${same} were here already, unchanged.` : '',
        stayed > 0 ? `${stayed} stayed as they are here.` : '',
        damaged > 0 ? `${count(damaged, 'project')} came in damaged: open them to repair them.` : '',
      ]
        .filter(Boolean)
        .join(' '),
    );
  };
  return (
    <section>
      <h3>In this file{read.keptAtMs === null ? '' : `, kept on ${dayWords(read.keptAtMs)}`}</h3>
      {!both && <p role="status">Comparing it with what is here …</p>}
      {both && (
        <>
          <p>In the file: {countWords(both.counts.kept)}.</p>
          <p>Here: {countWords(both.counts.here)}.</p>
        </>
      )}
      {read.damaged.length > 0 && <p>{count(read.damaged.length, 'project')} in it can only be repaired.</p>}
      {read.problems.length > 0 && (
        <ul className={css.problems}>
          {read.problems.map(archiveWords).map((p) => (
            <li key={p}>{p}</li>
          ))}
        </ul>
      )}
      {both && differing.length > 0 && (
        <Differing list={differing} here={both.here} kept={read.found} choices={choices} onChoose={setChoices} />
      )}
      <div className={css.actions}>
        <Button look="go" disabled={!both || open > 0 || busy} onClick={() => void put()}>
          {open > 0 ? `${open} still to choose` : 'Import all'}
        </Button>
        <Button onClick={() => onDone(null)}>Cancel</Button>
      </div>
    </section>
  );
}

/** A folder of the person's own, where the browser gives one. */
function FolderPart({ onError }: { onError: (words: string | null) => void }) {
  const folder = useFolder();
  useEffect(() => void findFolder(), []);
  return (
    <>
      {canUseFolder() && (
        <section>
          <h3>A folder for automatic copies</h3>
          {folder.state === 'none' ? (
            <p>Choose a folder: each project you work on is also written there, a few seconds after you stop.</p>
          ) : (
            <p>
              “{folder.name}”{folder.state === 'asks' && ' — the browser needs your permission again.'}
              {folder.state === 'ready' &&
                (folder.wroteAt ? ` — last written at ${clockWords(folder.wroteAt)}.` : ' — ready.')}
              {folder.state === 'failed' && ` — ${folder.words}`}
            </p>
          )}
          <div className={css.actions}>
            {folder.state === 'asks' && (
              <Button look="go" onClick={() => void allowFolder()}>
                Allow writing
              </Button>
            )}
            <Button
              icon={<FolderCheck size={20} />}
              onClick={async () => {
                const words = await chooseFolder();
                onError(words);
                if (words === null && useFolder.getState().state === 'ready')
                  for (const row of await listProjects()) await writeToFolder(row.doc);
              }}
            >
              {folder.state === 'none' ? 'Choose a folder' : 'Another folder'}
            </Button>
            {folder.state !== 'none' && <Button onClick={() => void leaveFolder()}>Stop writing there</Button>}
          </div>
        </section>
      )}
    </>
  );
}

/** How much room there is in this browser, and whether it keeps its word. */
function RoomPart() {
  const [room, setRoom] = useState<Room | null>(null);
  useEffect(() => void roomLeft().then(setRoom), []);
  return (
    <section>
      <h3>Space in this browser</h3>
      <p>
        {room
          ? `${megabytes(room.usedBytes)} are in use. The browser estimates space for ${megabytes(room.ofBytes - room.usedBytes)} more. ${
              room.promised
                ? 'It keeps what is here until you clear it.'
                : 'It may drop what is here when the device runs short of space: copies matter.'
            }`
          : 'This browser does not say how much space there is.'}
      </p>
    </section>
  );
}
