import { areaMm2, boundsOf, ROUGH_TOLERANCE_MM, regionOf } from '../../base/shape';
import { type Need, needKey, type Plan, type Project, type Web } from '../../keep/model';
import { binsOf, freshLayout, rectangle, webAsk } from '../layout';
import { bagsOf } from './cloth';
import { NEW_WEB_WIDE_MM, WORTH_MM } from './data';
import { isByLength, layAndBuy, layoutOf, leftOver, mixOf, type ToCut, toCut, type WantedCloth } from './lay';
import { cheapestMixes } from './mixes';
import { supplyOffers, webOffers } from './offers';

/** What is used of a web that is not laid out: tape by its length, powder by its mass, over all copies. */
function measured(plan: Plan, webId: string): { lengthMm: number; grams: number } {
  let lengthMm = 0;
  let grams = 0;
  for (const s of plan.making.steps) {
    if (s.webId !== webId) continue;
    if (s.does.code === 'cut-tape' && !s.does.cut) lengthMm += s.copies * s.does.lengthMm;
    if (s.does.code === 'sprinkle') grams += s.copies * s.does.grams;
  }
  return { lengthMm, grams };
}

/** Tape and powder: bought by how much of it there has to be. */
function measuredNeed(project: Project, plan: Plan, web: Web): Need | null {
  const bags = bagsOf(project);
  const { lengthMm, grams } = measured(plan, web.id);
  const isPowder = web.form === 'powder';
  // A roll of powder is none: what is here is counted as the length of a strip as wide as it says.
  const areaMm2 = isPowder ? (grams * bags * 1e6) / web.massGsm : 0;
  const needMm = isPowder ? areaMm2 / web.widthMm : lengthMm * bags;
  if (needMm <= 0) return null;
  const key = needKey('web', web.id);
  const taken = project.gathering.taken?.keys.includes(key) ?? false;
  const short = taken ? 0 : Math.max(0, needMm * (1 + project.gathering.sparePercent / 100) - web.stockMm);
  const offers = webOffers(project, web).filter((o) => o.sold);
  const bought = buyMeasured(offers, short);
  const of = (mm: number): Need['need'] =>
    isPowder ? { grams: (mm * web.widthMm * web.massGsm) / 1e6 } : { lengthMm: mm };
  return {
    key,
    kind: 'web',
    id: web.id,
    need: of(needMm),
    have: of(web.stockMm),
    short: short > 0 ? of(short) : {},
    buy: bought.buy,
    others: bought.others,
    layout: null,
    left: [],
    grounds: [],
    troubles: taken ? [] : bought.troubles,
    taken,
  };
}

/** So many mm of something that only its length counts of: the cheapest of what is sold. */
export function buyMeasured(offers: WantedCloth['offers'], shortMm: number): Pick<Need, 'buy' | 'others' | 'troubles'> {
  if (shortMm <= 0) return { buy: null, others: [], troubles: [] };
  const priced = offers.filter((o) => o.price !== null);
  const asked = priced.length > 0 ? priced : offers;
  if (asked.length === 0) return { buy: null, others: [], troubles: [{ code: 'none-sold' }] };
  const mm = (o: (typeof asked)[number]): number => o.lengthMm * o.holds;
  const cost = (o: (typeof asked)[number]): number =>
    o.price === null ? mm(o) : isByLength(o) ? (o.price * o.lengthMm) / 1000 : o.price;
  const length = asked.find(isByLength) ?? null;
  const wholes = asked.filter((o) => !isByLength(o));
  const { mixes, proven } = cheapestMixes(
    wholes.map((o) => ({ cost: cost(o), amount: mm(o), most: Math.ceil(shortMm / mm(o)) })),
    length && { cost: cost(length), amount: length.lengthMm },
    shortMm,
    (counts) => {
      const rest = shortMm - counts.reduce((sum, n, i) => sum + n * (wholes[i] ? mm(wholes[i]) : 0), 0);
      if (rest <= 1e-6) return 0;
      return length ? Math.ceil(rest / length.lengthMm - 1e-9) : null;
    },
  );
  const [buy = null, ...others] = mixes.map((m) => mixOf(m, wholes, length));
  return {
    buy,
    others,
    troubles: [
      ...(priced.length === 0 ? [{ code: 'no-price' as const, as: offers.map((o) => o.as) }] : []),
      ...(proven ? [] : [{ code: 'not-all-tried' as const }]),
    ],
  };
}

/** A rectangle of web for each bag: as long as its share of a layout of its own. */
function kitParts(parts: readonly ToCut[], wanted: Omit<WantedCloth, 'parts'>, widthMm: number): ToCut[] {
  const got = layAndBuy({
    ...wanted,
    parts,
    here: [],
    spare: 0,
    offers: [{ key: 'kit', id: 'l', as: 'by-length', widthMm, lengthMm: 1, holds: 1, price: null, sold: true }],
  });
  if (got.shortMm === null) return [...parts];
  return [
    {
      id: 'kit',
      is: 'kit',
      pieceIds: parts.flatMap((p) => p.pieceIds),
      articleId: null,
      outline: rectangle(Math.ceil(got.shortMm), widthMm),
      count: 1,
      rotations: [0],
    },
  ];
}

