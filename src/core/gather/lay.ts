import { remember } from '../laid';
import { inMap, nth } from '../lists';
import type { BuyLine, GatherPart, GatherStrip, LeftOver, Mix, NeedTrouble, Offer } from '../model';
import {
  type Bin,
  type NestPart,
  type NestPlacement,
  type NestResult,
  nest,
  placedRegion,
  type Rotations,
} from '../nest';
import {
  areaMm2,
  boundsOf,
  boxRegion,
  intersection,
  printRegion,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  scaling,
  transformPath,
} from '../shape';
import { cheapestMixes, type FoundMix } from './mixes';

/** Each try is nested for so long, in the nesting’s own seconds. */
const SEARCH_S = 0.02;
/** Tries that are kept: a list that was made a moment ago is mostly the same. */
const KEEP = 600;
const known = new Map<string, NestResult>();

/** Something to be cut, and how it may lie. */
export interface ToCut extends Omit<GatherPart, 'outline'> {
  readonly outline: string;
  readonly count: number;
  readonly rotations: Rotations;
}

/** What is asked of cloth, web, foil or paper: what is cut, what is here, how it is sold. x runs along the selvedge. */
export interface Wanted {
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

const rectangle = (widthMm: number, heightMm: number): string => `M0 0H${widthMm}V${heightMm}H0Z`;
export const isByLength = (o: Pick<Offer, 'as'>): boolean => o.as === 'by-length';
const mm2 = (outline: string): number => areaMm2(regionOf(outline, ROUGH_TOLERANCE_MM));

/** What of an offer can be used: less what the wash takes and what is kept in case. */
const usable = (o: Offer, w: Pick<Wanted, 'spare' | 'shrink'>): { lengthMm: number; widthMm: number } => ({
  lengthMm: (o.lengthMm * (1 - w.shrink.along)) / (1 + w.spare),
  widthMm: o.widthMm * (1 - w.shrink.across),
});

/** What is here, once it is washed. */
export const washed = (bins: readonly Bin[], shrink: Wanted['shrink']): Bin[] =>
  shrink.along === 0 && shrink.across === 0
    ? [...bins]
    : bins.map((b) => ({ ...b, outline: transformPath(b.outline, scaling(1 - shrink.along, 1 - shrink.across)) }));

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

function tried(
  parts: readonly NestPart[],
  bins: readonly Bin[],
  rollMm: number,
  spacingMm: number,
  locked: readonly NestPlacement[],
): NestResult {
  const request = { widthMm: rollMm, spacingMm, rotations: [0, 180], parts, bins, locked, seconds: SEARCH_S, seed: 1 };
  return remember(known, JSON.stringify(request), () => nest(request), KEEP);
}

/**
 * What has to be bought so that everything finds its place: the cheapest mix of what is sold, each tried by laying it all out, scraps first.
 * What fits nothing is told, and the rest is worked out without it.
 */
export function layAndBuy(wanted: Wanted): Got {
  const { spacingMm, here } = wanted;
  const troubles: NeedTrouble[] = [];
  const sold = wanted.offers.filter((o) => o.sold && o.widthMm > 0 && o.lengthMm > 0);
  const locked = wanted.locked ?? [];
  const asNest = (parts: readonly ToCut[]): NestPart[] =>
    parts.map(({ id, outline, count, rotations }) => ({ id, outline, count, rotations }));
  const areas = new Map(wanted.parts.map((p) => [p.id, mm2(p.outline)]));
  const areaOf = (list: readonly { readonly id: string; readonly count: number }[]): number =>
    list.reduce((sum, p) => sum + p.count * inMap(areas, p.id), 0);

  // ---- what is here already does?
  const onHere = tried(asNest(wanted.parts), here, 0, spacingMm, []);
  const shortOf = onHere.unplaced.map((u) => ({ id: u.id, count: u.copies }));
  const areaAll = areaOf(wanted.parts);
  const shortMm2 = locked.length > 0 ? areaAll : areaOf(shortOf);
  if (shortOf.length === 0 && locked.length === 0) {
    const strips = stripsOf(onHere, here, [], null, wanted);
    return {
      buy: null,
      others: [],
      strips,
      left: leftOver(strips, wanted),
      troubles,
      areaMm2: areaAll,
      shortMm2: 0,
      shortMm: null,
    };
  }

  const { offers, priced } = weighed(sold);
  const lengths = offers.filter(isByLength);
  const wholes = offers.filter((o) => !isByLength(o));
  const none = { buy: null, others: [], strips: [], left: [], areaMm2: areaAll, shortMm2, shortMm: null };
  if (offers.length === 0) return { ...none, troubles: [{ code: 'none-sold' }] };

  // ---- what fits nothing that is here or sold
  const rollOf = (o: Offer): number => usable(o, wanted).widthMm;
  const widest = Math.max(0, ...lengths.map(rollOf));
  const oneOfEach = (parts: readonly ToCut[]): ToCut[] => parts.map((p) => ({ ...p, count: 1 }));
  const boughtBins = (counts: readonly number[]): Bin[] =>
    wholes.flatMap((o, i): Bin[] => {
      const { lengthMm, widthMm } = usable(o, wanted);
      const count = nth(counts, i) * o.holds;
      return count > 0 ? [{ id: `bought-${o.id}`, outline: rectangle(lengthMm, widthMm), count }] : [];
    });
  // Where everything lies on one length nothing is asked by itself.
  const allFit = widest > 0 && tried(asNest(wanted.parts), here, widest, spacingMm, locked).unplaced.length === 0;
  const fitsNothing = allFit
    ? []
    : oneOfEach(wanted.parts).filter(
        (p) =>
          tried(asNest([p]), [...here, ...boughtBins(wholes.map(() => 1))], widest, spacingMm, []).unplaced.length > 0,
      );
  if (fitsNothing.length > 0)
    troubles.push({
      code: 'no-room',
      partIds: fitsNothing.map((p) => p.id),
      widestMm: Math.max(
        ...fitsNothing.map((p) => {
          const b = boundsOf(regionOf(p.outline, ROUGH_TOLERANCE_MM));
          return Math.min(b.maxX - b.minX, b.maxY - b.minY);
        }),
      ),
      clothMm: Math.max(widest, ...wholes.map((o) => Math.max(usable(o, wanted).lengthMm, usable(o, wanted).widthMm))),
    });
  const out = new Set(fitsNothing.map((p) => p.id));
  const parts = wanted.parts.filter((p) => !out.has(p.id));
  const stays = locked.filter((l) => !out.has(l.id));
  if (parts.length === 0) return { ...none, troubles };

  // ---- the mixes, with each width that is sold by length
  const hereMm2 = here.reduce((sum, b) => sum + b.count * mm2(b.outline), 0);
  const copies = parts.reduce((n, p) => n + p.count, 0);
  const needed = Math.max(0, areaOf(parts) - hereMm2);
  const amountOf = (o: Offer): number => usable(o, wanted).lengthMm * usable(o, wanted).widthMm * o.holds;
  const costOf = (o: Offer): number => (priced ? (priceOf(o) ?? 0) : o.lengthMm * o.widthMm * o.holds);
  const asked = wholes.map((o) => ({ cost: costOf(o), amount: amountOf(o), most: copies }));
  const stepsOn = (length: Offer | null, counts: readonly number[]): number | null => {
    const result = tried(
      asNest(parts),
      [...here, ...boughtBins(counts)],
      length ? rollOf(length) : 0,
      spacingMm,
      length ? stays : [],
    );
    if (result.unplaced.length > 0) return null;
    return length ? Math.ceil(result.lengthMm / usable(length, wanted).lengthMm - 1e-6) : 0;
  };
  const found = (lengths.length > 0 ? lengths : [null]).map((length) => ({
    length,
    ...cheapestMixes(
      asked,
      length && { cost: costOf(length), amount: amountOf(length) },
      needed,
      // A place on the print is only on a length of it.
      (counts) => (length === null && stays.length > 0 ? null : stepsOn(length, counts)),
    ),
  }));
  const all = found
    .flatMap((f) => f.mixes.map((mix) => ({ mix, length: f.length })))
    .sort((a, b) => a.mix.cost - b.mix.cost || a.mix.amount - b.mix.amount);
  const best = all[0];
  if (!best) return { ...none, troubles: [...troubles, { code: 'none-sold' }] };
  if (found.some((f) => !f.proven)) troubles.push({ code: 'not-all-tried' });
  const result = tried(
    asNest(parts),
    [...here, ...boughtBins(best.mix.counts)],
    best.length ? rollOf(best.length) : 0,
    spacingMm,
    best.length ? stays : [],
  );
  const unpriced = sold.filter((o) => o.price === null);
  if (!priced && unpriced.length > 0) troubles.push({ code: 'no-price', as: unpriced.map((o) => o.as) });
  const boughtMm = best.length ? best.mix.steps * best.length.lengthMm * (1 - wanted.shrink.along) : 0;
  const strips = stripsOf(
    result,
    here,
    boughtBins(best.mix.counts),
    best.length && {
      offer: best.length,
      lengthMm: boughtMm,
      widthMm: rollOf(best.length),
    },
    wanted,
  );
  const [length] = lengths;
  const alone = length ? tried(asNest(parts), here, rollOf(length), spacingMm, stays) : null;
  return {
    buy: mixOf(best.mix, wholes, best.length),
    others: all.slice(1, 3).map((o) => mixOf(o.mix, wholes, o.length)),
    strips,
    left: leftOver(strips, wanted),
    troubles,
    areaMm2: areaAll,
    shortMm2,
    shortMm: alone && alone.unplaced.length === 0 ? alone.lengthMm : null,
  };
}

/** A layout taken apart by what it is cut from: what is here, what is bought whole, what is cut off by length. */
function stripsOf(
  { placements }: Pick<NestResult, 'placements'>,
  here: readonly Bin[],
  bought: readonly Bin[],
  length: { readonly offer: Offer; readonly lengthMm: number; readonly widthMm: number } | null,
  wanted: Pick<Wanted, 'spare'>,
): GatherStrip[] {
  const at = (mine: readonly NestPlacement[]): GatherStrip['placements'] =>
    mine.map(({ id, xMm, yMm, rotateDeg }) => ({ partId: id, xMm, yMm, rotateDeg }));
  const binned = (bins: readonly Bin[], from: GatherStrip['from']): GatherStrip[] =>
    bins.flatMap((bin) =>
      Array.from({ length: bin.count }, (_, copy) => copy).flatMap((copy): GatherStrip[] => {
        const mine = placements.filter((p) => p.bin === bin.id && p.binCopy === copy);
        if (mine.length === 0 && from === 'here') return [];
        const b = boundsOf(regionOf(bin.outline, ROUGH_TOLERANCE_MM));
        const more = from === 'bought' ? 1 + wanted.spare : 1;
        const lengthMm = b.maxX * more;
        return [
          {
            from,
            of: from === 'bought' ? bin.id.slice('bought-'.length) : bin.id,
            copy,
            outline: from === 'bought' ? rectangle(lengthMm, b.maxY) : bin.outline,
            lengthMm,
            widthMm: b.maxY,
            placements: at(mine),
          },
        ];
      }),
    );
  const onRoll = placements.filter((p) => p.bin === null);
  return [
    ...binned(here, 'here'),
    ...binned(bought, 'bought'),
    ...(length && onRoll.length > 0
      ? [
          {
            from: 'bought' as const,
            of: length.offer.id,
            copy: 0,
            outline: rectangle(length.lengthMm, length.widthMm),
            lengthMm: length.lengthMm,
            widthMm: length.widthMm,
            placements: at(onRoll),
          },
        ]
      : []),
  ];
}

/** What is left of each strip when its rest is cut off straight across, as shears go: beyond what was cut, and to both sides of it. */
export function leftOver(
  strips: readonly GatherStrip[],
  { parts, worthMm }: Pick<Wanted, 'parts' | 'worthMm'>,
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
