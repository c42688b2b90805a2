import { type KeyboardEvent, useId, useRef } from 'react';
import { ClothDefs, clothUrl, SHADOW_OF_CLOTH, shade } from '~/components';
import { type ArticleView, boxOnGround, finishedOutline } from '~/core/keep/model';
import type { Overlap } from '~/core/lay/laid';
import { deepestChain } from '~/core/lay/layer';
import { pieceSpoken } from '~/words';
import css from './Layers.module.css';

/** The ground is seen from the front and well above: across stays across, down leans a little away. */
const LEAN = { across: -0.2, down: 0.66 };
const ROOM_MM = 12;
const STEP_PX = 26;

/** The stack seen slightly from the side: every piece floats `liftMm` above the highest it lies on. */
export function LayerStackView({
  project,
  selectedId,
  overlaps,
  neighbours,
  liftMm,
  flipped,
  onPick,
  onKey,
  onShift,
}: {
  project: ArticleView;
  selectedId: string | null;
  overlaps: readonly Overlap[];
  /** Pieces that the one in hand lies over or under; the others are faded while one is in hand. */
  neighbours: ReadonlySet<string>;
  liftMm: number;
  flipped: boolean;
  onPick: (id: string | null) => void;
  onKey: (e: KeyboardEvent) => void;
  /** Raises or lowers a piece that is dragged up or down. */
  onShift: (id: string, way: 'up' | 'down') => void;
}) {
  const prefix = useId();
  const drag = useRef<{ id: string; y: number } | null>(null);
  /** A drag ends in a click on whatever lies there by then: that click picks nothing. */
  const dragged = useRef(false);
  const { widthMm: w, heightMm: h } = project.ground;
  const byId = new Map(project.pieces.map((p) => [p.id, { piece: p, number: project.numberOf(p.id) }]));
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  const depth = deepestChain(project.order, overlaps);
  const highest = Math.max(1, ...depth.values());
  // Seen from the wrong side the stack is turned over: mirrored, and the ground on top.
  const level = (id: string): number => (flipped ? highest + 1 - (depth.get(id) ?? 1) : (depth.get(id) ?? 1));
  const groundLevel = flipped ? highest + 1 : 0;
  const shift = -LEAN.across * h;
  const plane = (at: number): string =>
    `matrix(${flipped ? -1 : 1} 0 ${LEAN.across} ${LEAN.down} ${(flipped ? w : 0) + shift} ${-at * liftMm})`;
  const tops = project.pieces.map((p) => boxOnGround(p).minY * LEAN.down - level(p.id) * liftMm);
  const top = Math.min(-groundLevel * liftMm, ...tops) - ROOM_MM;
  const bottoms = project.pieces.map((p) => boxOnGround(p).maxY * LEAN.down - level(p.id) * liftMm);
  const bottom = Math.max(h * LEAN.down - groundLevel * liftMm, ...bottoms) + ROOM_MM;
  const first = selectedId ?? project.order[0];
  const ground = (
    <g key="ground" transform={plane(groundLevel)} opacity={flipped ? 0.55 : 1}>
      {project.article.ground && (
        <rect width={w} height={h} fill={clothUrl(prefix, project.fabrics, project.ground.fabricId)} />
      )}
    </g>
  );
  const order = flipped ? [...project.order].reverse() : project.order;
  return (
    <svg
      viewBox={`${-ROOM_MM} ${top} ${w + shift + 2 * ROOM_MM} ${bottom - top}`}
      role="group"
      aria-label="The stack, seen slightly from the side"
      onClick={() => {
        if (!dragged.current) onPick(null);
        dragged.current = false;
      }}
      onKeyDown={onKey}
      onPointerMove={(e) => {
        const d = drag.current;
        if (!d || e.buttons === 0 || Math.abs(e.clientY - d.y) < STEP_PX) return;
        // Every so many pixels up or down is one neighbour passed.
        dragged.current = true;
        onPick(d.id);
        onShift(d.id, e.clientY < d.y ? 'up' : 'down');
        d.y = e.clientY;
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
    >
      <ClothDefs prefix={prefix} fabrics={project.fabrics} pictures={project.pictures} pieces={project.pieces} />
      {!flipped && ground}
      {order.map((id) => {
        const entry = byId.get(id);
        if (!entry) return null;
        const { piece, number } = entry;
        const at = level(id);
        const outline = finishedOutline(piece);
        const place = `translate(${piece.at.xMm} ${piece.at.yMm}) rotate(${piece.at.rotateDeg})`;
        const selected = id === selectedId;
        const colour = colours.get(piece.fabricId) ?? '#888888';
        return (
          <g
            key={id}
            className={css.sheet}
            role="button"
            aria-label={pieceSpoken(piece, number)}
            aria-pressed={selected}
            tabIndex={id === first ? 0 : -1}
            data-faded={selectedId !== null && !selected && !neighbours.has(id)}
            data-piece={id}
            onPointerDown={(e) => {
              drag.current = { id, y: e.clientY };
              dragged.current = false;
            }}
            onClick={(e) => {
              e.stopPropagation();
              if (!dragged.current) onPick(id);
              dragged.current = false;
            }}
            onKeyDown={(e) => {
              if (e.key === 'Enter' || e.key === ' ') {
                e.preventDefault();
                onPick(id);
              }
            }}
          >
            <g transform={plane(at - Math.min(0.35, liftMm))}>
              <path d={outline} transform={place} fill={SHADOW_OF_CLOTH} fillRule="evenodd" opacity="0.16" />
            </g>
            <g transform={plane(at)}>
              <g transform={place}>
                <path d={outline} fill={clothUrl(prefix, project.fabrics, piece.fabricId, piece)} fillRule="evenodd" />
                <path
                  className={css.rim}
                  d={outline}
                  stroke={selected ? 'var(--ink)' : shade(colour, -0.4)}
                  strokeWidth={selected ? 2.5 : 0.8}
                  strokeDasharray={selected ? '6 4' : undefined}
                />
              </g>
            </g>
          </g>
        );
      })}
      {flipped && ground}
    </svg>
  );
}
