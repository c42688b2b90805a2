import {
  areaMm2,
  boundsOf,
  ROUGH_TOLERANCE_MM,
  regionOf,
  rotation,
  transformPath,
  translation,
} from '../../base/shape';
import type { Fabric, GatherPlan, LeftOver, Need, Project, Web } from '../../keep/model';

type Stock = Fabric['stock'][number];

/** What lies in the Drawer once all is cut: only what changes. */
export interface Taken {
  readonly fabrics: ReadonlyMap<string, Pick<Fabric, 'stock'>>;
  readonly webs: ReadonlyMap<string, Pick<Web, 'stockMm' | 'offcuts'>>;
  readonly threads: ReadonlyMap<string, { readonly stockMm: number }>;
  /** The needs that are booked. */
  readonly keys: readonly string[];
}

/** Share of its box that something square covers. */
const SQUARE = 0.995;
const whole = (mm: number): number => Math.floor(mm);

/** A rest as it is listed: a plain size where it is square. @param turn from lying along the selvedge to standing as stock does */
function asStock(left: LeftOver, turn: boolean): Stock {
  const standing = turn ? transformPath(left.outline, rotation(-90)) : left.outline;
  const region = regionOf(standing, ROUGH_TOLERANCE_MM);
  const b = boundsOf(region);
  const widthMm = whole(b.maxX - b.minX);
  const heightMm = whole(b.maxY - b.minY);
  const square = areaMm2(region) >= SQUARE * (b.maxX - b.minX) * (b.maxY - b.minY);
  return {
    widthMm,
    heightMm,
    count: 1,
    outline: square ? null : transformPath(standing, translation(-b.minX, -b.minY)),
  };
}

const kept = (need: Need): readonly LeftOver[] =>
  need.left.filter((l) => l.worth && Math.min(l.lengthMm, l.widthMm) >= 1);

/** A list of stock without what was cut from, and with what was left of it. */
function stockAfter(stock: readonly Stock[], need: Need, prefix: string, turn: boolean): Stock[] {
  const used = new Map<string, number>();
  for (const s of need.layout?.strips ?? []) if (s.from === 'here') used.set(s.of, (used.get(s.of) ?? 0) + 1);
  return [
    ...stock
      .map((s, i) => ({ ...s, count: s.count - (used.get(`${prefix}-${i + 1}`) ?? 0) }))
      .filter((s) => s.count > 0),
    ...kept(need).map((l) => asStock(l, turn)),
  ];
}

/** A roll once something was cut off it, and what was bought of it. */
function rollAfter(web: Web, need: Need): Pick<Web, 'stockMm' | 'offcuts'> {
  const offcuts = stockAfter(web.offcuts, need, 'offcut', false);
  if (need.layout === null) {
    const bought = need.buy?.lines.reduce((sum, l) => sum + (l.lengthMm ?? 0), 0) ?? 0;
    return { stockMm: Math.max(0, web.stockMm + bought - (need.need.lengthMm ?? 0)), offcuts: web.offcuts };
  }
  if (need.buy === null) return { stockMm: Math.max(0, web.stockMm - (need.need.lengthMm ?? 0)), offcuts };
  // Of what is left as wide as the roll the longest is the roll from now on.
  const asWide = offcuts.filter((o) => o.outline === null && o.heightMm >= whole(web.widthMm) && o.count === 1);
  const roll = asWide.reduce<Stock | null>((a, b) => (a && a.widthMm >= b.widthMm ? a : b), null);
  return { stockMm: roll?.widthMm ?? 0, offcuts: offcuts.filter((o) => o !== roll) };
}

/**
 * What the Drawer holds once everything on the list is bought and cut as it is laid out: what was cut from is gone, what is worth keeping of it is there with its size.
 * Needs that are booked already are left alone.
 */
export function takeAll(project: Project, gather: GatherPlan): Taken {
  const fabrics = new Map<string, Pick<Fabric, 'stock'>>();
  const webs = new Map<string, Pick<Web, 'stockMm' | 'offcuts'>>();
  const threads = new Map<string, { readonly stockMm: number }>();
  const keys: string[] = [];
  for (const need of gather.needs) {
    if (need.taken) continue;
    keys.push(need.key);
    const fabric = project.fabrics.find((f) => f.id === need.id);
    const web = project.webs.find((w) => w.id === need.id);
    const thread = project.threads.find((t) => t.id === need.id);
    if (need.kind === 'web' && web) webs.set(web.id, rollAfter(web, need));
    else if (need.kind === 'thread' && thread) {
      const bought = need.buy?.lines.reduce((sum, l) => sum + l.count * thread.spoolMm, 0) ?? 0;
      threads.set(thread.id, { stockMm: Math.max(0, thread.stockMm + bought - (need.need.lengthMm ?? 0)) });
    } else if (fabric && need.layout) fabrics.set(fabric.id, { stock: stockAfter(fabric.stock, need, 'stock', true) });
  }
  return { fabrics, webs, threads, keys };
}
