import { derive } from '../../base/derive';
import { inMap, nth } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  boxRegion,
  intersection,
  printRegion,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
} from '../../base/shape';
import type { BuyLine, GatherPart, GatherStrip, LeftOver, Mix, Need, NeedTrouble, Offer } from '../../keep/model';
import { type LayoutAsk, rectangle } from '../layout';
import {
  type Bin,
  type NestPart,
  type NestPlacement,
  type NestRequest,
  type NestResult,
  nest,
  placedRegion,
  type Rotations,
} from '../nest';
import { cheapestMixes, type FoundMix } from './mixes';

/** Each try is nested for so long, in the nesting’s own seconds. */
const SEARCH_S = 0.02;
/** Tries that are kept: a list that was made a moment ago is mostly the same. */
const KEEP = 600;
const nestedOnce = derive((asked: string): NestResult => nest(JSON.parse(asked) as NestRequest), KEEP);
/** Up to so many copies nothing is assumed about how densely they lie; beyond, no layout is this much denser than one off a length. */
const FEW_COPIES = 30;
const DENSER = 0.1;
/** Copies laid out over all tries for one need, and the fewest tries of many. */
const TRIED_COPIES = 1600;
const LEAST_TRIES = 10;

/** Something to be cut, and how it may lie. */
export interface ToCut extends Omit<GatherPart, 'outline'> {
  readonly outline: string;
  readonly count: number;
  readonly rotations: Rotations;
}

/** What is asked of cloth, web, foil or paper: what is cut, what is here, how it is sold. x runs along the selvedge. */
export interface WantedCloth {
  readonly parts: readonly ToCut[];
  readonly spacingMm: number;
  readonly here: readonly Bin[];
  readonly offers: readonly Offer[];
  /** What is bought is longer by so much than what is used. */
  readonly spare: number;
  /** What is bought is washed first and comes out so much smaller. */
  readonly shrink: { readonly along: number; readonly across: number };
  /** Parts whose place on the print is given; they lie on what is bought by length. */
  readonly locked?: readonly NestPlacement[];
  /** So much more is cut off then, since nobody knows where a print begins. */
  readonly lockedMoreMm?: number;
  /** Narrower than this, what is left over is a snippet. */
  readonly worthMm: number;
}

export interface Got {
  readonly buy: Mix | null;
  readonly others: readonly Mix[];
  readonly strips: readonly GatherStrip[];
  readonly left: readonly LeftOver[];
  readonly troubles: readonly NeedTrouble[];
  /** All that is cut, and what of it finds no place on what is here. */
  readonly areaMm2: number;
  readonly shortMm2: number;
  /** Of what is cut off by length when nothing else is bought; null: nothing is short, or it is not sold so. */
  readonly shortMm: number | null;
}

/** The parts of a layout that can be asked for, as they are cut here. @param turn how a turn there is one here */
export const toCut = (ask: LayoutAsk, turn: (rotations: Rotations) => Rotations = (r) => r): ToCut[] =>
  ask.request.parts.map((p): ToCut => {
    const of = ask.parts.get(p.id);
    return {
      id: p.id,
      is: of?.what ?? 'piece',
      pieceIds: of === undefined ? [] : of.what === 'patch' ? of.patch.pieceIds : [of.pieceId],
      articleId: null,
      outline: p.outline,
      count: p.count,
      rotations: turn(p.rotations ?? ask.request.rotations),
    };
  });

/** A layout as it is told. */
export const layoutOf = (parts: readonly ToCut[], strips: readonly GatherStrip[]): NonNullable<Need['layout']> => ({
  parts: parts.map(({ count: _, rotations: __, ...p }) => p),
  strips,
});

export const isByLength = (o: Pick<Offer, 'as'>): boolean => o.as === 'by-length';
const mm2 = (outline: string): number => areaMm2(regionOf(outline, ROUGH_TOLERANCE_MM));

/** What of an offer can be used: less what the wash takes and what is kept in case. */
const usable = (o: Offer, w: Pick<WantedCloth, 'spare' | 'shrink'>): { lengthMm: number; widthMm: number } => ({
  lengthMm: (o.lengthMm * (1 - w.shrink.along)) / (1 + w.spare),
  widthMm: o.widthMm * (1 - w.shrink.across),
});

