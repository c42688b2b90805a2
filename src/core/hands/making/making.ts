import { inMap, nth } from '../../base/lists';
import { mergeBounds } from '../../base/shape';
import { resetS } from '../../choose/press';
import type { Making, MakingTrouble, PressTicket, Step, StepKind, Web } from '../../keep/model';
import type { Laid } from '../../lay/laid';
import { isFoiled, RECIPE_FACTS } from '../../lay/recipe';
import { type Edged, edgePlan } from '../edge';
import { type AskFacts, gatesFor, inTheGuide, lookFor, showsFor, wrongFor } from './asks';
import { foilsOf } from './foils';
import { atOneHeat } from './heats';
import { PHASE_DRAFTS } from './phases';
import { type Neighbour, placesFrom } from './places';
import { isInFold, type Press } from './press';
import { type Chosen, pressesOf } from './presses';
import { isCarried } from './sheet-presses';
import { foldSteps, type Impossible, type PieceFacts, statesOf } from './state';
import { STEP_FACTS } from './step';
import { ticketsOf } from './tickets';
import { type Draft, type MakingWork, sum } from './work';

/** A making with its tickets, and what both stand on. */
export interface Made {
  readonly making: Making;
  readonly tickets: readonly PressTicket[];
  /** The presses by the step that each of them is. */
  readonly presses: ReadonlyMap<string, Press>;
  /** Where hands would have to stop; null, as it must be. */
  readonly impossible: Impossible | null;
  /** How edges are finished. */
  readonly edged: Edged;
}

/** Drafts as steps, with what is true of each kind. */
function steps(drafts: readonly Draft[]): Step[] {
  const counts = new Map<StepKind, number>();
  return drafts.map((d): Step => {
    const n = (counts.get(d.kind) ?? 0) + 1;
    counts.set(d.kind, n);
    const facts = STEP_FACTS[d.kind];
    return {
      id: `${d.kind}-${n}`,
      articleId: null,
      pieceIds: [],
      members: d.pieceIds ?? [],
      unit: null,
      webId: null,
      fabricId: null,
      copies: 1,
      ticketId: null,
      batch: null,
      on: 'hand',
      loads: 1,
      setDowns: 0,
      setDownsEach: [],
      columns: [],
      handsS: 0,
      waitS: 0,
      place: [],
      places: [],
      shows: null,
      gates: [],
      look: null,
      wrong: [],
      ifNot: [],
      care: facts.care,
      ...d,
    };
  });
}

/** Waiting told truly: an iron that changes heat, and what cools while hands have nothing else to do with it. */
function waited(all: readonly Step[], tickets: ReadonlyMap<string, PressTicket>): { steps: Step[]; settings: number } {
  let heatC: number | null = null;
  let settings = 0;
  const timed = all.map((step): Step => {
    const ticket = step.ticketId === null ? undefined : tickets.get(step.ticketId);
    if (!ticket || ticket.stop) return step;
    const to = ticket.heat.soleplateC;
    const wait = resetS(heatC, to);
    if (heatC === null || wait > 0) settings += 1;
    heatC = to;
    return { ...step, waitS: wait };
  });
  // What cools runs on by itself: it is waited for where something that cools is needed, and only for what is left then.
  const waits = new Map<number, number>();
  const cooling = new Map<number, { readonly readyS: number; readonly members: ReadonlySet<string> }>();
  let clockS = 0;
  const waitFor = (needed: (members: ReadonlySet<string>) => boolean): void => {
    for (const [i, c] of cooling) {
      if (!needed(c.members)) continue;
      if (c.readyS > clockS) {
        waits.set(i, (waits.get(i) ?? 0) + c.readyS - clockS);
        clockS = c.readyS;
      }
      cooling.delete(i);
    }
  };
  timed.forEach((step, i) => {
    if (step.kind === 'cool') {
      cooling.set(i, { readyS: clockS + step.waitS, members: new Set(step.members) });
      return;
    }
    waitFor((members) => step.members.some((id) => members.has(id)));
    clockS += step.handsS + step.waitS;
  });
  waitFor(() => true);
  return {
    settings,
    steps: timed.map((step, i) => (step.kind === 'cool' ? { ...step, waitS: waits.get(i) ?? 0 } : step)),
  };
}

/** How often each bond is heated again by a later press that reaches it. */
function reheatsOf({ pile }: Laid, presses: readonly Press[]): [string, number][] {
  const bonded = new Set<string>();
  const times = new Map<string, number>();
  for (const p of presses) {
    if (p.stage !== 'bond' || p.setting.stop) continue;
    const mine = new Set(p.members);
    const reached = new Set([...mine].flatMap((id) => [...pile.under(id)]));
    for (const id of mine) if (bonded.has(id)) reached.add(id);
    for (const id of reached) if (bonded.has(id) && !p.pieceIds.includes(id)) times.set(id, (times.get(id) ?? 0) + 1);
    for (const id of p.pieceIds) bonded.add(id);
  }
  return [...times];
}

