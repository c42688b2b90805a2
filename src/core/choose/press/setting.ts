import { asOne, derive, listed, same } from '../../base/derive';
import { dotsForSoleplate } from '../../base/units';
import {
  type BookSays,
  type Caution,
  type Fabric,
  type Harm,
  type Help,
  type Iron,
  ironPressureKPa,
  type PressReason,
  type Remedy,
  type Setting,
  type Web,
} from '../../keep/model';
import { coverFacts, FIBRE_FACTS, factsOf, surfaceFacts, testOf } from '../material';
import { believedOf } from './believed';
import {
  type ChosenHeat,
  chooseHeat,
  courseOf,
  decisive,
  type EndsAt,
  endsFrom,
  leafletTells,
  leafletTimes,
  type Reach,
  reachFor,
  secondsBetween,
  startC,
  timesKnown,
} from './choose';
import {
  COUNT_S,
  COVER_RELEASES,
  DIAL_NEAR_C,
  FINE_COUNT_S,
  LEAFLET_NEAR_C,
  LEAFLET_UNTIL,
  LITTLE_ROOM_C,
  LONG_SHARE,
  LONGEST_S,
  MARGIN,
  MOST_COLUMNS,
  MOST_THROUGH,
  MUCH_WATER_GSM,
  NEAR_MARK_SDS,
  PASSES,
  PILE_CEILING_KPA,
  REMEDY,
  SAME_SECOND_S,
  SHORTEST_S,
  SLOW_ON_S,
  SLOW_S,
  SQUASHED,
  TOLD_SHARE,
  VERY_HOT_C,
} from './data';
import { dialFor, isMeasured } from './dial';
import { keptBelowC, topCloth } from './limits';
import { leanAt, pressureOn } from './pressure';
import { measuring, type Offer, offersFor, shareOf, steamMissing, tryHotter } from './remedies';
import { coolingS, type PressRun } from './simulate';
import {
  clothsOf,
  coverPasses,
  deepestWeb,
  fillsGsm,
  leadingWeb,
  likeKey,
  type PressColumn,
  type PressRequest,
} from './stack';
import { steamFromC } from './steam';
import {
  borneS,
  type ColumnsWindow,
  inPasses,
  isUsable,
  type RunMore,
  runAt,
  steamsAt,
  type Window,
  wantsSteam,
  windowOf,
  windowOver,
} from './window';

type Columns = readonly PressColumn[];

/**
 * Seconds as a person counts them: whole ones, rounded up where that lies within what holds, else down; where no whole one
 * does, as they are. @param sides 2: counted on each of two sides, so each half is whole
 */
export function countable(seconds: number, leastS = 0, mostS = Number.POSITIVE_INFINITY, sides: 1 | 2 = 1): number {
  const up = Math.ceil(seconds / sides - SAME_SECOND_S.value) * sides;
  if (up <= mostS && up > 0) return up;
  const down = Math.floor(seconds / sides) * sides;
  return down >= leastS && down > 0 ? down : seconds;
}

/** How many cloths the heat has to go through to the lowest web that is bonded. */
const clothsThrough = (column: PressColumn): number =>
  clothsOf(column.slice(column.findIndex((l) => l.role === 'web' && l.bonds))).length;

/** Where two presses of one dial may lie apart: its moments at the cold and at the hot end. */
interface Ends extends EndsAt {
  readonly coldC: number;
  readonly hotC: number;
  readonly cold: Window | null;
  readonly hot: Window | null;
  /** What is harmed first at the hot end. */
  readonly hotHarm: Harm | null;
}

/** What is harmed first, at the first of some heats at which anything is. */
function firstHarm(r: PressRequest, columns: Columns, heatsC: readonly number[], as: RunMore): Harm | null {
  for (const c of heatsC) {
    const { quick } = windowOver(r, columns, c, as);
    const { harm } = runAt({ ...r, column: columns[quick] ?? r.column }, c, as);
    if (harm) return harm;
  }
  return null;
}

