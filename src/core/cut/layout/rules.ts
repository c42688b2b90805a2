import { derive } from '../../base/derive';
import { boundsOf, isBox, ROUGH_TOLERANCE_MM, regionOf } from '../../base/shape';
import { factsOf } from '../../choose/material';
import { type Fabric, lookup, type Piece, type Project } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { isFoiled, RECIPE_FACTS } from '../../lay/recipe';
import type { Rotations } from '../nest';

/** Web is cut this far outside the line before fusing, mm. Common practice, no source. */
export const ROUGH_CUT_MM = 6;
/** The web is a little smaller than its cloth, or it glues itself to the board: so much all round, mm. Common practice; the figure is ours. */
export const WEB_INSIDE_MM = 2;
/** Between shapes cut from one fused patch, mm: room for scissors. */
export const PATCH_GAP_MM = 3;
/** Cloth that nobody has in stock is counted off a bolt this wide, mm. Common practice, no source. */
export const BOLT_MM = 1100;

export const rectangle = (widthMm: number, heightMm: number): string => `M0 0H${widthMm}V${heightMm}H0Z`;

/** How far outside its line a piece is first cut: a machine cuts on the line at once, and so do hands that cut web for foil or lay tape in. */
export const roughCutOf = (project: Project, pieceId: string): number => {
  const look = lookup(project);
  const piece = look.piece(pieceId);
  const onLine =
    ROUTE_FACTS[look.routeOf(piece)].drawnOn === 'cutting mat' ||
    isFoiled(project, piece) ||
    piece.part?.role === 'turning';
  return onLine ? 0 : ROUGH_CUT_MM;
};
/**
 * The strips of a web that go into a fold, one after the other: tape in one length, a sheet's cut across its roll.
 * @param longMm of the fold
 */
export function stripsInFold(
  web: Pick<Project['webs'][number], 'form' | 'widthMm'>,
  longMm: number,
): { readonly longMm: number; readonly count: number } {
  if (web.form === 'tape' || longMm <= web.widthMm) return { longMm, count: 1 };
  const count = Math.ceil(longMm / web.widthMm - 1e-9);
  return { longMm: longMm / count, count };
}
/** Foil is cut so far beyond its web on every side, mm: all of the adhesive has to be covered. Ours. */
export const FOIL_BEYOND_MM = 5;

/** How anything without a grain may be turned, as its maker wants it: web, felt, vinyl, leather. */
export const turnsWithoutGrain = (project: Project): Rotations =>
  project.limits.turns === 'quarters' ? [0, 90, 180, 270] : 'free';

/** Whether it matters which way a cloth is cut, for its threads or its print; felt, vinyl and leather have no grain. */
export function hasGrain(fabric: Fabric): boolean {
  const facts = factsOf(fabric);
  return fabric.oneWay || fabric.frays > 0 || !(facts.hard || facts.hairyOrThick);
}

/** The longer side of an outline's box, mm, and whether it is a rectangle along its own axes. */
const boxOf = derive((outline: string): { readonly longMm: number; readonly square: boolean } => {
  const region = regionOf(outline, ROUGH_TOLERANCE_MM);
  const b = boundsOf(region);
  return { longMm: Math.max(b.maxX - b.minX, b.maxY - b.minY), square: isBox(region) };
});

/**
 * How far a piece's grain binds: nobody sees it in what is tiny, nor does it matter in what is stiffened through and through; a rectangle lies along it or across.
 * Common practice, no source.
 */
function grainOf(project: Project, { outline, print }: Piece): 'along' | 'along-or-across' | 'none' {
  // Who turned the cloth under a piece meant it so.
  if (print.rotateDeg !== 0) return 'along';
  const { layered } = RECIPE_FACTS[project.recipe.id];
  const { longMm, square } = boxOf(outline);
  if (longMm < project.limits.smallMm || (layered && project.intent.hand === 'firm')) return 'none';
  return square ? 'along-or-across' : 'along';
}

/** Turns a piece may take on its cloth, so that grain and print come out as planned. */
export function turnsOnCloth(project: Project, pieceId: string, mirrored: boolean): Rotations {
  const look = lookup(project);
  const piece = look.piece(pieceId);
  const fabric = look.fabricOf(piece);
  const grain = fabric.oneWay ? 'along' : grainOf(project, piece);
  if (!hasGrain(fabric) || grain === 'none') return turnsWithoutGrain(project);
  if (grain === 'along-or-across') return [0, 90, 180, 270];
  // The print lies turned under the piece: the cloth is turned back to cut it. Seen from behind it turns the other way.
  const turn = piece.print.rotateDeg === 0 ? 0 : (mirrored ? 1 : -1) * piece.print.rotateDeg;
  return fabric.oneWay ? [turn] : [turn, turn + 180];
}

/** Whether something may lie a quarter turned. */
export const mayLieAcross = (r: Rotations | undefined): boolean =>
  r === 'free' || (r?.some((deg) => ((deg % 180) + 180) % 180 === 90) ?? false);

/** FNV-1a, 32 bit: a short name for a long text. Source: Fowler, Noll & Vo. */
export function shortName(text: string): string {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) {
    h ^= text.charCodeAt(i);
    h = Math.imul(h, 0x01000193);
  }
  return (h >>> 0).toString(36);
}
