import { derive } from '../../base/derive';
import {
  areaMm2,
  type Bounds,
  boundsOf,
  offset,
  printRegion,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
} from '../../base/shape';
import { factsOf } from '../../choose/material';
import { type Layout, lookup, type Plan, type Project } from '../../keep/model';
import { ROUTE_FACTS, reversedBy } from '../../lay/facing';
import { isFoiled } from '../../lay/recipe';
import { stockWashed } from '../../lay/size';
import { type Bin, type NestPart, type NestPlacement, type NestRequest, placedRegion, splitForRoll } from '../nest';
import { type Patch, patchesOf, type Traced } from './patches';
import {
  BOLT_MM,
  FOIL_BEYOND_MM,
  hasGrain,
  mayLieAcross,
  PATCH_GAP_MM,
  rectangle,
  roughCutOf,
  shortName,
  stripsInFold,
  turnsOnCloth,
  turnsWithoutGrain,
  WEB_INSIDE_MM,
} from './rules';

export type LayoutKind = 'web' | 'cloth';

/** What a part of a layout is: a whole piece, a strip of one that is wider than the roll, or the patch of web that a whole cloth is fused with, or a strip of that. */
export type PartOf =
  | { readonly what: 'piece'; readonly pieceId: string }
  | { readonly what: 'strip'; readonly pieceId: string; readonly strip: number }
  | { readonly what: 'patch'; readonly patch: Patch; readonly strip: number | null };

/** What is asked of the nesting, and what it was asked for. */
export interface LayoutAsk {
  readonly kind: LayoutKind;
  readonly ofId: string;
  readonly request: Omit<NestRequest, 'seconds' | 'seed' | 'locked'>;
  /** Whether anything in it may be turned any way, or by quarters where that is wanted (`limits.turns`). */
  readonly withoutGrain: boolean;
  /** Changes whenever anything changes that the layout depends on. */
  readonly key: string;
  /** What each part is, by its id. */
  readonly parts: ReadonlyMap<string, PartOf>;
  /** The side of cloth or liner that is seen in the layout. */
  readonly side: 'liner' | 'cloth side' | 'wrong side' | 'right side';
}

export const binsOf = (
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
  withoutGrain: boolean,
  special: ReadonlyMap<string, PartOf>,
): LayoutAsk {
  const parts = new Map(
    request.parts.map(({ id }): [string, PartOf] => [id, special.get(id) ?? { what: 'piece', pieceId: id }]),
  );
  return { kind, ofId, request, side, parts, withoutGrain, key: shortName(JSON.stringify(request)) };
}

/** Pieces that no window shows. */
export const notMade = (plan: Pick<Plan, 'choices'>): ReadonlySet<string> =>
  new Set(plan.choices.flatMap((c) => (c.reasons.some((r) => r.code === 'not-seen') ? [c.pieceId] : [])));

/** Pieces that get a web, with the outline as it is drawn and how often. */
function tracedWith(project: Project, plan: Traced, keep: (pieceId: string) => boolean): NestPart[] {
  const look = lookup(project);
  const unseen = notMade(plan);
  return plan.tracings
    .filter((t) => keep(t.pieceId) && !unseen.has(t.pieceId))
    .map((t) => ({ id: t.pieceId, outline: t.outline, count: look.copiesOf(look.piece(t.pieceId)) }));
}

/** Pieces that are cut from a patch, or through it along with what is bonded over it. */
export function onPatches(project: Project, patches: readonly Patch[]): ReadonlySet<string> {
  const mine = new Set(patches.flatMap((p) => p.pieceIds));
  const through = new Set(patches.flatMap((p) => (p.over ? p.pieceIds : [])));
  for (const { id, part } of project.pieces) {
    if (part?.role === 'other-side' && through.has(part.of)) mine.add(id);
  }
  return mine;
}

/** How many strips of a web a shape takes, side by side: 1 where the roll is wide enough. @param outline of the shape, path data, mm */
export const stripCount = (outline: string, rollWidthMm: number): number =>
  splitFor(regionOf(outline, ROUGH_TOLERANCE_MM), rollWidthMm)?.strips.length ?? 1;
const splitFor = derive(splitForRoll);

