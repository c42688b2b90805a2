import { inMap, nth } from '../../base/lists';
import type { MakingTrouble } from '../../keep/model';
import type { LaidArticle } from '../../lay/laid';
import { type PressPlace, placesUnder } from './column';

/** Pieces that move as one: a single piece, or a unit that was built. Back-most first. */
export interface Block {
  readonly ids: readonly string[];
  /** Those of them whose web is bonded to nothing yet: what lies lowest. */
  readonly bases: readonly string[];
  readonly unit: string | null;
}
export const lowestOf = (block: Block): string => nth(block.ids, 0);

/** Blocks that go to the ground in one press. @property apart none lies on another */
export interface Run {
  readonly blocks: readonly Block[];
  readonly apart: boolean;
}

/**
 * Blocks next to each other in the order, in one press where they are to be.
 * @param together blocks of one name go to the ground in one press; null: by themselves
 * @param withNext a piece that is held by what is laid on it: pressed along with that
 */
export function runsInOrder(
  blocks: readonly Block[],
  together: (pieceId: string) => string | null,
  withNext: (pieceId: string) => boolean = () => false,
): Run[] {
  const runs: Run[] = [];
  for (let i = 0; i < blocks.length; ) {
    const name = together(lowestOf(nth(blocks, i)));
    let end = i + 1;
    while (
      end < blocks.length &&
      ((name !== null && together(lowestOf(nth(blocks, end))) === name) || withNext(lowestOf(nth(blocks, end - 1))))
    )
      end += 1;
    runs.push({ blocks: blocks.slice(i, end), apart: false });
    i = end;
  }
  return runs;
}

/** Blocks that are bonded in one press. */
export interface Bonding {
  readonly on: 'sheet' | 'ground';
  /** The unit that is built by it; null on the ground. */
  readonly builds: string | null;
  /** Everything under the iron, back-most first. */
  readonly members: readonly string[];
  /** The blocks that are bonded by it. */
  readonly blocks: readonly Block[];
  /** On the sheet, the pieces that lie on it themselves: their liners stay on meanwhile. */
  readonly keepLiners: readonly string[];
  readonly places: readonly PressPlace[];
  /** Its blocks lie beside one another, none on another. */
  readonly apart: boolean;
  /** In one place, the pieces whose web is bonded there. */
  readonly bondedAt: (place: PressPlace) => ReadonlySet<string>;
}

/** The part of a unit's path that is a unit by itself: “crab/claw” is the claw within the crab. */
const within = (unit: string | null, outer: string | null): string | null => {
  if (unit === null || (outer !== null && !unit.startsWith(`${outer}/`))) return null;
  const rest = outer === null ? unit : unit.slice(outer.length + 1);
  const [first] = rest.split('/');
  return outer === null ? (first ?? null) : `${outer}/${first}`;
};

/** In a place, of each block that is bonded the piece that lies lowest there: its web meets what lies beneath. */
function lowestOfEach(blocks: readonly Block[]): (place: PressPlace) => ReadonlySet<string> {
  const blockOf = new Map(blocks.flatMap((b, i) => b.ids.map((id) => [id, i] as const)));
  return (place) => {
    const met = new Set<number>();
    const bonded = new Set<string>();
    for (const id of place.pieceIds) {
      const block = blockOf.get(id);
      if (block === undefined || met.has(block)) continue;
      met.add(block);
      bonded.add(id);
    }
    return bonded;
  };
}

/**
 * The order of bonding in one article: units are built on the release sheet first, inner before outer; then pieces and units go to the ground where their lowest piece stands in the order.
 * @param order its pieces, back-most first
 * @param unitOf the unit of a piece; a unit within a unit is named by its path, parts joined by “/”
 * @param runsOf which blocks go to the ground in one press, in this order
 */
