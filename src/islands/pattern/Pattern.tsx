import { Hash, MoveVertical } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { Button, Picture } from '~/components';
import type { Point } from '~/core/shape';
import { editPiece, endMerge, select } from '~/store';
import { useOpen } from '../project/useOpen';
import { GroundTray } from './GroundTray';
import css from './Pattern.module.css';
import { PieceTray } from './PieceTray';

const NUDGE: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The picture on its ground, and what is known of the piece in hand. */
export function Pattern() {
  const { project, spots, selectedId, flipped } = useOpen();
  const [numbers, setNumbers] = useState(true);
  const [grain, setGrain] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<{ id: string; from: Point; at: { xMm: number; yMm: number }; moved: boolean } | null>(null);
  if (!project) return null;
  const piece = project.pieces.find((p) => p.id === selectedId);

  const toGround = (e: { clientX: number; clientY: number }): Point => {
    const m = svg.current?.getScreenCTM();
    if (!m) return { x: 0, y: 0 };
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return { x: flipped ? project.ground.widthMm - p.x : p.x, y: p.y };
  };

  const down = (e: PointerEvent<SVGGElement>, id: string): void => {
    const at = project.pieces.find((p) => p.id === id)?.at;
    if (e.button !== 0 || !at) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { id, from: toGround(e), at: { xMm: at.xMm, yMm: at.yMm }, moved: false };
  };
  const move = (e: PointerEvent): void => {
    const d = drag.current;
    if (!d) return;
    const now = toGround(e);
    const dx = now.x - d.from.x;
    const dy = now.y - d.from.y;
    if (!d.moved && Math.hypot(dx, dy) < 2) return;
    if (!d.moved) endMerge();
    d.moved = true;
    select(d.id);
    editPiece(
      d.id,
      (p) => {
        p.at.xMm = Math.round((d.at.xMm + dx) * 10) / 10;
        p.at.yMm = Math.round((d.at.yMm + dy) * 10) / 10;
      },
      'drag',
    );
  };
  const up = (): void => {
    if (drag.current?.moved) endMerge();
    drag.current = null;
  };

  const key = (e: KeyboardEvent): void => {
    if (e.key === 'Escape') {
      select(null);
      return;
    }
    if (e.key === '[' || e.key === ']') {
      const i = project.order.indexOf(selectedId ?? '');
      const n = project.order.length;
      const next = project.order[(i + (e.key === ']' ? 1 : n - 1) + (i < 0 && e.key === '[' ? 1 : 0)) % n];
      if (next) select(next);
      return;
    }
    const nudge = NUDGE[e.key];
    if (!nudge || !selectedId) return;
    e.preventDefault();
    const step = e.shiftKey ? 10 : 1;
    editPiece(
      selectedId,
      (p) => {
        p.at.xMm += nudge[0] * step * (flipped ? -1 : 1);
        p.at.yMm += nudge[1] * step;
      },
      'nudge',
    );
  };

  return (
    <div className={css.station}>
      <section
        className={css.table}
        aria-label="The picture"
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
      >
        <div className={css.cloth}>
          <Picture
            project={project}
            spots={spots}
            selectedId={selectedId}
            flipped={flipped}
            numbers={numbers}
            grain={grain}
            onPick={(id) => {
              if (!drag.current?.moved) select(id);
            }}
            onKey={key}
            onPieceDown={down}
            svgRef={svg}
            title={flipped ? `${project.name}, seen from the wrong side` : `${project.name}, seen from the right side`}
          />
        </div>
        <div className={css.tools}>
          <Button icon={<Hash size={18} />} aria-pressed={numbers} onClick={() => setNumbers(!numbers)}>
            Numbers
          </Button>
          <Button icon={<MoveVertical size={18} />} aria-pressed={grain} onClick={() => setGrain(!grain)}>
            Grain
          </Button>
          <span className={css.side}>
            {flipped ? 'Wrong side: everything mirrored, as on a light box' : 'Right side, as it will be seen'}
          </span>
        </div>
      </section>
      <aside className={css.tray} aria-label={piece ? 'The piece in hand' : 'The project'}>
        {piece ? (
          <PieceTray project={project} piece={piece} number={project.pieces.indexOf(piece) + 1} />
        ) : (
          <GroundTray project={project} />
        )}
      </aside>
    </div>
  );
}
