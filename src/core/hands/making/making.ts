import { inMap } from '../../base/lists';
import { resetS } from '../../choose/press';
import type { Making, MakingTrouble, PressTicket, Step, StepKind, Web } from '../../keep/model';
import type { Laid } from '../../lay/laid';
import { isFoiled, RECIPE_FACTS } from '../../lay/recipe';
import { type Edged, edgePlan } from '../edge';
import { foilsOf } from './foils';
import { PHASE_DRAFTS } from './phases';
import { type Chosen, isLaidIn, type Press, pressesOf } from './presses';
import { foldSteps, type Impossible, type PieceFacts } from './state';
import { STEP_FACTS } from './step';
import { atOneHeat, ticketsOf } from './tickets';
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
      on: 'hand',
      loads: 1,
      setDowns: 0,
      columns: [],
      handsS: 0,
      waitS: 0,
      look: facts.look,
      ifNot: facts.ifNot,
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
          laidIn: isLaidIn(laid, p.id),
        },
      ];
    }),
  );
  const folded = foldSteps(facts, list);
  return {
    making: {
      steps: list,
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
