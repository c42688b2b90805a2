import { derive, same } from '../../base/derive';
import { inMap, nth } from '../../base/lists';
import {
  areaMm2,
  type Bounds,
  boundsOf,
  boxRegion,
  difference,
  intersection,
  isBox,
  offset,
  printRegion,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  transformRegion,
  translation,
} from '../../base/shape';
import { type Fabric, lookup, type Plan, type Project } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { blockOf, gridOn, isFoiled, isSheetwise, RECIPE_FACTS } from '../../lay/recipe';
import { stockWashed } from '../../lay/size';
import { type Bin, type NestPart, type NestPlacement, nest, placedRegion } from '../nest';
import {
  BOLT_MM,
  FOIL_BEYOND_MM,
  mayLieAcross,
  PATCH_GAP_MM,
  rectangle,
  shortName,
  turnsOnCloth,
  WEB_INSIDE_MM,
} from './rules';

/** A piece of web that a whole piece of cloth is fused with; the shapes are cut from it afterwards. */
export interface Patch {
  readonly id: string;
  /** What it is called: A, B … over the whole project. */
  readonly name: string;
  readonly fabricId: string;
  readonly webId: string;
  /** Its outline from its own upper left corner, path data, mm. */
  readonly outline: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** The piece of stock it goes on; null: cloth that is still to be found. */
  readonly bin: string | null;
  /** Where each shape lies on it. */
  readonly placements: readonly Pick<NestPlacement, 'id' | 'copy' | 'xMm' | 'yMm' | 'rotateDeg'>[];
  readonly pieceIds: readonly string[];
  /** As large as its cloth: tiles are ruled on the whole of it, edge to edge, and sheets above and below keep adhesive off iron and board. */
  readonly flush: boolean;
  /** It is cut by machine: a name for how it was laid out, under which hands have moved what is on it; null: by hand. */
  readonly onMat: string | null;
  /** What is bonded to the whole of it before anything is cut; null: its shapes are cut once it is fused. */
  readonly over: SheetOver | null;
}

/** The other layer of a sheet that is cut through both. */
export interface SheetOver {
  readonly fabricId: string;
  /** So much larger than the web all round, mm. */
  readonly beyondMm: number;
}

/** Every patch of a project, and pieces for which no cloth in stock is large enough: their patch is cut all the same. */
export interface Patched {
  readonly patches: readonly Patch[];
  readonly tooLarge: readonly { readonly fabricId: string; readonly pieceIds: readonly string[] }[];
  /** Shapes that go on no mat. */
  readonly offMat: readonly string[];
}

/** What layouts are worked out from; a plan has it, and so has one that is still being worked out. */
export type Traced = Pick<Plan, 'choices' | 'tracings'>;

const NONE: Patched = { patches: [], tooLarge: [], offMat: [] };
/** Work of the nesting for one cloth, in its own seconds: a plan does not wait longer. */
const SEARCH_S = 0.03;
/** The clipper's rounding along an edge, mm² for each mm of a patch's sides together. */
const ROUNDING_MM2 = 0.02;

/** What is here of a cloth when its patches are cut; the same list while nothing of it changes. */
const clothHere = derive((intent: Project['intent'], fabric: Fabric) => stockWashed({ intent }, fabric));

/** A piece of stock less the rim that stays free of web, in strips no wider than the roll. */
function stockBins(stock: Project['fabrics'][number]['stock'], rollMm: number): Bin[] {
  return stock.flatMap((s, i) => {
    const inside = offset(regionOf(s.outline ?? rectangle(s.widthMm, s.heightMm)), -WEB_INSIDE_MM, 'miter');
    if (inside.length === 0 || s.count === 0) return [];
    const b = boundsOf(inside);
    const wide = Math.min(b.maxX - b.minX, b.maxY - b.minY);
    const strips = Math.ceil(wide / rollMm);
    const upright = b.maxX - b.minX <= b.maxY - b.minY;
    return Array.from({ length: strips }, (_, k): Bin => {
      const at = (upright ? b.minX : b.minY) + k * rollMm;
      const strip: Bounds = upright ? { ...b, minX: at, maxX: at + rollMm } : { ...b, minY: at, maxY: at + rollMm };
      const outline = strips === 1 ? inside : intersection(inside, boxRegion(strip));
      return { id: `stock-${i + 1}${strips > 1 ? `.${k + 1}` : ''}`, outline: printRegion(outline, 3), count: s.count };
    });
  });
}

interface Sheet {
  readonly bin: string | null;
  readonly binCopy: number;
  readonly within: Region | null;
  readonly placements: readonly NestPlacement[];
}

