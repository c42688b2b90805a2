import { type Bounds, mergeBounds } from '~/core/base/shape';
import { align, applyMoves, itemsOf, type Side, spread } from '~/core/intake/arrange';
import { finishedOutline, type Project } from '~/core/keep/model';
import { edit } from '~/store';
import css from './GroupDrawing.module.css';

type LineUp = Side | 'across' | 'down';
/** Where each way of lining up is tapped, what stands there, and what it does in full. */
const ALONG: readonly { readonly is: LineUp; readonly says: string; readonly does: string; readonly at: string }[] = [
  { is: 'left', says: 'left', does: 'Left edges', at: 'above' },
  { is: 'centre', says: 'middles', does: 'Middles, up and down', at: 'above' },
  { is: 'right', says: 'right', does: 'Right edges', at: 'above' },
  { is: 'top', says: 'tops', does: 'Top edges', at: 'beside' },
  { is: 'middle', says: 'middles', does: 'Middles, side by side', at: 'beside' },
  { is: 'bottom', says: 'bottoms', does: 'Bottom edges', at: 'beside' },
  { is: 'baseline', says: 'on one baseline', does: 'Baselines', at: 'under' },
  { is: 'across', says: 'even gaps across', does: 'Even gaps across', at: 'under' },
  { is: 'down', says: 'even gaps down', does: 'Even gaps down', at: 'under' },
];
const PLACES = ['above', 'beside', 'under'] as const;
/** Gaps can only be even between three. */
const LEAST: { readonly [L in LineUp]?: number } = { across: 3, down: 3 };

/** A small drawing of what is picked: its sides, middles and gaps are tapped to line it up. */
export function GroupDrawing({ project, ids }: { project: Project; ids: readonly string[] }) {
  const items = itemsOf(project, ids);
  if (items.length < 2) return null;
  const whole = mergeBounds(items.map((i) => i.box));
  const line = (is: LineUp): string | null =>
    edit((p) => {
      const all = itemsOf(p, ids);
      applyMoves(
        p,
        is === 'across' || is === 'down' ? spread(all, is) : align(all, is, mergeBounds(all.map((i) => i.box))),
      );
    });
  return (
    <section className={css.group} aria-label="Line up">
      <Picked project={project} ids={ids} box={whole} />
      {PLACES.map((place) => (
        <div key={place} className={css[place]}>
          {ALONG.filter((a) => a.at === place).map(({ is, says, does }) => (
            <button
              key={is}
              type="button"
              aria-label={does}
              title={does}
              disabled={items.length < (LEAST[is] ?? 2)}
              onClick={() => line(is)}
            >
              {says}
            </button>
          ))}
        </div>
      ))}
    </section>
  );
}

/** The pieces where they lie, as cloth, with tacking threads along sides and middles. */
function Picked({ project, ids, box }: { project: Project; ids: readonly string[]; box: Bounds }) {
  const [w, h] = [Math.max(1, box.maxX - box.minX), Math.max(1, box.maxY - box.minY)];
  const thin = Math.max(w, h) / 120;
  const cloth = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  return (
    <svg
      viewBox={`${box.minX - 4 * thin} ${box.minY - 4 * thin} ${w + 8 * thin} ${h + 8 * thin}`}
      className={css.picked}
      aria-hidden="true"
    >
      {project.pieces
        .filter((p) => ids.includes(p.id))
        .map((p) => (
          <path
            key={p.id}
            d={finishedOutline(p)}
            transform={`translate(${p.at.xMm} ${p.at.yMm}) rotate(${p.at.rotateDeg})`}
            fill={cloth.get(p.fabricId)}
            fillRule="evenodd"
            stroke="var(--ink-on-cloth)"
            strokeWidth={thin}
          />
        ))}
      <g stroke="var(--rind)" strokeWidth={1.5 * thin} strokeDasharray={`${4 * thin} ${3 * thin}`} fill="none">
        {[box.minX, (box.minX + box.maxX) / 2, box.maxX].map((x) => (
          <line key={`x${x}`} x1={x} x2={x} y1={box.minY} y2={box.maxY} />
        ))}
        {[box.minY, (box.minY + box.maxY) / 2, box.maxY].map((y) => (
          <line key={`y${y}`} x1={box.minX} x2={box.maxX} y1={y} y2={y} />
        ))}
      </g>
    </svg>
  );
}
