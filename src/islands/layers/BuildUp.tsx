import { useId } from 'react';
import { ClothDefs, clothUrl, pictureBox, SHADOW_OF_CLOTH, shade } from '~/components';
import { type ArticleView, groundOutline, type Plan } from '~/core/keep/model';
import type { PlanPicture } from '~/core/plan';
import css from './Layers.module.css';

/** The picture as it is laid down, backmost first: the pieces so far, cut as they will be cut, with dotted lines where an upper edge will lie. */
export function BuildUp({
  project,
  plan,
  picture,
  count,
  flipped,
  selectedId,
}: {
  project: ArticleView;
  plan: Plan;
  picture: PlanPicture;
  /** How many pieces lie there already. */
  count: number;
  flipped: boolean;
  selectedId: string | null;
}) {
  const prefix = useId();
  const { widthMm: w } = project.ground;
  const pieces = new Map(project.pieces.map((p) => [p.id, p]));
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  const order = plan.order.filter((id) => pieces.has(id));
  const laid = order.slice(0, count);
  const last = laid.at(-1);
  return (
    <svg
      viewBox={pictureBox(project)}
      role="img"
      aria-label={`${count} of ${order.length} pieces laid down`}
      data-laid={count}
    >
      <ClothDefs
        onGround
        prefix={prefix}
        fabrics={project.fabrics}
        pictures={project.pictures}
        pieces={project.pieces}
      />
      <g transform={flipped ? `translate(${w} 0) scale(-1 1)` : undefined}>
        <path
          data-ground={project.article.ground !== null}
          d={groundOutline(project.ground)}
          fill={project.article.ground ? clothUrl(prefix, project.fabrics, project.ground.fabricId) : 'none'}
          fillRule="evenodd"
        />
        {laid.map((id) => {
          const piece = pieces.get(id);
          const cut = picture.cuts[id];
          if (!piece || !cut) return null;
          const colour = colours.get(piece.fabricId) ?? '#888888';
          return (
            <g key={id} data-piece={id}>
              <path
                d={cut.outline}
                transform="translate(0.8 1.2)"
                fill={SHADOW_OF_CLOTH}
                fillRule="evenodd"
                opacity="0.22"
              />
              {/* The print lies with the piece's own place, the outline with the ground. */}
              <path d={cut.outline} fill={colour} fillRule="evenodd" />
              <path
                d={cut.outline}
                fill={clothUrl(prefix, project.fabrics, piece.fabricId, piece, true)}
                fillRule="evenodd"
                opacity={id === last ? 1 : 0.85}
              />
              {cut.visible && <path className={css.dotted} d={cut.visible} stroke={shade(colour, 0.55)} />}
              <path
                className={css.rim}
                d={cut.outline}
                stroke={id === selectedId ? 'var(--ink)' : shade(colour, -0.4)}
                strokeWidth={id === selectedId || id === last ? 2 : 0.9}
              />
            </g>
          );
        })}
      </g>
    </svg>
  );
}
