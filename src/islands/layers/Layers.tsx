import { ArrowDown, ArrowDownToLine, ArrowUp, ArrowUpToLine } from 'lucide-react';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { Button, Empty, FieldChoice } from '~/components';
import { nth } from '~/core/base/lists';
import type { ArticleView, Piece, Plan, Project } from '~/core/keep/model';
import { moveInOrder, orderWith } from '~/core/lay/layer';
import { costOf } from '~/core/plan';
import { edit, select, useWorkbench } from '~/store';
import { pieceCalled, stepWords } from '~/words';
import { ArticleStrip } from '../project/ArticleStrip';
import { keyOf } from '../project/keys';
import { PieceChips } from '../project/PieceChips';
import { SchoolFields } from '../project/SchoolFields';
import { useOpen } from '../project/useOpen';
import { BuildUp } from './BuildUp';
import css from './Layers.module.css';
import { PieceJoins } from './PieceJoins';
import { StackAnswer } from './StackAnswer';
import { StackLegend, StackMapView } from './StackMapView';
import { LayerStackView } from './StackView';
import { useBehind } from './useBehind';
import { WholeStack } from './WholeStack';

type View = 'stack' | 'build' | 'map';
/** Where a piece goes in the stack. */
type Way = 'up' | 'down' | 'top' | 'bottom';

/** Puts an order of one article's pieces in force, as near to it as the decided pairs allow; those of others keep their places. Changes the project given. */
function reorder(p: Project, order: readonly string[]): void {
  const wanted = orderWith(order, p.layering.pairs, []).order;
  const mine = new Set(wanted);
  let next = 0;
  p.order = p.order.map((id) => (mine.has(id) ? nth(wanted, next++) : id));
}

/** What lies over what: the stack, its build-up, and how thick it is. */
export function Layers() {
  const { project: whole, view: project, plan, selectedId, flipped } = useOpen();
  const picture = useWorkbench((s) => s.picture);
  const [view, setView] = useState<View>('stack');
  const [liftMm, setLiftMm] = useState(24);
  const [laid, setLaid] = useState<number | null>(null);
  const overlaps = plan?.overlaps;
  const near = useMemo(
    () =>
      new Set(
        (overlaps ?? []).flatMap((o) => (o.under === selectedId ? [o.over] : o.over === selectedId ? [o.under] : [])),
      ),
    [overlaps, selectedId],
  );
  const mine = project && picture?.articles[project.article.id];
  const behind = useBehind(whole, plan, project?.article.id ?? '');
  if (!whole || !project || !plan || !picture || !mine) return null;
  if (project.pieces.length === 0) {
    return (
      <Empty title="No stack yet">
        <p>Pieces on the background are stacked here, back to front.</p>
      </Empty>
    );
  }
  const piece = project.pieces.find((p) => p.id === selectedId);
  const order = plan.order.filter((id) => project.order.includes(id));
  const count = Math.min(laid ?? order.length, order.length);

  const shift = (id: string, way: Way): string | null =>
    edit((p) => {
      if (way === 'up' || way === 'down') reorder(p, moveInOrder(project.order, id, way, plan.overlaps));
      else {
        const rest = project.order.filter((other) => other !== id);
        reorder(p, way === 'top' ? [...rest, id] : [id, ...rest]);
      }
    });
  const key = (e: KeyboardEvent): void => {
    const id = keyOf(e, true);
    if (id === 'letGo') select(null);
    else if (id === 'raise' && piece) shift(piece.id, 'up');
    else if (id === 'lower' && piece) shift(piece.id, 'down');
    else return;
    e.preventDefault();
  };

  return (
    <div className={css.station}>
      <section className={css.stack} aria-label="The stack">
        <StackAnswer project={project} picture={mine} onOrder={(order) => edit((p) => reorder(p, order))} />
        <ArticleStrip project={project} />
        <FieldChoice
          label="Show"
          value={view}
          options={[
            { value: 'stack', label: 'stack, from the side' },
            { value: 'build', label: 'how it builds up' },
            { value: 'map', label: 'how thick it is' },
          ]}
          onChange={setView}
        />
        <div className={css.view}>
          {view === 'stack' && (
            <LayerStackView
              project={project}
              selectedId={selectedId}
              overlaps={plan.overlaps}
              neighbours={near}
              liftMm={liftMm}
              flipped={flipped}
              onPick={select}
              onKey={key}
              onShift={shift}
            />
          )}
          {view === 'build' && (
            <BuildUp
              project={project}
              plan={plan}
              picture={picture}
              count={count}
              flipped={flipped}
              selectedId={selectedId}
            />
          )}
          {view === 'map' && <StackMapView project={project} picture={mine} behind={behind} flipped={flipped} />}
        </div>
        {view === 'stack' && (
          <label className={css.slider}>
            Spread the layers
            <input
              type="range"
              min="0"
              max="60"
              step="1"
              value={liftMm}
              onChange={(e) => setLiftMm(Number(e.target.value))}
            />
          </label>
        )}
        {view === 'build' && (
          <label className={css.slider}>
            Build up
            <input
              type="range"
              min="0"
              max={order.length}
              step="1"
              value={count}
              onChange={(e) => setLaid(Number(e.target.value))}
            />
            <output>
              {count} of {order.length}
              {count > 0 && `: ${project.pieces.find((p) => p.id === order[count - 1])?.label ?? ''}`}
            </output>
          </label>
        )}
        {view === 'map' && <StackLegend picture={mine} />}
      </section>
      <aside className={css.tray} aria-label={piece ? 'Selected piece' : 'The whole stack'}>
        {piece ? (
          <>
            <PiecePlace project={project} piece={piece} onShift={(way) => shift(piece.id, way)} />
            <PieceJoins project={project} plan={plan} picture={picture} piece={piece} />
            <Button onClick={() => select(null)}>Done</Button>
          </>
        ) : (
          <>
            <WholeStack project={project} plan={plan} picture={mine} hiddenGround={behind} />
            <BondOrder whole={whole} project={project} plan={plan} />
          </>
        )}
      </aside>
    </div>
  );
}

