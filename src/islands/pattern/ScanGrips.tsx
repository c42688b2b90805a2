import { type PointerEvent, useRef } from 'react';
import { arrowOf, MARK } from '~/components';
import type { Point } from '~/core/base/shape';
import css from './Dialogs.module.css';

/** A picture that came in, drawn out. */
export interface Scan {
  readonly name: string;
  readonly canvas: HTMLCanvasElement;
  readonly url: string;
}

/** The photo with its four corner grips and the two points of the known distance. */
export function ScanGrips({
  scan,
  corners,
  ends,
  onCorners,
  onEnds,
}: {
  scan: Scan;
  corners: Point[];
  ends: [Point, Point];
  onCorners: (c: Point[]) => void;
  onEnds: (e: [Point, Point]) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<{ kind: 'corner' | 'end'; index: number } | null>(null);
  const { width: w, height: h } = scan.canvas;
  const put = (kind: 'corner' | 'end', index: number, to: Point): void => {
    const p = { x: Math.max(0, Math.min(w, to.x)), y: Math.max(0, Math.min(h, to.y)) };
    if (kind === 'corner') onCorners(corners.map((c, i) => (i === index ? p : c)));
    else onEnds(index === 0 ? [p, ends[1]] : [ends[0], p]);
  };
  const move = (e: PointerEvent): void => {
    const m = svg.current?.getScreenCTM();
    if (!held.current || !m) return;
    const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    put(held.current.kind, held.current.index, { x, y });
  };
  const r = Math.max(w, h) / 45;
  const grip = (kind: 'corner' | 'end', index: number, p: Point) => (
    <circle
      key={`${kind}${index}`}
      className={css.grip}
      cx={p.x}
      cy={p.y}
      r={kind === 'corner' ? r : r * 0.7}
      role="slider"
      tabIndex={0}
      aria-label={kind === 'corner' ? `Corner ${index + 1}` : `End ${index + 1} of the known distance`}
      aria-valuenow={Math.round(p.x)}
      aria-valuetext={`${Math.round(p.x)}, ${Math.round(p.y)}`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = { kind, index };
      }}
      onKeyDown={(e) => {
        const by = arrowOf(e.key);
        if (!by) return;
        e.preventDefault();
        const step = e.shiftKey ? 20 : 2;
        put(kind, index, { x: p.x + by[0] * step, y: p.y + by[1] * step });
      }}
    />
  );
  return (
    <div className={css.sheet} onPointerMove={move} onPointerUp={() => (held.current = null)}>
      <img src={scan.url} alt={scan.name} draggable={false} />
      <svg ref={svg} viewBox={`0 0 ${w} ${h}`} role="group" aria-label="Corners and known distance">
        <polygon points={corners.map((c) => `${c.x},${c.y}`).join(' ')} />
        <line
          x1={ends[0].x}
          y1={ends[0].y}
          x2={ends[1].x}
          y2={ends[1].y}
          stroke={MARK}
          strokeWidth={r / 5}
          strokeDasharray={`${r / 2} ${r / 3}`}
        />
        {corners.map((c, i) => grip('corner', i, c))}
        {ends.map((p, i) => grip('end', i, p))}
      </svg>
    </div>
  );
}
