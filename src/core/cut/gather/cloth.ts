import {
  boundsOf,
  composed,
  ROUGH_TOLERANCE_MM,
  regionOf,
  rotation,
  transformPath,
  translation,
} from '../../base/shape';
import { factsOf } from '../../choose/material';
import {
  cutOutline,
  type Fabric,
  type GroundCut,
  type Lookup,
  lookup,
  type Need,
  type NeedTrouble,
  needKey,
  type Plan,
  type Project,
  stockMm2,
} from '../../keep/model';
import { isMadeUp, partsOf, shrinkBefore, stockWashed, type Widths, widthsIn, widthsOf } from '../../lay/size';
import { binsOf, clothAsk, onlyOf, rectangle } from '../layout';
import { type Bin, placedRegion, type Rotations } from '../nest';
import { WORTH_MM } from './data';
import { isByLength, layAndBuy, layoutOf, type ToCut, toCut, type WantedCloth } from './lay';
import { fabricOffers, kindOfFabric } from './offers';
import { isFussy, onPrint, printTroubles } from './print';

/** A print stands upright on a piece; along the selvedge it lies. */
const QUARTER = 90;
const turned = (rotations: Rotations): Rotations => (rotations === 'free' ? 'free' : rotations.map((r) => r + QUARTER));
/** Pieces of stock as they lie when their length runs along x. */
const lyingBins = (bins: readonly Bin[]): Bin[] =>
  bins.map((b) => {
    const { maxY } = boundsOf(regionOf(b.outline, ROUGH_TOLERANCE_MM));
    return { ...b, outline: transformPath(b.outline, composed(rotation(QUARTER), translation(maxY, 0))) };
  });

/** How a fabric lies: a print has one way up; what frays has a grain; felt has neither. */
const alongGrain = (fabric: Fabric): Rotations =>
  fabric.oneWay ? [QUARTER] : fabric.frays === 0 && factsOf(fabric).hairyOrThick ? 'free' : [0, 90, 180, 270];

/** The pieces and patches of a fabric, with room to cut. */
function piecesOf(project: Project, plan: Plan, fabric: Fabric): { parts: ToCut[]; spacingMm: number } {
  const ask = clothAsk(project, plan, fabric.id);
  return ask ? { parts: toCut(ask, turned), spacingMm: ask.request.spacingMm } : { parts: [], spacingMm: 0 };
}

/** The grounds of a fabric: whole, or in widths where one is wider than the cloth or one wants it so. What is bought made up is not cut. */
function groundsOf(project: Project, fabric: Fabric): { parts: ToCut[]; long: Widths[] } {
  const parts: ToCut[] = [];
  const long: Widths[] = [];
  for (const article of project.articles) {
    const { ground } = article;
    if (ground?.fabricId !== fabric.id || isMadeUp(project, article)) continue;
    const about = { is: 'ground', pieceIds: [], articleId: article.id } as const;
    const widths = widthsOf(project, article);
    if (widths) long.push(widths);
    if (widths?.seamed)
      parts.push(
        ...widths.sizes.map((size, i) => ({
          ...about,
          id: `ground ${article.id} ${i + 1}`,
          outline: rectangle(size.widthMm, size.heightMm),
          count: article.count,
          rotations: acrossCloth(fabric),
        })),
      );
    else
      parts.push({
        ...about,
        id: `ground ${article.id}`,
        outline: cutOutline(ground),
        count: article.count,
        rotations: widths ? acrossCloth(fabric) : alongGrain(fabric),
      });
  }
  return { parts, long };
}
const acrossCloth = (fabric: Fabric): Rotations => (fabric.oneWay ? [QUARTER] : [0, 90]);

/** What goes round things and behind them, of a fabric: strips across the cloth are joined on the slant, each join taking the strip's own width. */
function aroundOf(project: Project, fabric: Fabric, clothMm: number): ToCut[] {
  return partsOf(project)
    .filter((p) => p.fabricId === fabric.id)
    .map(({ is, id, articleId, wideMm, longMm, count, run }): ToCut => {
      const part = { is, id, articleId, pieceIds: [], rotations: acrossCloth(fabric) };
      if (run !== 'across') return { ...part, outline: rectangle(wideMm, longMm), count };
      const strips = widthsIn(longMm, wideMm, clothMm);
      return strips <= 1
        ? { ...part, outline: rectangle(wideMm, Math.min(clothMm, longMm)), count, rotations: [0, 90] }
        : { ...part, outline: rectangle(wideMm, clothMm), count: strips * count, rotations: [0] };
    });
}