/** Where pieces are laid on their grounds, step by step: one thing by its own box, several each by theirs, from what lies already, too. */
function placed(list: readonly Step[], { laid, boundsOf }: MakingWork): Pick<Step, 'place' | 'places'>[] {
  const lying: Neighbour[] = [];
  const nowhere = { place: [], places: [] };
  return list.map((step) => {
    if (step.kind !== 'lay' || step.on !== 'ground' || step.does.code === 'lay-out') return nowhere;
    const ground = laid.project.articles.find((a) => a.id === step.articleId)?.ground;
    if (!ground || step.members.length === 0) return nowhere;
    const before = [...lying];
    const mine = step.members.map((pieceId) => ({ pieceId, box: boundsOf(pieceId) }));
    lying.push(...mine);
    if (step.does.code === 'lay-unit' || (step.does.code === 'lay-piece' && mine.length === 1))
      return { place: placesFrom(mergeBounds(mine.map((m) => m.box)), ground, before), places: [] };
    if (step.does.code !== 'lay-piece' && step.does.code !== 'lay-all') return nowhere;
    return {
      place: [],
      places: mine.map(({ pieceId, box }, i) => ({
        pieceId,
        place: placesFrom(box, ground, [...before, ...mine.slice(0, i)]),
      })),
    };
  });
}

/** What is asked, looked at and possibly wrong, by the states each step stands between. */
function askedOf(steps: readonly Step[], states: ReturnType<typeof statesOf>, a: AskFacts, work: MakingWork): Step[] {
  const places = placed(steps, work);
  return steps.map((step, i) => {
    const { before, after } = nth(states, i);
    const wrong = wrongFor(step, before, after, a);
    return {
      ...step,
      ...nth(places, i),
      shows: showsFor(step, before),
      gates: gatesFor(step, before, a),
      look: lookFor(step, before, after, a),
      wrong,
      ifNot: wrong.filter(inTheGuide),
    };
  });
}

function askFacts(
  { laid, tickets }: MakingWork,
  facts: AskFacts['facts'],
  chosen: Chosen,
  steps: readonly Step[],
): AskFacts {
  const { project, look } = laid;
  const tracings = new Map(chosen.tracings.map((t) => [t.pieceId, t]));
  const flush = new Set(steps.flatMap(({ does }) => (does.code === 'cut-patch' && does.flush ? [does.patch] : [])));
  const ticketOf = (step: Step): PressTicket | undefined =>
    step.ticketId === null ? undefined : tickets.get(step.ticketId);
  return {
    facts,
    drawn: (id) => {
      const t = tracings.get(id);
      return !t || t.code === 'no-care' ? null : t.mirrored ? 'reversed' : 'as-seen';
    },
    cover: (step) => {
      const ticket = ticketOf(step);
      if (!ticket || ticket.cover === 'none') return null;
      const { coverIds, covers } = project.bench;
      // An own cover is named where it is the one that lies there.
      const own =
        ticket.cover === covers[ticket.stage] ? project.covers.find((c) => c.id === coverIds[ticket.stage]) : undefined;
      return { cover: ticket.cover, name: own?.name ?? null };
    },
    bondable: new Set(
      steps.flatMap((s) =>
        (s.kind === 'bond' || s.kind === 'steam-pass') && ticketOf(s)?.stop === null ? s.pieceIds : [],
      ),
    ),
    isPressed: (step) => ticketOf(step)?.stop === null,
    isFlush: ({ does }) => does.code === 'fuse-patch' && flush.has(does.patch),
    hasHeel: look.iron.kind === 'household' || look.iron.kind === 'mini',
  };
}

/** What a project takes in hands: every step in order with what lies where, and the tickets of its presses. */
export function makingOf(laid: Laid, chosen: Chosen): Made {
  const { project, look } = laid;
  const presses = pressesOf(laid, chosen);
  const webIds = new Map(chosen.choices.map((c) => [c.pieceId, c.webId]));
  const webOf = (id: string): Web | null => {
    const webId = webIds.get(id) ?? null;
    return webId === null ? null : look.web(webId);
  };
  const foils = laid.articles.flatMap((article) => foilsOf(laid, article, webOf));
  const boxes = new Map(laid.placed.map((p) => [p.id, p.bounds]));
  const perimeters = new Map(chosen.tracings.map((t) => [t.pieceId, t.perimeterMm]));
  const { tickets, pressed } = ticketsOf(atOneHeat([...presses.fuses, ...presses.bonds, ...foils], look.iron));
  const byId = new Map(tickets.map((t) => [t.id, t]));
  const edged = edgePlan(laid, webOf);
  const work: MakingWork = {
    laid,
    edged,
    presses,
    pressed,
    tickets: byId,
    webOf,
    perimeterMm: (id) => inMap(perimeters, id),
    boundsOf: (id) => inMap(boxes, id),
  };
  const drafts = RECIPE_FACTS[project.recipe.id].phases.flatMap((phase) => PHASE_DRAFTS[phase](work));
  const { steps: list, settings } = waited(steps(drafts), byId);
  const unbonded = new Set(presses.troubles.flatMap((t: MakingTrouble) => (t.code === 'no-ground' ? t.pieceIds : [])));
  const facts = new Map(
    project.pieces.map((p): [string, PieceFacts] => {
      const mine = webOf(p.id);
      return [
        p.id,
        {
          liners: mine?.liners ?? 0,
          bare: mine === null || unbonded.has(p.id),
          foiled: isFoiled(project, p),
          carried: isCarried(laid, p),
          inFold: isInFold(laid, p.id),
        },
      ];
    }),
  );
  const folded = foldSteps(facts, list);
  const asked = askedOf(list, statesOf(facts, list), askFacts(work, facts, chosen, list), work);
  return {
    making: {
      steps: asked,
      handsS: sum(list.map((s) => s.handsS)),
      waitS: sum(list.map((s) => s.waitS)),
      settings,
      reheats: reheatsOf(
        laid,
        pressed.map((p) => p.press),
      ),
      troubles: presses.troubles,
    },
    tickets,
    presses: new Map(pressed.map((p) => [p.stepId, p.press])),
    impossible: 'impossible' in folded ? folded.impossible : null,
    edged,
  };
}
