import { nth } from '../../base/lists';
import { boxRegion } from '../../base/shape';
import type { PressColumn } from '../../choose/press';
import type { Web } from '../../keep/model';
import type { Laid } from '../../lay/laid';
import { RECIPE_FACTS } from '../../lay/recipe';
import { LOAD_GAP_MM } from './data';
import { setDownsFor } from './load';
import { NOWHERE, type Press, requestFor, settingOf, setupOf } from './press';

// Links of a chain closed with web: the end of a strip of two layers over its beginning.

/**
 * The press that closes links with a scrap of web, one link at a time; none where they are closed otherwise.
 * @param webOf the web of a piece
 */
export function linksClosed(laid: Laid, webOf: (id: string) => Web | null): Press[] {
  const { project, look } = laid;
  const chain = RECIPE_FACTS[project.recipe.id].assembly(project);
  if (chain?.how !== 'chain' || chain.by !== 'web' || chain.apartMm <= 0) return [];
  const sides = project.pieces.filter((p) => p.part?.role === 'other-side');
  const columns = sides.flatMap((side): PressColumn[] => {
    const front = look.piece(side.part?.of ?? side.id);
    const web = webOf(front.id) ?? webOf(side.id);
    if (!web) return [];
    const layer = (id: string) => ({ role: 'fabric', fabric: look.fabricOf(look.piece(id)) }) as const;
    const held = { role: 'web', web, bonds: false } as const;
    return [
      [layer(side.id), held, layer(front.id), { role: 'web', web, bonds: true }, layer(side.id), held, layer(front.id)],
    ];
  });
  if (columns.length === 0) return [];
  const request = requestFor(setupOf(laid), 'bond', columns);
  const region = boxRegion({ minX: 0, minY: 0, maxX: chain.wideMm, maxY: chain.apartMm });
  return [
    {
      stage: 'bond',
      on: 'board',
      articleId: null,
      pieceIds: [],
      members: [],
      unit: null,
      keepLiners: [],
      fabricId: nth(sides, 0).fabricId,
      does: { code: 'bond-links', lapMm: chain.apartMm },
      request,
      columns,
      places: columns.map(() => NOWHERE),
      apart: true,
      plugOf: null,
      setting: settingOf(request, columns),
      region,
      copies: chain.parts,
      // Each hangs in the one before: no two lie under the iron at once.
      ...setDownsFor(region, region, 1, look.iron, LOAD_GAP_MM.value),
      loads: chain.parts,
      setDowns: chain.parts,
    },
  ];
}
