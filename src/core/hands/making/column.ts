import type { Region } from '../../base/shape';
import { fabricFrom } from '../../choose/material';
import type { PressColumn, PressLayer } from '../../choose/press';
import type { Fabric, Web } from '../../keep/model';
import type { LaidArticle } from '../../lay/laid';
import { PLACE_MM2 } from './data';

/** A place under a press at which the same pieces lie on one another. */
export interface PressPlace {
  /** Everything there at that moment, back-most first: what is pressed, and what was laid before. */
  readonly pieceIds: readonly string[];
  readonly regions: readonly Region[];
  readonly areaMm2: number;
}

/**
 * The pressed area cut into places, one pile each, the largest first. Slivers at the edges of joins are counted to the largest.
 * @param pressed what lies under the iron and is pressed now
 * @param down whether a piece was laid down before
 */
export function placesUnder(
  { pile }: Pick<LaidArticle, 'pile'>,
  pressed: readonly string[],
  down: (pieceId: string) => boolean,
): PressPlace[] {
  const now = new Set(pressed);
  const byPile = new Map<string, { pieceIds: readonly string[]; regions: Region[]; areaMm2: number }>();
  const seen = new Set<object>();
  for (const id of pressed)
    for (const place of pile.placesOf(id)) {
      if (seen.has(place)) continue;
      seen.add(place);
      const pieceIds = place.pieceIds.filter((p) => now.has(p) || down(p));
      const name = pieceIds.join('\u0000');
      const there = byPile.get(name);
      if (there) {
        there.regions.push(place.region);
        there.areaMm2 += place.areaMm2;
      } else byPile.set(name, { pieceIds, regions: [place.region], areaMm2: place.areaMm2 });
    }
  const all = [...byPile.values()].sort((a, b) => b.areaMm2 - a.areaMm2);
  const wide = all.filter((p) => p.areaMm2 >= PLACE_MM2.value);
  const [largest, ...rest] = wide.length > 0 ? wide : all.slice(0, 1);
  if (!largest) return [];
  const slivers = all.filter((p) => !wide.includes(p) && p !== largest);
  const more = slivers.reduce((sum, p) => sum + p.areaMm2, 0);
  return [{ ...largest, areaMm2: largest.areaMm2 + more }, ...rest];
}

/** What lies between the surface and the pieces of a press. */
export type Base =
  | { readonly on: 'ground'; readonly ground: Fabric; readonly padded: boolean }
  /** @property linersOn the pieces that lie on it themselves, their liners on */
  | { readonly on: 'sheet'; readonly linersOn: ReadonlySet<string> }
  | { readonly on: 'nothing' };

/** The backing of a quilt, where nothing else is said of it: plain cotton. */
const BACKING: Fabric = fabricFrom('solid-cotton', { id: 'backing', name: 'backing' });

function baseLayers(base: Base): readonly PressLayer[] {
  if (base.on === 'sheet') return [{ role: 'sheet' }];
  if (base.on === 'nothing') return [];
  const ground: PressLayer = { role: 'fabric', fabric: base.ground };
  return base.padded ? [{ role: 'fabric', fabric: BACKING }, { role: 'wadding' }, ground] : [ground];
}

/**
 * What lies at one place, from the surface up: every layer, each time it lies there, with webs and liners.
 * @param bonds whether this press makes a piece's bond
 */
export function columnAt(
  place: Pick<PressPlace, 'pieceIds'>,
  base: Base,
  clothOf: (pieceId: string) => { readonly fabric: Fabric; readonly web: Web | null; readonly faceDown?: boolean },
  bonds: (pieceId: string) => boolean,
): PressColumn {
  const column: PressLayer[] = [...baseLayers(base)];
  for (const [i, id] of place.pieceIds.entries()) {
    const { fabric, web, faceDown } = clothOf(id);
    if (faceDown) {
      // Its web lies on top of it, towards what is laid there.
      column.push({ role: 'fabric', fabric });
      if (web) column.push({ role: 'web', web, bonds: i < place.pieceIds.length - 1 && bonds(id) });
      continue;
    }
    if (base.on === 'sheet' && base.linersOn.has(id) && web && web.liners > 0) column.push({ role: 'liner' });
    // What lies on the release sheet itself is bonded to nothing yet.
    const ontoCloth = i > 0 || base.on === 'ground';
    if (web) column.push({ role: 'web', web, bonds: ontoCloth && bonds(id) });
    column.push({ role: 'fabric', fabric });
  }
  return column;
}

/** The layers of a column by name, as the plan tells them. */
export const layerIds = (column: PressColumn): string[] =>
  column.map((l) => (l.role === 'fabric' ? l.fabric.id : l.role === 'web' ? l.web.id : l.role));
