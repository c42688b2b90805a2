import { type PointerEvent, useId, useMemo, useRef, useState } from 'react';
import { arrowOf, PAPER_ON_CLOTH } from '~/components';
import { nth } from '~/core/base/lists';
import { boundsOf, labelSpot, printRegion } from '~/core/base/shape';
import type { LaidStrip, LayoutAsk } from '~/core/cut/layout';
import type { NestPlacement } from '~/core/cut/nest';
import type { Plan, Project } from '~/core/keep/model';
import { laidParts } from '~/core/print/sheet';
import css from './Trace.module.css';

const MARGIN_MM = 8;

/** One strip of a layout as it will look: liner or cloth with its shapes, which can be dragged, locked and turned over. */
export function LayoutView({
  project,
  plan,
  wanted,
  strip,
  flipped,
  locked,
  picked,
  onPick,
  onDrop,
}: {
  project: Project;
  plan: Plan;
  wanted: LayoutAsk;
  strip: LaidStrip;
  flipped: boolean;
  locked: ReadonlySet<string>;
  picked: string | null;
  onPick: (name: string | null) => void;
  onDrop: (placement: NestPlacement, byMm: { x: number; y: number }) => void;
}) {
  const hatch = useId();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ name: string; x: number; y: number; fromX: number; fromY: number } | null>(null);
  const parts = useMemo(() => laidParts(project, plan, wanted, strip.placements), [project, plan, wanted, strip]);
  const colours = new Map(project.fabrics.map((f) => [f.id, f.colour]));
  const { minX, minY, maxX, maxY } = strip.bounds;
  const w = maxX - minX;
  const h = maxY - minY;
  const own = colours.get(wanted.ofId);

  const toMm = (e: PointerEvent): { x: number; y: number } => {
    const box = svg.current?.getBoundingClientRect() ?? { width: 1, left: 0, top: 0 };
    const scale = (w + 2 * MARGIN_MM) / box.width;
    return { x: (e.clientX - box.left) * scale * (flipped ? -1 : 1), y: (e.clientY - box.top) * scale };
  };
  return (
    <svg
      ref={svg}
      className={css.layout}
      viewBox={`${minX - MARGIN_MM} ${minY - MARGIN_MM} ${w + 2 * MARGIN_MM} ${h + 2 * MARGIN_MM}`}
      role="group"
      aria-label={wanted.kind === 'web' ? 'Layout on the web' : 'Layout on the fabric'}
      data-flipped={flipped}
    >
      <defs>
        <pattern id={hatch} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V7" stroke="#8a7c66" strokeWidth="0.5" opacity="0.5" />
        </pattern>
      </defs>
      <g transform={flipped ? `translate(${minX + maxX} 0) scale(-1 1)` : undefined}>
        <path
          d={strip.outline}
          className={css.stuff}
          style={wanted.kind === 'cloth' && own ? { fill: own, fillOpacity: 0.55 } : undefined}
          fillRule="evenodd"
        />
        {wanted.kind === 'web' && (
          <path d={strip.outline} fill={`url(#${hatch})`} fillRule="evenodd" pointerEvents="none" />
        )}
        {parts.map((part, i) => {
          const p = nth(strip.placements, i);
          const name = `${part.partId} ${part.copy}`;
          const held = locked.has(name);
          const moving = drag?.name === name ? drag : null;
          const spot = labelSpot(part.region);
          const size = Math.max(5, Math.min(14, spot.roomMm));
          const colour = wanted.kind === 'web' ? colours.get(part.fabricId) : undefined;
          const corner = boundsOf(part.region);
          return (
            <g
              key={name}
              className={css.part}
              role="button"
              tabIndex={0}
              aria-label={`${part.number || ''} ${part.label}${held ? ', locked' : ''}`}
              aria-pressed={picked === name}
              data-part={name}
              data-locked={held}
              transform={moving ? `translate(${moving.x} ${moving.y})` : undefined}
              onPointerDown={(e) => {
                onPick(name);
                if (e.button !== 0) return;
                const at = toMm(e);
                e.currentTarget.setPointerCapture(e.pointerId);
                setDrag({ name, x: 0, y: 0, fromX: at.x, fromY: at.y });
              }}
              onPointerMove={(e) => {
                if (!moving) return;
                const at = toMm(e);
                setDrag({ ...moving, x: at.x - moving.fromX, y: at.y - moving.fromY });
              }}
              onPointerUp={() => {
                if (moving && Math.hypot(moving.x, moving.y) > 1) onDrop(p, { x: moving.x, y: moving.y });
                setDrag(null);
              }}
              onPointerCancel={() => setDrag(null)}
              onKeyDown={(e) => {
                const step = e.shiftKey ? 20 : 5;
                const by = arrowOf(e.key);
                if (e.key === 'Enter' || e.key === ' ') {
                  e.preventDefault();
                  onPick(name);
                } else if (by) {
                  e.preventDefault();
                  onPick(name);
                  onDrop(p, { x: by[0] * step * (flipped ? -1 : 1), y: by[1] * step });
                }
              }}
            >
              {part.rough.length > 0 && <path d={printRegion(part.rough, 2)} className={css.rough} />}
              <path
                d={printRegion(part.region, 2)}
                fill={colour ?? PAPER_ON_CLOTH}
                fillOpacity={part.inner.length > 0 ? 0.22 : colour ? 0.5 : 0.7}
                className={css.cut}
                fillRule="evenodd"
              />
              {part.inner.map((s, k) => {
                const at = labelSpot(s.region);
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: copies are known by their place on the patch
                  <g key={k}>
                    <path
                      d={printRegion(s.region, 2)}
                      fill={colour ?? PAPER_ON_CLOTH}
                      fillOpacity="0.5"
                      className={css.cut}
                      fillRule="evenodd"
                    />
                    <g transform={`translate(${at.x} ${at.y})${flipped ? ' scale(-1 1)' : ''}`}>
                      <text className={css.partNumber} fontSize={Math.max(5, Math.min(12, at.roomMm))}>
                        {s.number}
                      </text>
                    </g>
                  </g>
                );
              })}
              {part.inner.length > 0 && (
                <g
                  transform={`translate(${flipped ? corner.maxX - 3 : corner.minX + 3} ${corner.minY + 8})${flipped ? ' scale(-1 1)' : ''}`}
                >
                  <text className={css.patchName} fontSize="7">
                    {part.label.length * 4 < corner.maxX - corner.minX ? part.label : part.letter}
                  </text>
                </g>
              )}
              <g transform={`translate(${spot.x} ${spot.y})${flipped ? ' scale(-1 1)' : ''}`}>
                <text className={css.partNumber} fontSize={size}>
                  {part.number > 0 ? part.number : ''}
                </text>
              </g>
            </g>
          );
        })}
      </g>
    </svg>
  );
}
