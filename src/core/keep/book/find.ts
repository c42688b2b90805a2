import { type Peel, type Swatch, teachesFirst } from '../model';

/** What is looked for in the book. */
export interface Sought {
  /** Words of cloths, webs, irons, marks and notes. */
  readonly text: string;
  readonly webId: string | null;
  readonly ironId: string | null;
  readonly peel: Peel | null;
}
export const NOTHING_SOUGHT: Sought = { text: '', webId: null, ironId: null, peel: null };

const wordsIn = (s: Swatch): string =>
  [s.fabric.name, ...s.onto.map((f) => f.name), s.web.name, s.iron?.name ?? '', s.mark ?? '', s.note]
    .join(' ')
    .toLowerCase();

/** Swatches that are looked for, the newest first. */
export function found(swatches: readonly Swatch[], { text, webId, ironId, peel }: Sought): Swatch[] {
  const wanted = text.toLowerCase().split(/\s+/).filter(Boolean);
  return swatches
    .filter(
      (s) =>
        (webId === null || s.web.id === webId) &&
        (ironId === null || s.ironId === ironId) &&
        (peel === null || s.peel === peel) &&
        (wanted.length === 0 || wanted.every((w) => wordsIn(s).includes(w))),
    )
    .sort((a, b) => b.atMs - a.atMs || (a.id < b.id ? -1 : 1));
}

/** Cloth on cloth, as a row of a comparison. */
export const pairKey = (s: Pick<Swatch, 'stage' | 'fabric' | 'onto'>): string =>
  JSON.stringify([s.stage, s.fabric.id, s.onto.map((f) => f.id)]);

/** Several webs on one cloth, as people pin them. */
export interface SideBySide {
  readonly webs: readonly { readonly id: string; readonly name: string }[];
  readonly rows: readonly {
    readonly key: string;
    readonly of: Swatch;
    readonly cells: readonly (readonly Swatch[])[];
  }[];
}

/** Pages of webs beside one another: a row for each cloth on cloth of which two webs were tried. What was only seen at the board is not pinned. */
export function sideBySide(swatches: readonly Swatch[]): SideBySide {
  const pinned = swatches.filter((s) => s.from === 'scrap' && !s.aside);
  const pairs = [...new Set(pinned.map(pairKey))].filter(
    (key) => new Set(pinned.flatMap((s) => (pairKey(s) === key ? [s.web.id] : []))).size > 1,
  );
  const shown = pinned.filter((s) => pairs.includes(pairKey(s)));
  const webs = [...new Map(shown.map((s) => [s.web.id, { id: s.web.id, name: s.web.name }])).values()];
  return {
    webs,
    rows: pairs.flatMap((key) => {
      const mine = shown.filter((s) => pairKey(s) === key);
      const of = mine[0];
      return of ? [{ key, of, cells: webs.map((w) => mine.filter((s) => s.web.id === w.id)) }] : [];
    }),
  };
}

/** Swatches that may teach something about a project: of its irons and its webs. The newest; scraps before what was seen at the board. */
export const bearingOn = (
  swatches: readonly Swatch[],
  {
    irons,
    webs,
  }: { readonly irons: readonly { readonly id: string }[]; readonly webs: readonly { readonly id: string }[] },
  most: number,
): Swatch[] => {
  const known = new Set([...irons, ...webs].map((t) => t.id));
  return swatches
    .filter((s) => known.has(s.ironId) || known.has(s.web.id))
    .sort(teachesFirst)
    .slice(0, most);
};
