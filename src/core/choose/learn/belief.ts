import { derive, listed, same } from '../../base/derive';
import { f64, nth } from '../../base/lists';
import { below, quantile } from '../../base/normal';
import {
  type ClothLearnt,
  type Draws,
  type Fabric,
  type Iron,
  type IronLearnt,
  PEELS,
  type Swatch,
  type Web,
  type WebLearnt,
} from '../../keep/model';
import {
  clothsOf,
  DRAWS,
  evenly,
  flatOf,
  gridOnce,
  isThick,
  likeKey,
  MARK_SPREAD_C,
  MARK_SPREAD_KNOWN,
  type MarkHeat,
  type MomentsGrid,
  PRIOR,
  type PressRequest,
  requestOf,
  toldMarks,
} from '../press';
import { CONTRADICTS, NOISE, NONSENSE, PEEL_FROM, SEARCHED, TEMPER } from './data';
import { equally, waysOf } from './posterior';
import { columnOfSwatch } from './pressed';

// What a book of swatches teaches: which iron runs hot, which web flows, whether felt is quick. Told in docs/model.md (The swatch book).

/** What is believed, and of how many swatches. */
export interface Belief {
  readonly irons: ReadonlyMap<string, IronLearnt>;
  readonly webs: ReadonlyMap<string, WebLearnt>;
  /** Of felt and pile, where swatches were pressed on such cloth. */
  readonly cloth: ClothLearnt | null;
  /** Swatches that count, and those that contradict all others. */
  readonly counted: readonly string[];
  readonly contradicting: readonly string[];
  /** How much a swatch counts, where they do not fit together as they should: 1 where they do. */
  readonly power: number;
}

/** Nothing was tried yet. */
export const NO_BELIEF: Belief = {
  irons: new Map(),
  webs: new Map(),
  cloth: null,
  counted: [],
  contradicting: [],
  power: 1,
};

/** A press as a swatch of it was made. */
export function pressOfSwatch(s: Swatch, iron: Iron): PressRequest {
  const r = requestOf({
    stage: s.stage,
    fabric: s.fabric,
    onto: s.onto,
    web: s.web,
    iron: { ...iron, leanN: s.leanN },
    bench: { cover: s.cover, coverId: null, surface: s.surface, surfaceId: null },
    steam: s.steam,
    ...(s.stage === 'bond' ? { from: s.side } : s.side === 'back' ? { side: 'cloth' as const } : {}),
  });
  const column = columnOfSwatch(s);
  return column ? { ...r, column } : r;
}

/** Where on an iron's dial a swatch was pressed: between which marks, and how hot that is taken to be. null: nobody can know. */
export function heatOf(
  s: Swatch,
  marks: readonly MarkHeat[],
): { readonly c: number; readonly shares: readonly (readonly [mark: number, share: number])[] } | null {
  const k = marks.findIndex((m) => m.mark === s.mark);
  const mark = marks[k];
  if (mark) return { c: mark.c, shares: [[k, 1]] };
  if (s.heatC === null) return null;
  const c = s.heatC;
  const above = marks.findIndex((m) => m.c >= c);
  if (marks.length === 0) return { c, shares: [] };
  if (above <= 0) return { c, shares: [[above < 0 ? marks.length - 1 : 0, 1]] };
  const [low, high] = [nth(marks, above - 1), nth(marks, above)];
  const share = (c - low.c) / (high.c - low.c);
  return {
    c,
    shares: [
      [above - 1, 1 - share],
      [above, share],
    ],
  };
}

/** How likely a peel is where it was pressed for so much longer than needed. @param lnOver the logarithm of seconds counted over seconds needed */
function peelLikely(s: Pick<Swatch, 'peel' | 'from'>, lnOver: number, sd: number): number {
  const from = (f: { readonly value: number }): number => below((lnOver - Math.log(f.value)) / sd);
  const [clean, fibres, fast] = [from(PEEL_FROM.clean), from(PEEL_FROM.fibres), from(PEEL_FROM.fast)];
  if (s.from === 'board') return s.peel >= 2 ? fibres : 1 - fibres;
  return [1 - clean, clean - fibres, fibres - fast, fast][s.peel] ?? 0;
}
const mixed = (likely: number, nonsense: number, of: number): number => (1 - nonsense) * likely + nonsense / of;

