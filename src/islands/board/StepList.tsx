import { Dialog } from '~/components';
import type { BoardStep } from '~/core/hands/board';
import type { Step } from '~/core/keep/model';
import css from './Board.module.css';

/** Every step in order, with what is done. */
export function StepList({
  steps,
  words,
  current,
  onClose,
}: {
  steps: readonly BoardStep[];
  words: (step: Step) => string;
  current: BoardStep | null;
  onClose: () => void;
}) {
  return (
    <Dialog wide title="All steps" onClose={onClose}>
      <ol className={css.list}>
        {steps.map((s) => (
          <li
            key={s.step.id}
            className={s.done ? css.listDone : undefined}
            aria-current={s === current ? 'step' : undefined}
          >
            <span className="visually-hidden">{s.done ? 'Done: ' : s === current ? 'Now: ' : ''}</span>
            {words(s.step)}
            {s.copies > 1 && !s.done && s.doneCopies > 0 && ` ${s.doneCopies} of ${s.copies} are done.`}
          </li>
        ))}
      </ol>
    </Dialog>
  );
}
