import { ROUTE_FACTS } from '../facing';
import { factsOf } from '../material';
import { type Layout, lookup, type Plan, type Project } from '../model';
import { type Bin, type NestPart, type NestPlacement, type NestRequest, type Rotations, splitForRoll } from '../nest';
import {
  areaMm2,
  type Bounds,
  boundsOf,
  offset,
  printRegion,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
} from '../shape';

/** Web is cut this far outside the line before fusing, mm. Common practice, no source. */
export const ROUGH_CUT_MM = 6;
/** The web is a little smaller than its cloth, or it glues itself to the board: so much all round, mm. Common practice; the figure is ours. */
export const WEB_INSIDE_MM = 2;
/** Between shapes cut from one fused patch, mm: room for scissors. */
const PATCH_GAP_MM = 3;
/** Cloth that nobody has in stock is counted off a bolt this wide, mm. Common practice, no source. */
const BOLT_MM = 1100;

/** How far outside its line a piece is first cut: a machine cuts on the line at once. */
const roughCutOf = (project: Project, pieceId: string): number => {
  const { route } = lookup(project).piece(pieceId);
  return ROUTE_FACTS[route ?? project.route].drawnOn === 'cutting mat' ? 0 : ROUGH_CUT_MM;
};

export type LayoutKind = 'web' | 'cloth';

/** What a part of a layout is: a whole piece, a strip of one that is wider than the roll, or the patch of web that a whole cloth is fused with. */
export type PartOf =
  | { readonly what: 'piece'; readonly pieceId: string }
  | { readonly what: 'strip'; readonly pieceId: string; readonly strip: number }
  | { readonly what: 'patch'; readonly fabricId: string };

/** What is asked of the nesting, and what it was asked for. */
export interface LayoutAsk {
  readonly kind: LayoutKind;
  readonly ofId: string;
  readonly request: Omit<NestRequest, 'seconds' | 'seed' | 'locked'>;
  /** Changes whenever anything changes that the layout depends on. */
  readonly key: string;
  /** What each part is, by its id. */
  readonly parts: ReadonlyMap<string, PartOf>;
  /** The side of cloth or liner that is seen in the layout. */
  readonly side: 'liner' | 'wrong side' | 'right side';
}

/** FNV-1a, 32 bit: a short name for a long text. Source: Fowler, Noll & Vo. */
function shortName(text: string): string {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) {
    h ^= text.charCodeAt(i);
    h = Math.imul(h, 0x01000193);
  }
  return (h >>> 0).toString(36);
}

const rectangle = (widthMm: number, heightMm: number): string => `M0 0H${widthMm}V${heightMm}H0Z`;
const binsOf = (
  stock: readonly { widthMm: number; heightMm: number; count: number; outline: string | null }[],
  prefix: string,
): Bin[] =>
  stock.map((s, i) => ({
    id: `${prefix}-${i + 1}`,
    outline: s.outline ?? rectangle(s.widthMm, s.heightMm),
    count: s.count,
  }));

function ask(
  kind: LayoutKind,
  ofId: string,
  request: LayoutAsk['request'],
  side: LayoutAsk['side'],
  special: ReadonlyMap<string, PartOf> = new Map(),
): LayoutAsk {
  const parts = new Map(
    request.parts.map(({ id }): [string, PartOf] => [id, special.get(id) ?? { what: 'piece', pieceId: id }]),
  );
  return { kind, ofId, request, side, parts, key: shortName(JSON.stringify(request)) };
}

/** Pieces that get a web, with the outline as it is drawn and how often. */
function tracedWith(project: Project, plan: Plan, keep: (pieceId: string) => boolean): NestPart[] {
  const look = lookup(project);
  return plan.tracings
    .filter((t) => keep(t.pieceId))
    .map((t) => ({ id: t.pieceId, outline: t.outline, count: look.piece(t.pieceId).count }));
}

/** The patch of a fabric that is fused whole: as wide as the roll allows, as long as its pieces take. */
function patchOf(parts: readonly NestPart[], rollMm: number): { widthMm: number; heightMm: number } {
  let area = 0;
  let longest = 0;
  for (const p of parts) {
    const b = boundsOf(regionOf(p.outline, ROUGH_TOLERANCE_MM));
    area += p.count * (b.maxX - b.minX + PATCH_GAP_MM) * (b.maxY - b.minY + PATCH_GAP_MM);
    longest = Math.max(longest, Math.min(b.maxX - b.minX, b.maxY - b.minY));
  }
  // Boxes side by side in a patch about as wide as high; never wider than the roll.
  const widthMm = Math.min(rollMm, Math.max(longest, Math.ceil(Math.sqrt(area))));
  return { widthMm, heightMm: Math.ceil(area / widthMm) };
}

