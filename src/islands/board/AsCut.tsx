import { Button, Note } from '~/components';
import { boundsOf, regionOf } from '~/core/base/shape';
import { type BoardStep, cutAgain, cutOtherwise, leftAsCut } from '~/core/hands/board';
import { type Project, pieceName } from '~/core/keep/model';
import { record } from '~/store';
import css from './Board.module.css';
import { moment } from './useBoardActs';

/** A piece whose pattern was changed after it was drawn or cut: as it was, as it is now, and what to do. One at a time. */
export function CutOtherwise({ project, steps }: { project: Project; steps: readonly BoardStep[] }) {
  const [first] = cutOtherwise(project);
  if (!first) return null;
  const { piece, was } = first;
  const number = project.pieces.indexOf(piece) + 1;
  const clothOf = (id: string) => project.fabrics.find((f) => f.id === id);
  const other = was.fabricId !== piece.fabricId;
  const shapes = [
    { says: 'as it was cut', outline: was.outline, cloth: clothOf(was.fabricId) },
    { says: 'as it is now', outline: piece.outline, cloth: clothOf(piece.fabricId) },
  ];
  return (
    <Note
      actions={
        <>
          <Button onClick={() => record((b) => cutAgain(b, piece.id, steps, moment()))}>Make it again</Button>
          <Button onClick={() => record((b) => leftAsCut(b, piece))}>Keep as cut</Button>
        </>
      }
    >
      “{pieceName(piece, number)}” was drawn or cut before its {other ? 'fabric' : 'pattern'} was changed.
      <span className={css.asCut}>
        {shapes.map(({ says, outline, cloth }) => (
          <Shape key={says} says={says} outline={outline} colour={cloth?.colour} name={cloth?.name} />
        ))}
      </span>
    </Note>
  );
}

function Shape({
  says,
  outline,
  colour,
  name,
}: {
  says: string;
  outline: string;
  colour: string | undefined;
  name: string | undefined;
}) {
  const b = boundsOf(regionOf(outline));
  const pad = Math.max(b.maxX - b.minX, b.maxY - b.minY) * 0.08;
  return (
    <span>
      <svg
        viewBox={`${b.minX - pad} ${b.minY - pad} ${b.maxX - b.minX + 2 * pad} ${b.maxY - b.minY + 2 * pad}`}
        role="img"
        aria-label={says}
      >
        <path
          d={outline}
          fillRule="evenodd"
          fill={colour ?? 'var(--paper-raised)'}
          stroke="currentColor"
          strokeWidth={pad / 6}
        />
      </svg>
      {says}
      {name ? `, ${name}` : ''}
    </span>
  );
}
