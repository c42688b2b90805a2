import type { PressTicket } from '../../keep/model';

// What is tried on scraps before the work: the press that leaves the least room, at a few numbers of seconds.

/** The ticket whose seconds leave the least room against what is counted, of those that can be pressed; null: there is none. */
export function tightestOf(tickets: readonly PressTicket[]): PressTicket | null {
  const room = ({ dwell }: PressTicket): number => (dwell.maxS - dwell.minS) / Math.max(dwell.seconds, 1);
  return tickets
    .filter((t) => t.stop === null)
    .reduce<PressTicket | null>((least, t) => (least === null || room(t) < room(least) ? t : least), null);
}

/**
 * Whole seconds to try on scraps, side by side: the seconds of the ticket, some fewer that may just do, and some more that still harm nothing.
 * Source: the trade handbook, at the board: careful makers press scraps at 4, 6, 8 s; common practice, no source.
 */
export function scrapTriesS({ dwell }: Pick<PressTicket, 'dwell'>): number[] {
  const planned = Math.round(dwell.seconds);
  const less = Math.max(1, Math.min(planned - 1, Math.round((dwell.minS + planned) / 2)));
  const more = Math.floor(Math.min(dwell.maxS, 1.5 * planned));
  return [...new Set([less, planned, Math.max(planned, more)])].filter((s) => s >= 1).sort((a, b) => a - b);
}