/** How it goes where the dial is as far off as it may be, for the columns that decide. */
function endsOf(r: PressRequest, columns: Columns, soleplateC: number, as: RunMore): Ends {
  const { coldC, hotC } = dialFor(r.iron, soleplateC);
  const believed = believedOf(r, columns, as)?.(soleplateC);
  if (believed) {
    const { coldBondS, hotHarmS, hotBondS, coldHarmS, unsureShare } = believed;
    const harm = firstHarm(r, columns, [soleplateC, soleplateC + hotC], as);
    const between = (minS: number, maxS: number): Window | null =>
      windowOf({ bondedS: minS, harm: harm && { ...harm, atS: maxS } });
    return {
      coldC,
      hotC,
      cold: between(coldBondS, coldHarmS),
      hot: between(hotBondS, hotHarmS),
      coldBondS,
      hotHarmS,
      hotHarm: harm && hotHarmS <= LONGEST_S.value ? { ...harm, atS: hotHarmS } : null,
      inside: MARGIN.least.value,
      unsureShare,
    };
  }
  const cold = windowOver(r, columns, soleplateC - coldC, { ...as, offC: -coldC });
  const hot = windowOver(r, columns, soleplateC + hotC, { ...as, offC: hotC });
  return {
    coldC,
    hotC,
    cold: cold.window,
    hot: hot.window,
    coldBondS: cold.bondS,
    hotHarmS: hot.harmS,
    hotHarm: hot.window ? hot.window.harm : hot.run.harm,
    inside: MARGIN.inside.value,
    unsureShare: 1,
  };
}

/** What is set, and how it goes there. */
interface SetTo {
  readonly soleplateC: number;
  /** How far beyond the moment of bonding to stay. */
  readonly times: number;
  readonly over: ColumnsWindow;
  /** Of many columns the slowest and the first harmed. */
  readonly deciding: Columns;
}

/** The heat, chosen for the columns that decide and then looked at for all. @param fixedC a heat that is set already @param stopped it cannot be pressed anyway: nothing is chosen */
function setFor(
  r: PressRequest,
  columns: Columns,
  reach: Reach,
  as: RunMore,
  fixedC: number | null,
  stopped: boolean,
): SetTo {
  const leaflet = leadingWeb(r).leaflet[r.stage];
  const at = (soleplateC: number): Pick<SetTo, 'over' | 'deciding'> => {
    const over = windowOver(r, columns, soleplateC, as);
    return { over, deciding: decisive(columns, over.deciding, over.quick) };
  };
  const firstC = fixedC ?? startC(r, reach);
  const first = at(firstC);
  if (stopped) return { soleplateC: firstC, times: MARGIN.usual.value, ...first };
  const course = courseOf(r, first.deciding, as);
  const triedHere = columns.some((c) => clothsOf(c).some((f) => testOf(f)?.ironId === r.iron.id));
  const hotCourse = triedHere
    ? courseOf(r, first.deciding, { ...as, offC: dialFor(r.iron, reach.limit.at).hotC })
    : course;
  const chosen: ChosenHeat =
    fixedC === null
      ? chooseHeat(r, reach, course, endsFrom(r, first.deciding, as, course, hotCourse))
      : {
          soleplateC: fixedC,
          times: leafletTells(r)
            ? leafletTimes(leaflet.dwellS, course.exactly(Math.max(reach.lowC, leaflet.heatC)).bondS)
            : MARGIN.usual.value,
        };
  const wantedC = fixedC ?? nearMark(r.iron, chosen.soleplateC, reach);
  const soleplateC = Math.max(Math.ceil(reach.lowC), Math.min(Math.floor(reach.highC), Math.round(wantedC)));
  return { soleplateC, times: chosen.times, ...(soleplateC === firstC ? first : at(soleplateC)) };
}

/** A window as long again as scraps of this very press have told. */
function laterBy(window: Window | null, times: number): Window | null {
  if (!window || times === 1) return window;
  const { minS, maxS, harm } = window;
  const atS = harm && harm.atS * times;
  return {
    minS: minS * times,
    maxS: Math.min(LONGEST_S.value, harm ? maxS * times : maxS),
    harm: harm && atS !== null && atS < LONGEST_S.value ? { ...harm, atS } : null,
  };
}

/** A mark that swatches have told of, where it is as near as it is known: nobody is sent a hair beside it. */
function nearMark(iron: Iron, soleplateC: number, { lowC, highC }: Reach): number {
  const near = iron.learnt?.marks.find(
    ({ c, sdC }) => Math.abs(c - soleplateC) <= sdC * NEAR_MARK_SDS.value && c >= lowC && c <= highC,
  );
  return near?.c ?? soleplateC;
}

