import { derive, listed, same } from '../../base/derive';
import { nth } from '../../base/lists';
import { meanOf, spreadOf } from '../../base/normal';
import type { ClothLearnt, Draws, Fabric, Iron, IronLearnt, Swatch, Web, WebLearnt } from '../../keep/model';
import { DRAWS, evenly, isThick, PRIOR, toldMarks } from '../press';
import { CONTRADICTS, TEMPER } from './data';
import { equally, waysOf } from './posterior';
import { fitOf, ironPrior, likely, type Seen, seenIn } from './seen';

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
          late: z(`press ${key}`)?.map((x) => PRIOR.lnPress.value * x) ?? null,
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
  // Marks that would not rise any more are shifted as a whole instead.
  const rises = each.every(({ c, draws }, k) => {
    const below = each[k - 1];
    return !below || c + meanOf(draws) > below.c + meanOf(below.draws);
  });
  const shared = meanOf(each.map(({ draws }) => meanOf(draws)));
  const hotter = (draws: Draws): number => (rises ? meanOf(draws) : shared);
  return {
    marks: each.map(({ mark, c, draws }) => ({ mark, c: c + hotter(draws), sdC: spreadOf(draws) })),
    offC: each.map(({ draws }) => {
      const middle = hotter(draws);
      return draws.map((x) => x - middle);
    }),
    benches,
    presses,
    swatches: count,
  };
}

/**
 * What swatches teach of irons, webs and thick cloth. The same swatches, the same answer.
 * @param irons as they are now; of one that is gone a swatch brings its own
 */
const beliefOf = derive((swatches: readonly Swatch[], irons: readonly Iron[]): Belief => {
  const ironOf = (s: Swatch): Iron | null => irons.find((i) => i.id === s.ironId) ?? s.iron;
  const { seen, names } = seenIn(swatches, ironOf);
  if (seen.length === 0) return NO_BELIEF;
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
        sdLnFlow: spreadOf(list),
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
