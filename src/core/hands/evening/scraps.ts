import type { PressTicket } from '../../keep/model';

// What is tried on scraps before the work: the press that leaves the least room, at a few numbers of seconds.

/** The ticket whose seconds leave the least room against what is counted, of those that can be pressed; null: there is none. */
export function tightestOf(tickets: readonly PressTicket[]): PressTicket | null {
  const room = ({ dwell }: PressTicket): number => (dwell.maxS - dwell.minS) / Math.max(dwell.seconds, 1);
  return tickets
    .filter((t) => t.stop === null)
    .reduce<PressTicket | null>((least, t) => (least === null || room(t) < room(least) ? t : least), null);
}