/** What a web takes as it is laid out, patches and strips as they are cut, on offcuts first and then on the roll; and what to buy of it. */
export function webNeed(project: Project, plan: Plan, webId: string): Need | null {
  const web = project.webs.find((w) => w.id === webId);
  if (!web) return null;
  if (web.form === 'tape' || web.form === 'powder') return measuredNeed(project, plan, web);
  const ask = webAsk(project, plan, webId);
  if (!ask) return null;
  const key = needKey('web', webId);
  const offers = webOffers(project, web);
  const base = {
    spacingMm: ask.request.spacingMm,
    offers,
    spare: project.gathering.sparePercent / 100,
    shrink: { along: 0, across: 0 },
    worthMm: WORTH_MM.web.value,
  };
  const single = toCut(ask);
  const bags = bagsOf(project);
  const inBags = project.gathering.kits.length > 0;
  const parts = (inBags ? kitParts(single, { ...base, here: [] }, web.widthMm) : single).map((p) => ({
    ...p,
    count: p.count * bags,
  }));
  const offcuts = binsOf(web.offcuts, 'offcut').filter((b) => b.count > 0);
  const roll = { id: 'roll', outline: rectangle(web.stockMm, web.widthMm), count: 1 };
  // A layout that was worked out at Trace for just this is better than one that is tried in passing.
  const kept = inBags ? null : freshLayout(project, ask);
  const onRoll = layAndBuy({
    ...base,
    parts,
    here: offcuts,
    spare: 0,
    offers: [{ key, id: 'l', as: 'by-length', widthMm: web.widthMm, lengthMm: 1, holds: 1, price: null, sold: true }],
  });
  const nestedMm = onRoll.shortMm ?? 0;
  const keptMm = kept && kept.unplaced.length === 0 && kept.lengthMm <= nestedMm ? kept.lengthMm : null;
  const needMm = keptMm ?? nestedMm;
  const taken = project.gathering.taken?.keys.includes(key) ?? false;
  const does = needMm <= web.stockMm && !onRoll.troubles.some((t) => t.code === 'no-room');
  const got = does ? onRoll : layAndBuy({ ...base, parts, here: web.stockMm > 0 ? [...offcuts, roll] : offcuts });
  const placements = keptMm === null ? null : kept?.placements.filter((p) => p.bin === null);
  const strips =
    does && placements
      ? [
          {
            from: 'here' as const,
            of: 'roll',
            copy: 0,
            outline: rectangle(needMm, web.widthMm),
            lengthMm: needMm,
            widthMm: web.widthMm,
            placements: placements.map((p) => ({ partId: p.id, xMm: p.xMm, yMm: p.yMm, rotateDeg: p.rotateDeg })),
          },
        ]
      : got.strips.map((s) => (does && s.from === 'bought' ? { ...s, from: 'here' as const, of: 'roll' } : s));
  return {
    key,
    kind: 'web',
    id: webId,
    need: { lengthMm: needMm },
    have: { lengthMm: web.stockMm },
    short: does || taken ? {} : { lengthMm: Math.max(0, needMm - web.stockMm), areaMm2: got.shortMm2 },
    buy: does || taken ? null : got.buy,
    others: does || taken ? [] : got.others,
    layout: layoutOf(parts, strips),
    left: does
      ? leftOver(
          strips.filter((s) => s.of !== 'roll'),
          { parts, worthMm: WORTH_MM.web.value },
        )
      : got.left,
    grounds: [],
    troubles: taken ? [] : does ? got.troubles.filter((t) => t.code === 'no-room') : got.troubles,
    taken,
  };
}

/** Web for the pieces that none in the drawer suits: as much as their shapes take side by side on a usual roll. */
export function newWebNeed(project: Project, plan: Plan): Need | null {
  const pieceIds = new Set(plan.choices.filter((c) => c.webId === null && c.buy?.code === 'buy').map((c) => c.pieceId));
  if (pieceIds.size === 0) return null;
  const copies = new Map(project.pieces.map((p) => [p.id, p]));
  const parts = plan.tracings
    .filter((t) => pieceIds.has(t.pieceId))
    .map((t): ToCut => {
      const piece = copies.get(t.pieceId);
      const article = project.articles.find((a) => a.id === piece?.articleId);
      return {
        id: t.pieceId,
        is: 'piece',
        pieceIds: [t.pieceId],
        articleId: null,
        outline: t.outline,
        count: (piece?.count ?? 1) * (article?.count ?? 1) * bagsOf(project),
        rotations: 'free',
      };
    });
  const got = layAndBuy({
    parts,
    spacingMm: ROOM_MM,
    here: [],
    offers: supplyOffers(project, 'new-web'),
    spare: project.gathering.sparePercent / 100,
    shrink: { along: 0, across: 0 },
    worthMm: WORTH_MM.web.value,
  });
  const widest = Math.max(
    ...parts.map((p) => {
      const b = boundsOf(regionOf(p.outline, ROUGH_TOLERANCE_MM));
      return Math.min(b.maxX - b.minX, b.maxY - b.minY);
    }),
  );
  const needMm =
    got.shortMm ?? parts.reduce((sum, p) => sum + p.count * areaMm2(regionOf(p.outline)), 0) / NEW_WEB_WIDE_MM.value;
  return {
    key: needKey('web', 'new-web'),
    kind: 'web',
    id: 'new-web',
    need: { lengthMm: needMm },
    have: { lengthMm: 0 },
    short: { lengthMm: needMm },
    buy: got.buy,
    others: got.others,
    layout: layoutOf(parts, got.strips),
    left: [],
    grounds: [],
    troubles: widest > NEW_WEB_WIDE_MM.value ? got.troubles : got.troubles.filter((t) => t.code !== 'no-room'),
    taken: false,
  };
}
/** Two rough cuts side by side, mm. */
const ROOM_MM = 12;