/**
 * The layout of a web: everything that is traced on it, on its offcuts first and then on its roll.
 * Where whole cloths are fused first, each fabric is one patch instead.
 */
export function webAsk(project: Project, plan: Traced, webId: string): LayoutAsk | null {
  const look = lookup(project);
  const web = project.webs.find((w) => w.id === webId);
  if (!web) return null;
  const chosen = new Map(plan.choices.map((c) => [c.pieceId, c.webId]));
  const mine = tracedWith(project, plan, (id) => chosen.get(id) === webId).map((part) => {
    if (look.piece(part.id).part?.role !== 'turning') return part;
    const b = boundsOf(regionOf(part.outline));
    const { longMm, count } = stripsInFold(web, b.maxX - b.minX);
    return { ...part, outline: rectangle(longMm, b.maxY - b.minY), count: part.count * count };
  });
  if (mine.length === 0) return null;
  const special = new Map<string, PartOf>();
  const { patches } = patchesOf(project, plan);
  const onPatch = new Set(patches.flatMap((p) => p.pieceIds));
  const alone = mine.filter((p) => !onPatch.has(p.id));
  /** A part as it is, or in strips where it is wider than the roll. */
  const orStrips = (part: NestPart, whole: PartOf, strip: (i: number) => PartOf): NestPart[] => {
    const split = splitFor(regionOf(part.outline, ROUGH_TOLERANCE_MM), web.widthMm);
    if (!split) {
      special.set(part.id, whole);
      return [part];
    }
    return split.strips.map((region, i) => {
      const id = `${part.id}|${i + 1}`;
      special.set(id, strip(i + 1));
      return { ...part, id, outline: printRegion(region, 3) };
    });
  };
  const parts = [
    ...patches
      .filter((p) => p.webId === webId)
      .flatMap((patch) =>
        orStrips(
          { id: patch.id, outline: patch.outline, count: 1, rotations: [0, 90, 180, 270] },
          { what: 'patch', patch, strip: null },
          (strip) => ({ what: 'patch', patch, strip }),
        ),
      ),
    ...alone.flatMap((p) =>
      orStrips(p, { what: 'piece', pieceId: p.id }, (strip) => ({ what: 'strip', pieceId: p.id, strip })),
    ),
  ];
  const spacingMm = alone.length > 0 ? 2 * Math.max(...alone.map((p) => roughCutOf(project, p.id))) : 0;
  return ask(
    'web',
    webId,
    {
      widthMm: web.widthMm,
      spacingMm,
      rotations: turnsWithoutGrain(project),
      parts,
      bins: binsOf(web.offcuts, 'offcut'),
    },
    // Outlines are seen from the side they are drawn on: a shape that is cut from its right side is seen through the web.
    mine.every((p) => !reversedBy(ROUTE_FACTS[look.routeOf(look.piece(p.id))].contacts)) ? 'cloth side' : 'liner',
    alone.length > 0,
    special,
  );
}

/**
 * The layout of a fabric: its pieces as they lie on it, with room for the rough cut, on the pieces and scraps in stock; from a bolt when there are none.
 */