const sidesOf = ({ outline }: ToCut): readonly [number, number] => {
  const b = boundsOf(regionOf(outline, ROUGH_TOLERANCE_MM));
  return [b.maxX - b.minX, b.maxY - b.minY];
};

/** The price of one of it; of what is cut off by length, of one step. */
const priceOf = (o: Offer): number | null =>
  o.price === null ? null : isByLength(o) ? (o.price * o.lengthMm) / 1000 : o.price;

/** What counts when offers are weighed: money where there is a price for it; else how much one has to buy. */
function weighed(offers: readonly Offer[]): { readonly offers: readonly Offer[]; readonly priced: boolean } {
  const priced = offers.filter((o) => o.price !== null);
  return priced.length > 0 ? { offers: priced, priced: true } : { offers, priced: false };
}

const lineOf = (o: Offer, count: number): BuyLine => {
  const each = priceOf(o);
  return {
    offerId: o.id,
    as: o.as,
    count,
    lengthMm: isByLength(o) ? count * o.lengthMm : null,
    widthMm: o.widthMm,
    holds: o.holds,
    price: each === null ? null : each * count,
  };
};

/** A mix as it is told. */
export function mixOf(found: FoundMix, wholes: readonly Offer[], length: Offer | null): Mix {
  const lines = [
    ...(length && found.steps > 0 ? [lineOf(length, found.steps)] : []),
    ...wholes.flatMap((o, i) => (nth(found.counts, i) > 0 ? [lineOf(o, nth(found.counts, i))] : [])),
  ];
  return {
    lines,
    amount: found.amount,
    price: lines.some((l) => l.price === null) ? null : lines.reduce((sum, l) => sum + (l.price ?? 0), 0),
  };
}

/** A part and how many of it have no place yet. */
type Rest = readonly ToCut[];
type Spot = GatherStrip['placements'][number];

/** Something flat that parts are laid on: all of it at once, or the beginning of something endless. */
interface Sheet {
  readonly outline: string;
  readonly lengthMm: number;
  readonly widthMm: number;
}
interface OnSheet {
  readonly spots: readonly Spot[];
  readonly rest: Rest;
  readonly lengthMm: number;
  readonly utilisation: number;
}

/** Longer than this it is laid out as a roll is, from its beginning. */
const LONG_MM = 1500;

function nested(request: Omit<Parameters<typeof nest>[0], 'seconds' | 'seed' | 'rotations'>): NestResult {
  return nestedOnce(JSON.stringify({ ...request, rotations: [0, 180], seconds: SEARCH_S, seed: 1 }));
}

const asNest = (parts: Rest): NestPart[] =>
  parts.map(({ id, outline, count, rotations }) => ({ id, outline, count, rotations }));

const without = (parts: Rest, { placements }: NestResult): Rest => {
  const placed = new Map<string, number>();
  for (const p of placements) placed.set(p.id, (placed.get(p.id) ?? 0) + 1);
  return parts.map((p) => ({ ...p, count: p.count - (placed.get(p.id) ?? 0) })).filter((p) => p.count > 0);
};

const spotsOf = ({ placements }: NestResult): Spot[] =>
  placements.map(({ id, xMm, yMm, rotateDeg }) => ({ partId: id, xMm, yMm, rotateDeg }));

/** As much as has room on one sheet. */
function onSheet(parts: Rest, sheet: Sheet, spacingMm: number): OnSheet {
  if (parts.length === 0) return { spots: [], rest: parts, lengthMm: 0, utilisation: 0 };
  const long = sheet.lengthMm > LONG_MM && sheet.outline === rectangle(sheet.lengthMm, sheet.widthMm);
  const result = nested(
    long
      ? { widthMm: sheet.widthMm, lengthMm: sheet.lengthMm, spacingMm, parts: asNest(parts) }
      : { widthMm: 0, spacingMm, parts: asNest(parts), bins: [{ id: 'sheet', outline: sheet.outline, count: 1 }] },
  );
  const { lengthMm, utilisation } = result;
  return { spots: spotsOf(result), rest: without(parts, result), lengthMm, utilisation };
}