/** The patch round everything that lies on one sheet: its box, or what of it lies on a scrap. */
function patchOn(
  sheet: Sheet,
  parts: ReadonlyMap<string, NestPart>,
): Omit<Patch, 'id' | 'name' | 'fabricId' | 'webId'> {
  const laid = sheet.placements.map((p) => placedRegion(inMap(parts, p.id).outline, p));
  const b = boundsOf(laid.flat());
  const outline = sheet.within ? intersection(boxRegion(b), sheet.within) : boxRegion(b);
  return {
    outline: printRegion(transformRegion(outline, translation(-b.minX, -b.minY)), 3),
    widthMm: b.maxX - b.minX,
    heightMm: b.maxY - b.minY,
    bin: sheet.bin,
    placements: sheet.placements.map(({ id, copy, xMm, yMm, rotateDeg }) => ({
      id,
      copy,
      xMm: xMm - b.minX,
      yMm: yMm - b.minY,
      rotateDeg,
    })),
    pieceIds: [...new Set(sheet.placements.map((p) => p.id))],
    flush: false,
    onMat: null,
    over: null,
  };
}

/**
 * Pieces that stick out of their patch, which must be none.
 * @param outlineOf a piece's outline as it is cut
 */
export function outsidePatch(patch: Patch, outlineOf: (pieceId: string) => string): string[] {
  const web = regionOf(patch.outline);
  const most = ROUNDING_MM2 * 2 * (patch.widthMm + patch.heightMm);
  return patch.placements
    .filter((p) => areaMm2(difference(placedRegion(outlineOf(p.id), p), web)) > most)
    .map((p) => p.id);
}

type Found = Omit<Patch, 'id' | 'name' | 'fabricId' | 'webId'>;
/** Nested: whatever found room, and pieces that are too large. */
interface Nested {
  readonly found: readonly Found[];
  readonly tooLarge: readonly string[];
}

/** The patches of one cloth with one web: the real outlines nested first, on what is in stock, else on cloth off the bolt. */
const patchesOfCloth = derive(
  (
    parts: readonly NestPart[],
    stock: Project['fabrics'][number]['stock'],
    rollMm: number,
    sheet: SheetSize | null,
  ): Nested => {
    // Of measured sheets there are as many as it takes.
    const sheets = sheet ? parts.reduce((n, p) => n + p.count, 0) : 0;
    const bins = stockBins(sheet ? [{ ...sheet, count: sheets, outline: null }] : stock, rollMm);
    const inStock = bins.length > 0;
    const byId = new Map(parts.map((p) => [p.id, p]));
    const ask = { spacingMm: 0, rotations: [0, 180], seconds: SEARCH_S, seed: 1 };
    const sheetsOf = (placements: readonly NestPlacement[]): Sheet[] => {
      const sheets = new Map<string, NestPlacement[]>();
      for (const p of placements) {
        const name = `${p.bin ?? ''} ${p.binCopy}`;
        sheets.set(name, [...(sheets.get(name) ?? []), p]);
      }
      return [...sheets.values()].map((list) => {
        const { bin, binCopy } = nth(list, 0);
        const within = bins.find((b) => b.id === bin);
        return { bin, binCopy, within: within ? regionOf(within.outline, ROUGH_TOLERANCE_MM) : null, placements: list };
      });
    };
    const first = nest({ ...ask, widthMm: inStock ? 0 : Math.min(rollMm, BOLT_MM), bins, parts });
    const left = first.unplaced.flatMap(({ id, copies }) => {
      const part = byId.get(id);
      return part ? [{ ...part, count: copies }] : [];
    });
    // What finds no room in stock, or is wider than the roll, gets a patch of its own: cloth has to be found, or strips be joined.
    const alone = left.flatMap((part): Sheet[] =>
      Array.from({ length: part.count }, (_, k) => ({
        bin: null,
        binCopy: 0,
        within: null,
        placements: [
          {
            id: part.id,
            copy: inMap(byId, part.id).count - part.count + k,
            xMm: 0,
            yMm: 0,
            rotateDeg: 0,
            mirrored: false,
            bin: null,
            binCopy: 0,
          },
        ],
      })),
    );
    return {
      found: [...sheetsOf(first.placements), ...alone].map((s) => patchOn(s, byId)),
      tooLarge: inStock ? left.map((p) => p.id) : [],
    };
  },
);

interface SheetSize {
  readonly widthMm: number;
  readonly heightMm: number;
}
/**
 * As much of a sheet as one width of the web covers, the way round that holds more; the whole of it where that holds nothing, and strips of web are joined.
 * @param holds how many tiles lie on a sheet
 */
