import { regionOf } from '../../base/shape';
import { factsOf } from '../../choose/material';
import type { PressColumn } from '../../choose/press';
import type { Patch } from '../../cut/layout';
import type { Piece, Project } from '../../keep/model';
import type { Laid } from '../../lay/laid';
import { RECIPE_FACTS } from '../../lay/recipe';
import { LOAD_GAP_MM } from './data';
import { setDownsFor } from './load';
import { NOWHERE, type Press, requestFor, settingOf, setupOf, sideTaken } from './press';

// Whole sheets bonded to each other, as presses.

/** The other side of a piece. */
const otherOf = (project: Project, id: string): string[] =>
  project.pieces.flatMap((p) => (p.part?.role === 'other-side' && p.part.of === id ? [p.id] : []));

/** One press for each sheet: what carries the web beneath, glue up, and the other layer over it. */
export function sheetBonds(laid: Laid, patches: readonly Patch[]): Press[] {
  const { project, look } = laid;
  const told = new Set<string>();
  return patches.flatMap((patch): Press[] => {
    const { over } = patch;
    if (!over) return [];
    const column: PressColumn = [
      { role: 'fabric', fabric: look.fabric(patch.fabricId) },
      { role: 'web', web: look.web(patch.webId), bonds: true },
      { role: 'fabric', fabric: look.fabric(over.fabricId) },
    ];
    const region = regionOf(patch.outline);
    const request = sideTaken(laid, requestFor(setupOf(laid), 'bond', [column]), [column]);
    const all = patch.pieceIds.flatMap((id) => [id, ...otherOf(project, id)]);
    // A piece whose copies lie on several sheets is bonded with the first of them, as far as its own state goes.
    const pieceIds = all.filter((id) => !told.has(id));
    for (const id of pieceIds) told.add(id);
    return [
      {
        stage: 'bond',
        on: 'board',
        articleId: null,
        pieceIds,
        members: all,
        unit: null,
        keepLiners: [],
        fabricId: patch.fabricId,
        does: { code: 'bond-sheets', patch: patch.name, widthMm: patch.widthMm, heightMm: patch.heightMm },
        request,
        columns: [column],
        places: [NOWHERE],
        apart: false,
        plugOf: null,
        setting: settingOf(request, [column]),
        region,
        copies: 1,
        ...setDownsFor(region, region, 1, look.iron, LOAD_GAP_MM.value),
      },
    ];
  });
}

/** Whether a recipe's foil, laid over what carries the web, comes with a carrier. */
export const isCarried = ({ project, look }: Pick<Laid, 'project' | 'look'>, piece: Piece): boolean =>
  piece.part?.role === 'other-side' &&
  RECIPE_FACTS[project.recipe.id].otherSide?.material === 'foil' &&
  factsOf(look.fabricOf(piece)).material === 'foil';