/** A swatch, ready to be asked how likely it is. */
interface Seen {
  readonly swatch: Swatch;
  readonly grid: MomentsGrid;
  readonly c: number;
  /** Which unknowns play a role, and by how much of a standard deviation. */
  readonly hotter: readonly (readonly [unknown: number, c: number])[];
  readonly flow: number;
  readonly transport: number | null;
  readonly bench: number | null;
  /** What the model is wrong by about just this press. */
  readonly press: number;
  readonly key: string;
  readonly lnS: number;
  readonly sd: number;
  readonly sdFace: number;
}

/** The unknowns, each by its name, in the order in which they turn up. */
class Unknowns {
  readonly names = new Map<string, number>();
  at(name: string): number {
    const known = this.names.get(name);
    if (known !== undefined) return known;
    this.names.set(name, this.names.size);
    return this.names.size - 1;
  }
}

/** What an iron is off by, before: as a whole, and each mark by itself, °C. */
export function ironPrior(iron: Iron, mark: MarkHeat | null): { readonly wholeC: number; readonly markC: number } {
  const spread = MARK_SPREAD_C[iron.kind].value;
  const some = toldMarks(iron).some((m) => m.measured);
  const sd = mark?.measured ? PRIOR.measuredC.value : spread * (some ? MARK_SPREAD_KNOWN.value : 1);
  const markC = Math.min(PRIOR.markOwnC.value, sd / 2);
  return { wholeC: Math.sqrt(sd * sd - markC * markC), markC };
}

const surfacesIn = (swatches: readonly Swatch[]): number => new Set(swatches.map((s) => s.surface)).size;

/** Everything that was seen, with the unknowns it depends on. @param ironOf the iron as it is now */
function seenIn(swatches: readonly Swatch[], ironOf: (s: Swatch) => Iron | null): { seen: Seen[]; unknowns: Unknowns } {
  const unknowns = new Unknowns();
  const benches = surfacesIn(swatches) > 1;
  const seen = swatches.flatMap((swatch): Seen[] => {
    const iron = ironOf(swatch);
    if (!iron || swatch.seconds <= 0) return [];
    const marks = toldMarks(iron);
    const heat = heatOf(swatch, marks);
    if (!heat) return [];
    const whole = ironPrior(iron, marks[heat.shares[0]?.[0] ?? 0] ?? null);
    const request = same(pressOfSwatch(swatch, asTaken(iron)));
    const key = `${iron.id} ${likeKey(request)}`;
    const thick = clothsOf(request.column).some(isThick);
    const noise = NOISE.timingS.value / swatch.seconds;
    const judged =
      swatch.from === 'board'
        ? NOISE.board.value
        : Math.hypot(NOISE.judgement.value, swatch.washes > 0 ? NOISE.washed.value : 0);
    return [
      {
        swatch,
        grid: flatOf(gridOnce(request), heat.c, SEARCHED.reachC.value, thick),
        c: heat.c,
        hotter: [
          [unknowns.at(`iron ${iron.id}`), whole.wholeC],
          ...heat.shares.map(
            ([k, share]) =>
              [unknowns.at(`mark ${iron.id} ${k}`), share * ironPrior(iron, marks[k] ?? null).markC] as const,
          ),
        ],
        flow: unknowns.at(`web ${swatch.web.id}`),
        transport: thick ? unknowns.at('transport') : null,
        bench: benches ? unknowns.at(`bench ${iron.id} ${swatch.surface}`) : null,
        press: unknowns.at(`press ${key}`),
        key,
        lnS: Math.log(swatch.seconds),
        sd: Math.hypot(judged, noise, PRIOR.lnStays.value),
        sdFace: Math.hypot(NOISE.face.value, noise, PRIOR.lnStays.value),
      },
    ];
  });
  return { seen, unknowns };
}

/** An iron as its press is worked out: what it is called, and its marks, play no role. */
const asTaken = (iron: Iron): Iron => {
  const { learnt: _, ...told } = iron;
  return { ...told, id: 'iron', name: '', dial: [] };
};

/** How a swatch stands to what a way says: the logarithms of seconds counted over those to bond and to harm. */
function overOf(x: Seen, way: Float64Array): { readonly bond: number; readonly harm: number } {
  const z = (i: number | null): number => (i === null ? 0 : f64(way, i));
  let c = x.c;
  for (const [i, sdC] of x.hotter) c += sdC * f64(way, i);
  const lnFlow = PRIOR.lnFlow.value * f64(way, x.flow);
  const lnT = PRIOR.lnTransport.value * z(x.transport);
  const late = PRIOR.lnBench.value * z(x.bench) + PRIOR.lnPress.value * f64(way, x.press);
  return { bond: x.lnS - x.grid.lnBond(c, lnFlow, lnT) - late, harm: x.lnS - x.grid.lnHarm(c, lnFlow, lnT) - late };
}
const nonsenseOf = ({ from }: Pick<Swatch, 'from'>): number =>
  (from === 'scrap' ? NONSENSE.scrap : NONSENSE.board).value;
