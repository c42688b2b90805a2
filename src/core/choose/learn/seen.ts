import { same } from '../../base/derive';
import { f64, inMap, nth } from '../../base/lists';
import { below, PRIMES } from '../../base/normal';
import { type Iron, PEELS, type Swatch, teachesFirst } from '../../keep/model';
import {
  clothsOf,
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
import { NOISE, NONSENSE, PEEL_FROM, SEARCHED } from './data';
import { columnOfSwatch } from './pressed';

// What was seen of each swatch, and how likely that is where iron, web and cloth are so or so.

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
  // Its dial may have been called otherwise since: then it is as hot as it was taken to be then.
  const c = s.heatC ?? (s.iron ? toldMarks(s.iron) : []).find((m) => m.mark === s.mark)?.c;
  if (c === undefined) return null;
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
export function peelLikely(s: Pick<Swatch, 'peel' | 'from'>, lnOver: number, sd: number): number {
  const from = (f: { readonly value: number }): number => below((lnOver - Math.log(f.value)) / sd);
  const [clean, fibres, fast] = [from(PEEL_FROM.clean), from(PEEL_FROM.fibres), from(PEEL_FROM.fast)];
  if (s.from === 'board') return s.peel >= 2 ? fibres : 1 - fibres;
  return [1 - clean, clean - fibres, fibres - fast, fast][s.peel] ?? 0;
}
const mixed = (likely: number, nonsense: number, of: number): number => (1 - nonsense) * likely + nonsense / of;

/** A swatch, ready to be asked how likely it is. */
export interface Seen {
  readonly swatch: Swatch;
  readonly grid: MomentsGrid;
  readonly c: number;
  /** Which unknowns play a role, and by how much of a standard deviation. */
  readonly hotter: readonly (readonly [unknown: number, c: number])[];
  readonly flow: number;
  readonly transport: number | null;
  readonly bench: number | null;
  /** What the model is wrong by about just this press; null: that is among what it is off by anyway. */
  readonly press: number | null;
  readonly key: string;
  readonly lnS: number;
  readonly sd: number;
  readonly sdFace: number;
}

/** What an iron is off by, before: as a whole, and each mark by itself, °C. */
export function ironPrior(iron: Iron, mark: MarkHeat | null): { readonly wholeC: number; readonly markC: number } {
  const spread = MARK_SPREAD_C[iron.kind].value;
  const some = toldMarks(iron).some((m) => m.measured);
  const sd = mark?.measured ? PRIOR.measuredC.value : spread * (some ? MARK_SPREAD_KNOWN.value : 1);
  const markC = Math.min(PRIOR.markOwnC.value, sd / 2);
  return { wholeC: Math.sqrt(sd * sd - markC * markC), markC };
}

/** An iron as its press is worked out: what it is called, and its marks, play no role. */
const asTaken = (iron: Iron): Iron => {
  const { learnt: _, ...told } = iron;
  return { ...told, id: 'iron', name: '', dial: [] };
};

/** A swatch with its press, before it is said which unknowns it depends on. */
interface Ready {
  readonly swatch: Swatch;
  readonly iron: Iron;
  readonly marks: readonly MarkHeat[];
  readonly heat: NonNullable<ReturnType<typeof heatOf>>;
  readonly request: PressRequest;
  readonly thick: boolean;
  /** Just this press with this iron. */
  readonly key: string;
}

function readyIn(swatches: readonly Swatch[], ironOf: (s: Swatch) => Iron | null): Ready[] {
  return swatches.flatMap((swatch): Ready[] => {
    const iron = ironOf(swatch);
    if (swatch.aside || !iron || swatch.seconds <= 0) return [];
    const marks = toldMarks(iron);
    const heat = heatOf(swatch, marks);
    if (!heat) return [];
    const request = same(pressOfSwatch(swatch, asTaken(iron)));
    const thick = clothsOf(request.column).some(isThick);
    return [{ swatch, iron, marks, heat, request, thick, key: `${iron.id} ${likeKey(request, swatch.steam)}` }];
  });
}

/** What a swatch cannot be understood without, by name. @param benches several surfaces were tried */
const needsOf = ({ swatch, iron, heat, thick }: Ready, benches: boolean): string[] => [
  `iron ${iron.id}`,
  ...heat.shares.map(([k]) => `mark ${iron.id} ${k}`),
  `web ${swatch.web.id}`,
  ...(thick ? ['transport'] : []),
  ...(benches ? [`bench ${iron.id} ${swatch.surface}`] : []),
];

/**
 * Everything that was seen, with the unknowns it depends on, by name. The newest scraps come first; what would bring in more unknowns than can be gone through is left out, and only the presses that were tried most have an error of their own.
 * @param ironOf the iron as it is now
 */
export function seenIn(
  swatches: readonly Swatch[],
  ironOf: (s: Swatch) => Iron | null,
): { readonly seen: readonly Seen[]; readonly names: ReadonlyMap<string, number> } {
  const ready = readyIn([...swatches].sort(teachesFirst).slice(0, SEARCHED.most.value), ironOf);
  const benches = new Set(ready.map((x) => x.swatch.surface)).size > 1;
  const names = new Map<string, number>();
  const taken = ready.filter((x) => {
    const fresh = needsOf(x, benches).filter((name) => !names.has(name));
    if (names.size + fresh.length > SEARCHED.needed.value) return false;
    for (const name of fresh) names.set(name, names.size);
    return true;
  });
  const times = new Map<string, number>();
  for (const { key } of taken) times.set(key, (times.get(key) ?? 0) + 1);
  const most = [...times].sort(([, a], [, b]) => b - a).slice(0, PRIMES.length - names.size);
  for (const [key] of most) names.set(`press ${key}`, names.size);
  const at = (name: string): number | null => names.get(name) ?? null;
  const seen = taken.map(({ swatch, iron, marks, heat, request, thick, key }): Seen => {
    const markAt = (k: number | undefined) => ironPrior(iron, (k === undefined ? undefined : marks[k]) ?? null);
    const noise = NOISE.timingS.value / swatch.seconds;
    const scrap = Math.hypot(NOISE.judgement.value, swatch.washes > 0 ? NOISE.washed.value : 0);
    const press = at(`press ${key}`);
    const model = Math.hypot(PRIOR.lnStays.value, press === null ? PRIOR.lnPress.value : 0);
    return {
      swatch,
      grid: flatOf(gridOnce(request), heat.c, SEARCHED.reachC.value, thick),
      c: heat.c,
      hotter: [
        [inMap(names, `iron ${iron.id}`), markAt(heat.shares[0]?.[0]).wholeC],
        ...heat.shares.map(([k, share]) => [inMap(names, `mark ${iron.id} ${k}`), share * markAt(k).markC] as const),
      ],
      flow: inMap(names, `web ${swatch.web.id}`),
      transport: thick ? at('transport') : null,
      bench: benches ? at(`bench ${iron.id} ${swatch.surface}`) : null,
      press,
      key,
      lnS: Math.log(swatch.seconds),
      sd: Math.hypot(swatch.from === 'board' ? NOISE.board.value : scrap, noise, model),
      sdFace: Math.hypot(NOISE.face.value, noise, model),
    };
  });
  return { seen, names };
}

/** How a swatch stands to what a way says: the logarithms of seconds counted over those to bond and to harm. */
function overOf(x: Seen, way: Float64Array): { readonly bond: number; readonly harm: number } {
  const z = (i: number | null): number => (i === null ? 0 : f64(way, i));
  let c = x.c;
  for (const [i, sdC] of x.hotter) c += sdC * f64(way, i);
  const lnFlow = PRIOR.lnFlow.value * f64(way, x.flow);
  const lnT = PRIOR.lnTransport.value * z(x.transport);
  const late = PRIOR.lnBench.value * z(x.bench) + PRIOR.lnPress.value * z(x.press);
  return { bond: x.lnS - x.grid.lnBond(c, lnFlow, lnT) - late, harm: x.lnS - x.grid.lnHarm(c, lnFlow, lnT) - late };
}
const nonsenseOf = ({ from }: Pick<Swatch, 'from'>): number =>
  (from === 'scrap' ? NONSENSE.scrap : NONSENSE.board).value;
/** Into how many steps its peel is told. */
const stepsOf = ({ from }: Pick<Swatch, 'from'>): number => (from === 'scrap' ? 4 : 2);

/** How likely what was seen of a swatch is, given a way. */
export function likely(x: Seen, way: Float64Array): number {
  const { swatch } = x;
  const over = overOf(x, way);
  const nonsense = nonsenseOf(swatch);
  const seen = mixed(peelLikely(swatch, over.bond, x.sd), nonsense, stepsOf(swatch));
  // At the board nobody looks for harm.
  if (swatch.from === 'board') return seen;
  const harmed = mixed(below(over.harm / x.sdFace), nonsense, 2);
  return seen * (swatch.face === 'clean' ? 1 - harmed : harmed);
}

/** Less of a chance counts as this: its logarithm is asked for. */
const LEAST_CHANCE = 1e-9;
const LIFTED_OR_HELD: readonly Swatch['peel'][] = [1, 2];
/** How unlikely what one would see is on average, given a way. */
function surpriseOf(x: Seen, way: Float64Array): number {
  const { from } = x.swatch;
  const over = overOf(x, way);
  const nonsense = nonsenseOf(x.swatch);
  const wonder = (p: number): number => -p * Math.log(Math.max(LEAST_CHANCE, p));
  const peels: readonly Swatch['peel'][] = from === 'scrap' ? PEELS : LIFTED_OR_HELD;
  const peeled = peels.reduce<number>(
    (s, peel) => s + wonder(mixed(peelLikely({ from, peel }, over.bond, x.sd), nonsense, peels.length)),
    0,
  );
  const harmed = mixed(below(over.harm / x.sdFace), nonsense, 2);
  return peeled + (from === 'scrap' ? wonder(harmed) + wonder(1 - harmed) : 0);
}

/** What each swatch is, over ways that are all as likely: how likely, and how unlikely that was to be expected. */
export const fitOf = (
  seen: readonly Seen[],
  ways: readonly Float64Array[],
): { readonly chance: number; readonly expected: number }[] =>
  seen.map((x) => ({
    chance: ways.reduce((s, way) => s + likely(x, way), 0) / ways.length,
    expected: ways.reduce((s, way) => s + surpriseOf(x, way), 0) / ways.length,
  }));
