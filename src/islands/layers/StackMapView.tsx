import { pictureBox } from '~/components';
import { type ArticleView, finishedOutline, groundOutline } from '~/core/keep/model';
import type { ArticlePicture } from '~/core/plan';
import css from './Layers.module.css';

/** From bare linen through ochre to deep brown: more layers, darker. One hue, so that it reads without colour too. */
const shadeOf = (layers: number, most: number): string => {
  const t = most <= 1 ? 0 : (layers - 1) / (most - 1);
  const from = [250, 243, 228];
  const to = [74, 38, 18];
  return `rgb(${from.map((a, i) => Math.round(a + ((to[i] ?? a) - a) * t)).join(' ')})`;
};

/** How many layers lie where, drawn over the outlines; the stiffest place is ringed. */
export function StackMapView({
  project,
  picture,
  behind,
  flipped,
}: {
  project: ArticleView;
  picture: ArticlePicture;
  /** The ground that could be cut away, path data. */
  behind: string;
  flipped: boolean;
}) {
  const { stack } = picture;
  const most = Math.max(1, ...stack.stacks.map((s) => s.cloths));
  const { widthMm: w, heightMm: h } = project.ground;
  return (
    <svg viewBox={pictureBox(project)} role="img" aria-label={`Layers of fabric, at most ${most}`}>
      <g transform={flipped ? `translate(${w} 0) scale(-1 1)` : undefined}>
        <path d={groundOutline(project.ground)} fill={project.article.ground ? shadeOf(1, most) : 'none'} />
        {stack.stacks.map((s) => (
          <path key={s.pieceIds.join(' ')} d={s.outline} fill={shadeOf(s.cloths, most)} fillRule="evenodd" />
        ))}
        {project.pieces.map((p) => (
          <path
            key={p.id}
            className={css.rim}
            d={finishedOutline(p)}
            transform={`translate(${p.at.xMm} ${p.at.yMm}) rotate(${p.at.rotateDeg})`}
            stroke="var(--ink-on-cloth)"
            strokeWidth="0.7"
            opacity="0.6"
          />
        ))}
        {behind !== '' && <path className={css.behind} d={behind} />}
        {stack.highest && (
          <circle className={css.highest} cx={stack.highest.xMm} cy={stack.highest.yMm} r={Math.max(w, h) / 40} />
        )}
      </g>
    </svg>
  );
}

/** The scale of the map, in words and shades. */
export function StackLegend({ picture }: { picture: ArticlePicture }) {
  const most = Math.max(1, ...picture.stack.stacks.map((s) => s.cloths));
  return (
    <ul className={css.legend} aria-label="Layers of fabric, the background included">
      {Array.from({ length: most }, (_, i) => i + 1).map((layers) => (
        <li key={layers}>
          <span style={{ background: shadeOf(layers, most) }} />
          {layers}
        </li>
      ))}
    </ul>
  );
}