/** The same again, where there is as much of everything left as the sheet before took: one does not think anew for the second of twenty. */
function again(parts: Rest, before: OnSheet | null): OnSheet | null {
  if (!before || before.spots.length === 0) return null;
  const took = new Map<string, number>();
  for (const s of before.spots) took.set(s.partId, (took.get(s.partId) ?? 0) + 1);
  const left = new Map(parts.map((p) => [p.id, p.count]));
  if ([...took].some(([id, n]) => (left.get(id) ?? 0) < n)) return null;
  return {
    ...before,
    rest: parts.map((p) => ({ ...p, count: p.count - (took.get(p.id) ?? 0) })).filter((p) => p.count > 0),
  };
}

/** Turned upright, or lying, where both are allowed: many alike fill a width better all one way than as each comes. */
function oneWay(parts: Rest, upright: boolean): Rest | null {
  const keep = (r: Rotations): Rotations => {
    if (r === 'free') return upright ? [0, 180] : [90, 270];
    const mine = r.filter((deg) => (((deg % 180) + 180) % 180 === 0) === upright);
    return mine.length > 0 ? mine : r;
  };
  const turned = parts.map((p) => ({ ...p, rotations: keep(p.rotations) }));
  return turned.some((p, i) => p.count > 1 && String(p.rotations) !== String(nth(parts, i).rotations)) ? turned : null;
}

/** All that is left, off a length without an end: as each comes, all upright, or all lying, whichever is shortest. */
function onEndless(parts: Rest, widthMm: number, spacingMm: number, locked: readonly NestPlacement[]): OnSheet {
  const ways = [parts, ...(locked.length > 0 ? [] : [oneWay(parts, true), oneWay(parts, false)])];
  return ways
    .filter((w) => w !== null)
    .map((way): OnSheet => {
      const result = nested({ widthMm, spacingMm, parts: asNest(way), locked });
      const { lengthMm, utilisation } = result;
      return { spots: spotsOf(result), rest: without(parts, result), lengthMm, utilisation };
    })
    .reduce((best, now) => {
      const missing = (o: OnSheet): number => o.rest.reduce((n, p) => n + p.count, 0);
      const fewer = missing(now) - missing(best);
      return fewer < 0 || (fewer === 0 && now.lengthMm < best.lengthMm) ? now : best;
    });
}

/** What is here, one by one. */
const sheetsHere = (here: readonly Bin[]): (Sheet & { readonly of: string; readonly copy: number })[] =>
  here.flatMap((bin) => {
    const { maxX, maxY } = boundsOf(regionOf(bin.outline, ROUGH_TOLERANCE_MM));
    return Array.from({ length: bin.count }, (_, copy) => ({
      of: bin.id,
      copy,
      outline: bin.outline,
      lengthMm: maxX,
      widthMm: maxY,
    }));
  });

/** A way of buying, laid out. */
interface LaidOn {
  readonly strips: readonly GatherStrip[];
  readonly steps: number;
}

const sheetSold = (o: Offer, wanted: WantedCloth): Sheet => {
  const { lengthMm, widthMm } = usable(o, wanted);
  return { lengthMm, widthMm, outline: rectangle(lengthMm, widthMm) };
};

/** So many of each whole thing, filled one after the other, and the rest off a length; null: it does not all fit. */
function laidOn(
  {
    wanted,
    parts,
    stays,
    held,
    wholes,
    moreMm,
  }: {
    readonly wanted: WantedCloth;
    readonly parts: Rest;
    readonly stays: readonly NestPlacement[];
    readonly held: ReadonlySet<string>;
    readonly wholes: readonly Offer[];
    readonly moreMm: number;
  },
  length: Offer | null,
  counts: readonly number[],
): LaidOn | null {
  const { spacingMm, spare } = wanted;
  const strips: GatherStrip[] = [];
  let left: Rest = parts.filter((p) => !held.has(p.id));
  wholes.forEach((o, i) => {
    const sheet = sheetSold(o, wanted);
    let before: OnSheet | null = null;
    for (let copy = 0; copy < nth(counts, i) * o.holds; copy++) {
      const got: OnSheet = again(left, before) ?? onSheet(left, sheet, spacingMm);
      before = got;
      left = got.rest;
      strips.push({ from: 'bought', of: o.id, copy, ...whole(sheet, spare), placements: got.spots });
    }
  });
  left = [...parts.filter((p) => held.has(p.id)), ...left];
  if (left.length === 0) return { strips, steps: 0 };
  if (!length) return null;
  const { lengthMm, widthMm } = usable(length, wanted);
  const got = onEndless(left, widthMm, spacingMm, stays);
  if (got.rest.length > 0) return null;
  const steps = Math.ceil((got.lengthMm + moreMm) / lengthMm - 1e-6);
  const sheet = { lengthMm: steps * lengthMm, widthMm, outline: '' };
  strips.push({ from: 'bought', of: length.id, copy: 0, ...whole(sheet, spare), placements: got.spots });
  return { strips, steps };
}

