import type { PressTicket } from '../model';
import { HANDLE_S, MOVE_S, RESET, SAME_SETTING_C } from './data';

/** One job at the board. */
export interface ScheduleStep {
  readonly ticketId: string;
  readonly stage: PressTicket['stage'];
  readonly pieceIds: readonly string[];
  /** Waiting for the iron to reach this ticket's setting, s. */
  readonly resetS: number;
  /** Hands on the iron: dwell and moving, s. */
  readonly pressS: number;
  /** Laying out and peeling, s; done while earlier pieces cool. */
  readonly handleS: number;
  /** Waiting for the last piece to cool, as far as nothing else is to be done meanwhile, s. */
  readonly waitS: number;
}

export interface Schedule {
  readonly steps: readonly ScheduleStep[];
  readonly handsS: number;
  readonly waitS: number;
  readonly totalS: number;
  /** How often the iron is set anew. */
  readonly settings: number;
  /** For each piece, how often its bond is heated again by later presses that reach it. */
  readonly reheats: ReadonlyMap<string, number>;
}

/** Tickets in the order of work: all fuses from cool to hot, since an iron heats faster than it cools; bonds as they lie, back to front. */
export const inOrder = (tickets: readonly PressTicket[]): PressTicket[] => [
  ...tickets.filter((t) => t.stage === 'fuse').sort((a, b) => a.heat.soleplateC - b.heat.soleplateC),
  ...tickets.filter((t) => t.stage === 'bond'),
];

/**
 * The whole work at the board. The time a piece cools is used for the next; only what is left over is waited.
 * @param placementsOf how often the iron is set down on a piece
 * @param touching pieces that a press of this piece reaches as well
 */
export function scheduleOf(
  tickets: readonly PressTicket[],
  placementsOf: (pieceId: string) => number,
  touching: (pieceId: string) => readonly string[],
): Schedule {
  const order = inOrder(tickets.filter((t) => t.stop === null));
  const steps: ScheduleStep[] = [];
  const reheats = new Map<string, number>();
  const bonded = new Set<string>();
  let heat: number | null = null;
  let settings = 0;
  for (const t of order) {
    const change = heat === null ? 0 : t.heat.soleplateC - heat;
    const resetS =
      change > SAME_SETTING_C.value
        ? change * RESET.hotterSPerC.value
        : change < -SAME_SETTING_C.value
          ? -change * RESET.coolerSPerC.value
          : 0;
    if (heat === null || Math.abs(change) > SAME_SETTING_C.value) settings += 1;
    heat = t.heat.soleplateC;
    const sets = t.pieceIds.reduce((n, id) => n + placementsOf(id), 0);
    const pressS = sets * (t.dwell.seconds + MOVE_S.value);
    const handleS = t.pieceIds.length * HANDLE_S.value;
    // While one piece cools the next is laid out and pressed; after the last there is nothing else.
    const each = t.pieceIds.length > 0 ? (pressS + handleS) / t.pieceIds.length : 0;
    const waitS = Math.max(0, t.coolS - (t.pieceIds.length - 1) * each);
    steps.push({ ticketId: t.id, stage: t.stage, pieceIds: t.pieceIds, resetS, pressS, handleS, waitS });
    if (t.stage === 'bond')
      for (const id of t.pieceIds) {
        for (const other of touching(id)) if (bonded.has(other)) reheats.set(other, (reheats.get(other) ?? 0) + 1);
        bonded.add(id);
      }
  }
  const sum = (of: (x: ScheduleStep) => number): number => steps.reduce((total, x) => total + of(x), 0);
  const handsS = sum((x) => x.pressS + x.handleS);
  const waitS = sum((x) => x.waitS + x.resetS);
  return { steps, handsS, waitS, totalS: handsS + waitS, settings, reheats };
}