/** What would open or shorten it, or make it hold at both ends of the dial. */
function waysOut(
  r: PressRequest,
  columns: Columns,
  { soleplateC, deciding }: SetTo,
  as: { usable: Window | null; stop: Caution | null; slow: boolean; shaky: boolean },
): { readonly remedies: readonly Remedy[]; readonly measured: Remedy | null } {
  // Over everything at once nobody looks for one remedy: what wants one is pressed by itself.
  if (columns.length > MOST_COLUMNS.value) return { remedies: [], measured: null };
  const mayTry = as.stop ? as.stop.code === 'melts-above-limit' : as.slow;
  const tried = mayTry ? tryHotter(r, columns, as.usable) : null;
  const found =
    !as.stop && (as.slow || as.shaky)
      ? followed(offersFor(r, soleplateC, as.usable, deciding), as.usable, soleplateC)
      : [];
  return {
    remedies: tried ? [...found, tried] : found,
    measured: as.shaky ? measuring(r, soleplateC, deciding) : null,
  };
}

/** The heat nearest to that of now at which a press changed by a remedy can be done: with its steam on, where it wants some. */
function heatFor(r: PressRequest, columns: Columns, nowC: number): number {
  const reach = reachFor(r, columns);
  const least = wantsSteam(r) ? steamFromC(r.iron) : reach.lowC;
  return Math.floor(Math.min(reach.highC, Math.max(least, reach.lowC, nowC)));
}

/** Of what was offered that which works when it is done: the press is worked out as it would be then, with those seconds. */
function followed(offers: readonly Offer[], now: Window | null, nowC: number): Remedy[] {
  const kept: Remedy[] = [];
  for (const { remedy, request, columns, fixedC } of offers) {
    if (kept.length >= REMEDY.most.value) break;
    // Turned over half-way takes too long to work out at every heat: its own window stands.
    const then =
      remedy.code === 'both-sides' ? null : settle(request, columns, fixedC ?? heatFor(request, columns, nowC), false);
    if (then?.stop) continue;
    const { minS, maxS } = then?.dwell ?? remedy;
    if (!now || minS < now.minS * shareOf(remedy)) kept.push({ ...remedy, minS, maxS });
  }
  return kept;
}

interface Dwell {
  readonly seconds: number;
  readonly minS: number;
  readonly maxS: number;
  readonly leafletRules: boolean;
  readonly reasons: readonly PressReason[];
}

type WhyOurs = Extract<PressReason, { code: 'ours-rules' }>['why'];

/** What keeps the leaflet's seconds from being used. @param holds from when it holds at all, from when wherever the dial is, and to when */
function whyOurs(
  r: PressRequest,
  soleplateC: number,
  holds: { readonly atLeaflet: boolean; readonly minS: number; readonly from: number; readonly maxS: number },
  reach: Reach,
): WhyOurs {
  const { atLeaflet, minS, from, maxS } = holds;
  const { heatC, dwellS } = leadingWeb(r).leaflet[r.stage];
  const coolerC = heatC - LEAFLET_NEAR_C.value;
  if (!leafletTells(r)) return 'foil-moves';
  if (!atLeaflet && reach.limit.at < coolerC && soleplateC <= reach.limit.at) return 'limit-below-leaflet';
  if (!atLeaflet) return reach.hottest < coolerC ? 'iron-below-leaflet' : 'another-heat';
  if (dwellS < minS) return 'too-short';
  if (dwellS < from) return 'too-short-cold';
  return dwellS > maxS ? 'too-long' : 'too-long-hot';
}