/**
 * What has to be bought so that everything finds its place: the cheapest mix of what is sold, each tried by laying it all out, scraps first.
 * What fits nothing is told, and the rest is worked out without it.
 */
export function layAndBuy(wanted: WantedCloth): Got {
  const { spacingMm, here } = wanted;
  const troubles: NeedTrouble[] = [];
  const sold = wanted.offers.filter((o) => o.sold && o.widthMm > 0 && o.lengthMm > 0);
  const locked = wanted.locked ?? [];
  const moreMm = wanted.lockedMoreMm ?? 0;
  const areas = new Map(wanted.parts.map((p) => [p.id, mm2(p.outline)]));
  const areaOf = (list: readonly { readonly id: string; readonly count: number }[]): number =>
    list.reduce((sum, p) => sum + p.count * inMap(areas, p.id), 0);

  // ---- what is here comes first; what is cut from a place on the print lies on a length
  const held = new Set(locked.map((l) => l.id));
  const free = wanted.parts.filter((p) => !held.has(p.id));
  const used: GatherStrip[] = [];
  let rest: Rest = free;
  let before: { readonly of: string; readonly got: OnSheet } | null = null;
  for (const sheet of sheetsHere(here)) {
    if (rest.length === 0) break;
    const got: OnSheet = again(rest, before?.of === sheet.of ? before.got : null) ?? onSheet(rest, sheet, spacingMm);
    before = { of: sheet.of, got };
    rest = got.rest;
    if (got.spots.length > 0) used.push({ from: 'here', ...sheet, placements: got.spots });
  }
  const areaAll = areaOf(wanted.parts);
  const short = [...wanted.parts.filter((p) => held.has(p.id)), ...rest];
  const shortMm2 = areaOf(short);
  const base = { areaMm2: areaAll, shortMm2, shortMm: null, buy: null, others: [] };
  if (short.length === 0) return { ...base, strips: used, left: leftOver(used, wanted), troubles };

  const { offers, priced } = weighed(sold);
  const lengths = offers.filter(isByLength);
  const wholes = offers.filter((o) => !isByLength(o));
  const none = { ...base, strips: used, left: leftOver(used, wanted) };
  if (offers.length === 0) return { ...none, troubles: [{ code: 'none-sold' }] };

  // ---- what fits nothing that is sold
  const widest = Math.max(0, ...lengths.map((o) => usable(o, wanted).widthMm));
  const onLength = widest > 0 ? onEndless(short, widest, spacingMm, locked) : null;
  const fitsNothing = (onLength?.rest ?? short).filter((p) =>
    wholes.every((o) => onSheet([{ ...p, count: 1 }], sheetSold(o, wanted), spacingMm).rest.length > 0),
  );
  if (fitsNothing.length > 0)
    troubles.push({
      code: 'no-room',
      partIds: fitsNothing.map((p) => p.id),
      widestMm: Math.max(...fitsNothing.map((p) => Math.min(...sidesOf(p)))),
      longestMm: Math.max(...fitsNothing.map((p) => Math.max(...sidesOf(p)))),
      clothMm: Math.max(widest, ...wholes.map((o) => Math.max(usable(o, wanted).lengthMm, usable(o, wanted).widthMm))),
    });
  const out = new Set(fitsNothing.map((p) => p.id));
  const parts = short.filter((p) => !out.has(p.id));
  const stays = locked.filter((l) => !out.has(l.id));
  if (parts.length === 0) return { ...none, troubles };

  // ---- the mixes, with each width that is sold by length
  const copies = parts.reduce((n, p) => n + p.count, 0);
  // Of few parts any layout might be: of many none is much denser than what was just laid out.
  const densest = copies <= FEW_COPIES || !onLength ? 1 : Math.min(1, onLength.utilisation + DENSER);
  const needed = areaOf(parts) / densest;
  const amountOf = (o: Offer): number => usable(o, wanted).lengthMm * usable(o, wanted).widthMm * o.holds;
  const costOf = (o: Offer): number => (priced ? (priceOf(o) ?? 0) : o.lengthMm * o.widthMm * o.holds);
  const asked = wholes.map((o) => ({ cost: costOf(o), amount: amountOf(o), most: copies }));
  const layOn = (length: Offer | null, counts: readonly number[]): LaidOn | null =>
    laidOn({ wanted, parts, stays, held, wholes, moreMm }, length, counts);
  const found = (lengths.length > 0 ? lengths : [null]).map((length) => ({
    length,
    ...cheapestMixes(
      asked,
      length && { cost: costOf(length), amount: amountOf(length) },
      needed,
      (counts) => layOn(length, counts)?.steps ?? null,
      Math.max(LEAST_TRIES, Math.round(TRIED_COPIES / copies)),
    ),
  }));
  const all = found
    .flatMap((f) => f.mixes.map((mix) => ({ mix, length: f.length })))
    .sort((a, b) => a.mix.cost - b.mix.cost || a.mix.amount - b.mix.amount);
  const best = all[0];
  if (!best) return { ...none, troubles: [...troubles, { code: 'none-sold' }] };
  if (found.some((f) => !f.proven)) troubles.push({ code: 'not-all-tried' });
  const unpriced = sold.filter((o) => o.price === null);
  if (!priced && unpriced.length > 0) troubles.push({ code: 'no-price', as: unpriced.map((o) => o.as) });
  const strips = [...used, ...(layOn(best.length, best.mix.counts)?.strips ?? [])];
  const [length] = lengths;
  const alone = length ? onEndless(parts, usable(length, wanted).widthMm, spacingMm, stays) : null;
  return {
    buy: mixOf(best.mix, wholes, best.length),
    others: all.slice(1, 3).map((o) => mixOf(o.mix, wholes, o.length)),
    strips,
    left: leftOver(strips, wanted),
    troubles,
    areaMm2: areaAll,
    shortMm2,
    shortMm: alone && alone.rest.length === 0 ? alone.lengthMm + moreMm : null,
  };
}