function withinRoll(sheet: SheetSize, rollMm: number, holds: (sheet: SheetSize) => number): SheetSize {
  if (Math.min(sheet.widthMm, sheet.heightMm) <= rollMm) return sheet;
  const [narrow, low] = [
    { ...sheet, widthMm: rollMm },
    { ...sheet, heightMm: rollMm },
  ];
  const best = holds(low) > holds(narrow) ? low : narrow;
  return holds(best) > 0 ? best : sheet;
}

/**
 * Tiles of one size ruled on measured sheets, edge to edge, one sheet full after the other.
 * @param parts their copies are laid in this order; each is as large as its own box
 */
const ruledPatches = derive((parts: readonly NestPart[], given: SheetSize, rollMm: number): Nested => {
  const boxes = new Map(parts.map((p) => [p.id, boundsOf(regionOf(p.outline))]));
  const first = inMap(boxes, nth(parts, 0).id);
  const [tileW, tileH] = [first.maxX - first.minX, first.maxY - first.minY];
  // A print or a nap runs one way.
  const mayTurn = parts.every((p) => mayLieAcross(p.rotations));
  const sheet = withinRoll(given, rollMm, (s) => gridOn(s.widthMm, s.heightMm, tileW, tileH, mayTurn).count);
  const size = [sheet.widthMm, sheet.heightMm, tileW, tileH] as const;
  const full = gridOn(...size, mayTurn).tiles;
  if (full.length === 0) return { found: [], tooLarge: parts.map((p) => p.id) };
  const copies = parts.flatMap((p) => Array.from({ length: p.count }, (_, copy) => ({ id: p.id, copy })));
  const found: Found[] = [];
  for (let i = 0; i < copies.length; i += full.length) {
    const mine = copies.slice(i, i + full.length);
    // A sheet that is not used up is cut in a plain block where that holds them.
    const tiles = (mine.length < full.length ? blockOf(mine.length, ...size, mayTurn)?.tiles : null) ?? full;
    const placements = mine.map(({ id, copy }, k) => {
      const tile = nth(tiles, k);
      const b = inMap(boxes, id);
      // A tile that lies across is turned by a quarter about its own origin.
      return tile.turned
        ? { id, copy, xMm: tile.xMm + b.maxY, yMm: tile.yMm - b.minX, rotateDeg: 90 }
        : { id, copy, xMm: tile.xMm - b.minX, yMm: tile.yMm - b.minY, rotateDeg: 0 };
    });
    const used = tiles.slice(0, placements.length);
    const widthMm = Math.max(...used.map((t) => t.xMm + t.widthMm));
    const heightMm = Math.max(...used.map((t) => t.yMm + t.heightMm));
    found.push({
      outline: rectangle(widthMm, heightMm),
      widthMm,
      heightMm,
      bin: null,
      placements,
      pieceIds: [...new Set(placements.map((p) => p.id))],
      flush: true,
      onMat: null,
      over: null,
    });
  }
  return { found, tooLarge: [] };
});

/** Room round a shape that is cut out of a bonded sheet, mm: web and cloth go on beyond its line, and both are cut there. Ours. */
const SHEET_RIM_MM = 3;
/** What is bonded over a piece that carries the web, before both are cut at once; null: it has no other side. */
function overOf(project: Project, piece: Project['pieces'][number]): SheetOver | null {
  const other = project.pieces.find((p) => p.part?.role === 'other-side' && p.part.of === piece.id);
  if (!other) return null;
  const cloth = RECIPE_FACTS[project.recipe.id].otherSide?.material === 'fabric';
  return { fabricId: other.fabricId, beyondMm: cloth ? WEB_INSIDE_MM : FOIL_BEYOND_MM };
}

/** Whether a piece is cut by the machine, from cloth that was fused first. */
const byMachine = (project: Project, piece: Project['pieces'][number]): boolean =>
  !piece.webless && ROUTE_FACTS[piece.route ?? project.route].drawnOn === 'cutting mat';

/** How large a mat is, whatever lies on it. */
type MatSize = Pick<Project['mat'], 'widthMm' | 'heightMm' | 'apartMm' | 'edgeMm'>;
const sizeOfMat = ({ mat: { widthMm, heightMm, apartMm, edgeMm } }: Project): MatSize =>
  same({ widthMm, heightMm, apartMm, edgeMm });