export function bondings(
  laid: LaidArticle,
  order: readonly string[],
  unitOf: (pieceId: string) => string | null,
  runsOf: (blocks: readonly Block[]) => readonly Run[],
): { readonly bondings: readonly Bonding[]; readonly troubles: readonly MakingTrouble[] } {
  const found: Bonding[] = [];
  const rank = new Map(order.map((id, i) => [id, i]));
  const byRank = (ids: readonly string[]): string[] => [...ids].sort((a, b) => inMap(rank, a) - inMap(rank, b));
  const nothing = (): boolean => false;

  /** What moves as one of these pieces, units among them built. */
  const blocksOf = (ids: readonly string[], outer: string | null): Block[] => {
    const groups = new Map<string, string[]>();
    const blocks: Block[] = [];
    for (const id of ids) {
      const unit = within(unitOf(id), outer);
      if (unit === null) blocks.push({ ids: [id], bases: [id], unit: null });
      else groups.set(unit, [...(groups.get(unit) ?? []), id]);
    }
    for (const [unit, members] of groups) blocks.push(...build(unit, members));
    return blocks.sort((a, b) => inMap(rank, lowestOf(a)) - inMap(rank, lowestOf(b)));
  };

  /** Builds a unit. @returns it, and beside it whatever neither lies on any of it nor under it */
  const build = (unit: string, members: readonly string[]): Block[] => {
    const blocks = blocksOf(members, unit);
    const blockOf = new Map(blocks.flatMap((b) => b.ids.map((id) => [id, b] as const)));
    // Blocks that lie on one another hold together; what lies on another is bonded to it here.
    const held = new Set<Block>();
    const near = new Map<Block, Set<Block>>(blocks.map((b) => [b, new Set([b])]));
    for (const place of placesUnder(laid, members, nothing)) {
      const there = [...new Set(place.pieceIds.map((id) => inMap(blockOf, id)))];
      for (const upper of there.slice(1)) held.add(upper);
      for (const a of there) for (const b of there) near.get(a)?.add(b);
    }
    const [first] = blocks;
    if (!first) return [];
    const together = new Set<Block>([first]);
    for (const block of together) for (const other of near.get(block) ?? []) together.add(other);
    if (together.size < 2) return blocks;
    const mine = blocks.filter((b) => together.has(b));
    const all = byRank(mine.flatMap((b) => b.ids));
    const bases = mine.filter((b) => !held.has(b)).flatMap((b) => b.bases);
    const bonded = mine.filter((b) => held.has(b));
    found.push({
      on: 'sheet',
      builds: unit,
      members: all,
      blocks: bonded,
      keepLiners: bases,
      places: placesUnder(laid, all, nothing),
      apart: false,
      bondedAt: lowestOfEach(bonded),
    });
    return [{ ids: all, bases, unit }, ...blocks.filter((b) => !together.has(b))];
  };

  const down = new Set<string>();
  for (const { blocks, apart } of runsOf(blocksOf(order, null))) {
    const members = byRank(blocks.flatMap((b) => b.ids));
    found.push({
      on: 'ground',
      builds: null,
      members,
      blocks,
      keepLiners: [],
      places: placesUnder(laid, members, (id) => down.has(id)),
      apart,
      bondedAt: lowestOfEach(blocks),
    });
    for (const id of members) down.add(id);
  }
  return { bondings: found, troubles: interleaved(laid, unitOf, order) };
}

/** Pieces from outside that would have to lie between pieces of a unit, which is laid down whole. */
function interleaved(
  { overlaps }: LaidArticle,
  unitOf: (pieceId: string) => string | null,
  order: readonly string[],
): MakingTrouble[] {
  const members = new Map<string, Set<string>>();
  for (const id of order) {
    const unit = unitOf(id)?.split('/')[0];
    if (unit === undefined) continue;
    const set = members.get(unit) ?? new Set<string>();
    members.set(unit, set.add(id));
  }
  const troubles: MakingTrouble[] = [];
  for (const [unit, ids] of members) {
    const under = new Set(overlaps.filter((o) => ids.has(o.under) && !ids.has(o.over)).map((o) => o.over));
    const between = new Set(overlaps.filter((o) => ids.has(o.over) && under.has(o.under)).map((o) => o.under));
    for (const pieceId of between) troubles.push({ code: 'unit-interleaved', unit, pieceId });
  }
  return troubles;
}
