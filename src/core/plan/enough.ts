import { derive, same } from '../base/derive';
import { areaMm2 } from '../base/shape';
import { binsOf, clothAsk, freshLayout } from '../cut/layout';
import { type NestPart, nest } from '../cut/nest';
import { type Article, cutOutline, cutRegion, cutSize, type Fabric, type Plan, stockMm2 } from '../keep/model';
import type { Laid } from '../lay/laid';
import { isMadeUp, stockWashed, widthsOf } from '../lay/size';

/** Cloth of one fabric that does not suffice. */
export type ShortCloth =
  /** Counted by areas: what is needed is more than what is there, however it is laid. */
  | { readonly code: 'short-of-cloth'; readonly fabricId: string; readonly needsMm2: number; readonly haveMm2: number }
  /** Counted by a layout: these find no room on what is there. */
  | {
      readonly code: 'no-room-on-cloth';
      readonly fabricId: string;
      readonly pieceIds: readonly string[];
      readonly copies: number;
    }
  /** A ground that no piece of its cloth is large enough for. */
  | {
      readonly code: 'ground-too-large';
      readonly fabricId: string;
      readonly articleId: string;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly largestWidthMm: number;
      readonly largestHeightMm: number;
    }
  /** Each ground would fit a piece of its cloth, but together they do not. */
  | {
      readonly code: 'grounds-no-room';
      readonly fabricId: string;
      readonly grounds: number;
      readonly room: number;
    };

interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}
const fits = (what: Size, on: Size, mayTurn: boolean): boolean =>
  (what.widthMm <= on.widthMm && what.heightMm <= on.heightMm) ||
  (mayTurn && what.heightMm <= on.widthMm && what.widthMm <= on.heightMm);

/** An article's ground as it is cut: its own shape with its seams, or the whole rectangle. */
const groundMm2 = ({ ground }: Article): number => (ground ? areaMm2(cutRegion(ground)) : 0);

/** Grounds are laid out for so long, in the nesting's own seconds. */
const SEARCH_S = 0.02;
/** How many copies of grounds have room on what is here, each piece of it counted once. */
const roomFor = derive(
  (parts: readonly NestPart[], stock: Fabric['stock']): number =>
    nest({
      widthMm: 0,
      spacingMm: 0,
      rotations: [0],
      seconds: SEARCH_S,
      seed: 1,
      parts,
      bins: binsOf(stock, 'stock'),
    }).placements.length,
);

/** Grounds of one cloth that find no room together on what is here of it; empty where they do. A ground in widths is cut by the length of its cloth. */
function groundsNoRoom(fabric: Fabric, stock: Fabric['stock'], grounds: readonly Article[]): ShortCloth[] {
  const copies = grounds.reduce((n, a) => n + a.count, 0);
  if (copies < 2) return [];
  const rotations = fabric.oneWay ? [0] : [0, 90, 180, 270];
  const parts = grounds.flatMap(({ id, ground, count }): NestPart[] =>
    ground ? [{ id, outline: cutOutline(ground), count, rotations }] : [],
  );
  const room = roomFor(same(parts), same(stock));
  return room < copies ? [{ code: 'grounds-no-room', fabricId: fabric.id, grounds: copies, room }] : [];
}

/**
 * Fabrics of which too little is in stock: at once by areas, pieces and grounds with all their copies; by the layout itself once it was made.
 * A fabric without any stock noted is not counted: nobody said how much there is.
 */
export function shortCloth({ project, look, cuts, articles }: Laid, plan: Plan): ShortCloth[] {
  const cutMm2 = new Map(cuts.map((c) => [c.id, areaMm2(c.outline)]));
  return project.fabrics.flatMap((fabric): ShortCloth[] => {
    const stock = stockWashed(project, fabric).filter((s) => s.count > 0);
    if (stock.length === 0) return [];
    const mine = project.pieces.filter((p) => p.fabricId === fabric.id);
    const grounds = articles
      .filter((a) => a.ground?.id === fabric.id && !isMadeUp(project, a.article))
      .map((a) => a.article);
    const tooLarge = grounds.flatMap((article): ShortCloth[] => {
      const { ground } = article;
      if (!ground) return [];
      const widths = widthsOf(project, article);
      const cut = widths?.seamed ? (widths.sizes[0] ?? cutSize(ground)) : cutSize(ground);
      if (stock.some((s) => fits(cut, s, !fabric.oneWay))) return [];
      const largest = stock.reduce((a, b) => (b.widthMm * b.heightMm > a.widthMm * a.heightMm ? b : a));
      return [
        {
          code: 'ground-too-large',
          fabricId: fabric.id,
          articleId: article.id,
          ...cut,
          largestWidthMm: largest.widthMm,
          largestHeightMm: largest.heightMm,
        },
      ];
    });
    const wanted = project.layouts.some((l) => l.kind === 'cloth' && l.ofId === fabric.id)
      ? clothAsk(project, plan, fabric.id)
      : null;
    const layout = wanted && freshLayout(project, wanted);
    const unplaced = layout?.unplaced.filter((u) => u.copies > 0) ?? [];
    if (wanted && unplaced.length > 0) {
      const pieceIds = unplaced.flatMap((u) => {
        const part = wanted.parts.get(u.id);
        return part ? (part.what === 'patch' ? part.patch.pieceIds : [part.pieceId]) : [];
      });
      return [
        ...tooLarge,
        {
          code: 'no-room-on-cloth',
          fabricId: fabric.id,
          pieceIds: [...new Set(pieceIds)],
          copies: unplaced.reduce((n, u) => n + u.copies, 0),
        },
      ];
    }
    const piecesMm2 = mine.reduce((sum, p) => sum + (cutMm2.get(p.id) ?? 0) * look.copiesOf(p), 0);
    const groundsMm2 = grounds.reduce((sum, a) => sum + groundMm2(a) * a.count, 0);
    const haveMm2 = stockMm2({ stock });
    const needsMm2 = piecesMm2 + groundsMm2;
    if (tooLarge.length > 0) return tooLarge;
    if (needsMm2 > haveMm2) return [{ code: 'short-of-cloth', fabricId: fabric.id, needsMm2, haveMm2 }];
    return groundsNoRoom(
      fabric,
      stock,
      grounds.filter((a) => !widthsOf(project, a)?.seamed),
    );
  });
}
