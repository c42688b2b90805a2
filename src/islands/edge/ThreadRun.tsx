import { ThreadSwatch } from '~/components';
import { formatThread } from '~/core/base/units';
import type { EdgePlan, Plan, Project } from '~/core/keep/model';
import { edgeWords, threadWords } from '~/words';
import { PieceChips } from '../project/PieceChips';
import css from './Edge.module.css';

/** The lines in the order in which they are sewn: a spool for each change of thread. */
export function ThreadRun({ project, plan }: { project: Project; plan: Plan }) {
  const { edge } = plan;
  const many = project.articles.length > 1;
  const lines = new Map(edge.lines.map((l) => [l.id, l]));
  return (
    <ol className={css.run} aria-label="Order of stitching">
      {edge.batches.map((b, i) => {
        const mine = b.lineIds.flatMap((id) => lines.get(id) ?? []);
        const before = edge.batches[i - 1];
        const same = before !== undefined && before.threadId === b.threadId && before.colour === b.colour;
        const top = mine.reduce((n, l) => n + l.threadTopMm * l.copies, 0);
        return (
          <li key={b.lineIds[0]} data-thread={b.threadId ?? b.colour} data-same={same}>
            <span className={css.spool}>
              {!same && <ThreadSwatch colour={b.colour} size={44} bare={b.threadId === null} />}
            </span>
            <div>
              <p>
                <strong>
                  {b.edge === 'paint'
                    ? 'Fabric paint'
                    : threadWords(b.threadId, b.colour, project, isClear(edge, b.colour))}
                </strong>
                {top > 0 && <span className={css.metres}> {formatThread(top, project.units)} on top</span>}
              </p>
              <p className={css.small}>
                {edgeWords(b.edge)}
                {b.drawn && (mine.some((l) => l.pieceId !== null) ? ', drawn lines' : ', lines on the background')}
                {many && `, ${project.articles.find((a) => a.id === b.articleId)?.name ?? ''}`}
              </p>
              <PieceChips
                project={project}
                ids={[...new Set(mine.flatMap((l) => l.pieceId ?? []))]}
                short={mine.length > 4}
                label={`Sewn ${i + 1}.`}
              />
            </div>
          </li>
        );
      })}
    </ol>
  );
}

const isClear = (edge: EdgePlan, colour: string): boolean =>
  edge.threads.some((t) => t.threadId === null && t.kind === 'clear' && t.colour === colour);
