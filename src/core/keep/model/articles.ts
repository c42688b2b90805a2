import { derive } from '../../base/derive';
import { boundsOf } from '../../base/shape';
import { regionOnGround } from './finished';
import type { Article, Ground, Project } from './project';

/** Room shown around pieces that lie on no ground, mm. */
export const TABLE_ROOM_MM = 20;
/** The table that is shown while nothing lies on it, mm. */
const TABLE_MM = 300;

/** A project as one of its articles sees it: only what belongs to that, with what it lies on. Pieces keep the numbers they have in the whole. */
export interface ArticleView extends Project {
  readonly article: Article;
  /** The article's ground, or the bare table where it has none. */
  readonly ground: Ground;
  readonly numberOf: (pieceId: string) => number;
}

/** The table under pieces that have no ground: large enough for all of them. Its cloth is none. */
function tableUnder(project: Project, articleId: string): Ground {
  const regions = project.pieces.filter((p) => p.articleId === articleId).map(regionOnGround);
  const b = boundsOf(regions.flat());
  const side = (reach: number): number =>
    regions.length > 0 ? Math.max(TABLE_ROOM_MM, reach) + TABLE_ROOM_MM : TABLE_MM;
  return {
    fabricId: '',
    widthMm: side(b.maxX),
    heightMm: side(b.maxY),
    outline: null,
    seamAllowanceMm: 0,
    squaringMm: 0,
    readyMade: null,
    creases: { across: 0, down: 0, diagonal: false },
  };
}

/** The article of this id, or the first where there is none of it: which one is looked at is forgotten when it is gone. */
export const articleOr = (project: Project, articleId: string | null): Article => {
  const [first] = project.articles;
  const found = project.articles.find((a) => a.id === articleId) ?? first;
  if (!found) throw new Error('A project has at least one article: it was not parsed.');
  return found;
};

/** What each piece is numbered, in a whole project and in the view of one of its articles alike. */
export function numbersIn(project: Project | ArticleView): (pieceId: string) => number {
  if ('numberOf' in project) return project.numberOf;
  const numbers = new Map(project.pieces.map((p, i) => [p.id, i + 1]));
  return (id) => numbers.get(id) ?? 0;
}

const viewOfArticle = derive((project: Project, article: Article): ArticleView => {
  const pieces = project.pieces.filter((p) => p.articleId === article.id);
  const mine = new Set(pieces.map((p) => p.id));
  return {
    ...project,
    article,
    pieces,
    order: project.order.filter((id) => mine.has(id)),
    words: project.words.filter((w) => w.articleId === article.id),
    underlay: project.underlay?.articleId === article.id ? project.underlay : null,
    ground: article.ground ?? tableUnder(project, article.id),
    numberOf: numbersIn(project),
  };
});

/** One article of a project by itself. The same project and article give the same view. */
export const viewOf = (project: Project, articleId: string | null): ArticleView =>
  viewOfArticle(project, articleOr(project, articleId));
