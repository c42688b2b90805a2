import { finishedOutline, type Project } from '~/core/model';
import css from './Press.module.css';

/** Where the iron is set down on a piece: footprints numbered from the centre outwards, on its outline. */
export function SetDownMap({
  project,
  pieceId,
  footprints,
}: {
  project: Project;
  pieceId: string;
  footprints: readonly { x: number; y: number; w: number; h: number; again: boolean }[];
}) {
  const piece = project.pieces.find((p) => p.id === pieceId);
  if (!piece || footprints.length === 0) return null;
  const minX = Math.min(...footprints.map((f) => f.x - f.w / 2)) - 6;
  const minY = Math.min(...footprints.map((f) => f.y - f.h / 2)) - 6;
  const maxX = Math.max(...footprints.map((f) => f.x + f.w / 2)) + 6;
  const maxY = Math.max(...footprints.map((f) => f.y + f.h / 2)) + 6;
  const colour = project.fabrics.find((f) => f.id === piece.fabricId)?.colour;
  return (
    <svg
      className={css.map}
      viewBox={`${minX} ${minY} ${maxX - minX} ${maxY - minY}`}
      role="img"
      aria-label={`Where the iron is set down on ${piece.label}: ${footprints.length} times`}
    >
      <path
        d={finishedOutline(piece)}
        transform={`translate(${piece.at.xMm} ${piece.at.yMm}) rotate(${piece.at.rotateDeg})`}
        fill={colour}
        fillRule="evenodd"
      />
      <polyline className={css.way} points={footprints.map((f) => `${f.x} ${f.y}`).join(' ')} />
      {footprints.map((f, i) => (
        <g key={`${f.x} ${f.y}`}>
          <rect
            className={css.foot}
            data-again={f.again}
            x={f.x - f.w / 2}
            y={f.y - f.h / 2}
            width={f.w}
            height={f.h}
            rx="6"
          />
          <text className={css.footNumber} x={f.x} y={f.y} fontSize={Math.min(f.w, f.h) * 0.35}>
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}