/** How long: the leaflet's seconds where they lie a tenth inside what holds from the cold to the hot end of the dial, at its own heat; else as near to them as that allows. */
function dwellIn(r: PressRequest, soleplateC: number, window: Window, ends: Ends, times: number, reach: Reach): Dwell {
  const leaflet = leadingWeb(r).leaflet[r.stage];
  const minS = Math.max(SHORTEST_S.value, window.minS);
  const maxS = Math.max(minS, window.maxS);
  const from = Math.max(minS, ends.coldBondS * ends.inside);
  const to = ends.hotHarmS / ends.inside;
  const atLeaflet = Math.abs(soleplateC - leaflet.heatC) <= LEAFLET_NEAR_C.value;
  const leafletRules =
    leafletTells(r) &&
    atLeaflet &&
    ends.unsureShare > LEAFLET_UNTIL.value &&
    leaflet.dwellS >= from &&
    leaflet.dwellS <= to;
  const ours = secondsBetween(ends.coldBondS, ends.hotHarmS, window.minS, timesKnown(times, ends), ends.inside);
  const sides = r.from === 'both' ? 2 : 1;
  const wanted = Math.min(maxS, Math.max(minS, ours));
  // Not rounded out of what holds wherever the dial is, where any seconds do.
  const [least, most] = from <= to ? [from, Math.min(to, maxS)] : [minS, maxS];
  const counted = countable(wanted, least, most, sides);
  const seconds = leafletRules ? leaflet.dwellS : Math.min(maxS, Math.max(minS, counted));
  const coldS = ends.cold?.minS ?? null;
  if (leafletRules)
    return { seconds, minS, maxS, leafletRules, reasons: [{ code: 'leaflet-rules', minS, harm: window.harm }] };
  const why = whyOurs(r, soleplateC, { atLeaflet, minS, from, maxS }, reach);
  return {
    seconds,
    minS,
    maxS,
    leafletRules,
    reasons: [{ code: 'ours-rules', why, minS, harm: window.harm, coldC: ends.coldC, hotC: ends.hotC, coldS }],
  };
}

/** The one thing that matters most in this stack: what the heat spends most of its time on. */
function oneThing(r: PressRequest, run: PressRun, soleplateC: number, minS: number): PressReason {
  const { stack } = run;
  const roomC = soleplateC - leadingWeb(r).meltC;
  if (roomC < LITTLE_ROOM_C.value) return { code: 'matters-room', roomC };
  // What lies above the face of the adhesive that is wetted last.
  const web = deepestWeb(stack);
  const target = stack.layers[web - 1]?.role === 'liner' ? web : web + 1;
  const above = stack.layers.slice(0, target);
  const waterGsm = stack.layers.slice(0, target + 1).reduce((w, l) => w + l.layer.wetGsm, 0);
  if (waterGsm > MUCH_WATER_GSM.value) return { code: 'matters-water', waterGsm };
  let sum = stack.plateM2KW;
  let worst: { m2KW: number; layer: 'touch' | 'cover' | 'liner' | 'cloth'; name: string } = {
    m2KW: stack.plateM2KW,
    layer: 'touch',
    name: '',
  };
  above.forEach(({ role, name, layer }, k) => {
    const m2KW = layer.thicknessMm / 1000 / layer.conductivityWmK;
    sum += m2KW + (stack.contactsM2KW[k] ?? 0);
    if (m2KW > worst.m2KW)
      worst = { m2KW, layer: role === 'cover' ? 'cover' : role === 'liner' ? 'liner' : 'cloth', name };
  });
  const surface = surfaceFacts(
    r.bench.surface,
    r.surfaces?.find((x) => x.id === r.bench.surfaceId),
  );
  return {
    code: 'matters-layer',
    share: worst.m2KW / sum,
    layer: worst.layer,
    name:
      worst.layer === 'cover'
        ? coverFacts(
            r.bench.cover,
            r.covers?.find((x) => x.id === r.bench.coverId),
          ).name
        : worst.name,
    slowOn: minS > SLOW_ON_S.value ? surface.name : null,
  };
}

/** What makes a press hold however far the dial is off; more heat does not, since heat was weighed already. */
function helpFrom(measured: Remedy | null, remedies: readonly Remedy[]): Help {
  const remedy = remedies.find((m) => m.code !== 'hotter' && m.code !== 'try-hotter');
  if (measured) return { code: 'measure-iron' };
  return remedy ? { code: 'remedy', remedy } : { code: 'scrap' };
}

