import type { PointerEvent } from 'react';
import { creasesOf, insideSeams, itemsOf, mergeBounds } from '~/core/arrange';
import type { ArticleView, Plan } from '~/core/model';
import { type Point, printRegion } from '~/core/shape';
import { formatLength } from '~/core/units';
import css from './Pattern.module.css';
import type { Handle } from './useHands';

/** What lies over the picture without being cloth: seams, creases, the underlay, snags, the frame of what is in hand, the tape. */
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
  const items = itemsOf(project, selectedIds);
  const frame = items.length > 0 ? mergeBounds(items.map((i) => i.box)) : null;
  const r = 7 * perPx;
  const up = 26 * perPx;
  const underlay = project.underlay?.shown ? project.underlay : null;
  const photo = underlay && project.pictures.find((p) => p.id === underlay.pictureId);
  return (
    <svg className={css.overlay} viewBox={box} aria-hidden="true">
      <g transform={flipped ? `translate(${w} 0) scale(-1 1)` : undefined}>
        {underlay && photo && (
          <image
            href={photo.dataUrl}
            width={underlay.widthMm}
            height={(underlay.widthMm * photo.heightPx) / photo.widthPx}
            preserveAspectRatio="none"
            opacity="0.45"
            transform={`translate(${underlay.at.xMm} ${underlay.at.yMm}) rotate(${underlay.at.rotateDeg})`}
          />
        )}
        {ground.seamAllowanceMm > 0 && <path className={css.seamLine} d={printRegion(insideSeams(ground), 2)} />}
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
          <g className={css.frame}>
            <rect x={frame.minX} y={frame.minY} width={frame.maxX - frame.minX} height={frame.maxY - frame.minY} />
            <path d={`M${(frame.minX + frame.maxX) / 2} ${frame.minY}v${-up}`} />
            <circle
              className={css.handle}
              data-handle="turn"
              cx={(frame.minX + frame.maxX) / 2}
              cy={frame.minY - up}
              r={r}
              onPointerDown={(e) => onHandle(e, 'turn')}
            />
            {(
              [
                ['nw', frame.minX, frame.minY],
                ['ne', frame.maxX, frame.minY],
                ['se', frame.maxX, frame.maxY],
                ['sw', frame.minX, frame.maxY],
              ] as const
            ).map(([handle, x, y]) => (
              <rect
                key={handle}
                className={css.handle}
                data-handle={handle}
                x={x - r}
                y={y - r}
                width={2 * r}
                height={2 * r}
                rx={r / 3}
                onPointerDown={(e) => onHandle(e, handle)}
              />
            ))}
          </g>
        )}
        <g ref={loopRef} className={css.guides} />
        {measured && <Tape {...measured} perPx={perPx} flipped={flipped} units={project.units} />}
      </g>
    </svg>
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
        strokeDasharray={`${perPx} ${Math.max(perPx, (units === 'in' ? 25.4 / 4 : 10) - perPx)}`}
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
