import type { Making, PressTicket, Step } from '../../keep/model';
import { placeOf, type WorkPlace } from './place';

// The evening as one thread: steps gathered into legs that are worked in one place, with what happens along each.

/** Something along a leg, at so many seconds from its beginning. A press takes its seconds there; a loop is waited for; a knot is a change of thread. */
export interface LegMark {
  readonly is: 'press' | 'loop' | 'knot';
  readonly atS: number;
  readonly takesS: number;
  readonly stepId: string;
  readonly ticketId: string | null;
}

/** A stretch of the evening that is worked in one place, an iron's at one heat. */
export interface Leg {
  readonly at: WorkPlace;
  readonly stepIds: readonly string[];
  readonly handsS: number;
  readonly waitS: number;
  /** Tickets pressed on it, each once, in order. */
  readonly ticketIds: readonly string[];
  /** The heat that its iron is set to, as on its first ticket that can be pressed; null: no press, or none that can be. */
  readonly heat: PressTicket['heat'] | null;
  /** The iron is set anew before it: a knot between two legs. */
  readonly set: boolean;
  readonly marks: readonly LegMark[];
  /** Scraps of each of its presses were tried: sewn, where the others are only basted. */
  readonly proved: boolean;
}

interface Growing {
  at: WorkPlace;
  steps: Step[];
  heat: PressTicket['heat'] | null;
}

/**
 * The legs of an evening, in order: one goes on while hands stay in one place and the iron at one heat.
 * What is laid or peeled before the first press at a new heat belongs to that press; waiting for paint overnight is no part of an evening.
 * @param handsOf seconds of hands for a step, as at one's own pace
 */
export function eveningOf(
  making: Pick<Making, 'steps'>,
  tickets: readonly PressTicket[],
  handsOf: (step: Step) => number = (step) => step.handsS,
): Leg[] {
  const byId = new Map(tickets.map((t) => [t.id, t]));
  const heatOf = (step: Step): PressTicket['heat'] | null => {
    const ticket = step.ticketId === null ? undefined : byId.get(step.ticketId);
    return ticket && !ticket.stop ? ticket.heat : null;
  };
  const legs: Growing[] = [];
  /** Steps at the iron since its last press: they go to the press that follows. */
  let before: Step[] = [];
  const close = (): void => {
    const last = legs.at(-1);
    if (before.length === 0) return;
    if (last?.at === 'iron') last.steps.push(...before);
    else legs.push({ at: 'iron', steps: before, heat: null });
    before = [];
  };
  for (const step of making.steps) {
    const at = placeOf(step);
    const last = legs.at(-1);
    if (at !== 'iron') {
      close();
      const now = legs.at(-1);
      // A note is written wherever one sits.
      if (now && (now.at === at || step.does.code === 'note-what-worked')) now.steps.push(step);
      else legs.push({ at, steps: [step], heat: null });
      continue;
    }
    if (step.kind === 'cool' && before.length === 0 && last?.at === 'iron') {
      last.steps.push(step);
      continue;
    }
    before.push(step);
    if (step.ticketId === null) continue;
    const heat = heatOf(step);
    const goesOn =
      last?.at === 'iron' && (heat === null || last.heat === null || last.heat.soleplateC === heat.soleplateC);
    if (goesOn) {
      last.steps.push(...before);
      last.heat ??= heat;
    } else legs.push({ at: 'iron', steps: before, heat });
    before = [];
  }
  close();
  let heatC: number | null = null;
  return legs.map((leg): Leg => {
    const set = leg.heat !== null && leg.heat.soleplateC !== heatC;
    if (leg.heat) heatC = leg.heat.soleplateC;
    const made = measured(leg, handsOf);
    const proved = made.ticketIds.length > 0 && made.ticketIds.every((id) => (byId.get(id)?.book?.like ?? 0) > 0);
    return { ...made, set, proved };
  });
}

/** What dries overnight is another evening, s. */
const OVERNIGHT_S = 4 * 3600;

function measured(leg: Growing, handsOf: (step: Step) => number): Omit<Leg, 'set' | 'proved'> {
  const marks: LegMark[] = [];
  let clockS = 0;
  let handsS = 0;
  for (const step of leg.steps) {
    const hands = handsOf(step);
    const wait = step.waitS < OVERNIGHT_S ? step.waitS : 0;
    const mark = { stepId: step.id, ticketId: step.ticketId };
    // An iron that changes heat is waited for before the press, what cools after it.
    const first = step.ticketId === null ? 0 : wait;
    if ('newThread' in step.does && step.does.newThread) marks.push({ ...mark, is: 'knot', atS: clockS, takesS: 0 });
    if (wait >= LEAST_LOOP_S)
      marks.push({ ...mark, is: 'loop', atS: clockS + (step.ticketId === null ? hands : 0), takesS: wait });
    if (step.ticketId !== null) marks.push({ ...mark, is: 'press', atS: clockS + first, takesS: hands });
    clockS += hands + wait;
    handsS += hands;
  }
  return {
    at: leg.at,
    stepIds: leg.steps.map((s) => s.id),
    handsS,
    waitS: clockS - handsS,
    ticketIds: [...new Set(leg.steps.flatMap((s) => s.ticketId ?? []))],
    heat: leg.heat,
    marks,
  };
}
/** Shorter waits are over before one has noticed, s. Ours. */
const LEAST_LOOP_S = 20;
