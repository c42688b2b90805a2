import { type KeyboardEvent, memo, type PointerEvent, type ReactNode, useId } from 'react';
import type { Spot } from '~/core/base/shape';
import {
  type ArticleView,
  beyondMm,
  type DrawnMark,
  finishedMarks,
  finishedOutline,
  type Ground,
  groundOutline,
  type Piece,
} from '~/core/keep/model';
import { pieceSpoken } from '~/words';
import { ClothDefs, clothUrl, shade } from './Cloth';
import { INK_ON_CLOTH, PAPER_ON_CLOTH, readableOn, SHADOW_OF_CLOTH } from './on-cloth';
import css from './Picture.module.css';

export interface PictureProps {
  project: ArticleView;
  spots: Readonly<Record<string, Spot>>;
  selectedId?: string | null;
  /** Everything picked; the one picked last is among them. */
  selectedIds?: readonly string[];
  /** Pieces in the hand just now: left out here, drawn by {@link PieceShape} elsewhere. */
  lifted?: ReadonlySet<string>;
  /** Seen from the wrong side: everything is mirrored, words still read right. */
  flipped?: boolean;
  numbers?: boolean;
  grain?: boolean;
  onPick?: (id: string | null, add: boolean) => void;
  onKey?: (event: KeyboardEvent) => void;
  onPieceDown?: (event: PointerEvent<SVGGElement>, id: string) => void;
  svgRef?: React.Ref<SVGSVGElement>;
  /** What lies on the ground beneath every piece; also patterns that pieces wear. */
  beneath?: ReactNode;
  /** What pieces wear over their cloth: a fill each. */
  worn?: ReadonlyMap<string, string>;
  title: string;
}

interface ShapeProps {
  piece: Piece;
  number: number;
  fill: string;
  colour: string;
  spot: Spot | undefined;
  selected: boolean;
  flipped: boolean;
  numbers: boolean;
  grain: boolean;
  focusable: boolean;
  onDown: ((event: PointerEvent<SVGGElement>, id: string) => void) | undefined;
  onPick: ((id: string, add: boolean) => void) | undefined;
  hidden?: boolean;
  worn?: string | undefined;
}

/** One piece of cut cloth where it lies: its shadow, its cloth, its raw edge, and on demand its number and grain. */
export const PieceShape = memo(function PieceShape(p: ShapeProps) {
  const { piece } = p;
  const outline = finishedOutline(piece);
  const place = `translate(${piece.at.xMm} ${piece.at.yMm}) rotate(${piece.at.rotateDeg})`;
  const label = pieceSpoken(piece, p.number);
  return (
    <g
      className={css.piece}
      role="button"
      aria-label={label}
      aria-pressed={p.selected}
      tabIndex={p.focusable ? 0 : -1}
      data-piece={piece.id}
      visibility={p.hidden ? 'hidden' : undefined}
      onPointerDown={p.onDown && ((e) => p.onDown?.(e, piece.id))}
      onClick={(e) => {
        e.stopPropagation();
        p.onPick?.(piece.id, e.shiftKey);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          p.onPick?.(piece.id, e.shiftKey);
        }
      }}
    >
      <path
        d={outline}
        transform={`translate(${p.flipped ? -0.8 : 0.8} 1.3) ${place}`}
        fill={SHADOW_OF_CLOTH}
        fillRule="evenodd"
        opacity="0.22"
      />
      <g transform={place}>
        <path d={outline} fill={p.fill} fillRule="evenodd" opacity={p.flipped ? 0.62 : 1} />
        {p.worn !== undefined && <path d={outline} fill={p.worn} fillRule="evenodd" data-worn="true" />}
        <path className={css.edge} d={outline} stroke={shade(p.colour, -0.35)} strokeWidth="0.9" />
        <DrawnMarks marks={finishedMarks(piece)} ink={readableOn(p.colour)} />
        {p.selected && (
          <>
            <path className={css.edge} d={outline} stroke={PAPER_ON_CLOTH} strokeWidth="4" />
            <path className={css.edge} d={outline} stroke={INK_ON_CLOTH} strokeWidth="2" strokeDasharray="6 4" />
          </>
        )}
      </g>
      {p.spot && (p.numbers || p.grain) && <Marks {...p} spot={p.spot} />}
    </g>
  );
});

const DASHES = { stitch: '2.4 1.6', cut: undefined, paint: undefined, crease: '0.6 1.8' } as const;
const NO_MARKS: readonly DrawnMark[] = [];

/** Lines and dots drawn on a piece, or on the ground: each use has a stroke of its own. */
function DrawnMarks({ marks, ink }: { marks: readonly DrawnMark[]; ink: string }) {
  return marks.map((mark, i) =>
    mark.is === 'line' ? (
      <path
        // biome-ignore lint/suspicious/noArrayIndexKey: a mark has no name but its place in the list
        key={i}
        className={css.edge}
        d={mark.path}
        stroke={ink}
        strokeWidth={mark.use === 'paint' ? 1.6 : mark.use === 'cut' ? 0.5 : 0.8}
        strokeDasharray={DASHES[mark.use]}
        strokeLinecap="round"
        data-use={mark.use}
      />
    ) : (
      <circle
        // biome-ignore lint/suspicious/noArrayIndexKey: as above
        key={i}
        cx={mark.xMm}
        cy={mark.yMm}
        r={mark.acrossMm / 2}
        fill={mark.use === 'hole' ? 'none' : ink}
        fillOpacity={mark.use === 'bead' ? 0.55 : 1}
        stroke={ink}
        strokeWidth="0.5"
        data-use={mark.use}
      />
    ),
  );
}

