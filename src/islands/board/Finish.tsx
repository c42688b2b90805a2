import { Camera } from 'lucide-react';
import { useState } from 'react';
import { Button, FilePick, Note } from '~/components';
import { intoDiary, outOfDiary, paceOf } from '~/core/hands/board';
import { byPlace, placeOfKind } from '~/core/hands/evening';
import { newId, type Plan, type Project } from '~/core/keep/model';
import { attempt, nowMs, readPicture, recordStep, undo } from '~/store';
import { dayWords, kindWords, placesWords } from '~/words';
import css from './Board.module.css';

const minutes = (s: number): string => `${Math.max(1, Math.round(s / 60))} min`;
/** A diary’s photo is kept so large, px. */
const PHOTO_PX = 1200;

/** The end of the evening: unplug, what it took against the plan, a photo and a note. */
export function Finish({ project, plan }: { project: Project; plan: Plan }) {
  const { board } = project;
  const [note, setNote] = useState('');
  const [photo, setPhoto] = useState<{ id: string; dataUrl: string; widthPx: number; heightPx: number } | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [kept, setKept] = useState(false);
  const tookS = board.times.reduce((sum, t) => sum + t.tookS, 0);
  const plannedS = board.times.reduce((sum, t) => sum + t.plannedS, 0);
  const taken = placesWords(byPlace(board.times.map((t) => ({ at: placeOfKind(t.kind), s: t.tookS }))));
  const pace = [...paceOf(board.times)].filter(([, p]) => Math.abs(p - 1) > 0.15);
  const take = async (file: File): Promise<void> => {
    const read = await attempt(() => readPicture(file, PHOTO_PX));
    if (!read.ok) setError(read.words);
    else if (!read.value.ok) setError(read.value.message);
    else {
      const { canvas } = read.value;
      setPhoto({
        id: newId(),
        dataUrl: canvas.toDataURL('image/jpeg', 0.8),
        widthPx: canvas.width,
        heightPx: canvas.height,
      });
    }
  };
  const keep = (): void => {
    const entry = { id: newId(), atMs: nowMs(), tookS, plannedS, note: note.trim(), pictureId: photo?.id ?? null };
    const refused = recordStep(
      { redo: (b) => intoDiary(b, entry), undo: (b) => outOfDiary(b, entry.id) },
      photo ? (p) => void p.pictures.push({ ...photo, name: 'At the board' }) : undefined,
    );
    setError(refused);
    if (refused !== null) return;
    setNote('');
    setPhoto(null);
    setKept(true);
  };
  return (
    <section className={css.words}>
      <p className={css.say}>It is made. Unplug the iron, and let it get cold where nobody touches it.</p>
      {tookS > 0 && (
        <p className={css.small}>
          Working time: {minutes(tookS)}
          {taken !== '' && ` (${taken})`}; for the same steps {minutes(plannedS)} were planned
          {plan.making.waitS > 0 ? '. Waiting is left out' : ''}.
          {pace.length > 0 &&
            ` Your pace from now on: ${pace.map(([kind, p]) => `${kindWords(kind)} ${p.toFixed(1)} times as long`).join(', ')}.`}
        </p>
      )}
      <label className={css.note}>
        What worked, and what you would do differently
        <textarea value={note} maxLength={4000} rows={3} onChange={(e) => setNote(e.target.value)} />
      </label>
      <div className={css.toolRow}>
        <FilePick
          label={photo ? 'Another photo' : 'Add a photo'}
          accept="image/png,image/jpeg"
          icon={<Camera size={20} />}
          onFile={(f) => void take(f)}
        />
        <Button look="go" disabled={note.trim() === '' && !photo && tookS === 0} onClick={keep}>
          Add to diary
        </Button>
      </div>
      {photo && <img className={css.photo} src={photo.dataUrl} alt="As it was taken" />}
      {error && <Note stop>{error}</Note>}
      {kept && (
        <Note
          actions={
            <Button
              onClick={() => {
                undo();
                setKept(false);
              }}
            >
              Undo
            </Button>
          }
        >
          It is in the diary.
        </Note>
      )}
      <Diary project={project} />
    </section>
  );
}

/** What was noted at the end of each evening, the last first. */
export function Diary({ project }: { project: Project }) {
  const { board } = project;
  if (board.diary.length === 0) return null;
  return (
    <ul className={css.diary} aria-label="Diary">
      {[...board.diary].reverse().map((d) => (
        <li key={d.id}>
          <strong>{dayWords(d.atMs)}</strong>
          {d.tookS > 0 && `, ${minutes(d.tookS)} of work`} {d.note}
          {project.pictures
            .filter((p) => p.id === d.pictureId)
            .map((p) => (
              <img key={p.id} className={css.photo} src={p.dataUrl} alt={`Of ${dayWords(d.atMs)}`} />
            ))}
        </li>
      ))}
    </ul>
  );
}