/**
 * The layout of a web: everything that is traced on it, on its offcuts first and then on its roll.
 * Where whole cloths are fused first, each fabric is one patch instead.
 */
export function webAsk(project: Project, plan: Plan, webId: string): LayoutAsk | null {
  const look = lookup(project);
  const web = project.webs.find((w) => w.id === webId);
  if (!web) return null;
  const chosen = new Map(plan.choices.map((c) => [c.pieceId, c.webId]));
  const mine = tracedWith(project, plan, (id) => chosen.get(id) === webId);
  if (mine.length === 0) return null;
  const special = new Map<string, PartOf>();
  let parts: NestPart[];
  let spacingMm = 2 * Math.max(...mine.map((p) => roughCutOf(project, p.id)));
  if (project.schools.first === 'fuse-first') {
    const byFabric = new Map<string, NestPart[]>();
    for (const p of mine) {
      const { fabricId } = look.piece(p.id);
      byFabric.set(fabricId, [...(byFabric.get(fabricId) ?? []), p]);
    }
    parts = [...byFabric].map(([fabricId, list]) => {
      const { widthMm, heightMm } = patchOf(list, web.widthMm);
      const id = `patch of ${fabricId}`;
      special.set(id, { what: 'patch', fabricId });
      return { id, outline: rectangle(heightMm, widthMm), count: 1, rotations: [0, 90] };
    });
    spacingMm = 0;
  } else
    parts = mine.flatMap((p): NestPart[] => {
      const split = splitForRoll(regionOf(p.outline, ROUGH_TOLERANCE_MM), web.widthMm);
      if (!split) return [p];
      return split.strips.map((strip, i) => {
        const id = `${p.id}|${i + 1}`;
        special.set(id, { what: 'strip', pieceId: p.id, strip: i + 1 });
        return { id, outline: printRegion(strip, 3), count: p.count };
      });
    });
  return ask(
    'web',
    webId,
    {
      widthMm: web.widthMm,
      spacingMm,
      // Web has no grain.
      rotations: 'free',
      parts,
      bins: binsOf(web.offcuts, 'offcut'),
    },
    'liner',
    special,
  );
}

/** Turns a piece may take on its cloth, so that grain and print come out as planned. */
function turnsOnCloth(project: Project, pieceId: string, mirrored: boolean): Rotations {
  const look = lookup(project);
  const piece = look.piece(pieceId);
  const fabric = look.fabricOf(piece);
  const facts = factsOf(fabric);
  // Felt, vinyl and leather have no grain.
  if (!fabric.oneWay && fabric.frays === 0 && (facts.hard || facts.hairyOrThick)) return 'free';
  // The print lies turned under the piece: the cloth is turned back to cut it. Seen from behind it turns the other way.
  const turn = (mirrored ? 1 : -1) * piece.print.rotateDeg;
  return fabric.oneWay ? [turn] : [turn, turn + 180];
}

/**
 * The layout of a fabric: its pieces as they lie on it, with room for the rough cut, on the pieces and scraps in stock; from a bolt when there are none.
 */
export function clothAsk(project: Project, plan: Plan, fabricId: string): LayoutAsk | null {
  const look = lookup(project);
  const fabric = project.fabrics.find((f) => f.id === fabricId);
  if (!fabric) return null;
  const mirrored = new Map(plan.tracings.map((t) => [t.pieceId, t.mirrored]));
  const mine = tracedWith(project, plan, (id) => look.piece(id).fabricId === fabricId);
  if (mine.length === 0) return null;
  const marginOf = (pieceId: string): number => {
    if (project.schools.first === 'fuse-first') return PATCH_GAP_MM / 2;
    const rough = roughCutOf(project, pieceId);
    return rough > 0 ? rough + WEB_INSIDE_MM : 0;
  };
  const parts = mine.map(
    (p): NestPart => ({
      ...p,
      outline: printRegion(offset(regionOf(p.outline, ROUGH_TOLERANCE_MM), marginOf(p.id)), 2),
      rotations: turnsOnCloth(project, p.id, mirrored.get(p.id) ?? false),
    }),
  );
  const inStock = fabric.stock.some((s) => s.count > 0);
  const onLiner = ROUTE_FACTS[project.route].drawnOn === 'liner' && project.route !== 'web-on-right-side';
  return ask(
    'cloth',
    fabricId,
    {
      widthMm: inStock ? 0 : BOLT_MM,
      spacingMm: 0.5,
      rotations: [0, 180],
      parts,
      bins: inStock ? binsOf(fabric.stock, 'stock') : [],
    },
    onLiner || project.route === 'cutter-liner-up' ? 'wrong side' : 'right side',
  );
}

