import { derive } from '../../base/derive';
import { nth } from '../../base/lists';
import { type Article, beyondMm, boxOnGround, cutSize, type Ground, type Project, type Size } from '../../keep/model';
import { SEAM_CLEAR_MM, SEAM_MM, SEAM_TRY_MM } from './data';
import { isMadeUp } from './made-up';
import { clothWideMm } from './washed';

/** A ground that is longer than its cloth is wide. */
export interface Widths {
  readonly article: Article;
  readonly ground: Ground;
  /** It can be cut along the cloth in one piece. */
  readonly can: boolean;
  /** It is cut in widths that are joined: because it cannot be otherwise, or because that was chosen. */
  readonly seamed: boolean;
  readonly panels: number;
  readonly allowanceMm: number;
  /** Each panel as it is cut, one after the other. */
  readonly sizes: readonly Size[];
  /** Whether the seams run up and down, so that panels lie side by side. */
  readonly upright: boolean;
  /** Where they are, mm from the left or the upper edge of the finished ground. */
  readonly atMm: readonly number[];
  /** Pieces that lie over a seam all the same. */
  readonly over: readonly string[];
}

/** How many strips across a cloth make one of this length, joined on the slant: each join takes the strip's own width. */
export const widthsIn = (longMm: number, stripMm: number, clothMm: number): number =>
  Math.max(1, Math.ceil((longMm - stripMm) / Math.max(stripMm, clothMm - stripMm) - 1e-9));

/** How many widths it takes: outer panels have one seam, inner ones two. */
function panelsFor(longMm: number, clothMm: number, seamMm: number): number {
  const inner = clothMm - 2 * seamMm;
  return inner <= 0 ? 2 : Math.max(2, 2 + Math.ceil(Math.max(0, longMm - 2 * (clothMm - seamMm)) / inner - 1e-9));
}

/** The panels of a whole that is parted there, mm from its left or upper edge, each with an allowance at its seams. */
function panelsBetween(whole: Size, upright: boolean, seamsAtMm: readonly number[]): Size[] {
  const ends = [0, ...seamsAtMm, upright ? whole.widthMm : whole.heightMm];
  const last = ends.length - 2;
  return seamsAtMm.concat(0).map((_, i): Size => {
    const seams = (i > 0 ? 1 : 0) + (i < last ? 1 : 0);
    const mm = nth(ends, i + 1) - nth(ends, i) + seams * SEAM_MM.widths.value;
    return upright ? { widthMm: mm, heightMm: whole.heightMm } : { widthMm: whole.widthMm, heightMm: mm };
  });
}

interface Lying {
  readonly id: string;
  readonly letter: boolean;
  readonly from: number;
  readonly to: number;
}

/** The place nearest to where a seam would be that is clear of everything, else of letters; else there. */
function clearOf(lying: readonly Lying[], atMm: number, slackMm: number, clearMm: number): number {
  const hits = (at: number, list: readonly Lying[]): boolean =>
    list.some((l) => at > l.from - clearMm && at < l.to + clearMm);
  for (const list of [lying, lying.filter((l) => l.letter)]) {
    for (let d = 0; d <= slackMm; d += SEAM_TRY_MM.value)
      for (const at of [atMm - d, atMm + d]) if (!hits(at, list)) return at;
  }
  return atMm;
}

/**
 * How a ground that is longer than its cloth is wide is cut: along the cloth in one piece where that can be, or in widths with seams that keep clear of what lies there.
 * A long ground is cut along the length of the cloth, or across it in two with a seam: the trade handbook; common practice, no source.
 * @returns null where it fits across the cloth, is not sold off a bolt, or is made up already
 */
export const widthsOf = derive((project: Project, article: Article): Widths | null => {
  const { ground } = article;
  const fabric = ground && project.fabrics.find((f) => f.id === ground.fabricId);
  const clothMm = fabric ? clothWideMm(project, fabric) : null;
  if (!ground || !fabric || clothMm === null || isMadeUp(project, article)) return null;
  const cut = cutSize(ground);
  const longMm = Math.max(cut.widthMm, cut.heightMm);
  const shortMm = Math.min(cut.widthMm, cut.heightMm);
  if (longMm <= clothMm) return null;
  // A print stands upright on the ground: its width lies across the cloth.
  const can = (fabric.oneWay ? cut.widthMm : shortMm) <= clothMm;
  const said = project.gathering.seamed.find((s) => s.articleId === article.id)?.seamed ?? false;
  const allowanceMm = SEAM_MM.widths.value;
  const panels = panelsFor(longMm, clothMm, allowanceMm);
  const upright = cut.widthMm >= cut.heightMm;
  const beyond = beyondMm(ground);
  const share = longMm / panels;
  // Of two either may be as long as the cloth is wide; seams of more move only half of what is to spare, each.
  const spareMm = clothMm - (panels === 2 ? allowanceMm : 2 * allowanceMm) - share;
  const slackMm = Math.max(0, panels === 2 ? spareMm : spareMm / 2);
  const lying = project.pieces
    .filter((p) => p.articleId === article.id)
    .map((p): Lying => {
      const b = boxOnGround(p);
      const [from, to] = upright ? [b.minX, b.maxX] : [b.minY, b.maxY];
      return { id: p.id, letter: p.wordId !== null, from, to };
    });
  const clearMm = allowanceMm + SEAM_CLEAR_MM.value;
  const atMm = Array.from({ length: panels - 1 }, (_, i) => clearOf(lying, (i + 1) * share - beyond, slackMm, clearMm));
  const sizes = panelsBetween(
    cut,
    upright,
    atMm.map((mm) => mm + beyond),
  );
  const over = lying.filter((l) => atMm.some((at) => at > l.from && at < l.to)).map((l) => l.id);
  return { article, ground, can, seamed: said || !can, panels, allowanceMm, sizes, upright, atMm, over };
});

/** A rectangle of cloth in as many widths as it takes, with their seams: one where it fits across or is not sold by length, else cut so that least of the bolt is used. */
export function joinedOf(whole: Size, clothMm: number | null): Size[] {
  if (clothMm === null || Math.min(whole.widthMm, whole.heightMm) <= clothMm) return [whole];
  const seamMm = SEAM_MM.widths.value;
  const [across, down] = [panelsFor(whole.widthMm, clothMm, seamMm), panelsFor(whole.heightMm, clothMm, seamMm)];
  const upright = across * whole.heightMm <= down * whole.widthMm;
  const panels = upright ? across : down;
  const longMm = upright ? whole.widthMm : whole.heightMm;
  return panelsBetween(
    whole,
    upright,
    Array.from({ length: panels - 1 }, (_, i) => ((i + 1) * longMm) / panels),
  );
}
