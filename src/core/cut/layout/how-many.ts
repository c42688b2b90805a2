import { nth } from '../../base/lists';
import { areaMm2, ROUGH_TOLERANCE_MM, regionOf } from '../../base/shape';
import { type Article, cutOutline, lookup, type Project } from '../../keep/model';
import { isMadeUp, stockWashed } from '../../lay/size';
import { type NestRequest, nest } from '../nest';
import { binsOf, clothAsk, webAsk } from './layout';
import type { Traced } from './patches';

/** How often an article can be made of one cloth or web that is here. */
export interface HowManyOf {
  readonly kind: 'cloth' | 'web';
  readonly ofId: string;
  readonly times: number;
  /** It would do for more: nobody asks how many, since something else runs out long before. */
  readonly more: boolean;
}
export interface HowMany {
  /** Whole articles; null: nothing of what it takes is counted. */
  readonly times: number | null;
  /** Everything that is counted, what runs out first before the rest. */
  readonly each: readonly HowManyOf[];
  /** Fabrics that nobody said how much there is of. */
  readonly uncounted: readonly string[];
}

/** No more than this of one article. */
const MOST_TIMES = 999;
/** So many times what runs out first is plenty. */
const ENOUGH = 2;
/** Each try is nested for so long, in the nesting’s own seconds. */
const SEARCH_S = 0.02;

/** The project as if only this article were made, so often. */
export function onlyOf(project: Project, article: Article, times: number): Project {
  const pieces = project.pieces.filter((p) => p.articleId === article.id);
  const mine = new Set(pieces.map((p) => p.id));
  return {
    ...project,
    articles: [{ ...article, count: times }],
    pieces,
    order: project.order.filter((id) => mine.has(id)),
    layouts: [],
  };
}

type Wanted = Omit<NestRequest, 'seconds' | 'seed' | 'locked'>;

/** What so many articles take of a cloth: their pieces and their grounds. */
function clothFor(project: Project, plan: Traced, article: Article, fabricId: string, times: number): Wanted | null {
  const only = onlyOf(project, article, times);
  const pieces = clothAsk(only, plan, fabricId)?.request ?? null;
  const fabric = lookup(project).fabric(fabricId);
  if (article.ground?.fabricId !== fabricId || isMadeUp(project, article)) return pieces;
  const ground = {
    id: '\u0000ground',
    outline: cutOutline(article.ground),
    count: times,
    rotations: fabric.oneWay ? [0] : [0, 90, 180, 270],
  };
  return {
    widthMm: 0,
    spacingMm: pieces?.spacingMm ?? 0,
    rotations: [0, 180],
    parts: [ground, ...(pieces?.parts ?? [])],
    bins: binsOf(stockWashed(project, fabric), 'stock'),
  };
}

const mm2 = (outline: string): number => areaMm2(regionOf(outline, ROUGH_TOLERANCE_MM));

/** What areas allow at most; null where nothing of it is taken. */
function boundOf(one: Wanted | null): number | null {
  if (!one) return null;
  const takes = one.parts.reduce((sum, p) => sum + p.count * mm2(p.outline), 0);
  const bins = (one.bins ?? []).reduce((sum, b) => sum + b.count * mm2(b.outline), 0);
  return Math.min(MOST_TIMES, Math.floor((bins + one.widthMm * (one.lengthMm ?? 0)) / takes));
}

/** The most rounds up to a bound for which everything finds its place, by halving. */
function mostTimes(wanted: (times: number) => Wanted | null, bound: number): number {
  const fits = (times: number): boolean => {
    const ask = wanted(times);
    return ask !== null && nest({ ...ask, seconds: SEARCH_S, seed: 1 }).unplaced.length === 0;
  };
  let low = 0;
  let high = bound;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (fits(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * How often an article can be made of what is here: every fabric and web it takes laid out for more and more of it, until something finds no room.
 * A fabric without stock is not counted, since nobody said how much there is.
 * @param onProgress share of the work that is done
 */
export function howManyFit(
  project: Project,
  plan: Traced,
  articleId: string,
  onProgress: (share: number) => void = () => undefined,
): HowMany {
  const article = project.articles.find((a) => a.id === articleId) ?? nth(project.articles, 0);
  const mine = project.pieces.filter((p) => p.articleId === article.id);
  const ids = new Set(mine.map((p) => p.id));
  const fabricIds = [
    ...new Set([...(article.ground ? [article.ground.fabricId] : []), ...mine.map((p) => p.fabricId)]),
  ];
  const webIds = [...new Set(plan.choices.flatMap((c) => (ids.has(c.pieceId) && c.webId !== null ? [c.webId] : [])))];
  const look = lookup(project);
  const counted = fabricIds.filter((id) => look.fabric(id).stock.some((s) => s.count > 0));
  const asks: {
    readonly kind: HowManyOf['kind'];
    readonly ofId: string;
    readonly wanted: (n: number) => Wanted | null;
  }[] = [
    ...counted.map((ofId) => ({
      kind: 'cloth' as const,
      ofId,
      wanted: (n: number) => clothFor(project, plan, article, ofId, n),
    })),
    ...webIds.map((ofId) => ({
      kind: 'web' as const,
      ofId,
      wanted: (n: number) => {
        const ask = webAsk(onlyOf(project, article, n), plan, ofId)?.request ?? null;
        const { stockMm } = look.web(ofId);
        // A roll that is used up is none.
        return ask && { ...ask, widthMm: stockMm > 0 ? ask.widthMm : 0, lengthMm: stockMm > 0 ? stockMm : null };
      },
    })),
  ];
  // What allows least by its areas is laid out first; of the rest nobody asks for more than twice that.
  const bounded = asks
    .flatMap((a) => {
      const bound = boundOf(a.wanted(1));
      return bound === null ? [] : [{ ...a, bound }];
    })
    .sort((a, b) => a.bound - b.bound);
  let least = MOST_TIMES;
  const each = bounded.map(({ kind, ofId, wanted, bound }, i): HowManyOf => {
    const most = Math.min(bound, ENOUGH * Math.max(1, least));
    const times = mostTimes(wanted, most);
    least = Math.min(least, times);
    onProgress((i + 1) / bounded.length);
    return { kind, ofId, times, more: times === most && most < bound };
  });
  onProgress(1);
  return {
    times: each.length === 0 ? null : Math.min(...each.map((e) => e.times)),
    each: each.sort((a, b) => a.times - b.times),
    uncounted: fabricIds.filter((id) => !counted.includes(id)),
  };
}