export function clothAsk(project: Project, plan: Traced, fabricId: string): LayoutAsk | null {
  const look = lookup(project);
  const fabric = project.fabrics.find((f) => f.id === fabricId);
  if (!fabric) return null;
  const mirrored = new Map(plan.tracings.map((t) => [t.pieceId, t.mirrored]));
  // A turning is of the cloth that is there.
  const mine = tracedWith(
    project,
    plan,
    (id) => look.piece(id).fabricId === fabricId && look.piece(id).part?.role !== 'turning',
  );
  if (mine.length === 0) return null;
  const { patches } = patchesOf(project, plan);
  const onPatch = onPatches(project, patches);
  const special = new Map<string, PartOf>();
  const grown = (outline: string, byMm: number, join?: 'miter'): string =>
    printRegion(offset(regionOf(outline, ROUGH_TOLERANCE_MM), byMm, join), 2);
  const marginOf = (pieceId: string): number => {
    const rough = roughCutOf(project, pieceId);
    const piece = look.piece(pieceId);
    if (isFoiled(project, piece)) return FOIL_BEYOND_MM;
    // A backing is cut to shape at once, with room for the scissors.
    if (factsOf(look.fabricOf(piece)).material === 'backing') return PATCH_GAP_MM / 2;
    return rough > 0 ? rough + WEB_INSIDE_MM : 0;
  };
  const parts = [
    ...patches
      .filter((p) => p.fabricId === fabricId)
      .map((patch): NestPart => {
        special.set(patch.id, { what: 'patch', patch, strip: null });
        // The shapes in it lie as they may on this cloth, and so does it.
        const across = patch.pieceIds.every((id) => mayLieAcross(turnsOnCloth(project, id, mirrored.get(id) ?? false)));
        const rotations: number[] = fabric.oneWay ? [0] : across ? [0, 90, 180, 270] : [0, 180];
        const outline = patch.flush ? patch.outline : grown(patch.outline, WEB_INSIDE_MM, 'miter');
        return { id: patch.id, outline, count: 1, rotations };
      }),
    ...patches.flatMap((patch): NestPart[] => {
      if (patch.over?.fabricId !== fabricId) return [];
      const id = `${patch.id} over`;
      special.set(id, { what: 'patch', patch, strip: null });
      const { beyondMm } = patch.over;
      const outline = patch.flush ? patch.outline : grown(patch.outline, beyondMm, 'miter');
      return [{ id, outline, count: 1, rotations: fabric.oneWay ? [0] : [0, 180] }];
    }),
    ...mine
      .filter((p) => !onPatch.has(p.id))
      .map(
        (p): NestPart => ({
          ...p,
          outline: grown(p.outline, marginOf(p.id)),
          rotations: turnsOnCloth(project, p.id, mirrored.get(p.id) ?? false),
        }),
      ),
  ];
  const inStock = fabric.stock.some((s) => s.count > 0);
  const seenFromBehind = mine.some((p) => reversedBy(ROUTE_FACTS[look.routeOf(look.piece(p.id))].contacts));
  return ask(
    'cloth',
    fabricId,
    {
      widthMm: inStock ? 0 : BOLT_MM,
      spacingMm: 0.5,
      rotations: [0, 180],
      parts,
      bins: inStock ? binsOf(stockWashed(project, fabric), 'stock') : [],
    },
    seenFromBehind ? 'wrong side' : 'right side',
    !hasGrain(fabric) && mine.some((p) => !onPatch.has(p.id)),
    special,
  );
}

/** The layout that was made for this, if nothing has changed since. */
export const freshLayout = (project: Project, wanted: LayoutAsk): Layout | null =>
  project.layouts.find((l) => l.kind === wanted.kind && l.ofId === wanted.ofId && l.key === wanted.key) ?? null;

/** Every web in use, and every fabric, as a layout that can be asked for. */
export function allAsks(project: Project, plan: Traced): LayoutAsk[] {
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

const outlineOf = (plan: Traced, pieceId: string): string | undefined =>
  plan.tracings.find((t) => t.pieceId === pieceId)?.outline;

/** What is drawn for a placement: the shape itself where the layout shows one with room around it, the web's own outline of a patch. */
export function drawnOutline(plan: Traced, wanted: LayoutAsk, partId: string): Region {
  const part = wanted.parts.get(partId);
  const own =
    part?.what === 'patch' && part.strip === null
      ? part.patch.outline
      : wanted.kind === 'cloth' && part?.what === 'piece'
        ? outlineOf(plan, part.pieceId)
        : undefined;
  return regionOf(own ?? wanted.request.parts.find((p) => p.id === partId)?.outline ?? 'M0 0', ROUGH_TOLERANCE_MM);
}

/** The shapes that are cut from a patch once it is fused, where they lie on it; none for anything else. */
export function shapesOnPatch(plan: Traced, wanted: LayoutAsk, partId: string): { pieceId: string; region: Region }[] {
  const part = wanted.parts.get(partId);
  if (part?.what !== 'patch' || part.strip !== null) return [];
  return part.patch.placements.map((p) => ({
    pieceId: p.id,
    region: placedRegion(outlineOf(plan, p.id) ?? 'M0 0', p),
  }));
}
