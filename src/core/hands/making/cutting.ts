import { derive } from '../../base/derive';
import { assertThere, inMap } from '../../base/lists';
import {
  boundsOf,
  holesOf,
  isBox,
  linesOfPath,
  normalise,
  type Path,
  type Region,
  ROUGH_TOLERANCE_MM,
} from '../../base/shape';
import { matsOf } from '../../cut/layout';
import type { CutShapes, Piece, TrimBy } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { backedIn, isFoiled, RECIPE_FACTS } from '../../lay/recipe';
import { HANDS_S, SPEED_MM_S, TRIM_BEYOND_MM } from './data';
import { holesCut, holesThrough } from './marks';
import { isInFold } from './press';
import { templatesOf } from './readying';
import { bodiesOn, isOnSheets, sheetsCut } from './sheets';
import { type Draft, group, isOnLiner, layeredIn, type MakingWork, onPieces } from './work';

// What is cut: on a line, on a mat, and again through all layers.

export function cut(work: MakingWork): Draft[] {
  const { project, look } = work.laid;
  const patches = new Map(work.presses.patches.flatMap((p) => p.pieceIds.map((id) => [id, p] as const)));
  const { trimmed } = RECIPE_FACTS[project.recipe.id];
  const onSheets = new Set(bodiesOn(work.laid, work.presses.patches).map((p) => p.id));
  const all = project.pieces.filter((p) => (work.webOf(p.id) || p.webless) && !isInFold(work.laid, p.id));
  const matted = new Set(
    matsOf(project, work.presses.patches).flatMap((m) => m.cloths.flatMap((c) => c.patch.pieceIds)),
  );
  const backed = backedIn(work.laid.project);
  const isOnSheet = (p: Piece): boolean => onSheets.has(p.part?.role === 'other-side' ? p.part.of : p.id);
  const mine = all.filter((p) => !isFoiled(project, p) && !matted.has(p.id) && !isOnSheet(p) && !backed.has(p.id));
  const onPatch = mine.filter((p) => patches.has(p.id) && isOnLiner(work, p) && !inMap(patches, p.id).flush);
  const drawn = [
    ...ruled(work),
    ...group(onPatch, (p) => inMap(patches, p.id).id).map((pieces): Draft => {
      const first = assertThere(pieces[0], 'a group has a piece');
      const patch = inMap(patches, first.id);
      return {
        kind: 'trace',
        on: 'hand',
        webId: patch.webId,
        fabricId: patch.fabricId,
        does: { code: 'draw-on-patch', route: look.routeOf(first) },
        ...onPieces(work, pieces, HANDS_S.trace.value, SPEED_MM_S.trace.value),
      };
    }),
  ];
  // What is trimmed through all layers later is cut a little larger now.
  const layered = layeredIn(project);
  // A backing is cut to shape at once: its edge is the line that the cloth is cut along.
  const beyondMm = (p: Piece): number =>
    trimmed && layered.has(p.id) && !(p.part && backed.has(p.part.of)) ? TRIM_BEYOND_MM.value : 0;
  const pinked = (p: Piece): boolean => look.edgeOf(p) === 'pinked';
  const out = group(
    mine,
    (p) =>
      `${p.fabricId} ${look.routeOf(p)} ${p.webless} ${(work.webOf(p.id)?.liners ?? 0) > 0} ${beyondMm(p)} ${pinked(p)}`,
  ).map((pieces): Draft => {
    const first = assertThere(pieces[0], 'a group has a piece');
    const route = look.routeOf(first);
    const machine = ROUTE_FACTS[route].drawnOn === 'cutting mat';
    const small = pieces.some((p) => isSmall(work, p));
    return {
      kind: machine ? 'machine-cut' : 'cut',
      on: machine ? 'mat' : 'hand',
      fabricId: first.fabricId,
      does: {
        code: machine ? 'cut-by-machine' : route === 'cut-from-print' ? 'cut-from-print' : 'cut-on-line',
        // Its line is drawn on the side that faces you, as on a liner.
        route: first.faceDown && first.webless ? 'trace-on-liner' : route,
        bare: first.webless || (work.webOf(first.id)?.liners ?? 0) === 0,
        beyondMm: machine ? 0 : beyondMm(first),
        pinked: !machine && pinked(first) && beyondMm(first) === 0,
        ...shapesOf(work, pieces, machine),
      },
      care: small ? ['blades', 'small-parts'] : ['blades'],
      ...onPieces(
        work,
        pieces,
        machine ? HANDS_S.machine.value / pieces.length : HANDS_S.cut.value,
        machine ? null : SPEED_MM_S.cut.value,
      ),
    };
  });
  const foiled = group(
    all.filter((p) => isFoiled(project, p)),
    (p) => work.webOf(p.id)?.id ?? '',
  ).map(
    (pieces): Draft => ({
      kind: 'cut',
      on: 'hand',
      webId: work.webOf(assertThere(pieces[0], 'a group has a piece').id)?.id ?? null,
      does: { code: 'cut-web-on-line', ...shapesOf(work, pieces, false) },
      ...onPieces(work, pieces, HANDS_S.cut.value, SPEED_MM_S.cut.value),
    }),
  );
  return [...drawn, ...out, ...onMats(work), ...foiled, ...holesCut(work)];
}
/** Sheets that are ruled edge to edge, one after the other; a piece whose copies lie on several is told with the first. */
function ruled(work: MakingWork): Draft[] {
  const { look } = work.laid;
  const before = new Set<string>();
  return work.presses.patches
    .filter((p) => p.flush && !p.over)
    .map((patch): Draft => {
      const pieces = patch.pieceIds.filter((id) => !before.has(id)).map(look.piece);
      for (const p of pieces) before.add(p.id);
      const b = work.boundsOf(assertThere(patch.pieceIds[0], 'a patch has a piece'));
      const sides = [b.maxX - b.minX, b.maxY - b.minY] as const;
      const mm = 2 * (sides[0] + sides[1]) * patch.placements.length;
      return {
        kind: 'trace',
        on: 'hand',
        webId: patch.webId,
        fabricId: patch.fabricId,
        does: {
          code: 'rule-on-patch',
          patch: patch.name,
          widthMm: sides[0],
          heightMm: sides[1],
          tiles: patch.placements.length,
        },
        pieceIds: pieces.map((p) => p.id),
        // A common line is ruled once.
        handsS: HANDS_S.trace.value + mm / 2 / SPEED_MM_S.trace.value,
      };
    });
}

