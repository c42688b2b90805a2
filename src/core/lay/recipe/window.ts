import { derive } from '../../base/derive';
import { boundsOf, holesOf, ROUGH_TOLERANCE_MM, regionOf } from '../../base/shape';
import type { Project } from '../../keep/model';
import { withoutLayers } from './layers';
import { PLAIN, type Recipe } from './recipe';

/** How large a piece with windows is by its box, mm²; 0: it has none. */
const windowedMm2 = derive((outline: string): number => {
  const region = regionOf(outline, ROUGH_TOLERANCE_MM);
  const b = boundsOf(region);
  return holesOf(region).length === 0 ? 0 : (b.maxX - b.minX) * (b.maxY - b.minY);
});

/** The top lies over everything, wherever it stands in the list: of each article's pieces with windows the largest. */
function layOut(project: Project): Project {
  const known = new Map(project.pieces.map((p) => [p.id, p]));
  const tops = new Set(
    project.articles.flatMap((article) => {
      const mine = project.order.filter((id) => known.get(id)?.articleId === article.id);
      const size = (id: string): number => windowedMm2(known.get(id)?.outline ?? '');
      const top = mine.reduce<string | null>((a, id) => (size(id) > (a === null ? 0 : size(a)) ? id : a), null);
      return top === null || top === mine.at(-1) ? [] : [top];
    }),
  );
  return tops.size === 0
    ? project
    : {
        ...project,
        order: [...project.order.filter((id) => !tops.has(id)), ...project.order.filter((id) => tops.has(id))],
      };
}

/**
 * Reverse appliqué: the picture lies behind, bonded and stitched on its foundation, and the top with its windows comes last.
 * Source: the trade handbook, layers, at the board; common practice, no source.
 */
export const window: Recipe = {
  ...PLAIN,
  topHasWindows: true,
  layOut: (project) => layOut(withoutLayers(project)),
};
