import { BookOpen, RefreshCcw, Upload } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Button, Dialog, FieldChoice, FilePick, Note, Select } from '~/components';
import { paperOfPlace } from '~/core/base/units';
import { anewTurned, type BoardStep, begunAnew, currentOf, madeAgain, spoiledWith } from '~/core/hands/board';
import { fileStem, type Plan, type Project } from '~/core/keep/model';
import { boardBooklet } from '~/core/print/sheet';
import { attempt, download, edit, lookIntoFile, record, recordStep, takeInHands } from '~/store';
import { stepWords } from '~/words';
import { pdfOf } from '../project/pdf';
import css from './Board.module.css';
import { Diary } from './Finish';
import { namesOf } from './PressRun';
import { moment } from './useBoardActs';

/** What is seldom needed at the board: a piece made again, another device, paper, and how much one is asked. */
export function BoardTools({
  project,
  plan,
  steps,
  reads,
  practised,
  onPractised,
  onBegun,
  onClose,
  children,
}: {
  project: Project;
  plan: Plan;
  steps: readonly BoardStep[];
  /** Another tab writes. */
  reads: boolean;
  practised: boolean;
  onPractised: (on: boolean) => void;
  /** Everything was begun all over. */
  onBegun: () => void;
  onClose: () => void;
  children: ReactNode;
}) {
  const [said, setSaid] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [sure, setSure] = useState(false);
  const mine = project.pieces.filter((p) => p.part?.role !== 'other-side');
  const takeIn = async (file: File): Promise<void> => {
    setError(null);
    const read = await attempt(() => lookIntoFile(file));
    if (!read.ok) {
      setError(read.words);
      return;
    }
    const other = read.value?.project;
    if (!other) setError('This file cannot be read as a project. Export it again on the other device.');
    else if (other.id !== project.id)
      setError(`“${other.name}” is another project. Export this one on the other device.`);
    else {
      const refused = takeInHands(other);
      if (refused) setError(refused);
      else setSaid(['What was done there counts here too.', ...(read.value?.damage ?? [])].join(' '));
    }
  };
  const again = (id: string): void => {
    const ids = spoiledWith(project, steps, id);
    record((b) => madeAgain(b, ids, steps, moment()));
    setSaid(`${namesOf(project, ids)} ${ids.length === 1 ? 'is' : 'are'} made once more.`);
  };
  const anew = (): void => {
    if (!sure) {
      setSure(true);
      return;
    }
    const at = moment();
    let actId = '';
    const refused = recordStep({
      redo: (b) => {
        if (actId !== '') return anewTurned(b, actId, false);
        const next = begunAnew(b, at);
        actId = next.trail.at(-1)?.id ?? '';
        return next;
      },
      undo: (b) => anewTurned(b, actId, true),
    });
    if (refused) setError(refused);
    else onBegun();
  };
  const booklet = async (): Promise<void> => {
    const doc = boardBooklet(project, plan, stepWords(project, plan), paperOfPlace(project.units).paper);
    const made = await attempt(() => pdfOf(doc));
    if (made.ok) download(new Blob([made.value], { type: 'application/pdf' }), `${fileStem(doc.title, 'steps')}.pdf`);
    else setError(made.words);
  };
  return (
    <Dialog title="At the board" onClose={onClose}>
      <div className={css.tools}>
        <div className={css.toolRow}>{children}</div>
        <FieldChoice
          label="Checklists before a step that can go wrong"
          value={practised ? 'off' : 'on'}
          options={[
            { value: 'on', label: 'show' },
            { value: 'off', label: 'skip (I know the steps)' },
          ]}
          onChange={(v) => onPractised(v === 'off')}
        />
        <section>
          <h3>Make a piece again</h3>
          <p className={css.small}>For a piece that was spoiled: the steps for one copy come back.</p>
          <div className={css.toolRow}>
            {(currentOf(steps)?.step.pieceIds ?? mine.map((p) => p.id)).slice(0, 8).map((id) => (
              <Button key={id} icon={<RefreshCcw size={18} />} disabled={reads} onClick={() => again(id)}>
                {namesOf(project, [id])}
              </Button>
            ))}
          </div>
        </section>
        <Select
          label="Iron in use"
          value={project.bench.ironId}
          options={project.irons.map((i) => ({ value: i.id, label: i.name }))}
          onChange={(id) => edit((p) => void (p.bench.ironId = id))}
        />
        <p className={css.small}>With another iron the rest is worked out again. What is done stays done.</p>
        <section>
          <h3>On paper</h3>
          <Button icon={<BookOpen size={20} />} onClick={() => void booklet()}>
            Steps as a booklet, PDF
          </Button>
          <p className={css.small}>Print double-sided, flipped on the short edge. Fold the stack once.</p>
        </section>
        <section>
          <h3>Another device</h3>
          <FilePick
            label="Import what was done there"
            accept=".seam,.json"
            icon={<Upload size={20} />}
            onFile={(f) => void takeIn(f)}
          />
          <p className={css.small}>Export the project there, and choose that file here.</p>
        </section>
        {project.board.diary.length > 0 && (
          <section>
            <h3>Diary</h3>
            <Diary project={project} />
          </section>
        )}
        {said && <Note>{said}</Note>}
        {error && <Note stop>{error}</Note>}
        <Button look="stop" disabled={reads} onClick={anew}>
          {sure ? 'Yes, start over' : 'Start over'}
        </Button>
      </div>
    </Dialog>
  );
}
