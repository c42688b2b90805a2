import { ArrowDown, ArrowDownToLine, ArrowUp, ArrowUpToLine } from 'lucide-react';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { Button, Empty } from '~/components';
import { moveInOrder } from '~/core/layer';
import { formatArea } from '~/core/units';
import { edit, select } from '~/store';
import { PieceChips } from '../project/PieceChips';
import { useOpen } from '../project/useOpen';
import css from './Layers.module.css';
import { StackView } from './StackView';

/** The stack: what lies over what, raised and lowered by hand. */
export function Layers() {
  const { project, plan, selectedId, flipped } = useOpen();
  const [liftMm, setLiftMm] = useState(24);
  const overlaps = plan?.overlaps;
  const near = useMemo(() => {
    const over = (overlaps ?? []).filter((o) => o.under === selectedId);
    const under = (overlaps ?? []).filter((o) => o.over === selectedId);
    return { over, under, ids: new Set([...over.map((o) => o.over), ...under.map((o) => o.under)]) };
  }, [overlaps, selectedId]);
  if (!project) return null;
  if (project.pieces.length === 0) {
    return (
      <Empty title="No stack yet">
        <p>Pieces that lie on the ground are stacked here, back-most first.</p>
      </Empty>
    );
  }
  const piece = project.pieces.find((p) => p.id === selectedId);
  const place = project.order.indexOf(selectedId ?? '');

  const shift = (way: 'up' | 'down' | 'top' | 'bottom'): void => {
    if (!piece) return;
    edit((p) => {
      if (way === 'up' || way === 'down') p.order = [...moveInOrder(p.order, piece.id, way, plan?.overlaps ?? [])];
      else {
        const rest = p.order.filter((id) => id !== piece.id);
        p.order = way === 'top' ? [...rest, piece.id] : [piece.id, ...rest];
      }
    });
  };
  const key = (e: KeyboardEvent): void => {
    if (e.key === 'Escape') select(null);
    else if (e.key === 'PageUp') shift('up');
    else if (e.key === 'PageDown') shift('down');
    else if (e.key === '[' || e.key === ']') {
      const n = project.order.length;
      const next = project.order[place < 0 ? 0 : (place + (e.key === ']' ? 1 : n - 1)) % n];
      if (next) select(next);
    } else return;
    e.preventDefault();
  };

  return (
    <div className={css.station}>
      <section className={css.stack} aria-label="The stack">
        <div className={css.view}>
          <StackView
            project={project}
            selectedId={selectedId}
            overlaps={plan?.overlaps ?? []}
            neighbours={near.ids}
            liftMm={liftMm}
            flipped={flipped}
            onPick={select}
            onKey={key}
          />
        </div>
        <label className={css.slider}>
          Lift the layers apart
          <input
            type="range"
            min="0"
            max="60"
            step="1"
            value={liftMm}
            onChange={(e) => setLiftMm(Number(e.target.value))}
          />
        </label>
      </section>
      <aside className={css.tray} aria-label="The piece in hand">
        {piece ? (
          <>
            <div>
              <h2>
                {project.pieces.indexOf(piece) + 1} · {piece.label || 'Unnamed'}
              </h2>
              <p className={css.lead}>
                Layer {place + 1} of {project.order.length}, counted from the ground
              </p>
            </div>
            <div className={css.row}>
              <Button
                icon={<ArrowUp size={18} />}
                disabled={place === project.order.length - 1}
                onClick={() => shift('up')}
              >
                Raise
              </Button>
              <Button icon={<ArrowDown size={18} />} disabled={place === 0} onClick={() => shift('down')}>
                Lower
              </Button>
              <Button
                look="plain"
                icon={<ArrowUpToLine size={18} />}
                disabled={place === project.order.length - 1}
                onClick={() => shift('top')}
              >
                To the top
              </Button>
              <Button
                look="plain"
                icon={<ArrowDownToLine size={18} />}
                disabled={place === 0}
                onClick={() => shift('bottom')}
              >
                To the ground
              </Button>
            </div>
            <Neighbours
              title="Lies over it"
              pairs={near.over.map((o) => ({ id: o.over, areaMm2: o.areaMm2 }))}
              none="Nothing: it is on top where it lies."
            />
            <Neighbours
              title="Lies under it"
              pairs={near.under.map((o) => ({ id: o.under, areaMm2: o.areaMm2 }))}
              none="Only the ground."
            />
            <Button onClick={() => select(null)}>Done</Button>
          </>
        ) : (
          <>
            <div>
              <h2>Bond and stitch in this order</h2>
              <p className={css.lead}>
                What touches the ground first goes first; each join is hidden under the upper piece. Pick a piece to
                raise or lower it.
              </p>
            </div>
            <PieceChips project={project} ids={project.order} label="Pieces, back-most first" />
          </>
        )}
      </aside>
    </div>
  );
}

function Neighbours({
  title,
  pairs,
  none,
}: {
  title: string;
  pairs: readonly { id: string; areaMm2: number }[];
  none: string;
}) {
  const { project } = useOpen();
  if (!project) return null;
  return (
    <div>
      <h3>{title}</h3>
      {pairs.length === 0 ? (
        <p className={css.lead}>{none}</p>
      ) : (
        <ul className={css.pairs}>
          {pairs.map((p) => (
            <li key={p.id}>
              <PieceChips project={project} ids={[p.id]} label={title} />
              <span>{formatArea(p.areaMm2, project.units)}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