/** The most that shapes may take on a mat once their web and cloth have their rims, mm; no wider than the roll. */
export function roomOnMat(mat: MatSize, rollMm: number): { readonly widthMm: number; readonly heightMm: number } {
  const rims = 2 * (mat.edgeMm + WEB_INSIDE_MM);
  const [w, h] = [mat.widthMm - rims, mat.heightMm - rims];
  const most = rollMm - 2 * mat.edgeMm;
  // A web narrower than the mat is narrower one way.
  return w <= most || h <= most ? { widthMm: w, heightMm: h } : { widthMm: w, heightMm: most };
}

/**
 * Patches for a cutting machine: shapes nested within what a mat takes, apart by what is set, and web so far beyond them all round.
 * @param parts their outlines as they are cut
 */
const matPatches = derive((size: MatSize, parts: readonly NestPart[], rollMm: number): Nested => {
  const { apartMm, edgeMm } = size;
  const room = roomOnMat(size, rollMm);
  const byId = new Map(parts.map((p) => [p.id, p]));
  const count = parts.reduce((n, p) => n + p.count, 0);
  const bins = [{ id: 'mat', outline: rectangle(Math.max(1, room.widthMm), Math.max(1, room.heightMm)), count }];
  const ask = { widthMm: 0, spacingMm: apartMm, rotations: [0, 180], seconds: SEARCH_S, seed: 1 };
  const { placements, unplaced } = nest({ ...ask, bins, parts });
  const left = unplaced.flatMap(({ id, copies }) =>
    Array.from({ length: copies }, (_, k): NestPlacement[] => [
      { ...ALONE, id, copy: inMap(byId, id).count - copies + k },
    ]),
  );
  const sheets = new Map<number, NestPlacement[]>();
  for (const p of placements) sheets.set(p.binCopy, [...(sheets.get(p.binCopy) ?? []), p]);
  const outlines = new Map(parts.map((p) => [p.id, p.outline]));
  const found = [...sheets.values(), ...left].map((list): Found => {
    const patch = matPatchOf(list, (id) => inMap(outlines, id), edgeMm);
    return {
      ...patch,
      bin: null,
      pieceIds: [...new Set(list.map((p) => p.id))],
      flush: false,
      over: null,
      onMat: shortName(JSON.stringify([patch.placements, parts.map((p) => p.outline)])),
    };
  });
  return { found, tooLarge: unplaced.map((u) => u.id) };
});
const ALONE = { xMm: 0, yMm: 0, rotateDeg: 0, mirrored: false, bin: null, binCopy: 0 } as const;

/** Web round shapes as they lie: their box and its rim, moved to its own upper left corner. */
export function matPatchOf(
  placements: Patch['placements'],
  outlineOf: (pieceId: string) => string,
  edgeMm: number,
): Pick<Patch, 'outline' | 'widthMm' | 'heightMm' | 'placements'> {
  const b = boundsOf(placements.flatMap((p) => placedRegion(outlineOf(p.id), p)));
  const widthMm = b.maxX - b.minX + 2 * edgeMm;
  const heightMm = b.maxY - b.minY + 2 * edgeMm;
  return {
    outline: rectangle(widthMm, heightMm),
    widthMm,
    heightMm,
    placements: placements.map(({ id, copy, xMm, yMm, rotateDeg }) => ({
      id,
      copy,
      xMm: xMm - b.minX + edgeMm,
      yMm: yMm - b.minY + edgeMm,
      rotateDeg,
    })),
  };
}

/** A patch with what hands have moved on it where they put it, and as large as that takes. */
function asMoved(patch: Found, { mat }: Project, parts: readonly NestPart[]): Found {
  const moved = patch.onMat === null ? [] : mat.shapes.filter((s) => s.key === patch.onMat);
  if (moved.length === 0) return patch;
  const at = new Map(moved.map((s) => [`${s.id} ${s.copy}`, s]));
  const outlines = new Map(parts.map((p) => [p.id, p.outline]));
  const placements = patch.placements.map((p) => {
    const s = at.get(`${p.id} ${p.copy}`);
    return s ? { ...p, xMm: s.xMm, yMm: s.yMm, rotateDeg: s.rotateDeg } : p;
  });
  return { ...patch, ...matPatchOf(placements, (id) => inMap(outlines, id), mat.edgeMm) };
}

/** Letters for patches, going on with AA after Z. */
const letter = (n: number): string =>
  n < 26 ? String.fromCharCode(65 + n) : letter(Math.floor(n / 26) - 1) + letter(n % 26);

/**
 * The patches of web where whole cloths are fused first: none elsewhere, and none for a tacky web, which is drawn on.
 * Never two cloths on one patch, every shape inside its web, every web inside its cloth.
 */