/** Where the seconds do not hold from the cold to the hot end of the dial. */
function endsTold(soleplateC: number, seconds: number, ends: Ends, reach: Reach, help: Help): Caution[] {
  const { coldC, hotC } = ends;
  const told: Caution[] = [];
  if (seconds < ends.coldBondS * TOLD_SHARE.value)
    told.push({
      code: 'cold-end',
      unsureC: coldC,
      needsS: ends.coldBondS <= LONGEST_S.value ? ends.coldBondS : null,
      helps: help,
    });
  const harm = ends.hotHarm;
  if (harm && seconds * TOLD_SHARE.value > ends.hotHarmS)
    told.push({ code: 'hot-end', unsureC: hotC, harm, helps: help });
  const swingC = keptBelowC(reach.limit);
  const overC = soleplateC + swingC - reach.limit.at;
  if (reach.glidesWet)
    told.push({ code: 'glide-wet', cloth: reach.limit.bearer.name, labelC: reach.limit.at, soleplateC });
  else if (overC >= 1)
    told.push({
      code: 'over-limit',
      unsureC: swingC,
      overC,
      bearer: reach.limit.bearer,
      // No seconds and no cover make an iron cooler: only knowing it does.
      helps: help.code === 'measure-iron' ? help : { code: 'scrap' },
    });
  return told;
}

/** What can hurt, mark or spoil in this press. */
function careIn(
  r: PressRequest,
  columns: Columns,
  as: { soleplateC: number; kPa: number; steam: boolean; seconds: number; softest: Fabric | null },
): Caution[] {
  const { bench } = r;
  const cloths = columns.flatMap(clothsOf);
  const vinyl = (f: Fabric): boolean => f.fibre === 'pvc' || f.kind === 'vinyl';
  const cautions: Caution[] = [];
  if (r.stage === 'bond' && r.steam === false && r.iron.steam && leadingWeb(r).leaflet.bond.steam)
    cautions.push({ code: 'leaflet-wants-steam' });
  if (steamMissing(r) && r.iron.steam)
    cautions.push({
      code: 'steam-blocked',
      by: coverPasses(r)
        ? topCloth(r.column).name
        : coverFacts(
            bench.cover,
            r.covers?.find((x) => x.id === bench.coverId),
          ).name,
    });
  if (wantsSteam(r) && !as.steam)
    cautions.push({ code: 'too-cool-for-steam', iron: r.iron.name, fromC: steamFromC(r.iron) });
  for (const f of new Set(cloths)) {
    const test = testOf(f);
    if (test && as.soleplateC > f.maxIronC)
      cautions.push({
        code: 'past-label',
        cloth: f.name,
        labelC: f.maxIronC,
        plateC: test.plateC,
        testedS: test.seconds,
        seconds: borneS(test.seconds, test.plateC, as.soleplateC),
      });
  }
  if (bench.cover === 'damp-cloth' || as.steam) cautions.push({ code: 'steam' });
  if (as.soleplateC > VERY_HOT_C.value) cautions.push({ code: 'hot', soleplateC: as.soleplateC });
  if (cloths.some(vinyl)) cautions.push({ code: 'fumes' });
  if (
    bench.cover === 'none' &&
    columns.some((c) => c.at(-1)?.role === 'fabric' && FIBRE_FACTS[topCloth(c).fibre].synthetic)
  )
    cautions.push({ code: 'shine' });
  if (as.seconds > LONGEST_S.value * LONG_SHARE.value) cautions.push({ code: 'long', seconds: as.seconds });
  if (as.softest && as.kPa > PILE_CEILING_KPA.value * SQUASHED.value)
    cautions.push({ code: 'squashed', cloth: as.softest.name });
  const open = COVER_RELEASES[bench.cover] ? cloths.find((f) => factsOf(f).open) : undefined;
  if (open) cautions.push({ code: 'comes-through', cloth: open.name });
  const scarce = columns.flatMap(scarceIn)[0];
  if (scarce) cautions.push(scarce);
  return cautions;
}

/** Webs that carry hardly enough to fill the hollows of the two faces they lie between. */
const scarceIn = (column: PressColumn): Caution[] =>
  column.flatMap((l, i): Caution[] => {
    if (l.role !== 'web' || !l.bonds) return [];
    const faces = [column[i - 1], column[i + 1]].flatMap((n) => (n?.role === 'fabric' ? [n.fabric] : []));
    const needsGsm = fillsGsm(faces);
    return needsGsm > l.web.massGsm ? [{ code: 'scarce', needsGsm, hasGsm: l.web.massGsm }] : [];
  });

