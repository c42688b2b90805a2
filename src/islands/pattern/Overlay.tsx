import { type PointerEvent, useMemo } from 'react';
import { type Bounds, mergeBounds, type Point } from '~/core/base/shape';
import { formatLength, SPEECH } from '~/core/base/units';
import { creasesOf, itemsOf } from '~/core/intake/arrange';
import { type ArticleView, beyondMm, finishedOutline, type Plan } from '~/core/keep/model';
import { widthsOf } from '~/core/lay/size';
import css from './Pattern.module.css';
import type { Handle } from './useHands';

/** A scan to check against, on the ground and beneath every piece: it tints none of them. */
export function Underlay({ project }: { project: ArticleView }) {
  const { underlay } = project;
  const photo = underlay?.shown && project.pictures.find((p) => p.id === underlay.pictureId);
  if (!underlay || !photo) return null;
  return (
    <image
      href={photo.dataUrl}
      width={underlay.widthMm}
      height={(underlay.widthMm * photo.heightPx) / photo.widthPx}
      preserveAspectRatio="none"
      opacity={UNDERLAY_SEEN}
      pointerEvents="none"
      transform={`translate(${underlay.at.xMm} ${underlay.at.yMm}) rotate(${underlay.at.rotateDeg})`}
      data-underlay="true"
    />
  );
}
/** How strongly the scan stands out from the ground that it lies on. */
const UNDERLAY_SEEN = 0.7;

/** What lies over the picture without being cloth: seams between widths, creases, snags, the frame of what is in hand, the tape. */
export function Overlay({
  project,
  box,
  flipped,
  selectedIds,
  snags,
  measured,
  perPx,
  hideFrame,
  loopRef,
  onHandle,
}: {
  project: ArticleView;
  box: string;
  flipped: boolean;
  selectedIds: readonly string[];
  snags: Plan['snags'];
  measured: { from: Point; to: Point } | null;
  /** Millimetres a pixel of the screen, for things that keep their size whatever the picture's. */
  perPx: number;
  hideFrame: boolean;
  loopRef: (g: SVGGElement | null) => void;
  onHandle: (e: PointerEvent, handle: Handle) => void;
}) {
  const { ground } = project;
  const { widthMm: w, heightMm: h } = ground;
  const creases = creasesOf(ground);
  const beyond = beyondMm(ground);
  const widths = useMemo(() => widthsOf(project, project.article), [project]);
  const joins = widths?.seamed ? widths : null;
  const items = itemsOf(project, selectedIds);
  const frame = items.length > 0 ? mergeBounds(items.map((i) => i.box)) : null;
  return (
    <svg className={css.overlay} viewBox={box} aria-hidden="true">
      <g transform={flipped ? `translate(${w} 0) scale(-1 1)` : undefined}>
        {joins?.atMm.map((at) => (
          <path
            key={`w${at}`}
            className={css.seamLine}
            d={joins.upright ? `M${at} ${-beyond}V${h + beyond}` : `M${-beyond} ${at}H${w + beyond}`}
          />
        ))}
        {creases.across.map((x) => (
          <path key={`a${x}`} className={css.crease} d={`M${x} 0V${h}`} />
        ))}
        {creases.down.map((y) => (
          <path key={`d${y}`} className={css.crease} d={`M0 ${y}H${w}`} />
        ))}
        {ground.creases.diagonal && <path className={css.crease} d={`M0 0L${w} ${h}M${w} 0L0 ${h}`} />}
        {snags.map(
          (s) =>
            s.at && (
              <g
                key={`${s.code} ${s.pieceIds.join()}`}
                className={css.snagMark}
                data-code={s.code}
                transform={`translate(${s.at.xMm} ${s.at.yMm})`}
              >
                <circle r={11 * perPx} />
                <circle r={2.5 * perPx} />
              </g>
            ),
        )}
        {frame && !hideFrame && (
          <Pinned project={project} ids={selectedIds} frame={frame} perPx={perPx} onHandle={onHandle} />
        )}
        <g ref={loopRef} className={css.guides} />
        {measured && <Tape {...measured} perPx={perPx} flipped={flipped} units={project.units} />}
      </g>
    </svg>
  );
}

/** More pieces than this are basted together, along their box: a line round each would be a tangle. */
const BASTED_EACH = 60;
/** A pin's head stands this far out from the corner it holds, px; a finger finds it within 22 px of its middle. */
const HEAD_OUT_PX = 17;
const HEAD_PX = 7;
const FINGER_PX = 22;
/** The button that turns hangs on a thread this long, px. */
const THREAD_PX = 34;