/** What is cut by machine: a mat at a time, several cloths together. A mat has one side up. */
function onMats(work: MakingWork): Draft[] {
  const { project, look } = work.laid;
  const mats = matsOf(project, work.presses.patches);
  const cutBefore = new Set<string>();
  return mats.flatMap(({ number, cloths }): Draft[] => {
    const first = cloths[0]?.patch.pieceIds[0];
    if (first === undefined) return [];
    const pieces = [...new Set(cloths.flatMap((c) => c.patch.pieceIds))].map(look.piece);
    // A piece whose copies lie on several mats is told with the first.
    const mine = pieces.filter((p) => !cutBefore.has(p.id));
    for (const p of mine) cutBefore.add(p.id);
    return [
      {
        kind: 'machine-cut',
        on: 'mat',
        does: {
          code: 'cut-mat',
          route: look.routeOf(look.piece(first)),
          mat: number,
          of: mats.length,
          patches: cloths.map((c) => ({ name: c.patch.name, fabricId: c.patch.fabricId })),
          shapes: cloths.reduce((n, c) => n + c.patch.placements.length, 0),
        },
        care: pieces.some((p) => isSmall(work, p)) ? ['blades', 'small-parts'] : ['blades'],
        pieceIds: mine.map((p) => p.id),
        handsS: HANDS_S.machine.value,
      },
    ];
  });
}
const isSmall = (work: MakingWork, piece: Piece): boolean => {
  const b = work.boundsOf(piece.id);
  return Math.max(b.maxX - b.minX, b.maxY - b.minY) < work.laid.project.limits.smallMm;
};

