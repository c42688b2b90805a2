import { factsOf } from '../../choose/material';
import type { Edge, EdgeCaution, Edging, Fabric } from '../../keep/model';
import {
  EDGE_FACTS,
  FRAYS_SHARE,
  isWorn,
  NARROW_SHARE,
  QUILT_SHARE,
  SMALL_CLOTHES_GROUND_MM,
  SMALL_CLOTHES_MM,
  THICK_MM,
  THICK_SHARE,
} from './data';

/** What the size of a stitch hangs on. */
export interface SizeAsk {
  readonly edge: Edge;
  readonly fabric: Fabric;
  /** How wide the piece is on the whole: twice its area over the length of its edge. */
  readonly narrowMm: number;
  /** The shorter side of what it lies on; null: there is none. */
  readonly groundMm: number | null;
  readonly on: Edging['on'];
  readonly when: Edging['when'];
  readonly own: Edging['sizes'][number] | undefined;
}
export interface StitchSize {
  readonly widthMm: number;
  readonly stitchMm: number;
  readonly cautions: readonly EdgeCaution[];
}

const toTenth = (mm: number): number => Math.round(mm * 10) / 10;
const toTwentieth = (mm: number): number => Math.round(mm * 20) / 20;

/** How wide and how long a stitch is: as is usual for the edge, more for cloth that frays or is thick, less where the piece is narrow; a person's own figures before ours. */
export function sizeOf({ edge, fabric, narrowMm, groundMm, on, when, own }: SizeAsk): StitchSize {
  const { width, stitch, motion, by } = EDGE_FACTS[edge];
  if (motion === 'none') return { widthMm: 0, stitchMm: 0, cautions: [] };
  const cautions: EdgeCaution[] = [];
  const smallClothes =
    motion === 'blanket' &&
    by === 'machine' &&
    isWorn(on) &&
    groundMm !== null &&
    groundMm < SMALL_CLOTHES_GROUND_MM.value;
  const thick = fabric.thicknessMm > THICK_MM.value ? THICK_SHARE.value : 1;
  const frays = 1 + FRAYS_SHARE.value * Math.max(0, factsOf(fabric).frays - 1);
  const usual = smallClothes ? SMALL_CLOTHES_MM.value : width.usual.value * (motion === 'line' ? 1 : thick * frays);
  const most = NARROW_SHARE.value * narrowMm;
  // A line of paint is as wide as its nozzle, whatever it goes round.
  const ours =
    motion === 'line' ? usual : toTenth(Math.max(width.least.value, Math.min(width.most.value, usual, most)));
  let widthMm = own?.widthMm ?? ours;
  // Close stitches stay as close, whatever they go through.
  const close = edge === 'satin';
  const longer = close || motion === 'line' ? 1 : thick * (when === 'quilting' ? QUILT_SHARE.value : 1);
  const usualStitch = smallClothes ? SMALL_CLOTHES_MM.value * 2 : stitch.usual.value * longer;
  const stitchMm =
    own?.stitchMm ??
    (close ? usualStitch : toTwentieth(Math.max(stitch.least.value, Math.min(stitch.most.value, usualStitch))));
  if (motion !== 'line' && widthMm > narrowMm / 2) {
    cautions.push({ code: 'wider-than-piece', widthMm, pieceMm: narrowMm });
    widthMm = Math.max(narrowMm / 2, MIN_MM);
  }
  if (edge === 'blanket' && Math.min(widthMm, stitchMm) < width.least.value)
    cautions.push({ code: 'needle-jams', edge, leastMm: width.least.value, mm: Math.min(widthMm, stitchMm) });
  if (close && stitchMm < stitch.least.value)
    cautions.push({ code: 'closed-up', leastMm: stitch.least.value, mm: stitchMm });
  return { widthMm, stitchMm, cautions };
}
/** Something that can still be drawn. */
const MIN_MM = 0.2;
