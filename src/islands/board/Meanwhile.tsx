import { X } from 'lucide-react';
import { ButtonLink } from '~/components';
import { pressMoment } from '~/core/hands/board';
import { lookup, type Project } from '~/core/keep/model';
import { stepBefore } from '~/store';
import { addressOf } from '../project/stations';
import css from './Board.module.css';
import { Count, REACH_MS } from './PressRun';
import { useBoardClock } from './useNow';

/** The step one was at, while the plan is worked out anew; a press that is under way goes on being counted. */
export function Meanwhile({ project }: { project: Project }) {
  const before = stepBefore(project.id);
  const { board } = project;
  const now = useBoardClock(board, () => undefined);
  const at = before?.eachS != null && board.at?.fact === before.fact ? board.at : null;
  const moment = pressMoment(at, before?.eachS ?? 0, now, REACH_MS);
  return (
    <div className={css.board} aria-busy="true">
      <header className={css.top}>
        <ButtonLink look="plain" href={addressOf(project.id, 'press')} icon={<X size={26} />} label="Leave the board" />
        <div className={css.where}>
          <h1>{project.name}</h1>
          <span role="status">{before ? `${before.where}. ` : ''}Working the steps out …</span>
        </div>
      </header>
      <main className={css.step}>
        <section className={css.words}>
          {before && <p className={css.say}>{before.says}</p>}
          {before?.eachS != null && moment.state !== 'lifted' && (
            <div className={css.numbers}>
              <Count moment={moment} eachS={before.eachS} closes={lookup(project).iron.kind === 'heat-press'} />
            </div>
          )}
        </section>
      </main>
      <footer className={css.foot} />
    </div>
  );
}