/** What a bag of a kit holds of a fabric: one rectangle that its pieces are cut from. */
function kitOf(parts: readonly ToCut[], spacingMm: number, clothMm: number): ToCut[] {
  const small = parts.filter((p) => p.is === 'piece' || p.is === 'patch' || p.is === 'strip');
  if (small.length === 0) return [];
  const boxes = KIT_WIDTHS_MM.filter((w) => w <= clothMm).flatMap((widthMm) => {
    const got = layAndBuy({
      parts: small,
      spacingMm,
      here: [],
      offers: [{ key: 'kit', id: 'l', as: 'by-length', widthMm, lengthMm: 1, holds: 1, price: null, sold: true }],
      spare: 0,
      shrink: { along: 0, across: 0 },
      worthMm: 0,
    });
    const [strip] = got.strips;
    if (!strip || got.troubles.some((t) => t.code === 'no-room')) return [];
    const outlines = new Map(small.map((p) => [p.id, p.outline]));
    const b = boundsOf(strip.placements.flatMap((p) => placedRegion(outlines.get(p.partId) ?? '', p)));
    return [{ longMm: Math.ceil(b.maxX), wideMm: Math.ceil(b.maxY) }];
  });
  const best = boxes.reduce<(typeof boxes)[number] | null>(
    (a, b) => (a && a.longMm * a.wideMm <= b.longMm * b.wideMm ? a : b),
    null,
  );
  if (!best) return [...small];
  return [
    {
      id: 'kit',
      is: 'kit',
      pieceIds: small.flatMap((p) => p.pieceIds),
      articleId: null,
      outline: rectangle(best.longMm, best.wideMm),
      count: 1,
      rotations: small.every((p) => p.rotations === 'free') ? 'free' : [0, 180],
    },
  ];
}
/** Rectangles for bags are looked for so wide: a small square, half a quarter, a fat quarter, the cloth. */
const KIT_WIDTHS_MM = [120, 200, 280, 457, 1060];

/** So many bags are packed; without any it is for oneself. */
export const bagsOf = (project: Project): number => Math.max(1, project.gathering.kits.length);
const isKit = (project: Project): boolean => project.gathering.kits.length > 0;

/** Everything that is cut from a fabric, of one of the project’s bags where there are some. */
export function cutFrom(
  project: Project,
  plan: Plan,
  fabric: Fabric,
  clothMm: number | null,
): {
  readonly parts: readonly ToCut[];
  readonly spacingMm: number;
  readonly long: readonly Widths[];
} {
  const { parts: pieces, spacingMm } = piecesOf(project, plan, fabric);
  const { parts: grounds, long } = groundsOf(project, fabric);
  const around = aroundOf(project, fabric, clothMm ?? Number.MAX_SAFE_INTEGER);
  const all = [...pieces, ...grounds, ...around];
  const parts = isKit(project)
    ? [...kitOf(all, spacingMm, clothMm ?? Number.MAX_SAFE_INTEGER), ...grounds, ...around]
    : all;
  return { parts, spacingMm, long };
}

/** A fabric, or what else pieces are of: what it takes as laid out, and what to buy of it. Null where nothing is cut from it. */
export function clothNeed(project: Project, plan: Plan, fabricId: string): Need | null {
  const look = lookup(project);
  const fabric = look.fabric(fabricId);
  const kind = kindOfFabric(fabric);
  const key = needKey(kind, fabricId);
  const offers = fabricOffers(project, fabric);
  const shrink = shrinkBefore(project, fabric);
  const lengths = offers.filter((o) => o.sold && isByLength(o));
  const clothMm = lengths.length > 0 ? Math.max(...lengths.map((o) => o.widthMm)) * (1 - shrink.across) : null;
  const { parts: one, spacingMm, long } = cutFrom(project, plan, fabric, clothMm);
  if (one.length === 0) return null;
  const bags = bagsOf(project);
  const parts = one.map((p) => ({ ...p, count: p.count * bags }));
  const here = lyingBins(binsOf(stockWashed(project, fabric), 'stock').filter((b) => b.count > 0));
  const printed = fussyOn(look, project, fabric, parts, clothMm, spacingMm);
  const wanted: WantedCloth = {
    parts: printed.parts,
    spacingMm,
    here,
    offers,
    spare: project.gathering.sparePercent / 100,
    shrink,
    locked: printed.locked,
    // Nor where it begins along it.
    lockedMoreMm: printed.locked.length > 0 ? printed.moreMm : 0,
    worthMm: WORTH_MM.cloth.value,
  };
  const taken = project.gathering.taken?.keys.includes(key) ?? false;
  const got = layAndBuy(wanted);
  const shrinks = shrink.along > 0 || shrink.across > 0;
  return {
    key,
    kind,
    id: fabricId,
    need: { areaMm2: got.areaMm2, ...(got.shortMm === null ? {} : { lengthMm: lengthAlone(wanted) }) },
    have: { areaMm2: stockMm2(fabric) },
    short:
      taken || got.shortMm2 === 0
        ? {}
        : { areaMm2: got.shortMm2, ...(got.shortMm === null ? {} : { lengthMm: got.shortMm }) },
    buy: taken ? null : got.buy,
    others: taken ? [] : got.others,
    layout: layoutOf(parts, got.strips),
    left: got.left,
    grounds: long.map((l) => groundCut(l, fabric, wanted, bags)),
    troubles: taken
      ? []
      : [
          ...(here.length === 0 ? [{ code: 'nothing-here' } as const] : []),
          ...(shrinks && got.buy
            ? [{ code: 'shrinks', alongPercent: percent(shrink.along), acrossPercent: percent(shrink.across) } as const]
            : []),
          ...printed.troubles,
          ...got.troubles,
        ],
    taken,
  };
}