/** What is bought with what is kept in case: it lies at the end. */
const whole = ({ lengthMm, widthMm }: Sheet, spare: number): Sheet => ({
  lengthMm: lengthMm * (1 + spare),
  widthMm,
  outline: rectangle(lengthMm * (1 + spare), widthMm),
});

/** What is left of each strip when its rest is cut off straight across, as shears go: beyond what was cut, and to both sides of it. */
export function leftOver(
  strips: readonly GatherStrip[],
  { parts, worthMm }: Pick<WantedCloth, 'parts' | 'worthMm'>,
): LeftOver[] {
  const outlines = new Map(parts.map((p) => [p.id, p.outline]));
  return strips.flatMap((strip): LeftOver[] => {
    const laid = strip.placements.flatMap((p) => placedRegion(inMap(outlines, p.partId), p));
    const whole = regionOf(strip.outline, ROUGH_TOLERANCE_MM);
    const b = boundsOf(whole);
    const used = laid.length > 0 ? boundsOf(laid) : { minX: b.minX, minY: b.minY, maxX: b.minX, maxY: b.minY };
    const rest = (box: { minX: number; minY: number; maxX: number; maxY: number }): Region =>
      box.maxX - box.minX < 1 || box.maxY - box.minY < 1 ? [] : intersection(whole, boxRegion(box));
    return [
      rest({ ...b, minX: used.maxX }),
      rest({ ...b, maxX: used.maxX, minY: used.maxY }),
      rest({ ...b, maxX: used.maxX, maxY: used.minY }),
    ].flatMap((region): LeftOver[] => {
      if (region.length === 0) return [];
      const r = boundsOf(region);
      const lengthMm = r.maxX - r.minX;
      const widthMm = r.maxY - r.minY;
      return [
        {
          outline: printRegion(region, 2),
          lengthMm,
          widthMm,
          // What is not square may be narrower than its box.
          worth: Math.min(lengthMm, widthMm) >= worthMm && areaMm2(region) >= (lengthMm * widthMm) / 2,
        },
      ];
    });
  });
}
