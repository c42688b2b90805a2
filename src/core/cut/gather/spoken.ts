import type { Amount, Need } from '../../keep/model';

/** What a project counts on of the Drawer, as its list said last. */
export interface CountedOn {
  readonly projectId: string;
  readonly name: string;
  readonly needs: readonly { readonly key: string; readonly need: Amount }[];
}

/** What is counted of a list for the others: cloth, web and thread that are not cut yet. */
export const countedOn = (needs: readonly Need[]): CountedOn['needs'] =>
  needs
    .filter((n) => !n.taken && (n.kind === 'fabric' || n.kind === 'web' || n.kind === 'thread'))
    .map(({ key, need }) => ({ key, need }));

/** What others count on too, of what is here. */
export interface SpokenFor {
  /** Names of the other projects. */
  readonly by: readonly string[];
  /** What they need of it. */
  readonly others: Amount;
  /** What of it would be there for all, where it can be told; null: it cannot. */
  readonly enough: boolean | null;
}

const MEASURES = ['lengthMm', 'areaMm2', 'count', 'grams'] as const;

/** Who else counts on what a line of the list takes from the Drawer; null: nobody, or nothing of it is here. */
export function spokenFor(need: Need, others: readonly CountedOn[]): SpokenFor | null {
  const counts = others.flatMap((o) => {
    const same = o.needs.find((n) => n.key === need.key);
    return same ? [{ name: o.name, need: same.need }] : [];
  });
  const have = MEASURES.find((m) => (need.have[m] ?? 0) > 0);
  if (counts.length === 0 || need.taken || !have) return null;
  const sum = (measure: (typeof MEASURES)[number]): number => counts.reduce((n, c) => n + (c.need[measure] ?? 0), 0);
  const theirs = sum(have);
  const mine = need.need[have];
  return {
    by: counts.map((c) => c.name),
    others: theirs > 0 ? { [have]: theirs } : (counts[0]?.need ?? {}),
    enough: theirs > 0 && mine !== undefined ? mine + theirs <= (need.have[have] ?? 0) : null,
  };
}