const shutBecause = (web: Web, over: ColumnsWindow, remedies: readonly Remedy[]): Caution =>
  over.clash
    ? { code: 'no-common-window', slowS: over.clash.slowS, harm: over.clash.harm }
    : {
        code: 'no-window',
        harm: over.run.harm,
        reachedC: over.run.bondC.at(-1) ?? web.meltC,
        remedies,
      };

const rounded = (n: number, parts: number): number => Math.round(n * parts) / parts;
const band = (w: Window | null): readonly [number, number] | null => w && [rounded(w.minS, 10), rounded(w.maxS, 10)];

/** Why the heat is not the leaflet's. */
function heatReasons(r: PressRequest, reach: Reach, soleplateC: number): PressReason[] {
  const keptC = keptBelowC(reach.limit);
  const { heatC } = leadingWeb(r).leaflet[r.stage];
  if (soleplateC > heatC + LEAFLET_NEAR_C.value)
    return reach.belowMelting ? [] : [{ code: 'hotter', fromC: heatC, toC: soleplateC }];
  if (soleplateC >= heatC - LEAFLET_NEAR_C.value) return [];
  const { at, bearer } = reach.limit;
  if (at < heatC && soleplateC >= at - LEAFLET_NEAR_C.value && reach.highC === at)
    return [{ code: 'cooler', bearer, limitC: at }];
  if (soleplateC + keptC <= at + LEAFLET_NEAR_C.value && heatC + keptC > at && reach.highC === at)
    return [{ code: 'kept-away', bearer, limitC: at, unsureC: keptC }];
  return [];
}

/**
 * How soon a press could be done: the least seconds at the leaflet's heat or, where that does nothing, at the hottest that everything bears.
 * @returns null when neither gives a window that can be hit
 */
export function leastSeconds(r: PressRequest): number | null {
  const reach = reachFor(r, [r.column]);
  if (reach.stops.length > 0) return null;
  for (const c of new Set([startC(r, reach), Math.floor(reach.highC)])) {
    const { window } = windowOver(r, [r.column], c, { steam: steamsAt(r, c) });
    // What is glided over in passes, nobody stands on: a pass is as long as it gets.
    if (window && isUsable(window))
      return steamsAt(r, c) && inPasses(r) ? Math.min(window.minS, PASSES.passS.value) : window.minS;
  }
  return null;
}

/**
 * Heat, dwell, pressure and cooling for one press, worked out for every column that lies under the iron.
 * Heat and seconds are chosen together: near the leaflet, away from every limit by as much as the dial may be off, bonded where it is that much cooler and unharmed where it is that much hotter. Where both cannot be had, cautions say so and what would help.
 * Never above a care limit but as its owner tested. All figures are estimates of a model and are said to be.
 * @param columns what lies in each place the press covers: its seconds are right for all of them. By default only the request's own
 * @param fixedC a heat that is set already, for other presses; it must be within what this one bears
 * @returns always a setting; where nothing can be pressed so, `stop` says why
 */
export function settingFor(r: PressRequest, columns: Columns = [r.column], fixedC: number | null = null): Setting {
  const setting = settle(r, columns, fixedC, true);
  const { book } = setting;
  if (!book || setting.stop) return setting;
  const before = untaught(r, listed(columns), fixedC);
  const asBefore =
    before.dwell.seconds === setting.dwell.seconds &&
    JSON.stringify(before.heat.dial) === JSON.stringify(setting.heat.dial);
  const was = before.stop || asBefore ? null : { seconds: before.dwell.seconds, dial: before.heat.dial };
  return { ...setting, book: { ...book, was } };
}

/** A layer as it was before there was a book: the very one that it was worked out with then. */
function untaughtLayer(layer: PressColumn[number]): PressColumn[number] {
  if (layer.role === 'web') {
    const { learnt: _, ...web } = layer.web;
    return asOne({ ...layer, web: same(web) });
  }
  if (layer.role !== 'fabric') return layer;
  const { learnt: _, ...fabric } = layer.fabric;
  return asOne({ ...layer, fabric: same(fabric) });
}
/** The setting as it was before there was a book. */
const untaught = derive((r: PressRequest, columns: Columns, fixedC: number | null): Setting => {
  const { learnt: _, ...iron } = r.iron;
  const plain = (column: PressColumn): PressColumn => listed(column.map(untaughtLayer));
  return settle({ ...r, iron: same(iron), column: plain(r.column) }, listed(columns.map(plain)), fixedC, false);
});

