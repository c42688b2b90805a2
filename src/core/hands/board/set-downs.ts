import type { PressTicket, Step } from '../../keep/model';

/** How often the iron goes down in all, and how long each time: passes, and both sides, counted one by one. */
export function setDownsOf(
  setDowns: number,
  { passes, dwell, side }: Pick<PressTicket, 'passes' | 'dwell' | 'side'>,
): { readonly count: number; readonly eachS: number } {
  if (passes) return { count: setDowns * passes.count, eachS: passes.eachS };
  return side === 'both'
    ? { count: setDowns * 2, eachS: dwell.seconds / 2 }
    : { count: setDowns, eachS: dwell.seconds };
}

/** One set-down of a press: what changes before it, and where it is. */
export interface SetDown {
  /** Same place as before, or another; the work is turned over; what lies there gives way to the next load. */
  readonly comes: 'first' | 'same-place' | 'next-place' | 'turned-over' | 'next-load';
  /** From 0, within what is pressed without turning or loading. */
  readonly place: number;
  readonly places: number;
  /** From 1. */
  readonly pass: number;
  readonly passes: number;
  readonly side: 'face' | 'back';
}

/**
 * Which set-down comes next: load by load, of each its one side and then the other, place by place, every pass of a place before the next.
 * @param made how many are made
 */
export function setDownAt(
  made: number,
  step: Pick<Step, 'setDowns' | 'loads'>,
  ticket: Pick<PressTicket, 'passes' | 'side'>,
): SetDown {
  const passes = ticket.passes?.count ?? 1;
  const sides = ticket.side === 'both' && !ticket.passes ? 2 : 1;
  // Shapes of several sizes take loads of several sizes: then they are told as places, one after another.
  const even = step.loads > 0 && step.setDowns % step.loads === 0;
  const places = even ? step.setDowns / step.loads : step.setDowns;
  const inLoad = made % (places * sides * passes);
  const place = Math.floor(inLoad / passes) % places;
  const pass = (inLoad % passes) + 1;
  const turned = sides === 2 && inLoad >= places;
  const comes =
    made === 0
      ? 'first'
      : inLoad === 0
        ? 'next-load'
        : pass > 1
          ? 'same-place'
          : turned && place === 0
            ? 'turned-over'
            : 'next-place';
  return { comes, place, places, pass, passes, side: turned || ticket.side === 'back' ? 'back' : 'face' };
}