/** Number and grain arrow at the roomiest place that shows; turned back when the view is flipped, so that they read right. */
function Marks({ spot, number, colour, flipped, numbers, grain, piece }: ShapeProps & { spot: Spot }) {
  const ink = readableOn(colour);
  const size = Math.max(6.5, Math.min(13, spot.roomMm * 1.1));
  const arrow = Math.min(22, spot.roomMm * 0.9);
  return (
    <g transform={`translate(${spot.x} ${spot.y})${flipped ? ' scale(-1 1)' : ''}`}>
      {grain && spot.roomMm > 9 && (
        <path
          className={css.grain}
          transform={`rotate(${flipped ? -piece.at.rotateDeg : piece.at.rotateDeg}) translate(${spot.roomMm * 0.55} 0)`}
          d={`M0 ${-arrow / 2}V${arrow / 2}M-1.8 ${-arrow / 2 + 2.6}L0 ${-arrow / 2}L1.8 ${-arrow / 2 + 2.6}M-1.8 ${arrow / 2 - 2.6}L0 ${arrow / 2}L1.8 ${arrow / 2 - 2.6}`}
          stroke={ink}
          strokeWidth="0.7"
        />
      )}
      {numbers && (
        <text
          className={css.number}
          fontSize={size}
          fill={ink}
          stroke={ink === INK_ON_CLOTH ? PAPER_ON_CLOTH : INK_ON_CLOTH}
          strokeWidth={size * 0.09}
          strokeOpacity="0.35"
          paintOrder="stroke"
        >
          {number}
        </text>
      )}
    </g>
  );
}

/** A ground as it is cut. What reaches beyond its finished edge is drawn as the edge's own breadth, corners kept. */
function GroundShape({
  ground,
  fill,
  opacity = 1,
  shift,
}: {
  ground: Ground;
  fill: string;
  opacity?: number;
  shift?: string;
}) {
  const beyond = beyondMm(ground);
  return (
    <path
      d={groundOutline(ground)}
      fill={fill}
      fillRule="evenodd"
      opacity={opacity}
      transform={shift}
      {...(beyond > 0 ? { stroke: fill, strokeWidth: 2 * beyond, strokeLinejoin: 'miter' as const } : {})}
    />
  );
}

/** The finished edge on the cloth as it is cut. */
export function FinishedEdge({ ground }: { ground: Ground }) {
  return beyondMm(ground) > 0 ? (
    <g className={css.finished} pointerEvents="none">
      <path d={groundOutline(ground)} />
      <path d={groundOutline(ground)} />
    </g>
  ) : null;
}

/** The view box of a picture: the ground as it is cut, with a little table around it. */
export function pictureBox({ ground }: Pick<ArticleView, 'ground'>): string {
  const pad = Math.max(ground.widthMm, ground.heightMm) * 0.025 + beyondMm(ground);
  return `${-pad} ${-pad} ${ground.widthMm + 2 * pad} ${ground.heightMm + 2 * pad}`;
}

const NOTHING: readonly string[] = [];

/** The whole picture on its ground, true to colour, in millimetres. */
export function PictureView({
  project,
  spots,
  selectedId = null,
  selectedIds = selectedId === null ? NOTHING : [selectedId],
  lifted,
  flipped = false,
  numbers = false,
  grain = false,
  onPick,
  onKey,
  onPieceDown,
  svgRef,
  beneath,
  worn,
  title,
}: PictureProps) {
  const prefix = useId();
  const { ground } = project;
  const { widthMm: w, heightMm: h } = ground;
  const byId = new Map(project.pieces.map((p) => [p.id, { piece: p, number: project.numberOf(p.id) }]));
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  const first = selectedId ?? project.order[0];
  const picked = new Set(selectedIds);
  const onGround = project.article.ground !== null;
  return (
    <svg
      ref={svgRef}
      className={css.picture}
      viewBox={pictureBox(project)}
      role="group"
      aria-label={title}
      onClick={() => onPick?.(null, false)}
      onKeyDown={onKey}
      data-flipped={flipped}
    >
      <ClothDefs prefix={prefix} fabrics={project.fabrics} pictures={project.pictures} pieces={project.pieces} />
      {onGround && <GroundShape ground={ground} fill={SHADOW_OF_CLOTH} opacity={0.2} shift="translate(1 2)" />}
      <g transform={flipped ? `translate(${w} 0) scale(-1 1)` : undefined}>
        {onGround ? (
          <GroundShape ground={ground} fill={clothUrl(prefix, project.fabrics, ground.fabricId)} />
        ) : (
          <rect className={css.table} width={w} height={h} />
        )}
        {flipped && onGround && <GroundShape ground={ground} fill={PAPER_ON_CLOTH} opacity={0.3} />}
        {onGround && <FinishedEdge ground={ground} />}
        {beneath}
        <DrawnMarks
          marks={project.article.marks ?? NO_MARKS}
          ink={readableOn(colours.get(project.ground.fabricId) ?? '#ffffff')}
        />
        {project.order.map((id) => {
          const entry = byId.get(id);
          if (!entry) return null;
          const { piece, number } = entry;
          return (
            <PieceShape
              key={id}
              piece={piece}
              number={number}
              fill={clothUrl(prefix, project.fabrics, piece.fabricId, piece)}
              colour={colours.get(piece.fabricId) ?? '#888888'}
              spot={spots[id]}
              selected={picked.has(id)}
              hidden={lifted?.has(id) ?? false}
              worn={worn?.get(id)}
              flipped={flipped}
              numbers={numbers}
              grain={grain}
              focusable={onPick !== undefined && id === first}
              onDown={onPieceDown}
              onPick={onPick}
            />
          );
        })}
      </g>
    </svg>
  );
}