/** What the book has to do with a press. @param r with the column that decides @param steam whether steam is on */
function bookOf(r: PressRequest, steam: boolean): BookSays | null {
  const { learnt } = r.iron;
  const swatches = learnt?.swatches ?? leadingWeb(r).learnt?.swatches ?? 0;
  const like = learnt?.presses[likeKey(r, steam)];
  return swatches === 0 ? null : { swatches, like: like?.swatches ?? 0, held: like?.held ?? 0, was: null };
}

/** How often, and how long each time: a pass is whole seconds, too, where all of them together still hold from the cold to the hot end. */
function inWhole(dwell: Dwell, ends: Ends, passes: boolean): { count: number; eachS: number; seconds: number } {
  const count = passes ? Math.max(1, Math.ceil(dwell.seconds / PASSES.passS.value)) : 1;
  const leastS = dwell.seconds >= ends.coldBondS ? Math.max(dwell.minS, ends.coldBondS) : dwell.minS;
  const mostS = dwell.seconds <= ends.hotHarmS ? Math.min(dwell.maxS, ends.hotHarmS) : dwell.maxS;
  const eachS = countable(dwell.seconds / count, leastS / count, mostS / count);
  const seconds = passes ? Math.min(dwell.maxS, Math.max(dwell.minS, count * eachS)) : dwell.seconds;
  return { count, eachS, seconds };
}

