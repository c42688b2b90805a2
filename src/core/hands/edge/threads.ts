import { darker, deltaE, lightness, mixLight } from '../../base/colour';
import type { Edging, Project, Thread, ThreadKind, ThreadTrouble } from '../../keep/model';
import { DARKER_L, LINE_DELTA_E, LINE_L, NEAR_DELTA_E, NEW_TEX, SAME_DELTA_E } from './data';

/** The thread of one line: one that is there, or one to buy. */
export interface ChosenThread {
  readonly threadId: string | null;
  readonly colour: string;
  readonly kind: ThreadKind;
  readonly tex: number;
}

export interface Threads {
  /** @param own a thread chosen by hand */
  readonly of: (colour: string, own: string | null) => ChosenThread;
  /** For a line of the drawing on cloth of this colour: one that is seen on it, unless there is one for all. */
  readonly line: (colour: string) => ChosenThread;
  readonly troubles: readonly ThreadTrouble[];
}

/** Threads that edges are sewn with; the bobbin's and the clear one are for themselves. */
const isPlain = (t: Thread): boolean => t.kind !== 'clear' && t.kind !== 'bobbin';
const chosen = ({ id, colour, kind, tex }: Thread): ChosenThread => ({ threadId: id, colour, kind, tex });
const bought = (colour: string, kind: ThreadKind = 'cotton'): ChosenThread => ({
  threadId: null,
  colour,
  kind,
  tex: NEW_TEX.value,
});

/** The thread nearest to a colour, with how far it is from it; null where there is none. */
export function nearestThread(
  threads: readonly Thread[],
  colour: string,
): { readonly thread: Thread; readonly deltaE: number } | null {
  return threads.filter(isPlain).reduce<{ thread: Thread; deltaE: number } | null>((best, thread) => {
    const d = deltaE(thread.colour, colour);
    return best && best.deltaE <= d ? best : { thread, deltaE: d };
  }, null);
}

/** What a drawn line is seen in on a cloth: much darker; on dark cloth much paler. */
const seenOn = (colour: string): string =>
  lightness(colour) > LINE_L.value ? darker(colour, LINE_L.value) : mixLight(colour, '#ffffff', PALE_SHARE);
const PALE_SHARE = 0.75;

/**
 * A thread for each cloth's colour, from those that one has: by CIEDE2000, as the project wants them.
 * Where none is near enough one is bought, of the colour itself; two of those that can hardly be told apart are one.
 * @param colours of all cloths that are stitched, those of most line first
 */
export function threadsFor(project: Project, colours: readonly string[]): Threads {
  const { edging, threads } = project;
  const wantedOf = (colour: string): string => (edging.shade === 'darker' ? darker(colour, DARKER_L.value) : colour);
  const one = edging.shade === 'one' ? oneFor(threads, edging, colours) : null;
  const clear = threads.find((t) => t.kind === 'clear');
  const troubles: ThreadTrouble[] = [];
  const byColour = new Map<string, ChosenThread>();
  const toBuy: string[] = [];
  const match = (colour: string): ChosenThread => {
    if (edging.shade === 'clear') return clear ? chosen(clear) : bought('#ffffff', 'clear');
    if (one) return chosen(one);
    const wanted = wantedOf(colour);
    const nearest = nearestThread(threads, wanted);
    if (nearest && nearest.deltaE <= NEAR_DELTA_E.value) return chosen(nearest.thread);
    const same = toBuy.find((c) => deltaE(c, wanted) <= SAME_DELTA_E.value);
    if (same !== undefined) return bought(same);
    toBuy.push(wanted);
    if (threads.some(isPlain))
      troubles.push({
        code: 'no-near-thread',
        colour: wanted,
        nearestId: nearest?.thread.id ?? null,
        deltaE: nearest?.deltaE ?? 0,
      });
    return bought(wanted);
  };
  for (const colour of new Set(colours)) byColour.set(colour, match(colour));
  if (toBuy.length > 0 && !threads.some(isPlain)) troubles.push({ code: 'no-threads', kinds: toBuy.length });
  const byId = new Map(threads.map((t) => [t.id, t]));
  return {
    troubles,
    of: (colour, own) => {
      const mine = own === null ? undefined : byId.get(own);
      if (mine) return chosen(mine);
      return byColour.get(colour) ?? match(colour);
    },
    line: (colour) => {
      if (one) return chosen(one);
      const stands = threads.filter((t) => deltaE(t.colour, colour) >= LINE_DELTA_E.value);
      const nearest = nearestThread(stands, seenOn(colour));
      return nearest ? chosen(nearest.thread) : bought(seenOn(colour));
    },
  };
}

/** The one thread for all: the one that was said, else the one that is least far from the farthest cloth. */
function oneFor(threads: readonly Thread[], edging: Edging, colours: readonly string[]): Thread | null {
  const said = threads.find((t) => t.id === edging.oneThreadId);
  if (said) return said;
  const farthest = (t: Thread): number => Math.max(0, ...colours.map((c) => deltaE(c, t.colour)));
  return threads
    .filter(isPlain)
    .reduce<Thread | null>((best, t) => (best && farthest(best) <= farthest(t) ? best : t), null);
}
