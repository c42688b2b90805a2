import { Button, LengthField, TextField } from '~/components';
import { orderWith } from '~/core/layer';
import type { Piece, Plan, Project } from '~/core/model';
import type { Picture } from '~/core/plan';
import { RECIPE_FACTS } from '~/core/recipe';
import { formatArea } from '~/core/units';
import { edit, editPiece } from '~/store';
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
  project: Project;
  plan: Plan;
  picture: Picture;
  piece: Piece;
}) {
  const over = plan.overlaps.filter((o) => o.under === piece.id);
  const under = plan.overlaps.filter((o) => o.over === piece.id);
  const cut = picture.cuts[piece.id];
  const decided = (a: string, b: string) => project.layering.pairs.find((p) => p.under === a && p.over === b);
  const giveUp = (a: string, b: string): string | null =>
    edit((p) => void (p.layering.pairs = p.layering.pairs.filter((q) => q.under !== a || q.over !== b)));
  const u = project.units;
  return (
    <>
      <div>
        <h3>Lies over it</h3>
        {over.length === 0 && <p className={css.lead}>Nothing: it is on top where it lies.</p>}
        <ul className={css.pairs}>
          {over.map((o) => {
            const pair = decided(piece.id, o.over);
            return (
              <li key={o.over}>
                <PieceChips project={project} ids={[o.over]} label="Lies over it" />
                <span>{formatArea(o.areaMm2, u)}</span>
                <Button look="plain" onClick={() => edit((p) => decide(p, o.over, piece.id, plan.overlaps))}>
                  Put this one over
                </Button>
                {pair && (
                  <>
                    <Button look="plain" onClick={() => giveUp(piece.id, o.over)}>
                      Decided: give up
                    </Button>
                    <LengthField
                      label="Underlap of this pair"
                      units={u}
                      min={0}
                      max={50}
                      value={pair.underlapMm ?? project.layering.underlapMm}
                      onChange={(mm) =>
                        edit((p) => {
                          const own = p.layering.pairs.find((q) => q.under === piece.id && q.over === o.over);
                          if (own) own.underlapMm = mm;
                        })
                      }
                    />
                  </>
                )}
                {!pair && (
                  <Button look="plain" onClick={() => edit((p) => decide(p, piece.id, o.over, plan.overlaps))}>
                    Keep it so
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
      </div>
      <div>
        <h3>Lies under it</h3>
        {under.length === 0 && <p className={css.lead}>Only the ground.</p>}
        <ul className={css.pairs}>
          {under.map((o) => (
            <li key={o.under}>
              <PieceChips project={project} ids={[o.under]} label="Lies under it" />
              <span>{formatArea(o.areaMm2, u)}</span>
              <Button look="plain" onClick={() => edit((p) => decide(p, piece.id, o.under, plan.overlaps))}>
                Put this one under
              </Button>
            </li>
          ))}
        </ul>
      </div>
      {cut && cut.hiddenMm2 > 0 && (
        <div>
          <h3>Hidden cloth</h3>
          <p className={css.lead}>
            {formatArea(cut.hiddenMm2, u)} of it lie hidden beneath others. Cut away, the place stays softer and no
            shadow shows.
          </p>
          <Button
            aria-pressed={piece.cutAway}
            onClick={() => editPiece(piece.id, (p) => void (p.cutAway = !p.cutAway))}
          >
            {piece.cutAway ? 'It is cut away' : 'Cut it away'}
          </Button>
        </div>
      )}
      {(over.length > 0 || piece.keepWhole) && (
        <div>
          <h3>A whole base</h3>
          <p className={css.lead}>
            {piece.keepWhole
              ? 'Holes that upper pieces fill are not cut into it: they lie on it.'
              : 'Are upper pieces let into holes of it? Kept whole, it is cut without those holes and they lie on it.'}
          </p>
          <Button
            aria-pressed={piece.keepWhole}
            onClick={() => editPiece(piece.id, (p) => void (p.keepWhole = !p.keepWhole))}
          >
            {piece.keepWhole ? 'It is kept whole' : 'Keep it whole'}
          </Button>
        </div>
      )}
      {RECIPE_FACTS[project.recipe.id].topHasWindows && project.order.at(-1) !== piece.id && (
        <div>
          <h3>Behind the windows</h3>
          <p className={css.lead}>
            {piece.plainBehind
              ? 'It is cut in one plain outline just past the windows that show it.'
              : 'It is cut to what the windows show, and a margin. One plain outline is quicker to cut and takes more cloth.'}
          </p>
          <Button
            aria-pressed={piece.plainBehind}
            onClick={() => editPiece(piece.id, (p) => void (p.plainBehind = !p.plainBehind))}
          >
            {piece.plainBehind ? 'It has one plain outline' : 'Give it one plain outline'}
          </Button>
        </div>
      )}
      <TextField
        label="Unit"
        hint="Pieces of one unit are bonded to each other on a release sheet first. A unit inside another: crab/face."
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
