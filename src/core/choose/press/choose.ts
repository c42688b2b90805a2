import { nth } from '../../base/lists';
import type { Caution } from '../../keep/model';
import { FLOW_MARGIN_C, factsOf, flowC } from '../material';
import { believedOf } from './believed';
import { DIAL_NEAR_C, MARGIN, SEARCH, WEIGH } from './data';
import { dialFor, marksOf } from './dial';
import { type HeatLimit, hottestC, keptBelowC, topCloth } from './limits';
import { leadingWeb, type PressColumn, type PressRequest, websOf } from './stack';
import { steamFromC } from './steam';
import { inPasses, type RunMore, windowOver } from './window';

type Columns = readonly PressColumn[];

/** What the iron can be set to, from its marks; an iron that has none, or whose marks do not rise, is taken to reach everything. */
export function dialReach({ iron }: Pick<PressRequest, 'iron'>): {
  readonly coolest: number;
  readonly hottest: number;
} {
  const marks = marksOf(iron).map((m) => m.c);
  const rising = marks.every((c, i) => i === 0 || c > (marks[i - 1] ?? c));
  return rising && marks.length > 0
    ? { coolest: Math.min(...marks), hottest: Math.max(...marks) }
    : { coolest: 0, hottest: Number.POSITIVE_INFINITY };
}

/** Between which soleplates a press may be looked for, or why nowhere. */
export interface Reach {
  readonly lowC: number;
  readonly highC: number;
  /** What everything under the iron bears, and what bears least. */
  readonly limit: HeatLimit;
  /** What the iron itself gets to. */
  readonly hottest: number;
  /** Past the label of what bears least: it is wet, and only glided over. */
  readonly glidesWet: boolean;
  /** The leaflet's heat is hardly where the web melts. */
  readonly belowMelting: boolean;
  readonly stops: readonly Caution[];
}

/** From where the web flows to what everything bears and the iron gets to. */
export function reachFor(r: PressRequest, columns: Columns): Reach {
  const { iron } = r;
  const limit = hottestC(r, columns);
  // Of several webs the one that flows last has to flow.
  const flowsC = Math.max(...columns.flatMap(websOf).map(flowC));
  const { coolest, hottest } = dialReach(r);
  const stops: Caution[] = [];
  if (hottest < flowsC)
    stops.push({ code: 'iron-too-cool', iron: iron.name, meltBelowC: hottest - FLOW_MARGIN_C.value });
  else if (flowsC <= limit.at && coolest > limit.at + DIAL_NEAR_C.value)
    stops.push({ code: 'iron-too-hot', iron: iron.name, lowestC: coolest, limitC: limit.at });
  if (flowsC > limit.at)
    stops.push({
      code: 'melts-above-limit',
      flowC: flowsC,
      bearer: limit.bearer,
      limitC: limit.at,
      meltBelowC: limit.at - FLOW_MARGIN_C.value,
    });
  // An iron that steams only at a mark hotter than the label: wet wool that is glided over does not get as hot.
  const wet = inPasses(r, columns) ? hottestC(r, columns, true).at : limit.at;
  const glidesWet = steamFromC(iron) > limit.at + DIAL_NEAR_C.value && steamFromC(iron) <= wet;
  const highC = Math.min(glidesWet ? wet : limit.at, hottest);
  return {
    glidesWet,
    lowC: Math.min(highC, Math.max(flowsC, coolest)),
    highC,
    limit,
    hottest,
    belowMelting: leadingWeb(r).leaflet[r.stage].heatC < flowsC,
    stops,
  };
}

/** The moments of a press at any heat, from a few that were worked out: between them the logarithm is taken as straight. */
export interface DwellCourse {
  readonly at: (soleplateC: number) => { readonly bondS: number; readonly harmS: number };
  /** Worked out for just that heat. */
  readonly exactly: (soleplateC: number) => { readonly bondS: number; readonly harmS: number };
}
export function courseOf(r: PressRequest, columns: Columns, more: RunMore = {}): DwellCourse {
  const nodes = new Map<number, { bond: number; harm: number }>();
  const exactly = (c: number): { bondS: number; harmS: number } => windowOver(r, columns, c, more);
  const node = (k: number): { bond: number; harm: number } => {
    let known = nodes.get(k);
    if (!known) {
      const { bondS, harmS } = exactly(k * SEARCH.nodeC.value);
      known = { bond: Math.log(bondS), harm: Math.log(harmS) };
      nodes.set(k, known);
    }
    return known;
  };
  return {
    exactly,
    at(soleplateC) {
      const place = soleplateC / SEARCH.nodeC.value;
      const k = Math.floor(place);
      const share = place - k;
      const low = node(k);
      const high = share > 0 ? node(k + 1) : low;
      return {
        bondS: Math.exp(low.bond + share * (high.bond - low.bond)),
        harmS: Math.exp(low.harm + share * (high.harm - low.harm)),
      };
    },
  };
}

/** Both ends of what a press may come to at a heat: as far off as the dial may be, or as a book of swatches has it. */
export interface EndsAt {
  readonly coldBondS: number;
  readonly hotHarmS: number;
  /** The margin that is kept inside them. */
  readonly inside: number;
  /** What is left of not knowing, 0 … 1. */
  readonly unsureShare: number;
}
export type EndsOf = (soleplateC: number, how: 'at' | 'exactly') => EndsAt;