/** Into how many steps its peel is told. */
const stepsOf = ({ from }: Pick<Swatch, 'from'>): number => (from === 'scrap' ? 4 : 2);

/** How likely what was seen of a swatch is, given a way. */
function likely(x: Seen, way: Float64Array): number {
  const { swatch } = x;
  const over = overOf(x, way);
  const nonsense = nonsenseOf(swatch);
  const seen = mixed(peelLikely(swatch, over.bond, x.sd), nonsense, stepsOf(swatch));
  // At the board nobody looks for harm.
  if (swatch.from === 'board') return seen;
  const harmed = mixed(below(over.harm / x.sdFace), nonsense, 2);
  return seen * (swatch.face === 'clean' ? 1 - harmed : harmed);
}

const LIFTED_OR_HELD: readonly Swatch['peel'][] = [1, 2];
/** How unlikely what one would see is on average, given a way. */
function surpriseOf(x: Seen, way: Float64Array): number {
  const { from } = x.swatch;
  const over = overOf(x, way);
  const nonsense = nonsenseOf(x.swatch);
  const wonder = (p: number): number => -p * Math.log(Math.max(1e-9, p));
  const peels: readonly Swatch['peel'][] = from === 'scrap' ? PEELS : LIFTED_OR_HELD;
  const peeled = peels.reduce<number>(
    (s, peel) => s + wonder(mixed(peelLikely({ from, peel }, over.bond, x.sd), nonsense, peels.length)),
    0,
  );
  const harmed = mixed(below(over.harm / x.sdFace), nonsense, 2);
  return peeled + (from === 'scrap' ? wonder(harmed) + wonder(1 - harmed) : 0);
}

/** What each swatch is, over ways that are all as likely: how likely, and how unlikely that was to be expected. */
const fitOf = (
  seen: readonly Seen[],
  ways: readonly Float64Array[],
): { readonly chance: number; readonly expected: number }[] =>
  seen.map((x) => ({
    chance: ways.reduce((s, way) => s + likely(x, way), 0) / ways.length,
    expected: ways.reduce((s, way) => s + surpriseOf(x, way), 0) / ways.length,
  }));

const meanOf = (list: Draws): number => list.reduce((s, x) => s + x, 0) / list.length;
const sdOf = (list: Draws): number => {
  const m = meanOf(list);
  return Math.sqrt(list.reduce((s, x) => s + (x - m) ** 2, 0) / list.length);
};

/** What is believed of an iron: each of its marks, and what is believed of one hangs together with the others. */
function ironLearnt(iron: Iron, z: (name: string) => Draws | null, seen: readonly Seen[]): IronLearnt {
  const swatches = seen.map((x) => x.swatch);
  const mine = seen.filter((x) => x.swatch.ironId === iron.id);
  const told = toldMarks(iron);
  const first = ironPrior(iron, told[0] ?? null);
  const none = evenly(1, 2);
  const of = (k: number): Draws => {
    const { wholeC, markC } = told[k] ? ironPrior(iron, told[k]) : first;
    const whole = z(`iron ${iron.id}`) ?? none;
    const own = z(`mark ${iron.id} ${k}`) ?? evenly(1, 11 + 2 * k);
    return whole.map((x, i) => wholeC * x + markC * nth(own, i));
  };
  const benches = Object.fromEntries(
    [...new Set(swatches.map((s) => s.surface))].flatMap((surface) => {
      const late = z(`bench ${iron.id} ${surface}`);
      return late ? [[surface, late.map((x) => PRIOR.lnBench.value * x)]] : [];
    }),
  );
  const presses = Object.fromEntries(
    mine.map(({ key }) => {
      const like = mine.filter((x) => x.key === key);
      return [
        key.slice(iron.id.length + 1),
        {
          late: (z(`press ${key}`) ?? []).map((x) => PRIOR.lnPress.value * x),
          swatches: like.length,
          held: like.filter((x) => x.swatch.peel >= 2).length,
        },
      ];
    }),
  );
  const count = mine.length;
  // A press shows degrees: what it is off by stays with what is asked for.
  if (told.length === 0) return { marks: [], offC: [of(0)], benches, presses, swatches: count };
  const each = told.map((m, k) => ({ mark: m.mark, draws: of(k), c: m.c }));
  const believed = each.map(({ mark, draws, c }) => ({ mark, c: c + meanOf(draws), sdC: sdOf(draws) }));
  const rises = believed.every((m, k) => k === 0 || m.c > nth(believed, k - 1).c);
  const shared = meanOf(believed.map((m, k) => m.c - nth(told, k).c));
  return {
    marks: rises ? believed : believed.map((m, k) => ({ ...m, c: nth(told, k).c + shared })),
    offC: each.map(({ draws }, k) => {
      const middle = rises ? meanOf(draws) : shared;
      return draws.map((x) => x - middle + (rises ? 0 : nth(told, k).c - nth(told, k).c));
    }),
    benches,
    presses,
    swatches: count,
  };
}

