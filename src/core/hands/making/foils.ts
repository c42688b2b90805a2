import { nth } from '../../base/lists';
import { union } from '../../base/shape';
import type { PressColumn } from '../../choose/press';
import type { Web } from '../../keep/model';
import type { Laid, LaidArticle } from '../../lay/laid';
import { isFoiled } from '../../lay/recipe';
import { liesOnWadding } from '../../lay/size';
import { type Base, columnAt, type PressPlace, placesUnder } from './column';
import { LOAD_GAP_MM } from './data';
import { setDownsFor } from './load';
import { different, glueOf, type Press, requestFor, settingOf, setupOf } from './press';

/** Pieces of foil on one article that are pressed together: of one web and one foil. */
function groupsOf({ project, look }: Laid, { article }: LaidArticle, webOf: (id: string) => Web | null): string[][] {
  const groups = new Map<string, string[]>();
  for (const id of project.order) {
    const piece = look.piece(id);
    const web = webOf(id);
    if (piece.articleId !== article.id || !web || !isFoiled(project, piece)) continue;
    const key = `${web.id}\u0000${piece.fabricId}`;
    groups.set(key, [...(groups.get(key) ?? []), id]);
  }
  return [...groups.values()];
}

/**
 * The two presses of foil on a ground: the web, cut on the line, onto the right side through its liner; then, cooled and its liner off, the foil over it, the iron moving.
 * Source: the trade handbook, foil motif; common practice, no source.
 */
export function foilsOf(laid: Laid, article: LaidArticle, webOf: (id: string) => Web | null): Press[] {
  const { look, project } = laid;
  const { ground } = article;
  const padded = liesOnWadding(project);
  return groupsOf(laid, article, webOf).flatMap((ids): Press[] => {
    const mine = new Set(ids);
    const base: Base = ground ? { on: 'ground', ground, padded } : { on: 'nothing' };
    const clothOf = (id: string) => glueOf(laid, webOf, id);
    const foiled = (place: PressPlace): PressColumn => columnAt(place, base, clothOf, (id) => mine.has(id));
    /** The same place while only the web lies there, its liner on. */
    const webOnly = (place: PressPlace): PressColumn =>
      foiled(place)
        .filter((l) => l.role !== 'fabric' || !ids.some((id) => look.piece(id).fabricId === l.fabric.id))
        .flatMap((l): PressColumn => (l.role === 'web' && l.bonds && l.web.liners > 0 ? [l, { role: 'liner' }] : [l]));
    const places = placesUnder(article, ids, () => true);
    const regions = article.placed.flatMap((p) => (mine.has(p.id) ? [p.region] : []));
    const region = regions.reduce((a, b) => union(a, b));
    const copies = Math.max(...ids.map((id) => look.copiesOf(look.piece(id))));
    const one = (stage: 'fuse' | 'bond', columnOf: (place: PressPlace) => PressColumn): Press[] => {
      const picked = different(places, columnOf, places.length);
      if (picked.columns.length === 0) return [];
      const request = {
        ...requestFor(setupOf(laid), stage, picked.columns),
        ...(stage === 'bond' ? { smallMoves: true } : {}),
      };
      return [
        {
          stage,
          on: 'ground',
          articleId: article.article.id,
          pieceIds: ids,
          members: ids,
          unit: null,
          keepLiners: [],
          fabricId: stage === 'bond' ? look.piece(nth(ids, 0)).fabricId : null,
          does: { code: stage === 'fuse' ? 'fuse-on-right-side' : 'press-foil' },
          request,
          ...picked,
          apart: true,
          plugOf: null,
          setting: settingOf(request, picked.columns),
          region,
          copies,
          ...setDownsFor(region, region, copies, look.iron, LOAD_GAP_MM.value),
        },
      ];
    };
    return [...one('fuse', webOnly), ...one('bond', foiled)];
  });
}
