import { assertThere, nth } from '../../base/lists';
import { boundsOf, isBox, regionOf } from '../../base/shape';
import { factsOf } from '../../choose/material';
import { type Patch, WEB_INSIDE_MM } from '../../cut/layout';
import type { Piece, StepDoing } from '../../keep/model';
import type { Laid } from '../../lay/laid';
import { HANDS_S, SPEED_MM_S } from './data';
import { holesThrough } from './marks';
import { coolStep, pressStep } from './pressing';
import { templatesOf } from './readying';
import type { Ticketed } from './tickets';
import { type Draft, group, type MakingWork, onPieces } from './work';

// Whole sheets bonded to each other, and cut through both at once.
// Source: the trade handbook, “At the board”: two-sided with a fancy edge, cloth and foil; common practice, no source.

/** What is cut out of sheets: the pieces that hands laid out, each for both its sides. */
export const bodiesOn = ({ project }: Pick<Laid, 'project'>, patches: readonly Patch[]): Piece[] => {
  const ids = new Set(patches.flatMap((p) => (p.over ? p.pieceIds : [])));
  return project.pieces.filter((p) => ids.has(p.id));
};

/** The other layer of each sheet, cut to its size along with the cloth that carries the web. */
export function overCut(patch: Patch, pieceIds: readonly string[]): Draft[] {
  const { over } = patch;
  if (!over) return [];
  const larger = (byMm: number) => ({ widthMm: patch.widthMm + 2 * byMm, heightMm: patch.heightMm + 2 * byMm });
  const cloth = patch.flush ? null : larger(WEB_INSIDE_MM);
  const size = larger(patch.flush ? 0 : over.beyondMm);
  return [
    {
      kind: 'patch',
      on: 'hand',
      webId: patch.webId,
      fabricId: patch.fabricId,
      pieceIds: [...pieceIds],
      does: { code: 'cut-over', patch: patch.name, overId: over.fabricId, ...size, cloth },
      handsS: HANDS_S.patch.value + (2 * (size.widthMm + size.heightMm)) / SPEED_MM_S.ruled.value,
    },
  ];
}

/** Sheet by sheet: liner off, glue up, the other layer over it, bonded, cooled; and the carrier of foil off once it is cold. */
export function sheetsBonded(work: MakingWork): Draft[] {
  const { look } = work.laid;
  const patches = new Map(work.presses.patches.map((p) => [p.name, p]));
  return work.pressed.flatMap((one: Ticketed): Draft[] => {
    const { press } = one;
    if (press.does.code !== 'bond-sheets') return [];
    const name = press.does.patch;
    const patch = assertThere(patches.get(name), 'a sheet is a patch');
    const over = assertThere(patch.over, 'it has its other layer');
    const webbed = press.pieceIds.filter((id) => patch.pieceIds.includes(id));
    const covers = press.pieceIds.filter((id) => !patch.pieceIds.includes(id));
    const about = { on: 'board', webId: patch.webId, copies: 1 } as const;
    const lined = look.web(patch.webId).liners > 0;
    const foil = factsOf(look.fabric(over.fabricId)).material === 'foil';
    const along = (2 * (patch.widthMm + patch.heightMm)) / SPEED_MM_S.sheet.value;
    const sheet = { patch: name, widthMm: patch.widthMm, heightMm: patch.heightMm };
    const handled = (kind: 'peel' | 'lay', of: 'web' | 'over', does: StepDoing): Draft => ({
      kind,
      ...about,
      fabricId: of === 'web' ? patch.fabricId : over.fabricId,
      pieceIds: of === 'web' ? webbed : covers,
      does,
      handsS: HANDS_S[kind].value + along,
    });
    return [
      ...(lined ? [handled('peel', 'web', { code: 'peel-patch', ...sheet })] : []),
      handled('lay', 'web', { code: 'lay-sheet-up', ...sheet }),
      handled('lay', 'over', { code: 'lay-sheet-over', ...sheet, flush: patch.flush }),
      pressStep(work, one),
      ...coolStep(work, one),
      ...(foil ? [handled('peel', 'over', { code: 'peel-carrier', ...sheet })] : []),
    ];
  });
}

/** Cut through both layers: along lines ruled edge to edge, by ruler, or round a template on the front. */
export function sheetsCut(work: MakingWork): Draft[] {
  const { laid, presses } = work;
  const { look } = laid;
  const sheets = presses.patches.filter((p) => p.over);
  if (sheets.length === 0) return [];
  const bodies = bodiesOn(laid, sheets);
  const outlines = new Map(bodies.map((p) => [p.id, regionOf(p.outline)]));
  const ruledIds = new Set(
    bodiesOn(
      laid,
      sheets.filter((p) => p.flush),
    ).map((p) => p.id),
  );
  const sizeOf = (p: Piece) => {
    const region = assertThere(outlines.get(p.id), 'it is one of them');
    const b = boundsOf(region);
    return { isBox: isBox(region), widthMm: b.maxX - b.minX, heightMm: b.maxY - b.minY };
  };
  const ways = group(bodies, (p) => {
    const { isBox: box, widthMm, heightMm } = sizeOf(p);
    const way = ruledIds.has(p.id) ? 'ruled' : box ? 'ruler' : `template ${p.id}`;
    return `${way} ${box ? `${widthMm.toFixed(1)} ${heightMm.toFixed(1)}` : ''} ${look.edgeOf(p) === 'pinked'}`;
  });
  const byTemplate = new Set(bodies.flatMap((p) => (ruledIds.has(p.id) || sizeOf(p).isBox ? [] : [p.id])));
  const cuts = ways.flatMap((pieces): Draft[] => {
    const first = nth(pieces, 0);
    const { isBox: box, widthMm, heightMm } = sizeOf(first);
    const pinked = look.edgeOf(first) === 'pinked';
    const cut = {
      kind: 'cut',
      on: 'hand',
      care: ['blades'],
      ...onPieces(work, pieces, HANDS_S.cut.value, SPEED_MM_S.cut.value),
    } as const;
    if (!ruledIds.has(first.id))
      return [
        ...(box ? [] : templatesOf(work, pieces)),
        { ...cut, does: { code: 'cut-through', by: box ? 'ruler' : 'template', widthMm, heightMm, pinked } },
      ];
    const mine = sheets.filter((s) => s.flush && bodiesOn(laid, [s]).some((p) => pieces.includes(p)));
    const tiles = mine.reduce((n, s) => n + s.placements.length, 0);
    const ruledMm = tiles * (widthMm + heightMm);
    return [
      {
        kind: 'trace',
        on: 'hand',
        does: { code: 'rule-on-sheets', patches: mine.map((p) => p.name), tiles, widthMm, heightMm },
        pieceIds: pieces.map((p) => p.id),
        handsS: mine.length * HANDS_S.ruled.value + ruledMm / SPEED_MM_S.ruled.value,
      },
      {
        ...cut,
        does: { code: 'cut-through', by: 'lines', widthMm, heightMm, pinked },
        // Along a ruler, and a shared line once.
        handsS: tiles * HANDS_S.lay.value + ruledMm / SPEED_MM_S.ruled.value,
      },
    ];
  });
  return [...cuts, ...holesThrough(work, byTemplate)];
}

/** Whether this project bonds whole sheets, as far as its pieces are on any. */
export const isOnSheets = (work: Pick<MakingWork, 'presses'>): boolean => work.presses.patches.some((p) => p.over);