/** Both ends, from the course of a press or from what is believed of it. */
export function endsFrom(
  r: PressRequest,
  columns: Columns,
  as: RunMore,
  course: DwellCourse,
  hotCourse: DwellCourse,
): EndsOf {
  const believed = believedOf(r, columns, as);
  if (believed)
    return (c) => {
      const { coldBondS, hotHarmS, unsureShare } = believed(c);
      return { coldBondS, hotHarmS, inside: MARGIN.least.value, unsureShare };
    };
  return (c, how) => {
    const { coldC, hotC } = dialFor(r.iron, c);
    return {
      coldBondS: course[how](c - coldC).bondS,
      hotHarmS: hotCourse[how](c + hotC).harmS,
      inside: MARGIN.inside.value,
      unsureShare: 1,
    };
  };
}

/** The seconds between the cold end's need and the hot end's harm: as much beyond the moment of bonding as the leaflet is, kept inside by a margin. */
export function secondsBetween(
  coldBondS: number,
  hotHarmS: number,
  bondS: number,
  times: number,
  inside = MARGIN.inside.value,
): number {
  const from = coldBondS * inside;
  const to = hotHarmS / inside;
  return from <= to ? Math.min(to, Math.max(from, bondS * times)) : Math.sqrt(from * to);
}

/** Whether the leaflet's seconds are meant for this: they are for an iron that stands on cloth, not for one that moves over foil. */
export const leafletTells = (r: Pick<PressRequest, 'column' | 'smallMoves'>): boolean =>
  !(r.smallMoves === true && factsOf(topCloth(r.column)).material === 'foil');

/** How far beyond the moment of bonding the leaflet's seconds are. */
export const leafletTimes = (leafletS: number, bondThereS: number): number =>
  Math.min(MARGIN.most.value, Math.max(MARGIN.inside.value, leafletS / bondThereS));

/** How far beyond the moment of bonding to stay once scraps have told it: the surer, the less. */
export const timesKnown = (times: number, { unsureShare }: Pick<EndsAt, 'unsureShare'>): number => times ** unsureShare;

/** What can be set: the heat, and how far beyond the moment of bonding to stay. */
export interface ChosenHeat {
  readonly soleplateC: number;
  readonly times: number;
}

/**
 * Heat and seconds together: the leaflet's heat, unless being nearer to a limit, too narrow between the cold and the hot end of the dial, or longer than anyone stands costs more than leaving it.
 * Each cost changes by little where anything does, so heat and seconds do too.
 * @param course how it goes at any heat @param ends how it goes at both ends of what is not known
 */
export function chooseHeat(r: PressRequest, reach: Reach, course: DwellCourse, ends: EndsOf): ChosenHeat {
  const leaflet = leadingWeb(r).leaflet[r.stage];
  const { lowC, highC, limit } = reach;
  const kept = keptBelowC(limit);
  const within = (c: number): number => Math.min(highC, Math.max(lowC, c));
  // The leaflet's own heat, even where it cannot be set: what it says there is what it means.
  const times = leafletTells(r)
    ? leafletTimes(leaflet.dwellS, course.at(Math.max(lowC, leaflet.heatC)).bondS)
    : MARGIN.usual.value;
  const holdsAt = (c: number): boolean => {
    const at = ends(c, 'exactly');
    const { coldBondS: cold, hotHarmS: hot, inside } = at;
    const seconds = secondsBetween(cold, hot, course.exactly(c).bondS, timesKnown(times, at), inside);
    return (
      c + kept <= limit.at + SEARCH.lastC.value &&
      seconds <= Math.max(WEIGH.longS.value, leaflet.dwellS) &&
      WEIGH.roomy.value * MARGIN.inside.value ** 2 * cold <= hot
    );
  };
  const cost = (c: number): number => {
    const at = ends(c, 'at');
    const { coldBondS: cold, hotHarmS: hot, inside } = at;
    const here = course.at(c);
    const seconds = secondsBetween(cold, hot, here.bondS, timesKnown(times, at), inside);
    const tight = Math.log((WEIGH.roomy.value * MARGIN.inside.value ** 2 * cold) / hot);
    return (
      WEIGH.offLeaflet.value * Math.abs(c - leaflet.heatC) +
      WEIGH.long.value * Math.max(0, seconds - Math.max(WEIGH.longS.value, leaflet.dwellS)) +
      WEIGH.tight.value * Math.max(0, tight) +
      WEIGH.shut.value * Math.max(0, Math.log((MARGIN.inside.value ** 2 * here.bondS) / here.harmS)) +
      WEIGH.overLimit.value * Math.max(0, c + kept - limit.at)
    );
  };
  let at = within(startC(r, reach));
  // With nothing in its way but a limit, the heat as far from that as the dial may be off is the best there is.
  let least = holdsAt(at) ? 0 : cost(at);
  for (let step = SEARCH.firstC.value; step >= SEARCH.lastC.value && least > 0; ) {
    // Cooler than it may be nothing gets better: it only takes longer.
    const cooler = at > leaflet.heatC || at + kept > limit.at;
    const better = [...(cooler ? [within(at - step)] : []), within(at + step)]
      .map((c) => ({ c, is: cost(c) }))
      .reduce((a, b) => (b.is < a.is ? b : a));
    if (better.is < least) {
      at = better.c;
      least = better.is;
    } else step /= 2;
  }
  return { soleplateC: at, times };
}

/** Where to begin: the leaflet's heat, or as far below what bears least as the dial may be off. */
export function startC(r: PressRequest, { lowC, highC, limit }: Reach): number {
  const { heatC } = leadingWeb(r).leaflet[r.stage];
  const away = limit.at - keptBelowC(limit);
  return Math.floor(Math.min(highC, Math.max(lowC, Math.min(heatC, away))));
}

/** Of several columns those that decide: the slowest, and the one that is harmed first. */
export const decisive = (columns: Columns, slow: number, quick: number): Columns =>
  slow === quick ? [nth(columns, slow)] : [nth(columns, slow), nth(columns, quick)];