/** What is in hand, as in a sewing room: basted round, pinned at its corners (pull a pin to size it), a button on a thread to turn it by. */
function Pinned({
  project,
  ids,
  frame,
  perPx,
  onHandle,
}: {
  project: ArticleView;
  ids: readonly string[];
  frame: Bounds;
  perPx: number;
  onHandle: (e: PointerEvent, handle: Handle) => void;
}) {
  const picked = project.pieces.filter((p) => ids.includes(p.id));
  const out = HEAD_OUT_PX * perPx;
  const top = { x: (frame.minX + frame.maxX) / 2, y: frame.minY };
  const button = { x: top.x, y: top.y - THREAD_PX * perPx };
  const corners = [
    ['nw', frame.minX, frame.minY, -1, -1],
    ['ne', frame.maxX, frame.minY, 1, -1],
    ['se', frame.maxX, frame.maxY, 1, 1],
    ['sw', frame.minX, frame.maxY, -1, 1],
  ] as const;
  return (
    <g className={css.pinned}>
      {picked.length <= BASTED_EACH ? (
        picked.map((p) => (
          <g key={p.id} transform={`translate(${p.at.xMm} ${p.at.yMm}) rotate(${p.at.rotateDeg})`}>
            <path className={css.bastingRim} d={finishedOutline(p)} />
            <path className={css.basting} d={finishedOutline(p)} />
          </g>
        ))
      ) : (
        <rect
          className={css.basting}
          x={frame.minX}
          y={frame.minY}
          width={frame.maxX - frame.minX}
          height={frame.maxY - frame.minY}
        />
      )}
      <path
        className={css.threadUp}
        d={`M${top.x} ${top.y}C${top.x + 7 * perPx} ${top.y - 12 * perPx} ${top.x - 7 * perPx} ${top.y - 20 * perPx} ${button.x} ${button.y}`}
      />
      <g
        className={css.handle}
        data-handle="turn"
        transform={`translate(${button.x} ${button.y}) scale(${perPx})`}
        onPointerDown={(e) => onHandle(e, 'turn')}
      >
        <circle className={css.finger} r={FINGER_PX} />
        <circle className={css.button} r="9" />
        <circle className={css.buttonRim} r="6" />
        {[-2, 2].flatMap((x) =>
          [-2, 2].map((y) => <circle key={`${x} ${y}`} className={css.hole} cx={x} cy={y} r="1" />),
        )}
      </g>
      {corners.map(([handle, x, y, right, down]) => (
        <g
          key={handle}
          className={css.handle}
          data-handle={handle}
          transform={`translate(${x + right * out} ${y + down * out}) scale(${perPx})`}
          onPointerDown={(e) => onHandle(e, handle)}
        >
          <circle className={css.finger} r={FINGER_PX} />
          <path className={css.shank} d={`M0 0L${-right * (HEAD_OUT_PX + 9)} ${-down * (HEAD_OUT_PX + 9)}`} />
          <circle className={css.head} r={HEAD_PX} />
        </g>
      ))}
    </g>
  );
}

/** A tape measure between two points, with its length across, down and straight. */
function Tape({
  from,
  to,
  perPx,
  flipped,
  units,
}: {
  from: Point;
  to: Point;
  perPx: number;
  flipped: boolean;
  units: ArticleView['units'];
}) {
  const long = Math.hypot(to.x - from.x, to.y - from.y);
  const mid = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const text = `${formatLength(long, units, 1)}`;
  const legs = `${formatLength(Math.abs(to.x - from.x), units)} across, ${formatLength(Math.abs(to.y - from.y), units)} down`;
  return (
    <g className={css.tape} data-tape={long.toFixed(1)}>
      <path d={`M${from.x} ${from.y}L${to.x} ${to.y}`} strokeWidth={9 * perPx} />
      <path
        d={`M${from.x} ${from.y}L${to.x} ${to.y}`}
        strokeWidth={6 * perPx}
        strokeDasharray={`${perPx} ${Math.max(perPx, SPEECH[units].tapeMm - perPx)}`}
        className={css.ticks}
      />
      <g transform={`translate(${mid.x} ${mid.y}) scale(${flipped ? -perPx : perPx} ${perPx})`}>
        <rect x="-96" y="12" width="192" height="46" rx="8" />
        <text y="31">{text}</text>
        <text y="49" className={css.tapeSmall}>
          {legs}
        </text>
      </g>
    </g>
  );
}