/** The newest of what can teach anything; scraps before what was seen at the board. */
const teaching = (swatches: readonly Swatch[]): Swatch[] =>
  swatches
    .filter((s) => !s.aside)
    .sort(
      (a, b) => Number(b.from === 'scrap') - Number(a.from === 'scrap') || b.atMs - a.atMs || (a.id < b.id ? -1 : 1),
    )
    .slice(0, SEARCHED.most.value);

/**
 * What swatches teach of irons, webs and thick cloth. The same swatches, the same answer.
 * @param irons as they are now; of one that is gone a swatch brings its own
 */
export const beliefOf = derive((swatches: readonly Swatch[], irons: readonly Iron[]): Belief => {
  const ironOf = (s: Swatch): Iron | null => irons.find((i) => i.id === s.ironId) ?? s.iron;
  const { seen, unknowns } = seenIn(teaching(swatches), ironOf);
  if (seen.length === 0) return NO_BELIEF;
  const { names } = unknowns;
  const search = (power: number): Float64Array[] =>
    equally(
      waysOf(names.size, (way) => seen.reduce((sum, x) => sum + power * Math.log(likely(x, way)), 0)),
      DRAWS.value,
    );
  let drawn = search(1);
  let fit = fitOf(seen, drawn);
  const observed = fit.reduce((s, f) => s - Math.log(f.chance), 0);
  const expected = fit.reduce((s, f) => s + f.expected, 0);
  const calm = TEMPER.calm.value;
  const fits = (expected + calm) / (observed + calm);
  const power = fits >= TEMPER.from.value ? 1 : Math.max(TEMPER.least.value, fits);
  if (power < 1) {
    drawn = search(power);
    fit = fitOf(seen, drawn);
  }
  const z = (name: string): Draws | null => {
    const i = names.get(name);
    return i === undefined ? null : drawn.map((way) => way[i] ?? 0);
  };
  const used = seen.map((x) => x.swatch);
  const scaled = (name: string, by: number): Draws => (z(name) ?? []).map((x) => by * x);
  const webs = [...new Set(used.map((s) => s.web.id))].map((webId) => {
    const list = scaled(`web ${webId}`, PRIOR.lnFlow.value);
    const mean = meanOf(list);
    return [
      webId,
      {
        meanLnFlow: mean,
        sdLnFlow: sdOf(list),
        lnFlow: list.map((x) => x - mean),
        swatches: used.filter((s) => s.web.id === webId).length,
      },
    ] as const;
  });
  // Where half of them contradict the rest, nobody can say which half is wrong: then all count for less.
  const odd = used.flatMap((s, i) => (used.length >= 3 && (fit[i]?.chance ?? 1) < CONTRADICTS.value ? [s.id] : []));
  const known = new Map(used.flatMap((s) => (ironOf(s) ? [[s.ironId, ironOf(s) as Iron] as const] : [])));
  const transports = names.has('transport') ? scaled('transport', PRIOR.lnTransport.value) : null;
  const middle = transports ? meanOf(transports) : 0;
  return {
    irons: new Map([...known].map(([id, iron]) => [id, ironLearnt({ ...iron, id }, z, seen)])),
    webs: new Map(webs),
    cloth: transports && { meanLnTransport: middle, lnTransport: transports.map((x) => x - middle) },
    counted: used.map((s) => s.id),
    contradicting: odd.length * 2 < used.length ? odd : [],
    power,
  };
});

