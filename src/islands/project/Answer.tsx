import type { ReactNode } from 'react';
import type { Project } from '~/core/keep/model';
import { counted } from '~/words';
import css from './Answer.module.css';

/** What a station answers, why, and what is done about it: read before anything is opened, on the first screen. */
export const Answer = ({
  says,
  reason,
  children,
}: {
  says: ReactNode;
  reason?: ReactNode;
  /** What is done about it: a button or two. */
  children?: ReactNode;
}) => (
  <div className={css.answer}>
    <p className={css.says} data-answer>
      {says}
    </p>
    {reason && (
      <p className={css.reason} data-reason>
        {reason}
      </p>
    )}
    {children && (
      <div className={css.acts} data-act>
        {children}
      </div>
    )}
  </div>
);

/** Where the answer will stand, while it is worked out: what is known of the project meanwhile. */
export const AnswerComing = ({ project }: { project: Pick<Project, 'pieces'> }) => (
  <div className={css.coming}>
    <p role="status">
      Working it out for {counted(project.pieces.length, 'piece')} of{' '}
      {counted(new Set(project.pieces.map((p) => p.fabricId)).size, 'fabric')} …
    </p>
    <i />
    <i />
    <i />
  </div>
);