/** What of their outlines asks for more than one cut round them. A machine enters a shape by itself. */
function shapesOf(work: MakingWork, pieces: readonly Piece[], machine: boolean): CutShapes {
  const which = (test: (region: Region) => boolean): string[] =>
    pieces.flatMap((p) => (test(outlineToCut(work, p)) ? [p.id] : []));
  const plugs = new Set(work.pressed.flatMap(({ press }) => press.plugOf ?? []));
  const holed = which((r) => holesOf(r).length > 0);
  return {
    inside: machine ? [] : holed,
    parted: which((r) => r.length > 1),
    keeps: holed.filter((id) => plugs.has(id)),
  };
}
const clothOf = derive((path: Path): Region => normalise(linesOfPath(path, ROUGH_TOLERANCE_MM)));
const outlineToCut = ({ laid }: MakingWork, piece: Piece): Region => clothOf(laid.cutPiece(piece).path);

/**
 * What was cut larger is cut again, through all layers. The paper with its line is gone by then: a line on the back is followed, a rectangle ruled, and any other shape cut round its template.
 * Source: the trade handbook, at the board; common practice, no source.
 */
export function trim(work: MakingWork): Draft[] {
  const { project } = work.laid;
  if (isOnSheets(work)) return sheetsCut(work);
  const { trimmed, alike } = RECIPE_FACTS[project.recipe.id];
  if (alike) return trimmedAlike(work, alike(project));
  if (!trimmed) return holesThrough(work, new Set());
  const layered = layeredIn(project);
  const mine = project.pieces.filter((p) => p.part === null && layered.has(p.id));
  const backed = backedIn(work.laid.project);
  const wayOf = (p: Piece): { readonly by: TrimBy; readonly widthMm: number; readonly heightMm: number } => {
    if (backed.has(p.id)) return { by: 'backing', ...NO_SIZE };
    const outline = outlineToCut(work, p);
    if (!isBox(outline)) return { by: 'template', ...NO_SIZE };
    const b = boundsOf(outline);
    return { by: 'ruler', widthMm: b.maxX - b.minX, heightMm: b.maxY - b.minY };
  };
  const ways = group(
    mine.map((piece) => ({ piece, way: wayOf(piece) })),
    ({ way }) => `${way.by} ${way.widthMm.toFixed(1)} ${way.heightMm.toFixed(1)}`,
  );
  const byTemplate = new Set(mine.flatMap((p) => (wayOf(p).by === 'template' ? [p.id] : [])));
  const trims = ways.flatMap((alike): Draft[] => {
    const pieces = alike.map(({ piece }) => piece);
    const { way } = assertThere(alike[0], 'a group has a piece');
    return [
      ...(way.by === 'template' ? templatesOf(work, pieces) : []),
      {
        kind: way.by === 'backing' ? 'cut' : 'trim',
        on: 'hand',
        care: ['blades'],
        does: { code: 'trim-on-line', ...way },
        ...onPieces(work, pieces, HANDS_S.cut.value, SPEED_MM_S.cut.value),
      },
    ];
  });
  return [...trims, ...holesThrough(work, byTemplate)];
}
/** What was bonded edge on edge is laid on one another and trimmed, so that all are alike from both sides. */
function trimmedAlike(
  work: MakingWork,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): Draft[] {
  const { project, look } = work.laid;
  const mine = project.pieces.filter((p) => p.part?.role === 'frame');
  const count = mine.reduce((n, p) => n + look.copiesOf(p), 0);
  return count === 0
    ? []
    : [
        {
          kind: 'trim',
          on: 'hand',
          care: ['blades'],
          pieceIds: mine.map((p) => p.id),
          does: { code: 'trim-alike', count, widthMm, heightMm },
          handsS: count * (HANDS_S.cut.value + (2 * (widthMm + heightMm)) / SPEED_MM_S.ruled.value),
        },
      ];
}
/** Of what no ruler measures. */
const NO_SIZE = { widthMm: 0, heightMm: 0 } as const;