/** The layout that was made for this, if nothing has changed since. */
export const freshLayout = (project: Project, wanted: LayoutAsk): Layout | null =>
  project.layouts.find((l) => l.kind === wanted.kind && l.ofId === wanted.ofId && l.key === wanted.key) ?? null;

/** Every web in use, and every fabric, as a layout that can be asked for. */
export function allAsks(project: Project, plan: Plan): LayoutAsk[] {
  const webs = new Set(plan.choices.map((c) => c.webId));
  const fabrics = new Set(project.pieces.map((p) => p.fabricId));
  return [
    ...project.webs.filter((w) => webs.has(w.id)).map((w) => webAsk(project, plan, w.id)),
    ...project.fabrics.filter((f) => fabrics.has(f.id)).map((f) => clothAsk(project, plan, f.id)),
  ].filter((a) => a !== null);
}

/** One scrap or the roll with what lies on it, in its own coordinates. */
export interface LaidStrip {
  readonly bin: string | null;
  readonly binCopy: number;
  /** The how-manieth offcut or piece of stock it is, as they are listed; null: the roll or the bolt. */
  readonly number: number | null;
  readonly outline: string;
  readonly bounds: Bounds;
  readonly placements: readonly NestPlacement[];
  readonly coveredMm2: number;
}

/** A layout taken apart by what it lies on: scraps that are used, then the roll. */
export function stripsOf(wanted: LayoutAsk, layout: Pick<Layout, 'placements' | 'lengthMm'>): LaidStrip[] {
  const outlines = new Map(wanted.request.parts.map((p) => [p.id, p.outline]));
  const areas = new Map([...outlines].map(([id, d]) => [id, areaMm2(regionOf(d, ROUGH_TOLERANCE_MM))]));
  const covered = (list: readonly NestPlacement[]): number => list.reduce((sum, p) => sum + (areas.get(p.id) ?? 0), 0);
  const list = layout.placements as readonly NestPlacement[];
  const strips: LaidStrip[] = [];
  for (const [i, bin] of (wanted.request.bins ?? []).entries())
    for (let binCopy = 0; binCopy < bin.count; binCopy++) {
      const mine = list.filter((p) => p.bin === bin.id && p.binCopy === binCopy);
      if (mine.length === 0) continue;
      strips.push({
        bin: bin.id,
        binCopy,
        number: i + 1,
        outline: bin.outline,
        bounds: boundsOf(regionOf(bin.outline, ROUGH_TOLERANCE_MM)),
        placements: mine,
        coveredMm2: covered(mine),
      });
    }
  const onRoll = list.filter((p) => p.bin === null);
  if (onRoll.length > 0)
    strips.push({
      bin: null,
      binCopy: 0,
      number: null,
      outline: rectangle(layout.lengthMm, wanted.request.widthMm),
      bounds: { minX: 0, minY: 0, maxX: layout.lengthMm, maxY: wanted.request.widthMm },
      placements: onRoll,
      coveredMm2: covered(onRoll),
    });
  return strips;
}

/** What is drawn for a placement: the shape itself where the layout shows one with room around it. */
export const drawnOutline = (plan: Plan, wanted: LayoutAsk, partId: string): Region => {
  const part = wanted.parts.get(partId);
  const own =
    wanted.kind === 'cloth' && part?.what === 'piece'
      ? plan.tracings.find((t) => t.pieceId === part.pieceId)?.outline
      : undefined;
  return regionOf(own ?? wanted.request.parts.find((p) => p.id === partId)?.outline ?? 'M0 0', ROUGH_TOLERANCE_MM);
};
