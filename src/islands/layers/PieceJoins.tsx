import { Pin, PinOff } from 'lucide-react';
import { Button, LengthField, TextField } from '~/components';
import { formatArea } from '~/core/base/units';
import type { ArticleView, Piece, Plan, Project } from '~/core/keep/model';
import { orderWith } from '~/core/lay/layer';
import { RECIPE_FACTS } from '~/core/lay/recipe';
import type { PlanPicture } from '~/core/plan';
import { edit, editPiece } from '~/store';
import { upper } from '~/words';
import { PieceChips } from '../project/PieceChips';
import css from './Layers.module.css';

/** Decides a pair: from now on `over` lies over `under`, whatever the order was. Changes the project given. */
function decide(p: Project, under: string, over: string, overlaps: Plan['overlaps']): void {
  p.layering.pairs = [
    ...p.layering.pairs.filter(
      (q) => !(q.under === over && q.over === under) && !(q.under === under && q.over === over),
    ),
    { under, over, underlapMm: null },
  ];
  p.order = orderWith(p.order, p.layering.pairs, overlaps).order;
}

/** What lies over and under one piece, and how it is joined to it. */
export function PieceJoins({
  project,
  plan,
  picture,
  piece,
}: {
  project: ArticleView;
  plan: Plan;
  picture: PlanPicture;
  piece: Piece;
}) {
  // A piece and its other side lie as the recipe says: nothing to decide.
  const sidesOfOne = (id: string): boolean =>
    piece.part?.of === id || project.pieces.some((p) => p.id === id && p.part?.of === piece.id);
  const over = plan.overlaps.filter((o) => o.under === piece.id);
  const neighbours = [
    ...over.map((o) => ({ id: o.over, lies: 'over' as const, areaMm2: o.areaMm2 })),
    ...plan.overlaps
      .filter((o) => o.over === piece.id)
      .map((o) => ({ id: o.under, lies: 'under' as const, areaMm2: o.areaMm2 })),
  ]
    .filter(({ id }) => !sidesOfOne(id))
    .sort((a, b) => project.order.indexOf(b.id) - project.order.indexOf(a.id));
  const cut = picture.cuts[piece.id];
  const pairOf = (id: string, lies: 'over' | 'under') => {
    const [under, top] = lies === 'over' ? [piece.id, id] : [id, piece.id];
    return { under, over: top, pair: project.layering.pairs.find((p) => p.under === under && p.over === top) };
  };
  const layered = piece.part !== null || project.pieces.some((p) => p.part?.of === piece.id);
  const u = project.units;
  return (
    <>
      <div>
        <h3>What is over what</h3>
        {neighbours.length === 0 ? (
          <p className={css.lead}>It touches nothing{project.article.ground ? ' but the background' : ' else'}.</p>
        ) : (
          <ul className={css.pairs}>
            {neighbours.map(({ id, lies, areaMm2 }) => {
              const { under, over: top, pair } = pairOf(id, lies);
              return (
                <li key={id} data-neighbour={id}>
                  <span className={css.neighbour}>
                    <PieceChips project={project} ids={[id]} label={`${upper(lies)} it`} />
                    <span className={css.area}>{formatArea(areaMm2, u)}</span>
                  </span>
                  <span className={css.turn}>
                    <Button
                      role="switch"
                      aria-checked={lies === 'over'}
                      aria-label={`${project.numberOf(id)} over it`}
                      onClick={() => edit((p) => decide(p, top, under, plan.overlaps))}
                    >
                      <span data-on={lies === 'over'}>over</span>
                      <span data-on={lies === 'under'}>under</span>
                    </Button>
                    <Button
                      look="plain"
                      icon={pair ? <Pin size={18} /> : <PinOff size={18} />}
                      label={pair ? 'Unpin this pair' : 'Pin this pair'}
                      aria-pressed={pair !== undefined}
                      onClick={() =>
                        edit((p) => {
                          if (pair)
                            p.layering.pairs = p.layering.pairs.filter((q) => q.under !== under || q.over !== top);
                          else decide(p, under, top, plan.overlaps);
                        })
                      }
                    />
                  </span>
                  {pair && lies === 'over' && (
                    <LengthField
                      label="Tuck-under here"
                      units={u}
                      min={0}
                      max={50}
                      value={pair.underlapMm ?? project.layering.underlapMm}
                      onChange={(mm) =>
                        edit((p) => {
                          const own = p.layering.pairs.find((q) => q.under === under && q.over === top);
                          if (own) own.underlapMm = mm;
                        })
                      }
                    />
                  )}
                </li>
              );
            })}
          </ul>
        )}
      </div>
      {cut && cut.hiddenMm2 > 0 && (
        <div>
          <h3>Hidden fabric</h3>
          <p className={css.lead}>
            {formatArea(cut.hiddenMm2, u)} of it is hidden under others. Cut away, the place stays softer and no shadow
            shows.
          </p>
          <Button
            aria-pressed={piece.cutAway}
            onClick={() => editPiece(piece.id, (p) => void (p.cutAway = !p.cutAway))}
          >
            {piece.cutAway ? 'Keep it' : 'Cut it away'}
          </Button>
        </div>
      )}
      {(over.length > 0 || piece.keepWhole) && !layered && (
        <div>
          <h3>Whole base</h3>
          <p className={css.lead}>
            {piece.keepWhole
              ? 'It is cut without the holes that upper pieces fill: they go on top of it.'
              : 'Upper pieces fill holes in it. Kept whole, it is cut without those holes, and they go on top.'}
          </p>
          <Button
            aria-pressed={piece.keepWhole}
            onClick={() => editPiece(piece.id, (p) => void (p.keepWhole = !p.keepWhole))}
          >
            {piece.keepWhole ? 'Cut the holes' : 'Keep it whole'}
          </Button>
        </div>
      )}
      {RECIPE_FACTS[project.recipe.id].topHasWindows && project.order.at(-1) !== piece.id && (
        <div>
          <h3>Behind the windows</h3>
          <p className={css.lead}>
            {piece.plainBehind
              ? 'It is cut in one plain outline, just past its windows.'
              : 'It is cut to what the windows show, and a margin. One plain outline is quicker to cut, and needs more fabric.'}
          </p>
          <Button
            aria-pressed={piece.plainBehind}
            onClick={() => editPiece(piece.id, (p) => void (p.plainBehind = !p.plainBehind))}
          >
            {piece.plainBehind ? 'Cut to the windows' : 'Use one plain outline'}
          </Button>
        </div>
      )}
      <TextField
        label="Unit"
        hint="Pieces of one unit are fused to each other on a pressing sheet first. A unit inside another: crab/face."
        value={piece.unit ?? ''}
        maxLength={100}
        onChange={(name) =>
          editPiece(
            piece.id,
            (p) => void (p.unit = name.trim() === '' ? null : name.replace(/^\/+|\/{2,}/g, '')),
            'unit',
          )
        }
      />
    </>
  );
}
