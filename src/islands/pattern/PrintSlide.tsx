import { type PointerEvent, useId, useRef } from 'react';
import { arrowOf, Button, ClothDefs, clothUrl, NumberField } from '~/components';
import { boundsOf, regionOf } from '~/core/base/shape';
import { formatLength } from '~/core/base/units';
import { finishedOutline, type Piece, type Project } from '~/core/keep/model';
import { editPiece, endMerge } from '~/store';
import css from './Pattern.module.css';

/** The cloth behind a window in the shape of the piece: sliding it picks what is cut (fussy cut). */
export function PrintSlide({ project, piece }: { project: Project; piece: Piece }) {
  const prefix = useId();
  const svg = useRef<SVGSVGElement>(null);
  const from = useRef<{ x: number; y: number; at: Piece['print'] } | null>(null);
  const outline = finishedOutline(piece);
  const b = boundsOf(regionOf(outline));
  const pad = Math.max(b.maxX - b.minX, b.maxY - b.minY) * 0.25;
  const fabric = project.fabrics.find((f) => f.id === piece.fabricId);
  if (!fabric) return null;

  const toPiece = (e: PointerEvent): { x: number; y: number } => {
    const m = svg.current?.getScreenCTM();
    if (!m) return { x: 0, y: 0 };
    // A DOMPoint holds its numbers in its prototype: copied with a spread it would be empty.
    const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return { x, y };
  };
  const slide = (xMm: number, yMm: number): string | null =>
    editPiece(
      piece.id,
      (p) => {
        p.print.xMm = Math.round(xMm * 10) / 10;
        p.print.yMm = Math.round(yMm * 10) / 10;
      },
      'print',
    );
  return (
    <div className={css.section}>
      <h3>Print placement</h3>
      <p className={css.lead}>
        Drag the fabric under the piece, or use the arrow keys
        {fabric.photo ? '.' : '. With a photo of your fabric you can choose the exact spot.'}
      </p>
      <svg
        ref={svg}
        className={css.slide}
        viewBox={`${b.minX - pad} ${b.minY - pad} ${b.maxX - b.minX + 2 * pad} ${b.maxY - b.minY + 2 * pad}`}
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: slid by pointer and arrow keys in two directions, which no native element does
        tabIndex={0}
        aria-label="Print under the piece"
        aria-description={`${formatLength(piece.print.xMm, project.units)} across, ${formatLength(piece.print.yMm, project.units)} down`}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          from.current = { ...toPiece(e), at: piece.print };
          endMerge();
        }}
        onPointerMove={(e) => {
          const f = from.current;
          if (!f) return;
          const now = toPiece(e);
          slide(f.at.xMm + now.x - f.x, f.at.yMm + now.y - f.y);
        }}
        onPointerUp={() => {
          from.current = null;
          endMerge();
        }}
        onKeyDown={(e) => {
          const by = arrowOf(e.key);
          if (!by) return;
          e.preventDefault();
          slide(piece.print.xMm + by[0], piece.print.yMm + by[1]);
        }}
      >
        <title>The fabric with the piece's outline on it</title>
        <ClothDefs prefix={prefix} fabrics={project.fabrics} pictures={project.pictures} pieces={[piece]} />
        <rect
          x={b.minX - pad}
          y={b.minY - pad}
          width={b.maxX - b.minX + 2 * pad}
          height={b.maxY - b.minY + 2 * pad}
          fill={clothUrl(prefix, project.fabrics, piece.fabricId, piece)}
          opacity="0.4"
        />
        <path
          d={outline}
          fill={clothUrl(prefix, project.fabrics, piece.fabricId, piece)}
          fillRule="evenodd"
          stroke="var(--ink-on-cloth)"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <div className={css.pair}>
        <NumberField
          label="Print turned"
          unit="°"
          min={-360}
          max={360}
          value={piece.print.rotateDeg}
          onChange={(deg) => editPiece(piece.id, (p) => void (p.print.rotateDeg = deg))}
        />
        <Button onClick={() => editPiece(piece.id, (p) => void (p.print = { xMm: 0, yMm: 0, rotateDeg: 0 }))}>
          Reset
        </Button>
      </div>
    </div>
  );
}