/** All of it off a length, with nothing here. */
const lengthAlone = (wanted: WantedCloth): number =>
  layAndBuy({ ...wanted, here: [], offers: wanted.offers.filter(isByLength) }).shortMm ?? 0;

/** Pieces that are cut from a place on a print whose repeat is known: they lie where it comes round. */
function fussyOn(
  look: Lookup,
  project: Project,
  fabric: Fabric,
  parts: readonly ToCut[],
  clothMm: number | null,
  spacingMm: number,
): {
  parts: readonly ToCut[];
  locked: NonNullable<WantedCloth['locked']>;
  moreMm: number;
  troubles: NeedTrouble[];
} {
  const repeat = project.gathering.repeats.find((r) => r.fabricId === fabric.id) ?? null;
  const single = (p: ToCut): boolean => {
    const [pieceId] = p.pieceIds;
    return p.is === 'piece' && pieceId !== undefined && isFussy(look, look.piece(pieceId));
  };
  const fussy = parts.filter(single);
  const troubles = printTroubles(
    fussy.flatMap((p) => p.pieceIds),
    repeat,
    clothMm ?? Number.MAX_SAFE_INTEGER,
    fabric.stock.some((s) => s.count > 0),
  );
  if (!repeat || clothMm === null || repeat.acrossMm > clothMm || fussy.length === 0)
    return { parts, locked: [], moreMm: 0, troubles };
  const asked = fussy.flatMap((p) => {
    const [pieceId] = p.pieceIds;
    return pieceId === undefined
      ? []
      : [{ id: p.id, outline: p.outline, count: p.count, print: look.piece(pieceId).print }];
  });
  // Where the print begins beside the selvedge nobody knows: a repeat across is left free, where that leaves room.
  const safe = onPrint(asked, repeat, clothMm - repeat.acrossMm, spacingMm);
  const { placements, tooWide } = safe.tooWide.length === 0 ? safe : onPrint(asked, repeat, clothMm, spacingMm);
  const held = placements.filter((l) => !tooWide.includes(l.id));
  const turns = new Map(held.map((l) => [l.id, l.rotateDeg]));
  return {
    parts: parts.map((p) => {
      const turn = turns.get(p.id);
      return turn === undefined ? p : { ...p, rotations: [turn] };
    }),
    locked: held,
    moreMm: repeat.alongMm,
    troubles,
  };
}

/** What a long ground takes, cut along the cloth in one piece or across it with seams. */
function groundCut(
  { article, ground, sizes, panels, allowanceMm, can, seamed }: Widths,
  fabric: Fabric,
  wanted: WantedCloth,
  bags: number,
): GroundCut {
  const about = { is: 'ground', pieceIds: [], articleId: article.id, rotations: acrossCloth(fabric) } as const;
  const count = bags * article.count;
  const alone = (parts: readonly ToCut[]): number => lengthAlone({ ...wanted, locked: [], parts });
  return {
    articleId: article.id,
    alongMm: can ? alone([{ ...about, id: 'ground', outline: cutOutline(ground), count }]) : null,
    seamedMm: alone(
      sizes.map((s, i) => ({ ...about, id: `panel ${i + 1}`, outline: rectangle(s.widthMm, s.heightMm), count })),
    ),
    panels,
    allowanceMm,
    seamed,
  };
}
/** A share as whole per cent, to a tenth. */
const percent = (share: number): number => Math.round(share * 1000) / 10;

/** The project as if only one article were made, so often, and its plan with it. */
export const alone = (project: Project, articleId: string, times: number): Project => {
  const article = project.articles.find((a) => a.id === articleId);
  return article ? onlyOf(project, article, times) : project;
};
