import { derive } from '../../base/derive';
import type { Edge } from './edge';
import type { Article, Piece, Project, Route } from './project';
import type { Fabric, Iron, Web } from './things';

/** Fast finders for a parsed project, in which every reference is known to lead somewhere. */
export interface Lookup {
  readonly project: Project;
  piece(id: string): Piece;
  fabric(id: string): Fabric;
  web(id: string): Web;
  fabricOf(piece: Piece): Fabric;
  /** Its own, else its cloth's, else the project's. */
  edgeOf(piece: Piece): Edge;
  routeOf(piece: Piece): Route;
  /** 1-based number of a piece, as written on every sheet. */
  number(pieceId: string): number;
  article(id: string): Article;
  articleOf(piece: Piece): Article;
  /** The cloth of an article's ground; null: it has none. */
  groundOf(article: Article): Fabric | null;
  /** How many of a piece are cut: its own count for each of its article. */
  copiesOf(piece: Piece): number;
  readonly iron: Iron;
}

/** The finders of a project; the same ones for the same project. */
export const lookup = derive((project: Project): Lookup => {
  const find = <T extends { id: string }>(items: readonly T[], what: string) => {
    const byId = new Map(items.map((item) => [item.id, item]));
    return (id: string): T => {
      const item = byId.get(id);
      if (!item) throw new Error(`No ${what} “${id}”: the project was not parsed.`);
      return item;
    };
  };
  const piece = find(project.pieces, 'piece');
  const fabric = find(project.fabrics, 'fabric');
  const article = find(project.articles, 'article');
  const articleOf = (p: Piece): Article => article(p.articleId);
  const numbers = new Map(project.pieces.map((p, i) => [p.id, i + 1]));
  const edgeOfCloth = new Map(project.edging.cloths.map((c) => [c.fabricId, c.edge]));
  return {
    project,
    piece,
    fabric,
    web: find(project.webs, 'web'),
    fabricOf: (p) => fabric(p.fabricId),
    edgeOf: (p) => p.edge ?? edgeOfCloth.get(p.fabricId) ?? project.intent.edge,
    // What has no web has no liner to trace on: it is cut round a template.
    routeOf: (p) =>
      p.webless ? (p.route === 'cut-from-print' ? p.route : 'template-right-side') : (p.route ?? project.route),
    number: (id) => numbers.get(id) ?? 0,
    article,
    articleOf,
    groundOf: ({ ground }) => ground && fabric(ground.fabricId),
    copiesOf: (p) => p.count * articleOf(p).count,
    iron: find(project.irons, 'iron')(project.bench.ironId),
  };
});

/** What a piece is called on screen and paper. */
export const pieceName = (piece: Piece, number: number): string => piece.label.trim() || `Piece ${number}`;