/** Where a piece lies in the stack, and the ways up and down. */
function PiecePlace({ project, piece, onShift }: { project: ArticleView; piece: Piece; onShift: (way: Way) => void }) {
  const place = project.order.indexOf(piece.id);
  return (
    <>
      <div>
        <h2>{pieceCalled(piece, project.numberOf(piece.id))}</h2>
        <p className={css.lead}>
          Layer {place + 1} of {project.order.length}, from the back
        </p>
      </div>
      <div className={css.row}>
        <Button
          icon={<ArrowUp size={18} />}
          disabled={place === project.order.length - 1}
          onClick={() => onShift('up')}
        >
          Move up
        </Button>
        <Button icon={<ArrowDown size={18} />} disabled={place === 0} onClick={() => onShift('down')}>
          Move down
        </Button>
        <Button
          look="plain"
          icon={<ArrowUpToLine size={18} />}
          disabled={place === project.order.length - 1}
          onClick={() => onShift('top')}
        >
          To front
        </Button>
        <Button
          look="plain"
          icon={<ArrowDownToLine size={18} />}
          disabled={place === 0}
          onClick={() => onShift('bottom')}
        >
          To back
        </Button>
      </div>
    </>
  );
}

/** What is bonded on this article, in order. */
function BondOrder({ whole, project, plan }: { whole: Project; project: ArticleView; plan: Plan }) {
  const wordsOf = stepWords(whole, plan);
  return (
    <div>
      <h3>Fuse in this order</h3>
      <ol className={css.steps} aria-label="What is fused, in order">
        {plan.making.steps
          .filter((s) => (s.kind === 'bond' || s.kind === 'steam-pass') && s.articleId === project.article.id)
          .map((s) => (
            <li key={s.id} data-step={s.id}>
              <PieceChips project={project} ids={s.pieceIds} short={s.pieceIds.length > 3} label={wordsOf(s)} />
              {s.unit !== null && <span className={css.lead}>{wordsOf(s)}</span>}
            </li>
          ))}
      </ol>
      <SchoolFields project={whole} station="layers" now={costOf(plan)} />
    </div>
  );
}
