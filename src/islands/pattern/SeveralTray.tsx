import { Copy, FlipHorizontal, LocateFixed, Trash2 } from 'lucide-react';
import { Button, LengthField } from '~/components';
import { nth } from '~/core/base/lists';
import { type Bounds, mergeBounds } from '~/core/base/shape';
import { formatLength } from '~/core/base/units';
import { align, applyMoves, groundBox, itemsOf, type Side, takeAway } from '~/core/intake/arrange';
import { type ArticleView, type Ground, LIMITS, viewOf } from '~/core/keep/model';
import { edit, select } from '~/store';
import { spell } from '~/words';
import { FabricChoice } from '../cloth/FabricChoice';
import { PieceChips } from '../project/PieceChips';
import { RouteChoice } from '../project/RouteChoice';
import { ArticleOf } from './ArticleFields';
import { articleInHand, copyPieces } from './edits';
import { GroupDrawing } from './GroupDrawing';
import css from './Pattern.module.css';

/** Brings what is picked to the middle of the ground, all together. */
export function CentreTools({ ids }: { ids: readonly string[] }) {
  const centre = (ways: readonly Side[]): string | null =>
    edit((p) => {
      for (const way of ways) {
        const items = itemsOf(p, ids);
        const whole = { ...nth(items, 0), box: mergeBounds(items.map((i) => i.box)) };
        const [by] = align([whole], way, groundBox(viewOf(p, articleInHand(p).id).ground));
        if (by)
          applyMoves(
            p,
            items.map((item) => ({ item, dxMm: by.dxMm, dyMm: by.dyMm })),
          );
      }
    });

  return (
    <div className={css.section}>
      <h3>On the background</h3>
      <div className={css.grid3}>
        <Button icon={<LocateFixed size={18} />} onClick={() => centre(['centre', 'middle'])}>
          {spell('Centre')}
        </Button>
        <Button onClick={() => centre(['centre'])}>Across only</Button>
        <Button onClick={() => centre(['middle'])}>Up and down only</Button>
      </div>
    </div>
  );
}

/** Copies and leave-taking, the same for one and for many. */
export function CopyTools({ ids }: { ids: readonly string[] }) {
  return (
    <div className={css.row}>
      <Button icon={<Copy size={18} />} onClick={() => copyPieces(ids, false)}>
        Copy
      </Button>
      <Button icon={<FlipHorizontal size={18} />} onClick={() => copyPieces(ids, true)}>
        Reversed copy
      </Button>
      <Button
        look="stop"
        icon={<Trash2 size={18} />}
        onClick={() => {
          select(null);
          edit((p) => takeAway(p, ids));
        }}
      >
        Delete
      </Button>
    </div>
  );
}

/** Where all that is selected lies: its distances to the four edges of the ground. */
const PLACES: readonly {
  readonly label: string;
  readonly of: (box: Bounds, ground: Ground) => number;
  readonly shift: (byMm: number) => { dxMm: number; dyMm: number };
}[] = [
  { label: 'From the left', of: (b) => b.minX, shift: (by) => ({ dxMm: by, dyMm: 0 }) },
  { label: 'From the top', of: (b) => b.minY, shift: (by) => ({ dxMm: 0, dyMm: by }) },
  { label: 'From the right', of: (b, g) => g.widthMm - b.maxX, shift: (by) => ({ dxMm: -by, dyMm: 0 }) },
  { label: 'From the bottom', of: (b, g) => g.heightMm - b.maxY, shift: (by) => ({ dxMm: 0, dyMm: -by }) },
];

/** Several things selected at once. */
export function SeveralTray({ project, ids }: { project: ArticleView; ids: readonly string[] }) {
  const items = itemsOf(project, ids);
  if (items.length === 0) return null;
  const box = mergeBounds(items.map((i) => i.box));
  const fabrics = new Set(project.pieces.filter((p) => ids.includes(p.id)).map((p) => p.fabricId));
  return (
    <>
      <div>
        <h2>{items.length === 1 ? 'One thing' : `${items.length} things`} selected</h2>
        <p className={css.lead}>
          Together {formatLength(box.maxX - box.minX, project.units)} wide,{' '}
          {formatLength(box.maxY - box.minY, project.units)} high. Shift and click adds or removes one.
        </p>
      </div>
      <GroupDrawing project={project} ids={ids} />
      <div className={css.section}>
        <h3>From the edges of the background</h3>
        <div className={css.pair}>
          {PLACES.map(({ label, of, shift }) => (
            <LengthField
              key={label}
              label={label}
              units={project.units}
              min={-LIMITS.reachMm}
              max={LIMITS.reachMm}
              value={of(box, project.ground)}
              onChange={(mm) => {
                const by = shift(mm - of(box, project.ground));
                return edit((p) =>
                  applyMoves(
                    p,
                    itemsOf(p, ids).map((item) => ({ item, ...by })),
                  ),
                );
              }}
            />
          ))}
        </div>
      </div>
      <CentreTools ids={ids} />
      <CopyTools ids={ids} />
      <RouteChoice project={project} ids={ids} />
      <ArticleOf project={project} ids={ids} />
      <FabricChoice
        label="One fabric for all"
        project={project}
        value={fabrics.size === 1 ? nth([...fabrics], 0) : ''}
        onChange={(fabricId) =>
          edit((p) => {
            for (const piece of p.pieces) if (ids.includes(piece.id)) piece.fabricId = fabricId;
          })
        }
      />
      <PieceChips project={project} ids={ids} label="Selected" />
      <Button onClick={() => select(null)}>Done</Button>
    </>
  );
}