/** @param looks whether ways out are looked for where it is slow, or does not hold */
function settle(r: PressRequest, columns: Columns, fixedC: number | null, looks: boolean): Setting {
  const { iron, bench } = r;
  const web = leadingWeb(r);
  const leaflet = web.leaflet[r.stage];
  const reach = reachFor(r, columns);
  const cautions: Caution[] = [];
  const reasons: PressReason[] = [{ code: 'leaflet', ...leaflet }];
  const [gravest, ...others] = reach.stops;
  cautions.push(...others);
  let stop: Caution | null = gravest ?? null;
  const through = Math.max(...columns.map(clothsThrough));
  if (!stop && through > MOST_THROUGH.value) stop = { code: 'too-many-layers', layers: through };

  const { kPa, softest } = pressureOn(iron, columns.flatMap(clothsOf));
  // Steam comes only from a mark at which this iron makes it: set at least there, where everything bears that.
  const steam = wantsSteam(r) && steamFromC(iron) <= (fixedC ?? reach.highC) + DIAL_NEAR_C.value;
  const passes = steam && inPasses(r, columns);
  const standing = r.kPa ?? kPa;
  const pressed = passes ? Math.min(PASSES.kPa.value, standing) : standing;
  if (softest && !passes && kPa < ironPressureKPa(iron)) reasons.push({ code: 'no-lean', cloth: softest.name });
  const as = { kPa: standing, steam, passes };
  const lowC = steam ? Math.min(reach.highC, Math.max(reach.lowC, steamFromC(iron) - DIAL_NEAR_C.value)) : reach.lowC;
  const set = setFor(r, columns, { ...reach, lowC }, as, fixedC, stop !== null);
  const { soleplateC, over, deciding } = set;
  if (!stop && fixedC === null && reach.belowMelting)
    cautions.push({
      code: 'leaflet-below-melting',
      leafletC: leaflet.heatC,
      meltC: web.meltC,
      setC: soleplateC,
    });
  const window = laterBy(over.window, stop ? 1 : (believedOf(r, deciding, as)?.(soleplateC).lateTimes ?? 1));
  const usable = window !== null && isUsable(window) ? window : null;
  const ends: Ends = stop
    ? {
        ...dialFor(iron, soleplateC),
        cold: null,
        hot: null,
        coldBondS: 0,
        hotHarmS: 0,
        hotHarm: null,
        inside: MARGIN.inside.value,
        unsureShare: 1,
      }
    : endsOf(r, deciding, soleplateC, as);

  const dwell: Dwell = usable
    ? dwellIn(r, soleplateC, usable, ends, set.times, reach)
    : { seconds: leaflet.dwellS, minS: leaflet.dwellS, maxS: leaflet.dwellS, leafletRules: false, reasons: [] };
  const shaky =
    usable !== null && (dwell.seconds < ends.coldBondS || (ends.hotHarm !== null && dwell.seconds > ends.hotHarmS));
  const slow = !usable || dwell.minS > SLOW_S.value;
  const { remedies, measured } = looks
    ? waysOut(r, columns, set, { usable, stop, slow, shaky })
    : { remedies: [], measured: null };
  if (!stop && !usable)
    stop = window
      ? { code: 'narrow-window', minS: window.minS, maxS: window.maxS, harm: window.harm, remedies }
      : shutBecause(web, over, remedies);

  reasons.push(...heatReasons(r, reach, soleplateC), ...dwell.reasons);
  const here = { ...r, column: columns[over.deciding] ?? r.column };
  if (columns.length > 1)
    reasons.push({ code: 'several-piles', piles: columns.length, layers: clothsOf(here.column).length });
  reasons.push(oneThing(here, over.run, soleplateC, dwell.minS));
  if (usable && slow) for (const remedy of remedies) reasons.push({ code: 'quicker', remedy });
  if ((r.from ?? 'face') !== 'face' && r.from)
    reasons.push({ code: 'side', from: r.from === 'both' ? 'both' : 'back' });

  const book = bookOf(here, steam);
  const dial = dialFor(iron, soleplateC);
  if (dial.problem) cautions.push(dial.problem);
  if (!stop) cautions.push(...endsTold(soleplateC, dwell.seconds, ends, reach, helpFrom(measured, remedies)));
  cautions.push(...careIn(r, columns, { soleplateC, kPa: pressed, steam, seconds: dwell.seconds, softest }));
  if (r.smallMoves) reasons.push({ code: 'small-moves' });
  else if (iron.vents && r.stage === 'bond' && !passes) reasons.push({ code: 'vents' });

  const { count, eachS, seconds } = inWhole(dwell, ends, passes);
  if (r.coverForSteam && steam) reasons.push({ code: 'steam-cover', cover: bench.cover });
  if (passes && !stop) reasons.push({ code: 'in-passes', count, eachS });

  const cold = bench.surface === 'glass';
  const coolS = stop
    ? 0
    : coolingS(here, { soleplateC, kPa: pressed, steam }, seconds, cold ? 'cold-table' : 'on-the-board');
  const surface = surfaceFacts(
    bench.surface,
    r.surfaces?.find((x) => x.id === bench.surfaceId),
  );
  return {
    heat: { soleplateC, dial: dial.place, dots: dotsForSoleplate(soleplateC) },
    // What cannot be pressed has no seconds of its own to tell: the leaflet's stand in their place.
    dwell: stop
      ? { seconds: leaflet.dwellS, minS: leaflet.dwellS, maxS: leaflet.dwellS }
      : { seconds, minS: Math.floor(dwell.minS * 10) / 10, maxS: Math.ceil(dwell.maxS * 10) / 10 },
    band: { coldS: stop ? null : band(ends.cold), hotS: stop ? null : band(ends.hot) },
    passes: passes && !stop ? { count, eachS, lookS: PASSES.lookS.value } : null,
    side: r.stage === 'bond' ? (r.from ?? 'face') : 'face',
    pressure: { kPa: rounded(pressed, 100), lean: leanAt(pressed) },
    steam,
    cover: bench.cover,
    placements: 1,
    deciding: over.deciding,
    // Hands count cooling in fives.
    coolS: coolS < FINE_COUNT_S.value ? Math.ceil(coolS) : Math.round(coolS / COUNT_S.value) * COUNT_S.value,
    coolsOn: surface.name,
    stop,
    cautions,
    reasons,
    leaflet: { heatC: leaflet.heatC, dwellS: leaflet.dwellS, rules: dwell.leafletRules },
    unsureC: Math.round(dial.unsureC),
    stands: book ? 'swatches' : isMeasured(iron) ? 'measured' : 'estimated',
    book,
    remedies: [...remedies, ...(measured ? [measured] : [])].map((m) => ({
      ...m,
      minS: rounded(m.minS, 10),
      maxS: rounded(m.maxS, 10),
    })),
  };
}
