import type { PlanPicture } from '~/core/plan';
import css from './Press.module.css';

/** Where the iron is set down: footprints numbered from the centre outwards, on what it covers; the place that decides about the seconds is ringed. */
export function SetDownMap({
  press,
  colour,
  label,
  now = null,
}: {
  press: PlanPicture['presses'][string];
  colour: string;
  label: string;
  /** The place the iron goes to next, from 0; those before it are done. */
  now?: number | null;
}) {
  const { footprints, outline, deciding } = press;
  const marked = deciding.join('');
  if (footprints.length === 0) return null;
  // A number stands towards the outer corner of its set-down, where it does not cover that of the next.
  const mean = (of: 'x' | 'y'): number => footprints.reduce((sum, f) => sum + f[of], 0) / footprints.length;
  const middle = { x: mean('x'), y: mean('y') };
  const outwards = (at: number, from: number, size: number): number =>
    at + Math.sign(Math.round(at - from)) * size * 0.3;
  const minX = Math.min(...footprints.map((f) => f.x - f.w / 2)) - 6;
  const minY = Math.min(...footprints.map((f) => f.y - f.h / 2)) - 6;
  const maxX = Math.max(...footprints.map((f) => f.x + f.w / 2)) + 6;
  const maxY = Math.max(...footprints.map((f) => f.y + f.h / 2)) + 6;
  return (
    <svg
      className={css.map}
      viewBox={`${minX} ${minY} ${maxX - minX} ${maxY - minY}`}
      role="img"
      aria-label={`Where to press on ${label}: ${footprints.length === 1 ? 'once' : `${footprints.length} times`}${marked ? '; the slowest place is marked' : ''}`}
    >
      <path d={outline} fill={colour} fillRule="evenodd" />
      {marked && <path className={css.deciding} d={marked} data-deciding="true" />}
      <polyline className={css.way} points={footprints.map((f) => `${f.x} ${f.y}`).join(' ')} />
      {footprints.map((f, i) => (
        <g key={`${f.x} ${f.y}`}>
          <rect
            className={now === null ? css.foot : i < now ? css.footDone : i === now ? css.footNow : css.foot}
            x={f.x - f.w / 2}
            y={f.y - f.h / 2}
            width={f.w}
            height={f.h}
            rx="6"
          />
          <text
            className={css.footNumber}
            x={outwards(f.x, middle.x, f.w)}
            y={outwards(f.y, middle.y, f.h)}
            fontSize={Math.min(f.w, f.h) * 0.22}
          >
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}
