import { deltaE as apart } from '../../base/colour';
import { factsOf } from '../../choose/material';
import { type Fabric, type GatherPlan, lookup, type Need, needKey, type Plan, type Project } from '../../keep/model';
import { clothNeed } from './cloth';
import { kindOfFabric } from './offers';

/** One cloth in place of another. */
export interface Swap {
  readonly fromId: string;
  readonly to: Fabric;
  /** How far their colours are apart, CIEDE2000. */
  readonly deltaE: number;
  readonly areaMm2: number;
}

/** Colours farther apart than this are another picture. Estimated: at 10 anyone sees the difference beside each other. */
export const NEAR_ENOUGH_DELTA_E = 16;
/** Nearer than this to what it lies on or beside it vanishes. */
const VANISHES_DELTA_E = 6;
/** So many are told for each. */
const FEW = 3;
/** Each short cloth is tried with so many when all are swapped together. */
const TRIED = 6;
/** Layouts tried for one proposal. */
const MOST_TRIES = 120;

/** Cloths that can do the same work: both felt or both not, both with or without a pile, and bearing no less heat. */
function alike(a: Fabric, b: Fabric): boolean {
  const fa = factsOf(a);
  const fb = factsOf(b);
  return (
    kindOfFabric(a) === kindOfFabric(b) &&
    fa.hairyOrThick === fb.hairyOrThick &&
    fa.hard === fb.hard &&
    (a.frays === 0) === (b.frays === 0) &&
    b.maxIronC >= Math.min(a.maxIronC, 150)
  );
}

/** Fabrics that pieces of one touch or lie on: what is as like those vanishes. */
function neighboursOf(project: Project, plan: Plan, fabricId: string): Set<string> {
  const look = lookup(project);
  const of = (id: string): string => look.piece(id).fabricId;
  const near = new Set<string>();
  for (const o of plan.overlaps) {
    if (of(o.under) === fabricId) near.add(of(o.over));
    if (of(o.over) === fabricId) near.add(of(o.under));
  }
  for (const p of project.pieces)
    if (p.fabricId === fabricId) {
      const ground = look.articleOf(p).ground;
      if (ground) near.add(ground.fabricId);
    }
  near.delete(fabricId);
  return near;
}

/** A project with cloths swapped; what is not in it yet comes along. */
export function swapped(project: Project, swaps: readonly Pick<Swap, 'fromId' | 'to'>[]): Project {
  const to = new Map(swaps.map((s) => [s.fromId, s.to]));
  const known = new Set(project.fabrics.map((f) => f.id));
  const idOf = (id: string): string => to.get(id)?.id ?? id;
  return {
    ...project,
    fabrics: [
      ...project.fabrics,
      ...swaps.map((s) => s.to).filter((f, i, all) => !known.has(f.id) && all.findIndex((o) => o.id === f.id) === i),
    ],
    pieces: project.pieces.map((p) => (to.has(p.fabricId) ? { ...p, fabricId: idOf(p.fabricId) } : p)),
    words: project.words.map((w) => ({
      ...w,
      fabricId: idOf(w.fabricId),
      own: w.own.map((o) => (o.fabricId === null ? o : { ...o, fabricId: idOf(o.fabricId) })),
    })),
    recipe: { ...project.recipe, answers: replaced(project.recipe.answers, idOf) as typeof project.recipe.answers },
    articles: project.articles.map((a) =>
      a.ground && to.has(a.ground.fabricId) ? { ...a, ground: { ...a.ground, fabricId: idOf(a.ground.fabricId) } } : a,
    ),
  };
}

/** A recipe's answers name cloths by their ids, at any depth. */
function replaced(value: unknown, idOf: (id: string) => string): unknown {
  if (typeof value === 'string') return idOf(value);
  if (Array.isArray(value)) return value.map((v) => replaced(v, idOf));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, replaced(v, idOf)]));
}

const shortCloths = (gather: GatherPlan): Need[] =>
  gather.needs.filter((n) => n.kind === 'fabric' && n.short.areaMm2 !== undefined);

/** What could stand in for a cloth by its kind and colour, nearest first. */
function candidatesFor(project: Project, plan: Plan, need: Need, drawer: readonly Fabric[]): Swap[] {
  const from = lookup(project).fabric(need.id);
  const areaMm2 = need.need.areaMm2 ?? 0;
  const all = new Map([...drawer, ...project.fabrics].map((f) => [f.id, f]));
  const near = [...neighboursOf(project, plan, from.id)].flatMap((id) => all.get(id) ?? []);
  return [...all.values()]
    .filter((to) => to.id !== from.id && alike(from, to) && to.stock.some((s) => s.count > 0))
    .map((to) => ({ fromId: from.id, to, deltaE: apart(from.colour, to.colour), areaMm2 }))
    .filter(
      (s) =>
        s.deltaE <= NEAR_ENOUGH_DELTA_E &&
        near.every((n) => n.id !== s.to.id && apart(n.colour, s.to.colour) >= VANISHES_DELTA_E),
    )
    .sort((a, b) => a.deltaE - b.deltaE);
}

/** Whether what is here of a cloth does for all that is cut from it in a project. */
function does(project: Project, plan: Plan, fabricId: string): boolean {
  const need = clothNeed(project, plan, fabricId);
  return need === null || need.short.areaMm2 === undefined;
}

/** For each cloth that is short: others that are here, near enough in colour, and enough for its pieces beside their own. */
export function nearCloths(
  project: Project,
  plan: Plan,
  gather: GatherPlan,
  drawer: readonly Fabric[],
): ReadonlyMap<string, readonly Swap[]> {
  return new Map(
    shortCloths(gather).map((n) => [
      n.key,
      candidatesFor(project, plan, n, drawer)
        .filter((s) => does(swapped(project, [s]), plan, s.to.id))
        .slice(0, FEW),
    ]),
  );
}

/**
 * Swaps with which every cloth that is short can be made of what is here, with the least change of look: the sum of area times difference of colour is as small as can be.
 * Branch and bound over the candidates of each; null where it cannot be done so.
 */
export function swapAll(
  project: Project,
  plan: Plan,
  gather: GatherPlan,
  drawer: readonly Fabric[],
): readonly Swap[] | null {
  const short = shortCloths(gather);
  if (short.length === 0) return null;
  const choices = short.map((n) =>
    candidatesFor(project, plan, n, drawer)
      .filter((s) => !short.some((o) => o.key === needKey('fabric', s.to.id)))
      .slice(0, TRIED),
  );
  const costOf = (s: Swap): number => s.areaMm2 * s.deltaE;
  const leastFrom = choices.map((_, i) =>
    choices.slice(i).reduce((sum, list) => sum + Math.min(...list.map(costOf), Number.POSITIVE_INFINITY), 0),
  );
  let best: { swaps: readonly Swap[]; cost: number } | null = null;
  let tries = 0;
  const go = (i: number, swaps: readonly Swap[], cost: number): void => {
    if (tries > MOST_TRIES || cost + (leastFrom[i] ?? 0) >= (best?.cost ?? Number.POSITIVE_INFINITY)) return;
    if (i === choices.length) {
      best = { swaps, cost };
      return;
    }
    for (const s of choices[i] ?? []) {
      const next = [...swaps, s];
      tries += 1;
      if (does(swapped(project, next), plan, s.to.id)) go(i + 1, next, cost + costOf(s));
    }
  };
  go(0, [], 0);
  return (best as { swaps: readonly Swap[] } | null)?.swaps ?? null;
}