/** Lists of the same swatches are one list. */
export const believed = (swatches: readonly Swatch[], irons: readonly Iron[]): Belief =>
  swatches.length === 0 ? NO_BELIEF : beliefOf(listed(swatches.map((s) => same(s))), listed(irons.map((i) => same(i))));

/** Things with what is believed of them. */
export const withBelief = <
  T extends { readonly irons: readonly Iron[]; readonly webs: readonly Web[]; readonly fabrics: readonly Fabric[] },
>(
  things: T,
  belief: Belief,
): T =>
  belief.counted.length === 0
    ? things
    : {
        ...things,
        irons: things.irons.map((i) => knownIron(i, belief)),
        webs: things.webs.map((w) => knownWeb(w, belief)),
        fabrics: things.fabrics.map((f) => knownCloth(f, belief)),
      };
export function knownIron(iron: Iron, { irons }: Belief): Iron {
  const learnt = irons.get(iron.id);
  return learnt ? { ...iron, learnt } : iron;
}
export function knownWeb(web: Web, { webs }: Belief): Web {
  const learnt = webs.get(web.id);
  return learnt ? { ...web, learnt } : web;
}
export const knownCloth = (fabric: Fabric, { cloth }: Belief): Fabric =>
  cloth && isThick(fabric) ? { ...fabric, learnt: cloth } : fabric;

/** What a book tells of one iron: each mark as it was told, and as it is believed. */
export interface IronTells {
  readonly id: string;
  readonly name: string;
  readonly swatches: number;
  readonly marks: readonly {
    readonly mark: string;
    readonly measured: boolean;
    readonly toldC: number;
    /** Nine in ten lie between. */
    readonly c: number;
    readonly lowC: number;
    readonly highC: number;
    /** What was believed before anything was tried. */
    readonly beforeLowC: number;
    readonly beforeHighC: number;
    readonly swatches: number;
  }[];
}
/** What a book tells of one web: how easily it flows, against its kind; nine in ten lie between. */
export interface WebTells {
  readonly id: string;
  readonly name: string;
  readonly swatches: number;
  readonly times: number;
  readonly low: number;
  readonly high: number;
}
export interface BookTells {
  readonly irons: readonly IronTells[];
  readonly webs: readonly WebTells[];
  readonly contradicting: readonly string[];
  /** Under one: they do not fit together as they should, and each counts for less. */
  readonly power: number;
}

/** A scrap that was pressed beside a mark tells of it from here on. */
const NEAR_MARK = 0.3;
/** Nine in ten of a normal distribution lie within so many standard deviations. */
const NINE_IN_TEN = quantile(0.95);

/** What a book teaches, to be shown. */
export function bookTells(swatches: readonly Swatch[], irons: readonly Iron[]): BookTells {
  const belief = believed(swatches, irons);
  const counted = swatches.filter((s) => belief.counted.includes(s.id));
  return {
    irons: [...belief.irons].flatMap(([id, learnt]): IronTells[] => {
      const iron = irons.find((i) => i.id === id) ?? counted.find((s) => s.ironId === id)?.iron;
      if (!iron) return [];
      const mine = counted.filter((s) => s.ironId === id);
      return [
        {
          id,
          name: iron.name,
          swatches: learnt.swatches,
          marks: toldMarks(iron).map((m, k) => {
            const { c, sdC } = learnt.marks[k] ?? { c: m.c, sdC: 0 };
            const { wholeC, markC } = ironPrior(iron, m);
            const before = NINE_IN_TEN * Math.hypot(wholeC, markC);
            return {
              mark: m.mark,
              measured: m.measured,
              toldC: m.c,
              c,
              lowC: c - NINE_IN_TEN * sdC,
              highC: c + NINE_IN_TEN * sdC,
              beforeLowC: m.c - before,
              beforeHighC: m.c + before,
              swatches: mine.filter((s) =>
                (heatOf(s, toldMarks(iron))?.shares ?? []).some(([mark, share]) => mark === k && share >= NEAR_MARK),
              ).length,
            };
          }),
        },
      ];
    }),
    webs: [...belief.webs].flatMap(([id, { meanLnFlow, sdLnFlow, swatches: n }]): WebTells[] => {
      const web = counted.find((s) => s.web.id === id)?.web;
      const at = (sds: number): number => Math.exp(meanLnFlow + sds * NINE_IN_TEN * sdLnFlow);
      return web ? [{ id, name: web.name, swatches: n, times: at(0), low: at(-1), high: at(1) }] : [];
    }),
    contradicting: belief.contradicting,
    power: belief.power,
  };
}
