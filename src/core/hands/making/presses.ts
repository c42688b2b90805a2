import { inMap, nth } from '../../base/lists';
import { regionOf } from '../../base/shape';
import type { PressColumn } from '../../choose/press';
import { isStuck, type Patch, patchesOf, ROUGH_CUT_MM } from '../../cut/layout';
import type { Choice, Fabric, MakingTrouble, Piece, Tracing, Web } from '../../keep/model';
import type { Laid } from '../../lay/laid';
import { isFoiled, isSheetwise } from '../../lay/recipe';
import { linksClosed } from './assembling';
import { bondsOf } from './bonds';
import { setDownsFor, setDownsTogether } from './load';
import { isInFold, isLaidIn, NOWHERE, type Press, requestFor, settingOf, setupOf } from './press';
import { sheetBonds } from './sheet-presses';

/** Everything that is pressed, in order: fuses by cloth, then each article's units and its ground. */
export interface Presses {
  readonly fuses: readonly Press[];
  /** Pieces whose web is pressed on by hand. */
  readonly stuck: readonly Piece[];
  readonly bonds: readonly Press[];
  readonly patches: readonly Patch[];
  readonly troubles: readonly MakingTrouble[];
}

export interface Chosen {
  readonly choices: readonly Choice[];
  readonly tracings: readonly Tracing[];
}

function fusesOf(laid: Laid, webOf: (id: string) => Web | null, patches: readonly Patch[]): Press[] {
  const { project, look } = laid;
  const groups = new Map<string, { fabric: Fabric; web: Web; pieceIds: string[]; patch: Patch | null }>();
  for (const patch of patches)
    groups.set(patch.id, {
      fabric: look.fabric(patch.fabricId),
      web: look.web(patch.webId),
      // A piece whose copies lie on several patches is fused with the first of them, as far as its own state goes.
      pieceIds: patch.pieceIds.filter((id) => patches.find((p) => p.pieceIds.includes(id)) === patch),
      patch,
    });
  const onPatch = new Set(patches.flatMap((p) => p.pieceIds));
  for (const { id, fabricId, part } of project.pieces) {
    const web = webOf(id);
    if (!web || onPatch.has(id) || isStuck(web) || isLaidIn(laid, id, web) || isFoiled(project, look.piece(id)))
      continue;
    // A mending patch has its web on its right side, a turning just inside its raw edge.
    const key = `${fabricId}\u0000${web.id}\u0000${part?.role === 'mend' || part?.role === 'turning' ? part.role : ''}`;
    const group = groups.get(key);
    if (group) group.pieceIds.push(id);
    else groups.set(key, { fabric: look.fabric(fabricId), web, pieceIds: [id], patch: null });
  }
  const placedOf = new Map(laid.placed.map((p) => [p.id, p.region]));
  const presses = [...groups.values()].map(({ fabric, web, pieceIds, patch }): Press => {
    const column: PressColumn = [
      { role: 'fabric', fabric },
      { role: 'web', web, bonds: true },
      ...(web.liners > 0 ? [{ role: 'liner' } as const] : []),
    ];
    const request = requestFor(setupOf(laid), 'fuse', [column]);
    const eitherSide = fabric.sides === 'both';
    const shapes = patch
      ? [{ region: regionOf(patch.outline), copies: 1 }]
      : pieceIds.map((id) => ({
          region: inMap(placedOf, id),
          copies: look.copiesOf(look.piece(id)),
        }));
    const ways = shapes.map(({ region, copies }) => setDownsFor(region, region, copies, look.iron, 2 * ROUGH_CUT_MM));
    const most = ways.reduce((a, w, i) => (w.placements > nth(ways, a).placements ? i : a), 0);
    return {
      stage: 'fuse',
      on: 'board',
      articleId: null,
      pieceIds,
      members: pieceIds,
      unit: null,
      keepLiners: [],
      fabricId: fabric.id,
      does: patch
        ? { code: 'fuse-patch', patch: patch.name, eitherSide, flush: patch.flush }
        : pieceIds.every((id) => isInFold(laid, id))
          ? { code: 'fuse-in-fold' }
          : {
              code: 'fuse-shapes',
              rightSide: pieceIds.every((id) => look.piece(id).part?.role === 'mend'),
              eitherSide,
            },
      request,
      columns: [column],
      places: [NOWHERE],
      apart: true,
      plugOf: null,
      setting: settingOf(request, [column]),
      region: nth(shapes, most).region,
      copies: Math.max(...shapes.map((s) => s.copies)),
      placements: Math.max(1, ...ways.map((w) => w.placements)),
      ...setDownsTogether(
        shapes.map((s, i) => ({ ...s, alone: nth(ways, i) })),
        look.iron,
        2 * ROUGH_CUT_MM,
      ),
    };
  });
  // From cool to hot, since an iron heats faster than it cools; the cloths of one heat as they come.
  return presses.filter((p) => p.pieceIds.length > 0 || p.does.code === 'fuse-patch').sort(byHeat);
}
const byHeat = (a: Press, b: Press): number => a.setting.heat.soleplateC - b.setting.heat.soleplateC;

/** Every press of a project. */
export function pressesOf(laid: Laid, chosen: Chosen): Presses {
  const { project, look } = laid;
  const webIds = new Map(chosen.choices.map((c) => [c.pieceId, c.webId]));
  const webOf = (id: string): Web | null => {
    const webId = webIds.get(id) ?? null;
    return webId === null ? null : look.web(webId);
  };
  const { patches, tooLarge } = patchesOf(project, chosen);
  const sheeted = new Set(patches.flatMap((p) => (p.over ? p.pieceIds : [])));
  const sheetwise = isSheetwise(project);
  const perArticle = sheetwise ? [] : laid.articles.map((article) => bondsOf(laid, article, webOf));
  return {
    fuses: fusesOf(laid, webOf, patches),
    stuck: project.pieces.filter((p) => {
      const web = webOf(p.id);
      return web !== null && isStuck(web) && !sheeted.has(p.id);
    }),
    bonds: [...perArticle.flatMap((a) => a.bonds), ...sheetBonds(laid, patches), ...linksClosed(laid, webOf)],
    patches,
    troubles: [
      ...tooLarge.map((t): MakingTrouble => ({ code: 'patch-too-large', ...t })),
      ...perArticle.flatMap((a) => a.troubles),
      ...(laid.articles.length > 1
        ? laid.articles.flatMap((a): MakingTrouble[] =>
            a.placed.length === 0 ? [{ code: 'article-empty', articleId: a.article.id }] : [],
          )
        : []),
    ],
  };
}