export function patchesOf(project: Project, plan: Traced): Patched {
  if (
    project.schools.first !== 'fuse-first' &&
    !RECIPE_FACTS[project.recipe.id].sheet?.(project) &&
    !isSheetwise(project) &&
    !project.pieces.some((p) => byMachine(project, p))
  )
    return NONE;
  // Making, web use and layouts of one plan all ask for its patches.
  return findPatches(project, plan.tracings, plan.choices);
}

/** What pieces of one size are ruled under, together. */
const boxName = (outline: string): string => {
  const b = boundsOf(regionOf(outline, ROUGH_TOLERANCE_MM));
  return `${(b.maxX - b.minX).toFixed(2)} × ${(b.maxY - b.minY).toFixed(2)}`;
};

const findPatches = derive((project: Project, tracings: Traced['tracings'], choices: Traced['choices']): Patched => {
  const look = lookup(project);
  const webOf = new Map(choices.map((c) => [c.pieceId, c.webId]));
  const sheet = RECIPE_FACTS[project.recipe.id].sheet?.(project) ?? null;
  const whole = project.schools.first === 'fuse-first';
  const sided = new Set(project.pieces.flatMap((p) => (p.part?.role === 'other-side' ? [p.id, p.part.of] : [])));
  const sheetwise = isSheetwise(project);
  const groups = new Map<
    string,
    {
      fabricId: string;
      webId: string;
      ruled: boolean;
      machine: boolean;
      over: SheetOver | null;
      parts: NestPart[];
    }
  >();
  for (const t of tracings) {
    const webId = webOf.get(t.pieceId) ?? null;
    // A tacky web holds a whole sheet only once it was heated, too.
    if (webId === null || (isStuck(look.web(webId)) && !sheetwise)) continue;
    const piece = look.piece(t.pieceId);
    // What the recipe lays out is ruled on its sheet; the rest follows the way that was chosen.
    const laidOut = piece.part !== null && piece.part.role !== 'other-side';
    const ruled =
      sheet !== null && (laidOut || (sided.has(piece.id) && isBox(regionOf(t.outline, ROUGH_TOLERANCE_MM))));
    const over = sheetwise ? overOf(project, piece) : null;
    const machine = !ruled && !over && byMachine(project, piece);
    // What goes into a fold, and a ring round a hole, are no shapes of a whole cloth.
    if (
      piece.part?.role === 'turning' ||
      piece.part?.role === 'mend' ||
      isFoiled(project, piece) ||
      (!ruled && !machine && !whole && !over)
    )
      continue;
    const way = machine ? look.routeOf(piece) : ruled ? boxName(t.outline) : '';
    const name = `${piece.fabricId}\u0000${webId}\u0000${way}\u0000${over?.fabricId ?? ''}`;
    const group = groups.get(name) ?? { fabricId: piece.fabricId, webId, ruled, machine, over, parts: [] };
    groups.set(name, group);
    group.parts.push({
      id: piece.id,
      outline:
        ruled || machine
          ? t.outline
          : printRegion(
              offset(regionOf(t.outline, ROUGH_TOLERANCE_MM), over ? SHEET_RIM_MM : PATCH_GAP_MM / 2, 'miter'),
              2,
            ),
      count: look.copiesOf(piece),
      rotations: turnsOnCloth(project, piece.id, t.mirrored),
    });
  }
  const patches: Patch[] = [];
  const tooLarge: { fabricId: string; pieceIds: readonly string[] }[] = [];
  const offMat: string[] = [];
  for (const { fabricId, webId, ruled, machine, over, parts } of groups.values()) {
    const stock = clothHere(project.intent, look.fabric(fabricId));
    const rollMm = look.web(webId).widthMm;
    const mine = same(parts);
    const { found, tooLarge: more } =
      ruled && sheet
        ? ruledPatches(mine, same(sheet), rollMm)
        : machine
          ? matPatches(sizeOfMat(project), mine, rollMm)
          : patchesOfCloth(mine, stock, rollMm, over && sheet ? same(sheet) : null);
    for (const p of found)
      patches.push({
        ...asMoved(p, project, parts),
        over,
        id: `patch-${patches.length + 1}`,
        name: letter(patches.length),
        fabricId,
        webId,
      });
    if (more.length === 0) continue;
    if (machine) offMat.push(...more);
    else tooLarge.push({ fabricId, pieceIds: more });
  }
  return { patches, tooLarge, offMat };
});

/** A tacky web with two liners is pressed on by hand and only heated once, when everything is placed. */
export const isStuck = (web: Pick<Project['webs'][number], 'tacky' | 'liners'>): boolean =>
  web.tacky && web.liners === 2;
